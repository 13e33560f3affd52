package org.modeststack.steps.smooth;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.BitSet;
import java.util.HashSet;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Closure;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.PartFixtures;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.mark.TagStep;
import org.modeststack.steps.mend.DivideFaces;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.Torus;

class SubdivideTest {
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4})
    void facesGrowFourfold(int levels) throws StepException {
        Mesh m = TestContext.run(new Subdivide(levels), MeshFixtures.cube(2));
        assertEquals(6 * Math.pow(4, levels), m.faceCount());
        assertEquals(2, Measures.of(m).eulerCharacteristic());
        assertTrue(Health.of(m).isClosed());
    }

    /** Catmull and Clark 1978: face point, edge point (F1+F2+V1+V2)/4 and vertex (Q + 2R + (n−3)S)/n, by hand for a cube. */
    @Test
    void firstLevelOfACube() throws StepException {
        Mesh m = TestContext.run(new Subdivide(1), MeshFixtures.box(-1, -1, -1, 1, 1, 1));
        assertEquals(8 + 12 + 6, m.vertexCount());
        // n = 3: Q = mean of face points = (1/3, ..), R = mean of edge middles = (2/3, ..): (1/3 + 4/3)/3 = 5/9.
        for (int v = 0; v < 8; v++)
            for (int k = 0; k < 3; k++) assertEquals(5 / 9.0, Math.abs(m.xyz()[3 * v + k]), 1e-15);
        for (int v = 8; v < 20; v++) {
            double[] p = {Math.abs(m.x(v)), Math.abs(m.y(v)), Math.abs(m.z(v))};
            Arrays.sort(p);
            assertEquals(0, p[0], 1e-15);
            assertEquals(0.75, p[1], 1e-15);
            assertEquals(0.75, p[2], 1e-15);
        }
        for (int v = 20; v < 26; v++) assertEquals(1, m.point(v).length(), 1e-15);
    }

    /** Halstead, Kass, DeRose 1993: limit of a vertex = (n² v + 4 Σe + Σf) / (n (n + 5)). */
    @Test
    void cornersOfACubeApproachTheirLimit() throws StepException {
        Mesh cage = MeshFixtures.box(-1, -1, -1, 1, 1, 1);
        Mesh fine = TestContext.run(new Subdivide(6), cage);
        // After one level of a cube all is known: v = 5/9, the three edge points, the three face points.
        double v = 5 / 9.0, e = (0 + 0.75 + 0.75), f = 1;
        double limit = (9 * v + 4 * e + f) / (3 * 8);
        for (int k = 0; k < 3; k++) assertEquals(limit, Math.abs(fine.xyz()[k]), 1e-3);
    }

    /** A border is the cubic B-spline of its own vertices: a straight one stays straight (DeRose et al. 1998). */
    @Test
    void aFlatSheetStaysFlatAndItsBorderStraight() throws StepException {
        Mesh m = TestContext.run(new Subdivide(3), MeshFixtures.sheet(3));
        for (int v = 0; v < m.vertexCount(); v++) assertEquals(0, m.z(v));
        assertEquals(24 * 4, Health.of(m).borderEdges());
        assertEquals(1.5, m.bounds().center().x(), 1e-12);
    }

    @Test
    void aTorusKeepsItsHole() throws StepException {
        Mesh m = TestContext.run(new Subdivide(2), TestContext.run(new Torus(6, 2, 8, 6, Seat.CENTRED)));
        assertEquals(0, Measures.of(m).eulerCharacteristic());
    }

    /** A cube whose top edges stay sharp for ever: halves of them go to the cubic B-spline (here a square's) and stay in the plane. */
    @Test
    void aCreaseForEverIsTheBSplineOfItsEdges() throws StepException {
        Mesh cube = MeshFixtures.box(-1, -1, -1, 1, 1, 1);
        Mesh creased = TestContext.run(new Crease(PickText.parse("edges: inside -2 -2 0.9 2 2 2"), 10), cube);
        Mesh fine = TestContext.run(new Subdivide(5), creased);
        for (int v = 0; v < 8; v++) {
            if (cube.z(v) < 0) continue;
            assertEquals(1, fine.z(v), 1e-15, "in the plane of the square");
            // The B-spline of a square with corners at (±1, ±1) passes (1 + 4 + 1)/6 of its corner and its neighbours:
            // 2/3.
            assertEquals(2 / 3.0, Math.abs(fine.x(v)), 1e-3);
        }
    }

    /** Sharp for one level: after it as a crease, from then on smooth. */
    @Test
    void aSharpnessOfOneIsOneLevelOfACrease() throws StepException {
        Mesh cube = MeshFixtures.box(-1, -1, -1, 1, 1, 1);
        Mesh once = TestContext.run(new Subdivide(1), TestContext.run(allEdges(1), cube));
        for (int v = 0; v < 8; v++)
            assertEquals(1, once.point(v).x() * once.point(v).x(), 1e-15, "three creases meet");
        Mesh twice = TestContext.run(new Subdivide(2), TestContext.run(allEdges(1), cube));
        Mesh again = TestContext.run(new Subdivide(1), once.withTags(Map.of()));
        assertArrayEquals(again.xyz(), twice.xyz(), 0);
    }

    /** DeRose, Kass, Truong 1998: between whole numbers of levels the places lie between those of both, in one level. */
    @ParameterizedTest
    @ValueSource(doubles = {0.1, 0.25, 0.5, 0.9})
    void halfASharpnessIsBetween(double sharpness) throws StepException {
        Mesh cube = MeshFixtures.box(-1, -1, -1, 1, 1, 1);
        double[] smooth = TestContext.run(new Subdivide(1), cube).xyz();
        double[] sharp = TestContext.run(new Subdivide(1), TestContext.run(allEdges(1), cube))
                .xyz();
        double[] between = TestContext.run(new Subdivide(1), TestContext.run(allEdges(sharpness), cube))
                .xyz();
        for (int i = 0; i < smooth.length; i++)
            assertEquals((1 - sharpness) * smooth[i] + sharpness * sharp[i], between[i], 1e-15);
    }

    private static Crease allEdges(double sharpness) throws StepException {
        return new Crease(Pick.all(ElementKind.EDGE), sharpness);
    }

    /** What a sharpness of 0 is put on is smooth again, as if there had never been a crease. */
    @Test
    void aCreaseIsTakenBack() throws StepException {
        Mesh cube = MeshFixtures.box(-1, -1, -1, 1, 1, 1);
        Mesh back = TestContext.run(allEdges(0), TestContext.run(allEdges(3), cube));
        assertArrayEquals(
                TestContext.run(new Subdivide(2), cube).xyz(),
                TestContext.run(new Subdivide(2), back).xyz(),
                0);
    }

    /** The limit of a cube's corner is a half of it on each axis (Halstead et al. 1993, worked by hand above). */
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3})
    void onTheLimitSurfaceMoreLevelsMoveNothing(int levels) throws StepException {
        Mesh cube = MeshFixtures.box(-1, -1, -1, 1, 1, 1);
        Mesh at = TestContext.run(limit(levels, Scheme.CATMULL_CLARK), cube);
        Mesh later = TestContext.run(limit(levels + 2, Scheme.CATMULL_CLARK), cube);
        for (int i = 0; i < at.xyz().length; i++) assertEquals(at.xyz()[i], later.xyz()[i], 1e-14);
        for (int i = 0; i < 24; i++) assertEquals(0.5, Math.abs(at.xyz()[i]), 1e-14);
    }

    @Test
    void theLimitOfTrianglesIsReachedAtOnce() throws StepException {
        Mesh m = TestContext.run(
                new DivideFaces(Pick.all(ElementKind.FACE), 3, DivideFaces.Into.TRIANGLES),
                TestContext.run(new Torus(6, 2, 8, 6, Seat.CENTRED)));
        Mesh at = TestContext.run(limit(1, Scheme.LOOP), m), later = TestContext.run(limit(4, Scheme.LOOP), m);
        for (int i = 0; i < at.xyz().length; i++) assertEquals(at.xyz()[i], later.xyz()[i], 1e-13);
    }

    /** Normals of the limit are square to what the surface does near there: to its chords, as these get short. */
    @Test
    void normalsOfTheLimitAreThoseOfItsSurface() throws StepException {
        Mesh m = TestContext.run(limit(5, Scheme.CATMULL_CLARK), MeshFixtures.box(-1, -1, -1, 1, 2, 1));
        float[] normals = m.cornerNormals();
        FaceFrames frames = FaceFrames.of(m);
        double worst = 0;
        for (int f = 0; f < m.faceCount(); f++) {
            for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++) {
                Vec3 n = new Vec3(normals[3 * c], normals[3 * c + 1], normals[3 * c + 2]);
                assertEquals(1, n.length(), 1e-6);
                worst = Math.max(worst, Math.toDegrees(Math.acos(Math.min(1, n.dot(frames.normal(f))))));
            }
        }
        assertTrue(worst < 4, "a face of level 5 turns by no more against its corners: " + worst);
    }

    private static Step limit(int levels, Scheme scheme) {
        StepDescriptor d = StepDescriptor.of(Subdivide.class);
        return d.with(d.with(new Subdivide(levels), "limit", true), "scheme", scheme);
    }

    /** Loop 1987, by hand for a regular tetrahedron: three neighbours count 3/16 each. */
    @Test
    void firstLevelOfATetrahedron() throws StepException {
        Mesh m = MeshFixtures.faces(
                new double[] {1, 1, 1, 1, -1, -1, -1, 1, -1, -1, -1, 1},
                new int[][] {{0, 1, 2}, {0, 2, 3}, {0, 3, 1}, {1, 3, 2}});
        StepDescriptor d = StepDescriptor.of(Subdivide.class);
        Mesh once = TestContext.run(d.with(new Subdivide(1), "scheme", Scheme.LOOP), m);
        assertEquals(16, once.faceCount());
        // 7/16 of itself and 3/16 of each other; the others add up to −1 times it.
        for (int i = 0; i < 12; i++) assertEquals(Math.copySign(4 / 16.0, m.xyz()[i]), once.xyz()[i], 1e-15);
        // 3/8 of both ends and 1/8 of both others, which add up to −1 times them: a quarter of the ends' sum.
        for (int v = 4; v < 10; v++) assertEquals(0.5, once.point(v).length(), 1e-15);
    }

    @Test
    void facesWithMoreSidesAreDividedForLoop() throws StepException {
        TestContext context = new TestContext();
        StepDescriptor d = StepDescriptor.of(Subdivide.class);
        Mesh m = d.with(new Subdivide(1), "scheme", Scheme.LOOP).apply(MeshFixtures.cube(2), context);
        assertEquals(4 * 12, m.faceCount());
        assertEquals(
                "6 faces with more than three sides were divided into triangles first.",
                context.remarks.getFirst().text());
    }

    @Test
    void linearSplittingMovesNothing() throws StepException {
        StepDescriptor d = StepDescriptor.of(Subdivide.class);
        Mesh m = TestContext.run(d.with(new Subdivide(3), "scheme", Scheme.LINEAR), MeshFixtures.cube(2));
        assertEquals(6 * 64, m.faceCount());
        assertEquals(8, Measures.of(m).volume(), 1e-12);
        assertEquals(24, Measures.of(m).area(), 1e-12);
    }

    /** A cornered border of one face stays in its corner; a smooth one becomes round. */
    @Test
    void bordersAreCorneredOrSmooth() throws StepException {
        StepDescriptor d = StepDescriptor.of(Subdivide.class);
        Step cornered = d.with(new Subdivide(3), "borders", Subdivide.Borders.CORNERED);
        assertEquals(
                4, Measures.of(TestContext.run(cornered, MeshFixtures.sheet(2))).area(), 1e-12);
        double round = Measures.of(TestContext.run(new Subdivide(3), MeshFixtures.sheet(2)))
                .area();
        assertTrue(round < 3.95, "" + round);
    }

    /** Where other faces begin nothing moves and nothing tears, whatever was picked of whatever body. */
    @Property(tries = 100)
    void aPartIsSmoothedWithoutTearing(@ForAll long seed) throws StepException {
        Random random = new Random(seed);
        Mesh one = PartFixtures.anySource(random);
        // Of a mesh that was put together the keys may be there twice.
        Mesh m = random.nextInt(3) > 0 ? one : MeshFixtures.both(one, MeshFixtures.moved(one, 200, 0, 0));
        BitSet some = new BitSet();
        for (int f = 0; f < m.faceCount(); f++) if (random.nextInt(3) == 0) some.set(f);
        if (some.isEmpty() || some.cardinality() == m.faceCount()) return;
        Scheme scheme = Scheme.values()[random.nextInt(3)];
        Step step = part(m, some, 1 + random.nextInt(2), scheme, Subdivide.Around.values()[random.nextInt(2)]);
        Mesh out = TestContext.run(step, m);
        Closure before = Closure.of(m), after = Closure.of(out);
        assertEquals(before.isClosed(), after.isClosed());
        assertEquals(before.turned(), after.turned());
        assertEquals(PartFixtures.euler(m), PartFixtures.euler(out));
        Set<Vec3> places = new HashSet<>();
        for (int v = 0; v < out.vertexCount(); v++) places.add(out.point(v));
        for (int f = some.nextClearBit(0); f < m.faceCount(); f = some.nextClearBit(f + 1))
            for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++)
                assertTrue(places.contains(m.point(m.corners()[c])), "what was not picked stays");
        if (scheme == Scheme.LINEAR)
            assertEquals(
                    Measures.of(m).area(),
                    Measures.of(out).area(),
                    1e-3 * Measures.of(m).area());
    }

    private static Step part(Mesh m, BitSet faces, int levels, Scheme scheme, Subdivide.Around around) {
        StepDescriptor d = StepDescriptor.of(Subdivide.class);
        Step s = d.with(new Subdivide(levels), "faces", Pick.hand(m, new Selection(ElementKind.FACE, faces)));
        return d.with(d.with(s, "scheme", scheme), "around", around);
    }

    /** What is beside a part has more sides, or is of quads and triangles. */
    @ParameterizedTest
    @CsvSource({"MANY_SIDED, 4", "DIVIDED, 0"})
    void facesBesideAPartTakeUpItsVertices(Subdivide.Around around, int manySided) throws StepException {
        Mesh cube = MeshFixtures.cube(2);
        BitSet top = new BitSet();
        for (int f = 0; f < 6; f++) if (FaceFrames.of(cube).normal(f).z() > 0.5) top.set(f);
        Mesh out = TestContext.run(part(cube, top, 1, Scheme.CATMULL_CLARK, around), cube);
        assertEquals(manySided, Health.of(out).ngons());
        assertTrue(Health.of(out).isClosed());
        assertEquals(8, Measures.of(out).volume(), 1e-12, "a flat face with a border that stays is flat");
    }

    /** Tags go to the halves of edges and to the parts of faces, at every level. */
    @Test
    void tagsGoToAllParts() throws StepException {
        Mesh cube = TestContext.run(allEdges(0.5), MeshFixtures.cube(2));
        cube = TestContext.run(new TagStep(PickText.parse("faces: facing 0 0 1 10"), "top", 0.25), cube);
        Mesh out = TestContext.run(new Subdivide(3), cube);
        Tag edges = out.tag(Crease.EDGES), faces = out.tag("top");
        assertEquals(12 * 8, edges.size());
        for (int i = 0; i < edges.size(); i++)
            assertTrue(out.adjacency().edgeBetween(Tag.edgeLow(edges.element(i)), Tag.edgeHigh(edges.element(i)), out)
                    >= 0);
        assertEquals(64, faces.size());
        for (int i = 0; i < faces.size(); i++) assertEquals(0.25, faces.weight(i));
    }
}
