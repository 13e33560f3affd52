package org.modeststack.steps.bevel;

import org.modeststack.mesh.Mesh;

/**
 * The profiles at the ends of cut edges: for each corner whose side is cut, the vertices at its start from the rail on
 * the right, seen along the side, to the one on the left.
 */
final class Profiles {
    final int segments;
    final int[] right;
    final int[] left;
    /** The first vertex between the rails. */
    final int[] inner;
    /** 1 where those between are numbered from right to left, -1 the other way, 0 where all are one. */
    final byte[] step;

    Profiles(Mesh mesh, int segments) {
        this.segments = segments;
        int n = mesh.cornerCount();
        right = new int[n];
        left = new int[n];
        inner = new int[n];
        step = new byte[n];
    }

    /** The vertex i of a profile, from the right rail. */
    int on(int c, int i) {
        return i == 0 ? right[c] : i == segments ? left[c] : inner[c] + step[c] * (i - 1);
    }

    /** Numbers the vertices of a profile anew. */
    void shift(int c, int by) {
        right[c] += by;
        left[c] += by;
        inner[c] += by;
    }
}
