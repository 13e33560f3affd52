package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.search.SurfacePoint;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.AnchorEdits;
import org.modeststack.stack.BodyBefore;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.stack.file.DocumentFile;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.anchor.AnchorFinder;
import org.modeststack.steps.anchor.AnchorPoint;
import org.modeststack.steps.anchor.AnchorPoint.What;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.place.Place;
import org.modeststack.steps.repeat.RowArray;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Linked;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/** Points and directions that follow what they were taken from. */
class AnchorsTest {
    private static final double NEAR = 1e-9;

    private final Evaluator evaluator = new Evaluator();

    /** A ball of 40 mm, and a peg that stands with its bottom on one of its faces. */
    private Document pegOnBall(What on) {
        Document d = Edits.addBody(Document.EMPTY, "Ball", Material.DEFAULT, new UvSphere(40, 24, 16, Seat.CENTRED));
        d = Edits.addBody(d, "Peg", Material.DEFAULT, new Box(4, 4, 10, 1, 1, 1, Seat.STANDING));
        String ball = d.bodies().get(0).id(), peg = d.bodies().get(1).id();
        Mesh m = evaluator.evaluate(d, ball, Progress.NONE).mesh();
        int face = 200;
        AnchorPoint there = on == What.SURFACE
                ? AnchorPoint.at(
                        ball,
                        m,
                        face,
                        corner(m, face).plus(FaceFrames.of(m).middle(face)).times(0.5))
                : on == What.ELEMENT
                        ? AnchorPoint.on(ball, m, Selection.of(ElementKind.FACE, face))
                        : AnchorPoint.of(ball, on);
        d = Edits.addStep(d, peg, 1, Steps.byType("place").createDefault());
        return with(d, Map.of("point", AnchorPoint.of("", What.BOTTOM), "at", there, "normal", there));
    }

    private static Vec3 corner(Mesh m, int face) {
        return m.point(m.corners()[m.offsets()[face]]);
    }

    private static Document with(Document d, Map<String, AnchorPoint> anchors) {
        try {
            return AnchorEdits.set(d, d.bodies().get(1).id(), place(d).id(), anchors);
        } catch (StepException e) {
            throw new AssertionError(e);
        }
    }

    private static Entry place(Document d) {
        return d.bodies().get(1).entries().get(1);
    }

    private Place done(Document d) {
        StepResult r = evaluator
                .evaluate(d, d.bodies().get(1).id(), Progress.NONE)
                .steps()
                .get(1);
        Place p = (Place) place(d).step();
        return new Place(
                r.anchored().getOrDefault("point", p.point()),
                p.side(),
                r.anchored().getOrDefault("at", p.at()),
                r.anchored().getOrDefault("normal", p.normal()),
                true,
                0,
                0);
    }

    @ParameterizedTest
    @EnumSource(What.class)
    void whatSitsOnABallMovesOutWithIt(What on) throws StepException {
        Document d = pegOnBall(on);
        Place before = done(d);
        String ball = d.bodies().getFirst().id();
        Document grown =
                Edits.setValue(d, ball, d.bodyOf(ball).entries().getFirst().id(), "diameter", 60.0);
        Place after = done(grown);
        // All places of a ball lie as much farther out as it has grown, and look the same way.
        assertEquals(0, after.at().minus(before.at().times(1.5)).length(), NEAR, on.toString());
        assertEquals(0, after.normal().minus(before.normal()).length(), NEAR);
        Mesh peg = evaluator
                .evaluate(grown, grown.bodies().get(1).id(), Progress.NONE)
                .mesh();
        // The middle of the peg's foot stands there, and the peg goes out along the normal.
        double least = Double.MAX_VALUE, most = -Double.MAX_VALUE;
        for (int v = 0; v < peg.vertexCount(); v++) {
            double h = peg.point(v).minus(after.at()).dot(after.normal());
            least = Math.min(least, h);
            most = Math.max(most, h);
        }
        assertEquals(0, least, 1e-9);
        assertEquals(10, most, 1e-9);
    }

