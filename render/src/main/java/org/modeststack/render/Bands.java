package org.modeststack.render;

/** Work on a picture in bands of rows, side by side. */
final class Bands {
    /** Rows of a band: what a band takes of all buffers together stays in the memory next to a core. */
    static final int ROWS = 32;

    private Bands() {}

    /** What is done for the rows from one, up to and without another. */
    @FunctionalInterface
    interface Rows {
        void work(int y0, int y1);
    }

    static int count(int height) {
        return (height + ROWS - 1) / ROWS;
    }

    static void run(int height, Rows rows) {
        RenderWorkers.run(count(height), b -> rows.work(b * ROWS, Math.min(height, (b + 1) * ROWS)));
    }
}
