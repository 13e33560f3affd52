package org.modeststack.steps.round;

import java.util.BitSet;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.search.Bvh;

/** Finds the faces of a mesh in a box. Kept with the mesh; made in n log n. */
final class NearFaces implements Memory.Counted {
    private final Bvh tree;

    private NearFaces(Mesh mesh) {
        double[] boxes = new double[6 * mesh.faceCount()];
        for (int f = 0; f < mesh.faceCount(); f++) {
            Bounds box = Bounds.EMPTY;
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++)
                box = box.including(mesh.point(mesh.corners()[c]));
            int i = 6 * f;
            boxes[i] = box.minX();
            boxes[i + 1] = box.minY();
            boxes[i + 2] = box.minZ();
            boxes[i + 3] = box.maxX();
            boxes[i + 4] = box.maxY();
            boxes[i + 5] = box.maxZ();
        }
        tree = new Bvh(boxes);
    }

    static NearFaces of(Mesh mesh) {
        return mesh.derived(NearFaces.class, NearFaces::new);
    }

    /** Adds the faces within a distance of what is between two places to a set, and perhaps some more. */
    void within(Vec3 a, Vec3 b, double distance, BitSet to) {
        Bounds box = Bounds.EMPTY.including(a).including(b).grown(distance);
        tree.within(box.minX(), box.minY(), box.minZ(), box.maxX(), box.maxY(), box.maxZ(), to::set);
    }

    @Override
    public void count(Memory memory) {
        memory.add(tree);
    }
}
