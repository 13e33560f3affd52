package org.modeststack.steps.rail;

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

    /** What share of the distance there is at the arm that has the least room. */
    private double room = Double.POSITIVE_INFINITY;
    /** The least and the greatest distance of its arms, mm. */
    private double whole = Double.POSITIVE_INFINITY;

    private double farthest;
    private double scale = 1;
    private double closer = CLOSER;

    /** @param begun what share of the width its arms have from the outset */
    Station(int vertex, Vec3 place, double begun) {
        this.vertex = vertex;
        this.place = place;
        this.begun = begun;
    }

    void add(Arm arm) {
        room = Math.min(room, arm.room());
        whole = Math.min(whole, arm.distance());
        farthest = Math.max(farthest, arm.distance());
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
        return Math.min(scale, room);
    }

    /** What share there is of the width that is asked for. */
    public double reached() {
        return begun * share();
    }

    /** How wide strips are here on the narrowest side, mm. */
    double width() {
        return scale * whole;
    }

    /** Whether it is narrower than it was to be. */
    boolean isShort() {
        return share() < SHORT;
    }

    /** How wide strips are here on the narrowest side when nothing is held back, mm. */
    double whole() {
        return whole;
    }

    /** How wide strips are here on the widest side when nothing is held back, mm. */
    double farthest() {
        return farthest;
    }

    /** Takes no more than a share of what its arms have. */
    void narrowTo(double share) {
        scale = Math.min(scale, share);
    }

    void hold() {
        scale = share() * closer;
        closer = Math.max(FARTHEST, closer * closer);
    }

    /**
     * Narrows it so that it is wider than beside another, for what each is to have, by no more than a way, mm.
     *
     * @return whether it is narrower now
     */
    boolean follow(Station other, double way) {
        double most = other.scale + way / whole;
        if (most >= scale) return false;
        scale = most;
        return true;
    }
}
