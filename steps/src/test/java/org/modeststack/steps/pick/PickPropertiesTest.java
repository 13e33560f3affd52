package org.modeststack.steps.pick;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;

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

    /** Surfaces that are so uneven that no patch is like its neighbour, and some like another. */
    @Property(tries = 1500)
    void elementsOfARoughBodyAreFoundAsJustThose(@ForAll long seed, @ForAll @IntRange(min = 4, max = 30) int sides)
            throws StepException {
        Random random = new Random(seed);
        Mesh smooth = TestContext.run(new Cylinder(20, 10, sides, 3, 0, Seat.STANDING));
        double[] xyz = smooth.xyz().clone();
        for (int i = 0; i < xyz.length; i++) xyz[i] += random.nextGaussian();
        Mesh m = smooth.withPositions(xyz);
        ElementKind kind = ElementKind.values()[random.nextInt(3)];
        Selection s = Selection.none(kind);
        for (int e = 0; e < Selection.count(m, kind); e++)
            if (random.nextInt(3) == 0) s = s.with(Selection.of(kind, e));
        if (!s.isEmpty()) assertEquals(s, Pick.hand(m, s).on(m).selection());
    }
}
