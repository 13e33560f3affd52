package org.modeststack.stack;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Role;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.anchor.AnchorPoint;

/** Giving points and directions of steps an anchor that they follow; {@link Edits#setValue} turns them into numbers again. */
public final class AnchorEdits {
    private AnchorEdits() {}

    /**
     * Gives points or directions of a step anchors.
     *
     * @param anchors by the names of parameters
     * @throws StepException if a body would be made from itself
     */
    public static Document set(Document d, String bodyId, long entryId, Map<String, AnchorPoint> anchors)
            throws StepException {
        for (AnchorPoint a : anchors.values()) {
            String other = a.body();
            if (other.isEmpty() || d.body(other) == null) continue;
            List<String> way = d.wayOfUse(other, bodyId);
            if (!way.isEmpty())
                throw new StepException("That goes round in a circle: "
                        + d.nameOf(bodyId) + " → "
                        + d.wayInWords(way)
                        + ". Take a place of another body.");
        }
        return changed(d, bodyId, entryId, now -> {
            Map<String, AnchorPoint> all = new HashMap<>(now);
            all.putAll(anchors);
            return all;
        });
    }

    static Map<String, AnchorPoint> without(Map<String, AnchorPoint> anchors, String param) {
        Map<String, AnchorPoint> left = new HashMap<>(anchors);
        left.remove(param);
        return left;
    }

    /** What is added to the place of an anchor, mm. */
    public static Document setOffset(Document d, String bodyId, long entryId, String param, Vec3 offset) {
        return changed(d, bodyId, entryId, now -> {
            Map<String, AnchorPoint> all = new HashMap<>(now);
            all.computeIfPresent(param, (_, a) -> a.withOffset(offset));
            return all;
        });
    }

    private static Document changed(
            Document d, String bodyId, long entryId, UnaryOperator<Map<String, AnchorPoint>> change) {
        return d.with(bodyId, b -> b.with(entryId, e -> e.withAnchors(change.apply(e.anchors()))));
    }

    /** A document in which the numbers of anchored parameters are what their anchors came to, to be kept should these be lost. */
    public static Document withNumbers(Document d, String bodyId, long entryId, Map<String, Vec3> values) {
        return d.with(
                bodyId,
                b -> b.with(entryId, e -> {
                    StepDescriptor of = StepDescriptor.of(e.step());
                    var step = e.step();
                    for (Map.Entry<String, Vec3> v : values.entrySet())
                        if (e.anchors().containsKey(v.getKey())) step = of.with(step, v.getKey(), v.getValue());
                    return step.equals(e.step()) ? e : e.withStep(step);
                }));
    }

    /** Whether a parameter can have an anchor. */
    public static boolean canHave(Role role) {
        return role == Role.POINT || role == Role.DIRECTION;
    }
}
