package org.modeststack.steps.remove;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.mesh.MeshFixtures.both;
import static org.modeststack.steps.PartFixtures.TOP;
import static org.modeststack.steps.PartFixtures.bar;
import static org.modeststack.steps.PartFixtures.euler;
import static org.modeststack.steps.PartFixtures.pick;
import static org.modeststack.steps.PartFixtures.volume;

import java.util.Arrays;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.measure.Closure;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.extrude.Inset;
import org.modeststack.steps.patch.Bridge;
import org.modeststack.steps.patch.Fill;
import org.modeststack.steps.pick.Pick;

/** Taking elements away, and closing what is open. */
class RemoveAndPatchTest {
    @ParameterizedTest
    @CsvSource({"faces: facing 0 0 1 1, 5", "edges: inside -1 -1 -1 1 1 11, 4", "vertices: inside -1 -1 -1 1 1 1, 3"})
    void deletingTakesTheFacesAtWhatIsPicked(String pick, int left) throws StepException {
        Mesh out = TestContext.run(new Delete(pick(pick)), MeshFixtures.cube(10));
        assertEquals(left, out.faceCount());
        assertEquals(0, Health.of(out).looseVertices());
        assertFalse(Health.of(out).isClosed());
    }

    @Test
    void deletingEverythingIsSaid() throws StepException {
        TestContext context = new TestContext();
        assertTrue(new Delete(pick("faces: all"))
                .apply(MeshFixtures.cube(1), context)
                .isEmpty());
        assertEquals(1, context.remarks.size());
    }

    @Test
    void verticesAndFacesDissolveToo() throws StepException {
        Mesh sheet = MeshFixtures.sheet(4);
        Mesh one = TestContext.run(new Dissolve(pick("vertices: inside 0.5 0.5 -1 1.5 1.5 1"), true), sheet);
        assertEquals(13, one.faceCount());
        assertEquals(16, Measures.of(one).area(), 1e-12);
        Mesh block = TestContext.run(new Dissolve(pick("faces: inside 1 1 -1 3 3 1"), false), sheet);
        assertEquals(13, block.faceCount());
        Mesh whole = TestContext.run(new Dissolve(pick("faces: all"), true), sheet);
        assertEquals(1, whole.faceCount());
        assertEquals(16, Measures.of(whole).area(), 1e-12);
    }

    @Test
    void aGroupWithAHoleStaysAsItIs() throws StepException {
        TestContext context = new TestContext();
        Mesh sheet = MeshFixtures.sheet(3);
        Mesh out = new Dissolve(pick("faces: all; without inside 1 1 -1 2 2 1"), true).apply(sheet, context);
        assertEquals(9, out.faceCount());
        assertTrue(context.remarks.getFirst().text().startsWith("One group of faces was left as found"));
    }

    @Test
    void tagsOfEdgesThatAreGoneGo() throws StepException {
        Mesh sheet = MeshFixtures.sheet(2);
        long[] all = new long[sheet.edgeCount()];
        for (int e = 0; e < all.length; e++)
            all[e] = Tag.edge(sheet.adjacency().edgeLow(e), sheet.adjacency().edgeHigh(e));
        Arrays.sort(all);
        double[] ones = new double[all.length];
        Arrays.fill(ones, 1);
        Mesh tagged = sheet.withTags(Map.of("rim", new Tag(ElementKind.EDGE, all, ones)));
        Mesh out = TestContext.run(new Dissolve(pick("faces: all"), false), tagged);
        assertEquals(8, out.tag("rim").size());
    }

    @ParameterizedTest
    @EnumSource(Fill.Filling.class)
    void aHoleIsClosedAgain(Fill.Filling with) throws StepException {
        Mesh m = bar(12, 20, 10);
        Mesh open = TestContext.run(new Delete(TOP), m);
        Mesh out = TestContext.run(new Fill(pick("edges: border"), with), open);
        assertTrue(Health.of(out).isClosed());
        assertEquals(volume(m), volume(out), 1e-9);
        assertEquals(2, euler(out));
        assertEquals(m.faceCount() + (with == Fill.Filling.FAN ? 11 : 0), out.faceCount());
        assertEquals(0, Health.of(out).flippedEdges());
        TestContext none = new TestContext();
        assertSame(m, new Fill(pick("edges: border"), with).apply(m, none));
        assertEquals(
                "No open edges are picked, so nothing changes.",
                none.remarks.getFirst().text());
    }

    @Test
    void partOfABorderStaysOpenAndIsSaid() throws StepException {
        Mesh open = TestContext.run(new Delete(TOP), bar(12, 20, 10));
        TestContext context = new TestContext();
        Mesh out =
                new Fill(pick("edges: border; within inside 0 -20 0 20 20 20"), Fill.Filling.FACE).apply(open, context);
        assertEquals(open.faceCount(), out.faceCount());
        assertTrue(context.remarks.getFirst().text().endsWith("no closed ring and stay open."));
    }

