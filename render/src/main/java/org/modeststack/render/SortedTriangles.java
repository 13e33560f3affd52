package org.modeststack.render;

import it.unimi.dsi.fastutil.floats.FloatArrayList;
import java.util.Arrays;
import java.util.List;

/** The triangles of a picture, sorted by the bands of rows that they touch; each band can be filled by itself. */
final class SortedTriangles {
    /** The ids of triangles of one task that touch one band. */
    private static final class Bin {
        int[] list = new int[64];
        int size;

        void add(int t) {
            if (size == list.length) list = Arrays.copyOf(list, 2 * size);
            list[size++] = t;
        }
    }

    private final List<ItemPieces> tasks;
    private final Bin[][] bins;
    /** For each task the triangles that were cut at the near plane: id and three projected corners each. */
    private final FloatArrayList[] clipped;

    SortedTriangles(List<ItemPieces> tasks, int bands) {
        this.tasks = tasks;
        bins = new Bin[tasks.size()][bands];
        clipped = new FloatArrayList[tasks.size()];
    }

    /** Adds a triangle that touches rows from one to another, both included. By one thread for each task. */
    void add(int task, int id, int y0, int y1) {
        for (int band = y0 / Bands.ROWS; band <= y1 / Bands.ROWS; band++) {
            if (bins[task][band] == null) bins[task][band] = new Bin();
            bins[task][band].add(id);
        }
    }

    /** Where a task puts triangles that were cut. */
    FloatArrayList clipped(int task) {
        if (clipped[task] == null) clipped[task] = new FloatArrayList();
        return clipped[task];
    }

    /**
     * Finds the nearest triangle for the pixels of one band.
     *
     * @param layers receives how many surfaces lie over each pixel, or null
     */
    void fill(Frame frame, int y0, int y1, int[] layers) {
        for (int t = 0; t < bins.length; t++) {
            Bin bin = bins[t][y0 / Bands.ROWS];
            if (bin != null) fill(tasks.get(t), frame, bin, y0, y1, layers);
        }
        for (FloatArrayList extra : clipped) if (extra != null) fillClipped(frame, extra, y0, y1, layers);
    }

    private static void fill(ItemPieces pieces, Frame frame, Bin bin, int y0, int y1, int[] layers) {
        // Ids ascend, and so do the items they belong to.
        int at = -1, end = 0, first = 0;
        int[] tri = null;
        float[] s = null;
        for (int i = 0; i < bin.size; i++) {
            int marked = bin.list[i], id = marked & ~Rasterizer.TINY;
            while (id >= end) {
                Projected p = pieces.items().get(++at);
                first = p.firstId;
                end = first + pieces.to()[at];
                tri = p.mesh.triangles;
                s = p.screen;
            }
            int t = id - first;
            int a = 3 * tri[3 * t], b = 3 * tri[3 * t + 1], c = 3 * tri[3 * t + 2];
            triangle(
                    frame, marked, s[a], s[a + 1], s[a + 2], s[b], s[b + 1], s[b + 2], s[c], s[c + 1], s[c + 2], y0, y1,
                    layers);
        }
    }

    private static void triangle(
            Frame frame,
            int id,
            float ax,
            float ay,
            float az,
            float bx,
            float by,
            float bz,
            float cx,
            float cy,
            float cz,
            int y0,
            int y1,
            int[] layers) {
        // Of either sign: the weights of the corners are the same whichever way they turn.
        float area = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
        if (area == 0 || Float.isNaN(area)) return;
        int minX = Math.max(0, first(ax, bx, cx)), maxX = Math.min(frame.width - 1, last(ax, bx, cx));
        int minY = Math.max(y0, first(ay, by, cy)), maxY = Math.min(y1 - 1, last(ay, by, cy));
        if (minX > maxX || minY > maxY) return;
        float inv = 1 / area;
        // Weights of the three corners at a pixel: they are linear, and so is depth.
        float px = minX + 0.5f - ax, py = minY + 0.5f - ay;
        float wbx = (cy - ay) * inv, wby = -(cx - ax) * inv;
        float wcx = -(by - ay) * inv, wcy = (bx - ax) * inv;
        float wbRow = px * wbx + py * wby, wcRow = px * wcx + py * wcy;
        // Rounding must not open cracks between neighbours: each reaches a trifle over its sides.
        float slack = -2e-4f * (Math.abs(wbx) + Math.abs(wby) + Math.abs(wcx) + Math.abs(wcy));
        float whole = 1 - slack;
        float dzb = bz - az, dzc = cz - az;
        float zStep = wbx * dzb + wcx * dzc;
        float[] depth = frame.depth;
        int[] ids = frame.id;
        for (int y = minY; y <= maxY; y++) {
            float wb = wbRow, wc = wcRow, z = az + wb * dzb + wc * dzc;
            int row = y * frame.width;
            for (int x = minX; x <= maxX; x++) {
                int at = row + x;
                if (wb >= slack && wc >= slack && wb + wc <= whole) {
                    if (layers != null) layers[at]++;
                    if (z > depth[at]) {
                        depth[at] = z;
                        ids[at] = id;
                    }
                }
                wb += wbx;
                wc += wcx;
                z += zStep;
            }
            wbRow += wby;
            wcRow += wcy;
        }
    }

    private static void fillClipped(Frame frame, FloatArrayList list, int y0, int y1, int[] layers) {
        float[] e = list.elements();
        for (int i = 0; i < list.size(); i += 10) {
            triangle(
                    frame,
                    Float.floatToRawIntBits(e[i]),
                    e[i + 1],
                    e[i + 2],
                    e[i + 3],
                    e[i + 4],
                    e[i + 5],
                    e[i + 6],
                    e[i + 7],
                    e[i + 8],
                    e[i + 9],
                    y0,
                    y1,
                    layers);
        }
    }

    /** The first pixel whose middle is not before all three places along a row or a column. */
    static int first(float a, float b, float c) {
        float m = a < b ? a : b, v = (m < c ? m : c) - 0.5f;
        int i = (int) v;
        return v > i ? i + 1 : i;
    }

    /** The last pixel whose middle is not behind all three. */
    static int last(float a, float b, float c) {
        float m = a > b ? a : b, v = (m > c ? m : c) - 0.5f;
        int i = (int) v;
        return v < i ? i - 1 : i;
    }
}
