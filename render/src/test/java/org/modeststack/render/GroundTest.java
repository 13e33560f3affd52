package org.modeststack.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;

class GroundTest {
    static Ground under(Mesh... meshes) {
        return new Ground(List.of(meshes).stream()
                .map(m -> new Scene.Item(new RenderMesh(m), false))
                .toList());
    }

    @Test
    void theShadowIsDarkestUnderTheBodyAndGoneFarOff() {
        Ground g = under(MeshFixtures.box(-10, -10, 0, 10, 10, 10));
        assertEquals(1, g.shadow(0, 0), 0.02);
        assertTrue(g.shadow(0, 0) > g.shadow(10, 0), "it is soft at the rim");
        assertTrue(g.shadow(10, 0) > g.shadow(12, 0));
        assertEquals(0, g.shadow(60, 0));
        assertEquals(0, g.shadow(Double.NaN, 0));
        assertEquals(g.shadow(9, 3), g.shadow(-9, -3), 1e-3, "and as even as the body");
        int[] range = g.shaded(-100, 0, 1, 0, 201);
        assertTrue(range[0] > 0 && range[0] < 100 && range[1] > 100 && range[1] < 201, "round the middle of the line");
        for (int i = 0; i < 201; i++)
            if (g.shadow(i - 100.0, 0) > 0) assertTrue(i >= range[0] && i < range[1], "at " + i);
        int[] none = g.shaded(100, 100, 1, 1, 100);
        assertTrue(none[0] >= none[1]);
    }

    @Test
    void whatStandsHigherDarkensLess() {
        float low = under(MeshFixtures.box(-10, -10, 0, 10, 10, 1)).shadow(0, 0);
        float mid = under(MeshFixtures.box(-10, -10, 3, 10, 10, 4)).shadow(0, 0);
        float high = under(MeshFixtures.box(-10, -10, 30, 10, 10, 31)).shadow(0, 0);
        assertTrue(low > mid && mid > high, low + " " + mid + " " + high);
    }

    @Test
    void anEmptySceneHasNoShadow() {
        assertEquals(0, under().shadow(0, 0));
        assertEquals(0, under(Mesh.EMPTY).shadow(0, 0));
    }

    @Test
    void theGridFadesWithTheDistanceFromTheBodies() {
        Ground g = under(MeshFixtures.box(90, -10, 0, 110, 10, 10));
        assertEquals(1, g.clarity(100, 0), 1e-6);
        assertTrue(g.clarity(110, 0) > g.clarity(150, 0));
        assertEquals(0, g.clarity(1000, 0));
    }
}
