package org.modeststack.app.ui;

/** Places beside the pointer where something is looked for too, because what is thin or at an outline is hard to hit. */
public final class PointerNeighbourhood {
    private PointerNeighbourhood() {}

    /** Eight places at a distance from a pixel, x and y each. */
    public static double[][] at(double x, double y, double reach) {
        double[][] out = new double[8][];
        for (int i = 0; i < 8; i++)
            out[i] = new double[] {x + reach * Math.cos(i * Math.PI / 4), y + reach * Math.sin(i * Math.PI / 4)};
        return out;
    }

    /** The pixel itself, and then those. */
    public static double[][] withCentre(double x, double y, double reach) {
        double[][] out = new double[9][];
        out[0] = new double[] {x, y};
        System.arraycopy(at(x, y, reach), 0, out, 1, 8);
        return out;
    }
}
