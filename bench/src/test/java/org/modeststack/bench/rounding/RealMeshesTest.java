package org.modeststack.bench.rounding;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.bench.QuietContext;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.StepException;

/**
 * How mechanical parts are divided does not change their bevels. The meshes are those of Debian's package libcgal-demo,
 * version 5.5.1-2, which {@code bench/real-meshes --fetch} fetches; without a network there are none, and nothing is
 * tested.
 */
class RealMeshesTest {
    private static final Path BENCH = Path.of("").toAbsolutePath();
    private static final Path MESHES = BENCH.resolve("target/real-meshes/meshes");

    @BeforeAll
    static void fetch() throws IOException, InterruptedException {
        if (Files.isDirectory(MESHES)) return;
        Process fetching = new ProcessBuilder(
                        "bash", BENCH.resolve("real-meshes").toString(), "--fetch")
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        if (!fetching.waitFor(2, TimeUnit.MINUTES)) fetching.destroyForcibly();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "anchor",
                "cube-meshed",
                "dragknob",
                "fandisk",
                "handle",
                "joint",
                "oblong",
                "part",
                "pinion",
                "pipe",
                "rotor",
                "rotor_small"
            })
    void theSameBevelComesOutHoweverAPartIsDivided(String name) throws IOException, StepException {
        Path file = MESHES.resolve(name + ".off");
        assumeTrue(Files.exists(file), "the meshes could not be fetched");
        Mesh mesh = RealMeshes.read(file);
        double width = RealMeshes.WIDTH * mesh.bounds().diagonal();
        RimGeometry rim = RimGeometry.sharperThan(mesh, 40);
        for (Mesh m : new Mesh[] {mesh, RealMeshes.finer(mesh, new Random(5))}) {
            QuietContext context = new QuietContext(99);
            Mesh out = RealMeshes.bevelled(m, width, context);
            double[] shares = RoundingJudge.shares(out, context.madeTag(), rim, width);
            assertTrue(shares.length > 10, shares.length + " vertices of rails");
            assertEquals(1, shares[shares.length / 10], 0.01, "the tenth part with the least");
            assertEquals(1, shares[shares.length / 2], 0.01, "the median");
            assertTrue(Health.of(out).isClosed());
            assertTrue(Validity.of(out).isSound(), Validity.of(out).toString());
        }
    }
}
