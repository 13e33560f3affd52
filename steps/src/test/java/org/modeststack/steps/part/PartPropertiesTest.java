package org.modeststack.steps.part;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.modeststack.steps.part.PartTest.TOP;
import static org.modeststack.steps.part.PartTest.volume;

import java.util.BitSet;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Axis;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;

/** What must hold of {@link PartTest}'s subject for whatever is drawn at random. */
class PartPropertiesTest {

    @Property(tries = 40)
    void movingTheTopOfABlockStretchesIt(
            @ForAll @DoubleRange(min = -9, max = 20) double up, @ForAll @DoubleRange(min = -30, max = 30) double aside)
            throws StepException {
        Mesh m = MeshFixtures.cube(10);
        Mesh out = TestContext.run(new MovePicked(TOP, new Vec3(aside, 0, up), Axes.BODY, 0, Fade.SMOOTH), m);
        // Cavalieri: what leans has the volume of what stands.
        assertEquals(100 * (10 + up), volume(out), 1e-9);
        Mesh along = TestContext.run(new MovePicked(TOP, new Vec3(0, 0, up), Axes.NORMAL, 0, Fade.SMOOTH), m);
        assertEquals(volume(out), volume(along), 1e-9);
        assertArrayEquals(m.corners(), out.corners());
    }

    @Property(tries = 40)
    void scalingTheTopMakesAFrustum(@ForAll @DoubleRange(min = 0, max = 3) double s) throws StepException {
        Mesh m = MeshFixtures.cube(10);
        Mesh out = TestContext.run(
                new ScalePicked(TOP, new Vec3(s, s, 1), Axes.NORMAL, Pivot.MIDDLE, Vec3.ZERO, 0, Fade.SMOOTH), m);
        double a = 100, b = 100 * s * s;
        assertEquals(10.0 / 3 * (a + b + Math.sqrt(a * b)), volume(out), 1e-9);
    }

    @Property(tries = 40)
    void turningKeepsDistancesFromThePivot(
            @ForAll @DoubleRange(min = -720, max = 720) double angle, @ForAll boolean given) throws StepException {
        Mesh m = MeshFixtures.cube(10);
        Vec3 point = given ? new Vec3(3, 4, 5) : new Vec3(5, 5, 10);
        Mesh out = TestContext.run(
                new TurnPicked(
                        TOP, angle, Axis.Z, Axes.BODY, given ? Pivot.GIVEN : Pivot.MIDDLE, point, 0, Fade.SMOOTH),
                m);
        for (int v = 0; v < 8; v++) {
            assertEquals(
                    m.point(v).minus(point).length(), out.point(v).minus(point).length(), 1e-9);
            assertEquals(m.z(v), out.z(v), 1e-12);
        }
    }

    @Property(tries = 60)
    void flattenedElementsLieInOnePlane(@ForAll long seed, @ForAll @IntRange(min = 4, max = 30) int sides)
            throws StepException {
        Random random = new Random(seed);
        Mesh m = MeshFixtures.posed(TestContext.run(new Cylinder(20, 10, sides, 3, 0, Seat.STANDING)), random, 50);
        double[] xyz = m.xyz().clone();
        for (int i = 0; i < xyz.length; i++) xyz[i] += random.nextGaussian();
        m = m.withPositions(xyz);
        Selection s = Selection.none(ElementKind.VERTEX);
        for (int v = 0; v < m.vertexCount(); v++)
            if (v < 4 || random.nextInt(3) == 0) s = s.with(Selection.of(ElementKind.VERTEX, v));
        Mesh out = TestContext.run(new Flatten(Pick.hand(m, s), Flatten.Plane.BEST, Flatten.Through.MIDDLE, 0, 1), m);
        FitPlane fit = FitPlane.of(out, s.elements());
        double size = m.bounds().diagonal();
        for (int v = 0; v < m.vertexCount(); v++) {
            if (s.contains(v)) assertEquals(0, out.point(v).minus(fit.middle()).dot(fit.normal()), 1e-12 * size);
            else assertEquals(m.point(v), out.point(v));
        }
    }

    @Property(tries = 40)
    void aLoopBecomesACircle(@ForAll @IntRange(min = 1, max = 8) int n, @ForAll boolean given) throws StepException {
        Mesh m = MeshFixtures.sheet(n + 2);
        Pick block = PickText.parse("faces: inside 1 1 -1 " + (n + 1) + " " + (n + 1) + " 1");
        LoopToCircle.Size size = given ? LoopToCircle.Size.GIVEN : LoopToCircle.Size.MEAN;
        Mesh out = TestContext.run(new LoopToCircle(block, size, 7, LoopToCircle.Spacing.EVEN, 1), m);
        BitSet rim = Outlines.of(m, block.on(m).selection())
                .chains()
                .getFirst()
                .vertices()
                .intStream()
                .collect(BitSet::new, BitSet::set, BitSet::or);
        Vec3 c = FitPlane.middle(m, rim);
        double radius = -1;
        for (int v = rim.nextSetBit(0); v >= 0; v = rim.nextSetBit(v + 1)) {
            double r = out.point(v).minus(c).length();
            if (radius < 0) radius = r;
            assertEquals(radius, r, 1e-12 * radius);
        }
        if (given) assertEquals(3.5, radius, 1e-12);
        assertEquals(0, Health.of(out).flippedEdges());
    }

    @Property(tries = 40)
    void spacedVerticesAreEquallyFarApart(@ForAll long seed, @ForAll @IntRange(max = 3) int relax)
            throws StepException {
        Random random = new Random(seed);
        Mesh sheet = MeshFixtures.sheet(8);
        double[] xyz = sheet.xyz().clone();
        for (int v = 0; v < sheet.vertexCount(); v++)
            if (sheet.x(v) > 0 && sheet.x(v) < 8 && sheet.y(v) == 4) xyz[3 * v] += random.nextDouble() - 0.5;
        Mesh m = sheet.withPositions(xyz);
        Pick row = PickText.parse("edges: inside -1 3.9 -1 9 4.1 1");
        Mesh out = TestContext.run(new SpaceEvenly(row, relax, 1), m);
        Chain c = Outlines.of(m, row.on(m).selection()).chains().getFirst();
        assertEquals(9, c.size());
        for (int i = 0; i < 8; i++)
            assertEquals(1, out.point(c.at(i)).minus(out.point(c.at(i + 1))).length(), 1e-9);
    }
}
