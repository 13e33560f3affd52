package org.modeststack.steps.part;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.BitSet;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.clean.WeldPicked;
import org.modeststack.steps.mark.TagStep;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.pick.Term;

/** Steps that put picked elements elsewhere, name them, or merge them. */
class PartTest {
    static final Pick TOP = PickText.parse("faces: facing 0 0 1 10");

    static double volume(Mesh m) {
        return Measures.of(m).volume();
    }

    @ParameterizedTest
    @EnumSource(Fade.class)
    void theFadeFallsFromOneToNothing(Fade fade) {
        Mesh sheet = MeshFixtures.sheet(10);
        BitSet first = new BitSet();
        for (int v = 0; v < sheet.vertexCount(); v++) if (sheet.x(v) == 0) first.set(v);
        double[] w = fade.weights(sheet, first, 5);
        for (int v = 0; v < w.length; v++) {
            double t = sheet.x(v) / 5;
            double expected = t >= 1
                    ? 0
                    : switch (fade) {
                        case SMOOTH -> 1 - 3 * t * t + 2 * t * t * t;
                        case STRAIGHT -> 1 - t;
                        case ROUND -> Math.sqrt(1 - t * t);
                    };
            assertEquals(expected, w[v], 1e-12);
        }
        double[] none = fade.weights(sheet, first, 0);
        for (int v = 0; v < none.length; v++) assertEquals(first.get(v) ? 1 : 0, none[v]);
    }

    @Test
    void axesFollowWhatIsPicked() {
        Mesh m = MeshFixtures.cube(10);
        Axes.Frame normal =
                Axes.NORMAL.of(m, PickText.parse("faces: facing 1 0 0 5").on(m).selection());
        assertEquals(0, normal.z().minus(new Vec3(1, 0, 0)).length(), 1e-12);
        assertEquals(0, normal.middle().minus(new Vec3(10, 5, 5)).length(), 1e-12);
        assertEquals(0, normal.x().cross(normal.y()).minus(normal.z()).length(), 1e-12);
        assertEquals(0, normal.x().z(), 1e-12, "X is level");
        int e = m.adjacency().edgeBetween(m.corners()[0], m.corners()[1], m);
        Vec3 d = m.point(m.corners()[1]).minus(m.point(m.corners()[0])).unit();
        Axes.Frame edge = Axes.EDGE.of(m, Selection.of(ElementKind.EDGE, e));
        assertEquals(1, Math.abs(edge.x().dot(d)), 1e-12);
        assertEquals(0, edge.x().cross(edge.y()).minus(edge.z()).length(), 1e-12);
        assertEquals(
                Axes.BODY.of(m, Selection.all(m, ElementKind.FACE)),
                Axes.NORMAL.of(m, Selection.all(m, ElementKind.FACE)),
                "faces all round have no normal");
    }

    @ParameterizedTest
    @CsvSource({"ACROSS_X, 0", "ACROSS_Y, 1", "ACROSS_Z, 2"})
    void flatteningAcrossAnAxisIsExact(Flatten.Plane plane, int axis) throws StepException {
        Mesh m = MeshFixtures.posed(MeshFixtures.cube(10), new Random(4), 20);
        Pick all = PickText.parse("vertices: all");
        Mesh out = TestContext.run(new Flatten(all, plane, Flatten.Through.POSITION, 0.1, 1), m);
        for (int v = 0; v < 8; v++) {
            assertEquals(0.1, out.point(v).get(axis));
            assertEquals(m.point(v).get((axis + 1) % 3), out.point(v).get((axis + 1) % 3));
        }
        Mesh half = TestContext.run(new Flatten(all, plane, Flatten.Through.POSITION, 0, 0.5), m);
        assertEquals(m.point(3).get(axis) / 2, half.point(3).get(axis), 1e-12);
    }

