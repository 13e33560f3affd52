package org.modeststack.steps.rail;

import it.unimi.dsi.fastutil.ints.Int2ObjectOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.work.Work;

/**
 * Where the bands of a net are, so that what concerns few stations is not looked for among all. All lists are in the order of the
 * net, which does not depend on where things lie in memory.
 */
final class BandIndex {
    private final List<Band> bands;
    /** For the vertex of each station the numbers of the bands there. */
    private final Int2ObjectOpenHashMap<IntArrayList> atVertex = new Int2ObjectOpenHashMap<>();

    private final IdentityHashMap<WalkSide, IntArrayList> besideWalk = new IdentityHashMap<>();
    private final IdentityHashMap<WalkSide, Integer> walkNumbers = new IdentityHashMap<>();

    /** In time linear in the net. */
    BandIndex(BandNet net) {
        bands = net.bands();
        for (int i = 0; i < bands.size(); i++) {
            Work.checkpoint(i);
            Band b = bands.get(i);
            for (Station s : b.stations()) note(atVertex.computeIfAbsent(s.vertex(), _ -> new IntArrayList(4)), i);
            for (WalkSide w : walks(b)) note(besideWalk.computeIfAbsent(w, _ -> new IntArrayList(4)), i);
        }
        List<WalkSide> all = net.walks().all();
        for (int i = 0; i < all.size(); i++) walkNumbers.put(all.get(i), i);
    }

    private static void note(IntArrayList of, int band) {
        if (of.isEmpty() || of.getInt(of.size() - 1) != band) of.add(band);
    }

    /** The walks on both sides of a band. */
    static List<WalkSide> walks(Band b) {
        return List.of(b.sides().leftAt(0).walk(), b.sides().rightAt(0).walk());
    }

    /** The bands that have a station at a vertex where one of some is. */
    List<Band> at(Collection<Station> stations) {
        BitSet out = new BitSet();
        for (Station s : stations) add(atVertex.get(s.vertex()), out);
        return listed(out);
    }

    /** How many bands a station belongs to. */
    int count(Station s) {
        return atVertex.get(s.vertex()).size();
    }

    /** The bands that have one of some walks on one side at least. */
    List<Band> beside(Collection<WalkSide> walks) {
        BitSet out = new BitSet();
        for (WalkSide w : walks) add(besideWalk.get(w), out);
        return listed(out);
    }

    /** Walks of the net in its order. */
    List<WalkSide> inOrder(Collection<WalkSide> walks) {
        return walks.stream().sorted(Comparator.comparing(walkNumbers::get)).toList();
    }

    boolean has(Band band) {
        IntArrayList there = atVertex.get(band.station(0).vertex());
        return there != null && there.intStream().anyMatch(i -> bands.get(i) == band);
    }

    /** Whether a station of the net, not another at the same vertex, is among some. */
    boolean hasAny(Set<Station> of) {
        return at(of).stream().anyMatch(b -> b.stations().stream().anyMatch(of::contains));
    }

    private static void add(@Nullable IntArrayList numbers, BitSet to) {
        if (numbers != null) numbers.forEach(to::set);
    }

    private List<Band> listed(BitSet numbers) {
        return numbers.stream().mapToObj(bands::get).toList();
    }
}
