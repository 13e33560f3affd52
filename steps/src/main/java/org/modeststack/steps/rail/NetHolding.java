package org.modeststack.steps.rail;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.Collections;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.work.Work;

/**
 * How the strips of a net are held back where they do not come out. After a first look at all of it, each time only what has
 * become narrower since, and what is in trouble, is looked at: that takes time by how much this is, not by the size of the net.
 */
final class NetHolding {
    /** Held back to less than this share a strip is not worth having. */
    private static final double LEAST = 0.03;

    /** And not even a short piece of it may be held back to less than this. */
    private static final double CLOSED = 2e-3;

    private final BandNet net;
    private final Mesh mesh;
    /** Stations in the order in which they have become narrower, again each time. */
    private final List<Station> narrowed = new ArrayList<>();
    /** How many of these others were narrowed beside, long pieces were looked for at, and were counted. */
    private int smoothed;

    private int looked;
    private int counted;
    private boolean isLookedThrough;
    /** Those that are narrow, and how often the strips of the net have such a one; none are known before all were counted. */
    private final Set<Station> narrow = new HashSet<>();

    private int narrowCount;
    private int allCount;

    NetHolding(BandNet net) {
        this.net = net;
        mesh = net.mesh();
    }

    /** Holds stations back, and narrows what is beside them. */
    void hold(Collection<Station> stations) {
        for (Station s : stations) {
            s.hold();
            narrowed.add(s);
        }
        smooth();
    }

    /**
     * Narrows stations beside those in trouble so that rails do not pass those of rims that face them, see {@link FacingRims}.
     *
     * @param of walks by the stations
     * @return whether any is narrower now
     */
    boolean narrowBetweenRims(Collection<WalkSide> of, Set<Station> troubled) {
        Map<Station, Double> shares = new LinkedHashMap<>();
        for (WalkSide walk : of) {
            List<BandNet.Stop> at = new ArrayList<>();
            for (int i = 0; i < walk.size(); i++)
                if (net.hasStop(walk, i) && !walk.turnsRound(i)) at.add(net.stop(walk, i));
            if (at.stream().noneMatch(s -> troubled.contains(s.station()))) continue;
            Work.checkpoint();
            for (BandNet.Stop s : at) shares.merge(s.station(), FacingRims.share(s.arm(), net.way(), mesh), Math::min);
        }
        shares.entrySet().removeIf(e -> e.getValue() >= e.getKey().scale());
        shares.forEach(Station::narrowTo);
        narrowed.addAll(shares.keySet());
        return !shares.isEmpty();
    }

    /** Narrows strips beside what was held back, and others at their common ends. */
    void smooth() {
        Set<Band> waits = Collections.newSetFromMap(new IdentityHashMap<>());
        ArrayDeque<Band> todo = new ArrayDeque<>();
        while (smoothed < narrowed.size() || !todo.isEmpty()) {
            Work.checkpoint();
            List<Station> since = narrowed.subList(smoothed, narrowed.size());
            for (Band b : net.index().at(since)) if (waits.add(b)) todo.add(b);
            smoothed = narrowed.size();
            Band next = todo.remove();
            waits.remove(next);
            next.smooth(narrowed::add);
        }
    }

    /** Whether most of it is wide enough, and nothing as good as closed. */
    boolean isWorthwhile() {
        if (allCount == 0) for (Band b : net.bands()) if (!count(b)) return false;
        for (; counted < narrowed.size(); counted++) {
            Station s = narrowed.get(counted);
            if (s.share() < CLOSED) return false;
            if (s.share() < LEAST && narrow.add(s)) narrowCount += net.index().count(s);
        }
        return 2 * narrowCount < allCount;
    }

    private boolean count(Band band) {
        Work.checkpoint();
        for (Station s : band.stations()) {
            allCount++;
            if (s.share() < CLOSED) return false;
            if (s.share() >= LEAST) continue;
            narrow.add(s);
            narrowCount++;
        }
        return true;
    }

    /** Adds the long pieces beside stations that are in trouble, or without room though there is some between, to a list. */
    void longPieces(Set<Station> troubled, List<LongPiece> to) {
        Collection<Band> of = net.bands();
        if (isLookedThrough) {
            Set<Station> at = new HashSet<>(narrowed.subList(looked, narrowed.size()));
            at.addAll(troubled);
            of = net.index().at(at);
        }
        isLookedThrough = true;
        looked = narrowed.size();
        for (Band b : of) longPieces(b, troubled, to);
    }

    private void longPieces(Band b, Set<Station> troubled, List<LongPiece> to) {
        Work.checkpoint();
        for (int k = 0; k < b.pieces(); k++) {
            Station s = b.station(k), t = b.station(k + 1);
            boolean isTroubled = troubled.contains(s) || troubled.contains(t);
            if (!isTroubled && !s.isShort() && !t.isShort()) continue;
            double width = Math.min(s.whole(), t.whole());
            if (!LongPiece.isLong(b.length(mesh, k), width)) continue;
            if (!isTroubled && !RoomBetween.isWider(b, k, mesh, net.way())) continue;
            IntArrayList vertices = new IntArrayList();
            for (int i = 0; i <= b.edges(k); i++) vertices.add(b.chain().vertex(b.at()[k] + i));
            to.add(new LongPiece(vertices, width));
        }
    }

    /** The edges between stations that are in trouble; on both sides of one whose neighbours are not. */
    BitSet edgesBeside(Set<Station> troubled) {
        BitSet out = new BitSet();
        for (Band b : net.index().at(troubled)) {
            int m = b.size();
            for (int k = 0; k < m; k++) {
                if (!troubled.contains(b.station(k))) continue;
                boolean hasAfter = k < b.pieces(),
                        hasBefore = k > 0 || b.chain().isClosed();
                boolean after = hasAfter && troubled.contains(b.station(k + 1));
                boolean before = hasBefore && troubled.contains(b.station(k + m - 1));
                if (hasAfter && (after || !before)) b.edges(mesh, k, out);
                if (hasBefore && (before || !after)) b.edges(mesh, (k + m - 1) % m, out);
            }
        }
        return out;
    }

    /** Adds the edges within a distance of a place to a set. */
    void edgesWithin(Vec3 place, double distance, BitSet to) {
        for (Band b : net.bands()) {
            EdgeChain c = b.chain();
            for (int i = 0; i < c.edges(); i++)
                if (place.distanceTo(mesh.point(c.vertex(i)), mesh.point(c.vertex(i + 1))) < distance)
                    to.set(c.edge(mesh, i));
        }
    }
}
