package org.modeststack.steps.smooth;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.PartFixtures.euler;
import static org.modeststack.steps.PartFixtures.volume;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.measure.Closure;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.PartFixtures;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.pick.Pick;

class FinerFacesTest {
    private static FinerFaces finer(FinerFaces.From from, int times, double bulge) {
        return new FinerFaces(Pick.all(ElementKind.FACE), from, times, bulge);
    }

    @ParameterizedTest(name = "from {0}, {1} times")
    @CsvSource({"EDGES, 1, 24", "EDGES, 2, 96", "EDGES, 4, 1536", "CENTRES, 1, 24", "CENTRES, 2, 72", "CENTRES, 4, 648"
    })
    void aCubeHasSoManyFacesThen(FinerFaces.From from, int times, int faces) throws StepException {
        Mesh m = TestContext.run(finer(from, times, 0), MeshFixtures.cube(2));
        assertEquals(faces, m.faceCount());
        assertEquals(8, volume(m), 1e-12, "flat");
        assertTrue(Health.of(m).isClosed());
    }

    /** A cube of side 2 with a pyramid of height 1 on each side is a rhombic dodecahedron, of twice its volume (Kepler 1611). */
    @Test
    void aBulgeOfOneOnTheCentresOfACubeDoublesIt() throws StepException {
        assertEquals(16, volume(TestContext.run(finer(FinerFaces.From.CENTRES, 1, 1), MeshFixtures.cube(2))), 1e-12);
        assertEquals(
                8 - 4, volume(TestContext.run(finer(FinerFaces.From.CENTRES, 1, -0.5), MeshFixtures.cube(2))), 1e-12);
    }

    @Test
    void trianglesGiveTriangles() throws StepException {
        Mesh m = MeshFixtures.faces(
                new double[] {1, 1, 1, 1, -1, -1, -1, 1, -1, -1, -1, 1},
                new int[][] {{0, 1, 2}, {0, 2, 3}, {0, 3, 1}, {1, 3, 2}});
        Mesh out = TestContext.run(finer(FinerFaces.From.EDGES, 2, 0), m);
        assertEquals(4 * 16, out.faceCount());
        assertEquals(3 * out.faceCount(), out.cornerCount());
        assertEquals(volume(m), volume(out), 1e-12);
    }

    /** More bulge means more volume, whichever way faces are divided. */
    @ParameterizedTest
    @CsvSource({"EDGES", "CENTRES"})
    void outIsLargerAndInSmaller(FinerFaces.From from) throws StepException {
        double before = 0;
        for (double bulge : new double[] {-0.4, -0.2, 0, 0.2, 0.4}) {
            double now = volume(TestContext.run(finer(from, 2, bulge), MeshFixtures.cube(2)));
            assertTrue(now > before, bulge + ": " + now);
            before = now;
        }
    }

    /** Nothing tears, and around what was picked nothing moves. */
    @Property(tries = 80)
    void aPartIsDividedWithoutTearing(@ForAll long seed) throws StepException {
        Random random = new Random(seed);
        Mesh m = PartFixtures.anySource(random);
        FinerFaces s = new FinerFaces(
                PartFixtures.some(m, ElementKind.FACE, 3, random),
                FinerFaces.From.values()[random.nextInt(2)],
                1 + random.nextInt(2),
                random.nextInt(3) - 1);
        Mesh out = TestContext.run(s, m);
        assertEquals(Closure.of(m).isClosed(), Closure.of(out).isClosed());
        assertEquals(euler(m), euler(out));
        if (s.bulge() == 0)
            assertEquals(
                    Measures.of(m).area(),
                    Measures.of(out).area(),
                    1e-3 * Measures.of(m).area());
    }
}
