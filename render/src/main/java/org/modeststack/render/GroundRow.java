package org.modeststack.render;

import java.util.Arrays;

/**
 * The ground along one row of the picture after another. The horizon is level, so that along a row the ground is passed at
 * an even pace: where lines of the grid are crossed follows from a division, and only pixels near a crossing are painted.
 * How much ground a pixel covers changes slowly and is worked out once for several.
 */
final class GroundRow {
    private static final int BLOCK = 32;
    private static final int SOFT = 4;

    /** Rows for which one measure of the ground is good enough. */
    private static final int SAME = 4;

    /** Lines that are so few pixels apart are not drawn. */
    private static final float DENSE = 1.8f;

    /** Less shadow is not seen. */
    private static final float FAINT = 1 / 128f;

    private final View view;
    private final Ground ground;
    private final int gridColor;
    private final int shadowColor;
    private final double spacing;
    private final double perLine;
    private final int size;
    /** How much ink of the grid lies on each pixel of the row, and the pixels that have any. */
    private final float[] grid;

    private final int[] inked;
    private int inkedCount;
    private final float[] clarity;
    private final float[] clear;
    private final float[] apartX;
    private final float[] apartY;
    /** Of the lines that are being laid: how strong they are in each block, and how wide in lines. */
    private final float[] fades;

    private final float[] widths;

    private int rows;
    private boolean none;
    private double stepX;
    private double stepY;
    private double originX;
    private double originY;
    private double distance;
    private double slopeX;
    private double slopeY;
    private double slopeStepX;
    private double slopeStepY;

    /** How the rays of sight go from pixel to pixel. */
    record View(
            boolean perspective,
            double[] eye,
            double[] forward,
            double[] start,
            double acrossX,
            double acrossY,
            double[] down) {}

    /**
     * @param ground null for none
     * @param spacing of the finest lines, mm
     * @param size pixels of this frame for one of the finished picture
     */
    GroundRow(View view, Ground ground, Palette palette, double spacing, int size, int width) {
        this.view = view;
        this.ground = ground;
        gridColor = palette.grid();
        shadowColor = palette.shadow();
        this.spacing = spacing;
        perLine = 1 / spacing;
        this.size = size;
        grid = new float[width];
        inked = new int[width];
        int blocks = (width + BLOCK - 1) / BLOCK;
        clarity = new float[blocks];
        clear = new float[blocks];
        apartX = new float[blocks];
        apartY = new float[blocks];
        fades = new float[blocks];
        widths = new float[blocks];
    }

    /**
     * Paints a row.
     *
     * @param backdrop the colour where there is nothing
     * @param ids of all pixels of the picture: only where they are negative the ground is seen; null where all of it is
     * @param at the first pixel of the row among all
     * @param out receives the colours, those of all pixels of the picture
     */
    void paint(int backdrop, double py, int[] ids, int at, int[] out) {
        Arrays.fill(out, at, at + grid.length, backdrop);
        start(py);
        if (none || !clear(ids, at)) return;
        double u0 = (originX + 0.5 * stepX) * perLine, v0 = (originY + 0.5 * stepY) * perLine;
        double du = stepX * perLine, dv = stepY * perLine;
        lines(u0, du, apartX, 1, 0.5f, 0.20f);
        lines(v0, dv, apartY, 1, 0.5f, 0.20f);
        lines(0.1 * u0, 0.1 * du, apartX, 10, 0.6f, 0.5f);
        lines(0.1 * v0, 0.1 * dv, apartY, 10, 0.6f, 0.5f);
        for (int i = 0; i < inkedCount; i++) {
            int x = inked[i];
            out[at + x] = Colors.mix(backdrop, gridColor, grid[x] * clear[x / BLOCK]);
            grid[x] = 0;
        }
        inkedCount = 0;
        boolean seenFromAbove = view.perspective ? view.eye[2] > 0 : view.forward[2] < 0;
        if (seenFromAbove) shadow(out, at);
    }

    /** Where the row meets the ground, and the pace from pixel to pixel. */
    private void start(double py) {
        double ax = view.start[0] + py * view.down[0], ay = view.start[1] + py * view.down[1];
        double az = view.start[2] + py * view.down[2];
        double fz = view.perspective ? az : view.forward[2];
        none = ground == null || Math.abs(fz) < 1e-6;
        if (none) return;
        if (view.perspective) {
            distance = -view.eye[2] / az;
            none = distance <= 0;
            originX = view.eye[0] + distance * ax;
            originY = view.eye[1] + distance * ay;
            stepX = distance * view.acrossX;
            stepY = distance * view.acrossY;
            slopeX = ax / az;
            slopeY = ay / az;
            slopeStepX = view.acrossX / az;
            slopeStepY = view.acrossY / az;
        } else {
            distance = 1;
            slopeX = view.forward[0] / view.forward[2];
            slopeY = view.forward[1] / view.forward[2];
            slopeStepX = 0;
            slopeStepY = 0;
            originX = ax - az * slopeX;
            originY = ay - az * slopeY;
            stepX = view.acrossX;
            stepY = view.acrossY;
        }
    }

    /**
     * How clear the grid is, block by block; not at all clear where no ground is seen.
     *
     * @return whether any of it shows
     */
    private boolean clear(int[] ids, int at) {
        if (rows++ % SAME == 0) measure();
        boolean any = false;
        for (int b = 0; b < clear.length; b++) {
            int from = b * BLOCK, count = Math.min(grid.length, from + BLOCK) - from;
            clear[b] = ids != null && isHidden(ids, at + from, count) ? 0 : clarity[b];
            any |= clear[b] > 0;
        }
        return any;
    }

