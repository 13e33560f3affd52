package org.modeststack.mesh.search;

import java.util.BitSet;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Triangulation;

/** The search tree over the triangles of a mesh, kept with it; made in n log n. */
public final class TriangleTree implements Memory.Counted {
    private final Triangulation triangles;
    private final Bvh tree;

    private TriangleTree(Mesh mesh) {
        triangles = mesh.triangulation();
        int[] vertices = triangles.triangleCorners().clone();
        for (int i = 0; i < vertices.length; i++) vertices[i] = mesh.corners()[vertices[i]];
        tree = new Bvh(Bvh.triangleBoxes(mesh.xyz(), vertices));
    }

    public static TriangleTree of(Mesh mesh) {
        return mesh.derived(TriangleTree.class, TriangleTree::new);
    }

    void onRay(double[] from, double[] way, Bvh.RayVisitor visitor) {
        tree.onRay(from, way, visitor);
    }

    /** Adds the faces to a set of which a triangle's box has something in common with a box. */
    public void facesIn(Bounds box, BitSet to) {
        tree.within(
                box.minX(),
                box.minY(),
                box.minZ(),
                box.maxX(),
                box.maxY(),
                box.maxZ(),
                t -> to.set(triangles.triangleFace()[t]));
    }

    @Override
    public void count(Memory memory) {
        memory.add(tree);
    }
}
