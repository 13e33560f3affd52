package org.modeststack.render;

import java.util.Arrays;
import java.util.List;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;

/** The plane z = 0: a grid in round numbers of millimetres, and the soft shadow of what stands on it. */
final class Ground {
    private static final int SIZE = 192;
    /** From so many triangles on it pays to look at them on all cores. */
    private static final int MANY = 20_000;

    private static final int CORES = Runtime.getRuntime().availableProcessors();

    private final float[] shadow = new float[SIZE * SIZE];
    private double x0;
    private double y0;
    private double cell = 1;
    private double perCell = 1;
    /** One over the square of the distance at which the grid is gone. */
    private double perReach = 1;

    private double middleX;
    private double middleY;

    /** Works the shadow out from above; what lies higher darkens less. */
    Ground(List<Scene.Item> items) {
        Bounds box = Bounds.EMPTY;
        for (Scene.Item i : items) if (!i.mesh().bounds.isEmpty()) box = box.union(i.bounds());
        if (box.isEmpty()) return;
        double size =
                Math.max(Math.max(box.size().x(), box.size().y()), box.size().z() * 0.5);
        double margin = 0.35 * size + 1e-6;
        middleX = box.center().x();
        middleY = box.center().y();
        cell = (Math.max(box.size().x(), box.size().y()) + 2 * margin) / SIZE;
        perCell = 1 / cell;
        x0 = middleX - cell * SIZE / 2;
        y0 = middleY - cell * SIZE / 2;
        perReach = 1 / (10.24 * Math.max(size * size, 1e-18));
        float[] height = new float[SIZE * SIZE];
        Arrays.fill(height, Float.MAX_VALUE);
        for (Scene.Item i : items) lowest(i, height);
        double fall = 0.22 * size;
        for (int i = 0; i < shadow.length; i++) {
            float h = Math.max(0, height[i]);
            shadow[i] = h == Float.MAX_VALUE ? 0 : (float) Math.exp(-h / fall);
        }
        for (int pass = 0; pass < 3; pass++) blur(Math.max(2, SIZE / 40));
    }

    /** The vertices of a mesh in its place, in cells of the shadow from its corner, and their heights. */
    private float[] inCells(Scene.Item item, RenderMesh m) {
        Affine to = item.placement();
        Vec3 o = to.point(m.origin);
        float s = (float) (1 / cell);
        float ox = (float) ((o.x() - x0) / cell), oy = (float) ((o.y() - y0) / cell), oz = (float) o.z();
        float xx = (float) to.x().x() * s,
                yx = (float) to.y().x() * s,
                zx = (float) to.z().x() * s;
        float xy = (float) to.x().y() * s,
                yy = (float) to.y().y() * s,
                zy = (float) to.z().y() * s;
        float xz = (float) to.x().z(),
                yz = (float) to.y().z(),
                zz = (float) to.z().z();
        float[] out = new float[m.xyz.length];
        for (int i = 0; i < out.length; i += 3) {
            float x = m.xyz[i], y = m.xyz[i + 1], z = m.xyz[i + 2];
            out[i] = ox + xx * x + yx * y + zx * z;
            out[i + 1] = oy + xy * x + yy * y + zy * z;
            out[i + 2] = oz + xz * x + yz * y + zz * z;
        }
        return out;
    }

    private void lowest(Scene.Item item, float[] height) {
        if (item.mesh().bounds.isEmpty()) return;
        RenderMesh m = item.mesh();
        if (m.isSteady()) m = m.fineEnough(cell / item.placement().greatestScale());
        float[] p = inCells(item, m);
        int[] tri = m.triangles;
        int triangles = tri.length / 3, pieces = triangles < MANY ? 1 : CORES;
        if (pieces == 1) lowest(p, tri, 0, tri.length, height);
        else
            RenderWorkers.run(pieces, piece -> {
                float[] own = new float[SIZE * SIZE];
                Arrays.fill(own, Float.MAX_VALUE);
                int from = (int) ((long) triangles * piece / pieces),
                        to = (int) ((long) triangles * (piece + 1) / pieces);
                lowest(p, tri, 3 * from, 3 * to, own);
                synchronized (height) {
                    for (int i = 0; i < own.length; i++) height[i] = Math.min(height[i], own[i]);
                }
            });
    }

