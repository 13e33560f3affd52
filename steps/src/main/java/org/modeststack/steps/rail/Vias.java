package org.modeststack.steps.rail;

import java.util.ArrayList;
import java.util.List;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.surface.CutLine;
import org.modeststack.steps.surface.Imprint;
import org.modeststack.steps.surface.SurfacePath;
import org.modeststack.steps.surface.SurfaceWalk;

/**
 * Further places of a rail between two stops of a walk: where the surface bends so much that the straight way between
 * their rails is not as far from the edges as it should be, and square off the edges at a stop round which the rail goes.
 */
final class Vias {
    /** How far a rail may be off, as a share of the width. */
    private static final double BENT = 0.02;

    /** Places nearer to each other than this along the edges, as a share of the width, are not parted. */
    static final double NEAR = 0.5;

    /** As good as at the end, as a share of the way. */
    private static final double BESIDE = 1e-3;

    /** Round a stop the rail turns by no more than this from one place to the next, radians. */
    private static final double ROUND = Math.toRadians(30);

    private static final int DEPTH = 4;

    private final Walks walks;
    private final WalkSide walk;
    private final int from;
    private final int edges;
    private final SurfaceWalk way;
    private final double whole;
    /** How far the rail is from the edges, where it is so the least of both stops; towards a corner the way there is longer. */
    private final double width;

    /** How many times what is asked that is. */
    private final double times;

    private final List<Via> out = new ArrayList<>();

    /**
     * A place between two stops.
     *
     * @param share how far from the one to the other, along the edges
     */
    record Via(double share, Arm arm) {}

    private Vias(Walks walks, Walks.Place start, Arm first, Walks.Place end, Arm last, SurfaceWalk way) {
        this.walks = walks;
        this.way = way;
        walk = start.walk();
        from = start.index();
        int to = end.index();
        edges = from == to ? walk.size() : Math.floorMod(to - from, walk.size());
        double sum = 0;
        for (int k = 0; k < edges; k++) sum += walk.length(place(k));
        whole = sum;
        double before = asked(0, 0), after = asked(1, edges - 1);
        double begins = walk.goesRound(from, first, before) ? before : WalkSide.widthAfter(first);
        double ends = walk.goesRound(to, last, after) ? after : walk.widthBefore(to, last);
        width = Math.min(begins, ends);
        times = Math.min(begins / before, ends / after);
    }

    /** @param trace to try the straight way with */
    static List<Via> between(
            Walks walks, Walks.Place from, Arm first, Walks.Place to, Arm last, SurfaceWalk way, Imprint trace) {
        Vias v = new Vias(walks, from, first, to, last, way);
        List<Via> begins = v.round(from, first, true), ends = v.round(to, last, false);
        v.out.addAll(begins);
        Via a = begins.isEmpty() ? new Via(0, first) : begins.getLast();
        Via b = ends.isEmpty() ? new Via(1, last) : ends.getFirst();
        if (v.isNarrow(a.arm, b.arm, trace)) v.part(a.share, a.arm, b.share, b.arm, DEPTH);
        v.out.addAll(ends);
        return v.out;
    }

    /** Places round a stop that the rail goes round, as far as to that square off the edge; none where there is no room. */
    private List<Via> round(Walks.Place stop, Arm arm, boolean isFirst) {
        int at = stop.index();
        List<Via> out = new ArrayList<>();
        double asked = isFirst ? asked(0, 0) : asked(1, edges - 1);
        if (!walk.goesRound(at, arm, asked) || whole < NEAR * asked) return out;
        double square = isFirst ? Math.PI / 2 : walk.angle(at) - Math.PI / 2, turn = square - arm.angle();
        int many = (int) Math.ceil(Math.abs(turn) / ROUND);
        for (int i = 1; i <= many; i++) {
            double share = (double) i / many, beside = BESIDE * share;
            Arm place = walk.along(at, arm.angle() + share * turn, asked, way);
            if (place.room() < 1 - BENT) return List.of();
            out.add(isFirst ? out.size() : 0, new Via(isFirst ? beside : 1 - beside, place));
        }
        return out;
    }

    /** Whether the straight way between two rails comes too near to the edges. */
    private boolean isNarrow(Arm first, Arm last, Imprint trace) {
        if (whole < NEAR * width || first.room() < 1 || last.room() < 1) return false;
        SurfacePath.Place a = first.rail(1), b = last.rail(1);
        // Within one triangle nothing bends.
        if (a.triangle() == b.triangle()) return false;
        CutLine line = trace.line();
        double onto = RailLines.ONE_PLACE * width;
        line.station(a, onto, 0);
        line.station(b, onto, 0);
        line.go(0, walk.normal(from), walk.normal(place(edges - 1)), onto, 0);
        if (!line.troubled().isEmpty()) return true;
        for (int node : line.between(0)) {
            double near = Double.POSITIVE_INFINITY;
            for (int k = 0; k < edges; k++)
                near = Math.min(
                        near, trace.nodes().at(node).distanceTo(walk.point(place(k)), walk.point(place(k + 1))));
            if (near < (1 - 2 * BENT) * width) return true;
        }
        return false;
    }

    private int place(int k) {
        return (from + k) % walk.size();
    }

    /** The width that is asked for at a share of the way from stop to stop, which lies on an edge, mm. */
    private double asked(double share, int edge) {
        double first = walks.part(walk.vertex(from)), last = walks.part(walk.vertex(from + edges));
        return walks.width(new Walks.Place(walk, place(edge))) * (first + share * (last - first));
    }

    private void part(double a, Arm first, double b, Arm last, int depth) {
        if (depth == 0 || (b - a) * whole < NEAR * width) return;
        double share = (a + b) / 2;
        Arm arm = at(share);
        SurfacePath.Place place = arm.rail(1);
        Vec3 p = first.rail(1).at(), q = last.rail(1).at(), r = place.at();
        // Where the straight way is farther from the edges than it has to be, as at corners, it stays.
        double narrow = r.minus(p)
                .minus(q.minus(p).times(r.minus(p).dot(q.minus(p)) / q.minus(p).dot(q.minus(p))))
                .dot(place.way());
        if (arm.room() < 1 - BENT || narrow < BENT * width) return;
        // A place that does not lie between the others belongs to a turn, where rails pass each other.
        if (r.minus(p).dot(q.minus(p)) <= 0 || r.minus(q).dot(p.minus(q)) <= 0) return;
        part(a, first, share, arm, depth - 1);
        out.add(new Via(share, arm));
        part(share, arm, b, last, depth - 1);
    }

    private Arm at(double share) {
        double left = share * whole;
        int k = 0;
        while (k < edges - 1 && left > walk.length(place(k))) left -= walk.length(place(k++));
        double length = walk.length(place(k));
        double on = length > 0 ? Math.clamp(left / length, 0.01, 0.99) : 0.5;
        return walk.square(place(k), on, times * asked(share, k), way);
    }
}
