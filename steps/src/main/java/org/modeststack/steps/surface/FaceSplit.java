package org.modeststack.steps.surface;

import java.util.ArrayList;
import java.util.List;

/** Splits the outline of a face along chains of nodes that cross it. */
final class FaceSplit {
    private final List<int[]> pieces = new ArrayList<>();

    /** @param outline counter-clockwise, with the nodes on its edges */
    FaceSplit(int[] outline) {
        pieces.add(outline);
    }

    List<int[]> pieces() {
        return pieces;
    }

    /**
     * @param chain from one node of the outline to another, with what lies between them inside
     * @return whether there was just one piece that has both ends; nothing has changed where not
     */
    boolean along(int[] chain) {
        int first = chain[0], last = chain[chain.length - 1], found = -1;
        if (first == last) return false;
        for (int i = 0; i < pieces.size(); i++) {
            if (index(pieces.get(i), first) < 0 || index(pieces.get(i), last) < 0) continue;
            if (found >= 0) return false;
            found = i;
        }
        if (found < 0) return false;
        int[] piece = pieces.get(found);
        int a = index(piece, first), b = index(piece, last), n = piece.length;
        int inside = chain.length - 2, one = Math.floorMod(b - a, n) + 1, two = Math.floorMod(a - b, n) + 1;
        int[] left = new int[one + inside], right = new int[two + inside];
        for (int i = 0; i < one; i++) left[i] = piece[(a + i) % n];
        for (int i = 0; i < two; i++) right[i] = piece[(b + i) % n];
        for (int i = 0; i < inside; i++) {
            left[one + i] = chain[chain.length - 2 - i];
            right[two + i] = chain[1 + i];
        }
        pieces.set(found, left);
        pieces.add(right);
        return true;
    }

    private static int index(int[] piece, int node) {
        for (int i = 0; i < piece.length; i++) if (piece[i] == node) return i;
        return -1;
    }
}
