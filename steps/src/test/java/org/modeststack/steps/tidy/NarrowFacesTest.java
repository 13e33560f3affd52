package org.modeststack.steps.tidy;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;

import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Vec3;

/** Quads of collars that are slanted or long are counted, and what they look like is said. */
class NarrowFacesTest {
    /** A square of side 1, and a quad as long and as slanted as asked. */
    private static Mesh two(double length, double slant) {
        MeshBuilder b = new MeshBuilder(8, 2);
        b.material("one");
        b.face(1, 0, b.vertex(0, 0, 0, 1), b.vertex(1, 0, 0, 2), b.vertex(1, 1, 0, 3), b.vertex(0, 1, 0, 4));
        b.face(
                2,
                0,
                b.vertex(5, 0, 0, 5),
                b.vertex(5 + length, 0, 0, 6),
                b.vertex(5 + length + slant, 1, 0, 7),
                b.vertex(5 + slant, 1, 0, 8));
        return b.build();
    }

    @ParameterizedTest
    @CsvSource({
        "3, 0, 0, ",
        "7, 1, 0, ",
        "12, 0, 1, '1 face of the rings is narrow: sides up to 12 times as long as others.'",
        "5, 5, 1, '1 face of the rings is narrow: angles down to 11°.'",
        "50, 5, 1, '1 face of the rings is narrow: angles down to 11°, sides up to 10 times as long as others.'",
        "1e6, 0, 1, '1 face of the rings is narrow: sides more than 1000 times as long as others.'"
    })
    void whatIsNarrowIsSaid(double length, double slant, int count, String said) {
        NarrowFaces found = NarrowFaces.in(two(length, slant), LongOpenHashSet.of(1, 2));
        assertEquals(count, found.count());
        if (count == 0) {
            assertNull(found.place());
            return;
        }
        assertEquals(said, found.remark().text());
        assertEquals(new Vec3(5 + (length + slant) / 2, 0.5, 0), found.remark().place());
    }

    @Test
    void facesThatAreNotOfTheCollarDoNotCount() {
        assertEquals(0, NarrowFaces.in(two(50, 5), LongOpenHashSet.of(1)).count());
    }
}
