package org.modeststack.render;

import java.util.Arrays;

/** The buffers of one picture. Depth is greater for what is nearer, and linear over the screen. */
final class Frame {
    final int width;
    final int height;
    final float[] depth;
    /** The triangle that shows, counted over all items, perhaps with {@link Rasterizer#TINY}; or -1. */
    final int[] id;
    /** How much ink lies on each pixel, from 0 to 1. */
    final float[] ink;

    /** Colours: the frame's own, or those of the finished picture where it has as many pixels. */
    int[] color;

    /** How many surfaces lie over each other, for see-through pictures; made when needed. */
    private int[] layers;

    private int[] ownColor;

    Frame(int width, int height) {
        this.width = width;
        this.height = height;
        depth = new float[width * height];
        id = new int[width * height];
        ink = new float[width * height];
    }

    /** @param picture receives the colours, or null where they are to be kept here */
    void colorInto(int[] picture) {
        if (picture == null && ownColor == null) ownColor = new int[width * height];
        color = picture == null ? ownColor : picture;
    }

    void clear() {
        Bands.run(height, this::clear);
    }

    void clear(int y0, int y1) {
        int from = y0 * width, to = y1 * width;
        Arrays.fill(depth, from, to, 0);
        Arrays.fill(id, from, to, -1);
        Arrays.fill(ink, from, to, 0);
        if (layers != null) Arrays.fill(layers, from, to, 0);
    }

    int[] layers() {
        if (layers == null) layers = new int[width * height];
        return layers;
    }
}
