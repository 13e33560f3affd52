package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
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
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.AnchorEdits;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.stack.file.DocumentFile;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.StepException;
import org.modeststack.steps.anchor.AnchorFinder;
import org.modeststack.steps.anchor.AnchorPoint;
import org.modeststack.steps.anchor.AnchorPoint.What;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.place.Place;
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
        Document d = Edits.addBody(Document.EMPTY, "Ball", Material.DEFAULT, new UvSphere(40, 24, 16, Seat.CENTERED));
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
        Document other = Edits.replaceSource(d, ball, new Box(3, 3, 3, 1, 1, 1, Seat.CENTERED));
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

    @Test
    void numbersThatAreSetEndTheFollowing() throws StepException {
        Document d = pegOnBall(What.TOP);
        Document set = Edits.setValue(d, d.bodies().get(1).id(), place(d).id(), "at", new Vec3(1, 2, 3));
        assertEquals(new Vec3(1, 2, 3), done(set).at());
        Document freed = AnchorEdits.free(d, d.bodies().get(1).id(), place(d).id(), "at", done(d).at());
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
        int kept = 0, said = 0;
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
            assertEquals(0, at.minus(there.on(now).at()).length(), NEAR);
            // Where it is, there is such an element of the mesh.
            AnchorPoint found = meant.size() == 1 ? AnchorFinder.at(block, now, at) : there;
            assertNotNull(found);
            assertEquals(kind, found.pick().kind());
            kept++;
        }
        assertTrue(kept >= 12, kept + " kept, " + said + " said");
    }
}
