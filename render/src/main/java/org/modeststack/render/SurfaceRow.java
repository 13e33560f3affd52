package org.modeststack.render;

import java.util.Arrays;

/**
 * The pixels of one row that show surfaces: gathered one by one from the triangles that were found for them, then lit all
 * together, in loops that the processor does several at a time.
 */
final class SurfaceRow {
    /** Edges inside smooth surfaces that are so many pixels apart are not drawn. */
    private static final float FLAT = 1.5f;

    /** What is needed to light a surface, the same for the whole picture. */
    record Light(boolean perspective, float[] forward, float[] key, float[] fill, float[] halfway) {}

    private final Light light;
    private final float size;
    private final float halfWidth;
    /** How much ink edges inside smooth surfaces get at the most. */
    private final float softInk;

    private int count;
    /** Whether there are pixels whose colour is not all that counts; only then transparency and shine are kept. */
    private boolean special;

    /** The place of each pixel in its row. */
    final int[] x;

    /** After {@link #light}: the colour of each. */
    final int[] color;
    /** Ink of edges on each. */
    final float[] ink;

    final float[] transparency;
    private final float[] nx;
    private final float[] ny;
    private final float[] nz;
    private final float[] red;
    private final float[] green;
    private final float[] blue;
    private final float[] shine;
    private final float[] exponent;
    private final float[] metal;

    /** The triangle that is looked at, on the screen: two sides from its first corner, and how near the pixel is to each. */
    private float bx;

    private float by;
    private float cx;
    private float cy;
    private float twiceArea;

    /** @param size pixels of this frame for one of the finished picture */
    SurfaceRow(Light light, DisplayMode mode, int size, int width) {
        this.light = light;
        this.size = size;
        halfWidth = 0.55f * size;
        softInk = mode == DisplayMode.EDGES ? 0.62f : 0.26f;
        x = new int[width];
        color = new int[width];
        ink = new float[width];
        transparency = new float[width];
        nx = new float[width];
        ny = new float[width];
        nz = new float[width];
        red = new float[width];
        green = new float[width];
        blue = new float[width];
        shine = new float[width];
        exponent = new float[width];
        metal = new float[width];
    }

    int count() {
        return count;
    }

    void clear() {
        count = 0;
        special = false;
    }

    /**
     * Adds a pixel.
     *
     * @param triangle of the item that shows there
     * @param tiny whether it takes hardly more than the pixel, and has no edges that are drawn
     * @param inked whether the ink of edges is wanted
     */
    void add(Projected item, int triangle, boolean tiny, int px, int py, boolean inked) {
        int j = count++;
        x[j] = px;
        RenderMesh m = item.mesh;
        if (tiny) {
            normal(item, m.normals[3 * triangle], j);
            if (item.uniform) uniform(item.appearance.color, j);
            else albedo(item, triangle, j, 1, 0, 0);
            ink[j] = 0;
            return;
        }
        int[] tri = m.triangles;
        int a = 3 * tri[3 * triangle], b = 3 * tri[3 * triangle + 1], c = 3 * tri[3 * triangle + 2];
        float[] s = item.screen;
        float az = s[a + 2], bz = s[b + 2], cz = s[c + 2], u, v, w;
        boolean whole = az >= 0 && bz >= 0 && cz >= 0;
        if (whole) {
            float ax = s[a], ay = s[a + 1], dx = px + 0.5f - ax, dy = py + 0.5f - ay;
            bx = s[b] - ax;
            by = s[b + 1] - ay;
            cx = s[c] - ax;
            cy = s[c + 1] - ay;
            float area = bx * cy - by * cx, inv = 1 / area;
            v = (dx * cy - dy * cx) * inv;
            w = (bx * dy - by * dx) * inv;
            u = 1 - v - w;
            twiceArea = Math.abs(area);
        } else {
            u = v = w = 1 / 3f;
        }
        boolean far = whole && light.perspective;
        // What is linear in space is linear on the screen after division by the distance.
        normal(item, triangle, j, far ? u * az : u, far ? v * bz : v, far ? w * cz : w);
        if (item.uniform) uniform(item.appearance.color, j);
        else albedo(item, triangle, j, u, v, w);
        int sides = m.sides[triangle];
        ink[j] = inked && whole && sides != 0 ? ink(sides, u, v, w) : 0;
    }

