package org.modeststack.render;

import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;

/**
 * A camera for one picture size, as numbers for hot loops. Screen x, y are in pixels; depth is 1/w in perspective and
 * falls linearly with distance in a parallel view: in both, linear over the screen and greater for what is nearer.
 */
final class Projection {
    final boolean perspective;
    final int width;
    final int height;
    final double focal;
    final Vec3 right;
    final Vec3 up;
    final Vec3 forward;
    final Vec3 eye;
    final double near;
    private final double parallelScale;
    private final double parallelFar;

    /** @param reach how far from the target anything lies */
    Projection(Camera camera, int width, int height, double reach) {
        this.width = width;
        this.height = height;
        perspective = camera.perspective();
        focal = height / 2.0 / Math.tan(Camera.HALF_ANGLE);
        right = camera.right();
        up = camera.up();
        forward = camera.forward();
        // A parallel view has no eye; one far enough back keeps everything in front of it.
        double back = perspective ? camera.distance() : camera.distance() + 2 * reach;
        eye = camera.target().minus(forward.times(back));
        near = perspective ? Math.max(camera.distance() * 1e-3, 1e-9) : 0;
        parallelScale = camera.scale(height);
        parallelFar = 2 * (back + 2 * reach);
    }

    /**
     * Screen x, y and depth of points given relative to an origin; w is kept for those behind the near plane.
     *
     * @param placement where the points are put
     */
    void project(float[] xyz, Vec3 origin, Affine placement, int from, int to, float[] out) {
        Vec3 o = placement.point(origin).minus(eye);
        Vec3 r = seen(placement, right), u = seen(placement, up), d = seen(placement, forward);
        float rx = (float) r.x(), ry = (float) r.y(), rz = (float) r.z(), ro = (float) o.dot(right);
        float ux = (float) u.x(), uy = (float) u.y(), uz = (float) u.z(), uo = (float) o.dot(up);
        float fx = (float) d.x(), fy = (float) d.y(), fz = (float) d.z(), fo = (float) o.dot(forward);
        float cx = width / 2f, cy = height / 2f, f = (float) focal, s = (float) parallelScale;
        float far = (float) parallelFar, n = (float) near;
        for (int i = 3 * from; i < 3 * to; i += 3) {
            float x = xyz[i], y = xyz[i + 1], z = xyz[i + 2];
            float a = rx * x + ry * y + rz * z + ro;
            float b = ux * x + uy * y + uz * z + uo;
            float w = fx * x + fy * y + fz * z + fo;
            if (perspective) {
                if (w < n) {
                    out[i + 2] = -1;
                    continue;
                }
                float q = 1 / w;
                out[i] = cx + a * f * q;
                out[i + 1] = cy - b * f * q;
                out[i + 2] = q;
            } else {
                out[i] = cx + a * s;
                out[i + 1] = cy - b * s;
                out[i + 2] = 1 - w / far;
            }
        }
    }

    /** How far along a direction of the camera each axis of what is put somewhere goes. */
    private static Vec3 seen(Affine placement, Vec3 direction) {
        return new Vec3(
                placement.x().dot(direction),
                placement.y().dot(direction),
                placement.z().dot(direction));
    }

    /**
     * How many pixels a millimetre takes at the most anywhere in a ball; infinite where it comes up to the eye, 0 where
     * nothing of the ball is in the picture.
     */
    double pixelsPerMillimetre(Vec3 middle, double radius) {
        Vec3 p = middle.minus(eye);
        double a = p.dot(right), b = p.dot(up), w = p.dot(forward), x = width / 2.0, y = height / 2.0;
        if (!perspective) {
            double r = radius * parallelScale;
            boolean out = Math.abs(a * parallelScale) > x + r || Math.abs(b * parallelScale) > y + r;
            return out ? 0 : parallelScale;
        }
        // Beyond one of the planes through the eye and a side of the picture.
        boolean out = w + radius < near
                || Math.abs(a) * focal - x * w > radius * Math.hypot(focal, x)
                || Math.abs(b) * focal - y * w > radius * Math.hypot(focal, y);
        if (out) return 0;
        return w - radius <= near ? Double.POSITIVE_INFINITY : focal / (w - radius);
    }

    /** One point given relative to an origin, into out[at..at+2]; used where a triangle is cut at the near plane. */
    void view(float[] xyz, int v, Vec3 origin, Affine placement, double[] out) {
        Vec3 p = placement
                .point(new Vec3(xyz[3 * v], xyz[3 * v + 1], xyz[3 * v + 2]).plus(origin))
                .minus(eye);
        out[0] = p.dot(right);
        out[1] = p.dot(up);
        out[2] = p.dot(forward);
    }

    void screen(double a, double b, double w, float[] out, int at) {
        out[at] = (float) (width / 2.0 + a * focal / w);
        out[at + 1] = (float) (height / 2.0 - b * focal / w);
        out[at + 2] = (float) (1 / w);
    }

    /** Depth differences that count as none, for lines that lie on surfaces, at a depth. */
    float bias(float depth) {
        return perspective ? depth * 1.5e-3f : 4e-4f;
    }

    /** The direction of sight through a pixel, of any length; component k. */
    double ray(double x, double y, int k) {
        double a = (x - width / 2.0) / focal, b = (height / 2.0 - y) / focal;
        return forward.get(k) + a * right.get(k) + b * up.get(k);
    }

    double parallelScale() {
        return parallelScale;
    }

    /** The distance from the eye's plane that a depth of a parallel view stands for. */
    double parallelDistance(float depth) {
        return (1 - depth) * parallelFar;
    }
}
