package org.modeststack.steps.bevel;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.PartFixtures.euler;
import static org.modeststack.steps.PartFixtures.pick;
import static org.modeststack.steps.PartFixtures.volume;

import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import it.unimi.dsi.fastutil.longs.LongSet;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.EdgeShading;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.search.Crossings;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Guide;
import org.modeststack.steps.PartFixtures;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.mark.TagStep;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.profile.Moulding;
import org.modeststack.steps.profile.Shape;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

class BevelTest {
    /** A bevel with usual numbers, and some of them changed: name, value, name, value. */
    static Bevel bevel(Object... changes) {
        var d = Steps.byType("bevel");
        // What is judged here in closed form is how corners are cut within the faces beside them.
        var s = d.with(d.createDefault(), "rails", Rails.BESIDE);
        for (int i = 0; i < changes.length; i += 2) s = d.with(s, (String) changes[i], changes[i + 1]);
        return (Bevel) s;
    }

    static Mesh cube(double side) throws StepException {
        return TestContext.run(new Box(side, side, side, 1, 1, 1, Seat.CENTRED));
    }

    static Mesh octahedron() {
        MeshBuilder b = new MeshBuilder(6, 8);
        int[][] p = {{1, 0, 0}, {0, 1, 0}, {-1, 0, 0}, {0, -1, 0}, {0, 0, 1}, {0, 0, -1}};
        for (int i = 0; i < 6; i++) b.vertex(p[i][0], p[i][1], p[i][2], i + 1);
        for (int i = 0; i < 4; i++) {
            b.face(10 + i, b.material(Material.DEFAULT.name()), i, (i + 1) % 4, 4);
            b.face(20 + i, 0, (i + 1) % 4, i, 5);
        }
        return b.build();
    }

    static void assertValid(Mesh in, Mesh out, String what) {
        Health h = Health.of(out), before = Health.of(in);
        assertEquals(before.borderEdges() == 0, h.borderEdges() == 0, what + " border");
        assertEquals(before.nonManifoldEdges(), h.nonManifoldEdges(), what + " manifold");
        assertEquals(0, h.flippedEdges(), what + " flipped");
        assertTrue(h.degenerateFaces() <= before.degenerateFaces(), what + " no area");
        assertEquals(0, h.looseVertices(), what + " loose");
        assertEquals(euler(in), euler(out), what + " euler");
        if (distinct(in.vertexKeys()) && distinct(in.faceKeys()))
            assertTrue(distinct(out.vertexKeys()) && distinct(out.faceKeys()), what + " keys");
    }

    static boolean distinct(long[] keys) {
        return Arrays.stream(keys).distinct().count() == keys.length;
    }

    static void assertEdgesEqual(Mesh m, double length) {
        for (int e = 0; e < m.edgeCount(); e++) {
            Vec3 d = m.point(m.adjacency().edgeLow(e))
                    .minus(m.point(m.adjacency().edgeHigh(e)));
            assertEquals(length, d.length(), 1e-12);
        }
    }

    /** Archimedean solids, as in any table of them. */
    @Test
    void cornersCutOffMakeTheArchimedeanSolids() throws StepException {
        Mesh truncated = TestContext.run(
                bevel("of", Bevel.Of.VERTICES, "where", pick("vertices: all"), "width", 1 / (2 + Math.sqrt(2))),
                cube(1));
        assertEquals(
                "24 vertices, 14 faces", truncated.vertexCount() + " vertices, " + truncated.faceCount() + " faces");
        assertEquals(36, truncated.edgeCount());
        assertEdgesEqual(truncated, 1 - 2 / (2 + Math.sqrt(2)));

        Mesh cubocta = TestContext.run(
                bevel("of", Bevel.Of.VERTICES, "where", pick("vertices: all"), "measure", Measure.SHARE, "share", 0.5),
                cube(1));
        assertEquals(12, cubocta.vertexCount());
        assertEquals(24, cubocta.edgeCount());
        assertEquals(14, cubocta.faceCount());
        assertEdgesEqual(cubocta, Math.sqrt(0.5));
        assertTrue(Health.of(cubocta).isClosed());

        Mesh octa = TestContext.run(
                bevel(
                        "of",
                        Bevel.Of.VERTICES,
                        "where",
                        pick("vertices: all"),
                        "measure",
                        Measure.SHARE,
                        "share",
                        1 / 3.0),
                octahedron());
        assertEquals(24, octa.vertexCount());
        assertEquals(36, octa.edgeCount());
        assertEquals(14, octa.faceCount());
        assertEdgesEqual(octa, Math.sqrt(2) / 3);
    }

