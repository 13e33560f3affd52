package org.modeststack.mesh.search;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Triangulation;
import org.modeststack.mesh.Vec3;

/**
 * A place on the surface of a mesh.
 *
 * @param face the face it lies on
 * @param at mm
 */
public record SurfacePoint(int face, Vec3 at) {
    /** The place nearest to a point, by looking at every triangle; null for a mesh without faces. */
    public static @Nullable SurfacePoint nearest(Mesh mesh, Vec3 p) {
        Triangulation all = mesh.triangulation();
        int[] corners = mesh.corners();
        double least = Double.POSITIVE_INFINITY;
        SurfacePoint found = null;
        for (int t = 0; t < all.count(); t++) {
            Vec3 q = onTriangle(
                    mesh.point(corners[all.triangleCorners()[3 * t]]),
                    mesh.point(corners[all.triangleCorners()[3 * t + 1]]),
                    mesh.point(corners[all.triangleCorners()[3 * t + 2]]),
                    p);
            double d = q.minus(p).length();
            if (d >= least) continue;
            least = d;
            found = new SurfacePoint(all.triangleFace()[t], q);
        }
        return found;
    }

    /** The place of a triangle nearest to a point (C. Ericson, "Real-Time Collision Detection", 2005, 5.1.5). */
    public static Vec3 onTriangle(Vec3 a, Vec3 b, Vec3 c, Vec3 p) {
        Vec3 ab = b.minus(a), ac = c.minus(a), ap = p.minus(a);
        double d1 = ab.dot(ap), d2 = ac.dot(ap);
        if (d1 <= 0 && d2 <= 0) return a;
        Vec3 bp = p.minus(b);
        double d3 = ab.dot(bp), d4 = ac.dot(bp);
        if (d3 >= 0 && d4 <= d3) return b;
        double vc = d1 * d4 - d3 * d2;
        if (vc <= 0 && d1 >= 0 && d3 <= 0) return a.plus(ab.times(d1 / (d1 - d3)));
        Vec3 cp = p.minus(c);
        double d5 = ab.dot(cp), d6 = ac.dot(cp);
        if (d6 >= 0 && d5 <= d6) return c;
        double vb = d5 * d2 - d1 * d6;
        if (vb <= 0 && d2 >= 0 && d6 <= 0) return a.plus(ac.times(d2 / (d2 - d6)));
        double va = d3 * d6 - d5 * d4;
        if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) return b.plus(c.minus(b).times((d4 - d3) / (d4 - d3 + (d5 - d6))));
        double sum = va + vb + vc;
        return a.plus(ab.times(vb / sum)).plus(ac.times(vc / sum));
    }
}
