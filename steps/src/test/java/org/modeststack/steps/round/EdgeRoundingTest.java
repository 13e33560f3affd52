package org.modeststack.steps.round;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.CutFixtures.cut;

import java.util.Arrays;
import java.util.BitSet;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.select.Selection;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.bevel.Measure;
import org.modeststack.steps.bevel.Rails;
import org.modeststack.steps.bevel.Turn;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.profile.Shape;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/** Rims rounded over as many faces as the width takes. */
class EdgeRoundingTest {
    static Mesh make(Step source) throws StepException {
        return TestContext.run(source);
    }

    static Mesh turned(Mesh m, Axis axis, double degrees) throws StepException {
        StepDescriptor turn = Steps.byType("turn");
        return TestContext.run(turn.with(turn.with(turn.createDefault(), "axis", axis), "angle", degrees), m);
    }

    /** Bevels the edges of the cut. */
    static Mesh rounded(Mesh m, double width, int segments, Rails rails) throws StepException {
        return rounded(m, Measure.ALONG, width, segments, rails);
    }

    static Mesh rounded(Mesh m, Measure measure, double width, int segments, Rails rails) throws StepException {
        StepDescriptor bevel = Steps.byType("bevel");
        Step s = bevel.with(bevel.createDefault(), "measure", measure);
        s = bevel.with(s, "where", PickText.parse("edges: made \"" + new TestContext(3).madeTag() + "\""));
        s = bevel.with(bevel.with(s, "width", width), "segments", segments);
        return bevel.with(s, "rails", rails).apply(m, new TestContext(4));
    }

    /** The vertices between the strips and what is beside them. */
    static int[] rails(Mesh m) {
        Selection strip = Selection.of(m, m.tag(new TestContext(4).madeTag()));
        Adjacency adj = m.adjacency();
        BitSet out = new BitSet();
        for (int e = 0; e < adj.edgeCount(); e++) {
            int in = 0;
            for (int i = 0; i < adj.edgeSides(e); i++) if (strip.contains(adj.cornerFace()[adj.edgeCorner(e, i)])) in++;
            if (in != 1) continue;
            out.set(adj.edgeLow(e));
            out.set(adj.edgeHigh(e));
        }
        return out.stream().toArray();
    }

    static void assertSound(Mesh m) {
        assertTrue(Health.of(m).isClosed());
        Validity shape = Validity.of(m);
        assertTrue(shape.isSound(), shape.toString());
    }

    /** A hole through a block: the rail on top is a polygon whose flats are the width farther out, whatever the top is of. */
    @ParameterizedTest
    @CsvSource({"1, 12, 1", "4, 12, 2", "9, 24, 2", "25, 32, 3"})
    void onFlatFacesTheWidthIsExactHoweverTheyAreDivided(int divisions, int sides, double width) throws StepException {
        Mesh block = make(new Box(50, 50, 10, divisions, divisions, 1, Seat.CENTRED));
        Mesh holed = cut(block, make(new Cylinder(20, 40, sides, 1, 0, Seat.CENTRED)), Operation.DIFFERENCE);
        Mesh m = rounded(holed, width, 3, Rails.OVER);
        assertSound(m);
        double flat = 10 * Math.cos(Math.PI / sides) + width;
        int onTop = 0;
        for (int v : rails(m)) {
            Vec3 p = m.point(v);
            if (Math.abs(p.z()) < 4.9) continue;
            onTop++;
            double side = 2 * Math.PI / sides, a = Math.atan2(p.y(), p.x());
            double off = a - side * (Math.floor(a / side) + 0.5);
            assertEquals(flat, Math.hypot(p.x(), p.y()) * Math.cos(off), 1e-5);
        }
        assertTrue(onTop >= 2 * sides, onTop + " vertices");
        for (int v : rails(m)) if (Math.abs(m.z(v)) < 4.9) assertEquals(5 - width, Math.abs(m.z(v)), 1e-5);
    }

