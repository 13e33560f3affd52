package org.modeststack.steps.round;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;

/** A rim with the stations of its strip, and by how much it is held back at each of them. */
final class Rim {
    /** What the width is multiplied by where a strip has no room. */
    private static final double CLOSER = 0.75;

    /** Where the width is held back it grows by no more than this for each unit along the rim. */
    private static final double SLOPE = 0.5;

    /** Held back to less than this share a strip is not worth having. */
    private static final double LEAST = 0.03;

    private final IntArrayList vertices;
    private final List<Station> stations;
    private final double[] scales;
    /** Stations behind which the outermost faces are triangles, since as one face they would cross something. */
    private final BitSet divided = new BitSet();

    /** @param vertices of the mesh in order */
    Rim(IntArrayList vertices, List<Station> stations) {
        this.vertices = vertices;
        this.stations = stations;
        scales = new double[stations.size()];
        Arrays.fill(scales, 1);
    }

    IntArrayList vertices() {
        return vertices;
    }

    List<Station> stations() {
        return stations;
    }

    /** What the width at a station is multiplied by. */
    double scale(int k) {
        return scales[k];
    }

    /** What share of the width there is at a station, held back or without room. */
    double share(int k) {
        return Math.min(scales[k], stations.get(k).room());
    }

    /** How wide it is at a station on the narrower side, mm. */
    double width(int k) {
        Station s = stations.get(k);
        return scales[k] * Math.min(s.left().distance(), s.right().distance());
    }

    boolean isDivided(int k) {
        return divided.get(k);
    }

    void divide(int k) {
        divided.set(k);
    }

    /** Narrows the strip at some stations, and beside them as far as it would widen too fast. */
    void hold(BitSet at) {
        at.stream().forEach(k -> scales[k] = share(k) * CLOSER);
        int m = scales.length;
        for (int turn = 0; turn < 2; turn++) {
            for (int k = 0; k < m; k++) follow(k, (k + 1) % m);
            for (int k = m - 1; k >= 0; k--) follow((k + 1) % m, k);
        }
    }

    private void follow(int from, int to) {
        double apart =
                stations.get(from).place().minus(stations.get(to).place()).length();
        double most = width(from) + SLOPE * apart;
        if (width(to) > most) scales[to] *= most / width(to);
    }

    boolean isWorthwhile() {
        for (double s : scales) if (s < LEAST) return false;
        return true;
    }
}
