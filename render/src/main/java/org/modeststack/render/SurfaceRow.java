package org.modeststack.render;

import java.util.Arrays;

/**
 * The pixels of one row that show surfaces: gathered one by one from the triangles that were found for them, then lit all
 * together, in loops that the processor does several at a time.
 */
final class SurfaceRow {
    /** What is needed to light a surface, the same for the whole picture. */
    record Light(boolean perspective, float[] forward, float[] key, float[] fill, float[] halfway) {}

    private final Light light;

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

    private final RowTriangle current;

    /** @param size pixels of this frame for one of the finished picture */
    SurfaceRow(Light light, DisplayMode mode, int size, int width) {
        this.light = light;
        current = new RowTriangle(light.perspective, mode, size);
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
        current.clear();
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
        if (!current.is(item, triangle)) current.start(item, triangle, py, inked);
        float v = current.v(px), w = current.w(px);
        placed(item.normalMatrix, current.normalX(v, w), current.normalY(v, w), current.normalZ(v, w), j);
        if (item.uniform) uniform(item.appearance.color, j);
        else albedo(item, triangle, j, 1 - v - w, v, w);
        ink[j] = current.ink(v, w);
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
            float k = nx[j] * kx + ny[j] * ky + nz[j] * kz;
            float l = nx[j] * fx + ny[j] * fy + nz[j] * fz;
            float sky = 0.5f + 0.5f * nz[j];
            // Of v and its amount the half is v where it is above 0, and 0 elsewhere: without a branch.
            float all = 0.20f + 0.24f * sky + 0.39f * (k + Math.abs(k)) + 0.08f * (l + Math.abs(l));
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
            // What a metal does not mirror it swallows; its highlight has its own colour. That is taken from the lit
            // colour,
            // which is about half as bright in a highlight, so that it is not kept a second time for the few pixels of
            // metal.
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
}
