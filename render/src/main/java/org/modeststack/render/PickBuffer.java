package org.modeststack.render;

import java.util.BitSet;
import org.modeststack.mesh.Vec3;

/**
 * What a picture shows at each of its pixels, to find what is under a pointer. Belongs to one picture and does not change,
 * so that any thread may ask it while the next picture is drawn, without a lock.
 */
public final class PickBuffer {
    /** What lies under a pixel. */
    public record Hit(int item, int face, Vec3 point) {}

    /** The triangles of one item among those of all. */
    record Item(int firstId, int[] faceOf) {
        int end() {
            return firstId + faceOf.length;
        }
    }

    private final Frame frame;
    private final Item[] items;
    private final Camera camera;
    private final double reach;
    private final int supersample;

    /** @param reach how far the scene goes from the camera's target, mm */
    PickBuffer(Frame frame, Item[] items, Camera camera, double reach, int supersample) {
        this.frame = frame;
        this.items = items;
        this.camera = camera;
        this.reach = reach;
        this.supersample = supersample;
    }

    Frame frame() {
        return frame;
    }

    /** What the picture shows at a pixel, or null. Ghosts are looked through. */
    public Hit pick(int x, int y) {
        int px = x * supersample + supersample / 2, py = y * supersample + supersample / 2;
        if (px < 0 || py < 0 || px >= frame.width || py >= frame.height) return null;
        int id = frame.id[py * frame.width + px];
        if (id < 0) return null;
        id &= ~Rasterizer.TINY;
        int item = items.length - 1;
        while (items[item].firstId > id || items[item].faceOf.length == 0) item--;
        return new Hit(item, items[item].faceOf[id - items[item].firstId], pointAt(px, py));
    }

    /** The faces of an item that the picture shows inside a box of pixels. */
    public BitSet facesIn(int item, int x0, int y0, int x1, int y1) {
        BitSet out = new BitSet();
        if (item >= items.length) return out;
        Item of = items[item];
        for (int y = Math.max(0, y0 * supersample); y <= Math.min(frame.height - 1, y1 * supersample); y++) {
            for (int x = Math.max(0, x0 * supersample); x <= Math.min(frame.width - 1, x1 * supersample); x++) {
                int id = frame.id[y * frame.width + x];
                if (id >= 0) id &= ~Rasterizer.TINY;
                if (id >= of.firstId && id < of.end()) out.set(of.faceOf[id - of.firstId]);
            }
        }
        return out;
    }

    private Vec3 pointAt(int px, int py) {
        Projection p = new Projection(camera, frame.width, frame.height, reach);
        float z = frame.depth[py * frame.width + px];
        if (camera.perspective()) {
            Vec3 ray =
                    new Vec3(p.ray(px + 0.5, py + 0.5, 0), p.ray(px + 0.5, py + 0.5, 1), p.ray(px + 0.5, py + 0.5, 2));
            return p.eye.plus(ray.times(1 / z));
        }
        double a = (px + 0.5 - p.width / 2.0) / p.parallelScale(), b = (p.height / 2.0 - py - 0.5) / p.parallelScale();
        return p.eye.plus(p.right.times(a)).plus(p.up.times(b)).plus(p.forward.times(p.parallelDistance(z)));
    }
}
