package org.modeststack.steps.part;

import java.util.Arrays;
import java.util.BitSet;
import java.util.PriorityQueue;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Loops;

/** How strongly vertices near picked ones go with them. */
public enum Fade {
    /** Level at both ends: 1 − 3t² + 2t³. */
    SMOOTH,
    STRAIGHT,
    /** Like a ball: √(1 − t²). */
    ROUND;

    private record Reached(int vertex, double far) {}

    /**
     * A weight from 0 to 1 for each vertex: 1 for picked ones, fading out with the distance from them.
     *
     * @param reach how far it goes over the mesh's edges, mm; 0 moves the picked ones alone
     */
    public double[] weights(Mesh mesh, BitSet picked, double reach) {
        double[] w = new double[mesh.vertexCount()];
        if (!(reach > 0)) {
            picked.stream().forEach(v -> w[v] = 1);
            return w;
        }
        double[] far = distances(mesh, picked, reach);
        for (int v = 0; v < w.length; v++) if (far[v] <= reach) w[v] = at(far[v] / reach);
        return w;
    }

    private double at(double t) {
        return switch (this) {
            case SMOOTH -> 1 - t * t * (3 - 2 * t);
            case STRAIGHT -> 1 - t;
            case ROUND -> Math.sqrt(Math.max(0, 1 - t * t));
        };
    }

    /** Distances over edges from the picked vertices, as far as they matter (Dijkstra 1959). */
    private static double[] distances(Mesh mesh, BitSet picked, double reach) {
        Adjacency adj = mesh.adjacency();
        double[] far = new double[mesh.vertexCount()];
        Arrays.fill(far, Double.POSITIVE_INFINITY);
        PriorityQueue<Reached> queue = new PriorityQueue<>((a, b) -> Double.compare(a.far, b.far));
        for (int v = picked.nextSetBit(0); v >= 0; v = picked.nextSetBit(v + 1)) {
            far[v] = 0;
            queue.add(new Reached(v, 0));
        }
        while (!queue.isEmpty()) {
            Reached r = queue.poll();
            if (r.far > far[r.vertex]) continue;
            for (int e : Loops.edgesAt(mesh, adj, r.vertex)) {
                int w = adj.edgeLow(e) == r.vertex ? adj.edgeHigh(e) : adj.edgeLow(e);
                double d = r.far + mesh.point(r.vertex).minus(mesh.point(w)).length();
                if (d >= far[w] || d > reach) continue;
                far[w] = d;
                queue.add(new Reached(w, d));
            }
        }
        return far;
    }
}
