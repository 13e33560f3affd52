package org.modeststack.steps.smooth;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.HashMap;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.Tube;

/** A surface that follows its cage is the same as one that is made for it. */
class SmoothSurfaceTest {
    private static Mesh moved(Mesh m, long seed) {
        Random r = new Random(seed);
        double[] xyz = m.xyz().clone();
        for (int i = 0; i < xyz.length; i++) xyz[i] += r.nextGaussian();
        return m.withPositions(xyz);
    }

    private static Mesh creased(Mesh m) {
        Map<String, Tag> tags = new HashMap<>(m.tags());
        long edge = Tag.edge(m.adjacency().edgeLow(0), m.adjacency().edgeHigh(0));
        tags.put(Crease.EDGES, new Tag(ElementKind.EDGE, new long[] {edge}, new double[] {1.5}));
        return m.withTags(tags);
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3})
    void itFollowsToTheBit(int levels) throws StepException {
        Mesh cage = creased(TestContext.run(new Tube(40, 5, 20, 9, 2, Seat.CENTRED)));
        SmoothSurface surface = SmoothSurface.of(cage, levels);
        for (long seed = 1; seed < 5; seed++) {
            Mesh next = moved(cage, seed);
            assertTrue(surface.fits(next));
            surface = surface.movedTo(next);
            Mesh made = SmoothSurface.of(next, levels).mesh();
            assertArrayEquals(made.xyz(), surface.mesh().xyz(), 0.0);
            assertArrayEquals(made.corners(), surface.mesh().corners());
            assertSame(surface.mesh().adjacency(), surface.movedTo(cage).mesh().adjacency());
        }
    }

    @Test
    void itFitsOnlyWhatHangsTogetherAndIsSharpInTheSameWay() throws StepException {
        Mesh box = TestContext.run(new Box(20, 20, 20, 1, 1, 1, Seat.CENTRED));
        SmoothSurface surface = SmoothSurface.of(box, 2);
        assertTrue(surface.fits(moved(box, 7)));
        assertFalse(surface.fits(creased(box)));
        assertFalse(surface.fits(TestContext.run(new Box(20, 20, 20, 2, 1, 1, Seat.CENTRED))));
    }
}
