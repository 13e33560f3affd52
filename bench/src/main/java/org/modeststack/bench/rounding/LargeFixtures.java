package org.modeststack.bench.rounding;

import java.util.List;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.combine.arrange.Arrangement;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.extrude.Extrude;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/** Large bodies whose edges are bevelled, and rims tidied, to take the time. */
public final class LargeFixtures {
    private LargeFixtures() {}

    static Mesh make(Step source) throws StepException {
        return on(Mesh.EMPTY, source);
    }

    public static Mesh on(Mesh m, Step step) throws StepException {
        return step.apply(m, new QuietContext());
    }

    public static Mesh ball(int around) throws StepException {
        return make(new UvSphere(100, around, around / 2, Seat.CENTRED));
    }

    /**
     * A ball with a hole of 64 sides down to the height of its middle.
     *
     * @param aside how far the hole is from the axis, mm
     */
    public static Mesh holed(Mesh ball, double aside) throws StepException {
        Mesh tool = make(new Cylinder(20, 300, 64, 1, 0, Seat.CENTRED));
        double[] xyz = tool.xyz().clone();
        for (int i = 0; i < xyz.length; i += 3) {
            xyz[i] += aside;
            xyz[i + 2] += 150;
        }
        return new Arrangement(
                        List.of(
                                new Arrangement.Operand(ball, "", "Body"),
                                new Arrangement.Operand(tool.withPositions(xyz), "t", "Tool")),
                        Operation.DIFFERENCE,
                        Arrangement.Choices.USUAL,
                        new QuietContext())
                .result();
    }

    /** A plate with so many raised fields along each side, whose edges all hang together. */
    static Mesh fields(int side) throws StepException {
        Mesh box = make(new Box(10.0 * side, 10.0 * side, 20, side, side, 1, Seat.CENTRED));
        return on(
                box,
                NamedSteps.step(
                        "extrude",
                        "faces",
                        PickText.parse("faces: facing 0 0 1 10"),
                        "distance",
                        4.0,
                        "direction",
                        Extrude.Direction.APART,
                        "taper",
                        0.6));
    }
}
