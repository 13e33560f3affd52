package org.modeststack.steps.mirror;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.Collections;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.part.Part;
import org.modeststack.steps.Axis;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;

class MirrorTest {
    /** A box that begins 0.5 mm beside the plane: what lies no farther from it than the weld's distance is put on it, by definition. */
    @ParameterizedTest
    @CsvSource({
        // weld within, vertices, faces, the least x
        "0.4, 16, 12, -1.5",
        "0.5, 12, 10, -1.5",
        "0.6, 12, 10, -1.5"
    })
    void whatIsNearThePlaneIsSharedThere(double within, int vertices, int faces, double least) throws StepException {
        Mesh box = MeshFixtures.box(1, 0, 0, 2.5, 1, 1);
        Mesh m = TestContext.run(new Mirror(Axis.X, 0.5, true, within), box);
        assertEquals(vertices, m.vertexCount());
        assertEquals(faces, m.faceCount());
        assertEquals(least, m.bounds().minX());
        assertEquals(2.5, m.bounds().maxX());
        boolean shared = vertices == 12;
        int on = 0;
        for (int v = 0; v < m.vertexCount(); v++) if (m.x(v) == 0.5) on++;
        assertEquals(shared ? 4 : 0, on);
        assertTrue(Health.of(m).isClosed());
    }

    @Test
    void theImageHasKeysOfItsOwnAndTheHalfThatWasThereKeepsThem() throws StepException {
        Mesh box = MeshFixtures.box(0, 0, 0, 1, 1, 1);
        Mesh m = TestContext.run(new Mirror(Axis.X, 0, true, 1e-3), box);
        // Four vertices on the plane are the same in both halves, and the face on it is gone.
        assertEquals(12, Arrays.stream(m.vertexKeys()).distinct().count());
        assertEquals(10, Arrays.stream(m.faceKeys()).distinct().count());
        for (int v = 0; v < 8; v++) {
            int old = v;
            long kept = Arrays.stream(m.vertexKeys())
                    .filter(k -> k == box.vertexKeys()[old])
                    .count();
            assertEquals(1, kept);
        }
        long faces = Arrays.stream(box.faceKeys())
                .filter(k -> Arrays.stream(m.faceKeys()).anyMatch(l -> l == k))
                .count();
        assertEquals(5, faces);
    }

    @Test
    void ofWhatLiesInThePlaneNothingIsLeft() throws StepException {
        Mesh thin = MeshFixtures.box(0, 0, 0, 0.5e-3, 1, 1);
        Mesh m = TestContext.run(new Mirror(Axis.X, 0, true, 1e-3), thin);
        assertEquals(0, m.faceCount());
        assertEquals(0, m.vertexCount());
    }

    @Test
    void soManyCopiesAreRefusedBeforeTheyAreMade() {
        Geometry many = Geometry.of(Collections.nCopies(100_001, Part.of(MeshFixtures.cube(1))));
        StepException e =
                assertThrows(StepException.class, () -> new Mirror(Axis.X, 0, false, 0).apply(many, new TestContext()));
        assertEquals("This would make 200,002 copies; the most is 200,000. Use smaller numbers.", e.getMessage());
    }
}
