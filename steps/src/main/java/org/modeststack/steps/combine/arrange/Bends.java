package org.modeststack.steps.combine.arrange;

import org.modeststack.mesh.Vec3;

/** How far faces leave their plane along the diagonals by which they are cut into triangles. */
final class Bends {
    /** A bend by less than this, as a share of the coordinates, is rounding. */
    static final double EXACT = 1e-9;
    /** The same where coordinates have been through a file that keeps six or seven digits. */
    static final double FILED = 2e-7;
    /** Of how many diagonals a solid is judged. */
    private static final int MOST_ASKED = 1000;

    private Bends() {}

    /**
     * How far the surface moves if the diagonal along a side is exchanged for the other one: how far apart the two are.
     * Unlike a corner's distance from a plane that stays small beside triangles without width.
     */
    static double along(Solid s, int side) {
        int other = s.neighbor[side];
        if (other < 0) return 0;
        int back = 3 * other;
        while (s.sideEdge[back] != s.sideEdge[side]) back++;
        Vec3 a = corner(s, side), b = corner(s, Solid.nextSide(side)), c = corner(s, before(side));
        Vec3 normal = b.minus(a).cross(c.minus(corner(s, before(back))));
        double length = normal.length();
        return length == 0 ? 0 : Math.abs(c.minus(a).dot(normal)) / length;
    }

    /**
     * Whether most of a solid's faces that are bent at all are bent by no more than files do: then the others that are
     * bent by as little were flat, too.
     */
    static boolean areMostByFiles(Solid s) {
        int from = s.mesh.adjacency().edgeCount(), step = 1 + (s.edgeCount - from) / MOST_ASKED;
        double far = far(s);
        int slight = 0, bent = 0;
        for (int e = from; e < s.edgeCount; e += step) {
            double bend = along(s, s.sidesOfEdge(e)[0]);
            if (bend > FILED * far) bent++;
            else if (bend > EXACT * far) slight++;
        }
        return slight > bent;
    }

    /** The largest coordinate. */
    static double far(Solid s) {
        double far = 0;
        for (double d : s.tree.box()) far = Math.max(far, Math.abs(d));
        return far;
    }

    private static int before(int side) {
        return side % 3 == 0 ? side + 2 : side - 1;
    }

    private static Vec3 corner(Solid s, int side) {
        return s.mesh.point(s.triangles[side]);
    }
}
