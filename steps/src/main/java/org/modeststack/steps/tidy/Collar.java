package org.modeststack.steps.tidy;

import org.modeststack.steps.StepContext;
import org.modeststack.steps.rail.ChainEnd;
import org.modeststack.steps.rail.Station;
import org.modeststack.steps.rail.StripBuilder;
import org.modeststack.steps.rail.StripKind;
import org.modeststack.steps.surface.ImprintMesh;
import org.modeststack.steps.surface.SurfacePath;
import org.modeststack.steps.surface.TriangleSurface;

/**
 * Rings of quads on the surface on both sides of a rim. At the end of a chain they end straight across it.
 *
 * @param rings on either side
 */
record Collar(TriangleSurface surface, int rings, StepContext context) implements StripKind {
    @Override
    public int parts() {
        return 2 * rings;
    }

    @Override
    public SurfacePath.Place[] across(ChainEnd end, Station at) {
        SurfacePath.Place[] out = new SurfacePath.Place[2 * rings + 1];
        for (int j = 0; j <= rings; j++) {
            out[rings - j] = end.in().along(at.scale(), (double) j / rings);
            out[rings + j] = end.out().along(at.scale(), (double) j / rings);
        }
        return out;
    }

    @Override
    public StripBuilder builder(ImprintMesh rest) {
        return new CollarRings(surface, rest, rings, context.seed(), context.madeTag());
    }
}
