package org.modeststack.mesh.part;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Vec3;

class AffineTest {
    private final Random random = new Random(4);

    private Vec3 vector() {
        return new Vec3(random.nextGaussian(), random.nextGaussian(), random.nextGaussian());
    }

    private static void near(Vec3 a, Vec3 b) {
        assertEquals(0, a.minus(b).length(), 1e-9);
    }

    @Test
    void oneAfterTheOtherAndBack() {
        for (int i = 0; i < 200; i++) {
            Affine a = new Affine(vector(), vector(), vector(), vector());
            Affine b = new Affine(vector(), vector(), vector(), vector());
            Vec3 p = vector();
            near(b.point(a.point(p)), a.then(b).point(p));
            assertEquals(a.determinant() * b.determinant(), a.then(b).determinant(), 1e-9);
            if (Math.abs(a.determinant()) > 0.05) near(p, a.inverse().point(a.point(p)));
        }
        Affine flat = new Affine(new Vec3(1, 0, 0), new Vec3(2, 0, 0), new Vec3(0, 0, 1), Vec3.ZERO);
        assertThrows(ArithmeticException.class, flat::inverse);
    }

    @Test
    void boxesHoldWhatIsInThem() {
        for (int i = 0; i < 200; i++) {
            Affine a = new Affine(vector(), vector(), vector(), vector());
            Bounds b = a.bounds(new Bounds(-1, -2, -3, 1, 2, 3));
            Vec3 p = a.point(new Vec3(2 * random.nextDouble() - 1, 4 * random.nextDouble() - 2, 3));
            assertTrue(p.x() >= b.minX() && p.y() >= b.minY() && p.z() >= b.minZ());
            assertTrue(p.x() <= b.maxX() && p.y() <= b.maxY() && p.z() <= b.maxZ());
            Vec3 d = vector();
            assertTrue(a.direction(d).length() <= a.greatestScale() * d.length() * (1 + 1e-9));
        }
        assertTrue(Affine.IDENTITY.bounds(Bounds.EMPTY).isEmpty());
    }

    @Test
    void whatIsRigidIsKnown() {
        Affine turn = new Affine(new Vec3(0.6, 0.8, 0), new Vec3(-0.8, 0.6, 0), new Vec3(0, 0, 1), vector());
        assertTrue(turn.isRigid());
        assertEquals(1, turn.greatestScale(), 1e-12);
        assertTrue(new Affine(new Vec3(-1, 0, 0), new Vec3(0, 1, 0), new Vec3(0, 0, 1), vector()).isRigid());
        assertFalse(new Affine(new Vec3(1.001, 0, 0), new Vec3(0, 1, 0), new Vec3(0, 0, 1), vector()).isRigid());
        assertFalse(new Affine(new Vec3(1, 0, 0), new Vec3(0.6, 0.8, 0), new Vec3(0, 0, 1), vector()).isRigid());
    }
}
