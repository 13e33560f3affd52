package org.modeststack.steps;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Vec3;

/**
 * A place in the view where one number of a step can be dragged.
 *
 * @param param the parameter's name
 * @param axis for a vector, the component that changes, or {@link #WHOLE} where the drag moves all of it
 * @param from where the measured distance begins, in the step's result, mm; for a turn, its centre
 * @param at where the handle stands, mm; dragging runs along the line from {@code from}, or round it
 * @param rate how much the number changes for each millimetre of the drag, for a turn for each degree
 * @param round the axis that the handle goes round, or null where it goes along its line
 * @param arm whether it merely sticks out from {@code from}, so that its length says nothing and may be stretched to be
 *     seen
 * @param most the value of the number beyond which nothing changes any more; NaN where there is none, or none is known
 */
public record Handle(
        String param,
        int axis,
        Vec3 from,
        Vec3 at,
        double rate,
        @Nullable Vec3 round,
        boolean arm,
        double most) {
    public static final int WHOLE = -1;

    public Handle(String param, int axis, Vec3 from, Vec3 at, double rate, @Nullable Vec3 round, boolean arm) {
        this(param, axis, from, at, rate, round, arm, Double.NaN);
    }

    /** The same handle with the value beyond which nothing changes. */
    public Handle upTo(double value) {
        return new Handle(param, axis, from, at, rate, round, arm, value);
    }

    public Handle(String param, int axis, Vec3 from, Vec3 at, double rate) {
        this(param, axis, from, at, rate, null, false);
    }

    /** For a number, not a vector. */
    public Handle(String param, Vec3 from, Vec3 at, double rate) {
        this(param, WHOLE, from, at, rate);
    }

    /**
     * For a length measured from a place: the line shows the length where there is one to see.
     *
     * @param way the direction in which the number grows, unit length
     * @param least how long the line is where the number is about 0
     */
    public static Handle measuring(String param, Vec3 from, Vec3 way, double length, double least) {
        Vec3 at = from.plus(way.times(length));
        return Math.abs(length) > 1e-3 * least
                ? new Handle(param, from, at, Math.signum(length))
                : new Handle(param, at.minus(way.times(least)), at, 1);
    }

    /** For an angle in degrees, counter-clockwise seen from the axis's tip. */
    public static Handle turning(String param, Vec3 centre, Vec3 at, Vec3 axis) {
        return new Handle(param, WHOLE, centre, at, 1, axis, true);
    }

    /**
     * For something that is shifted as a whole along a line.
     *
     * @param axis as above
     */
    public static Handle shifting(String param, int axis, Vec3 place, Vec3 at) {
        return new Handle(param, axis, place, at, 1, null, true);
    }

    /** For a place that is dragged freely; its parameter changes by as much. */
    public static Handle point(String param, Vec3 at) {
        return new Handle(param, WHOLE, at, at, 1);
    }

    /** Whether it is dragged freely and not along a line or round an axis. */
    public boolean isPoint() {
        return round == null && from.equals(at);
    }

    /** The direction of the drag along a line. */
    public Vec3 along() {
        return at.minus(from).unit();
    }
}
