package org.modeststack.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;

/** The projection for hot loops against the camera's own, which is written for reading. */
class ProjectionTest {
    static final int W = 640;
    static final int H = 400;

    @Test
    void whatIsBehindTheEyeIsMarked() {
        Camera camera = new Camera(Vec3.ZERO, 0, 0, 100, true);
        float[] xyz = {0, -101, 0, 0, -99, 0}, out = new float[6];
        new Projection(camera, W, H, 300).project(xyz, Vec3.ZERO, Affine.IDENTITY, 0, 2, out);
        assertTrue(out[2] < 0, "a millimetre behind the eye");
        assertTrue(out[5] > 0, "a millimetre in front of it");
    }

    @Test
    void aParallelDepthTellsTheDistance() {
        Camera camera = new Camera(Vec3.ZERO, 0, 0, 100, false);
        Projection p = new Projection(camera, W, H, 50);
        float[] xyz = {0, -20, 0, 0, 30, 0}, out = new float[6];
        p.project(xyz, Vec3.ZERO, Affine.IDENTITY, 0, 2, out);
        assertEquals(50, p.parallelDistance(out[5]) - p.parallelDistance(out[2]), 1e-3);
    }
}
