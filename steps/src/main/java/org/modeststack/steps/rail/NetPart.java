package org.modeststack.steps.rail;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.Collections;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashSet;
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
 * @param open stations beside which something was taken out again, so that nothing can be said of what comes out there
 */
public record NetPart(
        BandNet net, Collection<WalkSide> walks, List<Band> bands, Collection<Station> nodes, Set<Station> open) {
    /** Nets of fewer bands are tried as a whole. */
    private static final int LARGE = 256;

    /** Edges in a box of so many times the distance are looked round at together. */
    private static final double TOGETHER = 4;

    /** Whether it is not always tried as a whole. */
    static boolean isLarge(BandNet net) {
        return net.bands().size() >= LARGE;
    }

    static NetPart whole(BandNet net) {
        return new NetPart(net, net.walks().all(), net.bands(), net.nodes(), Set.of());
    }

    /**
     * The bands at some stations and those beside them, with all that their walks have to do with; the whole net where that is
     * most of it. In time by how much that is.
     *
     * @param troubled stations of the net, or of one of the same edges before
     */
    static NetPart near(BandNet net, Collection<Station> troubled) {
        if (!isLarge(net) || troubled.isEmpty()) return whole(net);
        BandIndex index = net.index();
        Set<WalkSide> first = walks(index.at(troubled)), walks = walks(index.beside(first));
        List<Band> bands = index.beside(walks).stream()
                .filter(b -> walks.containsAll(BandIndex.walks(b)))
                .toList();
        if (2 * bands.size() > net.bands().size()) return whole(net);
        Set<Band> among = identities();
        among.addAll(bands);
        Set<Station> nodes = new LinkedHashSet<>();
        for (Band b : bands)
            for (Station s : b.stations()) if (net.isNode(s) && among.containsAll(index.at(List.of(s)))) nodes.add(s);
        return new NetPart(net, index.inOrder(walks), bands, nodes, Set.of());
    }

    /** What is left when all that some stations have to do with is taken out: of a net that is not large nothing. */
    NetPart without(Set<Station> troubled) {
        BandIndex index = net.index();
        if (!index.hasAny(troubled)) return this;
        if (!isLarge(net)) return new NetPart(net, List.of(), List.of(), List.of(), Set.of());
        Set<WalkSide> first = walks(index.at(troubled));
        List<Band> left = new ArrayList<>();
        Set<Station> beside = new HashSet<>(open);
        for (Band b : bands) {
            Work.checkpoint();
            if (BandIndex.walks(b).stream().noneMatch(first::contains)) left.add(b);
            else beside.addAll(b.stations());
        }
        return new NetPart(
                net,
                walks.stream().filter(w -> !first.contains(w)).toList(),
                left,
                nodes.stream().filter(s -> !beside.contains(s)).toList(),
                beside);
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

    private static Set<WalkSide> walks(List<Band> of) {
        Set<WalkSide> out = identities();
        for (Band b : of) out.addAll(BandIndex.walks(b));
        return out;
    }
}
