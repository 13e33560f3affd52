package org.modeststack.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.search.Ray;

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

    /** Turning to greater angles takes the eye to the right and up, so that what is in front goes to the left and down. */
    @Test
    void orbitingGoesTheWayItSays() {
        Camera c = Camera.DEFAULT.from(0, 0);
        Vec3 near = new Vec3(0, -10, 0);
        assertTrue(c.orbit(10, 0).eye().x() > 0);
        assertTrue(c.orbit(10, 0).project(near, W, H).x() < W / 2.0);
        assertTrue(c.orbit(0, 10).eye().z() > 0);
        assertTrue(c.orbit(0, 10).project(near, W, H).y() > H / 2.0);
        assertEquals(10, c.orbit(0, 10).pitch());
        assertEquals(-10, c.orbit(-10, 0).yaw(), 1e-12);
    }

    /** A point anywhere on the ray through a pixel shows at that pixel. */
    @ParameterizedTest
    @CsvSource({"true, 20, 30", "true, 180, 110", "false, 20, 30", "false, 180, 110"})
    void aRayIsSeenAsOnePoint(boolean perspective, double x, double y) {
        Camera c = Camera.DEFAULT.at(new Vec3(5, -7, 2)).withPerspective(perspective);
        Ray ray = c.ray(x, y, W, H);
        assertEquals(1, ray.way().length(), 1e-12);
        assertTrue(ray.way().dot(c.forward()) > 0);
        for (double way : new double[] {300, 500, 900}) {
            double along = perspective ? way : 1e3 * c.distance() + way - 400;
            Vec3 shown = c.project(ray.from().plus(ray.way().times(along)), W, H);
            assertEquals(x, shown.x(), 1e-6);
            assertEquals(y, shown.y(), 1e-6);
        }
    }

    /** The nearest corner fills the height, or the width of a narrow picture, but for a little room. */
    @ParameterizedTest
    @CsvSource({"true, 400, 100", "false, 400, 100", "true, 100, 400", "false, 100, 400"})
    void fittingLeavesLittleRoom(boolean perspective, int w, int h) {
        Bounds b = MeshFixtures.box(1, 2, 3, 11, 5, 4).bounds();
        Camera c = Camera.DEFAULT.withPerspective(perspective).fit(b, w, h);
        double most = 0;
        for (int i = 0; i < 8; i++) {
            Vec3 p = c.project(new Vec3((i & 1) == 0 ? 1 : 11, (i & 2) == 0 ? 2 : 5, (i & 4) == 0 ? 3 : 4), w, h);
            most = Math.max(most, Math.max(Math.abs(p.x() * 2 / w - 1), Math.abs(p.y() * 2 / h - 1)));
        }
        assertTrue(most < 1 && most > 0.9, "reaches " + most + " of the way to the border");
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
