package org.modeststack.steps.rail;

import it.unimi.dsi.fastutil.ints.Int2ObjectOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.IntToDoubleFunction;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.work.Work;
import org.modeststack.mesh.work.Workers;
import org.modeststack.steps.surface.Imprint;
import org.modeststack.steps.surface.SharpEdges;
import org.modeststack.steps.surface.SurfaceWalk;
import org.modeststack.steps.surface.TriangleSurface;

/** Chains of edges that hang together, with the stations of their strips and the ways from there to the rails. */
public final class BandNet {
    /** So many widths from the edges a sharp edge that leaves them is part of a corner of them. */
    private static final double CORNERS = 3;

    /** Where a chain turns by more, the ball does not roll but turns in its place, radians. */
    private static final double TURNING = Math.toRadians(30);

    private static final long INNER = 0;
    private static final long NODE = 2;

    private final TriangleSurface surface;
    private final Mesh mesh;
    private final IntToDoubleFunction share;
    private final SurfaceWalk way;
    private final Walks walks;
    private final StationRule rule;
    private final List<Band> bands = new ArrayList<>();
    /** Where chains end or meet, by their vertices. */
    private final Map<Integer, Station> nodes = new LinkedHashMap<>();

    /** By the corners of places. */
    private final Int2ObjectOpenHashMap<Stop> stops = new Int2ObjectOpenHashMap<>();

    private final Int2ObjectOpenHashMap<List<Vias.Via>> vias = new Int2ObjectOpenHashMap<>();
    private @Nullable BandIndex index;

    /**
     * A station as a walk comes by it.
     *
     * @param key tells it from all others
     */
    public record Stop(Station station, Arm arm, long key) {}

    /**
     * @param share of the width that there is at each vertex
     * @param rule how strips are cut across
     * @param edges all that are rounded, also those that do not belong to this
     * @throws IllegalArgumentException where there is no surface to both sides of all edges
     */
    private BandNet(
            TriangleSurface surface,
            SharpEdges sharp,
            BitSet edges,
            List<EdgeChain> chains,
            StripWidths widths,
            IntToDoubleFunction share,
            StationRule rule) {
        this.share = share;
        this.rule = rule;
        this.surface = surface;
        mesh = surface.mesh;
        IntArrayList vertices = new IntArrayList();
        chains.forEach(c -> vertices.addAll(c.vertices()));
        double widest = 0;
        for (EdgeChain c : chains)
            for (int i = 0; i < c.edges(); i++) {
                double w = widths.ofEdge().applyAsDouble(c.edge(mesh, i));
                if (!(w > 0)) throw new IllegalArgumentException("no width");
                widest = Math.max(widest, w);
            }
        BitSet open = rule.crossesCorners() ? sharp.leaving(vertices, edges, CORNERS * widest) : new BitSet();
        way = new SurfaceWalk(surface, edges, sharp, open);
        walks = new Walks(surface, sharp, edges, chains, widths, share, rule.ends(), way);
        Map<Integer, List<EdgeChain>> from = chains.stream().collect(Collectors.groupingBy(c -> c.vertex(0)));
        Across[] across = new Across[chains.size()];
        Workers.each(across.length, i -> across[i] = across(chains.get(i), widths));
        for (Across a : across) bands.add(band(a, rank(a.chain, from.getOrDefault(a.chain.vertex(0), List.of()))));
        if (rule.goesStraight()) return;
        Imprint trace = new Imprint(surface, edges);
        for (WalkSide walk : walks.all()) vias(walk, trace);
    }

    /**
     * The nets of edges, one for each that hang together; edges that have no surface on both sides, or one without area, are
     * in none.
     *
     * @param of the edges that strips are for
     * @param edges all that get some
     * @param share of the width that there is at each vertex
     */
    public static List<BandNet> all(
            TriangleSurface surface,
            SharpEdges sharp,
            BitSet of,
            BitSet edges,
            StripWidths widths,
            IntToDoubleFunction share,
            StationRule rule) {
        List<BandNet> nets = new ArrayList<>();
        for (List<EdgeChain> chains : EdgeChain.together(EdgeChain.of(surface.mesh, of))) {
            BandNet net = one(surface, sharp, edges, chains, widths, share, rule);
            if (net != null) nets.add(net);
        }
        return nets;
    }

    /** Null for edges without a surface on both sides; they are left to others, who say so. */
    private static @Nullable BandNet one(
            TriangleSurface surface,
            SharpEdges sharp,
            BitSet edges,
            List<EdgeChain> chains,
            StripWidths widths,
            IntToDoubleFunction share,
            StationRule rule) {
        try {
            return new BandNet(surface, sharp, edges, chains, widths, share, rule);
        } catch (IllegalArgumentException e) {
            return null;
        }
    }