    /** A ball drilled along its axis: the rail lies on it at the width from the rim, along the ball. */
    @ParameterizedTest
    @CsvSource({"24, 12, 0.12", "48, 24, 0.03", "96, 48, 0.02"})
    void onABallTheRailComesNearerToTheExactOneTheFinerItIs(int around, int rings, double within) throws StepException {
        double radius = 25, hole = 8, width = 2;
        Mesh ball = make(new UvSphere(2 * radius, around, rings, Seat.CENTRED));
        Mesh drilled = cut(
                ball,
                turned(make(new Cylinder(2 * hole, 80, around, 1, 0, Seat.CENTRED)), Axis.Z, 1.3),
                Operation.DIFFERENCE);
        Mesh m = rounded(drilled, width, 4, Rails.OVER);
        assertSound(m);
        // Along a meridian the exact rail is an arc of the width's length farther from the pole than the rim.
        double exact = radius * Math.sin(Math.asin(hole / radius) + width / radius);
        double worst = 0;
        for (int v : rails(m)) {
            double r = Math.hypot(m.x(v), m.y(v));
            if (r > hole + 0.5) worst = Math.max(worst, Math.abs(r - exact) / width);
        }
        assertTrue(worst > 0 && worst < within, "off by " + worst + " of the width");
        double before = Measures.of(drilled).volume(), after = Measures.of(m).volume();
        assertTrue(after < before);
    }

    /** What a division that has nothing to do with the shape does to the width. */
    @Test
    void railsBesideAreHeldBackByTheDivisionAndRailsOverAreNot() throws StepException {
        Mesh ball = make(new UvSphere(50, 64, 32, Seat.CENTRED));
        Mesh tool = MeshFixtures.moved(make(new Cylinder(14, 60, 24, 1, 0, Seat.CENTRED)), 9, 5, 20);
        Mesh drilled = cut(ball, tool, Operation.DIFFERENCE);
        double over = least(rounded(drilled, 1, 2, Rails.OVER), drilled);
        double beside = least(rounded(drilled, 1, 2, Rails.BESIDE), drilled);
        assertTrue(over > 0.95, "over: " + over);
        assertTrue(beside < 0.5, "beside: " + beside);
    }

    private static double least(Mesh m, Mesh before) {
        Selection rim =
                Selection.of(before, before.tag(new TestContext(3).madeTag())).to(before, ElementKind.EDGE);
        Adjacency adj = before.adjacency();
        return Arrays.stream(rails(m))
                .mapToDouble(v -> rim.elements().stream()
                        .mapToDouble(
                                e -> m.point(v).distanceTo(before.point(adj.edgeLow(e)), before.point(adj.edgeHigh(e))))
                        .min()
                        .orElseThrow())
                .min()
                .orElseThrow();
    }

    @Test
    void aSpoutJoinedToARoundPotGetsTheFilletThatIsAsked() throws StepException {
        Mesh pot = make(new Cylinder(60, 50, 48, 6, 0, Seat.CENTRED));
        Mesh turned = turned(make(new Cylinder(16, 50, 24, 1, 0, Seat.CENTRED)), Axis.Y, 90);
        Mesh joined = cut(pot, MeshFixtures.moved(turned, 40, 0, 0), Operation.UNION);
        Mesh m = rounded(joined, 2, 4, Rails.OVER);
        assertSound(m);
        assertTrue(least(m, joined) > 1.9, "" + least(m, joined));
        assertTrue(Measures.of(m).volume() > Measures.of(joined).volume());
    }

    /** Where there is one face on each side both ways come to the same: counts, and volumes but for the slack of rails. */
    @ParameterizedTest
    @CsvSource({
        "edges: all, 1",
        "edges: all, 2",
        "edges: all, 3",
        "edges: all, 4",
        "edges: facing 0 0 1 10; rim, 3",
        "edges: inside -26 -26 -1 26 -24 11, 3",
        "edges: inside -26 -26 4 26 -24 11, 4"
    })
    void edgesOfABlockComeOutAsThoseThatAreCutBeside(String pick, int segments) throws StepException {
        StepDescriptor bevel = Steps.byType("bevel");
        Mesh block = make(new Box(50, 50, 10, 1, 1, 1, Seat.CENTRED));
        Step beside = bevel.with(bevel.createDefault(), "where", PickText.parse(pick));
        beside = bevel.with(bevel.with(beside, "width", 1.5), "segments", segments);
        Step over = bevel.with(beside, "rails", Rails.OVER);
        Mesh a = beside.apply(block, new TestContext(4)), b = over.apply(block, new TestContext(4));
        assertSound(b);
        assertEquals(a.faceCount(), b.faceCount());
        assertEquals(a.vertexCount(), b.vertexCount());
        assertEquals(Measures.of(a).volume(), Measures.of(b).volume(), 1e-4);
    }

