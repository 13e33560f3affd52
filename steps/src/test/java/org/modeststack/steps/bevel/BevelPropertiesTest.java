package org.modeststack.steps.bevel;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.PartFixtures.anyShape;
import static org.modeststack.steps.PartFixtures.some;
import static org.modeststack.steps.bevel.BevelTest.assertValid;
import static org.modeststack.steps.bevel.BevelTest.bevel;
import static org.modeststack.steps.bevel.BevelTest.one;
import static org.modeststack.steps.bevel.BevelTest.pyramid;

import java.util.Random;
import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.search.Crossings;
import org.modeststack.mesh.select.Selection;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.mark.TagStep;
import org.modeststack.steps.pick.Pick;

/** What must hold of {@link BevelTest}'s subject for whatever is drawn at random. */
class BevelPropertiesTest {

    /** A pyramid over n sides, all but its base bevelled or only some: any mix of edges at a vertex of any count. */
    @Property(tries = 300)
    void anyMixOfEdgesMeetsInAVertex(
            @ForAll @IntRange(min = 3, max = 12) int sides,
            @ForAll @IntRange(min = 1, max = 4095) int mask,
            @ForAll @IntRange(min = 1, max = 5) int segments,
            @ForAll @IntRange(min = 0, max = 3) int shape)
            throws StepException {
        Mesh in = pyramid(sides, shape);
        Selection s = Selection.none(ElementKind.EDGE);
        for (int i = 0; i < sides; i++)
            if ((mask >> i & 1) != 0) s.elements().set(in.adjacency().edgeBetween(i, sides, in));
        if (s.isEmpty()) return;
        for (Meeting meeting : Meeting.values()) {
            Mesh out = TestContext.run(
                    bevel(
                            "where",
                            Pick.hand(in, s),
                            "width",
                            0.5,
                            "segments",
                            segments,
                            "sharperThan",
                            0.0,
                            "meeting",
                            meeting),
                    in);
            assertValid(in, out, sides + " " + mask + " " + segments + " " + shape);
        }
    }

    /**
     * Whatever is cut off of whatever shape: closed where it was, no face without area, nothing through anything else,
     * Euler's characteristic as before.
     */
    @Property(tries = 300)
    void anythingOfAnyShape(@ForAll Random random) throws StepException {
        Mesh in = anyShape(random);
        Assume.that(Validity.of(in).isSound());
        Rails rails = one(Rails.values(), random);
        Bevel.Of of = Bevel.Of.values()[random.nextInt(3)];
        ElementKind kind =
                of == Bevel.Of.EDGES ? ElementKind.EDGE : of == Bevel.Of.RIMS ? ElementKind.FACE : ElementKind.VERTEX;
        boolean weighed = of == Bevel.Of.EDGES && random.nextInt(3) == 0;
        for (int k = 0; k < 2 && weighed; k++)
            in = TestContext.run(new TagStep(some(in, kind, 2, random), "w", random.nextDouble()), in);
        Mesh out = TestContext.run(
                bevel(
                        "rails",
                        rails,
                        "weights",
                        weighed ? "w" : "",
                        "of",
                        of,
                        "where",
                        some(in, kind, 1 + random.nextInt(4), random),
                        "sharperThan",
                        random.nextBoolean() ? 0.0 : 20.0,
                        "width",
                        random.nextDouble() * 4,
                        "share",
                        random.nextDouble() * 0.7,
                        "segments",
                        1 + random.nextInt(4),
                        "profile",
                        random.nextDouble() * 3 - 1,
                        "measure",
                        one(Measure.values(), random),
                        "meeting",
                        one(Meeting.values(), random),
                        "heldBack",
                        one(Holding.values(), random),
                        "outerTurns",
                        one(Turn.values(), random),
                        "innerTurns",
                        one(Turn.values(), random)),
                in);
        assertValid(in, out, of.toString());
        // What is cut beside the edges is held back as earlier versions did, which looked less closely.
        if (rails == Rails.BESIDE) assertTrue(Crossings.of(out).isEmpty(), "nothing passes through anything");
        else assertNothingMeets(out);
    }

    /** Edges may be as short as a bevel is narrow. */
    private static void assertNothingMeets(Mesh m) {
        Validity v = Validity.of(m);
        assertEquals(0, v.crossing() + v.overlapping() + v.outlines() + v.flat(), v.toString());
    }
}
