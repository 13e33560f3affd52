package org.modeststack.steps.part;

import org.modeststack.mesh.Vec3;

/** The point that stays when picked elements are turned or scaled. */
public enum Pivot {
    MIDDLE,
    GIVEN;

    Vec3 of(Axes.Frame frame, Vec3 point) {
        return this == MIDDLE ? frame.middle() : point;
    }

    String words() {
        return this == MIDDLE ? "" : " about {point}";
    }
}
