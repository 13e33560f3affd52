package org.modeststack.render;

import it.unimi.dsi.fastutil.floats.FloatArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Vec3;

/**
 * Finds for every pixel the nearest triangle. Triangles are projected and sorted into bands of rows in one pass over
 * fixed chunks, and drawn band by band in another; the result does not depend on the number of cores.
 */
final class Rasterizer {
    static final int BAND = 32;
    private static final int CHUNK = 1 << 15;

    /** The ids of triangles of one task that touch one band. */
    private static final class Bin {
        int[] list = new int[64];
        int size;

        void add(int t) {
            if (size == list.length) list = Arrays.copyOf(list, 2 * size);
            list[size++] = t;
        }
    }

    private final Projection projection;

    Rasterizer(Projection projection) {
        this.projection = projection;
    }

    /**
     * Projects the vertices of items, each as fine as it shows.
     *
     * @param materials how their materials look
     * @param whole the item that is taken as it is, or -1
     * @param pixel samples of this frame across a pixel of the finished picture
     * @param reuse arrays of an earlier picture, one an item; receives those that are used now
     */
    Projected[] project(List<Scene.Item> items, Materials materials, int whole, int pixel, float[][] reuse) {
        Map<List<String>, Appearance> known = new HashMap<>();
        Projected[] all = new Projected[items.size()];
        int id = 0;
        for (int i = 0; i < all.length; i++) {
            Scene.Item item = items.get(i);
            RenderMesh m = i == whole ? item.mesh() : shown(item, pixel);
            int floats = m == null ? 0 : m.xyz.length;
            if (reuse[i] == null || reuse[i].length < floats) reuse[i] = new float[floats];
            Appearance look =
                    known.computeIfAbsent(item.mesh().mesh.materials(), names -> new Appearance(names, materials));
            all[i] = new Projected(item, m, look, reuse[i], id);
            id += all[i].triangleCount();
        }
        List<Projected> seen = Arrays.stream(all).filter(p -> p.mesh != null).toList();
        List<ItemPieces> tasks = ItemPieces.of(seen, p -> p.mesh.xyz.length / 3, CHUNK);
        RenderWorkers.run(tasks.size(), t -> {
            ItemPieces pieces = tasks.get(t);
            for (int i = 0; i < pieces.size(); i++) {
                Projected p = pieces.items().get(i);
                projection.project(p.mesh.xyz, p.mesh.origin, p.placement, pieces.from()[i], pieces.to()[i], p.screen);
            }
        });
        return all;
    }

    /** The form of an item that is drawn; null where nothing of it is in the picture. */
    private RenderMesh shown(Scene.Item item, int pixel) {
        RenderMesh m = item.mesh();
        if (m.bounds.isEmpty()) return null;
        double scale = item.isPlaced() ? item.placement().greatestScale() : 1;
        Vec3 middle = item.isPlaced() ? item.placement().point(m.origin) : m.origin;
        double pixels = projection.pixelsPerMillimetre(middle, scale * m.bounds.diagonal() / 2);
        return pixels == 0 ? null : m.fineEnough(pixel / (pixels * scale));
    }

    /**
     * Draws items.
     *
     * @param cull leave out faces of closed items that are seen from behind
     * @param layers receives how many surfaces lie over each pixel, or null
     */
    void draw(List<Projected> items, Frame frame, boolean cull, int[] layers) {
        draw(items, frame, cull, layers, _ -> null);
    }

    /** Draws items without the faces that can be seen through. */
    void drawOpaque(List<Projected> items, Frame frame) {
        draw(items, frame, true, null, p -> p.appearance.anyTransparent ? p.facesBySight(false) : null);
    }

    /** Draws the faces that can be seen through, backs too. */
    void drawTransparent(List<Projected> items, Frame frame) {
        draw(items, frame, false, null, p -> p.facesBySight(true));
    }

