package org.modeststack.mesh.measure;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;

/**
 * Whether a mesh is the border of something, by its edges alone: each between two faces that go the same way round. Kept
 * with the mesh; made in linear time.
 *
 * @param open edges with one face
 * @param branching edges with three faces and more
 * @param turned edges along which both faces run the same way
 * @param place the middle of the first of these edges; null where there is none
 */
public record Closure(
        int open, int branching, int turned, @Nullable Vec3 place) implements Memory.Counted {
    private static final long BYTES = 64;

    public static Closure of(Mesh mesh) {
        return mesh.derived(Closure.class, Closure::count);
    }

    private static Closure count(Mesh mesh) {
        Adjacency adj = mesh.adjacency();
        int open = 0, branching = 0, turned = 0, first = -1;
        for (int e = 0; e < adj.edgeCount(); e++) {
            int sides = adj.edgeSides(e);
            if (sides == 2 && adj.twin(adj.edgeCorner(e, 0)) >= 0) continue;
            if (first < 0) first = e;
            if (sides == 1) open++;
            else if (sides == 2) turned++;
            else branching++;
        }
        Vec3 place = first < 0
                ? null
                : mesh.point(adj.edgeLow(first))
                        .plus(mesh.point(adj.edgeHigh(first)))
                        .times(0.5);
        return new Closure(open, branching, turned, place);
    }

    public boolean isClosed() {
        return open + branching + turned == 0;
    }

    @Override
    public void count(Memory memory) {
        memory.addBytes(BYTES);
    }
}
