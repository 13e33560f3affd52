package org.modeststack.mesh.triangulate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.exact.Predicates;

/** Polygons of very many corners, among them those that are hard to find ears of. */
class LargePolygonsTest {
    /** Corners, two numbers each, counter-clockwise. */
    private static double[] polygon(String shape, int n, Random r) {
        double[] p = new double[2 * n];
        for (int i = 0; i < n; i++) {
            double a = 2 * Math.PI * i / n;
            switch (shape) {
                case "comb" -> {
                    // Teeth upwards, the bar below; the last two corners are those of the bar.
                    boolean tooth = i < n - 2;
                    p[2 * i] = tooth ? n - 2 - i : i == n - 2 ? 0 : n - 2;
                    p[2 * i + 1] = tooth ? i / 2 % 2 == 0 ? 0 : 100 : -10;
                }
                case "star" -> {
                    double away = 5 + 95 * r.nextDouble();
                    p[2 * i] = away * Math.cos(a);
                    p[2 * i + 1] = away * Math.sin(a);
                }
                case "spiral" -> {
                    boolean out = i < n / 2;
                    double turn = (out ? i : n - 1 - i) * 0.02, away = 10 + turn - (out ? 0 : 2);
                    p[2 * i] = away * Math.cos(turn);
                    p[2 * i + 1] = away * Math.sin(turn);
                }
                case "steps" -> {
                    boolean up = i < n - 1;
                    p[2 * i] = up ? n - (i + 1) / 2 : 0;
                    p[2 * i + 1] = up ? i / 2 : 0;
                }
                default -> throw new IllegalArgumentException(shape);
            }
        }
        return p;
    }

    @ParameterizedTest
    @CsvSource({
        "comb, 102",
        "comb, 100002",
        "star, 6001",
        "star, 100000",
        "spiral, 100000",
        "steps, 5001",
        "comb, 4098",
        "spiral, 4096"
    })
    void aLargePolygonIsCoveredOnce(String shape, int n) {
        double[] p = polygon(shape, n, new Random(n));
        double[] xyz = new double[3 * n];
        for (int i = 0; i < n; i++) {
            xyz[3 * i] = p[2 * i];
            xyz[3 * i + 1] = p[2 * i + 1];
        }
        int[] out = new int[3 * (n - 2)];
        new PolygonTriangulator().triangulate(xyz, IntStream.range(0, n).toArray(), 0, n, out, 0);
        double whole = 0, sum = 0;
        for (int i = 0; i < n; i++) {
            int j = (i + 1) % n;
            whole += p[2 * i] * p[2 * j + 1] - p[2 * j] * p[2 * i + 1];
        }
        assertTrue(whole > 0);
        for (int t = 0; t < out.length; t += 3) {
            int a = 2 * out[t], b = 2 * out[t + 1], c = 2 * out[t + 2];
            assertTrue(Predicates.orient2d(p[a], p[a + 1], p[b], p[b + 1], p[c], p[c + 1]) >= 0, "triangle " + t / 3);
            sum += (p[b] - p[a]) * (p[c + 1] - p[a + 1]) - (p[c] - p[a]) * (p[b + 1] - p[a + 1]);
        }
        assertEquals(whole, sum, 1e-7 * whole);
    }

    /** What crosses itself all over has no right triangles, but gets some, soon. */
    @ParameterizedTest
    @CsvSource({"100", "5000", "50000"})
    void aScribbleIsCutToo(int n) {
        Random r = new Random(4);
        double[] xyz = r.doubles(3L * n).toArray();
        int[] out = new int[3 * (n - 2)];
        new PolygonTriangulator().triangulate(xyz, IntStream.range(0, n).toArray(), 0, n, out, 0);
        assertTrue(IntStream.of(out).allMatch(c -> c >= 0 && c < n));
        assertTrue(IntStream.of(out).distinct().count() > n / 2);
    }
}
