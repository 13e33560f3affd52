package org.modeststack.steps.tidy;

import java.util.List;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.rail.Band;
import org.modeststack.steps.rail.BandNet;
import org.modeststack.steps.rail.NetTrials;
import org.modeststack.steps.rail.Station;
import org.modeststack.steps.rail.StationRule;
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
    private final RimSpacing.Spaced rim;
    private final double width;
    private final int rings;
    private final StepContext context;

    /**
     * What came of it.
     *
     * @param rings the collars, and what is around them; null where no collar came out
     * @param mesh with them
     * @param left how many edges of rims have none
     * @param held at how many places they are narrower than asked
     * @param least the least share of the width that was reached
     * @param place where that is; null where nothing was held back
     * @param nets the ways across, as they came out
     */
    record Built(
            @Nullable CollarRings rings,
            Mesh mesh,
            int left,
            int held,
            double least,
            @Nullable Vec3 place,
            List<BandNet> nets) {}

    /**
     * @param width of the rings on one side together, mm
     * @param rings on either side
     */
    CollarBuilding(RimSpacing.Spaced rim, double width, int rings, StepContext context) {
        this.rim = rim;
        this.width = width;
        this.rings = rings;
        this.context = context;
    }

    Built build() {
        Mesh in = rim.mesh();
        TriangleSurface surface = TriangleSurface.of(in);
        SharpEdges sharp = SharpEdges.sharperThan(in, RimSpacing.CORNER);
        StripWidths widths = StripWidths.of(_ -> width);
        StationRule rows = new CollarRows(rim.places(), rim.corners());
        StripAttempt attempt = new StripAttempt(in, surface, new Collar(surface, rings, context), context.seed());
        NetTrials trials = new NetTrials(
                in,
                rim.edges(),
                attempt,
                UnaryOperator.identity(),
                (of, rest, narrow) -> BandNet.all(surface, sharp, of, rest, widths, narrow.shares(width), rows));
        int edges = rim.edges().cardinality();
        StripMesh out = trials.run();
        if (out == null || !out.isAsClosed()) return new Built(null, in, edges, 0, 0, null, List.of());
        int done = 0, held = 0;
        double least = 1;
        Vec3 place = null;
        for (BandNet net : trials.nets())
            for (Band band : net.bands()) {
                Work.checkpoint();
                done += band.chain().edges();
                for (Station s : band.stations()) {
                    if (s.reached() < 1 - 1e-6) held++;
                    if (s.reached() >= least - 1e-9) continue;
                    least = s.reached();
                    place = s.place();
                }
            }
        return new Built((CollarRings) out.strips(), out.mesh(), edges - done, held, least, place, trials.nets());
    }
}
