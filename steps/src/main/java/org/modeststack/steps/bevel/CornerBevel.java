package org.modeststack.steps.bevel;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.BitSet;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.profile.CornerPatch;
import org.modeststack.steps.profile.PatchFaces;
import org.modeststack.steps.profile.ProfileCurve;

/**
 * Cuts off vertices: each edge there ends in a vertex of its own, and what is between them is closed by a face, or by a
 * grid whose sides run across the old faces in the bevel's profile.
 */
final class CornerBevel {
    private static final long POINT = 11;
    private static final long SIDE = 12;
    private static final long FACE = 13;

    private final CutPiece cut;
    private final Mesh mesh;
    private final Adjacency adj;
    private final ProfileCurve curve;
    private final boolean grid;
    private final Measure measure;
    private final double width;
    private final double @Nullable [] weights;
    private final long seed;
    private final int n;
    private final long[] places;
    private final FaceFan fan;

    /** @param weights for each vertex what its width is multiplied by; null for 1 everywhere */
    CornerBevel(
            CutMesh whole,
            BitSet vertices,
            Measure measure,
            double width,
            double @Nullable [] weights,
            ProfileCurve curve,
            Meeting meeting,
            long seed) {
        mesh = whole.mesh;
        adj = whole.adj;
        cut = whole.piece((int) Math.min(1 << 26, 6L * vertices.cardinality() * curve.segments()));
        this.curve = curve;
        grid = meeting == Meeting.GRID;
        this.measure = measure;
        this.width = width;
        this.weights = weights;
        this.seed = seed;
        cut.doubtful = true;
        n = curve.segments();
        places = Keys.fractions(n);
        fan = new FaceFan(mesh);
        BitSet seen = new BitSet(mesh.cornerCount());
        for (int v = vertices.nextSetBit(0); v >= 0; v = vertices.nextSetBit(v + 1)) {
            for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++) {
                int c = adj.vertexCorners()[i];
                if (seen.get(c)) continue;
                fan.gather(c);
                for (int j = 0; j < fan.faces(); j++) seen.set(fan.corner(j));
                round();
            }
        }
        whole.settle();
    }

    private Vec3 way(int spoke) {
        return way(fan, spoke);
    }

    private static Vec3 way(FaceFan fan, int spoke) {
        int a = fan.at(spoke);
        return new Vec3(fan.ways()[a], fan.ways()[a + 1], fan.ways()[a + 2]);
    }

    /** How far along its edges a vertex is cut off for each unit of the width. */
    static double perUnit(FaceFan fan, Measure measure) {
        int spokes = fan.spokes(), faces = fan.faces();
        double sum = 0;
        switch (measure) {
            case SHARE -> {
                double least = Double.POSITIVE_INFINITY;
                for (int j = 0; j < spokes; j++) least = Math.min(least, fan.length(j));
                return least;
            }
            case ACROSS -> {
                for (int j = 0; j < faces; j++)
                    sum += way(fan, j).minus(way(fan, j + 1)).length() / faces;
                return 1 / Math.max(1e-3, sum);
            }
            case DEEP -> {
                Vec3 mean = Vec3.ZERO;
                for (int j = 0; j < spokes; j++) mean = mean.plus(way(fan, j));
                for (int j = 0; j < spokes; j++) sum += way(fan, j).dot(mean.unit()) / spokes;
                return 1 / Math.max(1e-3, sum);
            }
            default -> {
                return 1;
            }
        }
    }

    private void round() {
        int faces = fan.faces(), spokes = fan.spokes();
        double d = width * perUnit(fan, measure) * (weights == null ? 1 : weights[fan.vertex]);
        if (d == 0) return;
        int[] point = new int[spokes + 1];
        for (int j = 0; j < spokes; j++) {
            Vec3 p = way(j).times(d);
            // A border spoke at the end has no corner of its own to be told by.
            int c = fan.corner(Math.min(j, faces - 1));
            long key = Keys.of(
                    seed,
                    POINT + (j == faces ? SIDE : 0),
                    mesh.vertexKeys()[fan.vertex],
                    mesh.faceKeys()[adj.cornerFace()[c]]);
            point[j] = cut.vertex(fan.vertex, p.x(), p.y(), p.z(), key);
        }
        if (fan.closed) point[spokes] = point[0];
        // Two faces share one chord; more have a curve each.
        int segments = faces == 2 && fan.closed ? 1 : n;
        int[][] side = new int[faces][];
        double[] turn = new double[faces];
        long least = Long.MAX_VALUE;
        for (int j = 0; j < faces; j++) {
            turn[j] = Math.PI - Math.acos(Math.clamp(way(j).dot(way(j + 1)), -1, 1));
            side[j] = side(j, point[j], point[j + 1], turn[j], segments);
            int[] chain = new int[segments + 1];
            for (int i = 0; i <= segments; i++) chain[i] = side[j][segments - i];
            cut.replace(fan.corner(j), chain);
            least = Math.min(least, key(j));
        }
        if (faces < (fan.closed ? 3 : 2)) return;
        if (fan.closed && grid && segments > 1) {
            Vec3[] feet = new Vec3[faces], ends = new Vec3[faces];
            for (int j = 0; j < faces; j++) {
                feet[j] = Vec3.ZERO;
                ends[j] = way(j).times(d);
            }
            Vec3[] made = new CornerPatch(curve, feet, ends, turn).places();
            PatchFaces.emit(cut.at(fan.vertex, j -> adj.cornerFace()[fan.corner(j)]), side, made, this::key);
            return;
        }
        IntArrayList ring = new IntArrayList();
        for (int[] s : side) for (int i = 0; i < segments; i++) ring.add(s[i]);
        if (!fan.closed) ring.add(point[faces]);
        cut.face(Keys.of(least, FACE), adj.cornerFace()[fan.corner(0)], ring.elements(), 0, ring.size());
    }

    private long key(int face) {
        return Keys.of(seed, FACE, mesh.vertexKeys()[fan.vertex], mesh.faceKeys()[adj.cornerFace()[fan.corner(face)]]);
    }

    private int[] side(int j, int from, int to, double turn, int segments) {
        int[] out = new int[segments + 1];
        out[0] = from;
        out[segments] = to;
        if (segments == 1) return out;
        double[] ab = new double[2 * (n + 1)];
        curve.at(turn, ab);
        long key = Keys.of(key(j), SIDE);
        for (int i = 1; i < segments; i++) {
            double[] p = new double[3];
            for (int k = 0; k < 3; k++) p[k] = ab[2 * i] * cut.offset(from, k) + ab[2 * i + 1] * cut.offset(to, k);
            out[i] = cut.vertex(fan.vertex, p[0], p[1], p[2], Keys.of(key, places[i]));
        }
        return out;
    }
}
