package org.modeststack.steps.remove;

import it.unimi.dsi.fastutil.ints.IntArrays;
import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.work.Work;

/**
 * Groups of faces joined over edges as long as their normals stay within a cone. The flattest edges come first, so that a
 * smooth surface falls into patches of about even bend. Cones are joined into the narrowest that holds both, which may
 * be wider than what the normals need; never narrower. In time n log n in the edges.
 */
final class BentGroups {
    /** Normals are this exact, so that a bend of just the limit is within it, radians. */
    private static final double ROUNDING = 1e-7;

    private final Mesh mesh;
    private final DisjointSets sets;
    private final double mostHalf;
    /** For each first face of a group the axis of its cone. */
    private final double[] axis;

    /** For each first face of a group half the angle of its cone, radians. */
    private final double[] half;

    /** @param bend the widest that a cone may get, radians */
    BentGroups(Mesh mesh, DisjointSets sets, double bend) {
        this.mesh = mesh;
        this.sets = sets;
        mostHalf = bend / 2 + ROUNDING;
        axis = Normals.ofFaces(mesh);
        half = new double[mesh.faceCount()];
    }

    /** @return how many of the edges are left between two groups */
    int join(BitSet edges) {
        Adjacency adj = mesh.adjacency();
        int[] order = edges.stream()
                .filter(e -> adj.edgeSides(e) == 2 && adj.twin(adj.edgeCorner(e, 0)) >= 0)
                .toArray();
        double[] turn = new double[adj.edgeCount()];
        for (int e : order) {
            Work.checkpoint();
            turn[e] = between(adj.cornerFace()[adj.edgeCorner(e, 0)], adj.cornerFace()[adj.edgeCorner(e, 1)]);
        }
        IntArrays.stableSort(order, (a, b) -> Double.compare(turn[a], turn[b]));
        for (int e : order) {
            Work.checkpoint();
            join(sets.find(first(adj, e)), sets.find(second(adj, e)));
        }
        int left = 0;
        for (int e : order) if (sets.find(first(adj, e)) != sets.find(second(adj, e))) left++;
        return left;
    }

    private static int first(Adjacency adj, int edge) {
        return adj.cornerFace()[adj.edgeCorner(edge, 0)];
    }

    private static int second(Adjacency adj, int edge) {
        return adj.cornerFace()[adj.edgeCorner(edge, 1)];
    }

    /** The angle between the axes of two groups, radians; exact also for small ones. */
    private double between(int g, int h) {
        double x = axis[3 * g + 1] * axis[3 * h + 2] - axis[3 * g + 2] * axis[3 * h + 1],
                y = axis[3 * g + 2] * axis[3 * h] - axis[3 * g] * axis[3 * h + 2],
                z = axis[3 * g] * axis[3 * h + 1] - axis[3 * g + 1] * axis[3 * h];
        double dot = axis[3 * g] * axis[3 * h] + axis[3 * g + 1] * axis[3 * h + 1] + axis[3 * g + 2] * axis[3 * h + 2];
        return Math.atan2(Math.sqrt(x * x + y * y + z * z), dot);
    }

    private void join(int g, int h) {
        if (g == h) return;
        double apart = between(g, h);
        int wide = half[g] >= half[h] ? g : h, narrow = wide == g ? h : g;
        boolean holds = half[wide] >= apart + half[narrow];
        double both = holds ? half[wide] : (half[g] + half[h] + apart) / 2;
        if (both > mostHalf) return;
        double x = axis[3 * wide], y = axis[3 * wide + 1], z = axis[3 * wide + 2];
        if (!holds && apart > 0) {
            // From the wider one's axis towards the other's by as much as the cone grows.
            double share = (both - half[wide]) / apart;
            double a = Math.sin((1 - share) * apart) / Math.sin(apart), b = Math.sin(share * apart) / Math.sin(apart);
            x = a * x + b * axis[3 * narrow];
            y = a * y + b * axis[3 * narrow + 1];
            z = a * z + b * axis[3 * narrow + 2];
        }
        sets.join(g, h);
        int root = sets.find(g);
        axis[3 * root] = x;
        axis[3 * root + 1] = y;
        axis[3 * root + 2] = z;
        half[root] = both;
    }
}