    @Test
    void offsetsAreAdded() {
        Document d = pegOnBall(What.TOP);
        Document moved = AnchorEdits.setOffset(d, d.bodies().get(1).id(), place(d).id(), "at", new Vec3(1, 2, 3));
        assertEquals(new Vec3(1, 2, 23), done(moved).at());
        assertEquals(new Vec3(0, 0, 1), done(moved).normal());
    }

    @Test
    void aLostAnchorKeepsItsLastNumbersAndSaysSo() {
        Document d = pegOnBall(What.ELEMENT);
        String ball = d.bodies().getFirst().id(), peg = d.bodies().get(1).id();
        StepResult known = evaluator.evaluate(d, peg, Progress.NONE).steps().get(1);
        d = AnchorEdits.withNumbers(d, peg, place(d).id(), known.anchored());
        Document other = Edits.replaceSource(d, ball, new Box(3, 3, 3, 1, 1, 1, Seat.CENTRED));
        StepResult lost = evaluator.evaluate(other, peg, Progress.NONE).steps().get(1);
        assertTrue(lost.mesh().sameAs(known.mesh()), "it stays where it was");
        assertTrue(
                lost.remarks()
                        .getFirst()
                        .text()
                        .startsWith("The place that “At” followed (middle of a face of Ball) is not there any more"),
                lost.remarks().toString());
        // The same where the whole body is deleted: then it is numbers.
        Document without = Edits.removeBody(d, ball);
        Entry left = without.bodies().getFirst().entries().get(1);
        assertEquals(List.of("point"), List.copyOf(left.anchors().keySet()));
        assertTrue(evaluator.evaluate(without, peg, Progress.NONE).mesh().sameAs(known.mesh()));
    }

    @Test
    void circlesAreRefusedWithTheWayNamed() {
        Document d = pegOnBall(What.TOP);
        String ball = d.bodies().getFirst().id(), peg = d.bodies().get(1).id();
        Document moved = Edits.addStep(d, ball, 1, Steps.byType("place").createDefault());
        long step = moved.bodyOf(ball).entries().get(1).id();
        StepException e = assertThrows(
                StepException.class,
                () -> AnchorEdits.set(moved, ball, step, Map.of("at", AnchorPoint.of(peg, What.TOP))));
        assertEquals("That goes round in a circle: Ball → Peg → Ball. Take a place of another body.", e.getMessage());
        assertThrows(
                StepException.class,
                () -> AnchorEdits.set(moved, ball, step, Map.of("at", AnchorPoint.of(ball, What.TOP))));
    }

