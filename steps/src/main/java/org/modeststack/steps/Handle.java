package org.modeststack.steps;

import org.modeststack.mesh.Vec3;

/**
 * A place in the view where one number of a step can be dragged.
 *
 * @param param the parameter's name
 * @param axis for a vector, the component that changes, or {@link #WHOLE} where the drag moves all of it
 * @param from where the measured distance begins, in the step's result, mm
 * @param at where the handle stands, mm; dragging runs along the line from {@code from}
 * @param rate how much the number changes for each millimetre of the drag
 */
public record Handle(String param, int axis, Vec3 from, Vec3 at, double rate) {
    public static final int WHOLE = -1;

    /** For a number, not a vector. */
    public Handle(String param, Vec3 from, Vec3 at, double rate) {
        this(param, WHOLE, from, at, rate);
    }

    /** The direction of the drag. */
    public Vec3 along() {
        return at.minus(from).unit();
    }
}
