package org.modeststack.steps.combine;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.combine.Booleans.difference;
import static org.modeststack.steps.combine.Booleans.union;

import java.util.Arrays;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;

/** Materials, colours, tags and keys through a boolean. */
class CarriedOverTest {
    private static final String BRASS = "brass", STEEL = "steel";

    private static Mesh plate() throws StepException {
        return TestContext.run(new Box(100, 100, 10, 1, 1, 1, Seat.STANDING)).withMaterial(BRASS);
    }

    private static Mesh drill(double x, double y) throws StepException {
        Mesh m = TestContext.run(new Cylinder(30, 20, 16, 1, 0, Seat.STANDING)).withMaterial(STEEL);
        return MeshFixtures.moved(m, x, y, -5);
    }

    @Test
    void eachOperandKeepsItsMaterial() throws StepException {
        Mesh r = difference(plate(), drill(3, 4));
        Map<String, Integer> faces = new TreeMap<>();
        for (int f = 0; f < r.faceCount(); f++) faces.merge(r.materialOf(f), 1, Integer::sum);
        assertEquals(Map.of("brass", 8, "steel", 16), faces);
    }

    @Test
    void facesAreTaggedByWhereTheyCameFrom() throws StepException {
        Mesh r = difference(plate(), drill(3, 4));
        Tag bore = r.tag(Booleans.last.madeTag() + ":b");
        assertEquals(16, bore.size());
        for (int i = 0; i < bore.size(); i++) assertEquals("steel", r.materialOf((int) bore.element(i)));
        assertEquals(8, r.tag(Booleans.last.madeTag() + ":").size());
    }

    @Test
    void untouchedFacesStayAsTheyAre() throws StepException {
        Mesh box = TestContext.run(new Box(100, 100, 10, 10, 10, 1, Seat.STANDING));
        Mesh r = difference(box, drill(0, 0));
        Set<Long> keys = new HashSet<>();
        for (long k : r.faceKeys()) keys.add(k);
        int kept = 0, quads = 0;
        for (int f = 0; f < box.faceCount(); f++) if (keys.contains(box.faceKeys()[f])) kept++;
        for (int f = 0; f < r.faceCount(); f++) if (r.sides(f) == 4) quads++;
        assertTrue(kept >= box.faceCount() - 32, "kept " + kept + " of " + box.faceCount());
        assertTrue(quads > 200, "quads " + quads);
    }

    /** A square hole on its corner leaves four parts of a face, of which each shares a vertex with two others. */
    @Test
    void partsThatTouchHaveKeysOfTheirOwn() throws StepException {
        Mesh r = difference(
                TestContext.run(new Box(20, 20, 10, 1, 1, 1, Seat.CENTRED)),
                TestContext.run(new Cylinder(20, 30, 4, 1, 0, Seat.CENTRED)));
        assertEquals(10, r.bounds().size().z());
        assertEquals(4 * 2 * 50, topAndBottom(r), 1e-9, "corners of 10 mm by 10 mm");
        assertEquals(r.faceCount(), Arrays.stream(r.faceKeys()).distinct().count());
    }

    private static double topAndBottom(Mesh m) {
        double[] n = new double[3];
        double sum = 0;
        for (int f = 0; f < m.faceCount(); f++) {
            Normals.areaVector(m, f, n);
            sum += Math.abs(n[2]);
        }
        return sum;
    }

    /** Red grows along x from 0 to 1, so that every corner says whether its colour was mixed rightly. */
    private static Mesh painted(Mesh m) {
        MeshBuilder b = new MeshBuilder(m.vertexCount(), m.faceCount());
        b.append(m, k -> k);
        for (int c = 0; c < m.cornerCount(); c++) b.color(c, red(m.x(m.corners()[c])), 0.25f, 0.5f, 1);
        return b.build();
    }

    private static float red(double x) {
        return (float) ((x + 50) / 100);
    }

    @Test
    void coloursAreMixedAtTheCut() throws StepException {
        Mesh r = difference(painted(plate()), painted(drill(3, 4)));
        assertTrue(r.hasColors());
        for (int c = 0; c < r.cornerCount(); c++) {
            assertEquals(red(r.x(r.corners()[c])), r.cornerColors()[4 * c], 1e-5);
            assertEquals(0.25f, r.cornerColors()[4 * c + 1], 1e-5);
        }
    }