    /** Draws some faces of one item. */
    void draw(Projected item, Frame frame, boolean cull, BitSet only) {
        draw(List.of(item), frame, cull, null, _ -> only);
    }

    /** @param only for each item the faces that are drawn, or null for all */
    private void draw(
            List<Projected> items, Frame frame, boolean cull, int[] layers, Function<Projected, BitSet> only) {
        IdentityHashMap<Projected, BitSet> some = new IdentityHashMap<>();
        for (Projected p : items) {
            BitSet faces = only.apply(p);
            if (faces != null) some.put(p, faces);
        }
        List<ItemPieces> tasks = ItemPieces.of(items, p -> p.mesh.triangleCount(), CHUNK);
        int bands = (frame.height + BAND - 1) / BAND;
        Bin[][] bins = new Bin[tasks.size()][bands];
        FloatArrayList[] clipped = new FloatArrayList[tasks.size()];
        RenderWorkers.run(tasks.size(), t -> {
            ItemPieces pieces = tasks.get(t);
            for (int i = 0; i < pieces.size(); i++) {
                Projected p = pieces.items().get(i);
                boolean backs = cull && p.mesh.closed;
                sort(p, frame, backs, pieces.from()[i], pieces.to()[i], bins[t], clipped, t, some.get(p));
            }
        });
        RenderWorkers.run(bands, b -> {
            int y0 = b * BAND, y1 = Math.min(frame.height, y0 + BAND);
            for (int t = 0; t < bins.length; t++) {
                Bin bin = bins[t][b];
                if (bin != null) fill(tasks.get(t), frame, bin, y0, y1, layers);
            }
            for (FloatArrayList extra : clipped) if (extra != null) fillClipped(frame, extra, y0, y1, layers);
        });
    }

    private void sort(
            Projected p,
            Frame frame,
            boolean cull,
            int from,
            int to,
            Bin[] bins,
            FloatArrayList[] clipped,
            int chunk,
            BitSet only) {
        int[] tri = p.mesh.triangles;
        float[] s = p.screen;
        float turn = p.mirrored ? -1 : 1;
        for (int t = from; t < to; t++) {
            if (only != null && !only.get(p.mesh.faceOf[t])) continue;
            int a = 3 * tri[3 * t], b = 3 * tri[3 * t + 1], c = 3 * tri[3 * t + 2];
            if (s[a + 2] < 0 || s[b + 2] < 0 || s[c + 2] < 0) {
                if (clipped[chunk] == null) clipped[chunk] = new FloatArrayList();
                clip(p, t, cull, clipped[chunk]);
                continue;
            }
            float ax = s[a], ay = s[a + 1], bx = s[b], by = s[b + 1], cx = s[c], cy = s[c + 1];
            // Rows grow downwards, so a triangle seen from its front turns the other way round.
            float area = turn * ((bx - ax) * (cy - ay) - (by - ay) * (cx - ax));
            if (cull ? area >= 0 : area == 0) continue;
            float minX = Math.min(ax, Math.min(bx, cx)), maxX = Math.max(ax, Math.max(bx, cx));
            float minY = Math.min(ay, Math.min(by, cy)), maxY = Math.max(ay, Math.max(by, cy));
            int x0 = (int) Math.ceil(minX - 0.5f), x1 = (int) Math.floor(maxX - 0.5f);
            int y0 = (int) Math.ceil(minY - 0.5f), y1 = (int) Math.floor(maxY - 0.5f);
            if (x0 > x1 || y0 > y1 || x1 < 0 || y1 < 0 || x0 >= frame.width || y0 >= frame.height) continue;
            int b0 = Math.max(0, y0) / BAND, b1 = Math.min(frame.height - 1, y1) / BAND;
            for (int band = b0; band <= b1; band++) {
                if (bins[band] == null) bins[band] = new Bin();
                bins[band].add(p.firstId + t);
            }
        }
    }

