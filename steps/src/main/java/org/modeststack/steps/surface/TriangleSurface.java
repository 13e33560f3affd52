package org.modeststack.steps.surface;

import java.util.Arrays;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Triangulation;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;

/** The triangles of a mesh beside each other, to walk over. Kept with the mesh; made in linear time. */
public final class TriangleSurface implements Memory.Counted {
    public final Mesh mesh;
    /** The vertex of each corner of a triangle, three each. */
    public final int[] vertex;

    public final Adjacency adj;
    /** The face of the mesh that each triangle is a part of. */
    private final int[] face;
    /** The corner of the mesh at each corner of a triangle. */
    private final int[] corner;

    private TriangleSurface(Mesh mesh) {
        this.mesh = mesh;
        Triangulation t = mesh.triangulation();
        face = t.triangleFace();
        corner = t.triangleCorners();
        vertex = new int[3 * t.count()];
        for (int c = 0; c < vertex.length; c++) vertex[c] = mesh.corners()[corner[c]];
        int[] offsets = new int[t.count() + 1];
        Arrays.setAll(offsets, i -> 3 * i);
        adj = new Adjacency(mesh.vertexCount(), offsets, vertex);
    }

    public static TriangleSurface of(Mesh mesh) {
        return mesh.derived(TriangleSurface.class, TriangleSurface::new);
    }

    @Override
    public void count(Memory memory) {
        memory.addArray(vertex);
        memory.add(adj);
    }

    public static int next(int corner) {
        return corner % 3 == 2 ? corner - 2 : corner + 1;
    }

    public Vec3 point(int corner) {
        return mesh.point(vertex[corner]);
    }

    /** The corner whose side runs from one vertex to another, or -1. */
    public int cornerOf(int from, int to) {
        for (int i = adj.vertexStart()[from]; i < adj.vertexStart()[from + 1]; i++) {
            int c = adj.vertexCorners()[i];
            if (vertex[next(c)] == to) return c;
        }
        return -1;
    }

    /** The angle at a corner, radians. */
    public double angle(int corner) {
        Vec3 p = point(corner),
                a = point(next(corner)).minus(p),
                b = point(next(next(corner))).minus(p);
        // A side without length has a square angle at either end, as if it were short, so that all three make two
        // squares.
        if (a.dot(a) == 0 || b.dot(b) == 0) return Math.PI / 2;
        return Math.atan2(a.cross(b).length(), a.dot(b));
    }

    /** The unit normal of a triangle; that of its face where it has no area. */
    public Vec3 normal(int triangle) {
        Vec3 p = point(3 * triangle);
        Vec3 n = point(3 * triangle + 1).minus(p).cross(point(3 * triangle + 2).minus(p));
        return n.dot(n) > 0 ? n.unit() : FaceFrames.of(mesh).normal(face[triangle]);
    }

    /** How much each corner of a triangle counts at a place in it; together 1. */
    double[] shares(int triangle, Vec3 p) {
        Vec3 a = point(3 * triangle),
                b = point(3 * triangle + 1),
                c = point(3 * triangle + 2),
                n = b.minus(a).cross(c.minus(a));
        double area = n.dot(n);
        if (area == 0) return new double[] {1, 0, 0};
        double u = Math.clamp(c.minus(b).cross(p.minus(b)).dot(n) / area, 0, 1);
        double v = Math.clamp(a.minus(c).cross(p.minus(c)).dot(n) / area, 0, 1 - u);
        return new double[] {u, v, 1 - u - v};
    }

    /** The corner at the same vertex in the next triangle counter-clockwise, or -1 at a border. */
    public int turned(int corner) {
        return adj.twin(next(next(corner)));
    }

    /** The face of the mesh that a triangle is a part of. */
    public int faceOf(int triangle) {
        return face[triangle];
    }

    /** The corner of the mesh at a corner of a triangle. */
    public int meshCorner(int corner) {
        return this.corner[corner];
    }

    /** The edge of the mesh along the side that leaves a corner, or -1. */
    public int edge(int corner) {
        return mesh.adjacency().edgeBetween(vertex[corner], vertex[next(corner)], mesh);
    }
}