    @Test
    void anUnpaintedOperandIsWhite() throws StepException {
        Mesh r = difference(painted(plate()), drill(3, 4));
        Tag bore = r.tag(Booleans.last.madeTag() + ":b");
        int corner = r.offsets()[(int) bore.element(0)];
        assertEquals(1f, r.cornerColors()[4 * corner]);
    }

    @Test
    void tagsGoOnWithTheirWeights() throws StepException {
        Mesh plate = plate();
        var adj = plate.adjacency();
        // The edge along the top at the front, where the cutter will part it.
        long edge = -1;
        for (int e = 0; e < adj.edgeCount(); e++) {
            int a = adj.edgeLow(e), b = adj.edgeHigh(e);
            if (plate.z(a) == 10 && plate.z(b) == 10 && plate.y(a) == -50 && plate.y(b) == -50) edge = Tag.edge(a, b);
        }
        int corner = Tag.edgeLow(edge);
        Mesh tagged = plate.withTags(Map.of(
                "rim", new Tag(ElementKind.EDGE, new long[] {edge}, new double[] {0.7}),
                "corner", new Tag(ElementKind.VERTEX, new long[] {corner}, new double[] {0.4}),
                "top", new Tag(ElementKind.FACE, new long[] {topOf(plate)}, new double[] {0.9})));
        Mesh r = difference(tagged, drill(0, -50));
        Tag rim = r.tag("rim");
        assertEquals(2, rim.size(), "the edge was parted");
        for (int i = 0; i < 2; i++) {
            assertEquals(0.7, rim.weight(i));
            int a = Tag.edgeLow(rim.element(i)), b = Tag.edgeHigh(rim.element(i));
            assertEquals(-50, r.y(a));
            assertEquals(10, r.z(b));
            assertEquals(50 - 15, Math.abs(r.x(a) - r.x(b)), 1e-9);
        }
        assertEquals(1, r.tag("corner").size());
        assertEquals(0.4, r.tag("corner").weight(0));
        assertEquals(1, r.tag("top").size());
        assertEquals(10, r.z(r.corners()[r.offsets()[(int) r.tag("top").element(0)]]));
    }

    private static long topOf(Mesh m) {
        for (int f = 0; f < m.faceCount(); f++) {
            boolean top = true;
            for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++) top &= m.z(m.corners()[c]) == 10;
            if (top) return f;
        }
        throw new AssertionError("no top");
    }

    @Test
    void keysAreUniqueAndSurviveAMovedCutter() throws StepException {
        Mesh first = difference(plate(), drill(0.5, 0.25)), moved = difference(plate(), drill(4.5, -3));
        assertEquals(keys(first), keys(moved));
        assertEquals(first.vertexCount(), keys(first).size());
        Set<Long> faces = new HashSet<>();
        for (long k : first.faceKeys()) faces.add(k);
        assertEquals(first.faceCount(), faces.size());
    }

    private static Set<Long> keys(Mesh m) {
        Set<Long> set = new HashSet<>();
        Arrays.stream(m.vertexKeys()).forEach(set::add);
        return set;
    }

    @Test
    void joinKeepsEveryFaceWhereAUnionDoesNot() throws StepException {
        Mesh a = MeshFixtures.cube(2), b = MeshFixtures.box(1, 1, 1, 3, 3, 3);
        TestContext c = new TestContext(7);
        c.bodies.put("b", b);
        Mesh joined = new Join(org.modeststack.steps.Bodies.of("b")).apply(a, c);
        assertEquals(12, joined.faceCount());
        assertEquals(16, joined.vertexCount());
        assertEquals(12, union(a, b).faceCount());
        assertEquals(20, union(a, b).vertexCount());
        for (int shell = 1; shell <= 2; shell++) {
            Mesh one = new OneShell(shell).apply(joined, c);
            assertEquals(8, Booleans.volume(one), 1e-12);
            assertEquals(6, one.faceCount());
        }
    }
}
