package org.modeststack.steps.round;

import it.unimi.dsi.fastutil.ints.Int2ObjectLinkedOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.IntToDoubleFunction;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.profile.ProfileCurve;
import org.modeststack.steps.surface.Imprint;
import org.modeststack.steps.surface.ImprintMesh;
import org.modeststack.steps.surface.SharpEdges;
import org.modeststack.steps.surface.TriangleSurface;

/**
 * Rounds edges by rails that run over as many faces as they need: how a surface is divided does not matter. From stations
 * along each chain of edges the width is measured along the surface on either side; the rails are cut into the mesh, what
 * lies between them is taken out, and a strip of quads goes in, one station opposite the other. Where chains meet, their
 * rails do, and a grid closes the corner; where a chain ends, its profile is cut into what is behind. Where something
 * meets, strips are narrower at that place, and widen again beside it. In time linear in the mesh.
 */
public final class EdgeRounding {
    private static final int ROUNDS = 40;

    /** What has not come out after so many is given up. */
    private static final int LATE = 12;

    /** So often all is begun anew, narrower at some places, before the edges there are left out. */
    private static final int ANEW = 6;

    private final Mesh in;
    private final TriangleSurface surface;
    private final BitSet edges;
    private final ProfileCurve curve;
    private final boolean grids;
    private final StepContext context;
    private final @Nullable String material;
    /** Whether faces have been divided, so that it may come out as wide as it is. */
    private boolean again;

    /**
     * @param edges of the mesh, each between two faces
     * @param grids whether corners are closed by grids, or by one face
     * @param material of the strips; null for that of the faces beside them
     */
    public EdgeRounding(
            Mesh in, BitSet edges, ProfileCurve curve, boolean grids, @Nullable String material, StepContext context) {
        this.in = in;
        this.edges = edges;
        this.curve = curve;
        this.grids = grids;
        this.material = material;
        this.context = context;
        surface = TriangleSurface.of(in);
    }

    /**
     * What has become of the edges.
     *
     * @param left edges that were not rounded: beside a border, or without room; they are for others
     * @param without edges without strips, since none comes out there however narrow it is, though all others do
     * @param held how many edges have a strip that is narrower than asked
     * @param least the least share of the width that was reached
     * @param place where that is; null where nothing was held back
     */
    public record Rounded(
            Mesh mesh,
            BitSet left,
            BitSet without,
            int held,
            double least,
            @Nullable Vec3 place) {
        /** Nothing was rounded. */
        static Rounded nothing(Mesh in, BitSet edges) {
            return new Rounded(in, edges, new BitSet(), 0, 1, null);
        }
    }

    /**
     * How wide strips can be before something meets, by the ways from their stations.
     *
     * @param times how many times the width; infinite where nothing does
     * @param rails where rails are then, as lines from station to station, two places each
     */
    public record Widest(double times, List<Vec3> rails) {}

    public static Widest widest(Mesh in, BitSet edges, StripWidths widths) {
        List<BandNet> nets = nets(TriangleSurface.of(in), edges, widths, _ -> 1);
        double most = 2 * in.bounds().diagonal(), times = Double.POSITIVE_INFINITY;
        for (BandNet net : nets) times = Math.min(times, net.widest(most));
        List<Vec3> rails = new ArrayList<>();
        if (times < Double.POSITIVE_INFINITY)
            for (BandNet net : nets)
                net.rails(times, most, (a, b) -> {
                    rails.add(a);
                    rails.add(b);
                });
        return new Widest(times, rails);
    }

    public Rounded round(StripWidths widths) {
        double widest = edges.stream().mapToDouble(widths.ofEdge()).max().orElse(0);
        NarrowPlaces narrow = new NarrowPlaces(in);
        BitSet rest = (BitSet) edges.clone();
        for (int anew = 0; ; anew++) {
            List<BandNet> nets = nets(surface, rest, widths, narrow.shares(widest));
            // What goes square into its faces does not fit round a corner.
            if (curve.goesSquareIn()) nets.removeIf(BandNet::hasCorners);
            Lost lost = new Lost(new ArrayList<>(), new BitSet());
            Mesh out = tried(rest, nets, lost);
            // What is left to others is better than a body that is not closed.
            if (out != null && borders(out) != borders(in)) return Rounded.nothing(in, edges);
            // Where not even the narrowest comes out the edges there are left out, so that the others do.
            boolean isNarrower = anew < ANEW && narrow.add(lost.places);
            boolean isFewer = !isNarrower && lost.edges.intersects(rest);
            if (isFewer) rest.andNot(lost.edges);
            if (!isNarrower && !isFewer) return out == null ? Rounded.nothing(in, edges) : report(out, nets, rest);
        }
    }

    /**
     * Where nets were in trouble that did not come out.
     *
     * @param places of their stations
     * @param edges beside these
     */
    private record Lost(List<Vec3> places, BitSet edges) {}

