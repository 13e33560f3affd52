package org.modeststack.steps.combine;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.combine.Booleans.assertClosed;
import static org.modeststack.steps.combine.Booleans.assertIdentities;
import static org.modeststack.steps.combine.Booleans.combine;
import static org.modeststack.steps.combine.Booleans.union;
import static org.modeststack.steps.combine.Booleans.volume;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cone;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Prism;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.Torus;
import org.modeststack.steps.source.Tube;
import org.modeststack.steps.source.UvSphere;

class BooleanStepTest {
    @ParameterizedTest
    @EnumSource(Operation.class)
    void twoBoxesInGeneralPosition(Operation op) throws StepException {
        Mesh r = combine(op, MeshFixtures.cube(2), MeshFixtures.box(1, 0.5, 0.25, 3, 1.5, 1.25));
        assertClosed(r);
        double expected = switch (op) {
            case UNION -> 8 + 2 - 1;
            case DIFFERENCE -> 7;
            case INTERSECTION -> 1;
        };
        assertEquals(expected, volume(r), 1e-12);
    }

    @ParameterizedTest
    @CsvSource({
        // The second cube of side 1 beside, on, in and in part over the first of side 2: x, y, z, common volume
        "2, 0, 0, 0",
        "2, 2, 2, 0",
        "2, 2, 0, 0",
        "0, 0, 0, 1",
        "1, 1, 1, 1",
        "0.5, 0.5, 0.5, 1",
        "1.5, 0, 0, 0.5",
        "0, 0, 1.5, 0.5",
        "1.5, 1.5, 0.5, 0.25",
        "5, 5, 5, 0",
        "-1, 0.5, 0.5, 0",
        "0.5, 0.5, 2, 0"
    })
    void cubesInSpecialPosition(double x, double y, double z, double common) throws StepException {
        Mesh a = MeshFixtures.cube(2), b = MeshFixtures.box(x, y, z, x + 1, y + 1, z + 1);
        assertEquals(common, volume(combine(Operation.INTERSECTION, a, b)), 1e-12);
        assertIdentities(a, b, 1e-12);
    }

    @Test
    void aMeshWithItself() throws StepException {
        Mesh a = TestContext.run(new Cylinder(10, 4, 12, 1, 0, Seat.STANDING));
        assertTrue(combine(Operation.DIFFERENCE, a, a).isEmpty());
        assertEquals(volume(a), volume(combine(Operation.UNION, a, a)), 1e-12);
        assertEquals(volume(a), volume(combine(Operation.INTERSECTION, a, a)), 1e-12);
        assertEquals(a.faceCount(), combine(Operation.UNION, a, a).faceCount());
    }

    @Test
    void aRoundHoleLeavesAHandfulOfFaces() throws StepException {
        Mesh plate = TestContext.run(new Box(100, 100, 10, 1, 1, 1, Seat.STANDING));
        Mesh drill = MeshFixtures.moved(TestContext.run(new Cylinder(30, 20, 64, 1, 0, Seat.STANDING)), 3, 5, -5);
        Mesh r = combine(Operation.DIFFERENCE, plate, drill);
        assertClosed(r);
        // Two polygons on the top, two on the bottom, four sides, 64 in the bore.
        assertEquals(72, r.faceCount());
        assertEquals(8 + 128, r.vertexCount());
        assertEquals(0, Health.of(r).twoEdgeVertices());
        double bore = 64 / 2.0 * 15 * 15 * Math.sin(2 * Math.PI / 64) * 10;
        assertEquals(100_000 - bore, volume(r), 1e-6);
    }

    /** Weisstein, MathWorld, "Sphere-Sphere Intersection": π (4R + d) (2R − d)² / 12. */
    @Test
    void lensOfTwoSpheres() throws StepException {
        Mesh a = TestContext.run(new UvSphere(2, 96, 48, Seat.CENTRED));
        Mesh b = MeshFixtures.moved(MeshFixtures.posed(a, new Random(4), 0), 0.8, 0.1, 0);
        double d = Math.hypot(0.8, 0.1), lens = Math.PI * (4 + d) * (2 - d) * (2 - d) / 12;
        assertEquals(lens, volume(combine(Operation.INTERSECTION, a, b)), lens * 0.01);
    }

