package org.modeststack.steps.bevel;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;

/**
 * The faces round a vertex, counter-clockwise seen from outside, and the edges between them: spoke j lies before face j.
 * A fan that is open has one more spoke than faces, its first and last being borders. A vertex where surfaces merely
 * touch has several fans.
 */
final class FaceFan {
    private final Mesh mesh;
    private final Adjacency adj;
    private final int[] twin;
    /** The corners of the faces at the vertex. */
    final IntArrayList corners = new IntArrayList();

    int vertex;
    boolean closed;
    private double[] way = new double[24];

    FaceFan(Mesh mesh) {
        this.mesh = mesh;
        adj = mesh.adjacency();
        twin = adj.twins();
    }

    /** Goes round from one corner. */
    void gather(int corner) {
        vertex = mesh.corners()[corner];
        corners.clear();
        int first = corner;
        closed = false;
        while (true) {
            int t = twin[first];
            if (t < 0) break;
            first = adj.cornerNext()[t];
            if (first == corner) {
                closed = true;
                break;
            }
        }
        int c = first;
        do {
            corners.add(c);
            c = twin[before(c)];
        } while (c >= 0 && c != first);
        aim();
    }

    /** Makes another spoke of a closed fan the first. */
    void begin(int spoke) {
        if (spoke == 0) return;
        int n = faces();
        int[] turned = new int[n];
        for (int j = 0; j < n; j++) turned[j] = corners.getInt((spoke + j) % n);
        System.arraycopy(turned, 0, corners.elements(), 0, n);
        aim();
    }

    private void aim() {
        int n = spokes();
        if (way.length < 4 * n) way = new double[8 * n];
        double[] p = mesh.xyz();
        for (int j = 0; j < n; j++) {
            // The last spoke of an open fan comes in rather than leaves.
            int to = j < faces()
                    ? mesh.corners()[adj.cornerNext()[corners.getInt(j)]]
                    : mesh.corners()[before(corners.getInt(j - 1))];
            double x = p[3 * to] - p[3 * vertex], y = p[3 * to + 1] - p[3 * vertex + 1];
            double z = p[3 * to + 2] - p[3 * vertex + 2], l = Math.sqrt(x * x + y * y + z * z);
            way[4 * j] = l > 0 ? x / l : 0;
            way[4 * j + 1] = l > 0 ? y / l : 0;
            way[4 * j + 2] = l > 0 ? z / l : 0;
            way[4 * j + 3] = l;
        }
    }

    int faces() {
        return corners.size();
    }

    int spokes() {
        return closed ? corners.size() : corners.size() + 1;
    }

    int corner(int face) {
        return corners.getInt(face % faces());
    }

    /** The corner before one in its face: its side comes in along the spoke behind that face. */
    int before(int c) {
        return adj.cornerBefore(c, mesh);
    }

    int edge(int spoke) {
        return closed || spoke < faces()
                ? adj.cornerEdge()[corner(spoke)]
                : adj.cornerEdge()[before(corners.getInt(spoke - 1))];
    }

    /** Where a spoke's direction begins in {@link #ways}. */
    int at(int spoke) {
        return 4 * (closed ? spoke % faces() : spoke);
    }

    /** Unit directions and lengths of the spokes, four values each; good until the next fan. */
    double[] ways() {
        return way;
    }

    double length(int spoke) {
        return way[at(spoke) + 3];
    }
}
