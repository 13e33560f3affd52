package org.modeststack.mesh.shade;

import org.modeststack.mesh.Mesh;

/**
 * How much a face weighs in the normal of one of its corners: as much as the triangle of its two sides there. So large flats
 * stay flat beside narrow strips, and on a ball the triangles at a pole weigh no less than the quads beyond them. With more
 * than four sides it is half of the face, since sides that meet at the rim of a hole say nothing about the flat round it.
 */
public final class CornerWeights {
    private CornerWeights() {}

    /**
     * @param from the face's first corner
     * @param sides of the face
     * @param corner of the face
     * @param area of the face, mm²
     * @return a share of the area
     */
    public static double of(Mesh mesh, int from, int sides, int corner, double area) {
        if (sides == 3) return 1;
        if (sides > 4 || !(area > 0)) return 0.5;
        int[] corners = mesh.corners();
        double[] p = mesh.xyz();
        int a = 3 * corners[corner],
                b = 3 * corners[corner + 1 == from + 4 ? from : corner + 1],
                c = 3 * corners[corner == from ? from + 3 : corner - 1];
        double ux = p[b] - p[a], uy = p[b + 1] - p[a + 1], uz = p[b + 2] - p[a + 2];
        double vx = p[c] - p[a], vy = p[c + 1] - p[a + 1], vz = p[c + 2] - p[a + 2];
        double x = uy * vz - uz * vy, y = uz * vx - ux * vz, z = ux * vy - uy * vx;
        return Math.sqrt(x * x + y * y + z * z) / (2 * area);
    }
}
