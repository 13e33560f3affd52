package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;

/**
 * Which operand each vertex of a result was given with. In the meshes that come of the result by merging vertices it is
 * known by the vertex's key, which stays when others go.
 */
final class Origins {
    /** Of vertices that were not given but made. */
    static final int MADE = Integer.MAX_VALUE;

    private final Mesh result;
    private final int[] operand;
    /** By key; made when it is asked for, since most results need no merging. */
    private @Nullable Long2IntOpenHashMap byKey;

    /** @param operand for each vertex of the result the operand it was given with, or {@link #MADE} */
    Origins(Mesh result, int[] operand) {
        this.result = result;
        this.operand = operand;
    }

    /** For each vertex of the result, or of one that came of it, the operand it was given with, or {@link #MADE}. */
    int[] of(Mesh mesh) {
        if (mesh == result) return operand;
        Long2IntOpenHashMap known = byKey;
        if (known == null) {
            byKey = known = new Long2IntOpenHashMap(operand.length);
            known.defaultReturnValue(MADE);
            for (int v = 0; v < operand.length; v++) {
                if (operand[v] != MADE) known.put(result.vertexKeys()[v], operand[v]);
            }
        }
        int[] of = new int[mesh.vertexCount()];
        for (int v = 0; v < of.length; v++) of[v] = known.get(mesh.vertexKeys()[v]);
        return of;
    }

    /** Whether all vertices of a face were given with the same operand. */
    static boolean areOfOne(int[] origin, Mesh mesh, int face) {
        int from = mesh.offsets()[face], first = origin[mesh.corners()[from]];
        for (int c = from; c < mesh.offsets()[face + 1]; c++) {
            if (!areOfOne(first, origin[mesh.corners()[c]])) return false;
        }
        return true;
    }

    /** Whether two vertices were given with the same operand, so that what is between them is as it was given. */
    static boolean areOfOne(int origin, int other) {
        return origin == other && origin != MADE;
    }
}