    private void fill(ItemPieces pieces, Frame frame, Bin bin, int y0, int y1, int[] layers) {
        // Ids ascend, and so do the items they belong to.
        int at = -1, end = 0, first = 0;
        int[] tri = null;
        float[] s = null;
        for (int i = 0; i < bin.size; i++) {
            int id = bin.list[i];
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
                    frame, id, s[a], s[a + 1], s[a + 2], s[b], s[b + 1], s[b + 2], s[c], s[c + 1], s[c + 2], y0, y1,
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
        float area = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
        if (area < 0) {
            float t = bx;
            bx = cx;
            cx = t;
            t = by;
            by = cy;
            cy = t;
            t = bz;
            bz = cz;
            cz = t;
            area = -area;
        }
        if (!(area > 0)) return;
        int minX = Math.max(0, (int) Math.ceil(Math.min(ax, Math.min(bx, cx)) - 0.5f));
        int maxX = Math.min(frame.width - 1, (int) Math.floor(Math.max(ax, Math.max(bx, cx)) - 0.5f));
        int minY = Math.max(y0, (int) Math.ceil(Math.min(ay, Math.min(by, cy)) - 0.5f));
        int maxY = Math.min(y1 - 1, (int) Math.floor(Math.max(ay, Math.max(by, cy)) - 0.5f));
        float inv = 1 / area;
        // Weights of the three corners at a pixel: they are linear, and so is depth.
        float px = minX + 0.5f - ax, py = minY + 0.5f - ay;
        float wbx = (cy - ay) * inv, wby = -(cx - ax) * inv;
        float wcx = -(by - ay) * inv, wcy = (bx - ax) * inv;
        float wbRow = px * wbx + py * wby, wcRow = px * wcx + py * wcy;
        // Rounding must not open cracks between neighbours: each reaches a trifle over its sides.
        float slack = -3e-4f * Math.max(Math.abs(wbx) + Math.abs(wby), Math.abs(wcx) + Math.abs(wcy));
        float whole = 1 - slack;
        float dzb = bz - az, dzc = cz - az;
        float zStep = wbx * dzb + wcx * dzc;
        float[] depth = frame.depth;
        int[] ids = frame.id;
        for (int y = minY; y <= maxY; y++) {
            float wb = wbRow, wc = wcRow, z = az + wb * dzb + wc * dzc;
            int row = y * frame.width;
            for (int x = minX; x <= maxX; x++) {
                if (wb >= slack && wc >= slack && wb + wc <= whole) {
                    int at = row + x;
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

    /** Cuts a triangle at the near plane and keeps what is in front: id and three projected corners each. */
    private void clip(Projected p, int t, boolean cull, FloatArrayList out) {
        double[][] in = new double[3][3];
        for (int i = 0; i < 3; i++)
            projection.view(p.mesh.xyz, p.mesh.triangles[3 * t + i], p.mesh.origin, p.placement, in[i]);
        double[][] kept = new double[4][];
        int n = 0;
        double near = projection.near;
        for (int i = 0; i < 3; i++) {
            double[] u = in[i], v = in[(i + 1) % 3];
            if (u[2] >= near) kept[n++] = u;
            if (u[2] >= near != v[2] >= near) {
                double k = (near - u[2]) / (v[2] - u[2]);
                kept[n++] = new double[] {u[0] + k * (v[0] - u[0]), u[1] + k * (v[1] - u[1]), near};
            }
        }
        float[][] s = new float[n][3];
        for (int i = 0; i < n; i++) projection.screen(kept[i][0], kept[i][1], kept[i][2], s[i], 0);
        for (int i = 1; i + 1 < n; i++) {
            float area = (s[i][0] - s[0][0]) * (s[i + 1][1] - s[0][1]) - (s[i][1] - s[0][1]) * (s[i + 1][0] - s[0][0]);
            if (cull && (p.mirrored ? -area : area) >= 0) continue;
            out.add(Float.intBitsToFloat(p.firstId + t));
            for (int k : new int[] {0, i, i + 1}) for (float f : s[k]) out.add(f);
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
}
