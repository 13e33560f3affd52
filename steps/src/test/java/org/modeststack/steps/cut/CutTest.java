package org.modeststack.steps.cut;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.PartFixtures.bar;
import static org.modeststack.steps.PartFixtures.euler;
import static org.modeststack.steps.PartFixtures.pick;
import static org.modeststack.steps.PartFixtures.volume;

import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.pick.Pick;

class CutTest {
    static final Pick UPRIGHT = pick("edges: inside -1 -1 -1 1 1 11");

    @ParameterizedTest
    @CsvSource({
        "1, 1, 0, 0.5",
        "1, 1, 1, 0.9999",
        "1, 1, -1, 0.0001",
        "3, 1, 0, 0.25",
        "3, 0, 0, 0.5",
        "2, 1, -1, 0.0001"
    })
    void cutsLieWhereSpreadAndSlidePutThem(int count, double spread, double slide, double first) {
        double[] t = new CutLoop(UPRIGHT, count, spread, slide).shares();
        assertEquals(first, t[0], 1e-9);
        for (int i = 1; i < count; i++) assertTrue(t[i] >= t[i - 1]);
    }

    @Test
    void aRingStopsAtAFaceOfManySides() throws StepException {
        Mesh m = bar(12, 20, 10);
        Mesh round = TestContext.run(new CutLoop(pick("edges: sharper 20; without sharper 40"), 1, 1, 0), m);
        assertEquals(12 + m.faceCount(), round.faceCount(), "once round the side");
        assertEquals(2, euler(round));
        // An edge of the cap's rim: a cut down one side; both caps take a corner in.
        Mesh one = TestContext.run(new CutLoop(pick("edges: inside 8 -1 9.5 11 6 11"), 1, 1, 0), m);
        assertEquals(m.faceCount() + 1, one.faceCount());
        int most = 0;
        for (int f = 0; f < one.faceCount(); f++) most = Math.max(most, one.sides(f));
        assertEquals(13, most);
        assertTrue(Health.of(one).isClosed());
    }

    @Test
    void keysStayWhenTheCountDoubles() throws StepException {
        Mesh m = MeshFixtures.cube(10);
        Set<Long> three = keys(TestContext.run(new CutLoop(UPRIGHT, 3, 1, 0), m));
        assertTrue(three.containsAll(keys(TestContext.run(new CutLoop(UPRIGHT, 1, 1, 0), m))));
    }

    static Set<Long> keys(Mesh m) {
        Set<Long> out = new HashSet<>();
        for (long k : m.vertexKeys()) out.add(k);
        return out;
    }

    @Test
    void tagsAndColoursAreCarried() throws StepException {
        Mesh m = MeshFixtures.sheet(1);
        int[] c = m.corners();
        m = MeshFixtures.coloredByPlace(m, 0)
                .withTags(Map.of(
                        "all", new Tag(ElementKind.FACE, new long[] {0}, new double[] {0.5}),
                        "side", new Tag(ElementKind.EDGE, new long[] {Tag.edge(c[0], c[1])}, new double[] {1}),
                        "ends",
                                new Tag(
                                        ElementKind.VERTEX,
                                        new long[] {Math.min(c[0], c[1]), Math.max(c[0], c[1])},
                                        new double[] {1, 1})));
        Mesh out = TestContext.run(new CutLoop(pick("edges: all"), 1, 1, 0), m);
        assertEquals(4, out.tag("all").size());
        assertEquals(2, out.tag("side").size(), "both halves");
        assertEquals(3, out.tag("ends").size(), "and the vertex between");
        for (int i = 0; i < out.cornerCount(); i++) {
            assertEquals(out.x(out.corners()[i]), out.cornerColors()[4 * i], 1e-6);
            assertEquals(out.y(out.corners()[i]), out.cornerColors()[4 * i + 1], 1e-6);
        }
    }

    @Test
    void cornersAreConnectedAcrossAFace() throws StepException {
        Mesh m = MeshFixtures.cube(10);
        Mesh two = TestContext.run(
                new Connect(
                        pick(
                                "vertices: inside -1 -1 9 11 11 11; without inside 5 -1 9 11 5 11; without inside -1 5 9 5 11 11")),
                m);
        assertEquals(7, two.faceCount(), "one face divided along its diagonal");
        assertEquals(1000, volume(two), 1e-9);
        assertEquals(2, euler(two));
        Mesh bar = bar(12, 20, 10);
        Mesh cut = TestContext.run(
                new Connect(pick("vertices: facing 0 0 1 10; within inside -11 -0.1 0 11 0.1 11")), bar);
        assertEquals(bar.faceCount() + 1, cut.faceCount());
        assertEquals(volume(bar), volume(cut), 1e-9);
    }

    @Test
    void anEdgeOutsideItsFaceIsLeftOut() throws StepException {
        // An L: the line between the two tips runs outside.
        Mesh l = MeshFixtures.polygon(0, 0, 4, 0, 4, 1, 1, 1, 1, 4, 0, 4);
        TestContext context = new TestContext();
        Mesh out = new Connect(pick("vertices: inside 3.5 0.5 -1 4.5 1.5 1; and inside 0.5 3.5 -1 1.5 4.5 1"))
                .apply(l, context);
        assertEquals(1, out.faceCount());
        assertEquals(
                "1 edge was left out: it would run outside its face.",
                context.remarks.getFirst().text());
        TestContext inside = new TestContext();
        Mesh halves = new Connect(pick("vertices: inside -1 -1 -1 0.5 0.5 1; and inside 0.5 0.5 -1 1.5 1.5 1"))
                .apply(l, inside);
        assertEquals(2, halves.faceCount());
        assertEquals(7, Measures.of(halves).area(), 1e-12);
        TestContext neighbours = new TestContext();
        Mesh same = new Connect(pick("vertices: inside -1 -1 -1 5 0.5 1")).apply(l, neighbours);
        assertArrayEquals(l.corners(), same.corners());
        assertEquals(1, neighbours.remarks.size());
    }
}