    private void vias(WalkSide walk, Imprint trace) {
        int last = -1, first = -1;
        for (int i = 0; i < walk.size(); i++) {
            if (!hasStop(walk, i)) continue;
            Work.checkpoint();
            if (first < 0) first = i;
            if (last >= 0) vias(walk, last, i, trace);
            last = i;
        }
        if (first >= 0) vias(walk, last, first, trace);
    }

    private void vias(WalkSide walk, int from, int to, Imprint trace) {
        Walks.Place a = new Walks.Place(walk, from), b = new Walks.Place(walk, to);
        Arm first =
                walk.turnsRound(from) ? walks.end(a).out() : stop(walk, from).arm();
        Arm last = walk.turnsRound(to) ? walks.end(b).in() : stop(walk, to).arm();
        List<Vias.Via> between = Vias.between(walks, a, first, b, last, way, trace);
        if (!between.isEmpty()) vias.put(walk.corner(from), between);
    }

    /** Further places of the rail behind a stop. */
    List<Vias.Via> vias(WalkSide walk, int from) {
        return vias.getOrDefault(walk.corner(from), List.of());
    }

    /** The place of a chain among those between the same ends, by the keys of what they have beside their first end. */
    private int rank(EdgeChain chain, List<EdgeChain> chains) {
        int n = chain.size(), rank = 0;
        for (EdgeChain c : chains)
            if (c.vertex(0) == chain.vertex(0)
                    && c.vertex(c.size() - 1) == chain.vertex(n - 1)
                    && mesh.vertexKeys()[c.vertex(1)] < mesh.vertexKeys()[chain.vertex(1)]) rank++;
        return rank;
    }

    /**
     * The mean of the edges before and after each vertex of a chain, and the share of it that there is; at an end of an open
     * one there is one edge.
     */
    private double[] atVertices(EdgeChain chain, IntToDoubleFunction ofEdge) {
        double[] out = new double[chain.size()];
        for (int i = 0; i < out.length; i++) {
            double before = ofEdge.applyAsDouble(chain.edge(mesh, chain.isEnd(i) && i == 0 ? 0 : i - 1));
            double after = ofEdge.applyAsDouble(chain.edge(mesh, chain.isEnd(i) && i > 0 ? i - 1 : i));
            out[i] = walks.part(chain.vertex(i)) * (before + after) / 2;
        }
        return out;
    }

    /** The ways across a chain, which do not depend on those across others. */
    private record Across(EdgeChain chain, BandSides sides, StationRule.Chosen chosen) {}

    private Across across(EdgeChain chain, StripWidths wanted) {
        Work.checkpoint();
        double[] widths = atVertices(chain, wanted.ofEdge());
        double[] radii = wanted.radius() == null ? null : atVertices(chain, wanted.radius());
        BandSides sides = new BandSides(chain, walks);
        StationRule.Chosen chosen = rule.choose(mesh, chain, sides, i -> widths[i], way);
        for (int k = 0; radii != null && k < chosen.at().length; k++) {
            int i = chosen.at()[k];
            if (chain.isEnd(i) || sides.turn(i) >= TURNING) continue;
            RollingBall.Touching ball = RollingBall.of(chosen.left()[k], chosen.right()[k], radii[i], way);
            chosen.left()[k] = ball.left();
            chosen.right()[k] = ball.right();
        }
        return new Across(chain, sides, chosen);
    }

    private Band band(Across across, int rank) {
        EdgeChain chain = across.chain;
        BandSides sides = across.sides;
        StationRule.Chosen chosen = across.chosen;
        int n = chain.size();
        int[] at = chosen.at();
        int m = at.length;
        List<Station> stations = new ArrayList<>();
        Arm[] left = chosen.left(), right = chosen.right();
        for (int k = 0; k < m; k++) {
            int i = at[k], v = chain.vertex(i);
            boolean isEnd = chain.isEnd(i);
            double part = chosen.shares()[k];
            Station s = isEnd ? nodes.computeIfAbsent(v, _ -> station(v, 1)) : station(v, part);
            s.add(left[k]);
            s.add(right[k]);
            stations.add(s);
            long key = mesh.vertexKeys()[v], other = mesh.vertexKeys()[chain.vertex(k == 0 ? n - 1 : 0)];
            // At an end each chain has its part in the key of a place that two of them share. No key goes by which way
            // a chain is gone along, since that is by the order of the mesh.
            boolean isLoop = chain.vertex(0) == chain.vertex(n - 1);
            long end = Keys.of(key, NODE + (isLoop && k > 0 ? 1 : 0), other, rank);
            stop(sides.leftAt(i), s, left[k], isEnd ? end : Keys.of(key, INNER, faceKey(sides.leftAt(i))));
            stop(sides.rightAt(i), s, right[k], isEnd ? end : Keys.of(key, INNER, faceKey(sides.rightAt(i))));
        }
        return new Band(chain, sides, stations, at, left, right, new BitSet());
    }

