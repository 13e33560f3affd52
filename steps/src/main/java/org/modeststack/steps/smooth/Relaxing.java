package org.modeststack.steps.smooth;

import it.unimi.dsi.fastutil.longs.Long2DoubleOpenHashMap;
import java.util.Arrays;
import java.util.BitSet;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Triangulation;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.work.Workers;
import org.modeststack.steps.StepContext;

/**
 * Moves vertices towards weighted means of their neighbours, pass by pass. Vertices on two borders or creases look only along
 * these, or stay; where more meet they stay. Linear in the edges, for each pass; on all cores.
 *
 * <p>Sources: G. Taubin, "A signal processing approach to fair surface design", SIGGRAPH 1995, for the pass that swells large forms
 * again; U. Pinkall, K. Polthier 1993 for weights by cotangents; M. Desbrun et al., "Implicit fairing of irregular meshes",
 * SIGGRAPH 1999, for keeping the volume.
 */
final class Relaxing {
    /** Forms that are larger than this, as Taubin counts them, keep their size. */
    static final double PASS_BAND = 0.1;
    /** So often the volume is brought nearer to what it was. */
    private static final int VOLUME_STEPS = 40;
    /** Of the volume: as near as that is the same. */
    private static final double SAME_VOLUME = 1e-10;

    private final Mesh in;
    private final BitSet moved = new BitSet();
    /** The neighbours of each vertex that moves, where they begin, and how much they count; together 1. */
    private final int[] start;

    private final int[] other;
    private final double[] weight;

    /**
     * @param picked vertices that may move
     * @param sharp edges that are creases; null for none
     * @param along whether borders and creases move as curves
     * @param byShape whether neighbours count by cotangents, or alike
     */
    Relaxing(Mesh in, BitSet picked, @Nullable Tag sharp, boolean along, boolean byShape) {
        this.in = in;
        SplitTopology topology = SplitTopology.of(in);
        Sharpness sharpness = Sharpness.of(topology, sharp, null, false);
        Long2DoubleOpenHashMap cotangents = byShape ? cotangents(in) : null;
        int nv = in.vertexCount();
        start = new int[nv + 1];
        int[] others = new int[2 * topology.edges];
        double[] weights = new double[2 * topology.edges];
        int n = 0;
        for (int v = 0; v < nv; v++) {
            VertexRule rule = VertexRule.of(topology, sharpness, v, 0);
            boolean moves = picked.get(v) && (rule == VertexRule.SMOOTH || rule == VertexRule.CREASE && along);
            int from = n;
            double sum = 0;
            for (int i = topology.edgeStart[v]; moves && i < topology.edgeStart[v + 1]; i++) {
                int e = topology.vertexEdges[i];
                if (rule == VertexRule.CREASE && sharpness.edge(e) == 0) continue;
                int w = topology.otherEnd(e, v);
                others[n] = w;
                weights[n] = cotangents == null ? 1 : Math.max(0, cotangents.get(Tag.edge(v, w)));
                sum += weights[n++];
            }
            if (sum > 0) moved.set(v);
            else n = from;
            for (int i = from; i < n; i++) weights[i] /= sum;
            start[v + 1] = n;
        }
        other = Arrays.copyOf(others, n);
        weight = Arrays.copyOf(weights, n);
    }

    /** For each edge the sum of the cotangents of the angles across from it; diagonals of faces do not count. */
    private static Long2DoubleOpenHashMap cotangents(Mesh in) {
        Long2DoubleOpenHashMap out = new Long2DoubleOpenHashMap(in.cornerCount());
        Triangulation t = in.triangulation();
        int[] corners = t.triangleCorners();
        for (int i = 0; i < corners.length; i += 3) {
            for (int k = 0; k < 3; k++) {
                int a = in.corners()[corners[i + k]], b = in.corners()[corners[i + (k + 1) % 3]];
                int c = in.corners()[corners[i + (k + 2) % 3]];
                Vec3 u = in.point(a).minus(in.point(c)), v = in.point(b).minus(in.point(c));
                double area = u.cross(v).length();
                if (area > 0) out.addTo(Tag.edge(a, b), u.dot(v) / area);
            }
        }
        return out;
    }

    /**
     * The places after some passes, 3 doubles a vertex.
     *
     * @param strength how far each pass goes, from 0 to 1
     * @param keepSize whether each is followed by one that swells
     */
    double[] relaxed(double strength, int passes, boolean keepSize, StepContext context) {
        double[] now = in.xyz().clone(), next = now.clone();
        double swell = 1 / (PASS_BAND - 1 / strength);
        for (int i = 0; i < passes; i++) {
            pass(now, next, strength);
            if (keepSize) {
                pass(next, now, swell);
            } else {
                double[] old = now;
                now = next;
                next = old;
            }
            context.progress((i + 1.0) / passes);
        }
        return now;
    }

    private void pass(double[] from, double[] to, double share) {
        Workers.ranges(0, start.length - 1, (first, last) -> {
            for (int v = first; v < last; v++) {
                for (int k = 0; k < 3; k++) {
                    double p = from[3 * v + k], towards = 0;
                    for (int i = start[v]; i < start[v + 1]; i++) towards += weight[i] * (from[3 * other[i] + k] - p);
                    to[3 * v + k] = p + share * towards;
                }
            }
        });
    }

    /**
     * Moves what may move along its normals, so that a closed mesh encloses as much as it did.
     *
     * @return whether it does; where few vertices move that may be more than they can make good
     */
    boolean keepVolume(double[] xyz) {
        double meant = Measures.of(in).volume();
        for (int step = 0; step < VOLUME_STEPS; step++) {
            // Bent faces are triangulated by where they are.
            Mesh now = in.withPositions(xyz);
            double missing = meant - Measures.of(now).volume();
            if (Math.abs(missing) <= SAME_VOLUME * Math.abs(meant)) return true;
            double[] normals = areaNormals(xyz, now.triangulation().triangleCorners());
            double area = 0;
            for (int v = moved.nextSetBit(0); v >= 0; v = moved.nextSetBit(v + 1)) area += length(normals, v);
            if (!(area > 0)) return false;
            for (int v = moved.nextSetBit(0); v >= 0; v = moved.nextSetBit(v + 1)) {
                double size = length(normals, v);
                for (int k = 0; size > 0 && k < 3; k++) xyz[3 * v + k] += missing / area * normals[3 * v + k] / size;
            }
        }
        return false;
    }

    private static double length(double[] vectors, int v) {
        double x = vectors[3 * v], y = vectors[3 * v + 1], z = vectors[3 * v + 2];
        return Math.sqrt(x * x + y * y + z * z);
    }

    /** For each vertex a third of the area vectors of its triangles: how the volume grows as it moves. */
    private double[] areaNormals(double[] xyz, int[] corners) {
        double[] out = new double[xyz.length];
        for (int i = 0; i < corners.length; i += 3) {
            Vec3 a = at(xyz, corners[i]);
            Vec3 n = at(xyz, corners[i + 1])
                    .minus(a)
                    .cross(at(xyz, corners[i + 2]).minus(a))
                    .times(1.0 / 6);
            for (int k = 0; k < 3; k++) {
                int v = 3 * in.corners()[corners[i + k]];
                out[v] += n.x();
                out[v + 1] += n.y();
                out[v + 2] += n.z();
            }
        }
        return out;
    }

    private Vec3 at(double[] xyz, int corner) {
        int v = 3 * in.corners()[corner];
        return new Vec3(xyz[v], xyz[v + 1], xyz[v + 2]);
    }
}
