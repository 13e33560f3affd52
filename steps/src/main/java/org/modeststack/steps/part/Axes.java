package org.modeststack.steps.part;

import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.select.Selection;

/** Along which directions numbers are measured when picked elements are moved, turned or scaled. */
public enum Axes {
    /** The body's own X, Y and Z. */
    BODY,
    /** Z along the mean normal of the picked elements, X level. */
    NORMAL,
    /** X along the picked edges, Z as near to their normal as it gets. */
    EDGE;

    /**
     * Three directions of length 1, square to each other and right-handed, with the middle of what is picked.
     *
     * @param middle the mean of the picked vertices, mm
     */
    public record Frame(Vec3 x, Vec3 y, Vec3 z, Vec3 middle) {
        /** A vector given along these directions, in the body's. */
        public Vec3 out(Vec3 v) {
            return x.times(v.x()).plus(y.times(v.y())).plus(z.times(v.z()));
        }

        /** A vector of the body's, along these directions. */
        public Vec3 in(Vec3 v) {
            return new Vec3(v.dot(x), v.dot(y), v.dot(z));
        }

        public Vec3 axis(int i) {
            return i == 0 ? x : i == 1 ? y : z;
        }
    }

    /** The directions for what is picked on a mesh. Where there are none to be found they are the body's. */
    public Frame of(Mesh mesh, Selection picked) {
        Vec3 middle = Vec3.ZERO;
        BitSet vertices = picked.to(mesh, ElementKind.VERTEX).elements();
        for (int v = vertices.nextSetBit(0); v >= 0; v = vertices.nextSetBit(v + 1))
            middle = middle.plus(mesh.point(v));
        middle = middle.times(1.0 / Math.max(1, vertices.cardinality()));
        Vec3 ex = new Vec3(1, 0, 0), ey = new Vec3(0, 1, 0), ez = new Vec3(0, 0, 1);
        if (this == BODY) return new Frame(ex, ey, ez, middle);
        Vec3 z = normal(mesh, picked);
        if (this == NORMAL) {
            if (z.equals(Vec3.ZERO)) return new Frame(ex, ey, ez, middle);
            Vec3 level = ez.cross(z);
            Vec3 x = level.length() < 1e-6 ? ex : level.unit();
            x = x.minus(z.times(x.dot(z))).unit();
            return new Frame(x, z.cross(x), z, middle);
        }
        Vec3 x = along(mesh, picked);
        if (x.equals(Vec3.ZERO)) return NORMAL.of(mesh, picked);
        Vec3 up = z.minus(x.times(z.dot(x)));
        if (up.length() < 1e-6) up = ez.minus(x.times(x.z()));
        if (up.length() < 1e-6) up = ey.minus(x.times(x.y()));
        z = up.unit();
        return new Frame(x, z.cross(x), z, middle);
    }

    private static Vec3 normal(Mesh mesh, Selection picked) {
        Selection faces = picked.to(mesh, ElementKind.FACE);
        if (faces.isEmpty()) faces = picked.touching(mesh, ElementKind.FACE);
        Vec3 sum = Vec3.ZERO;
        double area = 0;
        double[] n = new double[3];
        for (int f = faces.elements().nextSetBit(0);
                f >= 0;
                f = faces.elements().nextSetBit(f + 1)) {
            Normals.areaVector(mesh, f, n);
            Vec3 v = new Vec3(n[0], n[1], n[2]);
            sum = sum.plus(v);
            area += v.length();
        }
        return sum.length() > 1e-9 * area ? sum.unit() : Vec3.ZERO;
    }

    /** The mean direction of picked edges, each the way the first goes. */
    private static Vec3 along(Mesh mesh, Selection picked) {
        BitSet edges = picked.to(mesh, ElementKind.EDGE).elements();
        Adjacency adj = mesh.adjacency();
        Vec3 sum = Vec3.ZERO;
        for (int e = edges.nextSetBit(0); e >= 0; e = edges.nextSetBit(e + 1)) {
            Vec3 d = mesh.point(adj.edgeHigh(e)).minus(mesh.point(adj.edgeLow(e)));
            sum = sum.plus(sum.dot(d) < 0 ? d.times(-1) : d);
        }
        return sum.unit();
    }
}