    private Station station(int vertex, double part) {
        return new Station(vertex, mesh.point(vertex), part * share.applyAsDouble(vertex));
    }

    /** The key of the face on the left of where a walk goes on. */
    private long faceKey(Walks.Place at) {
        return mesh.faceKeys()[surface.faceOf(at.walk().corner(at.index()) / 3)];
    }

    private void stop(Walks.Place place, Station station, Arm arm, long key) {
        stops.merge(place.corner(), new Stop(station, arm, key), (a, b) -> new Stop(a.station, a.arm, a.key + b.key));
    }

    public Walks walks() {
        return walks;
    }

    Mesh mesh() {
        return mesh;
    }

    SurfaceWalk way() {
        return way;
    }

    /** Where its bands are; worked out once somebody asks, who is alone. */
    BandIndex index() {
        if (index == null) index = new BandIndex(this);
        return index;
    }

    public List<Band> bands() {
        return bands;
    }

    public Collection<Station> nodes() {
        return nodes.values();
    }

    /** Whether chains end or meet at a station. */
    boolean isNode(Station s) {
        return nodes.containsKey(s.vertex());
    }

    /**
     * Leaves the further places beside stations out, where they only are in the way.
     *
     * @param of walks by the stations
     * @param troubled stations at which something does not come out
     * @return whether there were any
     */
    boolean leaveOut(Collection<WalkSide> of, Set<Station> troubled) {
        boolean any = false;
        for (WalkSide walk : of) {
            int last = -1;
            Station before = null;
            for (int i = 0; i < 2 * walk.size(); i++) {
                int at = walk.corner(i % walk.size());
                Stop stop = stops.get(at);
                if (stop == null) continue;
                boolean isNear = troubled.contains(stop.station) || before != null && troubled.contains(before);
                any |= isNear && vias.remove(last) != null;
                last = at;
                before = stop.station;
            }
        }
        return any;
    }

    /**
     * How many times the width it can be until rails meet something.
     *
     * @param most what is farther than this along the surface is not looked for, mm
     */
    public double widest(double most) {
        double least = Double.POSITIVE_INFINITY;
        for (Band b : bands)
            for (int k = 0; k < b.size(); k++)
                least = Math.min(least, Math.min(b.left()[k].widest(way, most), b.right()[k].widest(way, most)));
        return least;
    }

    /** Where rails are at so many times the width, from station to station. */
    public void rails(double times, double most, BiConsumer<Vec3, Vec3> line) {
        for (Band b : bands)
            for (Arm[] side : List.of(b.left(), b.right()))
                for (int k = 0; k < b.pieces(); k++)
                    line.accept(at(side[k], times, most), at(side[(k + 1) % b.size()], times, most));
    }

    private Vec3 at(Arm arm, double times, double most) {
        return way.from(arm.corner(), arm.angle(), Math.min(most, times * arm.distance()))
                .at(times * arm.distance())
                .at();
    }

    /** The box of the edges. */
    Bounds bounds() {
        Bounds out = Bounds.EMPTY;
        for (Band b : bands) {
            Work.checkpoint();
            for (int v : b.chain().vertices()) out = out.including(mesh.point(v));
        }
        return out;
    }

    /** How wide strips are at most where nothing is held back, mm. */
    double farthest() {
        double most = 0;
        for (Band b : bands) {
            Work.checkpoint();
            for (Station s : b.stations()) most = Math.max(most, s.farthest());
        }
        return most;
    }

    /** Whether one of the edges is within a distance of a place. */
    boolean isWithin(Vec3 place, double distance) {
        for (Band b : bands) {
            EdgeChain c = b.chain();
            for (int i = 0; i < c.edges(); i++)
                if (place.distanceTo(mesh.point(c.vertex(i)), mesh.point(c.vertex(i + 1))) < distance) return true;
        }
        return false;
    }

    boolean hasStop(WalkSide walk, int index) {
        return stops.containsKey(walk.corner(index));
    }

    /** The stop at a place of a walk that has one. */
    public Stop stop(WalkSide walk, int index) {
        return Objects.requireNonNull(stops.get(walk.corner(index)));
    }

    /** Whether three chains or more meet somewhere. */
    public boolean hasCorners() {
        for (WalkSide walk : walks.all())
            for (int i = 0; i < walk.size(); i++)
                if (nodes.containsKey(walk.vertex(i)) && !walk.turnsRound(i)) return true;
        return false;
    }
}
