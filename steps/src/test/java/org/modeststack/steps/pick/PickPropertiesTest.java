package org.modeststack.steps.pick;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.select.Selection;

/** What must hold of {@link PickTest}'s subject for whatever is drawn at random. */
class PickPropertiesTest {

    @Property(tries = 60)
    void handPickedElementsAreReadAgain(@ForAll long seed) {
        Random random = new Random(seed);
        Mesh m = MeshFixtures.posed(MeshFixtures.cube(10), random, 1000);
        ElementKind kind = ElementKind.values()[random.nextInt(3)];
        Selection s = Selection.none(kind);
        for (int i = 0; i < Selection.count(m, kind); i++) if (random.nextBoolean()) s = s.with(Selection.of(kind, i));
        Pick p = Pick.hand(m, s);
        assertEquals(s, p.on(m).selection());
        assertEquals(p, PickText.parse(PickText.write(p)));
    }
}