    /** A beam 10 mm thick: strips meet at 5 mm, in the middle of its narrow faces, whatever the width is now. */
    @Test
    void guidesShowWhereStripsMeet() throws StepException {
        Mesh beam = TestContext.run(new Box(10, 20, 30, 1, 1, 1, Seat.CENTRED));
        for (double width : new double[] {0.5, 3}) {
            List<Guide> guides = bevel("width", width).guides(beam);
            assertEquals(24, guides.size(), "two for each edge");
            int spent = 0;
            for (Guide g : guides) {
                if (g.from().minus(g.to()).length() < 1e-9) spent++;
                for (Vec3 p : new Vec3[] {g.from(), g.to()}) {
                    double[] in = {5 - Math.abs(p.x()), 10 - Math.abs(p.y()), 15 - Math.abs(p.z())};
                    assertEquals(0, Math.min(in[0], Math.min(in[1], in[2])), 1e-9, "on the surface");
                    assertTrue(Arrays.stream(in).allMatch(d -> d < 1e-9 || d > 5 - 1e-9), "5 mm from the edges");
                }
            }
            assertEquals(8, spent, "both rails across the narrow faces are used up");
        }
        assertEquals(List.of(), bevel("guard", false).guides(beam));
    }

    /** A cube whose edges are cut off so that the squares and strips are as wide: the rhombicuboctahedron. */
    @Test
    void edgesCutOffMakeTheRhombicuboctahedron() throws StepException {
        Mesh out = TestContext.run(bevel("width", 1 / (2 + Math.sqrt(2))), cube(1));
        assertEquals("24, 48, 26", out.vertexCount() + ", " + out.edgeCount() + ", " + out.faceCount());
        assertEdgesEqual(out, Math.sqrt(2) / (2 + Math.sqrt(2)));
        Mesh across =
                TestContext.run(bevel("measure", Measure.ACROSS, "width", Math.sqrt(2) / (2 + Math.sqrt(2))), cube(1));
        assertEdgesEqual(across, Math.sqrt(2) / (2 + Math.sqrt(2)));
    }

    /** All edges of a cube cut flat: 6 squares, 12 strips, 8 corners; 24 vertices in all. */
    @Test
    void edgesCutOffFlat() throws StepException {
        Mesh in = cube(10), out = TestContext.run(bevel("width", 1.0), in);
        assertValid(in, out, "cube");
        assertEquals(6 + 12 + 8, out.faceCount());
        assertEquals(24, out.vertexCount());
        // A wedge of 1 × 1 / 2 less along each edge, where at each corner three of them overlap.
        double wedges = 12 * 8 * 0.5, corner = cornerCut();
        assertEquals(1000 - wedges - 8 * corner, volume(out), 1e-9);
        assertEquals(12, out.tag(new TestContext().madeTag()).size());
        assertEquals(8, out.tag(new TestContext().madeTag() + ":corners").size());
    }

    /** What is cut off a unit cube's corner down to the plane through the points (1,1,0) and so on: all but a pyramid. */
    static double cornerCut() {
        // Of the cube's corner unit, half-way: the body left is bounded by x + y ≥ 1 … and x + y + z ≥ 2.
        return 1 - 1.0 / 6;
    }

