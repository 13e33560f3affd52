package org.modeststack.steps.combine.arrange;

import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.exact.Predicates;
import org.modeststack.mesh.search.Bvh;
import org.modeststack.steps.StepException;

/** One solid of a boolean as triangles, with the edges between them and a search tree. */
final class Operand {
    final Mesh mesh;
    final double[] xyz;
    /** Three vertices a triangle. */
    final int[] triangles;
    /** The corner of the mesh behind each triangle corner. */
    final int[] meshCorners;

    final int[] faceOf;
    final Adjacency edges;
    final Bvh tree;
    /** The axis each triangle is looked along, 0 to 2: where its normal is longest. */
    private final byte[] axis;
    /** The sign of each triangle's turn seen along its axis. */
    private final byte[] turn;

    /**
     * @param name for messages
     * @throws StepException if the mesh does not bound a solid
     */
    Operand(Mesh mesh, String name) throws StepException {
        this.mesh = mesh;
        xyz = mesh.xyz();
        meshCorners = mesh.triangulation().triangleCorners();
        faceOf = mesh.triangulation().triangleFace();
        triangles = new int[meshCorners.length];
        for (int i = 0; i < triangles.length; i++) triangles[i] = mesh.corners()[meshCorners[i]];
        int[] offsets = new int[faceOf.length + 1];
        for (int i = 0; i < offsets.length; i++) offsets[i] = 3 * i;
        edges = new Adjacency(mesh.vertexCount(), offsets, triangles);
        checkClosed(name);
        axis = new byte[faceOf.length];
        turn = new byte[faceOf.length];
        for (int t = 0; t < faceOf.length; t++) look(t, name);
        tree = new Bvh(Bvh.triangleBoxes(xyz, triangles));
    }

    private void checkClosed(String name) throws StepException {
        int open = 0, crowded = 0, flipped = 0;
        int first = -1;
        for (int e = 0; e < edges.edgeCount(); e++) {
            int sides = edges.edgeSides(e);
            boolean bad = true;
            if (sides == 1) open++;
            else if (sides > 2) crowded++;
            else if (triangles[edges.edgeCorner(e, 0)] == triangles[edges.edgeCorner(e, 1)]) flipped++;
            else bad = false;
            if (bad && first < 0) first = e;
        }
        if (first < 0) return;
        Vec3 place = mesh.point(edges.edgeLow(first))
                .plus(mesh.point(edges.edgeHigh(first)))
                .times(0.5);
        String what = open > 0
                ? "is open at " + open + (open == 1 ? " edge" : " edges") + "; a boolean needs closed solids"
                : crowded > 0
                        ? "has " + crowded + " edges with three or more faces; a boolean needs two at each"
                        : "has " + flipped + " edges where a face is turned inside out";
        throw new StepException(name + " " + what + ".", place);
    }

    private void look(int t, String name) throws StepException {
        int a = 3 * triangles[3 * t], b = 3 * triangles[3 * t + 1], c = 3 * triangles[3 * t + 2];
        double ux = xyz[b] - xyz[a], uy = xyz[b + 1] - xyz[a + 1], uz = xyz[b + 2] - xyz[a + 2];
        double vx = xyz[c] - xyz[a], vy = xyz[c + 1] - xyz[a + 1], vz = xyz[c + 2] - xyz[a + 2];
        double nx = Math.abs(uy * vz - uz * vy), ny = Math.abs(uz * vx - ux * vz), nz = Math.abs(ux * vy - uy * vx);
        int k = nx >= ny && nx >= nz ? 0 : ny >= nz ? 1 : 2;
        for (int tries = 0; tries < 3; tries++, k = (k + 1) % 3) {
            int s = turnAlong(k, a, b, c);
            if (s != 0) {
                axis[t] = (byte) k;
                turn[t] = (byte) s;
                return;
            }
        }
        throw new StepException(
                name + " has a face without area; weld it or smooth it away first.", mesh.point(triangles[3 * t]));
    }

    private int turnAlong(int k, int a, int b, int c) {
        int u = (k + 1) % 3, v = (k + 2) % 3;
        return Predicates.orient2d(xyz[a + u], xyz[a + v], xyz[b + u], xyz[b + v], xyz[c + u], xyz[c + v]);
    }

    int count() {
        return faceOf.length;
    }

    int vertex(int t, int i) {
        return triangles[3 * t + i];
    }

    int edge(int t, int i) {
        return edges.cornerEdge()[3 * t + i];
    }

    int axis(int t) {
        return axis[t];
    }

    int turn(int t) {
        return turn[t];
    }

    /** Whether an edge was drawn by the triangulation only, inside a face. */
    boolean isDiagonal(int e) {
        int c = edges.edgeCorner(e, 0), d = c % 3 == 2 ? c - 2 : c + 1;
        int p = meshCorners[c], q = meshCorners[d];
        return mesh.adjacency().cornerNext()[p] != q;
    }

    /** How often the surface winds round a point that is not on it. Exact. */
    int winding(double x, double y, double z) {
        double[] p = {x, y, z};
        int[] sum = {0};
        tree.alongX(x, y, z, t -> sum[0] += crossing(t, p));
        return sum[0];
    }

    /**
     * +1 or -1 if the ray from p along +x leaves or enters through triangle t, else 0. The ray is thought shifted by an
     * infinitely small step along y and an infinitely smaller one along z, so that it never meets an edge.
     */
    private int crossing(int t, double[] p) {
        int a = 3 * triangles[3 * t], b = 3 * triangles[3 * t + 1], c = 3 * triangles[3 * t + 2];
        int s = side(a, b, p);
        if (s == 0 || side(b, c, p) != s || side(c, a, p) != s) return 0;
        int above = Predicates.orient3d(xyz, a, xyz, b, xyz, c, p, 0);
        return above == -s ? s : 0;
    }

    private int side(int a, int b, double[] p) {
        int s = Predicates.orient2d(xyz[a + 1], xyz[a + 2], xyz[b + 1], xyz[b + 2], p[1], p[2]);
        if (s != 0) return s;
        double dz = xyz[a + 2] - xyz[b + 2];
        if (dz != 0) return dz > 0 ? 1 : -1;
        return (int) Math.signum(xyz[b + 1] - xyz[a + 1]);
    }
}
