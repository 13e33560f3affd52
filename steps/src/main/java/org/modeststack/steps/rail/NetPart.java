package org.modeststack.steps.rail;

import it.unimi.dsi.fastutil.ints.IntOpenHashSet;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Set;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.search.TriangleTree;
import org.modeststack.mesh.work.Work;

/**
 * What of a net is tried: all of it, or of a large one what is near where it did not come out, since what is far from there does not
 * change until it does.
 *
 * @param walks along which rails are cut in
 * @param bands that have both of theirs among these
 * @param nodes at which all bands of the net are among these
 */
public record NetPart(BandNet net, Collection<WalkSide> walks, List<Band> bands, Collection<Station> nodes) {
    /** Nets of fewer bands are tried as a whole. */
    private static final int LARGE = 256;

    /** Edges in a box of so many times the distance are looked round at together. */
    private static final double TOGETHER = 4;

    static NetPart whole(BandNet net) {
        return new NetPart(net, net.walks().all(), net.bands(), net.nodes());
    }

    /**
     * The bands at some stations and those beside them, with all that their walks have to do with; the whole net where that is
     * most of it. In time linear in the net.
     *
     * @param troubled stations of the net, or of one of the same edges before
     */
    static NetPart near(BandNet net, Collection<Station> troubled) {
        if (net.bands().size() < LARGE || troubled.isEmpty()) return whole(net);
        IntOpenHashSet vertices = new IntOpenHashSet();
        for (Station s : troubled) vertices.add(s.vertex());
        Set<WalkSide> first = identities(), walks = identities();
        for (Band b : net.bands())
            if (b.stations().stream().anyMatch(s -> vertices.contains(s.vertex()))) addWalks(b, first);
        for (Band b : net.bands()) if (first.contains(left(b)) || first.contains(right(b))) addWalks(b, walks);
        List<Band> bands = new ArrayList<>();
        Set<Station> nodes = identities();
        nodes.addAll(net.nodes());
        for (Band b : net.bands())
            if (walks.contains(left(b)) && walks.contains(right(b))) bands.add(b);
            else b.stations().forEach(nodes::remove);
        if (2 * bands.size() > net.bands().size()) return whole(net);
        // In the order of the net, which does not depend on where things lie in memory.
        return new NetPart(
                net,
                net.walks().all().stream().filter(walks::contains).toList(),
                bands,
                net.nodes().stream().filter(nodes::contains).toList());
    }

    /** Adds the faces within a distance of the edges to a set, and perhaps some more. */
    void facesWithin(double distance, Mesh mesh, BitSet to) {
        TriangleTree tree = TriangleTree.of(mesh);
        Bounds together = Bounds.EMPTY;
        for (Band b : bands) {
            EdgeChain c = b.chain();
            for (int i = 0; i < c.edges(); i++) {
                Bounds edge = Bounds.EMPTY.including(mesh.point(c.vertex(i))).including(mesh.point(c.vertex(i + 1)));
                Bounds more = together.union(edge);
                if (!together.isEmpty() && more.diagonal() > Math.max(TOGETHER * distance, edge.diagonal())) {
                    tree.facesIn(together.grown(distance), to);
                    more = edge;
                }
                together = more;
            }
        }
        if (!together.isEmpty()) tree.facesIn(together.grown(distance), to);
    }

    private static <T> Set<T> identities() {
        Work.checkpoint();
        return Collections.newSetFromMap(new IdentityHashMap<>());
    }

    private static void addWalks(Band b, Set<WalkSide> to) {
        to.add(left(b));
        to.add(right(b));
    }

    private static WalkSide left(Band b) {
        return b.sides().leftAt(0).walk();
    }

    private static WalkSide right(Band b) {
        return b.sides().rightAt(0).walk();
    }
}
