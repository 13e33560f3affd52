package org.modeststack.steps.combine.arrange;

import org.jspecify.annotations.Nullable;

/**
 * Finds the piece of a cut triangle that lies under a place, looking along an axis. A triangle that very many others cut has
 * very many pieces; these are sorted into the cells of a grid, about one a cell, so that a place is found in constant time
 * where they are of like size.
 */
final class PieceGrid {
    /** Fewer pieces are looked through one by one. */
    private static final int MANY = 32;

    private static final int MOST_CELLS_ACROSS = 1024;

    private final Fragments fragments;
    private final Points points;
    private final int first;
    private final int end;
    private final int u;
    private final int v;
    private final int turn;
    private final double[] low = new double[2];
    private final double[] scale = new double[2];
    private final int across;
    /** Where the pieces of each cell begin; null where there is no grid. */
    private int @Nullable [] cellStart;

    private int[] cellPieces = {};

    /** @param s the triangle */
    PieceGrid(Fragments fragments, int s) {
        this.fragments = fragments;
        points = fragments.points;
        first = fragments.firstPiece(s);
        end = fragments.endPiece(s);
        int k = fragments.soup.axis(s);
        u = (k + 1) % 3;
        v = (k + 2) % 3;
        turn = fragments.soup.turn(s);
        across = Math.clamp((int) Math.sqrt(end - first), 1, MOST_CELLS_ACROSS);
        if (end - first >= MANY) fill();
    }

    private void fill() {
        double[] high = {Double.NEGATIVE_INFINITY, Double.NEGATIVE_INFINITY};
        low[0] = low[1] = Double.POSITIVE_INFINITY;
        for (int g = first; g < end; g++)
            for (int i = 0; i < 3; i++)
                for (int k = 0; k < 2; k++) {
                    double x = points.coordinate(fragments.corner(g, i), k == 0 ? u : v);
                    low[k] = Math.min(low[k], x);
                    high[k] = Math.max(high[k], x);
                }
        for (int k = 0; k < 2; k++) scale[k] = high[k] > low[k] ? across / (high[k] - low[k]) : 0;
        int[] count = new int[across * across + 1];
        for (int g = first; g < end; g++) {
            int[] box = box(g);
            for (int y = box[2]; y <= box[3]; y++) for (int x = box[0]; x <= box[1]; x++) count[y * across + x + 1]++;
        }
        for (int c = 0; c < across * across; c++) count[c + 1] += count[c];
        cellStart = count.clone();
        cellPieces = new int[count[across * across]];
        for (int g = first; g < end; g++) {
            int[] box = box(g);
            for (int y = box[2]; y <= box[3]; y++)
                for (int x = box[0]; x <= box[1]; x++) cellPieces[count[y * across + x]++] = g;
        }
    }

    /** The cells that a piece reaches into: from and to, along one way and along the other. */
    private int[] box(int g) {
        int[] out = {across, -1, across, -1};
        for (int i = 0; i < 3; i++)
            for (int k = 0; k < 2; k++) {
                int c = cell(points.coordinate(fragments.corner(g, i), k == 0 ? u : v), k);
                out[2 * k] = Math.min(out[2 * k], c);
                out[2 * k + 1] = Math.max(out[2 * k + 1], c);
            }
        return out;
    }

    private int cell(double x, int k) {
        return Math.clamp((int) ((x - low[k]) * scale[k]), 0, across - 1);
    }

    /** The piece that a place lies in, or the one that it is nearest to where rounding leaves it in none. */
    int under(double x, double y) {
        int[] start = cellStart;
        if (start == null) return innermost(null, first, end, x, y);
        int c = cell(y, 1) * across + cell(x, 0);
        int best = innermost(cellPieces, start[c], start[c + 1], x, y);
        return best >= 0 && inside(best, x, y, 0) >= 0 ? best : innermost(null, first, end, x, y);
    }

    /** @param pieces from one place of it to another; null for the pieces of these numbers themselves */
    private int innermost(int @Nullable [] pieces, int from, int to, double x, double y) {
        int best = -1;
        double most = Double.NEGATIVE_INFINITY;
        for (int i = from; i < to; i++) {
            int g = pieces == null ? i : pieces[i];
            double least = inside(g, x, y, most);
            if (least > most || best < 0) {
                most = least;
                best = g;
            }
        }
        return best;
    }

    /** How far a place is inside the sides of a piece, the least; not to the end where it is at most what is known already. */
    private double inside(int g, double x, double y, double known) {
        double least = Double.POSITIVE_INFINITY;
        for (int i = 0; i < 3 && !(least <= known && known > 0); i++) {
            int a = fragments.corner(g, i), b = fragments.corner(g, (i + 1) % 3);
            double dx = points.coordinate(b, u) - points.coordinate(a, u);
            double dy = points.coordinate(b, v) - points.coordinate(a, v);
            double cross = dx * (y - points.coordinate(a, v)) - dy * (x - points.coordinate(a, u));
            least = Math.min(least, cross * turn / Math.sqrt(dx * dx + dy * dy));
        }
        return least;
    }
}
