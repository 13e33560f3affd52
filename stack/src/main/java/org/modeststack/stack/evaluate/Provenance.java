package org.modeststack.stack.evaluate;

import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.modeststack.stack.Entry;
import org.modeststack.stack.hash.ContentHash;
import org.modeststack.steps.mark.TagStep;

/**
 * All that the result of a step depends on, back to the sources, and a hash of it: enough to find the result among those
 * that are kept, and to make it again where it is not. Holds no meshes but those that the document itself holds.
 *
 * @param entry the step
 * @param body the name of its body, for messages
 * @param material the name of what the faces of a source are made of
 * @param before what the step is given; null for the first
 * @param later tags that it picks by although only steps below give them their names
 * @param operands the results of other bodies that it uses, by id
 * @param hash the same for two results only if they are the same
 */
record Provenance(
        Entry entry,
        String body,
        String material,
        @Nullable Provenance before,
        List<TagStep> later,
        Map<String, Operand> operands,
        String hash) {

    /**
     * The result of another body.
     *
     * @param result null where that body has no step that is switched on
     */
    record Operand(String name, @Nullable Provenance result) {
        private String hash() {
            return result == null ? "" : result.hash;
        }
    }

    static Provenance of(
            Entry entry,
            String body,
            String material,
            @Nullable Provenance before,
            List<TagStep> later,
            Map<String, Operand> operands) {
        ContentHash h =
                new ContentHash().text(before == null ? "" : before.hash).text(entry.stepHash());
        later.forEach(h::step);
        if (entry.step().isSource()) h.text(material);
        operands.forEach((id, o) -> h.text(id).text(o.name).text(o.hash()));
        return new Provenance(entry, body, material, before, List.copyOf(later), operands, h.finish());
    }

    /** Two that have one hash are the same. */
    @Override
    public boolean equals(Object o) {
        return o instanceof Provenance p && hash.equals(p.hash);
    }

    @Override
    public int hashCode() {
        return hash.hashCode();
    }

    @Override
    public String toString() {
        return "Provenance[" + hash + "]";
    }
}
