package org.modeststack.steps.combine.arrange;

import org.modeststack.mesh.exact.Predicates;

/** All operands in one numbering: vertices, edges and triangles of the first come first, then those of the second … */
final class Soup {
    final Solid[] solids;
    final double[] xyz;
    /** Three vertices a triangle. */
    final int[] triangles;

    final int vertexCount;
    final int triangleCount;
    private final int[] vertexBase;
    private final int[] triangleBase;
    private final int[] edgeBase;

    Soup(Solid[] solids) {
        this.solids = solids;
        int n = solids.length;
        vertexBase = new int[n + 1];
        triangleBase = new int[n + 1];
        edgeBase = new int[n + 1];
        for (int o = 0; o < n; o++) {
            vertexBase[o + 1] = Math.addExact(vertexBase[o], solids[o].mesh.vertexCount());
            triangleBase[o + 1] = Math.addExact(triangleBase[o], solids[o].count());
            edgeBase[o + 1] = Math.addExact(edgeBase[o], solids[o].edgeCount);
        }
        vertexCount = vertexBase[n];
        triangleCount = triangleBase[n];
        xyz = new double[3 * vertexCount];
        triangles = new int[3 * triangleCount];
        for (int o = 0; o < n; o++) {
            System.arraycopy(solids[o].xyz, 0, xyz, 3 * vertexBase[o], solids[o].xyz.length);
            int[] t = solids[o].triangles;
            int at = 3 * triangleBase[o], base = vertexBase[o];
            for (int i = 0; i < t.length; i++) triangles[at + i] = t[i] + base;
        }
    }

    private static int find(int[] base, int i) {
        if (i < base[1]) return 0;
        int lo = 1, hi = base.length - 2;
        while (lo < hi) {
            int mid = (lo + hi) >>> 1;
            if (i < base[mid + 1]) hi = mid;
            else lo = mid + 1;
        }
        return lo;
    }

    int operandOfTriangle(int t) {
        return find(triangleBase, t);
    }

    int operandOfVertex(int v) {
        return find(vertexBase, v);
    }

    int operandOfEdge(int e) {
        return find(edgeBase, e);
    }

    int vertexBase(int operand) {
        return vertexBase[operand];
    }

    int triangleBase(int operand) {
        return triangleBase[operand];
    }

    int edgeBase(int operand) {
        return edgeBase[operand];
    }

    int vertex(int t, int i) {
        return triangles[3 * t + i];
    }

    int edge(int t, int i) {
        int o = operandOfTriangle(t);
        return solids[o].sideEdge[3 * (t - triangleBase[o]) + i] + edgeBase[o];
    }

    int edgeLow(int e) {
        int o = operandOfEdge(e);
        return solids[o].edgeLow(e - edgeBase[o]) + vertexBase[o];
    }

    int edgeHigh(int e) {
        int o = operandOfEdge(e);
        return solids[o].edgeHigh(e - edgeBase[o]) + vertexBase[o];
    }

    boolean isDiagonal(int e) {
        int o = operandOfEdge(e);
        return solids[o].isDiagonal(e - edgeBase[o]);
    }

    /** The two triangles on either side of a diagonal. */
    int[] trianglesAtDiagonal(int e) {
        int o = operandOfEdge(e);
        int[] sides = solids[o].sidesOfEdge(e - edgeBase[o]);
        return new int[] {sides[0] / 3 + triangleBase[o], sides[sides.length - 1] / 3 + triangleBase[o]};
    }

    /** The triangle across a side, or -1. */
    int neighbor(int t, int i) {
        int o = operandOfTriangle(t);
        int n = solids[o].neighbor[3 * (t - triangleBase[o]) + i];
        return n < 0 ? -1 : n + triangleBase[o];
    }

    int axis(int t) {
        int o = operandOfTriangle(t);
        return solids[o].axis[t - triangleBase[o]];
    }

    int turn(int t) {
        int o = operandOfTriangle(t);
        return solids[o].turn[t - triangleBase[o]];
    }

    int faceOf(int t) {
        int o = operandOfTriangle(t);
        return solids[o].faceOf[t - triangleBase[o]];
    }

    /** The corner of the operand's mesh behind a corner of a triangle. */
    int meshCorner(int t, int i) {
        int o = operandOfTriangle(t);
        return solids[o].corners[3 * (t - triangleBase[o]) + i];
    }

    /** On which side of triangle t a vertex lies: positive where its normal points. Exact. */
    int side(int t, int vertex) {
        return side(xyz, triangles, t, vertex);
    }

    /** The same of any triangles. */
    static int side(double[] xyz, int[] triangles, int t, int vertex) {
        int c = 3 * t;
        return Predicates.orient3d(
                xyz, 3 * triangles[c], xyz, 3 * triangles[c + 1], xyz, 3 * triangles[c + 2], xyz, 3 * vertex);
    }

    /** The turn of three vertices seen along an axis. Exact. */
    int turn(int a, int b, int c, int axis) {
        int u = (axis + 1) % 3, v = (axis + 2) % 3;
        return Predicates.orient2d(
                xyz[3 * a + u], xyz[3 * a + v], xyz[3 * b + u], xyz[3 * b + v], xyz[3 * c + u], xyz[3 * c + v]);
    }

    /** Whether two triangles that lie in one plane look the same way. */
    boolean sameWay(int s, int t) {
        int k = axis(s);
        return turn(vertex(t, 0), vertex(t, 1), vertex(t, 2), k) == turn(s);
    }
}
