package org.modeststack.steps.mirror;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Placement;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Family;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.Param;
import org.modeststack.steps.Role;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Trig;
import org.modeststack.steps.Unit;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Unpicked;
import org.modeststack.steps.place.AxisTurn;
import org.modeststack.steps.place.Shift;
import org.modeststack.steps.repeat.CopyPlacement;

/** Puts a part of a body into other places of the same body, in the stead of what is there. */
@StepInfo(
        type = "carry-over",
        title = "Carry over",
        family = Family.MIRROR,
        help =
                "Puts picked faces onto the mirrored or another place of the body, in the stead of what is there, and stitches"
                        + " them in.",
        words = "symmetrize copy feature transfer other side replace stitch part")
public record CarryOver(
        @Param(label = "What", help = "The faces to carry over.", def = "faces")
        Pick what,

        @Param(
                label = "Grown by",
                help =
                        "Rings of faces around them that go with them: at their border the body must be alike in both places.",
                min = 0,
                max = 100,
                def = "1")
        int grownBy,

        @Param(label = "How", help = "Mirrored across a plane, turned round an axis, or moved.", def = "mirrored")
        How how,

        @Param(
                label = "Axis",
                help = "The axis that is reversed, or turned round.",
                def = "x",
                only = "how=mirrored,turned")
        Axis axis,

        @Param(
                label = "At",
                help = "Where the plane cuts the axis.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0",
                only = "how=mirrored")
        double at,

        @Param(
                label = "Angle",
                help = "How far it is turned.",
                unit = Unit.ANGLE,
                min = -360,
                max = 360,
                def = "90",
                only = "how=turned")
        double angle,

        @Param(
                label = "Centre",
                help = "A point on the axis.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0 0 0",
                role = Role.POINT,
                only = "how=turned")
        Vec3 centre,

        @Param(
                label = "By",
                help = "How far it is moved along X, Y and Z.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "20 0 0",
                only = "how=moved")
        Vec3 by,

        @Param(
                label = "Times",
                help = "How many more there are, each as far on from the last.",
                min = 1,
                max = 1000,
                def = "1",
                only = "how=turned,moved")
        int times,

        @Param(
                label = "Within",
                help = "Vertices this close to each other are the same.",
                unit = Unit.LENGTH,
                min = 0,
                max = 1e6,
                def = "0.001")
        double within)
        implements Step {

    /** Where the part goes. */
    public enum How {
        MIRRORED,
        TURNED,
        MOVED
    }

    /** So many rings are tried for a hint. */
    private static final int HINT = 12;

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        Selection picked = what.on(in, context).to(in, ElementKind.FACE);
        if (picked.isEmpty()) return Unpicked.of(in, "faces", context);
        List<Placement> places = places(context.seed());
        CarriedPart part = new CarriedPart(in, grown(in, picked, grownBy), within);
        for (Placement p : places) {
            CarriedPart.Misfit misfit = part.put(p);
            if (misfit != null) throw refused(in, picked, places, misfit);
        }
        return part.mesh(context.madeTag());
    }

    private static BitSet grown(Mesh in, Selection picked, int grownBy) {
        Selection s = picked;
        for (int i = 0; i < grownBy; i++) s = s.touching(in, ElementKind.VERTEX).touching(in, ElementKind.FACE);
        return s.elements();
    }

    private List<Placement> places(long seed) {
        List<Placement> out = new ArrayList<>();
        if (how == How.MIRRORED)
            return List.of(new CopyPlacement.Placed(new Reflection(MirrorPlane.across(axis, at), seed), 1, seed, 1));
        for (int i = 1; i <= times; i++) {
            Placement to = how == How.MOVED
                    ? new Shift(by.times(i))
                    : new AxisTurn(axis, Trig.cosDegrees(i * angle), Trig.sinDegrees(i * angle), centre, 0);
            out.add(new CopyPlacement.Placed(to, i, seed, i));
        }
        return out;
    }

    private StepException refused(Mesh in, Selection picked, List<Placement> places, CarriedPart.Misfit misfit) {
        if (misfit.place() == null)
            return new StepException(
                    misfit.onItself()
                            ? "The place it would go to reaches the part itself: pick less, or grow it less."
                            : "Two of the places lie on each other; choose another angle or distance.");
        int enough = ringsThatGo(in, picked, places);
        return new StepException(
                "At the border of the part the body is not alike in the other place, as here at "
                        + Numbers.show(rounded(misfit.place().x())) + ", "
                        + Numbers.show(rounded(misfit.place().y()))
                        + ", " + Numbers.show(rounded(misfit.place().z())) + ". "
                        + (enough >= 0
                                ? "Grown by " + enough + " it would go."
                                : "Grow it up to where both places are alike."),
                misfit.place());
    }

    private int ringsThatGo(Mesh in, Selection picked, List<Placement> places) {
        for (int r = 0; r <= HINT; r++) {
            CarriedPart part = new CarriedPart(in, grown(in, picked, r), within);
            if (r != grownBy && places.stream().allMatch(p -> part.put(p) == null)) return r;
        }
        return -1;
    }

    private static double rounded(double d) {
        return Math.rint(1000 * d) / 1000;
    }

    @Override
    public String sentence() {
        String s = "*Carry over* {what}"
                + (grownBy == 0
                        ? ""
                        : grownBy == 1 ? " and {grownBy} ring round them" : " and {grownBy} rings round them");
        return s
                + switch (how) {
                    case MIRRORED -> at == 0 ? ", mirrored across {axis}." : ", mirrored across {axis} at {at}.";
                    case TURNED ->
                        times == 1 ? ", turned {angle} round {axis}." : ", turned {angle} round {axis} {times} times.";
                    case MOVED -> times == 1 ? ", moved by {by}." : ", moved by {by} {times} times.";
                };
    }
}