    @Test
    void whatLiesOnALineHasNoPlane() throws StepException {
        Mesh m = MeshFixtures.sheet(4);
        TestContext context = new TestContext();
        Pick line = PickText.parse("vertices: inside -1 -1 -1 0.5 100 1");
        new Flatten(line, Flatten.Plane.BEST, Flatten.Through.MIDDLE, 0, 1).apply(m, context);
        assertTrue(context.remarks.getFirst().text().contains("one line"));
    }

    @Test
    void branchingEdgesAreLeftAndSaid() throws StepException {
        TestContext context = new TestContext();
        Mesh m = MeshFixtures.sheet(3);
        Mesh out = new LoopToCircle(
                        PickText.parse("edges: all"), LoopToCircle.Size.MEAN, 1, LoopToCircle.Spacing.EVEN, 1)
                .apply(m, context);
        assertArrayEquals(m.xyz(), out.xyz());
        assertTrue(context.remarks.getFirst().text().startsWith("1 chain of edges was left"));
    }

    @Test
    void tagsAreSetChangedAndTakenBack() throws StepException {
        Mesh m = MeshFixtures.cube(10);
        Pick sharp = PickText.parse("edges: sharper 30"), one = PickText.parse("edges: facing 0 0 1 10");
        Mesh tagged = TestContext.run(new TagStep(sharp, "rim", 0.5), m);
        assertEquals(12, tagged.tag("rim").size());
        Mesh changed = TestContext.run(new TagStep(one, "rim", 1), tagged);
        int full = 0;
        for (int i = 0; i < 12; i++) if (changed.tag("rim").weight(i) == 1) full++;
        assertEquals(4, full);
        Mesh fewer = TestContext.run(new TagStep(one, "rim", 0), changed);
        assertEquals(8, fewer.tag("rim").size());
        assertEquals(8, PickText.parse("edges: tag rim").on(fewer).selection().size());
        assertNull(m.tag("rim"));
        assertNotNull(fewer.tag("rim"));
        StepException other =
                assertThrows(StepException.class, () -> TestContext.run(new TagStep(TOP, "rim", 1), tagged));
        assertEquals("\"rim\" already names edges; faces need another name.", other.getMessage());
        assertThrows(StepException.class, () -> TestContext.run(new TagStep(TOP, " ", 1), m));
        assertThrows(StepException.class, () -> TestContext.run(new TagStep(TOP, "made:x", 1), m));
    }

    @ParameterizedTest
    @EnumSource(
            value = WeldPicked.To.class,
            names = {"FIRST", "LAST", "CENTRE"})
    void pickedVerticesBecomeOne(WeldPicked.To to) throws StepException {
        Mesh m = MeshFixtures.cube(10);
        int a = m.corners()[0], b = m.corners()[1];
        // The second end was picked first.
        Pick pick = new Pick(ElementKind.VERTEX, List.of(Term.where(Rule.Hand.of(m, ElementKind.VERTEX, b, a))));
        Mesh out = TestContext.run(new WeldPicked(pick, to, 1), m);
        assertEquals(7, out.vertexCount());
        assertEquals(6, out.faceCount());
        assertEquals(2, out.vertexCount() - out.edgeCount() + out.faceCount());
        Vec3 expected = switch (to) {
            case FIRST -> m.point(b);
            case LAST -> m.point(a);
            default -> m.point(a).plus(m.point(b)).times(0.5);
        };
        boolean there = false;
        for (int v = 0; v < 7; v++) there |= out.point(v).minus(expected).length() < 1e-12;
        assertTrue(there);
    }

    /** Ten vertices in two rows hang together: onward they become one, else every second one stays. */
    @ParameterizedTest
    @CsvSource({"true, 1", "false, 5"})
    void onlyPickedNeighboursAreWelded(boolean onward, int staying) throws StepException {
        Mesh m = MeshFixtures.sheet(4);
        Pick left = PickText.parse("vertices: inside -1 -1 -1 1 9 1");
        Mesh out = TestContext.run(new WeldPicked(left, WeldPicked.To.NEAREST, 1, onward), m);
        assertEquals(25 - 10 + staying, out.vertexCount());
    }
}
