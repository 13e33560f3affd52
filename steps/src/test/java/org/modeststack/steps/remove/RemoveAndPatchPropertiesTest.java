package org.modeststack.steps.remove;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.mesh.MeshFixtures.both;
import static org.modeststack.steps.PartFixtures.bar;
import static org.modeststack.steps.PartFixtures.euler;
import static org.modeststack.steps.PartFixtures.pick;
import static org.modeststack.steps.PartFixtures.some;
import static org.modeststack.steps.PartFixtures.volume;

import java.util.Arrays;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.measure.Closure;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.select.Growing;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.PartFixtures;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.clean.WeldPicked;
import org.modeststack.steps.cut.Connect;
import org.modeststack.steps.cut.CutLoop;
import org.modeststack.steps.patch.Bridge;
import org.modeststack.steps.pick.Pick;

/** What must hold of {@link RemoveAndPatchTest}'s subject for whatever is drawn at random. */
class RemoveAndPatchPropertiesTest {

    @Property(tries = 30)
    void dissolvingACutGivesBackWhatWasThere(@ForAll @IntRange(min = 1, max = 9) int count) throws StepException {
        Mesh m = MeshFixtures.cube(10);
        Mesh cut = TestContext.run(new CutLoop(pick("edges: inside -1 -1 -1 1 1 11"), count, 1, 0), m);
        String made = new TestContext().madeTag();
        Mesh back = TestContext.run(new Dissolve(pick("edges: made \"" + made + "\""), true), cut);
        assertEquals(m.faceCount(), back.faceCount());
        assertEquals(m.vertexCount(), back.vertexCount());
        assertEquals(1000, volume(back), 1e-9);
        Mesh untidy = TestContext.run(new Dissolve(pick("edges: made \"" + made + "\""), false), cut);
        assertEquals(cut.vertexCount(), untidy.vertexCount());
        assertEquals(2, euler(untidy));
    }

    @Property(tries = 40)
    void aBridgeJoinsTwoBars(
            @ForAll @IntRange(min = 3, max = 24) int sides, @ForAll @IntRange(min = 1, max = 6) int segments)
            throws StepException {
        Mesh a = bar(sides, 20, 10), b = MeshFixtures.moved(a, 0, 0, 25);
        Mesh m = both(a, b);
        // The top of the lower one and the bottom of the upper one.
        Mesh out = TestContext.run(
                new Bridge(
                        pick("faces: facing 0 0 1 5; within inside -99 -99 9 99 99 11; and facing 0 0 -1 5;"
                                + " without inside -99 -99 -1 99 99 1; without inside -99 -99 34 99 99 36"),
                        segments,
                        0),
                m);
        assertTrue(Health.of(out).isClosed());
        assertEquals(2, euler(out));
        assertEquals(volume(a) * 3.5, volume(out), 1e-9 * volume(out));
        assertEquals(2 * sides + 2 + segments * sides, out.faceCount());
        assertEquals(
                out.vertexCount(), Arrays.stream(out.vertexKeys()).distinct().count());
        assertEquals(out.faceCount(), Arrays.stream(out.faceKeys()).distinct().count());
    }

    /** Between any two groups of faces, near each other or touching: a tunnel, or nothing and a word why. */
    @Property(tries = 200)
    void aBridgeLeavesABodyClosed(@ForAll long seed) throws StepException {
        Random random = new Random(seed);
        Mesh m = PartFixtures.anySource(random);
        Selection picked = Selection.of(ElementKind.FACE, random.nextInt(m.faceCount()))
                .with(Selection.of(ElementKind.FACE, random.nextInt(m.faceCount())));
        for (int i = random.nextInt(3); i > 0; i--) picked = Growing.grown(m, picked);
        TestContext context = new TestContext();
        Mesh out = new Bridge(Pick.hand(m, picked), 1 + random.nextInt(2), random.nextInt(5) - 2).apply(m, context);
        Closure before = Closure.of(m), after = Closure.of(out);
        assertTrue(after.open() <= before.open());
        assertTrue(after.branching() <= before.branching());
        assertEquals(before.turned(), after.turned());
        assertTrue(out != m || !context.remarks.isEmpty());
    }

    /** Any of these steps on any source with any legal numbers. */
    @Property(tries = 200)
    void anyNumbersOnAnySourceGiveAValidMesh(@ForAll long seed) throws StepException {
        Random random = new Random(seed);
        Mesh m = PartFixtures.anySource(random);
        ElementKind kind = ElementKind.values()[random.nextInt(3)];
        int which = random.nextInt(4);
        Step s = switch (which) {
            case 0 -> new Dissolve(some(m, kind, 6, random), random.nextBoolean());
            case 1 ->
                new CutLoop(
                        some(m, ElementKind.EDGE, 30, random),
                        1 + random.nextInt(3),
                        random.nextDouble(),
                        random.nextDouble() * 2 - 1);
            case 2 -> new Connect(some(m, ElementKind.VERTEX, 3, random));
            default ->
                new WeldPicked(some(m, ElementKind.VERTEX, 20, random), WeldPicked.To.NEAREST, random.nextDouble() * 8);
        };
        Mesh out = TestContext.run(s, m);
        Health before = Health.of(m), after = Health.of(out);
        String about = s.toString().substring(0, Math.min(60, s.toString().length()));
        assertEquals(0, after.flippedEdges() + after.looseVertices(), about);
        assertEquals(
                out.vertexCount(), Arrays.stream(out.vertexKeys()).distinct().count(), about);
        if (which == 3) return;
        assertEquals(before.borderEdges() == 0, after.borderEdges() == 0, about);
        assertEquals(0, after.nonManifoldEdges(), about);
        assertEquals(out.faceCount(), Arrays.stream(out.faceKeys()).distinct().count(), about);
        assertEquals(euler(m), euler(out), about);
    }
}
