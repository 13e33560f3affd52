package org.modeststack.stack;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.fault.Faults;
import org.modeststack.mesh.search.SurfacePoint;
import org.modeststack.stack.demo.HeldEdges;
import org.modeststack.stack.evaluate.BodyResult;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.stack.file.DocumentFile;
import org.modeststack.steps.Remark;

/** The sample of held edges, and how well they are held. */
class HeldEdgesTest {
    private static final Document DOCUMENT = HeldEdges.document();
    private static final Map<String, BodyResult> RESULTS = new Evaluator().evaluate(DOCUMENT, Progress.NONE);

    private Mesh mesh(String name) {
        return RESULTS.get(DOCUMENT.bodyNamed(name).id()).mesh();
    }

    @Test
    void theSampleFileIsTheSample() throws IOException {
        DocumentTest.assertSameAs(Path.of("..", "demo", "held-edges.mstack"), DocumentFile.toText(DOCUMENT));
    }

    /** How far what was an edge lies from it along its middle seven tenths: the mean, and the most less the least; mm. */
    private double[] off(String name) {
        Mesh m = mesh(name);
        double middle = (m.bounds().minX() + m.bounds().maxX()) / 2, least = Double.MAX_VALUE, most = 0, sum = 0;
        int count = 0;
        for (double x = -0.35; x < 0.351; x += 0.025) {
            Vec3 at = new Vec3(middle + x * HeldEdges.SIZE, -HeldEdges.SIZE / 2, HeldEdges.SIZE);
            double off = Objects.requireNonNull(SurfacePoint.nearest(m, at))
                    .at()
                    .minus(at)
                    .length();
            least = Math.min(least, off);
            most = Math.max(most, off);
            sum += off;
            count++;
        }
        return new double[] {sum / count, most - least};
    }

    /** The table of docs/smoothing.md. Creases hold a bevel straighter and nearer; loops lie on straight lines and stay there. */
    @ParameterizedTest
    @CsvSource({
        "Bevel and creases, 2.123, 0.019",
        "Bevel alone, 3.222, 0.314",
        "Loops beside it, 0.996, 0.601",
        "Loops at its ends too, 0.697, 0.000"
    })
    void edgesAreHeldAsTheTableSays(String name, double back, double bend) {
        assertEquals(back, off(name)[0], 2e-3);
        assertEquals(bend, off(name)[1], 1e-3);
    }

    /** Common practice: a crease with a bevel leaves an edge straightest, a bevel alone slightly bowed, loops beside it bow it most. */
    @Test
    void theyBowTheEdgeInTheOrderThatIsKnown() {
        double creased = off("Bevel and creases")[1],
                bevelled = off("Bevel alone")[1],
                looped = off("Loops beside it")[1];
        assertTrue(creased < 0.1 * bevelled, creased + " of " + bevelled);
        assertTrue(bevelled < 0.6 * looped, bevelled + " of " + looped);
    }

    @Test
    void allOfItIsSound() {
        for (String name : List.of(
                "Bevel and creases",
                "Bevel alone",
                "Loops beside it",
                "Loops at its ends too",
                "Cut, then smoothed",
                "Smoothed, then cut"))
            assertTrue(
                    Faults.all(mesh(name)).isSound(),
                    name + Faults.all(mesh(name)).found());
        RESULTS.values()
                .forEach(r -> r.steps()
                        .forEach(s -> s.remarks()
                                .forEach(said -> assertEquals(Remark.Level.NOTE, said.level(), said.text()))));
    }
}
