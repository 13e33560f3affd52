package org.modeststack.mesh.search;

import it.unimi.dsi.fastutil.doubles.DoubleArrayList;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;
import java.util.Comparator;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Triangulation;
import org.modeststack.mesh.Vec3;

/**
 * A half line.
 *
 * @param way its direction, unit length
 */
public record Ray(Vec3 from, Vec3 way) {
    public Vec3 at(double distance) {
        return from.plus(way.times(distance));
    }

    /** Makes the search tree of a mesh, which the first ray would else wait for: half a second for a million faces. */
    public static void prepare(Mesh mesh) {
        TriangleTree.of(mesh);
    }

    /**
     * Where it first meets a mesh, from either side of its faces; null where it does not (T. Möller, B. Trumbore, "Fast,
     * Minimum Storage Ray/Triangle Intersection", 1997).
     */
    public @Nullable SurfacePoint first(Mesh mesh) {
        Triangulation all = mesh.triangulation();
        int[] best = {-1};
        double[] nearest = {Double.POSITIVE_INFINITY};
        double[] o = {from.x(), from.y(), from.z()}, d = {way.x(), way.y(), way.z()};
        TriangleTree.of(mesh).onRay(o, d, t -> {
            double far = meetsTriangle(mesh, all.triangleCorners(), t);
            if (far < nearest[0]) {
                nearest[0] = far;
                best[0] = t;
            }
            return nearest[0];
        });
        return best[0] < 0 ? null : new SurfacePoint(all.triangleFace()[best[0]], at(nearest[0]));
    }

    /** The faces of a mesh that it meets, the nearest first, each once. */
    public int[] faces(Mesh mesh) {
        Triangulation all = mesh.triangulation();
        DoubleArrayList far = new DoubleArrayList();
        IntArrayList faces = new IntArrayList();
        double[] o = {from.x(), from.y(), from.z()}, d = {way.x(), way.y(), way.z()};
        TriangleTree.of(mesh).onRay(o, d, t -> {
            double at = meetsTriangle(mesh, all.triangleCorners(), t);
            if (at < Double.POSITIVE_INFINITY && !faces.contains(all.triangleFace()[t])) {
                far.add(at);
                faces.add(all.triangleFace()[t]);
            }
            return Double.POSITIVE_INFINITY;
        });
        Integer[] order = new Integer[faces.size()];
        Arrays.setAll(order, i -> i);
        Arrays.sort(order, Comparator.comparingDouble(far::getDouble));
        return Arrays.stream(order).mapToInt(faces::getInt).toArray();
    }

    /** How far away it meets a triangle; infinite where it does not. */
    private double meetsTriangle(Mesh mesh, int[] tri, int t) {
        double none = Double.POSITIVE_INFINITY;
        int[] corners = mesh.corners();
        double[] p = mesh.xyz();
        int a = 3 * corners[tri[3 * t]], b = 3 * corners[tri[3 * t + 1]], c = 3 * corners[tri[3 * t + 2]];
        double ux = p[b] - p[a], uy = p[b + 1] - p[a + 1], uz = p[b + 2] - p[a + 2];
        double vx = p[c] - p[a], vy = p[c + 1] - p[a + 1], vz = p[c + 2] - p[a + 2];
        double hx = way.y() * vz - way.z() * vy, hy = way.z() * vx - way.x() * vz, hz = way.x() * vy - way.y() * vx;
        double det = ux * hx + uy * hy + uz * hz;
        if (det == 0) return none;
        double sx = from.x() - p[a], sy = from.y() - p[a + 1], sz = from.z() - p[a + 2];
        double u = (sx * hx + sy * hy + sz * hz) / det;
        if (!(u >= 0 && u <= 1)) return none;
        double qx = sy * uz - sz * uy, qy = sz * ux - sx * uz, qz = sx * uy - sy * ux;
        double v = (way.x() * qx + way.y() * qy + way.z() * qz) / det;
        if (!(v >= 0 && u + v <= 1)) return none;
        double far = (vx * qx + vy * qy + vz * qz) / det;
        return far > 0 ? far : none;
    }

    /** Where it meets the plane through a point square to a direction; null where it does not. */
    public @Nullable Vec3 meets(Vec3 point, Vec3 normal) {
        double along = way.dot(normal);
        double d = along == 0 ? -1 : point.minus(from).dot(normal) / along;
        return d > 0 ? at(d) : null;
    }
}
