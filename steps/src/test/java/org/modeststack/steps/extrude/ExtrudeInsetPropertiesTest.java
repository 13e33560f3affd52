package org.modeststack.steps.extrude;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.extrude.ExtrudeInsetTest.TOP;
import static org.modeststack.steps.extrude.ExtrudeInsetTest.euler;
import static org.modeststack.steps.extrude.ExtrudeInsetTest.extrude;
import static org.modeststack.steps.extrude.ExtrudeInsetTest.innerArea;
import static org.modeststack.steps.extrude.ExtrudeInsetTest.inset;
import static org.modeststack.steps.extrude.ExtrudeInsetTest.prism;
import static org.modeststack.steps.extrude.ExtrudeInsetTest.topArea;
import static org.modeststack.steps.extrude.ExtrudeInsetTest.volume;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.pick.Pick;

/** What must hold of {@link ExtrudeInsetTest}'s subject for whatever is drawn at random. */
class ExtrudeInsetPropertiesTest {

    @Property(tries = 60)
    void anExtrudedFaceAddsAPrism(
            @ForAll @IntRange(min = 3, max = 40) int sides, @ForAll @DoubleRange(min = -2, max = 30) double distance)
            throws StepException {
        Mesh m = prism(sides);
        double area = topArea(m);
        Mesh out = TestContext.run(extrude(TOP, distance, Extrude.Direction.TOGETHER, 0, 1), m);
        assertEquals(volume(m) + area * distance, volume(out), 1e-9 * volume(m));
        assertEquals(2, euler(out));
        assertEquals(m.faceCount() + sides, out.faceCount());
        if (distance != 0) assertTrue(Health.of(out).isClosed());
    }

    @Property(tries = 60)
    void aTaperedExtrusionAddsAFrustum(
            @ForAll @IntRange(min = 3, max = 20) int sides,
            @ForAll @DoubleRange(min = 1, max = 30) double h,
            @ForAll @DoubleRange(min = 0.1, max = 3) double taper)
            throws StepException {
        Mesh m = prism(sides);
        double a = topArea(m), b = a * taper * taper;
        Mesh out = TestContext.run(extrude(TOP, h, Extrude.Direction.TOGETHER, 0, taper), m);
        // The volume of a frustum, h/3·(A + B + √AB): Moscow papyrus, problem 14, and every handbook since.
        assertEquals(volume(m) + h / 3 * (a + b + Math.sqrt(a * b)), volume(out), 1e-9 * volume(out));
    }

    @Property(tries = 40)
    void turningTheEndKeepsItsArea(@ForAll @DoubleRange(min = -170, max = 170) double turn) throws StepException {
        Mesh m = prism(6), out = TestContext.run(extrude(TOP, 7, Extrude.Direction.TOGETHER, turn, 1), m);
        assertEquals(topArea(m), topArea(out), 1e-9);
        assertEquals(m.bounds().maxZ() + 7, out.bounds().maxZ(), 1e-12);
        assertEquals(0, Health.of(out).flippedEdges());
    }

    @Property(tries = 60)
    void anInsetPolygonHasTheAreaOfTheSmallerOne(
            @ForAll @IntRange(min = 3, max = 40) int sides, @ForAll @DoubleRange(min = 0.1, max = 0.9) double share)
            throws StepException {
        Mesh m = prism(sides);
        double area = topArea(m);
        double high = m.bounds().maxZ();
        // Of a regular polygon: area = n r² tan(π/n), with the inradius r.
        double inradius = Math.sqrt(area / (sides * Math.tan(Math.PI / sides)));
        double t = share * inradius;
        Mesh out = TestContext.run(inset(TOP, t, 0, Inset.Frames.TOGETHER, true), m);
        double inner = innerArea(out, m, high);
        assertEquals(sides * (inradius - t) * (inradius - t) * Math.tan(Math.PI / sides), inner, 1e-9 * area);
        assertEquals(area, topArea(out), 1e-9 * area, "frame and inside are what was there");
        assertEquals(volume(m), volume(out), 1e-9 * volume(m));
        assertEquals(2, euler(out));
    }

    /** Any of these steps on any source with any legal numbers. */
    @Property(tries = 150)
    void anyNumbersOnAnySourceGiveAValidMesh(@ForAll long seed) throws StepException {
        Random random = new Random(seed);
        List<StepDescriptor> sources = Steps.ALL.stream()
                .filter(s -> s.family() == Family.SOURCE
                        && !List.of("imported-mesh", "linked-copy").contains(s.type()))
                .toList();
        Mesh m = TestContext.run(sources.get(random.nextInt(sources.size())).createDefault());
        Selection s = Selection.none(ElementKind.FACE);
        for (int f = 0; f < m.faceCount(); f++)
            if (random.nextInt(4) == 0) s = s.with(Selection.of(ElementKind.FACE, f));
        if (s.isEmpty()) s = Selection.of(ElementKind.FACE, 0);
        Pick pick = Pick.hand(m, s);
        Mesh out = random.nextBoolean()
                ? TestContext.run(
                        new Extrude(
                                pick,
                                random.nextDouble() * 20 - 10,
                                Extrude.Direction.values()[random.nextInt(4)],
                                new Vec3(random.nextGaussian(), random.nextGaussian(), 1),
                                random.nextInt(5) * 10,
                                0.5 + random.nextDouble(),
                                false),
                        m)
                : TestContext.run(
                        inset(
                                pick,
                                random.nextDouble() * 6 - 1,
                                random.nextDouble() * 4 - 2,
                                Inset.Frames.values()[random.nextInt(2)],
                                random.nextInt(4) > 0),
                        m);
        Health before = Health.of(m), after = Health.of(out);
        assertEquals(before.borderEdges(), after.borderEdges());
        assertEquals(0, after.nonManifoldEdges() + after.flippedEdges() + after.looseVertices());
        assertEquals(
                out.vertexCount(), Arrays.stream(out.vertexKeys()).distinct().count());
        assertEquals(out.faceCount(), Arrays.stream(out.faceKeys()).distinct().count());
        assertEquals(euler(m), euler(out), "walls close the gap and nothing else");
    }
}
