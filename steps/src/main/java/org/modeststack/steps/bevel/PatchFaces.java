package org.modeststack.steps.bevel;

import java.util.function.IntToLongFunction;
import java.util.function.IntUnaryOperator;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Vec3;

/** The quads of the grid that {@link CornerPatch} places. */
final class PatchFaces {
    private static final long VERTEX = 1;
    private static final long FACE = 2;

    private PatchFaces() {}

    /**
     * @param outline for each side its vertices, counter-clockwise, the last being the next side's first
     * @param places of the vertices inside, as {@link CornerPatch#places} gives them
     * @param key a number for each side that tells it from all others
     * @param like the old face that each side takes its material from
     */
    static void emit(
            CutPiece cut, int old, int[][] outline, Vec3[] places, IntToLongFunction key, IntUnaryOperator like) {
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
                for (int j = 0; j < segments; j++) next[s][j] = vertex(cut, old, places[at++], Keys.of(own, j));
            }
            for (int s = 0; s < sides; s++) next[s][segments] = next[(s + 1) % sides][0];
            quads(cut, ring, next, k, quad, key, like);
            ring = next;
        }
        if (n % 2 == 0) {
            int middle = vertex(cut, old, places[at], Keys.of(whole, VERTEX));
            for (int s = 0; s < sides; s++) {
                corner(ring, s, 2, middle, quad);
                cut.face(Keys.of(key.applyAsLong(s), FACE, rings + 1), like.applyAsInt(s), quad, 0, 4);
            }
        } else {
            int[] last = new int[sides];
            for (int s = 0; s < sides; s++) last[s] = ring[s][0];
            cut.face(Keys.of(whole, FACE), like.applyAsInt(0), last, 0, sides);
        }
    }

    private static int vertex(CutPiece cut, int old, Vec3 p, long key) {
        return cut.vertex(old, p.x(), p.y(), p.z(), key);
    }

    /** The quad at the beginning of a side. */
    private static void corner(int[][] ring, int s, int segments, int inner, int[] quad) {
        int[] before = ring[(s + ring.length - 1) % ring.length];
        quad[0] = before[segments - 1];
        quad[1] = ring[s][0];
        quad[2] = ring[s][1];
        quad[3] = inner;
    }

    private static void quads(
            CutPiece cut,
            int[][] outer,
            int[][] inner,
            int k,
            int[] quad,
            IntToLongFunction key,
            IntUnaryOperator like) {
        int segments = outer[0].length - 1;
        for (int s = 0; s < outer.length; s++) {
            long own = Keys.of(key.applyAsLong(s), FACE, k);
            int face = like.applyAsInt(s);
            corner(outer, s, segments, inner[s][0], quad);
            cut.face(own, face, quad, 0, 4);
            for (int j = 0; j < segments - 2; j++) {
                quad[0] = outer[s][j + 1];
                quad[1] = outer[s][j + 2];
                quad[2] = inner[s][j + 1];
                quad[3] = inner[s][j];
                cut.face(Keys.of(own, j + 1), face, quad, 0, 4);
            }
        }
    }
}
