package org.modeststack.steps.extrude;

import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.steps.Trig;

/**
 * The middle and the mean direction of a group of faces, both weighed by area.
 *
 * @param middle mm
 * @param normal unit length, or zero where the faces' directions cancel out
 */
record GroupFrame(Vec3 middle, Vec3 normal) {
    /** Directions that cancel out to less than this share of the area count as none. */
    private static final double NONE = 1e-9;

    static GroupFrame of(Raising r, int group) {
        Mesh m = r.mesh;
        double[] n = new double[3];
        double x = 0, y = 0, z = 0, total = 0, mx = 0, my = 0, mz = 0;
        for (int i = r.groupStart[group]; i < r.groupStart[group + 1]; i++) {
            int f = r.faces[i];
            Normals.areaVector(m, f, n);
            double area = Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]);
            x += n[0];
            y += n[1];
            z += n[2];
            Vec3 c = centroid(m, f, n, area);
            mx += area * c.x();
            my += area * c.y();
            mz += area * c.z();
            total += area;
        }
        Vec3 sum = new Vec3(x, y, z);
        Vec3 normal = sum.length() > NONE * total ? sum.unit() : Vec3.ZERO;
        Vec3 middle =
                total > 0 ? new Vec3(mx, my, mz).times(1 / total) : m.point(r.copyVertex.getInt(r.copyStart[group]));
        return new GroupFrame(middle, normal);
    }

    /** The centroid of a face's area, by triangles from its first corner that count negative where they run backwards. */
    private static Vec3 centroid(Mesh m, int f, double[] n, double area) {
        Vec3 o = m.point(m.corners()[m.offsets()[f]]);
        if (!(area > 0)) return o;
        Vec3 unit = new Vec3(n[0], n[1], n[2]).times(1 / area), sum = Vec3.ZERO;
        double whole = 0;
        for (int c = m.offsets()[f] + 1; c + 1 < m.offsets()[f + 1]; c++) {
            Vec3 a = m.point(m.corners()[c]).minus(o),
                    b = m.point(m.corners()[c + 1]).minus(o);
            double w = a.cross(b).dot(unit);
            whole += w;
            sum = sum.plus(a.plus(b).times(w / 3));
        }
        return whole == 0 ? o : o.plus(sum.times(1 / whole));
    }

    static void shift(Raising r, int group, Vec3 by, double[] places) {
        for (int i = r.copyStart[group]; i < r.copyStart[group + 1]; i++) {
            places[3 * i] += by.x();
            places[3 * i + 1] += by.y();
            places[3 * i + 2] += by.z();
        }
    }

    /** Scales across a direction and turns round it, both about the group's middle. */
    void scaleAndTurn(Raising r, int group, Vec3 way, double scale, double degrees, double[] places) {
        if (scale == 1 && degrees == 0) return;
        Vec3 axis = way.equals(Vec3.ZERO) ? new Vec3(0, 0, 1) : way;
        double cos = Trig.cosDegrees(degrees), sin = Trig.sinDegrees(degrees);
        for (int i = r.copyStart[group]; i < r.copyStart[group + 1]; i++) {
            Vec3 d = new Vec3(places[3 * i], places[3 * i + 1], places[3 * i + 2]).minus(middle);
            double up = d.dot(axis);
            Vec3 across = d.minus(axis.times(up));
            // Rodrigues' rotation of what lies across the axis.
            Vec3 turned = across.times(cos).plus(axis.cross(across).times(sin)).times(scale);
            Vec3 p = middle.plus(turned).plus(axis.times(up));
            places[3 * i] = p.x();
            places[3 * i + 1] = p.y();
            places[3 * i + 2] = p.z();
        }
    }
}
