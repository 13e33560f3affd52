package org.modeststack.steps.round;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.PartFixtures.volume;

import java.util.BitSet;
import java.util.Random;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Closure;
import org.modeststack.mesh.select.Selection;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.CutFixtures;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.mend.DivideFaces;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/**
 * Edges that end at a corner with more than half a turn of surface behind: what is taken off or filled is the cross-section
 * all along the edge, up to the plane in which it ends.
 */
class StripEndsTest {
    /** An L of 40 by 40, arms of 10, 20 deep along Y; vertices 0 to 5 go round the front, 6 to 11 the back. */
    private static final double[][] L = {{0, 0}, {40, 0}, {40, 10}, {10, 10}, {10, 40}, {0, 40}};

    private static Mesh rounded(Mesh m, int from, int to, double width, int segments, double profile)
            throws StepException {
        BitSet edge = new BitSet();
        edge.set(m.adjacency().edgeBetween(from, to, m));
        StepDescriptor bevel = Steps.byType("bevel");
        Step s = bevel.with(bevel.createDefault(), "where", Pick.hand(m, new Selection(ElementKind.EDGE, edge)));
        s = bevel.with(bevel.with(bevel.with(s, "width", width), "segments", segments), "profile", profile);
        Mesh out = s.apply(m, new TestContext());
        assertTrue(Closure.of(out).isClosed());
        assertTrue(Validity.of(out).isValid(), () -> Validity.of(out).toString());
        return out;
    }

    /** Between two walls at a right angle and an arc of chords that touches both, a width from the edge. */
    private static double section(double width, int segments) {
        return width * width * (1 - segments / 2.0 * Math.sin(Math.PI / 2 / segments));
    }

    /** The inner edge of an L: both sides of the L go on to the arc, and there is nothing new but the strip. */
    @Test
    void theInnerEdgeOfAnL() throws StepException {
        Mesh in = MeshFixtures.prism(20, L), out = rounded(in, 3, 9, 4, 3, 1);
        assertEquals(volume(in) + 20 * section(4, 3), volume(out), 1e-9);
        assertEquals(in.faceCount() + 3, out.faceCount());
        // Six corners but the inner one, and an arc of four.
        for (int f = 0; f < out.faceCount(); f++)
            assertEquals(out.faceKeys()[f] == 0 || out.faceKeys()[f] == 1 ? 9 : 4, out.sides(f));
        for (int v = 0; v < out.vertexCount(); v++) assertTrue(out.y(v) == 0 || out.y(v) == 20, "" + out.point(v));
    }

    /** The edge of one of its sides that ends in the inner corner: up to the plane of the other arm. */
    @ParameterizedTest
    @CsvSource({"3, 4", "2, 3", "9, 10", "8, 9"})
    void anOuterEdgeThatEndsInTheInnerCorner(int from, int to) throws StepException {
        Mesh in = MeshFixtures.prism(20, L);
        assertEquals(volume(in) - 30 * section(4, 3), volume(rounded(in, from, to, 4, 3, 1)), 1e-9);
    }

    @Test
    void whatIsPaintedByItsPlaceStaysSoRoundTheArc() throws StepException {
        Mesh in = MeshFixtures.coloredByPlace(MeshFixtures.prism(20, L), 0.5), out = rounded(in, 3, 9, 4, 3, 1);
        for (int f = 0; f < out.faceCount(); f++) {
            if (out.faceKeys()[f] != 0 && out.faceKeys()[f] != 1) continue;
            for (int c = out.offsets()[f]; c < out.offsets()[f + 1]; c++)
                assertEquals(0.5 + out.x(out.corners()[c]), out.colors()[4 * c], 1e-4);
        }
    }