    /** Of any length, which goes when it is made a unit vector. */
    private void normal(Projected item, int triangle, int j, float p, float q, float r) {
        int[] n = item.mesh.normals;
        int na = n[3 * triangle], nb = n[3 * triangle + 1], nc = n[3 * triangle + 2];
        float nX = p * PackedNormal.longX(na) + q * PackedNormal.longX(nb) + r * PackedNormal.longX(nc);
        float nY = p * PackedNormal.longY(na) + q * PackedNormal.longY(nb) + r * PackedNormal.longY(nc);
        float nZ = p * PackedNormal.longZ(na) + q * PackedNormal.longZ(nb) + r * PackedNormal.longZ(nc);
        placed(item.normalMatrix, nX, nY, nZ, j);
    }

    private void normal(Projected item, int packed, int j) {
        placed(
                item.normalMatrix,
                PackedNormal.longX(packed),
                PackedNormal.longY(packed),
                PackedNormal.longZ(packed),
                j);
    }

    private void placed(float[] m, float vX, float vY, float vZ, int j) {
        nx[j] = m == null ? vX : m[0] * vX + m[1] * vY + m[2] * vZ;
        ny[j] = m == null ? vY : m[3] * vX + m[4] * vY + m[5] * vZ;
        nz[j] = m == null ? vZ : m[6] * vX + m[7] * vY + m[8] * vZ;
    }

    /** The colour of an item that has one only; see {@link Projected#uniform}. */
    private void uniform(float[] linear, int j) {
        red[j] = linear[0];
        green[j] = linear[1];
        blue[j] = linear[2];
        if (special) {
            transparency[j] = 0;
            shine[j] = 0;
        }
    }

    private void albedo(Projected item, int triangle, int j, float u, float v, float w) {
        RenderMesh m = item.mesh;
        Appearance look = item.appearance;
        int material = m.mesh.faceMaterials()[m.faceOf[triangle]];
        float r = look.color[3 * material], g = look.color[3 * material + 1], b = look.color[3 * material + 2];
        float[] colors = m.mesh.cornerColors();
        if (colors != null) {
            int i = 4 * m.corners[3 * triangle], k = 4 * m.corners[3 * triangle + 1];
            int o = 4 * m.corners[3 * triangle + 2];
            r *= u * colors[i] + v * colors[k] + w * colors[o];
            g *= u * colors[i + 1] + v * colors[k + 1] + w * colors[o + 1];
            b *= u * colors[i + 2] + v * colors[k + 2] + w * colors[o + 2];
        }
        float[] f = light.forward;
        if (!m.closed && nx[j] * f[0] + ny[j] * f[1] + nz[j] * f[2] > 0) {
            // Seen from behind: lit as if it looked at the eye, and a little bluer.
            nx[j] = -nx[j];
            ny[j] = -ny[j];
            nz[j] = -nz[j];
            r *= 0.55f;
            g *= 0.62f;
            b *= 0.70f;
        }
        red[j] = r;
        green[j] = g;
        blue[j] = b;
        if (!special) {
            special = true;
            Arrays.fill(transparency, 0, j, 0);
            Arrays.fill(shine, 0, j, 0);
        }
        transparency[j] = look.transparency[material];
        shine[j] = look.shine[material];
        exponent[j] = look.exponent[material];
        metal[j] = look.metal[material];
    }

