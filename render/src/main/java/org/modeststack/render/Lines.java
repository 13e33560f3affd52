package org.modeststack.render;

import it.unimi.dsi.fastutil.floats.FloatArrayList;
import java.util.List;

/**
 * Lines over surfaces: outlines, open borders and, where asked, all edges, with smooth borders. Lines that lie inside a
 * surface are drawn with the surface, see {@link Shader}; these here are the ones that also show outside it.
 */
final class Lines {
    private static final int CHUNK = 1 << 16;

    private final Projection projection;
    private final float halfWidth;

    Lines(Projection projection, float halfWidth) {
        this.projection = projection;
        this.halfWidth = halfWidth;
    }

    /** Which edges to draw. */
    enum Which {
        OUTLINES,
        ALL,
        /** All edges, alike. */
        EVERY
    }

    /** Lines that are to be drawn: two projected ends and how much ink, seven values each. */
    record Found(FloatArrayList[] lines) {}

    /** Finds the edges of items that are to be drawn. */
    Found find(List<Projected> items, Which which) {
        List<ItemPieces> tasks = ItemPieces.of(items, p -> p.mesh.edgeKind.length, CHUNK);
        FloatArrayList[] found = new FloatArrayList[tasks.size()];
        RenderWorkers.run(tasks.size(), t -> {
            found[t] = new FloatArrayList();
            ItemPieces pieces = tasks.get(t);
            for (int i = 0; i < pieces.size(); i++)
                collect(pieces.items().get(i), which, pieces.from()[i], pieces.to()[i], found[t]);
        });
        return new Found(found);
    }

    /**
     * Lays ink along lines between vertices of an item.
     *
     * @param pairs two vertices a line
     * @param strengths how much ink each line gets, or null where all get the same
     * @param ink receives it, a value for each pixel of the frame
     */
    void draw(Projected p, Frame frame, float[] ink, int[] pairs, float[] strengths, float hidden) {
        FloatArrayList list = new FloatArrayList();
        float[] s = p.screen;
        for (int i = 0; i < pairs.length; i += 2) {
            int a = 3 * pairs[i], b = 3 * pairs[i + 1];
            if (s[a + 2] < 0 || s[b + 2] < 0) continue;
            for (int at : new int[] {a, b}) for (int k = 0; k < 3; k++) list.add(s[at + k]);
            list.add(strengths == null ? 1 : strengths[i / 2]);
        }
        Found found = new Found(new FloatArrayList[] {list});
        Bands.run(frame.height, (y0, y1) -> draw(found, frame, ink, 1, hidden, y0, y1));
    }

    /**
     * Lays ink along lines in one band.
     *
     * @param ink receives it, a value for each pixel of the frame
     * @param hidden how much ink lines behind surfaces get, from 0 to 1
     */
    void draw(Found found, Frame frame, float[] ink, float strength, float hidden, int y0, int y1) {
        for (FloatArrayList list : found.lines()) {
            float[] e = list.elements();
            for (int i = 0; i < list.size(); i += 7) {
                float low = Math.min(e[i + 1], e[i + 4]) - 2 - halfWidth,
                        high = Math.max(e[i + 1], e[i + 4]) + 2 + halfWidth;
                if (high < y0 || low >= y1) continue;
                line(
                        frame,
                        ink,
                        e[i],
                        e[i + 1],
                        e[i + 2],
                        e[i + 3],
                        e[i + 4],
                        e[i + 5],
                        strength * e[i + 6],
                        hidden,
                        y0,
                        y1);
            }
        }
    }

    private void collect(Projected p, Which which, int from, int to, FloatArrayList out) {
        if (which != Which.OUTLINES || !p.mesh.isSteady()) {
            collectAll(p, which, from, to, out);
            return;
        }
        // Where all faces at a block of edges are seen from the same side there is no outline.
        NormalCones cones = p.mesh.edgeCones();
        for (int e = from; e < to; ) {
            int block = e / NormalCones.BLOCK, end = Math.min(to, (block + 1) * NormalCones.BLOCK);
            if (cones.side(p.eye, block) == NormalCones.Side.EITHER) collectAll(p, which, e, end, out);
            e = end;
        }
    }

