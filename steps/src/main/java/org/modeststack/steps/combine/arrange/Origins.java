package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import org.modeststack.mesh.Mesh;

/** Which operand each vertex of a result was given with, by the vertex's key, which stays when others go. */
final class Origins {
    /** Of vertices that were not given but made. */
    static final int MADE = Integer.MAX_VALUE;

    private final Long2IntOpenHashMap byKey;

    /** @param operand for each vertex the operand it was given with, or {@link #MADE} */
    Origins(Mesh mesh, IntArrayList operand) {
        byKey = new Long2IntOpenHashMap(mesh.vertexCount());
        byKey.defaultReturnValue(MADE);
        for (int v = 0; v < mesh.vertexCount(); v++) {
            if (operand.getInt(v) != MADE) byKey.put(mesh.vertexKeys()[v], operand.getInt(v));
        }
    }

    /** Given vertices before made ones, those of the first operands before those of later ones. */
    int rank(Mesh mesh, int vertex) {
        return byKey.get(mesh.vertexKeys()[vertex]);
    }

    /** Whether two vertices were given with the same operand, so that what is between them is as it was given. */
    boolean areOfOne(Mesh mesh, int v, int w) {
        int rank = rank(mesh, v);
        return rank != MADE && rank == rank(mesh, w);
    }
}
