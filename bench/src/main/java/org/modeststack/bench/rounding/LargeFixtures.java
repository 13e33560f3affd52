package org.modeststack.bench.rounding;

import java.util.List;
import java.util.Random;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.combine.arrange.Arrangement;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.extrude.Extrude;
import org.modeststack.steps.mend.DivideFaces;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/** Large bodies whose edges are bevelled, and rims tidied, to take the time. */
public final class LargeFixtures {
    /** The side of a box, mm, and by how much of an edge vertices are off their places, from one side to the other. */
    private static final double LUMP = 100, OFF = 0.25;

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

    /**
     * A round lump of triangles of which each vertex is off its place, as in a scan: some have next to no room for strips.
     *
     * @param levels how often a box is divided; of 12 · 4^levels triangles
     */
    static Mesh lump(int levels) throws StepException {
        Mesh round = on(make(new Box(LUMP, LUMP, LUMP, 1, 1, 1, Seat.CENTRED)), new Subdivide(levels));
        Mesh triangles = on(round, new DivideFaces(PickText.parse("faces: all"), 3, DivideFaces.Into.TRIANGLES));
        Random random = new Random(5);
        double[] xyz = triangles.xyz().clone();
        for (int i = 0; i < xyz.length; i++) xyz[i] += OFF * lumpEdge(levels) * (random.nextDouble() - 0.5);
        return triangles.withPositions(xyz);
    }

    /** About how long edges of it are, mm. */
    static double lumpEdge(int levels) {
        return LUMP / (1 << levels);
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
