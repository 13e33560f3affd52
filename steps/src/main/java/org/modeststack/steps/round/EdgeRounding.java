package org.modeststack.steps.round;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.function.IntToDoubleFunction;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.profile.ProfileCurve;
import org.modeststack.steps.rail.Band;
import org.modeststack.steps.rail.BandNet;
import org.modeststack.steps.rail.BandStations;
import org.modeststack.steps.rail.NetTrials;
import org.modeststack.steps.rail.Station;
import org.modeststack.steps.rail.StationRule;
import org.modeststack.steps.rail.StripAttempt;
import org.modeststack.steps.rail.StripKind;
import org.modeststack.steps.rail.StripMesh;
import org.modeststack.steps.rail.StripWidths;
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
    /** So often chains are given more stations where their strips have no room; each that hang together three times at most. */
    private static final int FINER = 8;

    private final Mesh in;
    private final BitSet edges;
    private final ProfileCurve curve;
    private final boolean grids;
    private final StepContext context;
    private final @Nullable String material;

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
        List<BandNet> nets =
                nets(in, edges, edges, widths, _ -> 1, BandStations.byShape(StationRule.Ends.CLOSED, new BitSet()));
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
        FinerChains chains = FinerChains.of(in, edges);
        BitSet suspect = new BitSet();
        for (int round = 0; ; round++) {
            NetTrials trials = trials(chains, chains.widths(widths));
            StripMesh out = round < FINER ? trials.run(chains::canBeFiner, suspect) : trials.run(null, suspect);
            if (trials.isWaiting()) {
                List<NetTrials.Waiting> waiting = trials.waiting();
                chains = chains.with(waiting, context.seed());
                suspect = new BitSet();
                for (NetTrials.Waiting w : waiting) suspect.or(w.troubled());
            }
            // What is left to others is better than a body that is not closed.
            else
                return out == null || !out.isAsClosed()
                        ? Rounded.nothing(in, edges)
                        : report(out.mesh(), trials, chains);
        }
    }

    private NetTrials trials(FinerChains chains, StripWidths widths) {
        double widest =
                chains.edges().stream().mapToDouble(widths.ofEdge()).max().orElse(0);
        StripKind kind = new RoundProfile(curve, grids, material, context);
        Mesh mesh = chains.mesh();
        StripAttempt attempt = new StripAttempt(mesh, TriangleSurface.of(mesh), kind, context.seed());
        StationRule rule = BandStations.byShape(ends(), chains.stations());
        return new NetTrials(mesh, chains.edges(), attempt, chains::whole, (of, rest, narrow) -> {
            List<BandNet> nets = nets(mesh, of, rest, widths, narrow.shares(widest), rule);
            // What goes square into its faces does not fit round a corner.
            if (curve.goesSquareIn()) nets.removeIf(BandNet::hasCorners);
            return nets;
        });
    }

    private StationRule.Ends ends() {
        if (curve.leavesTheEdge()) return StationRule.Ends.CLOSED;
        // Of those by number only what follows the old faces stays with them.
        return curve.low() == ProfileCurve.Pure.GIVEN ? StationRule.Ends.ON_SURFACE : StationRule.Ends.BESIDE;
    }

    private static List<BandNet> nets(
            Mesh in, BitSet of, BitSet edges, StripWidths widths, IntToDoubleFunction share, StationRule rule) {
        return BandNet.all(TriangleSurface.of(in), new SharpEdges(in), of, edges, widths, share, rule);
    }

    private Rounded report(Mesh out, NetTrials trials, FinerChains chains) {
        Mesh mesh = chains.mesh();
        BitSet left = (BitSet) trials.rest().clone(),
                without = (BitSet) chains.edges().clone(),
                done = new BitSet(),
                held = new BitSet();
        without.andNot(trials.rest());
        double least = 1;
        Vec3 place = null;
        for (BandNet net : trials.nets())
            for (Band band : net.bands()) {
                band.chain().edges(mesh, done);
                double worst = 1;
                for (Station s : band.stations()) {
                    worst = Math.min(worst, s.reached());
                    if (s.reached() >= least - 1e-9) continue;
                    least = s.reached();
                    place = s.place();
                }
                if (worst < 1 - 1e-6) band.chain().edges(mesh, held);
            }
        left.andNot(done);
        Mesh tidy = without.isEmpty() && left.isEmpty() ? out : chains.withoutIdle(out);
        return new Rounded(
                tidy,
                chains.origins(left),
                chains.origins(without),
                chains.origins(held).cardinality(),
                least,
                place);
    }
}