    /** Volume by the formula of J. Steiner for parallel bodies; the error of a round of n segments falls as 1/n². */
    @Test
    void aRoundedBoxComesNearTheSteinerFormula() throws StepException {
        double a = 10, r = 2, i = a - 2 * r;
        double volume = i * i * i + 6 * r * i * i + 3 * Math.PI * r * r * i + 4 * Math.PI * r * r * r / 3;
        double area = 6 * i * i + 6 * Math.PI * r * i + 4 * Math.PI * r * r;
        double[] error = new double[7], areaError = new double[7];
        for (int k = 0; k < 7; k++) {
            Mesh in = cube(a), out = TestContext.run(bevel("width", r, "segments", 1 << k), in);
            assertValid(in, out, "rounded, " + (1 << k));
            error[k] = volume - volume(out);
            areaError[k] = area - Measures.of(out).area();
            if (k == 0) continue;
            assertTrue(error[k] > 0, "inside the round body");
            double order = Math.log(error[k - 1] / error[k]) / Math.log(2);
            if (k > 2) assertEquals(2, order, 0.1, "order of convergence");
            if (k > 2) assertEquals(2, Math.log(areaError[k - 1] / areaError[k]) / Math.log(2), 0.1);
        }
        assertEquals(volume, volume - error[6], 1e-3 * volume);
    }

    /** Three equal round bevels on a corner make a piece of a sphere; strips keep the sagitta r (1 − cos(π/4n)). */
    @ParameterizedTest
    @ValueSource(ints = {2, 3, 4, 5, 8, 13, 64})
    void roundIsRound(int n) throws StepException {
        double r = 2;
        Mesh out = TestContext.run(bevel("width", r, "segments", n), cube(10));
        int on = 0;
        for (int v = 0; v < out.vertexCount(); v++) {
            double[] d = new double[3];
            int beyond = 0;
            for (int k = 0; k < 3; k++) {
                d[k] = Math.max(0, Math.abs(out.point(v).get(k)) - 3);
                if (d[k] > 1e-9) beyond++;
            }
            double l = Math.sqrt(d[0] * d[0] + d[1] * d[1] + d[2] * d[2]);
            assertEquals(r, l, 1e-9, "every vertex is as far as the radius from the inner box");
            if (beyond == 3) on++;
        }
        assertTrue(on > 0, "there are vertices inside the corners");
        // The middle of a chord across a strip, at the height of the box's middle, is not a vertex: measured on
        // profiles.
        Vec3 p = profilePoint(out, 0, n), q = profilePoint(out, 1, n);
        double chord = r - Math.hypot((p.x() + q.x()) / 2 - 3, (p.y() + q.y()) / 2 - 3);
        assertEquals(r * (1 - Math.cos(Math.PI / (4 * n))), chord, 1e-9);
    }

    /** A vertex of the upright edge's profile at the top of the strip. */
    static Vec3 profilePoint(Mesh m, int i, int n) {
        double angle = i * Math.PI / 2 / n;
        Vec3 want = new Vec3(3 + 2 * Math.cos(angle), 3 + 2 * Math.sin(angle), 3);
        return IntStream.range(0, m.vertexCount())
                .mapToObj(m::point)
                .filter(p -> p.minus(want).length() < 1e-9)
                .findFirst()
                .orElseThrow(() -> new AssertionError("no vertex at " + want));
    }

    /** One edge of a cube, whose strip ends in the faces opposite. */
    static Mesh oneEdge(Object... changes) throws StepException {
        Object[] all = Arrays.copyOf(changes, changes.length + 2);
        all[changes.length] = "where";
        all[changes.length + 1] = pick("edges: inside 4 4 -6 6 6 6");
        Mesh in = cube(10), out = TestContext.run(bevel(all), in);
        assertValid(in, out, "one edge");
        assertTrue(Crossings.of(out).isEmpty());
        return out;
    }

