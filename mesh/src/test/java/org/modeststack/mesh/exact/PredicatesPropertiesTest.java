package org.modeststack.mesh.exact;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.modeststack.mesh.exact.PredicatesTest.exact2d;
import static org.modeststack.mesh.exact.PredicatesTest.minus;

import java.math.BigDecimal;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;

/** What must hold of {@link PredicatesTest}'s subject for whatever is drawn at random. */
class PredicatesPropertiesTest {

    /** Points a few units in the last place off one line: the hardest case for a filter. */
    @Property(tries = 2000)
    void turnsNearALine(
            @ForAll @IntRange(min = -3, max = 3) int a,
            @ForAll @IntRange(min = -3, max = 3) int b,
            @ForAll @IntRange(min = -3, max = 3) int c,
            @ForAll @IntRange(min = 1, max = 1000) int where) {
        double t = where / 7.0;
        double[] p = {0.5 + a * Math.ulp(0.5), 0.5, 12 + b * Math.ulp(12.0), 12, t, t + c * Math.ulp(t)};
        assertEquals(exact2d(p), Predicates.orient2d(p[0], p[1], p[2], p[3], p[4], p[5]));
    }

    @Property(tries = 2000)
    void sidesNearAPlane(
            @ForAll @IntRange(min = -2, max = 2) int da,
            @ForAll @IntRange(min = -2, max = 2) int db,
            @ForAll @IntRange(min = 1, max = 97) int u,
            @ForAll @IntRange(min = 1, max = 97) int v) {
        double[] a = {0.1, 0.2, 0.3 + da * Math.ulp(0.3)}, b = {1.7, 0.4, 2.1}, c = {-0.6, 2.2, 1.6};
        double s = u / 97.0, t = v / 89.0;
        double[] d = new double[3];
        for (int k = 0; k < 3; k++) d[k] = a[k] + s * (b[k] - a[k]) + t * (c[k] - a[k]);
        d[1] += db * Math.ulp(d[1]);
        BigDecimal[][] m = new BigDecimal[3][3];
        double[][] rows = {a, b, c};
        for (int i = 0; i < 3; i++) for (int k = 0; k < 3; k++) m[i][k] = minus(rows[i][k], d[k]);
        BigDecimal det = BigDecimal.ZERO;
        for (int k = 0; k < 3; k++) {
            int x = (k + 1) % 3, y = (k + 2) % 3;
            det = det.add(m[0][k].multiply(m[1][x].multiply(m[2][y]).subtract(m[1][y].multiply(m[2][x]))));
        }
        assertEquals(-det.signum(), Predicates.orient3d(a, 0, b, 0, c, 0, d, 0));
    }
}
