package org.modeststack.mesh.measure;

import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.work.Workers;

/** Normals of faces. */
public final class Normals {
    private Normals() {}

    /**
     * The area vector of a face: its normal, as long as its area (Newell's method, taken about the first corner).
     *
     * @param out receives x, y, z
     * @return the square of the face's extent, a scale to judge the vector's length by
     */
    public static double areaVector(Mesh mesh, int face, double[] out) {
        double[] xyz = mesh.xyz();
        int[] corners = mesh.corners();
        int from = mesh.offsets()[face], to = mesh.offsets()[face + 1];
        int o = 3 * corners[from];
        double ox = xyz[o], oy = xyz[o + 1], oz = xyz[o + 2];
        double nx = 0, ny = 0, nz = 0;
        int a = 3 * corners[from + 1];
        double ax = xyz[a] - ox, ay = xyz[a + 1] - oy, az = xyz[a + 2] - oz;
        double scale = ax * ax + ay * ay + az * az;
        for (int c = from + 2; c < to; c++) {
            int b = 3 * corners[c];
            double bx = xyz[b] - ox, by = xyz[b + 1] - oy, bz = xyz[b + 2] - oz;
            nx += ay * bz - az * by;
            ny += az * bx - ax * bz;
            nz += ax * by - ay * bx;
            scale = Math.max(scale, bx * bx + by * by + bz * bz);
            ax = bx;
            ay = by;
            az = bz;
        }
        out[0] = nx / 2;
        out[1] = ny / 2;
        out[2] = nz / 2;
        return scale;
    }

    /** The area of a face, mm². */
    public static double area(Mesh mesh, int face) {
        double[] n = new double[3];
        areaVector(mesh, face, n);
        return Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]);
    }

    /** Unit normals of all faces, three values a face; zero where a face has no area. */
    public static double[] ofFaces(Mesh mesh) {
        double[] out = new double[3 * mesh.faceCount()];
        Workers.ranges(0, mesh.faceCount(), (from, to) -> ofFaces(mesh, from, to, out));
        return out;
    }

    private static void ofFaces(Mesh mesh, int from, int to, double[] out) {
        double[] p = mesh.xyz(), n = new double[3];
        int[] corners = mesh.corners(), offsets = mesh.offsets();
        for (int f = from; f < to; f++) {
            int first = offsets[f], sides = offsets[f + 1] - first;
            if (sides > 4) {
                areaVector(mesh, f, n);
                unit(n[0], n[1], n[2], out, 3 * f);
                continue;
            }
            // Twice the area vector is the product of the diagonals; of a triangle, that of two sides.
            int a = 3 * corners[first], b = 3 * corners[first + 1], c = 3 * corners[first + 2];
            int d = sides == 4 ? 3 * corners[first + 3] : a;
            double ux = p[c] - p[a], uy = p[c + 1] - p[a + 1], uz = p[c + 2] - p[a + 2];
            double vx = p[d] - p[b], vy = p[d + 1] - p[b + 1], vz = p[d + 2] - p[b + 2];
            unit(uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx, out, 3 * f);
        }
    }

    private static void unit(double x, double y, double z, double[] out, int at) {
        double l = Math.sqrt(x * x + y * y + z * z);
        if (l == 0) return;
        out[at] = x / l;
        out[at + 1] = y / l;
        out[at + 2] = z / l;
    }
}
