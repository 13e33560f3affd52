package org.modeststack.mesh.triangulate;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** Where a quad is plain it is cut as any other way would; where that is not certain it says so. */
class PlainQuadTest {
    private static final int[] RING = {0, 1, 2, 3};

    private static int[] plain(double[] xyz) {
        int[] out = new int[6];
        return PlainQuad.cut(xyz, RING, 0, out, 0) ? out : null;
    }

    private static int[] any(double[] xyz) {
        int[] out = new int[6];
        new PolygonTriangulator().quad(xyz, RING, 0, out, 0);
        return out;
    }

    /** Flat ones, bent ones, hollow ones, crossed ones, those on one line but for rounding, and far away ones. */
    private static double[] quad(Random r) {
        double[] xyz = {0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0};
        double shaken = r.nextInt(4) == 0 ? 0 : Math.pow(10, -17 + 18 * r.nextDouble());
        double thin = r.nextInt(3) == 0 ? Math.pow(10, -17 * r.nextDouble()) : 1;
        double far = r.nextInt(3) == 0 ? Math.pow(10, 9 * r.nextDouble()) : 0;
        int turned = r.nextInt(3);
        double[] out = new double[12];
        for (int i = 0; i < 4; i++)
            for (int k = 0; k < 3; k++)
                out[3 * i + (k + turned) % 3] =
                        far + xyz[3 * i + k] * (k == 1 ? thin : 1) + shaken * (r.nextDouble() - 0.5);
        return out;
    }

    @Property(tries = 20_000)
    void isCutInTheSameWay(@ForAll long number) {
        double[] xyz = quad(new Random(number));
        int[] plain = plain(xyz);
        if (plain != null) assertArrayEquals(any(xyz), plain);
    }

    @Test
    void nearlyAllThatAreEvenArePlain() {
        Random r = new Random(5);
        int plain = 0;
        for (int i = 0; i < 1000; i++) {
            double[] xyz = new double[12];
            double[] even = {0, 0, 1, 0, 1, 1, 0, 1};
            double x = r.nextGaussian(), y = r.nextGaussian();
            for (int v = 0; v < 4; v++) {
                double a = even[2 * v] + 0.2 * r.nextDouble(), b = even[2 * v + 1] + 0.2 * r.nextDouble();
                xyz[3 * v] = a;
                xyz[3 * v + 1] = b;
                xyz[3 * v + 2] = x * a + y * b;
            }
            if (plain(xyz) != null) plain++;
        }
        assertTrue(plain > 990, plain + " of 1,000");
    }

    @Test
    void whatIsOnOneLineCrossedOrAPointIsNotPlain() {
        assertNull(plain(new double[] {0, 0, 0, 1, 0, 0, 2, 0, 0, 3, 0, 0}), "on one line");
        assertNull(plain(new double[] {0, 0, 0, 1, 1, 0, 1, 0, 0, 0, 1, 0}), "crossed");
        assertNull(plain(new double[12]), "a point");
    }
}
