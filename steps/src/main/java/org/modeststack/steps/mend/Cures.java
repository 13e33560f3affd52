package org.modeststack.steps.mend;

import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.fault.FoundFault;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.clean.Weld;
import org.modeststack.steps.patch.Fill;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;

/** Which step cures which fault. */
public final class Cures {
    /** What is merged lies within the distance that was found, also after rounding. */
    private static final double A_LITTLE_MORE = 1.001;

    /** Of a distance that is more than 0. */
    private static final double LEAST = Double.MIN_NORMAL;

    private Cures() {}

    /** The step that cures a fault, with the numbers that go with it. */
    public static Step of(FoundFault fault) {
        return switch (fault.kind()) {
            case OPEN_EDGE -> new Fill(PickText.parse("edges: border"), Fill.Filling.EVEN);
            case BRANCHING_EDGE, JOINED_FANS -> new PartSurfaces();
            case TURNED_EDGE, INSIDE_OUT -> new TurnFaces(true);
            case INSIDE -> new OuterFaces(true, false);
            case DOUBLED -> new OuterFaces(false, true);
            case CROSSING, COVERING, FOLDED -> new ResolveCrossings();
            case MANY_SIDES -> new DivideFaces(Pick.all(ElementKind.FACE), 4, DivideFaces.Into.QUADS);
            case OWN_OUTLINE, BENT -> new DivideFaces(Pick.all(ElementKind.FACE), 3, DivideFaces.Into.TRIANGLES);
            case NO_AREA, NO_LENGTH, SLIVER, SHORT -> new CollapseSmall(0, 0.02);
            case NEAR -> new Weld(Math.max(fault.measure() * A_LITTLE_MORE, LEAST));
            case CRACK ->
                new CloseCracks(PickText.parse("edges: border"), Math.max(fault.measure() * A_LITTLE_MORE, LEAST));
            // While faces are not joined yet every corner joins two edges only.
            case LOOSE -> new DropIdle(1, true);
            case TWO_EDGES -> new DropIdle(1, false);
        };
    }

    /** What the step that cures a fault is called. */
    public static String named(FoundFault fault) {
        return StepDescriptor.of(of(fault)).title();
    }
}
