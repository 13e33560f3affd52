package org.modeststack.steps.rail;

import java.util.BitSet;
import java.util.List;
import java.util.function.Consumer;
import org.modeststack.mesh.Mesh;

/**
 * A chain of edges with the stations of its strip.
 *
 * @param stations in the order of the chain; of an open one the first and last are at its ends
 * @param at for each station its place in the chain
 * @param left for each station its way to the rail on the left of the chain
 * @param right to that on the right
 * @param divided faces of the strip, counted along it and then across, that become triangles, since as one face they
 *     would meet something or themselves
 */
public record Band(
        EdgeChain chain, BandSides sides, List<Station> stations, int[] at, Arm[] left, Arm[] right, BitSet divided) {
    /** Where the width is held back it grows by no more than this for each unit along the chain. */
    private static final double SLOPE = 0.5;

    public int size() {
        return stations.size();
    }

    /** How many pieces the strip has. */
    public int pieces() {
        return chain.isClosed() ? size() : size() - 1;
    }

    public Station station(int k) {
        return stations.get(k % size());
    }

    /** How many edges there are from a station to the next. */
    public int edges(int k) {
        int from = at[k], to = at[(k + 1) % size()];
        if (!chain.isClosed()) return to - from;
        return from == to ? chain.size() : Math.floorMod(to - from, chain.size());
    }

    /** Adds the edges from a station to the next to a set. */
    public void edges(Mesh mesh, int k, BitSet to) {
        for (int i = 0; i < edges(k); i++) to.set(chain.edge(mesh, at[k] + i));
    }

    /** How long it is along the edges from a station to the next, mm. */
    double length(Mesh mesh, int k) {
        double length = 0;
        for (int i = 0; i < edges(k); i++) length += edgeLength(mesh, at[k] + i);
        return length;
    }

    /** How long the edge behind a vertex of the chain is, mm. */
    double edgeLength(Mesh mesh, int i) {
        return mesh.adjacency().edgeLength(chain.edge(mesh, i), mesh);
    }

    /**
     * Narrows it beside what is held back as far as it would widen too fast.
     *
     * @param narrowed is told of what has become narrower, perhaps more than once
     */
    void smooth(Consumer<Station> narrowed) {
        for (int turn = 0; turn < 2; turn++) {
            for (int k = 0; k < pieces(); k++) follow(station(k), station(k + 1), narrowed);
            for (int k = pieces() - 1; k >= 0; k--) follow(station(k + 1), station(k), narrowed);
        }
    }

    private static void follow(Station from, Station to, Consumer<Station> narrowed) {
        if (to.follow(from, SLOPE * from.place().minus(to.place()).length())) narrowed.accept(to);
    }
}
