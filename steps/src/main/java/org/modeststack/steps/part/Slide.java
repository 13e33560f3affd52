package org.modeststack.steps.part;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Loops;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Role;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Unpicked;

/** Slides picked edges or vertices along the edges beside them, so that the surface keeps its shape. */
@StepInfo(
        type = "slide",
        title = "Slide",
        family = Family.FACES,
        help = "Slides chains of picked edges along the edges that meet them, to one side or the other; picked vertices"
                + " along the edge that goes most the given way.",
        words = "slide shift edge loop vertex along neighbours")
public record Slide(
        @Param(label = "What", help = "Edges in a row, or vertices.", def = "edges")
        Pick what,

        @Param(
                label = "Share",
                help = "How far towards the next vertices; less than 0 goes to the other side.",
                unit = Unit.FACTOR,
                min = -1,
                max = 1,
                def = "0.25")
        double share,

        @Param(
                label = "Even",
                help = "The same distance everywhere: the share of the shortest edge on that side.",
                def = "off")
        boolean even,

        @Param(
                label = "Towards",
                help = "For vertices: the way they go.",
                min = -1e9,
                max = 1e9,
                def = "0 0 1",
                role = Role.DIRECTION)
        Vec3 towards)
        implements Step {

    /** What is slid keeps this share of an edge's length from its end, so that nothing has no area. */
    private static final double MARGIN = 1e-4;

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = what.on(in, context);
        if (picked.isEmpty()) return Unpicked.of(in, PickText.plural(what.kind()), context);
        double[] out = in.xyz().clone();
        int stuck = 0;
        for (Track t : tracks(in, picked, context)) stuck += t.move(in, out, share, even);
        if (stuck > 0)
            context.remark(
                    Remark.Level.REMARK,
                    stuck + (stuck == 1 ? " vertex was" : " vertices were")
                            + " left in place: no edge to slide along on that side.");
        return in.withPositions(out);
    }

    private List<Track> tracks(Mesh in, Selection picked, @Nullable StepContext context) {
        List<Track> out = new ArrayList<>();
        if (picked.kind() == ElementKind.VERTEX) {
            out.add(ofVertices(in, picked.elements()));
            return out;
        }
        Chain.Found found = Outlines.of(in, picked);
        if (found.branching() > 0 && context != null)
            context.remark(Remark.Level.REMARK, "Picked edges that branch have no sides and were left as they are.");
        Chain first = null;
        for (Chain c : found.chains()) {
            Chain turned = turned(in, c, first);
            if (first == null) first = turned;
            out.add(ofChain(in, turned));
        }
        return out;
    }

    /** A chain the way its keys say, or the way the first chain goes, so that all have their left on one side. */
    private static Chain turned(Mesh in, Chain c, @Nullable Chain first) {
        double same = first == null ? 0 : way(in, c).dot(way(in, first));
        boolean back = same != 0 ? same < 0 : keyOf(in, c, 1) > keyOf(in, c, -1);
        if (!back) return c;
        IntArrayList v = new IntArrayList(c.size());
        for (int i = c.size() - 1; i >= 0; i--) v.add(c.at(i));
        return new Chain(v, c.closed());
    }

    private static long keyOf(Mesh in, Chain c, int step) {
        if (!c.closed()) return in.vertexKeys()[c.at(step > 0 ? 0 : c.size() - 1)];
        int least = 0;
        for (int i = 1; i < c.size(); i++) if (in.vertexKeys()[c.at(i)] < in.vertexKeys()[c.at(least)]) least = i;
        return in.vertexKeys()[c.at(least + step)];
    }

    /** From end to end; for a closed chain, the way its area looks. */
    private static Vec3 way(Mesh in, Chain c) {
        if (!c.closed()) return in.point(c.at(c.size() - 1)).minus(in.point(c.at(0)));
        Vec3 sum = Vec3.ZERO, p = in.point(c.at(0));
        for (int i = 1; i + 1 < c.size(); i++)
            sum = sum.plus(
                    in.point(c.at(i)).minus(p).cross(in.point(c.at(i + 1)).minus(p)));
        return sum;
    }

    private Track ofVertices(Mesh in, BitSet vertices) {
        Track t = new Track();
        Adjacency adj = in.adjacency();
        vertices.stream().forEach(v -> {
            int best = -1, worst = -1;
            double most = -2, least = 2;
            for (int e : Loops.edgesAt(in, adj, v)) {
                int w = adj.otherEnd(e, v);
                double cos = in.point(w).minus(in.point(v)).unit().dot(towards.unit());
                if (cos > most) {
                    most = cos;
                    best = w;
                }
                if (cos < least) {
                    least = cos;
                    worst = w;
                }
            }
            t.add(v, best < 0 ? null : in.point(best), worst < 0 ? null : in.point(worst));
        });
        return t;
    }

    private static Track ofChain(Mesh in, Chain c) {
        Track t = new Track();
        for (int i = 0; i < c.size(); i++) {
            int before = c.closed() || i > 0 ? c.at(i - 1) : -1;
            int after = c.closed() || i + 1 < c.size() ? c.at(i + 1) : -1;
            t.add(c.at(i), beside(in, c.at(i), before, after, true), beside(in, c.at(i), before, after, false));
        }
        return t;
    }

    /** Where the edges on one side of a chain lead from a vertex, in the mean; null where there are none. */
    private static @Nullable Vec3 beside(Mesh in, int v, int before, int after, boolean left) {
        Adjacency adj = in.adjacency();
        // Round the vertex from the chain's edge before or after, over the faces on that side.
        int from = after >= 0 ? after : before, until = after >= 0 ? before : -1;
        boolean counterClockwise = (after >= 0) == left;
        Vec3 sum = Vec3.ZERO;
        int n = 0, w = from;
        for (int guard = adj.vertexStart()[v + 1] - adj.vertexStart()[v]; guard > 0; guard--) {
            w = next(in, adj, v, w, counterClockwise);
            if (w < 0 || w == until || w == from) break;
            sum = sum.plus(in.point(w));
            n++;
            // At the end of a chain, the first edge on that side.
            if (until < 0) break;
        }
        return n == 0 ? null : sum.times(1.0 / n);
    }

    /** The neighbour of v that comes after w, counter-clockwise or clockwise seen from outside; -1 at a border. */
    private static int next(Mesh in, Adjacency adj, int v, int w, boolean counterClockwise) {
        for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++) {
            int c = adj.vertexCorners()[i];
            int before = in.corners()[adj.cornerBefore(c, in)];
            int after = in.corners()[adj.cornerNext()[c]];
            if (counterClockwise && after == w) return before;
            if (!counterClockwise && before == w) return after;
        }
        return -1;
    }

    @Override
    public List<Handle> handles(Mesh in) {
        Selection picked = what.on(in).selection();
        if (picked.isEmpty()) return List.of();
        for (Track t : tracks(in, picked, null)) {
            Handle h = t.handle(in, share);
            if (h != null) return List.of(h);
        }
        return List.of();
    }

    @Override
    public String sentence() {
        return what.kind() == ElementKind.VERTEX
                ? "*Slide* {what} by {share} towards {towards}."
                : "*Slide* {what} by {share}" + (even ? ", evenly" : "") + ".";
    }

    /** Vertices with where they can slide to, on either side. */
    private static final class Track {
        private final IntArrayList vertices = new IntArrayList();
        private final List<Vec3> left = new ArrayList<>();
        private final List<Vec3> right = new ArrayList<>();

        void add(int v, @Nullable Vec3 l, @Nullable Vec3 r) {
            vertices.add(v);
            left.add(l);
            right.add(r);
        }

        /** @return how many could not go */
        int move(Mesh in, double[] out, double share, boolean even) {
            List<Vec3> ends = share >= 0 ? left : right;
            double t = Math.min(Math.abs(share), 1 - MARGIN), shortest = Double.POSITIVE_INFINITY;
            for (int i = 0; i < vertices.size(); i++)
                if (ends.get(i) != null) shortest = Math.min(shortest, length(in, ends, i));
            int stuck = 0;
            for (int i = 0; i < vertices.size(); i++) {
                if (ends.get(i) == null) {
                    stuck++;
                    continue;
                }
                int v = vertices.getInt(i);
                double l = length(in, ends, i), by = even && l > 0 ? t * shortest / l : t;
                Vec3 p = in.point(v), q = p.plus(ends.get(i).minus(p).times(by));
                out[3 * v] = q.x();
                out[3 * v + 1] = q.y();
                out[3 * v + 2] = q.z();
            }
            return share == 0 ? 0 : stuck;
        }

        private double length(Mesh in, List<Vec3> ends, int i) {
            return ends.get(i).minus(in.point(vertices.getInt(i))).length();
        }

        /** At the vertex in the middle of the track, along the edge on the side it is slid to. */
        @Nullable
        Handle handle(Mesh in, double share) {
            int i = vertices.size() / 2;
            List<Vec3> ends = share >= 0 ? left : right;
            if (vertices.isEmpty() || ends.get(i) == null || length(in, ends, i) == 0) return null;
            Vec3 p = in.point(vertices.getInt(i)), way = ends.get(i).minus(p);
            if (share < 0) way = way.times(-1);
            Vec3 at = p.plus(way.times(share));
            return new Handle("share", at.minus(way), at, 1 / way.length());
        }
    }
}
