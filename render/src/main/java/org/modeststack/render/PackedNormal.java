package org.modeststack.render;

/** Unit vectors in 32 bits: ten for each component, from -511 to 511. */
final class PackedNormal {
    private PackedNormal() {}

    /** Of any vector; the zero vector gives 0, which stands for no normal. */
    static int of(float x, float y, float z) {
        double l = Math.sqrt((double) x * x + (double) y * y + (double) z * z);
        if (!(l > 0)) return 0;
        double s = 511 / l;
        int a = (int) Math.round(x * s), b = (int) Math.round(y * s), c = (int) Math.round(z * s);
        return 1 << 30 | (a & 1023) << 20 | (b & 1023) << 10 | (c & 1023);
    }

    /** Of one of many vectors, three values each. */
    static int of(float[] vectors, int i) {
        return of(vectors[3 * i], vectors[3 * i + 1], vectors[3 * i + 2]);
    }

    /** The component along X, 511 times as long: where only the direction counts, this saves a division. */
    static int longX(int n) {
        return n << 2 >> 22;
    }

    static int longY(int n) {
        return n << 12 >> 22;
    }

    static int longZ(int n) {
        return n << 22 >> 22;
    }

    static float x(int n) {
        return (n << 2 >> 22) / 511f;
    }

    static float y(int n) {
        return (n << 12 >> 22) / 511f;
    }

    static float z(int n) {
        return (n << 22 >> 22) / 511f;
    }
}