    /** The Steinmetz solid of two equal cylinders: 16 r³ / 3 (Archimedes). */
    @Test
    void crossingCylinders() throws StepException {
        Mesh a = TestContext.run(new Cylinder(2, 5, 256, 1, 0, Seat.CENTRED));
        double[] turned = a.xyz().clone();
        for (int i = 0; i < turned.length; i += 3) {
            double y = turned[i + 1];
            turned[i + 1] = -turned[i + 2];
            turned[i + 2] = y;
        }
        Mesh b = a.withPositions(turned);
        assertEquals(16 / 3.0, volume(combine(Operation.INTERSECTION, a, b)), 16 / 3.0 * 1e-3);
        assertIdentities(a, b, 1e-12);
    }

    /** The "napkin ring" problem: what is left of a drilled sphere is π h³ / 6, whatever the sphere. */
    @ParameterizedTest
    @CsvSource({"10, 6", "10, 8", "20, 12"})
    void drilledSphere(double diameter, double h) throws StepException {
        double bore = Math.sqrt(diameter * diameter - h * h);
        Mesh ball = TestContext.run(new UvSphere(diameter, 192, 96, Seat.CENTRED));
        Mesh drill = TestContext.run(new Cylinder(bore, 2 * diameter, 192, 1, 0, Seat.CENTRED));
        Mesh r = combine(Operation.DIFFERENCE, ball, MeshFixtures.posed(drill, new Random(9), 0));
        assertClosed(r);
        double ring = Math.PI * h * h * h / 6;
        assertEquals(ring, volume(r), Math.PI * Math.pow(diameter, 3) / 6 * 2e-3);
    }

    static Mesh solid(int kind) throws StepException {
        return TestContext.run(
                switch (kind) {
                    case 0 -> new Box(2, 2, 2, 1, 1, 1, Seat.CENTRED);
                    case 1 -> new UvSphere(2.4, 12, 7, Seat.CENTRED);
                    case 2 -> new Cylinder(2, 2, 9, 2, 1, Seat.CENTRED);
                    case 3 -> new Torus(2, 0.8, 11, 7, Seat.CENTRED);
                    case 4 -> new Prism(2, 1, 6, 1, Seat.CENTRED);
                    case 5 -> new Tube(2.5, 0.5, 1.5, 10, 1, Seat.CENTRED);
                    default -> new Cone(2, 0, 2, 8, 1, Seat.CENTRED);
                });
    }

    @Test
    void cutEdgesAreTaggedAndKeysSurviveAMovedCutter() throws StepException {
        Mesh plate = TestContext.run(new Box(100, 100, 10, 1, 1, 1, Seat.STANDING));
        Mesh drill = TestContext.run(new Cylinder(30, 20, 16, 1, 0, Seat.STANDING));
        Mesh r = combine(Operation.DIFFERENCE, plate, MeshFixtures.moved(drill, 0.5, 0.25, -5));
        Mesh s = combine(Operation.DIFFERENCE, plate, MeshFixtures.moved(drill, 1.5, 0.75, -5));
        Tag cut = r.tag(new TestContext(7).madeTag());
        assertEquals(32, cut.size());
        assertEquals(Set.copyOf(keys(r)), Set.copyOf(keys(s)));
    }

    static List<Long> keys(Mesh m) {
        return Arrays.stream(m.vertexKeys()).boxed().toList();
    }

    /** They touch along one line: nothing is shared, each stays whole; by construction. */
    @Test
    void twoBoxesThatShareOneEdgeStayTwo() throws StepException {
        Mesh a = MeshFixtures.cube(2), b = MeshFixtures.moved(MeshFixtures.cube(2), 2, 2, 0);
        Mesh r = union(a, b);
        assertEquals(2, Measures.of(r).shells());
        assertEquals(24, r.edgeCount());
        assertEquals(12, r.faceCount());
        assertEquals(16, volume(r), 1e-12);
        assertClosed(r);
    }
}
