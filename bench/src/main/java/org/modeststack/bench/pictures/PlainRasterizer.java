package org.modeststack.bench.pictures;

import java.util.Arrays;
import java.util.stream.IntStream;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.render.Camera;

/**
 * The plainest z-buffer there is, for comparison: two threads, each with half of the rows; triangles seen from behind are
 * left out, the others get one colour each by how squarely they face the eye. No edges, ground, picks or smooth shading.
 */
final class PlainRasterizer {
    private final double[] xyz;
    private final int[] triangles;
    private final float[] screen;
    private final float[] depth;
    private final int[] pixels;
    private final int width;
    private final int height;

    PlainRasterizer(Mesh mesh, int width, int height) {
        this.width = width;
        this.height = height;
        xyz = mesh.xyz();
        int[] corners = mesh.triangulation().triangleCorners();
        triangles = IntStream.of(corners).map(c -> 3 * mesh.corners()[c]).toArray();
        screen = new float[xyz.length];
        depth = new float[width * height];
        pixels = new int[width * height];
    }

    int[] draw(Camera c) {
        double f = height / 2.0 / Math.tan(Camera.HALF_ANGLE);
        Vec3 r = c.right(), u = c.up(), d = c.forward(), eye = c.target().minus(d.times(c.distance()));
        IntStream.range(0, 2).parallel().forEach(t -> {
            for (int i = xyz.length / 6 * t * 3; i < (t == 0 ? xyz.length / 6 * 3 : xyz.length); i += 3) {
                double x = xyz[i] - eye.x(), y = xyz[i + 1] - eye.y(), z = xyz[i + 2] - eye.z();
                double w = 1 / (d.x() * x + d.y() * y + d.z() * z);
                screen[i] = (float) (width / 2.0 + (r.x() * x + r.y() * y + r.z() * z) * f * w);
                screen[i + 1] = (float) (height / 2.0 - (u.x() * x + u.y() * y + u.z() * z) * f * w);
                screen[i + 2] = (float) w;
            }
        });
        IntStream.range(0, 2).parallel().forEach(t -> half(height / 2 * t, t == 0 ? height / 2 : height, d));
        return pixels;
    }

    private void half(int top, int bottom, Vec3 d) {
        Arrays.fill(depth, top * width, bottom * width, 0);
        Arrays.fill(pixels, top * width, bottom * width, 0xFFEEEEEE);
        float[] s = screen;
        for (int t = 0; t < triangles.length; t += 3) {
            int i = triangles[t], j = triangles[t + 1], k = triangles[t + 2];
            float ax = s[i], ay = s[i + 1], az = s[i + 2], bx = s[j] - ax, by = s[j + 1] - ay;
            float cx = s[k] - ax, cy = s[k + 1] - ay, area = bx * cy - by * cx;
            if (area >= 0) continue;
            int x0 = Math.max(0, (int) Math.ceil(Math.min(ax, Math.min(s[j], s[k])) - 0.5f));
            int x1 = Math.min(width - 1, (int) Math.floor(Math.max(ax, Math.max(s[j], s[k])) - 0.5f));
            int y0 = Math.max(top, (int) Math.ceil(Math.min(ay, Math.min(s[j + 1], s[k + 1])) - 0.5f));
            int y1 = Math.min(bottom - 1, (int) Math.floor(Math.max(ay, Math.max(s[j + 1], s[k + 1])) - 0.5f));
            if (x0 > x1 || y0 > y1) continue;
            double ux = xyz[j] - xyz[i], uy = xyz[j + 1] - xyz[i + 1], uz = xyz[j + 2] - xyz[i + 2];
            double vx = xyz[k] - xyz[i], vy = xyz[k + 1] - xyz[i + 1], vz = xyz[k + 2] - xyz[i + 2];
            double nx = uy * vz - uz * vy, ny = uz * vx - ux * vz, nz = ux * vy - uy * vx;
            double facing = Math.abs(nx * d.x() + ny * d.y() + nz * d.z()) / Math.sqrt(nx * nx + ny * ny + nz * nz);
            int gray = (int) (60 + 180 * facing), color = 0xFF000000 | gray << 16 | gray << 8 | gray;
            float inv = 1 / area, zb = s[j + 2] - az, zc = s[k + 2] - az;
            for (int y = y0; y <= y1; y++) {
                for (int x = x0; x <= x1; x++) {
                    float px = x + 0.5f - ax, py = y + 0.5f - ay;
                    float wb = (px * cy - py * cx) * inv, wc = (bx * py - by * px) * inv;
                    if (wb < 0 || wc < 0 || wb + wc > 1) continue;
                    float z = az + wb * zb + wc * zc;
                    if (z <= depth[y * width + x]) continue;
                    depth[y * width + x] = z;
                    pixels[y * width + x] = color;
                }
            }
        }
    }
}