    /** A socket stands on the ball that it is cut out of: it looks at the ball before the cut, and follows it all the same. */
    @ParameterizedTest
    @EnumSource(What.class)
    void whatStandsOnABodyCanBeCutOutOfIt(What on) throws Exception {
        Document d = pegOnBall(on);
        String ball = d.bodies().getFirst().id(), peg = d.bodies().get(1).id();
        // A second socket on a chain: it stands on the first.
        d = Edits.addBody(d, "Pin", Material.DEFAULT, new Box(2, 2, 6, 1, 1, 1, Seat.STANDING));
        String pin = d.bodies().getLast().id();
        d = Edits.addStep(d, pin, 1, Steps.byType("place").createDefault());
        d = AnchorEdits.set(
                d, pin, d.bodyOf(pin).entries().get(1).id(), Map.of("at", AnchorPoint.of(peg, What.BOTTOM)));
        d = Edits.setValue(d, peg, place(d).id(), "above", -4.0);
        Document cut = Edits.combine(d, List.of(ball, peg, pin), b -> new BooleanStep(Operation.DIFFERENCE, b));
        for (double across : new double[] {40, 60, 40}) {
            Document now = Edits.setValue(
                    cut, ball, cut.bodyOf(ball).entries().getFirst().id(), "diameter", across);
            Document apart =
                    Edits.setValue(d, ball, d.bodyOf(ball).entries().getFirst().id(), "diameter", across);
            Map<String, BodyResult> all = evaluator.evaluate(now, Progress.NONE);
            Map<String, BodyResult> plain = evaluator.evaluate(apart, Progress.NONE);
            assertEquals(now.bodies().size(), all.size());
            for (BodyResult r : all.values())
                for (StepResult s : r.steps())
                    for (Remark m : s.remarks()) assertEquals(Remark.Level.NOTE, m.level(), m.text());
            assertTrue(all.get(peg).mesh().sameAs(plain.get(peg).mesh()), "it stands where it stood");
            assertTrue(Measures.of(all.get(ball).mesh()).volume()
                    < Measures.of(plain.get(ball).mesh()).volume() - 20);
        }
        Document again = DocumentFile.parse(DocumentFile.toText(cut).getBytes(StandardCharsets.UTF_8), "d")
                .document();
        assertEquals(cut, again);
        assertTrue(evaluator
                .evaluate(again, ball, Progress.NONE)
                .mesh()
                .sameAs(evaluator.evaluate(cut, ball, Progress.NONE).mesh()));
        // Without the cut it looks at the whole ball.
        Document uncut = Edits.removeSteps(
                cut, ball, List.of(cut.bodyOf(ball).entries().getLast().id()));
        assertEquals(done(d), done(uncut));
        // Put elsewhere once it cuts, it looks at the ball before the cut too; what the ball is made of is refused.
        String followed = BodyBefore.followable(cut, ball, peg);
        assertEquals(BodyBefore.id(ball, cut.bodyOf(ball).entries().getLast().id()), followed);
        assertEquals("Ball", cut.nameOf(followed));
        assertFalse(BodyBefore.mayBeTool(cut, ball, peg));
        assertThrows(
                StepException.class,
                () -> Edits.combine(cut, List.of(peg, ball), b -> new BooleanStep(Operation.DIFFERENCE, b)));
    }

    /** Whatever becomes of the first cut: what stands on the body looks at it before the first step that has it as a tool. */
    @ParameterizedTest
    @ValueSource(strings = {"cut again once the first is gone", "cut before the first", "cut behind it too"})
    void whatIsCutOutCanBeCutOutAnew(String how) throws Exception {
        Document d = pegOnBall(What.TOP);
        String ball = d.bodies().getFirst().id(), peg = d.bodies().get(1).id();
        d = Edits.setValue(d, peg, place(d).id(), "above", -4.0);
        double whole =
                Measures.of(evaluator.evaluate(d, ball, Progress.NONE).mesh()).volume();
        BooleanStep cut = new BooleanStep(Operation.DIFFERENCE, Bodies.of(peg));
        Document once = Edits.addStep(d, ball, 1, cut);
        long first = once.bodyOf(ball).entries().get(1).id();
        Document now = switch (how) {
            case "cut again once the first is gone" ->
                Edits.addStep(Edits.removeSteps(once, ball, List.of(first)), ball, 1, cut);
            case "cut before the first" -> Edits.addStep(once, ball, 1, cut);
            default -> Edits.addStep(once, ball, 2, cut);
        };
        assertFalse(now.dependsOn(peg, ball));
        Map<String, BodyResult> all = evaluator.evaluate(now, Progress.NONE);
        for (BodyResult r : all.values()) assertFalse(r.failed(), how);
        assertTrue(all.get(peg)
                .mesh()
                .sameAs(evaluator.evaluate(d, peg, Progress.NONE).mesh()));
        double left = Measures.of(all.get(ball).mesh()).volume();
        assertTrue(left < whole - 20, left + " of " + whole);
        // And by the number that says which bodies it cuts with, at a step that is there already.
        Document plain = Edits.addStep(d, ball, 1, new BooleanStep(Operation.DIFFERENCE, Bodies.NONE));
        Document set =
                Edits.setValue(plain, ball, plain.bodyOf(ball).entries().get(1).id(), "with", Bodies.of(peg));
        assertEquals(
                left,
                Measures.of(evaluator.evaluate(set, ball, Progress.NONE).mesh()).volume(),
                1e-6);
    }