    /** What cannot run over the faces is cut beside the edges, to the same mesh. */
    @ParameterizedTest
    @CsvSource({"shape, COVE", "taper, 0", "guard, false", "innerTurns, FANNED", "outerTurns, ARCED"})
    void whatCannotGoOverIsCutBeside(String param, String value) throws StepException {
        StepDescriptor bevel = Steps.byType("bevel");
        Mesh block = make(new Box(50, 50, 10, 1, 1, 1, Seat.CENTRED));
        Object v = switch (param) {
            case "shape" -> Shape.valueOf(value);
            case "taper" -> Double.valueOf(value);
            case "guard" -> Boolean.valueOf(value);
            default -> Turn.valueOf(value);
        };
        Step over = bevel.with(bevel.with(bevel.createDefault(), "segments", 4), param, v);
        Step beside = bevel.with(over, "rails", Rails.BESIDE);
        assertTrue(over.apply(block, new TestContext(4)).sameAs(beside.apply(block, new TestContext(4))));
    }

    /** Rails that run exactly along the edges of a bar are where they should be all round, whatever its size. */
    @Property(tries = 200)
    void barsAreRoundedAlikeAllRound(
            @ForAll @IntRange(min = 10, max = 60) int diameter,
            @ForAll @IntRange(min = 8, max = 64) int sides,
            @ForAll @DoubleRange(min = 0.1, max = 2) double width)
            throws StepException {
        Mesh bar = make(new Cylinder(diameter, 30, sides, 1, 0, Seat.CENTRED));
        StepDescriptor bevel = Steps.byType("bevel");
        Step s = bevel.with(bevel.createDefault(), "where", PickText.parse("edges: facing 0 0 1 10; rim"));
        Mesh m = bevel.with(bevel.with(s, "width", width), "segments", 2).apply(bar, new TestContext(4));
        assertEquals(3 * sides + 2, m.faceCount());
        int low = 0;
        for (int v : rails(m)) if (Math.abs(m.z(v) - (15 - width)) < 1e-9) low++;
        assertEquals(sides, low, "vertices on the lower rail");
    }

    /**
     * A hole and a slot that run into each other in a ball. Where the slot's end wall cuts the hole along its length, three
     * quarters of a turn and more lie beside the corner; the rim far from there must not be narrower for that.
     */
    @Test
    void roundAFoldedCornerTheRestOfTheRimIsAsWideAsAsked() throws StepException {
        double width = 3;
        Mesh ball = make(new UvSphere(100, 48, 24, Seat.CENTRED));
        Mesh hole = turned(make(new Cylinder(36, 200, 40, 1, 0, Seat.CENTRED)), Axis.X, 55);
        Mesh slot = MeshFixtures.box(0, -50, 16, 60, -10, 34);
        Mesh both = cut(cut(ball, hole, Operation.DIFFERENCE), slot, Operation.DIFFERENCE);
        TestContext context = new TestContext(4);
        StepDescriptor bevel = Steps.byType("bevel");
        Step s = bevel.with(bevel.createDefault(), "where", PickText.parse("edges: sharper 40"));
        Mesh m = bevel.with(bevel.with(s, "width", width), "segments", 6).apply(both, context);
        assertSound(m);
        Vec3 along = new Vec3(0, -Math.sin(Math.toRadians(55)), Math.cos(Math.toRadians(55)));
        int far = 0;
        for (int v : rails(m)) {
            Vec3 p = m.point(v);
            // The wall of the hole, away from the slot: the rail runs the width below the ball.
            if (p.x() > -8 || Math.abs(p.cross(along).length() - 18) > 0.2 || p.dot(along) < 0) continue;
            far++;
            assertEquals(Math.sqrt(50 * 50 - 18 * 18) - width, p.dot(along), 0.3);
        }
        assertTrue(far >= 10, far + " vertices");
    }
}
