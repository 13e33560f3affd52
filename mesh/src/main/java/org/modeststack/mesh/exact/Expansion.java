package org.modeststack.mesh.exact;

import java.util.Arrays;

/**
 * Exact sums and products of doubles as nonoverlapping expansions: arrays of doubles, smallest first, whose true sum is
 * the value. Zero components are left out; zero is the empty array. Overflow and underflow are not caught: magnitudes
 * from about 1e-90 to 1e90 are safe for the predicates here.
 *
 * <p>Source: J. R. Shewchuk, "Adaptive Precision Floating-Point Arithmetic and Fast Robust Geometric Predicates",
 * Discrete &amp; Computational Geometry 18, 1997; products use the fused multiply-add.
 */
final class Expansion {
    static final double[] ZERO = {};

    private Expansion() {}

    /** a - b. */
    static double[] difference(double a, double b) {
        double x = a - b;
        double bv = a - x;
        double av = x + bv;
        double tail = (a - av) + (bv - b);
        if (tail == 0) return x == 0 ? ZERO : new double[] {x};
        return new double[] {tail, x};
    }

    static double[] negated(double[] e) {
        double[] r = new double[e.length];
        for (int i = 0; i < e.length; i++) r[i] = -e[i];
        return r;
    }

    /** Fast expansion sum with zero elimination. */
    static double[] sum(double[] e, double[] f) {
        if (e.length == 0) return f;
        if (f.length == 0) return e;
        double[] h = new double[e.length + f.length];
        int i = 0, j = 0, n = 0;
        double q = 0;
        while (i < e.length || j < f.length) {
            double g = j >= f.length || (i < e.length && Math.abs(e[i]) < Math.abs(f[j])) ? e[i++] : f[j++];
            double x = q + g;
            double bv = x - q;
            double av = x - bv;
            double tail = (q - av) + (g - bv);
            if (tail != 0) h[n++] = tail;
            q = x;
        }
        if (q != 0) h[n++] = q;
        return n == h.length ? h : Arrays.copyOf(h, n);
    }

    /** e times b. */
    static double[] scaled(double[] e, double b) {
        if (e.length == 0 || b == 0) return ZERO;
        double[] h = new double[2 * e.length];
        int n = 0;
        double q = e[0] * b;
        double tail = Math.fma(e[0], b, -q);
        if (tail != 0) h[n++] = tail;
        for (int i = 1; i < e.length; i++) {
            double t = e[i] * b;
            double tTail = Math.fma(e[i], b, -t);
            double s = q + tTail;
            double bv = s - q;
            double err = (q - (s - bv)) + (tTail - bv);
            if (err != 0) h[n++] = err;
            double x = t + s;
            err = s - (x - t);
            if (err != 0) h[n++] = err;
            q = x;
        }
        if (q != 0) h[n++] = q;
        return n == h.length ? h : Arrays.copyOf(h, n);
    }

    static double[] product(double[] e, double[] f) {
        double[] small = e.length < f.length ? e : f;
        double[] large = small == e ? f : e;
        double[] r = ZERO;
        for (double s : small) r = sum(r, scaled(large, s));
        return r;
    }

    static int sign(double[] e) {
        if (e.length == 0) return 0;
        return e[e.length - 1] > 0 ? 1 : -1;
    }
}
