package org.modeststack.steps.round;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.profile.ProfileCurve;
import org.modeststack.steps.rail.ChainEnd;
import org.modeststack.steps.rail.Station;
import org.modeststack.steps.rail.StripBuilder;
import org.modeststack.steps.rail.StripKind;
import org.modeststack.steps.surface.ImprintMesh;
import org.modeststack.steps.surface.SurfacePath;

/**
 * Strips with a profile, which is cut into what is behind the end of a chain.
 *
 * @param grids whether corners are closed by grids, or by one face
 * @param material of the strips; null for that of the faces beside them
 */
record RoundProfile(
        ProfileCurve curve, boolean grids, @Nullable String material, StepContext context) implements StripKind {
    @Override
    public int parts() {
        return curve.segments();
    }

    @Override
    public SurfacePath.Place[] across(ChainEnd end, Station at) {
        SurfacePath.Place in = end.in().rail(at.scale()), out = end.out().rail(at.scale());
        Vec3[] places =
                StripProfile.of(curve, at.place(), in.at(), in, out.at(), out).places();
        SurfacePath.Place[] found = new SurfacePath.Place[places.length];
        for (int j = 1; j < places.length - 1; j++)
            found[j] = end.closing() == ChainEnd.Closing.IN_FACE
                    ? new SurfacePath.Place(places[j], end.behind(), in.normal(), in.way())
                    : end.onSurface(
                            places[j].minus(at.place()),
                            out.at().minus(at.place()),
                            in.at().minus(at.place()));
        found[0] = in;
        found[places.length - 1] = out;
        return found;
    }

    @Override
    public StripBuilder builder(ImprintMesh rest) {
        return new RoundStrips(rest, curve, grids, context.seed(), context.madeTag(), material);
    }
}
