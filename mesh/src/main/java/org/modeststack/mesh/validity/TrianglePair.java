package org.modeststack.mesh.validity;

import org.modeststack.mesh.exact.Predicates;

/**
 * How two triangles in space lie to each other, decided exactly on their coordinates. Both must have an area.
 *
 * <p>Source for triangles in different planes: P. Guigue, O. Devillers, "Fast and Robust Triangle-Triangle Overlap Test
 * Using Orientation Predicates", Journal of Graphics Tools 8(1), 2003. Each meets the line that the planes share in an
 * interval, and two orientations tell whether the intervals overlap.
 */
final class TrianglePair {
    /** What two triangles have in common beside the vertices that they share. */
    enum Relation {
        /** Nothing. */
        APART,
        /** Places on their borders, or a border of one and the inside of the other, without passing through. */
        TOUCHING,
        /** A stretch of line in the inside of both. */
        CROSSING,
        /** They lie in one plane and have an area in common. */
        OVERLAPPING
    }

    private final double[] xyz;
    private final int[] a = new int[3];
    private final int[] b = new int[3];
    private final int[] sideOfA = new int[3];
    private final int[] sideOfB = new int[3];

    /** @param xyz three coordinates a vertex */
    TrianglePair(double[] xyz) {
        this.xyz = xyz;
    }

    /**
     * @param triangles three vertices a triangle
     * @param s where the vertices of one triangle begin
     * @param t and those of the other
     */
    Relation relation(int[] triangles, int s, int t) {
        for (int i = 0; i < 3; i++) {
            a[i] = 3 * triangles[s + i];
            b[i] = 3 * triangles[t + i];
        }
        if (!sides(b, a, sideOfA) || !sides(a, b, sideOfB)) return Relation.APART;
        if (isInPlane(sideOfA)) {
            int drop = longestAxis(a);
            if (haveAreaInCommon(drop)) return Relation.OVERLAPPING;
        } else if (isThrough(sideOfA) && isThrough(sideOfB) && intervalsOverlap()) return Relation.CROSSING;
        return touch() ? Relation.TOUCHING : Relation.APART;
    }

    /**
     * On which side of a triangle's plane the vertices of another lie.
     *
     * @return false if all are strictly on the same
     */
    private boolean sides(int[] plane, int[] of, int[] out) {
        for (int i = 0; i < 3; i++) {
            // What is shared needs no reckoning.
            boolean shared = of[i] == plane[0] || of[i] == plane[1] || of[i] == plane[2];
            out[i] = shared ? 0 : orient(plane[0], plane[1], plane[2], of[i]);
        }
        return out[0] == 0 || out[0] != out[1] || out[0] != out[2];
    }

    /**
     * Of a triangle that touches another: its side that runs through the inside of the other, if there is one.
     *
     * @param out receives the two vertices of the side, the lower first, and on which side of the other the triangle is
     * @return whether there is one
     */
    boolean lyingSide(int[] triangles, int s, int t, int[] out) {
        for (int i = 0; i < 3; i++) {
            a[i] = 3 * triangles[s + i];
            b[i] = 3 * triangles[t + i];
        }
        sides(b, a, sideOfA);
        for (int i = 0; i < 3; i++) {
            int p = a[(i + 1) % 3], q = a[(i + 2) % 3];
            if (sideOfA[i] == 0 || sideOfA[(i + 1) % 3] != 0 || sideOfA[(i + 2) % 3] != 0) continue;
            if (!runsInside(p, q, b, longestAxis(b))) continue;
            out[0] = Math.min(p, q) / 3;
            out[1] = Math.max(p, q) / 3;
            out[2] = sideOfA[i];
            return true;
        }
        return false;
    }

    /** Whether a line in a triangle's plane has a stretch in its inside. */
    private boolean runsInside(int p, int q, int[] t, int drop) {
        int turn = turn(t[0], t[1], t[2], drop);
        boolean left = false, right = false;
        for (int i = 0; i < 3; i++) {
            int x = t[i], y = t[(i + 1) % 3];
            if (turn * turn(x, y, p, drop) <= 0 && turn * turn(x, y, q, drop) <= 0) return false;
            int s = turn(p, q, x, drop);
            left |= s > 0;
            right |= s < 0;
        }
        return left && right;
    }

    private static boolean isInPlane(int[] side) {
        return side[0] == 0 && side[1] == 0 && side[2] == 0;
    }

    private static boolean isThrough(int[] side) {
        return Math.min(side[0], Math.min(side[1], side[2])) < 0 && Math.max(side[0], Math.max(side[1], side[2])) > 0;
    }

