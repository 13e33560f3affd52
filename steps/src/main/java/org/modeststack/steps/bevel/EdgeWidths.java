package org.modeststack.steps.bevel;

import java.util.BitSet;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.work.Workers;

/**
 * How far from each cut edge its rails run: for each corner of the mesh, the distance within its face between the side
 * that leaves it and the rail, at both ends of that side, mm. All are in proportion to the width.
 */
final class EdgeWidths {
    /** Faces that turn back on each other by more than this leave no depth to go by; radians off a full turn back. */
    private static final double FOLDED = 1e-3;

    private final Mesh mesh;
    private final Adjacency adj;
    private final double[] normals;
    final double[] start;
    final double[] end;
    /** Whether each edge has one width, at both ends and in both faces. */
    private final boolean even;

    /** By how much the faces turn at the side's edge, radians from 0 to π; only where it is cut. */
    final double[] turn;

    /** How far the rail in the first face of one edge is from it, at the middle, for each unit of the width. */
    static double perUnit(Mesh mesh, BitSet cut, int e, Measure measure) {
        EdgeWidths w = new EdgeWidths(mesh);
        int c = w.adj.edgeCorner(e, 0), d = w.adj.edgeCorner(e, 1);
        return switch (measure) {
            case SHARE -> w.shorter(c, d);
            case SAME -> (w.atStart(cut, c) + w.atEnd(cut, c)) / 2;
            default -> perUnit(measure, w.turn(c, d));
        };
    }

    private EdgeWidths(Mesh mesh) {
        this.mesh = mesh;
        adj = mesh.adjacency();
        normals = FaceFrames.of(mesh).normals();
        // Only what does not ask for these is asked of it.
        start = end = turn = new double[0];
        even = false;
    }

    /** @param tapers whether {@link #scale} will be told of vertices */
    EdgeWidths(Mesh mesh, BitSet cut, Measure measure, double width, boolean tapers) {
        this.mesh = mesh;
        adj = mesh.adjacency();
        normals = FaceFrames.of(mesh).normals();
        start = new double[mesh.cornerCount()];
        // One and the same as long as all are even.
        end = measure == Measure.SAME || tapers ? new double[mesh.cornerCount()] : start;
        even = end == start;
        turn = new double[mesh.cornerCount()];
        Workers.ranges(0, adj.edgeCount(), (from, to) -> {
            for (int e = cut.nextSetBit(from); e >= 0 && e < to; e = cut.nextSetBit(e + 1)) set(e, measure, width);
        });
        if (measure == Measure.SAME) sameOnAll(cut, width);
    }

    private void set(int e, Measure measure, double width) {
        int c = adj.edgeCorner(e, 0), d = adj.edgeCorner(e, 1);
        double t = turn(c, d);
        turn[c] = t;
        turn[d] = t;
        double w = measure == Measure.SHARE ? width * shorter(c, d) : width * perUnit(measure, t);
        start[c] = w;
        end[c] = w;
        start[d] = w;
        end[d] = w;
    }

    boolean areEven() {
        return even;
    }

    private double turn(int c, int d) {
        int f = 3 * adj.cornerFace()[c], g = 3 * adj.cornerFace()[d];
        double dot = normals[f] * normals[g] + normals[f + 1] * normals[g + 1] + normals[f + 2] * normals[g + 2];
        double x = normals[f + 1] * normals[g + 2] - normals[f + 2] * normals[g + 1];
        double y = normals[f + 2] * normals[g] - normals[f] * normals[g + 2];
        double z = normals[f] * normals[g + 1] - normals[f + 1] * normals[g];
        return Math.atan2(Math.sqrt(x * x + y * y + z * z), dot);
    }

    /** How far along the faces a rail is for each unit of what is measured. */
    private static double perUnit(Measure measure, double turn) {
        double half = Math.min(turn, Math.PI - FOLDED) / 2;
        return switch (measure) {
            case ACROSS -> 1 / (2 * Math.cos(half));
            // The chord of a flat edge is at no depth; it is then taken as if the faces turned a little.
            case DEEP -> 1 / Math.sin(Math.max(half, FOLDED));
            case RADIUS -> Math.max(Math.tan(half), FOLDED);
            default -> 1;
        };
    }

    /** The length of the shortest edge that meets an edge in one of its two faces. */
    private double shorter(int c, int d) {
        double least = Double.POSITIVE_INFINITY;
        for (int s : new int[] {c, d}) {
            double before = length(adj.cornerBefore(s, mesh));
            least = Math.min(least, Math.min(before, length(adj.cornerNext()[s])));
        }
        return least;
    }

    private double length(int c) {
        return along(c).length();
    }

    private Vec3 along(int c) {
        return mesh.point(mesh.corners()[adj.cornerNext()[c]]).minus(mesh.point(mesh.corners()[c]));
    }

    /** Rails that meet an edge left whole do so at the width from its end, however it leans. */
    private void sameOnAll(BitSet cut, double width) {
        for (int e = cut.nextSetBit(0); e >= 0; e = cut.nextSetBit(e + 1)) {
            for (int i = 0; i < 2; i++) {
                int c = adj.edgeCorner(e, i);
                start[c] = width * atStart(cut, c);
                end[c] = width * atEnd(cut, c);
            }
        }
    }

    private double atStart(BitSet cut, int c) {
        int before = adj.cornerBefore(c, mesh);
        return cut.get(adj.cornerEdge()[before]) ? 1 : sine(c, before);
    }

    private double atEnd(BitSet cut, int c) {
        int after = adj.cornerNext()[c];
        return cut.get(adj.cornerEdge()[after]) ? 1 : sine(c, after);
    }

    private double sine(int c, int d) {
        return along(c).unit().cross(along(d).unit()).length();
    }

    /**
     * Makes the rails of an edge run closer at one of its vertices.
     *
     * @param edges for each edge the share of its width that is kept, 1 to leave it; null leaves all
     * @param vertices the same for each vertex
     */
    void scale(BitSet cut, double @Nullable [] edges, double @Nullable [] vertices) {
        for (int e = cut.nextSetBit(0); e >= 0; e = cut.nextSetBit(e + 1)) {
            for (int i = 0; i < 2; i++) {
                int c = adj.edgeCorner(e, i);
                double w = edges == null ? 1 : edges[e];
                start[c] *= w * (vertices == null ? 1 : vertices[mesh.corners()[c]]);
                if (!even) end[c] *= w * (vertices == null ? 1 : vertices[mesh.corners()[adj.cornerNext()[c]]]);
            }
        }
    }
}
