package org.modeststack.mesh;

import org.modeststack.mesh.triangulate.PolygonTriangulator;
import org.modeststack.mesh.work.Workers;

/**
 * The triangles of a whole mesh, in face order. Arrays are not to be written.
 *
 * @param triangleCorners three corners of the mesh a triangle
 * @param triangleFace the face each triangle is cut from
 */
public record Triangulation(int[] triangleCorners, int[] triangleFace) implements Memory.Counted {
    @Override
    public void count(Memory memory) {
        memory.addArray(triangleCorners);
        memory.addArray(triangleFace);
    }

    public static Triangulation of(Mesh mesh) {
        int[] offsets = mesh.offsets();
        int faces = mesh.faceCount();
        int count = mesh.cornerCount() - 2 * faces;
        int[] out = new int[3 * count];
        int[] face = new int[count];
        Workers.ranges(0, faces, (first, last) -> {
            PolygonTriangulator cutter = new PolygonTriangulator();
            for (int f = first; f < last; f++) {
                int from = offsets[f], to = offsets[f + 1], at = from - 2 * f;
                cutter.triangulate(mesh.xyz(), mesh.corners(), from, to, out, 3 * at);
                for (int i = to - from - 2; i > 0; i--) face[at++] = f;
            }
        });
        return new Triangulation(out, face);
    }

    /** The first triangle of a face, which those of it follow; for the number of faces it is how many there are. */
    public static int first(Mesh mesh, int face) {
        // A face has two triangles less than corners.
        return mesh.offsets()[face] - 2 * face;
    }

    public int count() {
        return triangleFace.length;
    }
}