    /**
     * Holds stations back until all comes out that does.
     *
     * @param rest the edges that the nets are of
     * @param nets of which those are taken out that do not
     * @param lost receives where these were in trouble last
     * @return null where nothing comes out
     */
    private @Nullable Mesh tried(BitSet rest, List<BandNet> nets, Lost lost) {
        for (int round = 0; !nets.isEmpty() && round < ROUNDS; round++) {
            Work.checkpoint();
            Set<Station> troubled = new LinkedHashSet<>();
            again = false;
            Mesh out = attempt(rest, nets, troubled);
            if (out != null && troubled.isEmpty() && !again) return out;
            boolean isEased = false;
            for (BandNet net : nets) isEased |= net.leaveOut(troubled);
            if (isEased) continue;
            troubled.forEach(Station::hold);
            nets.forEach(BandNet::smooth);
            // What does not come out for long must not keep the rest from it.
            boolean isLate = round >= LATE;
            nets.removeIf(net -> {
                if (net.isWorthwhile() && !(isLate && net.hasAny(troubled))) return false;
                troubled.stream().filter(net::has).map(Station::place).forEach(lost.places::add);
                lost.edges.or(net.edgesBeside(troubled));
                return true;
            });
        }
        return null;
    }

    private static List<BandNet> nets(
            TriangleSurface surface, BitSet edges, StripWidths widths, IntToDoubleFunction share) {
        List<BandNet> nets = new ArrayList<>();
        SharpEdges sharp = new SharpEdges(surface.mesh);
        for (List<EdgeChain> chains : together(surface.mesh, EdgeChain.of(surface.mesh, edges))) {
            BandNet net = net(surface, sharp, edges, chains, widths, share);
            if (net != null) nets.add(net);
        }
        return nets;
    }

    /** Null for edges that have no surface on both sides, or one without area; they are left to others. */
    private static @Nullable BandNet net(
            TriangleSurface surface,
            SharpEdges sharp,
            BitSet edges,
            List<EdgeChain> chains,
            StripWidths widths,
            IntToDoubleFunction share) {
        try {
            return new BandNet(surface, sharp, edges, chains, widths, share);
        } catch (IllegalArgumentException e) {
            return null;
        }
    }

    /** Chains that hang together. */
    private static Collection<List<EdgeChain>> together(Mesh mesh, List<EdgeChain> chains) {
        DisjointSets sets = new DisjointSets(mesh.vertexCount());
        for (EdgeChain c : chains) sets.join(c.vertex(0), c.vertex(c.size() - 1));
        Int2ObjectLinkedOpenHashMap<List<EdgeChain>> out = new Int2ObjectLinkedOpenHashMap<>();
        for (EdgeChain c : chains)
            out.computeIfAbsent(sets.find(c.vertex(0)), _ -> new ArrayList<>()).add(c);
        return out.values();
    }

    private Rounded report(Mesh out, List<BandNet> nets, BitSet rest) {
        BitSet left = (BitSet) rest.clone(), without = (BitSet) edges.clone();
        without.andNot(rest);
        int held = 0;
        double least = 1;
        Vec3 place = null;
        for (BandNet net : nets)
            for (Band band : net.bands()) {
                EdgeChain c = band.chain();
                for (int i = 0; i < c.edges(); i++) left.clear(c.edge(in, i));
                double worst = 1;
                for (Station s : band.stations()) {
                    worst = Math.min(worst, s.reached());
                    if (s.reached() >= least - 1e-9) continue;
                    least = s.reached();
                    place = s.place();
                }
                if (worst < 1 - 1e-6) held += c.edges();
            }
        return new Rounded(out, left, without, held, least, place);
    }

    /**
     * @param rest the edges that the nets are of
     * @param troubled receives the stations at which something does not come out
     * @return null where the rails do not
     */
    private @Nullable Mesh attempt(BitSet rest, List<BandNet> nets, Set<Station> troubled) {
        Imprint imprint = new Imprint(surface, rest);
        IntArrayList seeds = new IntArrayList();
        List<RailLines> rails = new ArrayList<>();
        for (BandNet net : nets) {
            rails.add(new RailLines(net, imprint, curve, context.seed()));
            for (WalkSide walk : net.walks().all())
                for (int i = 0; i < walk.size(); i++) seeds.add(surface.meshCorner(walk.corner(i)));
        }
        Imprint.Cut cut = imprint.cut(seeds);
        if (cut == null) {
            rails.forEach(r -> troubled.addAll(r.troubled()));
            return null;
        }
        StripBuilder strips = new StripBuilder(
                new ImprintMesh(surface, imprint.nodes(), cut),
                curve,
                grids,
                context.seed(),
                context.madeTag(),
                material);
        for (int i = 0; i < nets.size(); i++) strips.add(nets.get(i), rails.get(i));
        Mesh out = strips.build();
        again |= new StripCheck(in, out, strips, troubled).divides();
        return out;
    }

    private static int borders(Mesh m) {
        Adjacency adj = m.adjacency();
        int n = 0;
        for (int e = 0; e < adj.edgeCount(); e++) if (adj.edgeSides(e) != 2) n++;
        return n;
    }
}
