package org.modeststack.steps.remove;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.PartFixtures;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.cut.CutLoop;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.Torus;

class JoinTrianglesTest {
    /** Each quad cut along one of its diagonals. */
    private static Mesh triangles(Mesh m, Random random) {
        MeshBuilder b = new MeshBuilder(m.vertexCount(), 2 * m.faceCount());
        b.verticesOf(m);
        int material = b.material("material");
        for (int f = 0; f < m.faceCount(); f++) {
            int[] c = Arrays.copyOfRange(m.corners(), m.offsets()[f], m.offsets()[f + 1]);
            int k = random.nextInt(2);
            b.face(2L * f, material, c[k], c[k + 1], c[k + 2]);
            b.face(2L * f + 1, material, c[k], c[k + 2], c[(k + 3) % 4]);
        }
        return b.build();
    }

    private static JoinTriangles join(double turn, double skew) {
        return new JoinTriangles(PartFixtures.pick("faces: all"), turn, skew);
    }

    /** Quads that are cut into triangles, whichever way, come back: flat squares, a smooth blob, a ring. */
    @Property(tries = 40)
    void quadsComeBack(@ForAll @IntRange(min = 0, max = 2) int shape, @ForAll int diagonals) throws StepException {
        Mesh quads = switch (shape) {
            case 0 -> MeshFixtures.sheet(7);
            case 1 -> TestContext.run(new Subdivide(3), MeshFixtures.cube(10));
            default -> TestContext.run(new Torus(30, 10, 32, 16, Seat.CENTRED));
        };
        Mesh back = TestContext.run(join(30, 60), triangles(quads, new Random(diagonals)));
        assertEquals(quads.faceCount(), back.faceCount());
        assertEquals(0, Health.of(back).triangles());
        assertEquals(
                Measures.of(quads).area(),
                Measures.of(back).area(),
                1e-9 * Measures.of(quads).area());
        assertEquals(Health.of(quads).isClosed(), Health.of(back).isClosed());
    }

    /** Whatever the triangles, no corner is farther from square than was said, and no two turn by more. */
    @Property(tries = 40)
    void whatIsJoinedIsSquareAndFlatEnough(
            @ForAll int shaken,
            @ForAll @IntRange(min = 0, max = 90) int skew,
            @ForAll @IntRange(min = 0, max = 60) int turn)
            throws StepException {
        Random random = new Random(shaken);
        Mesh m = triangles(TestContext.run(new Subdivide(2), MeshFixtures.cube(10)), random);
        double[] xyz = m.xyz().clone();
        for (int i = 0; i < xyz.length; i++) xyz[i] += 0.4 * random.nextGaussian();
        m = m.withPositions(xyz);
        BitSet all = new BitSet();
        all.set(0, m.faceCount());
        BitSet edges = new TrianglePairing(m, all, turn, skew).edges();
        Mesh out = TestContext.run(join(turn, skew), m);
        assertEquals(m.faceCount() - edges.cardinality(), out.faceCount());
        for (int f = 0; f < out.faceCount(); f++) {
            if (out.sides(f) != 4) continue;
            for (int i = 0; i < 4; i++) {
                int c = out.offsets()[f] + i,
                        next = out.offsets()[f] + (i + 1) % 4,
                        before = out.offsets()[f] + (i + 3) % 4;
                Vec3 p = out.point(out.corners()[c]);
                Vec3 u = out.point(out.corners()[next]).minus(p),
                        w = out.point(out.corners()[before]).minus(p);
                double angle = Math.toDegrees(Math.atan2(u.cross(w).length(), u.dot(w)));
                // On a bent face the corner itself is a little sharper than its two triangles' together.
                assertTrue(angle <= 90 + skew + 1e-6 && angle >= 90 - skew - turn - 1e-6, angle + "°");
            }
        }
    }

    /** A row of squares cut so that greed would leave its ends over is joined whole. */
    @ParameterizedTest
    @CsvSource({"2", "5", "12"})
    void aRowThatCanBeJoinedWholeIs(int n) throws StepException {
        // Triangles of a strip that leans: every two neighbours make a quad, the squarest are the wrong ones.
        double[] xyz = new double[3 * (2 * n + 2)];
        int[][] faces = new int[2 * n][];
        for (int i = 0; i <= n; i++) {
            xyz[6 * i] = i;
            xyz[6 * i + 3] = i + 0.7;
            xyz[6 * i + 4] = 1;
        }
        for (int i = 0; i < n; i++) {
            faces[2 * i] = new int[] {2 * i, 2 * i + 2, 2 * i + 1};
            faces[2 * i + 1] = new int[] {2 * i + 1, 2 * i + 2, 2 * i + 3};
        }
        Mesh out = TestContext.run(join(30, 60), MeshFixtures.faces(xyz, faces));
        assertEquals(n, out.faceCount());
    }

    /** What tells two sides of an edge apart keeps it. */
    @Test
    void tagsAndMaterialsKeepTheirBorders() throws StepException {
        Mesh m = triangles(MeshFixtures.sheet(1), new Random(1));
        int e = 0;
        while (m.adjacency().edgeSides(e) != 2) e++;
        Tag edge = Tag.whole(
                ElementKind.EDGE,
                new long[] {Tag.edge(m.adjacency().edgeLow(e), m.adjacency().edgeHigh(e))});
        for (Tag t : List.of(edge, Tag.whole(ElementKind.FACE, new long[] {0}))) {
            Mesh tagged = m.withTags(Map.of("border", t));
            assertSame(tagged, TestContext.run(join(30, 60), tagged));
        }
        assertEquals(1, TestContext.run(join(30, 60), m).faceCount());
    }

    /** On triangles there is no ring to cut along; joined, there is. */
    @Test
    void loopsAreCutWhereTrianglesWereJoined() throws StepException {
        Mesh m = triangles(MeshFixtures.sheet(3), new Random(7));
        CutLoop loop = new CutLoop(PartFixtures.pick("edges: inside -0.1 -0.1 -1 0.1 1.1 1"), 1, 1, 0);
        TestContext context = new TestContext();
        assertSame(m, loop.apply(m, context));
        assertEquals(
                "No face of four sides is beside what is picked, so there is no ring to follow. Join triangles first"
                        + " where there are any.",
                context.remarks.getFirst().text());
        Mesh joined = TestContext.run(join(30, 60), m);
        assertEquals(12, TestContext.run(loop, joined).faceCount());
    }

    @Test
    void saysWhatItDid() throws StepException {
        TestContext context = new TestContext();
        join(30, 60).apply(triangles(MeshFixtures.sheet(2), new Random(3)), context);
        assertEquals("4 pairs of triangles joined.", context.remarks.getFirst().text());
        Mesh quads = MeshFixtures.sheet(2);
        context.remarks.clear();
        assertSame(quads, join(30, 60).apply(quads, context));
        assertEquals(
                "There are no triangles among the faces, so nothing changes.",
                context.remarks.getFirst().text());
    }
}
