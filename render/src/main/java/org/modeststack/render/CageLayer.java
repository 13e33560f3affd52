package org.modeststack.render;

import java.util.List;

/**
 * Lays cages over a picture that is already shaded: their edges as lines, and their faces, unseen, as what is found under the
 * pointer, in front of whatever they would hide and always in the place of the solid that is made from them.
 */
final class CageLayer {
    /** How much ink there is on edges behind surfaces. */
    static final float HIDDEN = 0.28f;

    private static final float INK = 0.85f;

    private final List<Projected> cages;
    private final int[] solidFrom;
    private final int[] solidTo;
    private final int color;

    /**
     * @param cages in the order of their triangles
     * @param solidFrom for each the first triangle of its solid
     * @param solidTo for each the one behind the last
     * @param color of the edges, sRGB
     */
    CageLayer(List<Projected> cages, int[] solidFrom, int[] solidTo, int color) {
        this.cages = cages;
        this.solidFrom = solidFrom;
        this.solidTo = solidTo;
        this.color = color;
    }

    /** @param over the cages' own triangles, and the ink of their edges */
    void lay(Frame frame, Frame over, int y0, int y1) {
        for (int at = y0 * frame.width; at < y1 * frame.width; at++) {
            if (over.ink[at] > 0) frame.color[at] = Colors.mix(frame.color[at], color, INK * over.ink[at]);
            if (over.id[at] < 0) continue;
            if (over.depth[at] < frame.depth[at] && !isOwnSolid(over.id[at], frame.id[at])) continue;
            frame.id[at] = over.id[at];
            frame.depth[at] = over.depth[at];
        }
    }

    private boolean isOwnSolid(int ofCage, int shown) {
        int cage = cageOf(ofCage & ~Rasterizer.TINY), triangle = shown & ~Rasterizer.TINY;
        return shown >= 0 && triangle >= solidFrom[cage] && triangle < solidTo[cage];
    }

    private int cageOf(int triangle) {
        int i = cages.size() - 1;
        while (i > 0 && cages.get(i).firstId > triangle) i--;
        return i;
    }
}