    @Test
    void numbersThatAreSetEndTheFollowing() throws StepException {
        Document d = pegOnBall(What.TOP);
        Document set = Edits.setValue(d, d.bodies().get(1).id(), place(d).id(), "at", new Vec3(1, 2, 3));
        assertEquals(new Vec3(1, 2, 3), done(set).at());
        Document freed = Edits.setValue(d, d.bodies().get(1).id(), place(d).id(), "at", done(d).at());
        assertEquals(done(d).at(), done(freed).at());
        assertTrue(!place(freed).anchors().containsKey("at"));
    }

    @Test
    void theyAreSavedAndReadAgain(@TempDir Path dir) throws Exception {
        for (What on : What.values()) {
            Document d = pegOnBall(on);
            d = AnchorEdits.setOffset(d, d.bodies().get(1).id(), place(d).id(), "at", new Vec3(0, 0.5, 0));
            Path file = dir.resolve(on + ".mstack");
            DocumentFile.write(d, file);
            DocumentFile.Loaded again = DocumentFile.read(file);
            assertEquals(List.of(), again.remarks());
            assertEquals(place(d).anchors(), place(again.document()).anchors());
            assertEquals(done(d), done(again.document()));
        }
    }

    /** An anchor of a later version is kept for it, in a step that is known and in one that is not; what is set anew counts. */
    @Test
    void whatIsNotUnderstoodIsKept() throws Exception {
        Document d = pegOnBall(What.TOP);
        String text = DocumentFile.toText(d)
                .replaceFirst("\"what\" : \"top\"", "\"what\" : \"centre of gravity\"")
                .replaceFirst(
                        "\"type\" : \"uv-sphere\"", "\"anchors\" : {\"x\" : {\"what\" : \"y\"}}, \"type\" : \"orb\"");
        DocumentFile.Loaded read = DocumentFile.parse(text.getBytes(StandardCharsets.UTF_8), "later");
        assertTrue(
                read.remarks().stream()
                        .anyMatch(r -> r.contains("\"centre of gravity\" is nothing that can be followed")),
                read.remarks().toString());
        String again = DocumentFile.toText(read.document());
        assertTrue(again.contains("\"centre of gravity\""), again);
        assertTrue(again.contains("\"what\" : \"y\""), again);
        assertEquals(
                place(d).anchors().size() - 1, place(read.document()).anchors().size());
        Document anew = with(read.document(), place(d).anchors());
        assertFalse(DocumentFile.toText(anew).contains("centre of gravity"));
    }

    /** What is one step further in a chain follows too; and only what depends on it is carried out again. */
    @Test
    void chainsOfAnchorsFollow() throws StepException {
        Document d = pegOnBall(What.TOP);
        String ball = d.bodies().getFirst().id(), peg = d.bodies().get(1).id();
        d = Edits.addBody(d, "Cap", Material.DEFAULT, new Linked(Bodies.of(ball)));
        String cap = d.bodies().getLast().id();
        d = Edits.addStep(d, cap, 1, Steps.byType("place").createDefault());
        long step = d.bodyOf(cap).entries().get(1).id();
        d = AnchorEdits.set(
                d, cap, step, Map.of("point", AnchorPoint.of("", What.BOTTOM), "at", AnchorPoint.of(peg, What.TOP)));
        Bounds before = evaluator.evaluate(d, cap, Progress.NONE).mesh().bounds();
        d = Edits.setValue(d, peg, d.bodyOf(peg).entries().getFirst().id(), "height", 25.0);
        Bounds after = evaluator.evaluate(d, cap, Progress.NONE).mesh().bounds();
        assertEquals(before.minZ() + 15, after.minZ(), NEAR);
    }

