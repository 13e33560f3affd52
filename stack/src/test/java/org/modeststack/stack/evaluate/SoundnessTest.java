package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.part.Geometry;

class SoundnessTest {
    private static final Mesh CUBE = MeshFixtures.cube(2), SHEET = MeshFixtures.sheet(3);

    private static @Nullable String lost(Geometry... after) {
        List<StepResult> steps = Arrays.stream(after)
                .map(g -> new StepResult(1, g, List.of(), false, 0, ""))
                .toList();
        return Soundness.lost(new BodyResult("b", steps));
    }

    @Test
    void onlyWhatWasClosedCanBeOpened() {
        Geometry cube = Geometry.of(CUBE),
                sheet = Geometry.of(SHEET),
                inside = Geometry.of(MeshFixtures.box(2, 0, 0, 0, 2, 2));
        assertEquals(null, lost(cube));
        assertEquals(null, lost(sheet, sheet));
        assertEquals(null, lost(inside), "it never was a solid");
        assertEquals(null, lost(cube, sheet, cube));
        assertEquals(null, lost(cube, Geometry.EMPTY));
        assertEquals("it was closed after step 2, and ends with 12 open edges.", lost(sheet, cube, sheet));
        assertEquals("it was closed after step 1, and ends inside out.", lost(cube, inside));
    }
}
