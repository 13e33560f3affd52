package org.modeststack.mesh.search;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.BitSet;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;

/** What must hold of {@link CrossingsTest}'s subject for whatever is drawn at random. */
class CrossingsPropertiesTest {

    /** Turning and moving both alike changes nothing. */
    @Property(tries = 100)
    void theSameWhereverItIs(@ForAll Random random) {
        Mesh cube = MeshFixtures.cube(2);
        Mesh pair = MeshFixtures.both(cube, MeshFixtures.posed(cube, random, 1.5));
        BitSet here = Crossings.of(pair);
        assertEquals(here, Crossings.of(MeshFixtures.posed(pair, random, 100)));
        assertEquals(here, Crossings.of(pair.flipped()));
    }
}
