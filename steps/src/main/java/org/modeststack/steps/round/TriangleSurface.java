package org.modeststack.steps.round;

import java.util.Arrays;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Triangulation;
import org.modeststack.mesh.Vec3;

/** The triangles of a mesh beside each other, to walk over. Kept with the mesh; made in linear time. */
final class TriangleSurface implements Memory.Counted {
    final Mesh mesh;
    /** The vertex of each corner of a triangle, three each. */
    final int[] vertex;

    final Adjacency adj;

    private TriangleSurface(Mesh mesh) {
        this.mesh = mesh;
        Triangulation t = mesh.triangulation();
        vertex = new int[3 * t.count()];
        for (int c = 0; c < vertex.length; c++) vertex[c] = mesh.corners()[t.triangleCorners()[c]];
        int[] offsets = new int[t.count() + 1];
        Arrays.setAll(offsets, i -> 3 * i);
        adj = new Adjacency(mesh.vertexCount(), offsets, vertex);
    }

    static TriangleSurface of(Mesh mesh) {
        return mesh.derived(TriangleSurface.class, TriangleSurface::new);
    }

    @Override
    public void count(Memory memory) {
        memory.addArray(vertex);
        memory.add(adj);
    }

    static int next(int corner) {
        return corner % 3 == 2 ? corner - 2 : corner + 1;
    }

    Vec3 point(int corner) {
        return mesh.point(vertex[corner]);
    }

    /** The corner whose side runs from one vertex to another, or -1. */
    int cornerOf(int from, int to) {
        for (int i = adj.vertexStart()[from]; i < adj.vertexStart()[from + 1]; i++) {
            int c = adj.vertexCorners()[i];
            if (vertex[next(c)] == to) return c;
        }
        return -1;
    }

    /** The angle at a corner, radians. */
    double angle(int corner) {
        Vec3 p = point(corner),
                a = point(next(corner)).minus(p),
                b = point(next(next(corner))).minus(p);
        return Math.atan2(a.cross(b).length(), a.dot(b));
    }

    /** The unit normal of a triangle; zero where it has no area. */
    Vec3 normal(int triangle) {
        Vec3 p = point(3 * triangle);
        return point(3 * triangle + 1)
                .minus(p)
                .cross(point(3 * triangle + 2).minus(p))
                .unit();
    }

    /** The corner at the same vertex in the next triangle counter-clockwise, or -1 at a border. */
    int turned(int corner) {
        return adj.twin(next(next(corner)));
    }

    /** The edge of the mesh along the side that leaves a corner, or -1. */
    int edge(int corner) {
        return mesh.adjacency().edgeBetween(vertex[corner], vertex[next(corner)], mesh);
    }
}
