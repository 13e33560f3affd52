package org.modeststack.mesh.search;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.BitSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;

class CrossingsTest {
    /** Two cubes of 2 mm, one moved: they cross when each has a corner in the other or an edge through a side. */
    @ParameterizedTest
    @CsvSource({
        "3, 0, 0, 0",
        "2, 0, 0, 0", // beside each other
        "2, 1, 0.5, 0", // touching over part of a side
        "0, 0, 0, 0", // in each other's place
        "1, 0, 0, 0", // with sides in each other's planes: no side passes through another
        "1, 1, 1, 6",
        "1, 0.5, 0.5, 6"
    })
    void cubesCrossWhereTheyPassThroughEachOther(double x, double y, double z, int faces) {
        Mesh cube = MeshFixtures.cube(2);
        BitSet found = Crossings.of(MeshFixtures.both(cube, MeshFixtures.moved(cube, x, y, z)));
        assertEquals(faces, found.cardinality(), found.toString());
    }

    /** The faces asked for come up with whatever they cross, and others do not come up among themselves. */
    @Test
    void onlyWhatIsAskedFor() {
        Mesh cube = MeshFixtures.cube(2);
        Mesh all = MeshFixtures.both(
                MeshFixtures.both(cube, MeshFixtures.moved(cube, 1, 1, 1)), MeshFixtures.moved(cube, -1, -1, -1));
        int[] pairs = new int[1];
        Crossings.find(all, f -> f >= 12, (f, g) -> {
            assertTrue(f >= 12 || g >= 12);
            pairs[0]++;
        });
        assertTrue(pairs[0] > 0);
        Crossings.find(all, _ -> false, (f, g) -> pairs[0] = -1);
        assertTrue(pairs[0] > 0, "nothing asked, nothing found");
    }

    @Test
    void aClosedSurfaceDoesNotCrossItself() {
        assertTrue(Crossings.of(MeshFixtures.cube(3)).isEmpty());
        assertTrue(Crossings.of(MeshFixtures.sheet(9)).isEmpty());
        assertTrue(Crossings.of(Mesh.EMPTY).isEmpty());
    }
}
