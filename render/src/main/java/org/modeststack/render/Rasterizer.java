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
    private static final int CHUNK = 1 << 15;

    /**
     * Set in the id of a triangle that takes hardly a pixel: its corners need not be told apart. Ids of pictures are below
     * this, or the triangles would not fit into memory.
     */
    static final int TINY = 1 << 30;

    /** Such a triangle takes the middles of no more pixels in a row or a column; its edges would be too near to show. */
    private static final int TINY_BOX = 3;

    private final Projection projection;
    private final int pixel;

    /** @param pixel samples of the frame across a pixel of the finished picture */
    Rasterizer(Projection projection, int pixel) {
        this.projection = projection;
        this.pixel = pixel;
    }

    /**
     * Projects the vertices of items, each as fine as it shows.
     *
     * @param materials how their materials look
     * @param whole the item that is taken as it is, or -1
     * @param reuse arrays of an earlier picture, one an item; receives those that are used now
     */
    Projected[] project(List<Scene.Item> items, Materials materials, int whole, float[][] reuse) {
        Map<List<String>, Appearance> known = new HashMap<>();
        Projected[] all = new Projected[items.size()];
        int id = 0;
        for (int i = 0; i < all.length; i++) {
            Scene.Item item = items.get(i);
            item.mesh().countDrawn();
            RenderMesh m = i == whole ? item.mesh() : shown(item);
            int floats = m == null ? 0 : m.xyz.length;
            if (reuse[i] == null || reuse[i].length < floats) reuse[i] = new float[floats];
            Appearance look =
                    known.computeIfAbsent(item.mesh().mesh.materials(), names -> new Appearance(names, materials));
            all[i] = new Projected(item, m, look, reuse[i], id, projection);
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
    private RenderMesh shown(Scene.Item item) {
        RenderMesh m = item.mesh();
        if (m.bounds.isEmpty()) return null;
        double scale = item.isPlaced() ? item.placement().greatestScale() : 1;
        Vec3 middle = item.isPlaced() ? item.placement().point(m.origin) : m.origin;
        double pixels = projection.pixelsPerMillimetre(middle, scale * m.bounds.diagonal() / 2);
        if (pixels == 0) return null;
        return m.isSteady() ? m.fineEnough(pixel / (pixels * scale)) : m;
    }

    /**
     * Sorts the triangles of items into bands.
     *
     * @param cull leave out faces of closed items that are seen from behind
     */
    SortedTriangles sort(List<Projected> items, Frame frame, boolean cull) {
        return sort(items, frame, cull, _ -> null);
    }

    /** The same without the faces that can be seen through. */
    SortedTriangles sortOpaque(List<Projected> items, Frame frame) {
        return sort(items, frame, true, p -> p.appearance.anyTransparent ? p.facesBySight(false) : null);
    }

    /** The faces that can be seen through, backs too. */
    SortedTriangles sortTransparent(List<Projected> items, Frame frame) {
        return sort(items, frame, false, p -> p.facesBySight(true));
    }

    /** Draws some faces of one item. */
    void draw(Projected item, Frame frame, boolean cull, BitSet only) {
        SortedTriangles sorted = sort(List.of(item), frame, cull, _ -> only);
        Bands.run(frame.height, (y0, y1) -> sorted.fill(frame, y0, y1, null));
    }

    /** @param only for each item the faces that are drawn, or null for all */
    private SortedTriangles sort(List<Projected> items, Frame frame, boolean cull, Function<Projected, BitSet> only) {
        IdentityHashMap<Projected, BitSet> some = new IdentityHashMap<>();
        for (Projected p : items) {
            BitSet faces = only.apply(p);
            if (faces != null) some.put(p, faces);
        }
        List<ItemPieces> tasks = ItemPieces.of(items, p -> p.mesh.triangleCount(), CHUNK);
        SortedTriangles sorted = new SortedTriangles(tasks, Bands.count(frame.height));
        RenderWorkers.run(tasks.size(), t -> {
            ItemPieces pieces = tasks.get(t);
            for (int i = 0; i < pieces.size(); i++) {
                Projected p = pieces.items().get(i);
                boolean backs = cull && p.mesh.closed;
                sort(p, frame, backs, pieces.from()[i], pieces.to()[i], sorted, t, some.get(p));
            }
        });
        return sorted;
    }

    private void sort(
            Projected p, Frame frame, boolean cull, int from, int to, SortedTriangles sorted, int task, BitSet only) {
        if (!p.mesh.isSteady()) {
            sortBlock(p, frame, cull, from, to, sorted, task, only);
            return;
        }
        // Blocks that cannot be seen are left out at once.
        NormalCones cones = p.mesh.triangleCones();
        NormalCones.Eye eye = p.eye;
        for (int t = from; t < to; ) {
            int block = t / NormalCones.BLOCK, end = Math.min(to, (block + 1) * NormalCones.BLOCK);
            if (!(cull && cones.side(eye, block) == NormalCones.Side.BACK))
                sortBlock(p, frame, cull, t, end, sorted, task, only);
            t = end;
        }
    }

    private void sortBlock(
            Projected p, Frame frame, boolean cull, int from, int to, SortedTriangles sorted, int task, BitSet only) {
        int[] tri = p.mesh.triangles;
        float[] s = p.screen;
        float turn = p.mirrored ? -1 : 1;
        for (int t = from; t < to; t++) {
            if (only != null && !only.get(p.mesh.faceOf[t])) continue;
            int a = 3 * tri[3 * t], b = 3 * tri[3 * t + 1], c = 3 * tri[3 * t + 2];
            if (s[a + 2] < 0 || s[b + 2] < 0 || s[c + 2] < 0) {
                clip(p, t, cull, sorted.clipped(task));
                continue;
            }
            float ax = s[a], ay = s[a + 1], bx = s[b], by = s[b + 1], cx = s[c], cy = s[c + 1];
            // Rows grow downwards, so a triangle seen from its front turns the other way round.
            float area = turn * ((bx - ax) * (cy - ay) - (by - ay) * (cx - ax));
            if (cull ? area >= 0 : area == 0) continue;
            int x0 = SortedTriangles.first(ax, bx, cx), x1 = SortedTriangles.last(ax, bx, cx);
            int y0 = SortedTriangles.first(ay, by, cy), y1 = SortedTriangles.last(ay, by, cy);
            if (x0 > x1 || y0 > y1 || x1 < 0 || y1 < 0 || x0 >= frame.width || y0 >= frame.height) continue;
            int id = p.firstId + t;
            if (x1 - x0 < TINY_BOX && y1 - y0 < TINY_BOX && (p.mesh.sides[t] & RenderMesh.ANY_SHARP) == 0) id |= TINY;
            sorted.add(task, id, Math.max(0, y0), Math.min(frame.height - 1, y1));
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
}
