package org.modeststack.steps.combine;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.BitSet;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;

/**
 * A body that is a bar with even sides round an axis, known again by its shape: sides edges that are parallel, as long as
 * each other and evenly placed on a circle, with nothing beyond their ends. It can be told with how many sides its edges would meet those of what it cuts.
 */
final class RoundTool {
    /** Fewer sides are no bar that is meant as round, and more are not counted. */
    private static final int FEWEST = 6, MOST = 96;

    /** Equal, as a share of what is compared. */
    private static final double EXACT = 1e-6;

    /** Edges that are off the corners by less than this share of a side meet them, on average. */
    private static final double MEETING = 0.08;

    /** Where they already do about as well nothing is said. */
    private static final double MET = 0.16;

    /** From so many edges on it matters where they meet. */
    private static final int MANY = 4;

    private final Vec3 middle;
    private final Vec3 across;
    private final Vec3 aside;
    private final double radius;
    private final int sides;

    private RoundTool(Vec3 middle, Vec3 axis, Vec3 corner, int sides) {
        this.middle = middle;
        this.sides = sides;
        Vec3 out = corner.minus(middle);
        radius = out.length();
        across = out.unit();
        aside = axis.cross(across);
    }

    /** @return null where a mesh is no such body. A mesh of many faces is left alone */
    static @Nullable RoundTool of(Mesh m) {
        if (m.faceCount() > 6 * MOST) return null;
        Adjacency adj = m.adjacency();
        int n = adj.edgeCount();
        BitSet seen = new BitSet();
        for (int first = 0; first < n; first = seen.nextClearBit(first + 1)) {
            if (!isBesideRectangle(m, first)) continue;
            Vec3 way = along(m, first);
            IntArrayList same = new IntArrayList();
            for (int e = 0; e < n; e++) {
                if (!isLike(along(m, e), way)) continue;
                same.add(e);
                seen.set(e);
            }
            RoundTool tool = round(m, way.unit(), same);
            if (tool != null && isAllBetween(m, tool.middle, way)) return tool;
        }
        return null;
    }

    /** Whether the face on one side of an edge has four sides and the opposite one is like it, as the sides of a bar have. */
    private static boolean isBesideRectangle(Mesh m, int edge) {
        Adjacency adj = m.adjacency();
        int c = adj.edgeCorner(edge, 0);
        if (m.sides(adj.cornerFace()[c]) != 4) return false;
        int across = adj.cornerEdge()[adj.cornerNext()[adj.cornerNext()[c]]];
        return isLike(along(m, across), along(m, edge));
    }

    private static boolean isLike(Vec3 a, Vec3 b) {
        return Math.abs(a.length() - b.length()) < EXACT * b.length()
                && a.cross(b).length() < EXACT * b.dot(b);
    }

    /** Whether nothing of a mesh is beyond the ends of its parallel edges, as there is of a ball. */
    private static boolean isAllBetween(Mesh m, Vec3 middle, Vec3 way) {
        double most = (0.5 + EXACT) * way.dot(way);
        for (int v = 0; v < m.vertexCount(); v++)
            if (Math.abs(m.point(v).minus(middle).dot(way)) > most) return false;
        return true;
    }

    private static @Nullable RoundTool round(Mesh m, Vec3 axis, IntArrayList edges) {
        int n = edges.size();
        if (n < FEWEST || n > MOST) return null;
        Vec3 middle = Vec3.ZERO;
        for (int e : edges) middle = middle.plus(half(m, e).times(1.0 / n));
        RoundTool tool = new RoundTool(middle, axis, half(m, edges.getInt(0)), n);
        BitSet seen = new BitSet();
        for (int e : edges) {
            Vec3 out = half(m, e).minus(middle);
            double turn = tool.turn(half(m, e));
            boolean isEven = Math.abs(turn * n - Math.rint(turn * n)) < 1e-4;
            boolean isOn = Math.abs(out.length() - tool.radius) < EXACT * tool.radius
                    && Math.abs(out.dot(axis)) < EXACT * tool.radius;
            if (!isEven || !isOn) return null;
            seen.set(Math.floorMod((int) Math.rint(turn * n), n));
        }
        return seen.cardinality() == n ? tool : null;
    }

    private static Vec3 along(Mesh m, int e) {
        return m.point(m.adjacency().edgeHigh(e)).minus(m.point(m.adjacency().edgeLow(e)));
    }

    private static Vec3 half(Mesh m, int e) {
        return m.point(m.adjacency().edgeLow(e)).plus(along(m, e).times(0.5));
    }

    /** How far round the axis a place is from the first corner, in turns. */
    private double turn(Vec3 p) {
        Vec3 out = p.minus(middle);
        return Math.atan2(out.dot(aside), out.dot(across)) / (2 * Math.PI);
    }

    int sides() {
        return sides;
    }

    /**
     * With how many sides, turned as would be best, it would meet the edges of what it has cut.
     *
     * @param cut what has come of it
     * @param rim the edges of the cut
     * @return its own number where it would only have to be turned; 0 where no number up to twice its own is clearly better,
     *     or nothing meets it
     */
    int betterSides(Mesh cut, Tag rim) {
        double[] turns = met(cut, rim);
        if (turns.length < MANY || off(turns, sides, 0) < MET) return 0;
        for (int n = FEWEST; n <= Math.min(MOST, 2 * sides); n++)
            if (off(turns, n, phase(turns, n)) < MEETING) return n;
        return 0;
    }

    /** Where vertices of the rim lie round the axis that are none of its own corners, so that edges of the other body do. */
    private double[] met(Mesh cut, Tag rim) {
        BitSet on = new BitSet();
        for (int i = 0; i < rim.size(); i++) {
            on.set(Tag.edgeLow(rim.element(i)));
            on.set(Tag.edgeHigh(rim.element(i)));
        }
        return on.stream()
                .mapToObj(cut::point)
                .filter(p -> {
                    double at = turn(p) * sides;
                    return Math.abs(at - Math.rint(at)) > 1e-3;
                })
                .mapToDouble(this::turn)
                .toArray();
    }

    /** By how many sides a bar of so many is best turned for its corners to be where places are, on the mean of all. */
    private static double phase(double[] turns, int n) {
        double x = 0, y = 0;
        for (double t : turns) {
            x += Math.cos(2 * Math.PI * n * t);
            y += Math.sin(2 * Math.PI * n * t);
        }
        return Math.atan2(y, x) / (2 * Math.PI);
    }

    /** How far places are from the nearest corners of so many sides on average, in sides. */
    private static double off(double[] turns, int n, double phase) {
        double sum = 0;
        for (double t : turns) {
            double at = n * t - phase;
            sum += Math.abs(at - Math.rint(at));
        }
        return sum / turns.length;
    }
}
