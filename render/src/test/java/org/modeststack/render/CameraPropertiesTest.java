package org.modeststack.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.render.CameraTest.H;
import static org.modeststack.render.CameraTest.W;
import static org.modeststack.render.CameraTest.box;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Vec3;

/** What must hold of {@link CameraTest}'s subject for whatever is drawn at random. */
class CameraPropertiesTest {

    @Property(tries = 200)
    void theViewsAxesAreSquareAndOfLengthOne(
            @ForAll @DoubleRange(min = -720, max = 720) double yaw,
            @ForAll @DoubleRange(min = -90, max = 90) double pitch) {
        Camera c = Camera.DEFAULT.from(yaw, pitch);
        assertEquals(1, c.right().length(), 1e-12);
        assertEquals(1, c.up().length(), 1e-12);
        assertEquals(1, c.forward().length(), 1e-12);
        assertEquals(0, c.right().dot(c.up()), 1e-12);
        assertEquals(0, c.up().dot(c.forward()), 1e-12);
        assertEquals(0, c.right().z(), 0, "the horizon is level");
    }

    @Property(tries = 200)
    void whateverIsFittedIsInThePicture(
            @ForAll @DoubleRange(min = -180, max = 180) double yaw,
            @ForAll @DoubleRange(min = -90, max = 90) double pitch,
            @ForAll @DoubleRange(min = 0.01, max = 1000) double x,
            @ForAll @DoubleRange(min = 0.01, max = 1000) double z,
            @ForAll boolean perspective) {
        Bounds b = box(5, -3, 7, 5 + x, 10, 7 + z);
        Camera c = Camera.DEFAULT.from(yaw, pitch).withPerspective(perspective).fit(b, W, H);
        for (int i = 0; i < 8; i++) {
            Vec3 p = c.project(
                    new Vec3(
                            (i & 1) == 0 ? b.minX() : b.maxX(),
                            (i & 2) == 0 ? b.minY() : b.maxY(),
                            (i & 4) == 0 ? b.minZ() : b.maxZ()),
                    W,
                    H);
            assertTrue(p.x() >= -1 && p.x() <= W + 1 && p.y() >= -1 && p.y() <= H + 1, p.toString());
        }
    }

    @Property(tries = 200)
    void zoomingKeepsWhatIsUnderThePointer(
            @ForAll @IntRange(max = W) int x,
            @ForAll @IntRange(max = H) int y,
            @ForAll @DoubleRange(min = 0.3, max = 3) double factor) {
        Camera c = Camera.DEFAULT.from(25, 40).withPerspective(false);
        double s = 1 / c.scale(H);
        Vec3 under = c.target().plus(c.right().times((x - W / 2.0) * s)).minus(c.up().times((y - H / 2.0) * s));
        Vec3 after = c.zoom(factor, x, y, W, H).project(under, W, H);
        assertEquals(x, after.x(), 1e-6);
        assertEquals(y, after.y(), 1e-6);
    }

    @Property(tries = 100)
    void panningMovesTheTargetWithThePointer(
            @ForAll @IntRange(min = -300, max = 300) int dx, @ForAll @IntRange(min = -300, max = 300) int dy) {
        Camera c = Camera.DEFAULT.from(70, 20);
        Vec3 before = c.project(c.target(), W, H);
        Vec3 after = c.pan(dx, dy, H).project(c.target(), W, H);
        assertEquals(before.x() + dx, after.x(), 1e-6);
        assertEquals(before.y() + dy, after.y(), 1e-6);
    }
}
