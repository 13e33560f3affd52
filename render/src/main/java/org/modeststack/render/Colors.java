package org.modeststack.render;

/** sRGB and linear light. */
final class Colors {
    private static final float[] LINEAR = new float[256];
    private static final byte[] SRGB = new byte[4097];

    static {
        // IEC 61966-2-1.
        for (int i = 0; i < 256; i++) {
            double c = i / 255.0;
            LINEAR[i] = (float) (c <= 0.04045 ? c / 12.92 : Math.pow((c + 0.055) / 1.055, 2.4));
        }
        for (int i = 0; i <= 4096; i++) {
            double c = i / 4096.0;
            double s = c <= 0.0031308 ? 12.92 * c : 1.055 * Math.pow(c, 1 / 2.4) - 0.055;
            SRGB[i] = (byte) Math.round(255 * s);
        }
    }

    private Colors() {}

    static float toLinear(int component) {
        return LINEAR[component];
    }

    /** A component of light from 0 to 1, cut off at both ends, as an sRGB byte. */
    static int toSrgb(float light) {
        int i = (int) (light * 4096 + 0.5f);
        return SRGB[i < 0 ? 0 : Math.min(i, 4096)] & 255;
    }

    static int rgb(float r, float g, float b) {
        return 0xFF000000 | toSrgb(r) << 16 | toSrgb(g) << 8 | toSrgb(b);
    }

    /** Mixes two sRGB colours as they are; t = 0 gives the first. */
    static int mix(int a, int b, float t) {
        if (t <= 0) return a;
        if (t >= 1) return b | 0xFF000000;
        int s = (int) (256 * t), rest = 256 - s;
        // Red and blue at once: there is room between them for what the products need.
        int redAndBlue = ((a & 0xFF00FF) * rest + (b & 0xFF00FF) * s) >>> 8 & 0xFF00FF;
        int green = ((a & 0xFF00) * rest + (b & 0xFF00) * s) >>> 8 & 0xFF00;
        return 0xFF000000 | redAndBlue | green;
    }
}
