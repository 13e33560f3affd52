package org.modeststack.steps.source;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.HashSet;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;

class SourcesTest {
    /** Volume and area formulas: any table of solids; the torus after Pappus and Guldin. Last: V − E + F. */
    static Stream<Arguments> solids() {
        double pi = Math.PI;
        return Stream.of(
                Arguments.of("box", new Box(2, 3, 4, 2, 3, 5, Seat.CENTRED), 24, 52, 2, 1e-12),
                Arguments.of("cylinder", new Cylinder(2, 3, 512, 3, 0, Seat.STANDING), 3 * pi, 8 * pi, 2, 1e-4),
                Arguments.of(
                        "cylinder, ringed caps", new Cylinder(2, 3, 512, 1, 4, Seat.STANDING), 3 * pi, 8 * pi, 2, 1e-4),
                Arguments.of("cone", new Cone(2, 0, 3, 512, 4, Seat.STANDING), pi, pi * (1 + Math.sqrt(10)), 2, 1e-4),
                Arguments.of(
                        "frustum",
                        new Cone(4, 2, 3, 512, 1, Seat.CENTRED),
                        7 * pi,
                        pi * (5 + 3 * Math.sqrt(10)),
                        2,
                        1e-4),
                Arguments.of("sphere", new UvSphere(2, 512, 256, Seat.CENTRED), 4 * pi / 3, 4 * pi, 2, 1e-4),
                Arguments.of("torus", new Torus(6, 2, 512, 256, Seat.CENTRED), 6 * pi * pi, 12 * pi * pi, 0, 2e-4),
                Arguments.of("tube", new Tube(4, 1, 2, 512, 2, Seat.STANDING), 6 * pi, 18 * pi, 0, 1e-4),
                Arguments.of(
                        "prism", new Prism(2, 1, 6, 1, Seat.STANDING), 2 * Math.sqrt(3), 8 * Math.sqrt(3), 2, 1e-12));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("solids")
    void volumeAreaAndShape(String name, Step step, double volume, double area, int euler, double tolerance)
            throws StepException {
        Mesh m = TestContext.run(step);
        Measures measures = Measures.of(m);
        assertEquals(volume, measures.volume(), tolerance * volume);
        assertEquals(area, measures.area(), tolerance * area);
        assertEquals(euler, measures.eulerCharacteristic());
        Health h = Health.of(m);
        assertTrue(h.isClosed());
        assertEquals(0, h.degenerateFaces());
        assertEquals(0, h.twoEdgeVertices());
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("solids")
    void keysAreUnique(String name, Step step, double volume, double area, int euler, double tolerance)
            throws StepException {
        Mesh m = TestContext.run(step);
        assertEquals(m.vertexCount(), Arrays.stream(m.vertexKeys()).distinct().count());
        assertEquals(m.faceCount(), Arrays.stream(m.faceKeys()).distinct().count());
    }

    @Test
    void everySecondKeyOfARingSurvivesTwiceTheSides() throws StepException {
        Mesh few = TestContext.run(new Cylinder(2, 3, 8, 1, 0, Seat.STANDING));
        Mesh many = TestContext.run(new Cylinder(5, 9, 16, 1, 0, Seat.STANDING));
        Set<Long> known = new HashSet<>();
        for (long k : many.vertexKeys()) known.add(k);
        for (long k : few.vertexKeys()) assertTrue(known.contains(k));
    }

    @Test
    void ringsMirrorThemselvesExactly() throws StepException {
        Mesh m = TestContext.run(new Cylinder(2, 3, 24, 1, 0, Seat.CENTRED));
        Set<String> places = new HashSet<>();
        for (int v = 0; v < m.vertexCount(); v++) places.add((m.x(v) + 0.0) + " " + (m.y(v) + 0.0) + " " + m.z(v));
        for (int v = 0; v < m.vertexCount(); v++) {
            assertTrue(places.contains((0.0 - m.x(v)) + " " + (m.y(v) + 0.0) + " " + m.z(v)), "mirrored across X");
            assertTrue(
                    places.contains((m.y(v) + 0.0) + " " + (m.x(v) + 0.0) + " " + m.z(v)),
                    "mirrored across the diagonal");
        }
    }

    @Test
    void impossibleSolidsAreRefusedInWords() {
        StepException tube =
                assertThrows(StepException.class, () -> TestContext.run(new Tube(10, 5, 4, 8, 1, Seat.STANDING)));
        assertTrue(tube.getMessage().contains("less than half the diameter"));
        StepException sides =
                assertThrows(StepException.class, () -> TestContext.run(new Cylinder(1, 1, 2, 1, 0, Seat.STANDING)));
        assertEquals("Sides must be 3 to 10000; it is 2.", sides.getMessage());
        StepException many =
                assertThrows(StepException.class, () -> TestContext.run(new UvSphere(1, 10000, 10000, Seat.CENTRED)));
        assertTrue(many.getMessage().contains("the most is 20,000,000"));
    }
}
