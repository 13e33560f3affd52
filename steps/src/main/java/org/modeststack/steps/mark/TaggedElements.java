package org.modeststack.steps.mark;

import java.util.BitSet;
import java.util.HashMap;
import java.util.Map;
import java.util.TreeMap;
import org.modeststack.mesh.CarryRule;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.select.Selection;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.StepException;
import org.modeststack.steps.pick.PickText;

/** Puts elements into a tag of a mesh, or takes them out. */
public final class TaggedElements {
    private TaggedElements() {}

    /**
     * The mesh with some elements in a tag, beside those that are in it already.
     *
     * @param weight of each; 0 takes them out
     * @throws StepException if the tag names another kind of elements
     */
    public static Mesh put(Mesh in, String name, Selection picked, double weight) throws StepException {
        Tag before = in.tag(name);
        if (before != null && before.kind() != picked.kind())
            throw new StepException("\"" + name + "\" already names " + PickText.plural(before.kind()) + "; "
                    + PickText.plural(picked.kind()) + " need another name.");
        TreeMap<Long, Double> all = new TreeMap<>();
        for (int i = 0; before != null && i < before.size(); i++) {
            Work.checkpoint(i);
            all.put(before.element(i), before.weight(i));
        }
        BitSet s = picked.elements();
        for (int i = s.nextSetBit(0); i >= 0; i = s.nextSetBit(i + 1)) {
            Work.checkpoint();
            long e = Selection.tagged(in, picked.kind(), i);
            if (weight > 0) all.put(e, weight);
            else all.remove(e);
        }
        Map<String, Tag> tags = new HashMap<>(in.tags());
        tags.put(
                name,
                new Tag(
                        picked.kind(),
                        before == null ? CarryRule.GREATEST : before.rule(),
                        all.keySet().stream().mapToLong(Long::longValue).toArray(),
                        all.values().stream().mapToDouble(Double::doubleValue).toArray()));
        return in.withTags(tags);
    }
}
