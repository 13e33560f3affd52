package org.modeststack.steps.smooth;

/** Where old vertices go in a level: by their rule and, where some sharpness runs out in it, partly by that of the next. */
final class VertexPlaces {
    /** The place of a vertex by one rule, for one scheme. */
    @FunctionalInterface
    interface Mask {
        /**
         * @param over how sharp edges must be more than to be creases
         * @param to receives x, y and z
         */
        void put(VertexRule rule, int vertex, double over, double[] to);
    }

    private VertexPlaces() {}

    /**
     * Of some vertices.
     *
     * @param out receives 3 doubles a vertex
     */
    static void put(SplitTopology topology, Sharpness sharp, Mask mask, double[] out, int first, int last) {
        double[] one = new double[3], other = new double[3];
        for (int v = first; v < last; v++) {
            // Nearly all are smooth, and nothing need be counted there.
            VertexRule now = sharp.touches(v) ? VertexRule.of(topology, sharp, v, 0) : VertexRule.SMOOTH;
            mask.put(now, v, 0, one);
            VertexRule then = sharp.touches(v) && sharp.isFinite() ? VertexRule.of(topology, sharp, v, 1) : now;
            if (now != then) {
                mask.put(then, v, 1, other);
                double share = sharp.share(topology, v);
                for (int k = 0; k < 3; k++) one[k] = share * one[k] + (1 - share) * other[k];
            }
            out[3 * v] = one[0];
            out[3 * v + 1] = one[1];
            out[3 * v + 2] = one[2];
        }
    }
}
