package org.modeststack.render;

/**
 * A triangle along one row of pixels: how near each pixel is to its corners, the normal there, and the ink of its edges.
 * What pixels side by side have in common is worked out once for them.
 */
final class RowTriangle {
    /** Edges inside smooth surfaces that are so many pixels apart are not drawn. */
    private static final float FLAT = 3;

    private final boolean perspective;
    private final float size;
    private final float halfWidth;
    /** How much ink edges inside smooth surfaces get at the most. */
    private final float softInk;

    private Projected item;
    private int triangle;
    /** Screen x of the first corner. */
    private float ax;
    /** The shares of the second and third corner straight above or below the first, and how they change along the row. */
    private float startV;

    private float stepV;
    private float startW;
    private float stepW;

    // The normal at the first corner, and what the shares of the others add to it; of any length.
    private float nx;
    private float ny;
    private float nz;
    private float vx;
    private float vy;
    private float vz;
    private float wx;
    private float wy;
    private float wz;

    /** Twice the area over the length of the side across from each corner: how far that corner is from it. */
    private float acrossU;

    private float acrossV;
    private float acrossW;
    /** How strong the ink of the side across from each corner is; 0 for none. */
    private float strengthU;

    private float strengthV;
    private float strengthW;
    private boolean anyInk;

    /** @param size pixels of the frame for one of the finished picture */
    RowTriangle(boolean perspective, DisplayMode mode, int size) {
        this.perspective = perspective;
        this.size = size;
        halfWidth = 0.55f * size;
        softInk = mode == DisplayMode.EDGES ? 0.62f : 0.26f;
    }

    /** Whether it was this triangle that was started last. */
    boolean is(Projected otherItem, int otherTriangle) {
        return triangle == otherTriangle && item == otherItem;
    }

    /** Forgets the triangle, at the end of a row. */
    void clear() {
        item = null;
    }

    /** @param inked whether the ink of edges is wanted */
    void start(Projected newItem, int newTriangle, int py, boolean inked) {
        item = newItem;
        triangle = newTriangle;
        RenderMesh m = item.mesh;
        int[] tri = m.triangles;
        int at = 3 * triangle, a = 3 * tri[at], b = 3 * tri[at + 1], c = 3 * tri[at + 2];
        float[] s = item.screen;
        float az = s[a + 2], bz = s[b + 2], cz = s[c + 2];
        anyInk = false;
        boolean whole = az >= 0 && bz >= 0 && cz >= 0;
        if (whole) {
            ax = s[a];
            float ay = s[a + 1], dy = py + 0.5f - ay;
            float bx = s[b] - ax, by = s[b + 1] - ay, cx = s[c] - ax, cy = s[c + 1] - ay;
            float area = bx * cy - by * cx, inv = 1 / area;
            startV = -dy * cx * inv;
            stepV = cy * inv;
            startW = bx * dy * inv;
            stepW = -by * inv;
            int sides = m.sides[triangle];
            if (inked && sides != 0) ink(sides, Math.abs(area), bx, by, cx, cy);
        } else {
            // Cut at the near plane: its corners are nowhere on the screen.
            startV = startW = 1 / 3f;
            stepV = stepW = 0;
        }
        // What is linear in space is linear on the screen after division by the distance.
        boolean far = whole && perspective;
        normals(m.normals, at, far ? az : 1, far ? bz : 1, far ? cz : 1);
    }

    private void normals(int[] n, int at, float a, float b, float c) {
        int na = n[at], nb = n[at + 1], nc = n[at + 2];
        nx = a * PackedNormal.longX(na);
        ny = a * PackedNormal.longY(na);
        nz = a * PackedNormal.longZ(na);
        vx = b * PackedNormal.longX(nb) - nx;
        vy = b * PackedNormal.longY(nb) - ny;
        vz = b * PackedNormal.longZ(nb) - nz;
        wx = c * PackedNormal.longX(nc) - nx;
        wy = c * PackedNormal.longY(nc) - ny;
        wz = c * PackedNormal.longZ(nc) - nz;
    }

    /** The share of the second corner in a pixel. */
    float v(int px) {
        return startV + (px + 0.5f - ax) * stepV;
    }

    /** The share of the third. */
    float w(int px) {
        return startW + (px + 0.5f - ax) * stepW;
    }

    float normalX(float v, float w) {
        return nx + v * vx + w * wx;
    }

    float normalY(float v, float w) {
        return ny + v * vy + w * wy;
    }

    float normalZ(float v, float w) {
        return nz + v * vz + w * wz;
    }

    /** Ink of the edges that run along its sides, by the pixel's distance from them. */
    float ink(float v, float w) {
        if (!anyInk) return 0;
        float reach = halfWidth + 0.5f;
        float most = covered(reach - w * acrossW, strengthW);
        float other = covered(reach - (1 - v - w) * acrossU, strengthU);
        if (other > most) most = other;
        other = covered(reach - v * acrossV, strengthV);
        return other > most ? other : most;
    }

    private static float covered(float cover, float strength) {
        return cover <= 0 ? 0 : cover < 1 ? cover * strength : strength;
    }

    private void ink(int sides, float area, float bx, float by, float cx, float cy) {
        float dx = cx - bx, dy = cy - by;
        float a = bx * bx + by * by, b = dx * dx + dy * dy, c = cx * cx + cy * cy;
        acrossW = across(sides & 3, area, a);
        acrossU = across(sides >> 2 & 3, area, b);
        acrossV = across(sides >> 4 & 3, area, c);
        strengthW = strength(sides & 3, acrossW);
        strengthU = strength(sides >> 2 & 3, acrossU);
        strengthV = strength(sides >> 4 & 3, acrossV);
        anyInk = strengthW + strengthU + strengthV > 0;
    }

    /** How far the corner across from a side is from it; 0 where that side is not drawn. */
    private float across(int kind, float area, float squared) {
        if (kind == 0 || squared == 0) return 0;
        if (kind == RenderMesh.SOFT && area * area <= FLAT * FLAT * size * size * squared) return 0;
        return area / (float) Math.sqrt(squared);
    }

    /** Edges inside smooth surfaces are lighter, and fade where they would lie too close to be told apart. */
    private float strength(int kind, float across) {
        if (across == 0) return 0;
        float h = across / size;
        return kind == RenderMesh.SHARP ? clamp(h / 2.5f, 0.25f, 0.92f) : softInk * clamp((h - FLAT) / 4.5f, 0, 1);
    }

    private static float clamp(float v, float low, float high) {
        return v < low ? low : v > high ? high : v;
    }
}
