package org.modeststack.steps.tidy;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Tag;
import org.modeststack.steps.CutFixtures;
import org.modeststack.steps.NamedSteps;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.smooth.Crease;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Prism;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/** Sharp edges that run through a collar keep what they are tagged with, all along. */
class CollarTagsTest {
    private static final Step ROUND = new Cylinder(14, 90, 20, 1, 0, Seat.CENTRED);
    private static final Step BALL = new UvSphere(18, 24, 12, Seat.CENTRED);

    static Stream<Arguments> cuts() throws StepException {
        Mesh box = TestContext.run(new Box(60, 45, 35, 1, 1, 1, Seat.CENTRED)),
                divided = TestContext.run(new Box(60, 45, 35, 4, 3, 2, Seat.CENTRED)),
                prism = TestContext.run(new Prism(55, 40, 5, 1, Seat.CENTRED));
        return Stream.of(
                Arguments.of("a groove over an edge", box, ROUND, 30, 3, 0),
                Arguments.of("over an edge of several", divided, ROUND, 30, 3, 0),
                Arguments.of("a socket at an edge", box, BALL, 30, 0, 17.5),
                Arguments.of("a socket at a corner", box, BALL, 30, 22.5, 17.5),
                Arguments.of("a groove over a wide edge", prism, ROUND, 24, 4, 0));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("cuts")
    void sharpEdgesKeepTheirTags(String what, Mesh body, Step tool, double x, double y, double z) throws StepException {
        Mesh creased = NamedSteps.step("crease", "what", PickText.parse("edges: sharper 30"), "sharpness", 2.5)
                .apply(body, new TestContext(1));
        Mesh cut = CutFixtures.cut(creased, MeshFixtures.moved(TestContext.run(tool), x, y, z), Operation.DIFFERENCE);
        Mesh tidied = NamedSteps.step(
                        "tidy-rim", "rim", PickText.parse("edges: made \"" + CutFixtures.RIM + "\""), "reach", 4.0)
                .apply(cut, new TestContext(4));
        assertTrue(tidied.faceCount() > cut.faceCount() + 20, "a collar");
        double before = length(cut), after = length(tidied);
        // A rim that is spaced anew cuts corners off where it ends on a sharp edge.
        assertEquals(before, after, 1e-3 * before);
        assertEquals(2.5, tidied.tag(Crease.EDGES).weight(0));
    }

    private static double length(Mesh m) {
        Tag tag = m.tag(Crease.EDGES);
        double sum = 0;
        for (int i = 0; i < tag.size(); i++) {
            long e = tag.element(i);
            sum += m.point(Tag.edgeHigh(e)).minus(m.point(Tag.edgeLow(e))).length();
        }
        return sum;
    }
}
