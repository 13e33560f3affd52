package org.modeststack.steps.profile;

import java.util.function.IntToLongFunction;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Vec3;

/** The quads of the grid that {@link CornerPatch} places. */
public final class PatchFaces {
    private static final long VERTEX = 1;
    private static final long FACE = 2;

    private PatchFaces() {}

    /** Takes what the grid is made of. */
    public interface Sink {
        /** @param place relative to the old vertex */
        int vertex(Vec3 place, long key);

        /** @param side of the outline that a face lies at */
        void face(long key, int side, int[] vertices, int count);
    }

    /**
     * @param outline for each side its vertices, counter-clockwise, the last being the next side's first
     * @param places of the vertices inside, as {@link CornerPatch#places} gives them
     * @param key a number for each side that tells it from all others
     */
    public static void emit(Sink sink, int[][] outline, Vec3[] places, IntToLongFunction key) {
        int sides = outline.length, n = outline[0].length - 1, rings = CornerPatch.rings(n), at = 0;
        int[][] ring = outline;
        int[] quad = new int[4];
        long whole = Long.MAX_VALUE;
        for (int s = 0; s < sides; s++) whole = Math.min(whole, key.applyAsLong(s));
        for (int k = 1; k <= rings; k++) {
            int segments = n - 2 * k;
            int[][] next = new int[sides][segments + 1];
            for (int s = 0; s < sides; s++) {
                long own = Keys.of(key.applyAsLong(s), VERTEX, k);
                for (int j = 0; j < segments; j++) next[s][j] = sink.vertex(places[at++], Keys.of(own, j));
            }
            for (int s = 0; s < sides; s++) next[s][segments] = next[(s + 1) % sides][0];
            quads(sink, ring, next, k, quad, key);
            ring = next;
        }
        if (n % 2 == 0) {
            int middle = sink.vertex(places[at], Keys.of(whole, VERTEX));
            for (int s = 0; s < sides; s++) {
                corner(ring, s, 2, middle, quad);
                sink.face(Keys.of(key.applyAsLong(s), FACE, rings + 1), s, quad, 4);
            }
        } else {
            int[] last = new int[sides];
            for (int s = 0; s < sides; s++) last[s] = ring[s][0];
            sink.face(Keys.of(whole, FACE), 0, last, sides);
        }
    }

    /** The quad at the beginning of a side. */
    private static void corner(int[][] ring, int s, int segments, int inner, int[] quad) {
        int[] before = ring[(s + ring.length - 1) % ring.length];
        quad[0] = before[segments - 1];
        quad[1] = ring[s][0];
        quad[2] = ring[s][1];
        quad[3] = inner;
    }

    private static void quads(Sink sink, int[][] outer, int[][] inner, int k, int[] quad, IntToLongFunction key) {
        int segments = outer[0].length - 1;
        for (int s = 0; s < outer.length; s++) {
            long own = Keys.of(key.applyAsLong(s), FACE, k);
            corner(outer, s, segments, inner[s][0], quad);
            sink.face(own, s, quad, 4);
            for (int j = 0; j < segments - 2; j++) {
                quad[0] = outer[s][j + 1];
                quad[1] = outer[s][j + 2];
                quad[2] = inner[s][j + 1];
                quad[3] = inner[s][j];
                sink.face(Keys.of(own, j + 1), s, quad, 4);
            }
        }
    }
}