    /**
     * Over many changes below what is followed: each anchor is just where the element is by its key, or says that it is lost or
     * was found by place. None is silently elsewhere.
     */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4})
    void noneIsSilentlyWrong(long seed) throws StepException {
        Random random = new Random(seed);
        int kept = 0, said = 0, checked = 0;
        for (int round = 0; round < 20; round++) {
            Document d = Edits.addBody(
                    Document.EMPTY, "Block", Material.DEFAULT, new Box(30, 20, 10, 3, 2, 2, Seat.STANDING));
            d = Edits.addBody(d, "Peg", Material.DEFAULT, new Box(4, 4, 10, 1, 1, 1, Seat.STANDING));
            String block = d.bodies().getFirst().id(), peg = d.bodies().get(1).id();
            d = Edits.addStep(d, block, 1, Steps.byType("bevel").createDefault());
            Mesh m = evaluator.evaluate(d, block, Progress.NONE).mesh();
            ElementKind kind = ElementKind.values()[round % 3];
            int count = kind == ElementKind.VERTEX
                    ? m.vertexCount()
                    : kind == ElementKind.EDGE ? m.edgeCount() : m.faceCount();
            int element = random.nextInt(count);
            AnchorPoint there = AnchorPoint.on(block, m, Selection.of(kind, element));
            d = Edits.addStep(d, peg, 1, Steps.byType("place").createDefault());
            d = with(d, Map.of("at", there));
            long source = d.bodyOf(block).entries().getFirst().id(),
                    bevel = d.bodyOf(block).entries().get(1).id();
            Document changed = switch (round % 5) {
                case 0 -> Edits.setValue(d, block, source, "width", 30 + 10 * random.nextDouble());
                case 1 -> Edits.setValue(d, block, bevel, "width", 0.5 + random.nextDouble());
                case 2 -> Edits.setValue(d, block, source, "segmentsX", 1 + random.nextInt(5));
                case 3 -> Edits.addStep(d, block, 1, new Move(new Vec3(random.nextInt(9), 1, 2)));
                default -> Edits.setValue(d, block, bevel, "segments", 1 + random.nextInt(3));
            };
            StepResult r =
                    evaluator.evaluate(changed, peg, Progress.NONE).steps().get(1);
            Mesh now = evaluator.evaluate(changed, block, Progress.NONE).mesh();
            Selection meant = there.pick().on(now).selection();
            boolean sure =
                    there.pick().on(now).found() == 0 && there.pick().on(now).lost() == 0;
            if (meant.isEmpty() || !sure) {
                assertTrue(!r.remarks().isEmpty(), "nothing is said of a place that is lost or was looked for");
                said++;
                continue;
            }
            Vec3 at = r.anchored().get("at");
            assertNotNull(at);
            assertEquals(0, at.minus(there.on(Geometry.of(now)).at()).length(), NEAR);
            assertEquals(0, SurfacePoint.nearest(now, at).at().minus(at).length(), NEAR, kind + " off the surface");
            // By another way: where the vertices are by their keys that the element had.
            Vec3 expected = middleByKeys(m, kind, element, now);
            if (expected != null) {
                assertEquals(0, at.minus(expected).length(), NEAR, kind + " after change " + round % 5);
                checked++;
            }
            // Where it is, there is such an element of the mesh.
            AnchorPoint found = meant.size() == 1 ? AnchorFinder.at(block, now, at) : there;
            assertNotNull(found);
            assertEquals(kind, found.pick().kind());
            kept++;
        }
        assertTrue(kept >= 12, kept + " kept, " + said + " said");
        assertTrue(checked >= 10, checked + " checked by keys");
    }

    /**
     * The mean of the vertices that an element had, where those of the same keys are now; null where some are gone, or are not
     * neighbours any more since it has been divided.
     */
    private static Vec3 middleByKeys(Mesh was, ElementKind kind, int element, Mesh now) {
        int[] vertices = switch (kind) {
            case VERTEX -> new int[] {element};
            case EDGE ->
                new int[] {was.adjacency().edgeLow(element), was.adjacency().edgeHigh(element)};
            case FACE -> Arrays.copyOfRange(was.corners(), was.offsets()[element], was.offsets()[element + 1]);
        };
        Vec3 sum = Vec3.ZERO;
        int before = -1;
        for (int v : vertices) {
            int at = -1;
            for (int i = 0; i < now.vertexCount(); i++) if (now.vertexKeys()[i] == was.vertexKeys()[v]) at = i;
            if (at < 0 || before >= 0 && now.adjacency().edgeBetween(before, at, now) < 0) return null;
            before = at;
            sum = sum.plus(now.point(at));
        }
        return sum.times(1.0 / vertices.length);
    }

    /** What one edge or face has become when it was rounded more finely: half-way along the arc, on the curved surface. */
    @ParameterizedTest
    @ValueSource(ints = {2, 3, 4, 5})
    void theMiddleOfWhatWasDividedStaysOnTheSurface(int segments) throws StepException {
        Document d =
                Edits.addBody(Document.EMPTY, "Block", Material.DEFAULT, new Box(30, 20, 10, 1, 1, 1, Seat.STANDING));
        String block = d.bodies().getFirst().id();
        StepDescriptor bevel = Steps.byType("bevel");
        d = Edits.addStep(d, block, 1, bevel.with(bevel.createDefault(), "width", 2.0));
        Mesh m = evaluator.evaluate(d, block, Progress.NONE).mesh();
        Document finer =
                Edits.setValue(d, block, d.bodyOf(block).entries().get(1).id(), "segments", segments);
        Mesh now = evaluator.evaluate(finer, block, Progress.NONE).mesh();
        int divided = 0;
        for (ElementKind kind : List.of(ElementKind.EDGE, ElementKind.FACE)) {
            for (int e = 0; e < (kind == ElementKind.EDGE ? m.edgeCount() : m.faceCount()); e++) {
                AnchorPoint a = AnchorPoint.on(block, m, Selection.of(kind, e));
                AnchorPoint.Place place = a.on(Geometry.of(now));
                if (place == null || a.pick().on(now).selection().size() < 2) continue;
                divided++;
                Vec3 at = place.at();
                assertEquals(0, SurfacePoint.nearest(now, at).at().minus(at).length(), NEAR, kind + " " + e);
                if (kind != ElementKind.EDGE) continue;
                Vec3 p = m.point(m.adjacency().edgeLow(e)),
                        q = m.point(m.adjacency().edgeHigh(e));
                assertEquals(at.minus(p).length(), at.minus(q).length(), NEAR, "half-way");
            }
        }
        assertTrue(divided >= 24, divided + " were divided");
    }

    /** The middle, top and bottom of copies that share their faces are known without these. */
    @Test
    void placesOfWholeBodiesNeedNoFacesOfTheirOwn() throws StepException {
        Document d =
                Edits.addBody(Document.EMPTY, "Box", Material.DEFAULT, new Box(10, 10, 10, 20, 20, 20, Seat.STANDING));
        String box = d.bodies().getFirst().id();
        d = Edits.addStep(d, box, 1, new RowArray(20_000, new Vec3(20, 0, 0), RowArray.Spacing.EACH, 0));
        d = Edits.addStep(d, box, 2, Steps.byType("place").createDefault());
        long place = d.bodyOf(box).entries().getLast().id();
        d = AnchorEdits.set(d, box, place, Map.of("point", AnchorPoint.of("", What.BOTTOM)));
        StepResult r = evaluator.evaluate(d, box, Progress.NONE).steps().getLast();
        assertFalse(r.failed());
        assertEquals(new Vec3(199_990, 0, 0), r.anchored().get("point"));
        assertEquals(48_000_000, r.geometry().faceCount());
        assertNull(r.geometry().known(), "its faces were never made");
    }
}
