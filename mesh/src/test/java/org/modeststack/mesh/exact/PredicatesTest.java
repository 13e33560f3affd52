package org.modeststack.mesh.exact;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.math.BigDecimal;
import org.junit.jupiter.api.Test;

/** Signs against the same determinants in unlimited decimal arithmetic (java.math). */
class PredicatesTest {
    static BigDecimal big(double d) {
        return new BigDecimal(d);
    }

    static BigDecimal minus(double a, double b) {
        return big(a).subtract(big(b));
    }

    static int exact2d(double[] p) {
        return minus(p[0], p[4])
                .multiply(minus(p[3], p[5]))
                .subtract(minus(p[1], p[5]).multiply(minus(p[2], p[4])))
                .signum();
    }

    @Test
    void aPointAboveAPlaneIsPositive() {
        double[] p = {0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 1};
        assertEquals(1, Predicates.orient3d(p, 0, p, 3, p, 6, p, 9));
        assertEquals(-1, Predicates.orient3d(p, 0, p, 6, p, 3, p, 9));
        assertEquals(0, Predicates.orient3d(p, 0, p, 3, p, 6, p, 0));
        assertEquals(1, Predicates.orient2d(0, 0, 1, 0, 0, 1));
    }
}
