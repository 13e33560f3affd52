package org.modeststack.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.render.ProjectionTest.H;
import static org.modeststack.render.ProjectionTest.W;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;

/** What must hold of {@link ProjectionTest}'s subject for whatever is drawn at random. */
class ProjectionPropertiesTest {

    @Property(tries = 300)
    void agreesWithTheCamera(
            @ForAll @DoubleRange(min = -180, max = 180) double yaw,
            @ForAll @DoubleRange(min = -90, max = 90) double pitch,
            @ForAll boolean perspective,
            @ForAll @DoubleRange(min = -50, max = 50) double x,
            @ForAll @DoubleRange(min = -50, max = 50) double y,
            @ForAll @DoubleRange(min = -50, max = 50) double z) {
        Camera camera = new Camera(new Vec3(3, -4, 5), yaw, pitch, 300, perspective);
        Vec3 origin = new Vec3(1, 2, 3), p = new Vec3(x, y, z);
        float[] out = new float[3];
        float[] relative = {(float) (x - 1), (float) (y - 2), (float) (z - 3)};
        Projection projection = new Projection(camera, W, H, 200);
        projection.project(relative, origin, Affine.IDENTITY, 0, 1, out);
        Vec3 expected = camera.project(p, W, H);
        assertEquals(expected.x(), out[0], 0.02);
        assertEquals(expected.y(), out[1], 0.02);
        if (perspective) assertEquals(1 / expected.z(), out[2], 1e-6);

        // The ray through that pixel leads back to the point.
        if (!perspective) return;
        double[] ray = new double[3];
        for (int k = 0; k < 3; k++) ray[k] = projection.ray(out[0], out[1], k);
        Vec3 there = projection.eye.plus(new Vec3(ray[0], ray[1], ray[2]).times(1 / out[2]));
        assertEquals(0, there.minus(p).length(), 0.05);
    }

    @Property(tries = 200)
    void whatIsNearerHasTheGreaterDepth(
            @ForAll @DoubleRange(min = -90, max = 90) double near,
            @ForAll @DoubleRange(min = 1, max = 50) double apart,
            @ForAll boolean perspective) {
        Camera camera = new Camera(Vec3.ZERO, 0, 0, 200, perspective);
        float[] xyz = {0, (float) near, 0, 0, (float) (near + apart), 0}, out = new float[6];
        new Projection(camera, W, H, 300).project(xyz, Vec3.ZERO, Affine.IDENTITY, 0, 2, out);
        assertTrue(out[2] > out[5]);
    }
}
