package org.modeststack.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Vec3;

class CameraTest {
    static final int W = 640;
    static final int H = 400;

    static Bounds box(double ax, double ay, double az, double bx, double by, double bz) {
        return Bounds.of(new double[] {ax, ay, az, bx, by, bz});
    }

    @ParameterizedTest
    @CsvSource({
        // Yaw, pitch, and the direction of sight
        "0, 0, 0, 1, 0",
        "90, 0, -1, 0, 0",
        "0, 90, 0, 0, -1",
        "180, 0, 0, -1, 0",
        "0, -90, 0, 0, 1"
    })
    void viewsAlongTheAxes(double yaw, double pitch, double x, double y, double z) {
        Vec3 f = Camera.DEFAULT.from(yaw, pitch).forward();
        assertEquals(x, f.x(), 1e-12);
        assertEquals(y, f.y(), 1e-12);
        assertEquals(z, f.z(), 1e-12);
    }

    @Test
    void orbitingTurnsAboutTheTarget() {
        Camera c = Camera.DEFAULT.at(new Vec3(10, 20, 30)).orbit(33, 12);
        assertEquals(new Vec3(10, 20, 30), c.target());
        Vec3 middle = c.project(c.target(), W, H);
        assertEquals(W / 2.0, middle.x(), 1e-9);
        assertEquals(H / 2.0, middle.y(), 1e-9);
        assertEquals(Camera.DEFAULT.distance(), c.eye().minus(c.target()).length(), 1e-9);
    }

    @Test
    void nothingToFitLeavesTheCameraWhereItIs() {
        assertSame(Camera.DEFAULT, Camera.DEFAULT.fit(Bounds.EMPTY, W, H));
    }

    @Test
    void valuesStayWithinReason() {
        assertEquals(90, Camera.DEFAULT.orbit(0, 400).pitch());
        assertTrue(Math.abs(Camera.DEFAULT.orbit(100000, 0).yaw()) <= 180);
        Camera near = Camera.DEFAULT.zoom(1e-300, 0, 0, W, H);
        assertTrue(near.distance() > 0);
    }
}
