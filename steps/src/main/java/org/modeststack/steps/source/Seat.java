package org.modeststack.steps.source;

import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Handle;

/** Where a solid's own origin is. */
public enum Seat {
    /** In the middle of its bottom. */
    STANDING,
    /** In its centre. */
    CENTRED;

    /** Height of the bottom of a solid of height h. */
    double bottom(double h) {
        return this == STANDING ? 0 : -h / 2;
    }

    /** The handle on top of a solid: it changes the height. */
    static Handle height(double low, double h, Seat seat) {
        double from = seat == STANDING ? low : 0;
        return new Handle("height", new Vec3(0, 0, from), new Vec3(0, 0, low + h), seat == STANDING ? 1 : 2);
    }
}
