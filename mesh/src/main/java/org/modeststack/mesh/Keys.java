package org.modeststack.mesh;

/**
 * Arithmetic of element keys. A key says where an element comes from: it is a hash of the step that made the element,
 * of the keys of the elements it was made from, and of the role it plays, never of an array index. The same structure
 * gives the same key in every run.
 *
 * <p>Mixing is the finaliser of SplitMix64 (Steele, Lea, Flood, "Fast Splittable Pseudorandom Number Generators",
 * OOPSLA 2014).
 */
public final class Keys {
    private Keys() {}

    public static long mix(long z) {
        z += 0x9E3779B97F4A7C15L;
        z = (z ^ (z >>> 30)) * 0xBF58476D1CE4E5B9L;
        z = (z ^ (z >>> 27)) * 0x94D049BB133111EBL;
        return z ^ (z >>> 31);
    }

    /** The number that {@link #mix} makes this one of: each of its three steps can be undone. */
    static long unmix(long mixed) {
        long z = mixed ^ (mixed >>> 31) ^ (mixed >>> 62);
        // The inverses of the two factors, modulo 2^64.
        z *= 0x319642B2D24D8EC3L;
        z = z ^ (z >>> 27) ^ (z >>> 54);
        z *= 0x96DE1B173F119089L;
        z = z ^ (z >>> 30) ^ (z >>> 60);
        return z - 0x9E3779B97F4A7C15L;
    }

    private static final long STEPS = 0x57E9;

    /** The root of the keys of what a step makes. */
    public static long ofStep(long id) {
        return of(STEPS, id);
    }

    /** The id of the step that such a root is of; any number for one that is none. */
    public static long stepOf(long root) {
        return unmix(root) ^ mix(STEPS);
    }

    /** A key made from a parent and a role, in this order. */
    public static long of(long parent, long role) {
        return mix(mix(parent) ^ role);
    }

    public static long of(long parent, long role, long a) {
        return of(of(parent, role), a);
    }

    public static long of(long parent, long role, long a, long b) {
        return of(of(of(parent, role), a), b);
    }

    /** A key of two parents in which their order does not matter: what an edge is to its two ends. */
    public static long ofPair(long a, long b) {
        return mix(mix(a) + mix(b));
    }

    /**
     * A number for the place i of n that stays the same when n changes but i/n does not, so that every second vertex of
     * a ring keeps its key when the ring's segments are doubled.
     *
     * @param n greater than 0
     */
    public static long fraction(long i, long n) {
        long a = i, b = n;
        while (b != 0) {
            long t = a % b;
            a = b;
            b = t;
        }
        return a == 0 ? 0 : (i / a << 32) | (n / a);
    }

    /** {@link #fraction} for the places from 0 to n of n. */
    public static long[] fractions(int n) {
        long[] out = new long[n + 1];
        for (int i = 0; i <= n; i++) out[i] = fraction(i, n);
        return out;
    }
}
