package org.modeststack.steps.mend;

import java.util.Arrays;
import java.util.stream.IntStream;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.RingWriter;

/**
 * Parts a mesh where more than two faces meet in an edge, and where surfaces only touch in a vertex: of the faces round
 * such an edge those two stay together between which the solid lies, and each surface gets vertices of its own.
 *
 *       \ | /  three or more           \ /    two and two stay together
 *        \|/   faces at an edge   →     |     what has no partner ends there
 *         •                            • •
 *
 * Source: A. Guéziec, G. Taubin, F. Lazarus, B. Horn, "Cutting and Stitching: Converting Sets of Polygons to Manifold
 * Surfaces", IEEE TVCG 7(2), 2001, for vertices parted by what hangs together at their corners. In n log n.
 */
final class SurfaceParting {
    private static final long PARTED = 1;

    private final Mesh mesh;
    private final Adjacency adj;
    /** For each corner the corner across its side that stays beside it, or -1. */
    private final int[] across;

    SurfaceParting(Mesh mesh) {
        this.mesh = mesh;
        adj = mesh.adjacency();
        across = adj.twins().clone();
        for (int e = 0; e < adj.edgeCount(); e++) if (adj.edgeSides(e) > 2) pair(e);
    }

    /** Pairs the faces round an edge that have solid between them. */
    private void pair(int edge) {
        int n = adj.edgeSides(edge), low = adj.edgeLow(edge), high = adj.edgeHigh(edge);
        Vec3 from = mesh.point(low), along = mesh.point(high).minus(from).unit();
        Vec3[] frame = frame(along);
        double[] angle = new double[n];
        boolean[] forward = new boolean[n];
        for (int i = 0; i < n; i++) {
            int c = adj.edgeCorner(edge, i);
            forward[i] = mesh.corners()[c] == low;
            Vec3 d = awayFromSide(c, from, along);
            angle[i] = Math.atan2(d.dot(frame[1]), d.dot(frame[0]));
        }
        Integer[] order = IntStream.range(0, n).boxed().toArray(Integer[]::new);
        Arrays.sort(order, (i, j) -> {
            int byAngle = Double.compare(angle[i], angle[j]);
            return byAngle != 0 ? byAngle : Long.compare(key(edge, i), key(edge, j));
        });
        // A face that runs along the edge has its front at greater angles, and the solid behind it at smaller ones.
        boolean[] taken = new boolean[n];
        for (int k = 0; k < n; k++) {
            int i = order[k], j = order[Math.floorMod(k - 1, n)];
            if (!forward[i] || forward[j] || taken[i] || taken[j]) continue;
            taken[i] = true;
            taken[j] = true;
            across[adj.edgeCorner(edge, i)] = adj.edgeCorner(edge, j);
            across[adj.edgeCorner(edge, j)] = adj.edgeCorner(edge, i);
        }
    }

    private long key(int edge, int i) {
        return mesh.faceKeys()[adj.cornerFace()[adj.edgeCorner(edge, i)]];
    }

    private static Vec3[] frame(Vec3 along) {
        Vec3 any = Math.abs(along.x()) < 0.6 ? new Vec3(1, 0, 0) : new Vec3(0, 1, 0);
        Vec3 u = along.cross(any).unit();
        return new Vec3[] {u, along.cross(u)};
    }

    /** Where the face of a corner lies as seen from the line of its side: to the side of the middle of its area. */
    private Vec3 awayFromSide(int corner, Vec3 from, Vec3 along) {
        int f = adj.cornerFace()[corner];
        Vec3 best = Vec3.ZERO;
        for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
            Vec3 d = mesh.point(mesh.corners()[c]).minus(from);
            Vec3 off = d.minus(along.times(d.dot(along)));
            if (off.dot(off) > best.dot(best)) best = off;
        }
        return best;
    }

    /** The mesh with vertices of their own for all surfaces; the first at a place keeps its key. */
    Mesh parted(long seed) {
        DisjointSets sets = new DisjointSets(mesh.cornerCount());
        for (int c = 0; c < across.length; c++) {
            int o = across[c];
            if (o < 0) continue;
            // The side runs from this corner to the next, the other the other way.
            sets.join(c, adj.cornerNext()[o]);
            sets.join(adj.cornerNext()[c], o);
        }
        // What only touches in turned or open edges stays together over them.
        for (int e = 0; e < adj.edgeCount(); e++) {
            if (adj.edgeSides(e) != 2 || adj.twin(adj.edgeCorner(e, 0)) >= 0) continue;
            int c = adj.edgeCorner(e, 0), o = adj.edgeCorner(e, 1);
            sets.join(c, o);
            sets.join(adj.cornerNext()[c], adj.cornerNext()[o]);
        }
        return written(sets, seed);
    }

    private Mesh written(DisjointSets sets, long seed) {
        RingWriter out = new RingWriter(mesh);
        int[] own = new int[mesh.cornerCount()];
        Arrays.fill(own, -1);
        for (int v = 0; v < mesh.vertexCount(); v++) {
            boolean first = true;
            for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++) {
                int root = sets.find(adj.vertexCorners()[i]);
                if (own[root] >= 0) continue;
                own[root] = first ? v : out.vertexAt(v, key(v, root, seed));
                first = false;
            }
        }
        for (int f = 0; f < mesh.faceCount(); f++) {
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) out.corner(own[sets.find(c)], c);
            out.face(f);
        }
        return out.build();
    }

    private long key(int vertex, int corner, long seed) {
        int face = adj.cornerFace()[corner];
        long place = Keys.of(mesh.faceKeys()[face], corner - mesh.offsets()[face]);
        return Keys.of(seed, PARTED, mesh.vertexKeys()[vertex], place);
    }
}
