package org.modeststack.mesh.measure;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;

/** What must hold of {@link MeasuresTest}'s subject for whatever is drawn at random. */
class MeasuresPropertiesTest {

    @Property(tries = 100)
    void aPoseChangesNeitherVolumeNorArea(@ForAll int seed) {
        Mesh posed = MeshFixtures.posed(MeshFixtures.box(0, 0, 0, 1, 2, 3), new Random(seed), 1000);
        Measures m = Measures.of(posed);
        assertEquals(6, m.volume(), 1e-8);
        assertEquals(22, m.area(), 1e-8);
    }
}