    private static void collectAll(Projected p, Which which, int from, int to, FloatArrayList out) {
        NormalCones.Eye eye = p.eye;
        RenderMesh m = p.mesh;
        float[] s = p.screen, xyz = m.xyz;
        for (int e = from; e < to; e++) {
            int a = 3 * m.edges[2 * e], b = 3 * m.edges[2 * e + 1];
            int n = m.edgeNormals[2 * e], k = m.edgeNormals[2 * e + 1];
            float ink = 1;
            if (which == Which.ALL && m.edgeKind[e] == 0) continue;
            if (which == Which.ALL) ink = m.edgeKind[e] == RenderMesh.SHARP ? 1 : 0.45f;
            else if (which == Which.OUTLINES && k != 0) {
                float vx = eye.x(), vy = eye.y(), vz = eye.z();
                if (eye.perspective()) {
                    vx = xyz[a] - vx;
                    vy = xyz[a + 1] - vy;
                    vz = xyz[a + 2] - vz;
                }
                float d = vx * PackedNormal.longX(n) + vy * PackedNormal.longY(n) + vz * PackedNormal.longZ(n);
                float g = vx * PackedNormal.longX(k) + vy * PackedNormal.longY(k) + vz * PackedNormal.longZ(k);
                if (d > 0 == g > 0) continue;
            }
            if (s[a + 2] < 0 || s[b + 2] < 0) continue;
            out.add(s[a]);
            out.add(s[a + 1]);
            out.add(s[a + 2]);
            out.add(s[b]);
            out.add(s[b + 1]);
            out.add(s[b + 2]);
            out.add(ink);
        }
    }

    private void line(
            Frame f,
            float[] inks,
            float ax,
            float ay,
            float az,
            float bx,
            float by,
            float bz,
            float strength,
            float hidden,
            int y0,
            int y1) {
        float dx = bx - ax, dy = by - ay, l2 = dx * dx + dy * dy;
        if (!(l2 > 1e-8f)) return;
        float len = (float) Math.sqrt(l2), inv = 1 / l2, reach = halfWidth + 1;
        int rowFrom = Math.max(y0, (int) Math.floor(Math.min(ay, by) - reach));
        int rowTo = Math.min(y1 - 1, (int) Math.ceil(Math.max(ay, by) + reach));
        float slant = Math.abs(dy) < 1e-6f ? 0 : dx / dy;
        // How far along its row a pixel may be from the line and still be touched.
        float wide = Math.abs(dy) < 1e-6f ? Float.MAX_VALUE : reach * len / Math.abs(dy) + Math.abs(slant);
        float minX = Math.min(ax, bx) - reach, maxX = Math.max(ax, bx) + reach;
        for (int y = rowFrom; y <= rowTo; y++) {
            float py = y + 0.5f, middle = ax + (py - ay) * slant;
            int x0 = (int) Math.max(0, Math.floor(Math.max(minX, middle - wide)));
            int x1 = (int) Math.min(f.width - 1, Math.ceil(Math.min(maxX, middle + wide)));
            for (int x = x0; x <= x1; x++) {
                float px = x + 0.5f - ax, qy = py - ay;
                float t = (px * dx + qy * dy) * inv;
                t = t < 0 ? 0 : t > 1 ? 1 : t;
                float ox = px - t * dx, oy = qy - t * dy;
                float cover = halfWidth + 0.5f - (float) Math.sqrt(ox * ox + oy * oy);
                if (cover <= 0) continue;
                if (cover > 1) cover = 1;
                int at = y * f.width + x;
                float z = az + t * (bz - az);
                if (z + projection.bias(z) < f.depth[at]) cover *= hidden;
                float ink = cover * strength;
                if (ink > inks[at]) inks[at] = ink;
            }
        }
    }
}
