package org.modeststack.steps.remove;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;
import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.CornerLayer;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.work.Work;

/**
 * Which triangles make good quads together. Edges between two of them are taken by how near to square and flat the quad
 * would be, the best first; then triangles that are left over are brought in where pairs beside them can change partners
 * (augmenting paths: C. Berge, "Two theorems in graph theory", 1957, here up to a length). In time n log n.
 */
final class TrianglePairing {
    /** How many pairs may change partners to bring in one triangle, and how many are looked at for that. */
    private static final int CHANGES = 60, LOOKED_AT = 300;

    private final Mesh mesh;
    private final Adjacency adj;
    private final double mostTurn;
    private final double mostSkew;
    /** For each face the edge to its partner, or -1. */
    private final int[] partnerEdge;

    private final BitSet good = new BitSet();
    /** For each face the triangle, one up, that it was last looked at for. */
    private final int[] visitedFor;

    private int looks;

    /**
     * @param faces that may be joined; those that are no triangles are left out
     * @param turn how much two triangles may turn against each other at most, degrees
     * @param skew how far corners of a quad may be from square at most, degrees
     */
    TrianglePairing(Mesh mesh, BitSet faces, double turn, double skew) {
        this.mesh = mesh;
        adj = mesh.adjacency();
        mostTurn = turn;
        mostSkew = skew;
        partnerEdge = new int[mesh.faceCount()];
        Arrays.fill(partnerEdge, -1);
        visitedFor = new int[mesh.faceCount()];
        double[] badness = new double[adj.edgeCount()];
        IntArrayList order = new IntArrayList();
        for (int e = 0; e < adj.edgeCount(); e++) {
            if (!joins(e, faces)) continue;
            Work.checkpoint();
            badness[e] = badness(e);
            if (!(badness[e] < Double.POSITIVE_INFINITY)) continue;
            good.set(e);
            order.add(e);
        }
        order.sort((a, b) -> {
            int byShape = Double.compare(badness[a], badness[b]);
            return byShape != 0 ? byShape : Long.compareUnsigned(key(a), key(b));
        });
        for (int e : order) if (partnerEdge[first(e)] < 0 && partnerEdge[second(e)] < 0) pair(e);
        for (int e : order) {
            if (partnerEdge[first(e)] < 0) bringIn(first(e));
            if (partnerEdge[second(e)] < 0) bringIn(second(e));
        }
    }

    /** The edges between partners. */
    BitSet edges() {
        BitSet out = new BitSet();
        for (int e : partnerEdge) if (e >= 0) out.set(e);
        return out;
    }

    private long key(int e) {
        return mesh.vertexKeys()[adj.edgeLow(e)] + mesh.vertexKeys()[adj.edgeHigh(e)];
    }

    private int first(int e) {
        return adj.cornerFace()[adj.edgeCorner(e, 0)];
    }

    private int second(int e) {
        return adj.cornerFace()[adj.edgeCorner(e, 1)];
    }

    private void pair(int e) {
        partnerEdge[first(e)] = e;
        partnerEdge[second(e)] = e;
    }

    /** Whether an edge is between two triangles that may be joined: what tells two sides of it apart keeps it. */
    private boolean joins(int e, BitSet faces) {
        if (adj.edgeSides(e) != 2) return false;
        int c = adj.edgeCorner(e, 0), d = adj.twin(c), f = first(e), g = second(e);
        if (d < 0 || f == g || !faces.get(f) || !faces.get(g) || mesh.sides(f) != 3 || mesh.sides(g) != 3) return false;
        if (mesh.faceMaterials()[f] != mesh.faceMaterials()[g]) return false;
        long edge = Tag.edge(adj.edgeLow(e), adj.edgeHigh(e));
        for (Tag t : mesh.tags().values()) {
            if (t.kind() == ElementKind.EDGE && t.weightOf(edge) > 0) return false;
            if (t.kind() == ElementKind.FACE && t.weightOf(f) != t.weightOf(g)) return false;
        }
        return alike(c, adj.cornerNext()[d]) && alike(adj.cornerNext()[c], d);
    }

    /** Whether two corners at one vertex have the same values. */
    private boolean alike(int c, int d) {
        for (CornerLayer l : mesh.cornerLayers().values()) {
            if (l.isOfDirections()) continue;
            for (int k = 0; k < l.width(); k++)
                if (l.values()[l.width() * c + k] != l.values()[l.width() * d + k]) return false;
        }
        return true;
    }

    /** The greatest distance of a corner from square and the turn, degrees; infinite where that is more than allowed. */
    private double badness(int e) {
        int c = adj.edgeCorner(e, 0), d = adj.twin(c);
        Vec3 a = point(c), b = point(d), p = point(adj.cornerBefore(c, mesh)), q = point(adj.cornerBefore(d, mesh));
        Vec3 m = b.minus(a).cross(p.minus(a)), n = a.minus(b).cross(q.minus(b));
        if (m.dot(m) == 0 || n.dot(n) == 0) return Double.POSITIVE_INFINITY;
        double turn = angle(m, n);
        double skew = Math.max(
                Math.max(
                        off(angle(b.minus(a), p.minus(a)) + angle(b.minus(a), q.minus(a))),
                        off(angle(a.minus(p), b.minus(p)))),
                Math.max(
                        off(angle(a.minus(b), p.minus(b)) + angle(a.minus(b), q.minus(b))),
                        off(angle(a.minus(q), b.minus(q)))));
        return turn > mostTurn || skew > mostSkew ? Double.POSITIVE_INFINITY : Math.max(turn, skew);
    }

    private Vec3 point(int corner) {
        return mesh.point(mesh.corners()[corner]);
    }

    private static double angle(Vec3 u, Vec3 v) {
        return Math.toDegrees(Math.atan2(u.cross(v).length(), u.dot(v)));
    }

    private static double off(double angle) {
        return Math.abs(angle - 90);
    }

    private void bringIn(int f) {
        looks = LOOKED_AT;
        visitedFor[f] = f + 1;
        bringIn(f, f + 1, CHANGES);
    }

    /** Finds a partner for a triangle that has none, or whose own has gone to another. */
    private boolean bringIn(int f, int stamp, int changes) {
        if (--looks < 0) return false;
        for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
            int e = adj.cornerEdge()[c];
            if (!good.get(e)) continue;
            int g = first(e) == f ? second(e) : first(e), taken = partnerEdge[g];
            if (visitedFor[g] == stamp) continue;
            visitedFor[g] = stamp;
            if (taken >= 0) {
                int left = first(taken) == g ? second(taken) : first(taken);
                if (changes == 0 || visitedFor[left] == stamp) continue;
                visitedFor[left] = stamp;
                if (!bringIn(left, stamp, changes - 1)) continue;
            }
            pair(e);
            return true;
        }
        return false;
    }
}