    @Test
    void aTunnelThroughABlock() throws StepException {
        Mesh framed = TestContext.run(
                new Inset(pick("faces: facing 0 0 1 5; and facing 0 0 -1 5"), 2, 0, Inset.Frames.TOGETHER, true),
                MeshFixtures.cube(10));
        Mesh out = TestContext.run(
                new Bridge(pick("faces: made \"" + new TestContext().madeTag() + ":caps\""), 1, 0), framed);
        assertTrue(Health.of(out).isClosed());
        assertEquals(1000 - 360, volume(out), 1e-9);
        assertEquals(0, euler(out), "a ring");
    }

    @ParameterizedTest
    @CsvSource({"12, 8, 1", "5, 30, 1", "12, 8, 4", "3, 4, 2"})
    void ringsOfDifferentNumbersAreJoinedToo(int n, int m, int segments) throws StepException {
        Mesh a = bar(n, 20, 10), b = MeshFixtures.moved(bar(m, 20, 10), 0, 0, 25);
        Mesh out = TestContext.run(
                new Bridge(
                        pick("faces: facing 0 0 1 5; within inside -99 -99 9 99 99 11; and facing 0 0 -1 5;"
                                + " without inside -99 -99 -1 99 99 1; without inside -99 -99 34 99 99 36"),
                        segments,
                        0),
                both(a, b));
        assertTrue(Health.of(out).isClosed());
        assertEquals(0, Health.of(out).flippedEdges());
        assertEquals(2, euler(out));
        assertTrue(volume(out) > volume(a) + volume(b));
    }

    @ParameterizedTest
    @CsvSource({"faces: facing 0 0 1 1, one is", "edges: sharper 30, none is"})
    void aBridgeNeedsTwoRings(String pick, String says) throws StepException {
        Mesh m = MeshFixtures.cube(10);
        TestContext context = new TestContext();
        assertSame(m, new Bridge(pick(pick), 1, 0).apply(m, context));
        assertTrue(
                context.remarks.getFirst().text().contains(says),
                context.remarks.getFirst().text());
    }

    /** Straight from face to face, its edges would lie on those of the cube. */
    @Test
    void aWallOnOldWallsIsNotBuilt() throws StepException {
        Mesh m = MeshFixtures.cube(10);
        Pick ends = pick("faces: facing 1 0 0 5; and facing -1 0 0 5");
        TestContext context = new TestContext();
        assertSame(m, new Bridge(ends, 1, 0).apply(m, context));
        assertTrue(context.remarks.getFirst().text().contains("there already"));
        Mesh twisted = TestContext.run(new Bridge(ends, 1, 1), m);
        assertTrue(Closure.of(twisted).isClosed());
        assertEquals(0, euler(twisted), "a ring");
    }

    @Test
    void bordersThatMeetInOneVertexAreFilledEach() throws StepException {
        Mesh grid = MeshFixtures.sheet(6);
        // Two faces that touch at a corner only.
        Mesh holed = TestContext.run(
                new Delete(
                        Pick.hand(grid, Selection.of(ElementKind.FACE, 14).with(Selection.of(ElementKind.FACE, 21)))),
                grid);
        int open = Closure.of(holed).open();
        TestContext context = new TestContext();
        Mesh out = new Fill(pick("edges: border"), Fill.Filling.FACE).apply(holed, context);
        assertEquals(open - 8 - 24, Closure.of(out).open());
        assertEquals(0, context.remarks.size());
    }

    /** A finely divided bar: every edge is flat enough to be picked by its angle, all of it is not one flat face. */
    @ParameterizedTest
    @CsvSource({"0, 720, 720", "1.5, 180, 480", "45, 8, 16", "100, 4, 8"})
    void edgesAreDissolvedOnlyAsFarAsFacesBend(double bend, int least, int most) throws StepException {
        Mesh m = bar(720, 20, 10);
        TestContext context = new TestContext();
        Pick flat = pick("edges: all; without sharper 1");
        Mesh out = new Dissolve(flat, false, bend).apply(m, context);
        int sides = out.faceCount() - 2;
        assertTrue(sides >= least && sides <= most, sides + " faces");
        assertTrue(Closure.of(out).isClosed());
        assertTrue(context.remarks.getFirst().text().contains("would bend by more than"));
    }

    @Test
    void facesThatWouldLieOnEachOtherStay() throws StepException {
        Mesh m = MeshFixtures.tetrahedron();
        TestContext context = new TestContext();
        Mesh out = new Dissolve(pick("vertices: inside 0.9 0.9 0.9 1.1 1.1 1.1"), true).apply(m, context);
        assertEquals(4, out.faceCount());
        assertTrue(context.remarks.getFirst().text().contains("lie on another face"));
    }
}