    /** Gives all pixels their colours. */
    void light() {
        unitNormals();
        float kx = light.key[0], ky = light.key[1], kz = light.key[2];
        float fx = light.fill[0], fy = light.fill[1], fz = light.fill[2];
        for (int j = 0; j < count; j++) {
            float k = Math.max(0, nx[j] * kx + ny[j] * ky + nz[j] * kz);
            float l = Math.max(0, nx[j] * fx + ny[j] * fy + nz[j] * fz);
            float sky = 0.5f + 0.5f * nz[j];
            float all = 0.20f + 0.24f * sky + 0.78f * k + 0.16f * l;
            // The sky is a little cooler than the lamp.
            float cool = 0.24f * sky * 0.06f;
            red[j] *= all - cool;
            green[j] *= all;
            blue[j] *= all + cool;
        }
        if (special) gloss();
        for (int j = 0; j < count; j++) color[j] = Colors.rgb(red[j], green[j], blue[j]);
    }

    private void unitNormals() {
        for (int j = 0; j < count; j++) {
            float l = 1 / (float) Math.sqrt(nx[j] * nx[j] + ny[j] * ny[j] + nz[j] * nz[j] + 1e-30f);
            nx[j] *= l;
            ny[j] *= l;
            nz[j] *= l;
        }
    }

    /** The highlights of the lamp (J. Blinn, "Models of light reflection", SIGGRAPH 1977). */
    private void gloss() {
        float[] h = light.halfway;
        for (int j = 0; j < count; j++) {
            if (shine[j] == 0) continue;
            float toward = nx[j] * h[0] + ny[j] * h[1] + nz[j] * h[2];
            float glint = toward <= 0 ? 0 : shine[j] * (float) Math.pow(toward, exponent[j]);
            // What a metal does not mirror it swallows; its highlight has its own colour.
            float m = metal[j], rest = 1 - 0.6f * m * shine[j];
            red[j] = rest * red[j] + glint * (1 - m + m * Math.min(1, 2 * red[j]));
            green[j] = rest * green[j] + glint * (1 - m + m * Math.min(1, 2 * green[j]));
            blue[j] = rest * blue[j] + glint * (1 - m + m * Math.min(1, 2 * blue[j]));
        }
    }

    /** For ghosts, in place of {@link #light}: how squarely each surface faces the eye, from 0 to 1, as its transparency. */
    void facing() {
        unitNormals();
        float[] f = light.forward;
        for (int j = 0; j < count; j++)
            transparency[j] = Math.min(1, Math.abs(nx[j] * f[0] + ny[j] * f[1] + nz[j] * f[2]));
    }

    /** Ink of the edges that run along a triangle's sides, by the pixel's distance from them. */
    private float ink(int sides, float u, float v, float w) {
        float dx = cx - bx, dy = cy - by;
        float most = ink(sides & 3, w, bx * bx + by * by);
        most = Math.max(most, ink(sides >> 2 & 3, u, dx * dx + dy * dy));
        return Math.max(most, ink(sides >> 4 & 3, v, cx * cx + cy * cy));
    }

    /**
     * Ink of one side.
     *
     * @param share how near the pixel is to the corner across
     * @param squared the length of the side, squared
     */
    private float ink(int kind, float share, float squared) {
        if (kind == 0 || squared == 0) return 0;
        float reach = halfWidth + 0.5f, area2 = twiceArea * twiceArea;
        // Most pixels are too far from any side, or the triangle is too flat for its edges to show.
        if (share * share * area2 >= reach * reach * squared) return 0;
        if (kind == RenderMesh.SOFT && area2 <= FLAT * FLAT * size * size * squared) return 0;
        float across = twiceArea / (float) Math.sqrt(squared), h = across / size;
        // Edges inside smooth surfaces are lighter, and fade where they would lie too close to be told apart.
        float strength = kind == RenderMesh.SHARP
                ? Math.clamp(h / 2.5f, 0.25f, 0.92f)
                : softInk * Math.clamp((h - FLAT) / 6, 0f, 1f);
        return Math.min(1, reach - share * across) * strength;
    }
}