    /** Full profiles lie on the old faces, and hollow ones beyond the chord. */
    @ParameterizedTest
    @ValueSource(doubles = {-1, -0.4, 0, 0.5, 1, 1.7, 2})
    void anyProfileComesOut(double profile) throws StepException {
        Mesh in = MeshFixtures.prism(20, L);
        double inner = volume(rounded(in, 3, 9, 4, 4, profile)) - volume(in);
        double outer = volume(in) - volume(rounded(in, 3, 4, 4, 4, profile));
        double flat = 4 * 4 / 2.0, round = section(4, 4);
        if (profile == 0 || profile == 1) {
            assertEquals(20 * (profile == 0 ? flat : round), inner, 1e-9);
            assertEquals(30 * (profile == 0 ? flat : round), outer, 1e-9);
            return;
        }
        // The more the profile follows the old faces the less there is between.
        double most = profile < 0 ? 4 * 4 - round : profile < 1 ? flat : round,
                least = profile < 0 ? flat : profile < 1 ? round : 0;
        assertTrue(inner <= 20 * most + 1e-9 && inner >= 20 * least - 1e-9, inner + " inside");
        assertTrue(outer <= 30 * most + 1e-9 && outer >= 30 * least - 1e-9, outer + " outside");
    }

    /** Prisms with two notches of any size, in any pose, whole or all of triangles: each of their edges at the notches. */
    @Property(tries = 60)
    void edgesAtNotches(@ForAll long seed, @ForAll @IntRange(min = 1, max = 5) int segments) throws StepException {
        Random r = new Random(seed);
        double a = 5 + 10 * r.nextDouble(), b = 5 + 10 * r.nextDouble(), depth = 5 + 20 * r.nextDouble();
        double[][] outline = {{0, 0}, {50, 0}, {50, a}, {35, a}, {35, 40}, {15, 40}, {15, b}, {0, b}};
        Mesh whole = MeshFixtures.prism(depth, outline), in = MeshFixtures.posed(whole, r, 30);
        boolean divided = r.nextBoolean();
        if (divided) in = triangulated(in);
        double width = 0.3 + 2 * r.nextDouble(), section = section(width, segments);
        // Vertices of rails that are that near to edges of the mesh lie on them.
        double off = divided ? 2 * 2e-3 * width * width : 0;
        int n = outline.length, corner = r.nextBoolean() ? 3 : 6, side = r.nextInt(2) * n;
        assertEquals(
                volume(in) + depth * section,
                volume(rounded(in, corner, corner + n, width, segments, 1)),
                depth * off + 1e-9 * volume(in));
        int other = corner + 1 - 2 * r.nextInt(2);
        Vec3 along = in.point(other + side).minus(in.point(corner + side));
        // What ends at an outer corner ends in the plane of a side.
        assertEquals(
                volume(in) - along.length() * section,
                volume(rounded(in, corner + side, other + side, width, segments, 1)),
                along.length() * off + 1e-9 * volume(in));
    }

    static Mesh triangulated(Mesh m) throws StepException {
        StepDescriptor divide = Steps.byType("divide-faces");
        return TestContext.run(
                divide.with(divide.with(divide.createDefault(), "mostSides", 3), "into", DivideFaces.Into.TRIANGLES),
                m);
    }

    /** One edge of the rim of a drilled hole, of which the others go on at both ends. */
    @ParameterizedTest
    @ValueSource(ints = {6, 12, 32})
    void oneEdgeOfARim(int sides) throws StepException {
        double[][] outline = new double[sides][];
        for (int i = 0; i < sides; i++) {
            double angle = 2 * Math.PI * i / sides;
            outline[i] = new double[] {20 * Math.cos(angle), 20 * Math.sin(angle)};
        }
        Mesh plate = TestContext.run(new Box(60, 10, 60, 1, 1, 1, Seat.CENTRED));
        Mesh in = CutFixtures.cut(
                plate, MeshFixtures.moved(MeshFixtures.prism(60, outline), 0, -30, 0), Operation.DIFFERENCE);
        int from = vertex(in, outline[0]), to = vertex(in, outline[1]);
        double length = in.point(to).minus(in.point(from)).length();
        assertEquals(volume(in) - length * section(1, 3), volume(rounded(in, from, to, 1, 3, 1)), 1e-9 * volume(in));
    }

    private static int vertex(Mesh m, double[] xz) {
        return IntStream.range(0, m.vertexCount())
                .filter(v -> m.point(v).minus(new Vec3(xz[0], 5, xz[1])).length() < 1e-9)
                .findFirst()
                .orElseThrow();
    }
}
