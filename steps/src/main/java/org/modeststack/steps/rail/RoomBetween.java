package org.modeststack.steps.rail;

import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.surface.SurfacePath;
import org.modeststack.steps.surface.SurfaceWalk;

/** Whether a strip could be wider half way between two stations than the straight rails between theirs make it. */
final class RoomBetween {
    /** By so much of the width at least. */
    private static final double WORTH = 0.05;

    /** How far a rail goes of the way to another rim that faces it. */
    private static final double TO_RIM = FacingRims.APART / 2;

    private final Band band;
    private final int from;
    private final int to;
    private final SurfaceWalk way;

    private RoomBetween(Band band, int k, SurfaceWalk way) {
        this.band = band;
        this.way = way;
        from = k;
        to = (k + 1) % band.size();
    }

    /** @param k which of the pieces between stations */
    static boolean isWider(Band band, int k, Mesh mesh, SurfaceWalk way) {
        RoomBetween room = new RoomBetween(band, k, way);
        double half = band.length(mesh, k) / 2;
        int i = band.at()[k];
        double length = band.edgeLength(mesh, i);
        while (half > length) {
            half -= length;
            length = band.edgeLength(mesh, ++i);
        }
        double on = length > 0 ? half / length : 0.5;
        return room.isWider(band.left(), band.sides().leftAt(i), on)
                || room.isWider(band.right(), band.sides().rightAt(i + 1), 1 - on);
    }

    private boolean isWider(Arm[] arms, Walks.Place edge, double on) {
        Arm first = arms[from], last = arms[to];
        double width = Math.min(across(first), across(last));
        WalkSide walk = edge.walk();
        SurfacePath path = walk.square(edge.index(), on, width / TO_RIM, way).path();
        double most = switch (path.end()) {
            case FREE -> width;
            case RIM -> Math.min(width, TO_RIM * path.length());
            case EDGE -> Math.min(width, Arm.BESIDE * path.length());
        };
        Vec3 a = walk.point(edge.index()), b = walk.point(edge.moved(1).index());
        Vec3 place = a.plus(b.minus(a).times(on));
        double now = place.distanceTo(
                first.rail(band.station(from).scale()).at(),
                last.rail(band.station(to).scale()).at());
        return now < most - WORTH * width;
    }

    /** How far the rail of a way is from the edges at its beginning, mm. */
    private static double across(Arm arm) {
        return arm.distance() * Math.abs(Math.sin(arm.angle()));
    }
}