    /** What is taken off a square edge of 10 mm by a width of 2 mm, by the area of its cross-section. */
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4, 7, 12})
    void aSquareEdgeLosesTheAreaOfItsProfile(int n) throws StepException {
        double d = 2, l = 10, e = Moulding.LEDGE, arc = n / 2.0 * Math.sin(Math.PI / 2 / n);
        assertEquals(1000 - l * d * d / 2, volume(oneEdge("width", d, "segments", n, "profile", 0.0)), 1e-9);
        assertEquals(1000 - l * d * d * (1 - arc), volume(oneEdge("width", d, "segments", n)), 1e-9, "round");
        assertEquals(
                1000 - l * d * d * arc, volume(oneEdge("width", d, "segments", n, "profile", -1.0)), 1e-9, "hollow");
        if (n % 2 == 0) assertEquals(1000, volume(oneEdge("width", d, "segments", n, "profile", 2.0)), 1e-9, "full");
        assertEquals(
                1000 - l * d * d * (n + 1) / (2.0 * n),
                volume(oneEdge("width", d, "segments", n, "shape", Shape.STEPS)),
                1e-9,
                "stairs");
        if (n < 3) return;
        double m = n - 2, r = 1 - e, round = r * r * m / 2 * Math.sin(Math.PI / 2 / m);
        assertEquals(
                1000 - l * d * d * (1 - r * r + round),
                volume(oneEdge("width", d, "segments", n, "shape", Shape.COVE)),
                1e-9,
                "cove");
        assertEquals(
                1000 - l * d * d * (1 - round),
                volume(oneEdge("width", d, "segments", n, "shape", Shape.BEAD)),
                1e-9,
                "bead");
        assertEquals(
                1000 - l * d * d / 2,
                volume(oneEdge("width", d, "segments", 2 * n, "shape", Shape.OGEE)),
                1e-9,
                "an ogee takes as much as a flat");
    }

    /** Whatever the angle at which edges meet a cut one, its rails come to them at the same distance. */
    @Test
    void theSameWidthOnSlantedEdges() throws StepException {
        double[] p = {0, 0, 0, 10, 0, 0, 10, 10, 0, 0, 10, 0, 3, -2, 10, 13, 1, 9, 12, 12, 11, -1, 9, 10};
        int[][] f = {{0, 3, 2, 1}, {4, 5, 6, 7}, {0, 1, 5, 4}, {1, 2, 6, 5}, {2, 3, 7, 6}, {3, 0, 4, 7}};
        Mesh in = MeshFixtures.faces(p, f);
        int edge = in.adjacency().edgeBetween(4, 5, in);
        Mesh out = TestContext.run(
                bevel(
                        "where",
                        Pick.hand(in, Selection.of(ElementKind.EDGE, edge)),
                        "measure",
                        Measure.SAME,
                        "width",
                        1.5),
                in);
        int found = 0;
        for (int v = 0; v < out.vertexCount(); v++)
            for (int end : new int[] {4, 5})
                if (Math.abs(out.point(v).minus(in.point(end)).length() - 1.5) < 1e-9) found++;
        assertEquals(4, found, "two rails, two ends");
    }

    /** A bevel before smoothing: its faces are divided like all others, and what is closed stays closed. */
    @Test
    void aBevelGoesBeforeSmoothing() throws StepException {
        Mesh held = TestContext.run(bevel("width", 1.0, "segments", 2, "profile", 2.0), cube(10));
        Mesh smooth = TestContext.run(new Subdivide(2), held), loose = TestContext.run(new Subdivide(2), cube(10));
        assertTrue(Health.of(smooth).isClosed());
        assertTrue(volume(smooth) > 0.97 * 1000 && volume(loose) < 0.7 * 1000, "full strips hold the edges");
    }

    /** New faces are blended with what is beside them; the edges between old faces stay as they were. */
    @Test
    void stripsCanBeBlended() throws StepException {
        Mesh out = oneEdge("width", 2.0, "blend", true);
        // One strip, four sides; nothing else is new.
        assertEquals(4, out.tag(EdgeShading.SMOOTH).size());
        assertFalse(oneEdge("width", 2.0).tags().containsKey(EdgeShading.SMOOTH));
    }

    /** Tags: what is left of an edge keeps its tag, what was cut off gives it to both rails; faces keep theirs. */
    @Test
    void tagsAreCarriedByRule() throws StepException {
        Mesh in = cube(10);
        in = TestContext.run(new TagStep(pick("edges: inside 4 4 -6 6 6 6"), "seam", 0.5), in);
        in = TestContext.run(new TagStep(pick("faces: facing 0 0 1 10"), "top", 1), in);
        in = TestContext.run(new TagStep(pick("vertices: inside 4 4 4 6 6 6"), "tip", 1), in);
        Mesh out = TestContext.run(bevel("where", pick("edges: tag seam"), "width", 2.0, "segments", 3), in);
        assertEquals(2, out.tag("seam").size(), "both rails");
        assertEquals(0.5, out.tag("seam").weight(0));
        assertEquals(1, out.tag("top").size());
        assertEquals(4, out.tag("tip").size(), "all that stand in place of the corner");
        Mesh weighed = TestContext.run(
                bevel("where", pick("edges: tag seam"), "weights", "seam", "width", 2.0, "profile", 0.0), in);
        assertEquals(1000 - 10 * 1 * 1 / 2.0, volume(weighed), 1e-9, "half the width");
        Mesh none = in;
        assertThrows(StepException.class, () -> TestContext.run(bevel("weights", "nothing"), none));
        assertThrows(StepException.class, () -> TestContext.run(bevel("weights", "top"), none));
    }

    /** Later steps pick strips, corners and the rims of strips by the step that made them. */
    @Test
    void stripsCornersAndRimsArePickedLater() throws StepException {
        Mesh out = TestContext.run(bevel("width", 2.0, "segments", 2), cube(10));
        String made = new TestContext().madeTag();
        assertEquals(24, picked(out, "faces: made " + made));
        assertEquals(24, picked(out, "faces: made " + made + ":corners"), "three quads a corner");
        // Round each of the six faces four rails, and each of the eight corners six sides.
        assertEquals(6 * 4 + 8 * 6, picked(out, "edges: made " + made + "; rim"));
    }

    static int picked(Mesh m, String text) {
        return pick(text).on(m).selection().elements().cardinality();
    }

    @Test
    void newFacesWearWhatTheyAreTold() throws StepException {
        Mesh out = oneEdge("width", 2.0, "material", "enamel");
        Tag strips = out.tag(new TestContext().madeTag());
        assertEquals("enamel", out.materialOf((int) strips.element(0)));
        assertEquals(2, out.materials().size());
    }

    /** Of a whole box: twelve strips and eight corners are of it, and nothing else. */
    @ParameterizedTest
    @CsvSource({"EDGES, 20", "VERTICES, 8"})
    void stripsAndCornersWearWhatTheyAreTold(Bevel.Of of, int made) throws StepException {
        Mesh in = MeshFixtures.telling(cube(10));
        String kind = of == Bevel.Of.EDGES ? "edges: all" : "vertices: all";
        Mesh out = TestContext.run(bevel("of", of, "where", pick(kind), "width", 2.0, "material", "enamel"), in);
        LongSet old = new LongOpenHashSet(in.faceKeys());
        int enamel = 0;
        for (int f = 0; f < out.faceCount(); f++) {
            boolean isNew = !old.contains(out.faceKeys()[f]);
            assertEquals(isNew, out.materialOf(f).equals("enamel"), "face " + f);
            if (isNew) enamel++;
        }
        assertEquals(made, enamel);
        assertEquals(6, out.faceCount() - enamel);
    }

    /** Without a name of its own a strip wears what one of its two neighbours does, a corner what one of its three does. */
    @Test
    void newFacesOtherwiseWearWhatIsBesideThem() throws StepException {
        Mesh in = MeshFixtures.telling(cube(10));
        for (Bevel.Of of : new Bevel.Of[] {Bevel.Of.EDGES, Bevel.Of.VERTICES}) {
            String kind = of == Bevel.Of.EDGES ? "edges: all" : "vertices: all";
            Mesh out = TestContext.run(bevel("of", of, "where", pick(kind), "width", 2.0), in);
            assertEquals(Set.copyOf(in.materials()), Set.copyOf(out.materials()));
            Tag made = out.tag(new TestContext().madeTag());
            for (int f = 0; f < out.faceCount(); f++) {
                if (!made.contains(f)) continue;
                Set<String> old = new HashSet<>(), fresh = new HashSet<>();
                for (int c = out.offsets()[f]; c < out.offsets()[f + 1]; c++) {
                    int g = out.adjacency().cornerFace()[out.adjacency().twins()[c]];
                    (made.contains(g) ? fresh : old).add(out.materialOf(g));
                }
                assertTrue((old.isEmpty() ? fresh : old).contains(out.materialOf(f)), of + " face " + f);
            }
        }
    }

    /** Paint goes on over strips and corners: nowhere is it farther off than from a new vertex to the corner it was. */
    @Test
    void newFacesArePaintedLikeThoseBeside() throws StepException {
        Mesh in = MeshFixtures.coloredByPlace(cube(1), 0.5);
        for (int segments : new int[] {1, 4}) {
            Mesh out = TestContext.run(bevel("width", 0.2, "segments", segments), in);
            for (int c = 0; c < out.cornerCount(); c++) {
                assertEquals(0.5 + out.x(out.corners()[c]), out.cornerColors()[4 * c], 0.2 + 1e-6);
                assertEquals(0.5 + out.y(out.corners()[c]), out.cornerColors()[4 * c + 1], 0.2 + 1e-6);
            }
        }
    }

    /** A wedge that grows from its beginning to three times as wide: the frustum of a triangle. */
    @Test
    void aTaperGoesAlongTheChain() throws StepException {
        double a = 0.5, b = 4.5, h = 10;
        Mesh out = oneEdge("width", 1.0, "profile", 0.0, "taper", 3.0);
        assertEquals(1000 - h / 3 * (a + b + Math.sqrt(a * b)), volume(out), 1e-9);
    }

    /** Around a rectangle's outer corner the strip is fanned by a triangle, or follows an arc of a circle. */
    @Test
    void outlinesTurnAsTold() throws StepException {
        Mesh slab = TestContext.run(new Box(20, 20, 10, 1, 1, 1, Seat.CENTRED));
        // A square hole: seen from the face round it, its corners are outer turns.
        TestContext c = new TestContext(9);
        c.bodies.put("b", TestContext.run(new Box(8, 8, 30, 1, 1, 1, Seat.CENTRED)));
        Mesh holed = new BooleanStep(Operation.DIFFERENCE, Bodies.of("b")).apply(slab, c);
        Pick rim = pick("edges: inside -5 -5 4 5 5 6");
        for (Turn turn : Turn.values()) {
            Mesh out = TestContext.run(
                    bevel("where", rim, "width", 1.0, "segments", 4, "outerTurns", turn, "innerTurns", turn), holed);
            assertValid(holed, out, turn.toString());
            assertTrue(Crossings.of(out).isEmpty(), turn.toString());
            double far = 0;
            for (int v = 0; v < out.vertexCount(); v++) {
                Vec3 p = out.point(v);
                if (p.z() > 5 - 1e-9 && Math.abs(p.x()) < 6) far = Math.max(far, Math.hypot(p.x(), p.y()));
            }
            // Pointed: the corner of the larger square. Otherwise on the circle round the old corner, or its chord.
            double want = turn == Turn.POINTED
                    ? 5 * Math.sqrt(2)
                    : turn == Turn.ARCED ? 4 * Math.sqrt(2) + 1 : Math.hypot(5, 4);
            assertEquals(want, far, 1e-9, turn.toString());
        }
    }

    /** Edges with three faces, or between faces turned against each other, are left as they are and spoken of. */
    @Test
    void whatIsNoEdgeOfTwoFacesIsLeftAlone() throws StepException {
        double[] p = {0, 0, 0, 1, 0, 0, 0, 1, 0, 1, 1, 0, 0, 0, 1, 1, 0, 1, 0, -1, 0, 1, -1, 0};
        Mesh fin = MeshFixtures.faces(p, new int[][] {{0, 1, 3, 2}, {1, 0, 4, 5}, {0, 1, 7, 6}});
        TestContext context = new TestContext();
        Mesh out = bevel("sharperThan", 0.0).apply(fin, context);
        assertSame(fin, out);
        assertTrue(context.remarks.getFirst().text().startsWith("1 edge was left alone"));
    }

    @Test
    void theGuardSaysHowFarItHeldBack() throws StepException {
        TestContext context = new TestContext();
        Mesh out = bevel("width", 8.0, "segments", 4).apply(cube(10), context);
        assertEquals(
                "The width was held back at 12 of 12 edges, at the least to 5 mm, so that strips do not cross.",
                context.remarks.getFirst().text());
        assertValid(cube(10), out, "a ball");
        for (int v = 0; v < out.vertexCount(); v++) assertEquals(5, out.point(v).length(), 1e-9);
        assertEquals(
                "Takes 12 edges; strips meet at 5\u00a0mm.", bevel("width", 1.0).outlook(cube(10)));
        Mesh loose = bevel("width", 8.0, "guard", false).apply(cube(10), new TestContext());
        assertFalse(Crossings.of(loose).isEmpty(), "without it, as told");
    }

    /** A notch of 1 mm in one corner of a block: either it holds back the whole block or only what lies at it. */
    @Test
    void whereThereIsNoRoomHoldsBackAllOrWhatIsNear() throws StepException {
        TestContext context = new TestContext();
        context.bodies.put("notch", MeshFixtures.box(19, 9, 4, 30, 30, 30));
        Mesh in = new BooleanStep(Operation.DIFFERENCE, Bodies.of("notch"))
                .apply(TestContext.run(new Box(40, 20, 10, 1, 1, 1, Seat.CENTRED)), context);
        for (Holding holding : Holding.values()) {
            TestContext said = new TestContext();
            Mesh out = bevel("width", 2.0, "segments", 2, "heldBack", holding).apply(in, said);
            assertValid(in, out, holding.toString());
            assertTrue(Crossings.of(out).isEmpty(), holding.toString());
            assertEquals(1, said.remarks.size(), "it is said");
            double nearest = Double.MAX_VALUE;
            for (int v = 0; v < out.vertexCount(); v++) {
                Vec3 p = out.point(v);
                // Along the edge that leaves the opposite corner upwards.
                if (Math.abs(p.x() + 20) < 1e-9 && Math.abs(p.y() + 10) < 2 + 1e-9 && p.z() < 0)
                    nearest = Math.min(nearest, p.z() + 5);
            }
            if (holding == Holding.NEAR) assertEquals(2, nearest, 1e-9, "as wide as asked");
            else assertTrue(nearest <= 0.5 + 1e-9, "held back alike: " + nearest);
        }
    }

    /** Mouldings go round a whole cube, whose corners three strips meet in. */
    @ParameterizedTest
    @EnumSource(
            value = Shape.class,
            names = {"STEPS", "COVE", "BEAD", "OGEE", "OWN"})
    void mouldingsMeetInCorners(Shape shape) throws StepException {
        for (int n = 3; n <= 8; n += 5) {
            TestContext context = new TestContext();
            Mesh out = bevel("width", 1.5, "segments", n, "shape", shape).apply(cube(10), context);
            assertEquals(List.of(), context.remarks, shape + " " + n);
            assertValid(cube(10), out, shape.toString());
            assertTrue(Crossings.of(out).isEmpty(), shape.toString());
            assertTrue(out.faceCount() > 6 + 12 * 3, "strips on all edges");
        }
    }

    @Test
    void aCurveOfOnesOwn() throws StepException {
        Mesh out = oneEdge("width", 2.0, "shape", Shape.OWN, "section", "0.5 -1");
        assertEquals(1000 - 10 * 4, volume(out), 1e-9, "a rebate");
        for (String bad : new String[] {"0.5", "a b", "0.5 0.1, 0.2 0", "2 0", "0.5 3"})
            assertThrows(StepException.class, () -> oneEdge("width", 2.0, "shape", Shape.OWN, "section", bad), bad);
    }

    /** At square edges a strip 2 mm across is √2 along the faces, one 2 mm deep is 2 √2. */
    @ParameterizedTest
    @CsvSource({"ALONG, 2", "ACROSS, 1.4142135623730951", "DEEP, 2.8284271247461903"})
    void widthsAreMeasuredAsTheySay(Measure measure, double along) throws StepException {
        Mesh out = oneEdge("width", 2.0, "measure", measure, "profile", 0.0);
        assertEquals(1000 - 10 * along * along / 2, volume(out), 1e-9);
    }

    @Test
    void aShareIsOfTheShorterEdgeBesideIt() throws StepException {
        Mesh in = TestContext.run(new Box(10, 20, 30, 1, 1, 1, Seat.CENTRED));
        Mesh out = TestContext.run(
                bevel("where", pick("edges: inside 4 9 -16 6 11 16"), "measure", Measure.SHARE, "share", 0.2), in);
        assertEquals(6000 - 30 * 2 * 2 / 2.0, volume(out), 1e-9);
    }

    /** @param shape upright, dented, flat, or like a saddle */
    static Mesh pyramid(int sides, int shape) {
        MeshBuilder b = new MeshBuilder(sides + 1, sides + 1);
        for (int i = 0; i < sides; i++) {
            double a = 2 * Math.PI * i / sides;
            b.vertex(10 * Math.cos(a), 10 * Math.sin(a), shape == 3 ? 3 * Math.cos(2 * a) : 0, i + 1);
        }
        b.vertex(0, 0, shape == 0 ? 8 : shape == 1 ? -3 : 0, 100);
        int m = b.material(Material.DEFAULT.name());
        b.vertex(0, 0, -20, 101);
        for (int i = 0; i < sides; i++) {
            b.face(200 + i, m, i, (i + 1) % sides, sides);
            b.face(300 + i, m, (i + 1) % sides, i, sides + 1);
        }
        return b.build();
    }

    static <T> T one(T[] all, Random random) {
        return all[random.nextInt(all.length)];
    }

    /** The grid is the same from each of its three sides, and its quads are alike in size. */
    @Test
    void theGridIsEven() throws StepException {
        Mesh out = TestContext.run(bevel("width", 2.0, "segments", 8), cube(10));
        double shortest = Double.POSITIVE_INFINITY, longest = 0;
        for (int e = 0; e < out.edgeCount(); e++) {
            Vec3 p = out.point(out.adjacency().edgeLow(e)),
                    q = out.point(out.adjacency().edgeHigh(e));
            // Strips lead from one corner to the next, 6 mm away.
            if (!inCorner(p) || !inCorner(q) || p.minus(q).length() > 5) continue;
            shortest = Math.min(shortest, p.minus(q).length());
            longest = Math.max(longest, p.minus(q).length());
        }
        assertTrue(longest < 1.7 * shortest, longest + " beside " + shortest);
    }

    private static boolean inCorner(Vec3 p) {
        return Math.min(Math.abs(p.x()), Math.min(Math.abs(p.y()), Math.abs(p.z()))) > 3 - 1e-9;
    }

    /** How the width is held back is asked only where it is a choice: not for rails that run over the faces. */
    @ParameterizedTest
    @CsvSource({
        "rails, over, false",
        "rails, beside, true",
        "measure, share, false",
        "taper, 0.5, false",
        "taper, 0, true",
        "outerTurns, fanned, true",
        "guard, off, false"
    })
    void holdingBackIsAskedWhereItIsAChoice(String param, String value, boolean asked) throws StepException {
        StepDescriptor d = Steps.byType("bevel");
        Step s = d.with(d.createDefault(), param, d.param(param).parse(value));
        assertEquals(asked, d.isRelevant(s, d.param("heldBack")));
    }

    /** The rim of a slanted end turns by 80° to 100°; the few edges under the angle do not interrupt it. */
    @ParameterizedTest
    @CsvSource({"true, 0, 0", "false, 1, 5"})
    void aRimIsTakenWhole(boolean rings, int least, int most) throws StepException {
        double[] xyz = PartFixtures.bar(24, 20, 10).xyz().clone();
        for (int i = 0; i < xyz.length; i += 3) if (xyz[i + 2] > 5) xyz[i + 2] += xyz[i] * Math.tan(Math.toRadians(10));
        Mesh slanted = PartFixtures.bar(24, 20, 10).withPositions(xyz);
        Pick rim = pick("edges: inside -11 -11 5 11 11 20");
        TestContext context = new TestContext();
        bevel("where", rim, "width", 0.5, "sharperThan", 81.0, "wholeRings", rings)
                .apply(slanted, context);
        int left = context.remarks.isEmpty()
                ? 0
                : Integer.parseInt(context.remarks.getFirst().text().split(" ")[0]);
        assertTrue(left >= least && left <= most, left + " edges left");
    }
}
