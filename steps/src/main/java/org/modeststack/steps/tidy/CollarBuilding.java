package org.modeststack.steps.tidy;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.function.IntToDoubleFunction;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.rail.Band;
import org.modeststack.steps.rail.BandNet;
import org.modeststack.steps.rail.EdgeChain;
import org.modeststack.steps.rail.NetTrials;
import org.modeststack.steps.rail.Station;
import org.modeststack.steps.rail.StripAttempt;
import org.modeststack.steps.rail.StripMesh;
import org.modeststack.steps.rail.StripWidths;
import org.modeststack.steps.surface.SharpEdges;
import org.modeststack.steps.surface.TriangleSurface;

/**
 * Builds collars round rims: from each place of a rim straight over the surface to both sides, rings between; what was there
 * is taken out. Where something meets, collars are narrower at that place, as strips of a rounding are.
 */
final class CollarBuilding {
    private final Mesh in;
    private final BitSet edges;
    private final BitSet places;
    private final BitSet corners;
    private final double width;
    private final Collar collar;
    private final TriangleSurface surface;

    /**
     * What came of it.
     *
     * @param mesh null where no collar came out
     * @param rings the collars in it
     * @param left how many edges of rims have none
     * @param least the least share of the width that was reached
     * @param place where that is; null where nothing was held back
     */
    record Built(
            @Nullable StripMesh mesh,
            @Nullable CollarRings rings,
            int left,
            int held,
            double least,
            @Nullable Vec3 place) {}

    /**
     * @param width of the rings on one side together, mm
     * @param rings on either side
     */
    CollarBuilding(RimSpacing.Spaced rim, double width, int rings, StepContext context) {
        in = rim.mesh();
        edges = rim.edges();
        places = rim.places();
        corners = rim.corners();
        this.width = width;
        surface = TriangleSurface.of(in);
        collar = new Collar(surface, rings, context);
    }

    Built build(long seed) {
        StripAttempt attempt = new StripAttempt(in, surface, collar, seed);
        NetTrials trials =
                new NetTrials(in, edges, attempt, (of, rest, narrow) -> nets(of, rest, narrow.shares(width)));
        StripMesh out = trials.run();
        if (out == null || !out.isAsClosed()) return new Built(null, null, edges.cardinality(), 0, 0, null);
        int done = 0, held = 0;
        double least = 1;
        Vec3 place = null;
        for (BandNet net : trials.nets())
            for (Band band : net.bands()) {
                done += band.chain().edges();
                for (Station s : band.stations()) {
                    if (s.reached() < 1 - 1e-6) held++;
                    if (s.reached() >= least - 1e-9) continue;
                    least = s.reached();
                    place = s.place();
                }
            }
        return new Built(out, (CollarRings) out.strips(), edges.cardinality() - done, held, least, place);
    }

    private List<BandNet> nets(BitSet of, BitSet rest, IntToDoubleFunction share) {
        List<BandNet> out = new ArrayList<>();
        SharpEdges sharp = SharpEdges.sharperThan(in, RimSpacing.CORNER);
        for (List<EdgeChain> chains : EdgeChain.together(EdgeChain.of(in, of))) {
            BandNet net = net(sharp, rest, chains, share);
            if (net != null) out.add(net);
        }
        return out;
    }

    /** Null for edges that have no surface on both sides. */
    private @Nullable BandNet net(SharpEdges sharp, BitSet rest, List<EdgeChain> chains, IntToDoubleFunction share) {
        try {
            return new BandNet(
                    surface, sharp, rest, chains, StripWidths.of(_ -> width), share, new CollarRows(places, corners));
        } catch (IllegalArgumentException e) {
            return null;
        }
    }
}
