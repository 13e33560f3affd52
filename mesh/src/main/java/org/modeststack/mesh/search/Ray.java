package org.modeststack.mesh.search;

import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.triangulate.Triangulation;

/**
 * A half line.
 *
 * @param way its direction, unit length
 */
public record Ray(Vec3 from, Vec3 way) {
    public Vec3 at(double distance) {
        return from.plus(way.times(distance));
    }

    /**
     * Where it first meets a mesh, from either side of its faces, by looking at every triangle; null where it does not
     * (T. Möller, B. Trumbore, "Fast, Minimum Storage Ray/Triangle Intersection", 1997).
     */
    public SurfacePoint first(Mesh mesh) {
        Triangulation all = mesh.triangulation();
        int[] corners = mesh.corners(), tri = all.triangleCorners();
        double[] p = mesh.xyz();
        double ox = from.x(), oy = from.y(), oz = from.z(), dx = way.x(), dy = way.y(), dz = way.z();
        int best = -1;
        double nearest = Double.POSITIVE_INFINITY;
        for (int t = 0; t < all.count(); t++) {
            int a = 3 * corners[tri[3 * t]], b = 3 * corners[tri[3 * t + 1]], c = 3 * corners[tri[3 * t + 2]];
            double ux = p[b] - p[a], uy = p[b + 1] - p[a + 1], uz = p[b + 2] - p[a + 2];
            double vx = p[c] - p[a], vy = p[c + 1] - p[a + 1], vz = p[c + 2] - p[a + 2];
            double hx = dy * vz - dz * vy, hy = dz * vx - dx * vz, hz = dx * vy - dy * vx;
            double det = ux * hx + uy * hy + uz * hz;
            if (det == 0) continue;
            double sx = ox - p[a], sy = oy - p[a + 1], sz = oz - p[a + 2];
            double u = (sx * hx + sy * hy + sz * hz) / det;
            if (!(u >= 0 && u <= 1)) continue;
            double qx = sy * uz - sz * uy, qy = sz * ux - sx * uz, qz = sx * uy - sy * ux;
            double v = (dx * qx + dy * qy + dz * qz) / det;
            if (!(v >= 0 && u + v <= 1)) continue;
            double d = (vx * qx + vy * qy + vz * qz) / det;
            if (d <= 0 || d >= nearest) continue;
            nearest = d;
            best = t;
        }
        return best < 0 ? null : new SurfacePoint(all.triangleFace()[best], at(nearest));
    }

    /** Where it meets the plane through a point square to a direction; null where it does not. */
    public Vec3 meets(Vec3 point, Vec3 normal) {
        double along = way.dot(normal);
        double d = along == 0 ? -1 : point.minus(from).dot(normal) / along;
        return d > 0 ? at(d) : null;
    }
}