    private static void lowest(float[] p, int[] tri, int from, int to, float[] height) {
        for (int t = from; t < to; t += 3) {
            int a = 3 * tri[t], b = 3 * tri[t + 1], c = 3 * tri[t + 2];
            float ax = p[a], ay = p[a + 1], az = p[a + 2];
            float bx = p[b], by = p[b + 1], bz = p[b + 2];
            float cx = p[c], cy = p[c + 1], cz = p[c + 2];
            float low = Math.min(az, Math.min(bz, cz));
            int x = (int) ax, y = (int) ay;
            if (x >= 0 && y >= 0 && x < SIZE && y < SIZE) height[y * SIZE + x] = Math.min(height[y * SIZE + x], low);
            float area = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
            if (Math.abs(area) < 1e-4f) continue;
            float inv = 1 / area;
            int i0 = Math.max(0, (int) Math.ceil(Math.min(ax, Math.min(bx, cx)) - 0.5f));
            int i1 = Math.min(SIZE - 1, (int) Math.floor(Math.max(ax, Math.max(bx, cx)) - 0.5f));
            int j0 = Math.max(0, (int) Math.ceil(Math.min(ay, Math.min(by, cy)) - 0.5f));
            int j1 = Math.min(SIZE - 1, (int) Math.floor(Math.max(ay, Math.max(by, cy)) - 0.5f));
            for (int j = j0; j <= j1; j++) {
                for (int i = i0; i <= i1; i++) {
                    float px = i + 0.5f - ax, py = j + 0.5f - ay;
                    float wb = (px * (cy - ay) - py * (cx - ax)) * inv, wc = (py * (bx - ax) - px * (by - ay)) * inv;
                    if (wb < 0 || wc < 0 || wb + wc > 1) continue;
                    float z = az + wb * (bz - az) + wc * (cz - az);
                    int at = j * SIZE + i;
                    if (z < height[at]) height[at] = z;
                }
            }
        }
    }

    private void blur(int radius) {
        float[] line = new float[SIZE];
        for (int axis = 0; axis < 2; axis++) {
            int step = axis == 0 ? 1 : SIZE, across = axis == 0 ? SIZE : 1;
            for (int row = 0; row < SIZE; row++) {
                int base = row * across;
                float sum = 0;
                for (int i = -radius; i < SIZE; i++) {
                    if (i + radius < SIZE) sum += shadow[base + (i + radius) * step];
                    if (i - radius - 1 >= 0) sum -= shadow[base + (i - radius - 1) * step];
                    if (i >= 0) line[i] = sum / (2 * radius + 1);
                }
                for (int i = 0; i < SIZE; i++) shadow[base + i * step] = line[i];
            }
        }
    }

    /** Shadow at a place of the plane, from 0 to 1. */
    float shadow(double x, double y) {
        double u = (x - x0) * perCell - 0.5, v = (y - y0) * perCell - 0.5;
        if (!(u > 0 && v > 0 && u < SIZE - 1 && v < SIZE - 1)) return 0;
        int i = (int) u, j = (int) v, at = j * SIZE + i;
        float s = (float) (u - i), t = (float) (v - j);
        float low = shadow[at] * (1 - s) + shadow[at + 1] * s;
        float high = shadow[at + SIZE] * (1 - s) + shadow[at + SIZE + 1] * s;
        return low * (1 - t) + high * t;
    }

    /**
     * The places along a line that may lie in the shadow.
     *
     * @param x of the first place; from each to the next it goes on by {@code dx}, likewise y
     * @return the first of them, and the one behind the last
     */
    int[] shaded(double x, double y, double dx, double dy, int count) {
        double[] range = {0, count};
        within(x - x0, dx, range);
        within(y - y0, dy, range);
        return new int[] {(int) Math.max(0, Math.floor(range[0])), (int) Math.min(count, Math.ceil(range[1]) + 1)};
    }

    /** Narrows a range to where a number that goes on evenly is within the shadow's square. */
    private void within(double at, double step, double[] range) {
        double reach = cell * SIZE;
        if (Math.abs(step) < 1e-12) {
            if (at < 0 || at > reach) range[1] = range[0];
            return;
        }
        double a = -at / step, b = (reach - at) / step;
        range[0] = Math.max(range[0], Math.min(a, b));
        range[1] = Math.min(range[1], Math.max(a, b));
    }

    /** How clearly the grid shows at a place: it fades away from the bodies. */
    float clarity(double x, double y) {
        double dx = x - middleX, dy = y - middleY;
        return (float) Math.max(0, 1 - Math.sqrt((dx * dx + dy * dy) * perReach));
    }

    /** The distance of grid lines: a power of ten that is at least 12 pixels wide. */
    static double spacing(double pixelsPerMillimetre) {
        return Math.pow(10, Math.ceil(Math.log10(12 / pixelsPerMillimetre)));
    }
}
