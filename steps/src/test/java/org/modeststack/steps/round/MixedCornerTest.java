package org.modeststack.steps.round;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.measure.Closure;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.CutFixtures;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.pick.Pick;

/**
 * All edges of plates, of plates with holes and pockets, and of posts on plates: at their corners two edges that stick out meet one that lies in, or the
 * other way round, and rails meet outside the corner on the one side.
 */
class MixedCornerTest {
    private static void assertAllRounded(Mesh m, double width, int segments, double profile) throws StepException {
        StepDescriptor bevel = Steps.byType("bevel");
        Step s = bevel.with(bevel.createDefault(), "where", Pick.all(ElementKind.EDGE));
        s = bevel.with(bevel.with(bevel.with(s, "width", width), "segments", segments), "profile", profile);
        TestContext context = new TestContext(4);
        Mesh out = s.apply(m, context);
        assertTrue(Closure.of(out).isClosed());
        assertTrue(Validity.of(out).isValid(), () -> Validity.of(out).toString());
        assertEquals(List.of(), context.remarks);
    }

    private static Mesh plateWith(double[][] outline, Operation operation) throws StepException {
        Mesh plate = MeshFixtures.box(-60, -6, -60, 60, 6, 60);
        Mesh tool = MeshFixtures.moved(MeshFixtures.prism(40, outline), 0, operation == Operation.UNION ? 0 : -20, 0);
        return CutFixtures.cut(plate, tool, operation);
    }

    private static double[][] regular(int sides, double turn) {
        double[][] out = new double[sides][];
        for (int i = 0; i < sides; i++) {
            double a = turn + 2 * Math.PI * i / sides;
            out[i] = new double[] {20 * Math.cos(a), 20 * Math.sin(a)};
        }
        return out;
    }

    @ParameterizedTest
    @CsvSource({
        "3, 1, 4, 1",
        "3, 2, 8, 1",
        "3, 1, 3, 0",
        "3, 1, 4, 0.5",
        "3, 2, 5, 1.5",
        "3, 1, 6, -0.5",
        "4, 1, 4, 1",
        "4, 2, 5, 0.5",
        "5, 1, 4, 1",
        "6, 1.5, 6, 1",
        "8, 1, 4, 0"
    })
    void holesAndPostsOfAnyNumberOfSides(int sides, double width, int segments, double profile) throws StepException {
        assertAllRounded(plateWith(regular(sides, 0.2), Operation.DIFFERENCE), width, segments, profile);
        assertAllRounded(plateWith(regular(sides, 0.2), Operation.UNION), width, segments, profile);
    }

    private static double[][] star(int points, double outer, double inner) {
        double[][] out = new double[2 * points][];
        for (int i = 0; i < out.length; i++) {
            double a = 0.3 + Math.PI * i / points, r = i % 2 == 0 ? outer : inner;
            out[i] = new double[] {r * Math.cos(a), r * Math.sin(a)};
        }
        return out;
    }

    static Stream<Arguments> outlines() {
        return Stream.of(
                Arguments.of("L", new double[][] {{0, 0}, {40, 0}, {40, 10}, {10, 10}, {10, 40}, {0, 40}}),
                Arguments.of(
                        "T",
                        new double[][] {{0, 0}, {40, 0}, {40, 10}, {25, 10}, {25, 40}, {15, 40}, {15, 10}, {0, 10}}),
                Arguments.of(
                        "U",
                        new double[][] {{0, 0}, {40, 0}, {40, 40}, {30, 40}, {30, 10}, {10, 10}, {10, 40}, {0, 40}}),
                Arguments.of("a ramp", new double[][] {{0, 0}, {40, 0}, {40, 12}, {8, 4}, {0, 4}}),
                Arguments.of(
                        "a wedged slot",
                        new double[][] {{0, 0}, {40, 0}, {40, 20}, {24, 20}, {30, 10}, {10, 10}, {16, 20}, {0, 20}}),
                Arguments.of("a star of 3", star(3, 20, 8)),
                Arguments.of("a star of 5", star(5, 20, 9)),
                Arguments.of("a star of 6", star(6, 20, 14)),
                Arguments.of("teeth", star(16, 20, 16)));
    }

    /** Corners that stick out and lie in, from 30 to 300 degrees. */
    @ParameterizedTest(name = "{0}")
    @MethodSource("outlines")
    void allEdgesOfAPlateAHoleAPocketAndAPost(String name, double[][] outline) throws StepException {
        for (int segments : new int[] {1, 4}) {
            assertAllRounded(MeshFixtures.prism(15, outline), 0.6, segments, 1);
            assertAllRounded(plateWith(outline, Operation.DIFFERENCE), 0.6, segments, 1);
            assertAllRounded(plateWith(outline, Operation.UNION), 0.6, segments, 1);
            Mesh tool = MeshFixtures.moved(MeshFixtures.prism(40, outline), 0, 1, 0);
            Mesh plate = MeshFixtures.box(-60, -6, -60, 60, 6, 60);
            assertAllRounded(CutFixtures.cut(plate, tool, Operation.DIFFERENCE), 0.6, segments, 1);
        }
    }

    /** Triangles with angles from 30 degrees up. */
    @Property(tries = 40)
    void holesAndPostsWithThreeCornersOfAnyAngle(
            @ForAll @IntRange(min = 0, max = 1_000_000) int number,
            @ForAll @DoubleRange(min = 0.3, max = 1.5) double width,
            @ForAll @IntRange(min = 1, max = 6) int segments)
            throws StepException {
        Random r = new Random(number);
        double a = Math.toRadians(30 + 90 * r.nextDouble());
        double b = Math.toRadians(30) + (Math.PI - a - Math.toRadians(60)) * r.nextDouble(), c = Math.PI - a - b;
        // On a circle of 25 mm an angle is half of what the side opposite takes of it.
        double turn = 2 * Math.PI * r.nextDouble();
        double[][] outline = new double[3][];
        double[] at = {turn, turn + 2 * a, turn + 2 * (a + b)};
        for (int i = 0; i < 3; i++) outline[i] = new double[] {25 * Math.cos(at[i]), 25 * Math.sin(at[i])};
        assertTrue(c > 0.5);
        Operation operation = r.nextBoolean() ? Operation.UNION : Operation.DIFFERENCE;
        assertAllRounded(plateWith(outline, operation), width, segments, 1);
    }
}