    /** How clear the grid would be, and how many pixels lie between two lines, block by block. */
    private void measure() {
        double acrossX = view.acrossX, acrossY = view.acrossY;
        for (int b = 0; b < clarity.length; b++) {
            double px = b * BLOCK + BLOCK / 2.0;
            clarity[b] = ground.clarity(originX + px * stepX, originY + px * stepY);
            double xv = view.down[0] - (slopeX + px * slopeStepX) * view.down[2];
            double yv = view.down[1] - (slopeY + px * slopeStepY) * view.down[2];
            double dx = distance * Math.sqrt(acrossX * acrossX + xv * xv);
            double dy = distance * Math.sqrt(acrossY * acrossY + yv * yv);
            apartX[b] = (float) (spacing / (dx * size));
            apartY[b] = (float) (spacing / (dy * size));
        }
    }

    private static boolean isHidden(int[] ids, int at, int count) {
        for (int i = at; i < at + count; i++) if (ids[i] < 0) return false;
        return true;
    }

    /** Lines too dense to tell apart fade. */
    private static float fade(float apart) {
        return apart <= DENSE ? 0 : Math.min(1, apart / 6 - 0.3f);
    }

    /**
     * Lays the lines across one axis into the grid.
     *
     * @param u0 the place of the first pixel in lines from the origin
     * @param du lines from one pixel to the next
     * @param every each so many of the finest lines
     * @param strength of a line that is fully covered
     */
    private void lines(double u0, double du, float[] finest, int every, float half, float strength) {
        // Lines that are passed at this pace lie too close to be told apart.
        if (Math.abs(du) * DENSE >= 1) return;
        float reach = half + 0.5f;
        boolean any = false;
        for (int b = 0; b < clear.length; b++) {
            float apart = every * finest[b];
            fades[b] = clear[b] <= 0 ? 0 : fade(apart) * strength;
            widths[b] = apart <= 0 ? 0 : reach / apart;
            any |= fades[b] > 0;
        }
        if (!any) return;
        double last = u0 + (grid.length - 1) * du, inv = Math.abs(du) < 1e-9 ? 1e9 : 1 / du, pace = Math.abs(inv);
        long low = (long) Math.ceil(Math.min(u0, last) - reach / DENSE);
        long high = (long) Math.floor(Math.max(u0, last) + reach / DENSE);
        for (long k = low; k <= high; k++) {
            double crossing = (k - u0) * inv;
            int block = block(crossing);
            double wide = widths[block] * pace;
            if (wide > BLOCK) along(crossing, pace, every, finest, reach);
            else if (fades[block] > 0) {
                float perPixel = every * finest[block] / (float) pace;
                lay(crossing, crossing - wide, crossing + wide, perPixel, reach, fades[block]);
            }
        }
    }

    /**
     * Lays a line that goes more along the row than across: how wide it is changes on the way.
     *
     * @param crossing the place in the row where it is crossed
     * @param pace pixels from one line to the next
     */
    private void along(double crossing, double pace, int every, float[] finest, float reach) {
        for (int x = first(crossing, pace); x < grid.length; ) {
            int b = x / BLOCK, end = Math.min(grid.length, (b + 1) * BLOCK);
            double wide = widths[b] * pace;
            if (x > crossing + wide) break;
            if (fades[b] > 0) {
                double to = Math.min(end - 1, crossing + wide);
                lay(crossing, Math.max(x, crossing - wide), to, every * finest[b] / (float) pace, reach, fades[b]);
            }
            x = end;
        }
    }

    /** Lays ink on the pixels from one place of the row to another. */
    private void lay(double crossing, double from, double to, float perPixel, float reach, float fade) {
        int last = Math.min(grid.length - 1, (int) Math.floor(to));
        for (int i = Math.max(0, (int) Math.ceil(from)); i <= last; i++) {
            float cover = reach - (float) Math.abs(i - crossing) * perPixel, ink = (cover < 1 ? cover : 1) * fade;
            if (ink <= grid[i]) continue;
            if (grid[i] == 0) inked[inkedCount++] = i;
            grid[i] = ink;
        }
    }

    private int block(double x) {
        return x <= 0 ? 0 : Math.min(clear.length - 1, (int) x / BLOCK);
    }

    /** The first pixel that a line may touch. */
    private int first(double crossing, double pace) {
        // Twice as far, since lines grow wider towards the eye.
        double from = crossing - 2 * widths[block(crossing)] * pace;
        return from <= 0 ? 0 : (int) from;
    }

    /** The shadow is soft: a sample every few pixels, and straight lines between. */
    private void shadow(int[] out, int at) {
        double x0 = originX + 0.5 * stepX, y0 = originY + 0.5 * stepY;
        int[] range = ground.shaded(x0, y0, stepX, stepY, grid.length);
        for (int b = range[0] / BLOCK; b * BLOCK < range[1]; b++) {
            if (clear[b] <= 0) continue;
            int from = Math.max(range[0] / SOFT * SOFT, b * BLOCK), to = Math.min(range[1], (b + 1) * BLOCK);
            float shade = ground.shadow(x0 + from * stepX, y0 + from * stepY);
            for (int x = from; x < to; x += SOFT) {
                float next = ground.shadow(x0 + (x + SOFT) * stepX, y0 + (x + SOFT) * stepY);
                if (shade > FAINT || next > FAINT) {
                    float step = (next - shade) / SOFT;
                    for (int i = 0; i < SOFT && x + i < grid.length; i++)
                        out[at + x + i] = Colors.mix(out[at + x + i], shadowColor, 0.42f * (shade + i * step));
                }
                shade = next;
            }
        }
    }
}
