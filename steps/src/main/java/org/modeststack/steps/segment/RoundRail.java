package org.modeststack.steps.segment;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.List;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;

/** A line of vertices along a part. */
final class RoundRail {
    private static final long VERTEX = 1;

    final IntArrayList vertices;
    final boolean closed;
    /** The rows at it: one, or two that share it. */
    final List<RoundRow> rows = new ArrayList<>(2);

    /** The face beyond it, which is of no row; -1 for none. */
    int beyond = -1;
    /** The new places between the ends, three values each, and their keys. */
    @SuppressWarnings("NullAway.Init")
    double[] places;

    @SuppressWarnings("NullAway.Init")
    long[] keys;
    /** Whether they had to be put on the old edges. */
    boolean straight;
    /** From the first place to the last, in the new mesh; closed ones end with the first again. */
    @SuppressWarnings("NullAway.Init")
    int[] made;

    RoundRail(IntArrayList vertices, boolean closed) {
        this.vertices = vertices;
        this.closed = closed;
    }

    boolean isPoint() {
        return vertices.getInt(0) == vertices.getInt(vertices.size() - 1) && !closed
                || closed && vertices.getInt(0) == vertices.getInt(1);
    }

    void place(Mesh mesh, int segments, long seed, long[] fractions) {
        if (isPoint()) return;
        long key = Keys.of(seed, VERTEX, mesh.edgeKey(vertices.getInt(0), vertices.getInt(1)), closed ? 1 : 0);
        keys = new long[segments - 1];
        for (int i = 1; i < segments; i++) keys[i - 1] = Keys.of(key, fractions[i]);
        RailCurve curve = new RailCurve(mesh, vertices, closed);
        straight = !curve.isRound() && vertices.size() > 2;
        places = curve.between(segments);
    }

    int segments() {
        return closed ? vertices.size() : vertices.size() - 1;
    }
    /** The old segment in which the middle of a new one lies. */
    static int nearest(int i, int of, int segments) {
        return of == segments ? i : Math.min(of - 1, (int) ((i + 0.5) / segments * of));
    }
}
