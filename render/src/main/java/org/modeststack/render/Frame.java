package org.modeststack.render;

import java.util.Arrays;

/** The buffers of one picture. Depth is greater for what is nearer, and linear over the screen. */
final class Frame {
    final int width;
    final int height;
    final float[] depth;
    /** The triangle that shows, counted over all items, or -1. */
    final int[] id;
    /** How much ink lies on each pixel, from 0 to 1. */
    final float[] ink;

    final int[] color;
    /** How many surfaces lie over each other, for see-through pictures; made when needed. */
    private int[] layers;

    Frame(int width, int height) {
        this.width = width;
        this.height = height;
        depth = new float[width * height];
        id = new int[width * height];
        ink = new float[width * height];
        color = new int[width * height];
    }

    void clear() {
        RenderWorkers.run(8, i -> {
            int from = (int) ((long) depth.length * i / 8), to = (int) ((long) depth.length * (i + 1) / 8);
            Arrays.fill(depth, from, to, 0);
            Arrays.fill(id, from, to, -1);
            Arrays.fill(ink, from, to, 0);
            if (layers != null) Arrays.fill(layers, from, to, 0);
        });
    }

    int[] layers() {
        if (layers == null) layers = new int[width * height];
        return layers;
    }
}
