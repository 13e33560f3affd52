package org.modeststack.stack;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.shape.Scale;
import org.modeststack.steps.shape.Turn;

/**
 * Putting whole bodies somewhere else by hand: the last step takes it on where it can, else one is added, so that however long a
 * body is dragged about it stays one step.
 */
public final class PlacingEdits {
    /** What is nearer to each other, mm, is one place. */
    private static final double SAME = 1e-9;

    private PlacingEdits() {}

    /** Moves what comes of a body. */
    public static Document moveBy(Document d, String id, Vec3 by) throws StepException {
        if (last(d, id) instanceof Move m) return setLast(d, id, "by", rounded(m.by().plus(by)));
        return add(d, id, new Move(by));
    }

    /**
     * Turns what comes of a body.
     *
     * @param about a point on the axis, mm
     */
    public static Document turnBy(Document d, String id, Axis axis, double degrees, Vec3 about) throws StepException {
        if (last(d, id) instanceof Turn t
                && t.axis() == axis
                && offAxis(t.about().minus(about), axis) < SAME) {
            double all = Math.rint(Math.IEEEremainder(t.angle() + degrees, 360) * 1e9) / 1e9;
            return setLast(d, id, "angle", all);
        }
        return add(d, id, new Turn(axis, degrees, about));
    }

    /** Scales what comes of a body alike in all directions, one point staying where it is. */
    public static Document scaleBy(Document d, String id, double factor, Vec3 from) throws StepException {
        if (last(d, id) instanceof Scale s && s.from().minus(from).length() < SAME)
            return setLast(d, id, "factors", rounded(s.factors().times(factor)));
        return add(d, id, new Scale(new Vec3(factor, factor, factor), from));
    }

    private static double offAxis(Vec3 d, Axis axis) {
        Vec3 k = axis.direction();
        return d.minus(k.times(d.dot(k))).length();
    }

    /** Null where that is switched off or held, and does nothing that could be seen. */
    private static @Nullable Step last(Document d, String id) {
        Entry e = d.bodyOf(id).entries().getLast();
        return e.enabled() && !e.held() ? e.step() : null;
    }

    private static Document setLast(Document d, String id, String param, Object value) throws StepException {
        return Edits.setValue(d, id, d.bodyOf(id).entries().getLast().id(), param, value);
    }

    private static Document add(Document d, String id, Step step) {
        return Edits.addStep(d, id, d.bodyOf(id).entries().size(), step);
    }

    /** Sums of round numbers stay round. */
    private static Vec3 rounded(Vec3 v) {
        return new Vec3(rounded(v.x()), rounded(v.y()), rounded(v.z()));
    }

    private static double rounded(double v) {
        return Math.rint(v * 1e9) / 1e9 + 0.0;
    }
}