    /** Whether the intervals that both cut out of the line of their planes have more than a place in common. */
    private boolean intervalsOverlap() {
        int i = alone(sideOfA), j = alone(sideOfB);
        int p = a[i], q = a[(i + 1) % 3], r = a[(i + 2) % 3];
        int x = b[j], y = b[(j + 1) % 3], z = b[(j + 2) % 3];
        // Seen so that the vertex of each that is alone is before the other's plane.
        if (sideOfA[i] < 0) {
            int swap = y;
            y = z;
            z = swap;
        }
        if (sideOfB[j] < 0) {
            int swap = q;
            q = r;
            r = swap;
        }
        return orient(p, q, x, y) < 0 && orient(p, r, z, x) < 0;
    }

    /** The vertex that no other is with on its side of the plane. */
    private static int alone(int[] side) {
        for (int i = 0; i < 3; i++) {
            int next = side[(i + 1) % 3], last = side[(i + 2) % 3];
            if (side[i] != 0 && next != side[i] && last != side[i] && (next == -side[i] || last == -side[i])) return i;
        }
        throw new IllegalStateException("not through the plane");
    }

    // ---- in one plane

    /** An axis that a triangle has an area along, exactly: the one along which it seems largest, if that is true. */
    private int longestAxis(int[] t) {
        double[] n = new double[3];
        for (int k = 0; k < 3; k++) {
            int u = (k + 1) % 3, v = (k + 2) % 3;
            n[k] = Math.abs((xyz[t[1] + u] - xyz[t[0] + u]) * (xyz[t[2] + v] - xyz[t[0] + v])
                    - (xyz[t[1] + v] - xyz[t[0] + v]) * (xyz[t[2] + u] - xyz[t[0] + u]));
        }
        int longest = n[0] >= n[1] && n[0] >= n[2] ? 0 : n[1] >= n[2] ? 1 : 2;
        // Of a sliver only rounding may have been seen.
        for (int i = 0; i < 3; i++) if (turn(t[0], t[1], t[2], (longest + i) % 3) != 0) return (longest + i) % 3;
        return longest;
    }

    /** Two triangles of one plane have no area in common exactly when a side of one has the other on its outer side. */
    private boolean haveAreaInCommon(int drop) {
        return !isParted(a, b, drop) && !isParted(b, a, drop);
    }

    private boolean isParted(int[] t, int[] other, int drop) {
        int turn = turn(t[0], t[1], t[2], drop);
        for (int i = 0; i < 3; i++) {
            int p = t[i], q = t[(i + 1) % 3];
            boolean outside = true;
            for (int v : other) outside &= v == p || v == q || turn * turn(p, q, v, drop) <= 0;
            if (outside) return true;
        }
        return false;
    }

    // ---- touching

    private boolean touch() {
        int shared = 0;
        for (int v : a) if (isIn(v, b)) shared++;
        if (shared >= 2) return false;
        if (shared == 1) {
            int i = 0, j = 0;
            while (!isIn(a[i], b)) i++;
            while (!isIn(b[j], a)) j++;
            return meets(a[(i + 1) % 3], a[(i + 2) % 3], b) || meets(b[(j + 1) % 3], b[(j + 2) % 3], a);
        }
        for (int i = 0; i < 3; i++) {
            if (meets(a[i], a[(i + 1) % 3], b) || meets(b[i], b[(i + 1) % 3], a)) return true;
        }
        return false;
    }

    private static boolean isIn(int v, int[] t) {
        return v == t[0] || v == t[1] || v == t[2];
    }

    /** Whether a line between two vertices meets a triangle, its border included. */
    private boolean meets(int p, int q, int[] t) {
        int before = orient(t[0], t[1], t[2], p), behind = orient(t[0], t[1], t[2], q);
        if (before * behind > 0) return false;
        if (before == 0 && behind == 0) return meetsInPlane(p, q, t, longestAxis(t));
        boolean left = false, right = false;
        for (int i = 0; i < 3; i++) {
            int s = orient(p, q, t[i], t[(i + 1) % 3]);
            left |= s > 0;
            right |= s < 0;
        }
        return !(left && right);
    }

    private boolean meetsInPlane(int p, int q, int[] t, int drop) {
        int turn = turn(t[0], t[1], t[2], drop);
        // Apart exactly when a line along a side of the triangle, or along p q, has them on different sides.
        for (int i = 0; i < 3; i++) {
            int x = t[i], y = t[(i + 1) % 3];
            if (turn * turn(x, y, p, drop) < 0 && turn * turn(x, y, q, drop) < 0) return false;
        }
        int s = turn(p, q, t[0], drop);
        return s == 0 || s != turn(p, q, t[1], drop) || s != turn(p, q, t[2], drop);
    }

    // ---- orientations, of places in the coordinates

    private int orient(int p, int q, int r, int s) {
        return Predicates.orient3d(xyz, p, xyz, q, xyz, r, xyz, s);
    }

    private int turn(int p, int q, int r, int drop) {
        int u = (drop + 1) % 3, v = (drop + 2) % 3;
        return Predicates.orient2d(xyz[p + u], xyz[p + v], xyz[q + u], xyz[q + v], xyz[r + u], xyz[r + v]);
    }
}
