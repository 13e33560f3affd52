package org.modeststack.steps.rail;

import java.util.ArrayList;
import java.util.List;
import org.modeststack.mesh.Vec3;

/** A vertex of picked edges at which their strips are cut across, and by how much they are held back there. */
public final class Station {
    /** What the width is multiplied by where a strip has no room; each time it is not enough by the square of that. */
    private static final double CLOSER = 0.96;

    /** But by no more at once. */
    private static final double FARTHEST = 0.6;

    /** With less than this share of the width a strip is narrow. */
    private static final double SHORT = 0.99;

    private final int vertex;
    private final Vec3 place;
    /** What share of the width it has from the outset. */
    private final double begun;

    private final List<Arm> arms = new ArrayList<>();
    private double scale = 1;
    private double closer = CLOSER;

    /** @param begun what share of the width its arms have from the outset */
    Station(int vertex, Vec3 place, double begun) {
        this.vertex = vertex;
        this.place = place;
        this.begun = begun;
    }

    void add(Arm arm) {
        arms.add(arm);
    }

    public int vertex() {
        return vertex;
    }

    public Vec3 place() {
        return place;
    }

    /** What the width is multiplied by. */
    public double scale() {
        return scale;
    }

    /** What share of the width there is, held back or without room, at the arm that has the least. */
    double share() {
        double least = scale;
        for (Arm a : arms) least = Math.min(least, a.room());
        return least;
    }

    /** What share there is of the width that is asked for. */
    public double reached() {
        return begun * share();
    }

    /** How wide strips are here on the narrowest side, mm. */
    double width() {
        return scale * whole();
    }

    /** Whether it is narrower than it was to be. */
    boolean isShort() {
        return share() < SHORT;
    }

    /** How wide strips are here on the narrowest side when nothing is held back, mm. */
    double whole() {
        double least = Double.POSITIVE_INFINITY;
        for (Arm a : arms) least = Math.min(least, a.distance());
        return least;
    }

    /** How wide strips are here on the widest side when nothing is held back, mm. */
    double farthest() {
        double most = 0;
        for (Arm a : arms) most = Math.max(most, a.distance());
        return most;
    }

    /** Takes no more than a share of what its arms have. */
    void narrowTo(double share) {
        scale = Math.min(scale, share);
    }

    boolean isHeld() {
        return scale < 1;
    }

    void hold() {
        scale = share() * closer;
        closer = Math.max(FARTHEST, closer * closer);
    }

    /** Narrows it so that it is wider than beside another, for what each is to have, by no more than a way, mm. */
    void follow(Station other, double way) {
        scale = Math.min(scale, other.scale + way / whole());
    }
}
