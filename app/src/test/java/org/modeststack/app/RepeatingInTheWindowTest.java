package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertInstanceOf;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.modeststack.app.state.PickState;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.steps.Axis;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.extrude.Extrude;
import org.modeststack.steps.mirror.Mirror;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.remove.Delete;
import org.modeststack.steps.repeat.RowArray;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** Repeating and mirroring by mouse and keys. */
@Timeout(60)
class RepeatingInTheWindowTest extends WindowDriver {
    private static final Box BOX = new Box(10, 10, 10, 1, 1, 1, Seat.STANDING);

    private void show(Document d) throws Exception {
        fx(() -> {
            document.open(d, "Repeating");
            selected.select(document.current().bodyNamed("Block").id());
            return null;
        });
        settle();
    }

    private static Document block() {
        return Edits.addBody(Document.EMPTY, "Block", Material.DEFAULT, BOX);
    }

    @Test
    void pickedCopiesAreLeftOutAndStaySo() throws Exception {
        Document d = block();
        String block = d.bodyNamed("Block").id();
        show(Edits.addStep(d, block, 1, new RowArray(6, new Vec3(20, 0, 0), RowArray.Spacing.EACH, 0)));
        fx(() -> {
            picks.setKind(ElementKind.FACE);
            // A face of the third copy and one of the fifth.
            picks.join(Selection.of(ElementKind.FACE, 13, 29), PickState.How.ALONE);
            return null;
        });
        settle();
        command("Leave out picked copies");
        settleWholly();
        assertEquals(24, shown().faceCount());
        assertEquals("3, 5", ((RowArray) body("Block").entries().get(1).step()).leftOut());
        fx(() -> {
            document.edit(
                    "More",
                    x -> Edits.setValue(
                            x, block, x.bodyOf(block).entries().get(1).id(), "count", 8));
            return null;
        });
        settle();
        assertEquals(36, shown().faceCount());
    }

    @Test
    void measuringInAnotherWayLeavesThePictureAsItIs() throws Exception {
        Document d = block();
        String block = d.bodyNamed("Block").id();
        show(Edits.addStep(d, block, 1, new RowArray(4, new Vec3(20, 0, 0), RowArray.Spacing.EACH, 0)));
        Bounds before = shown().bounds();
        open("Block", 2);
        for (String way : List.of("total", "extent", "fill", "each")) {
            clickText("toggle-button", way);
            RowArray now = (RowArray) body("Block").entries().get(1).step();
            assertEquals(way, now.spacing().name().toLowerCase(Locale.ROOT));
            assertEquals(before, shown().bounds(), way);
            assertEquals(24, shown().faceCount(), way);
        }
    }

    /** A face is picked on the image, and raised where it came from: both sides have it. */
    @Test
    void workOnTheMirroredSideIsDoneOnTheOriginal() throws Exception {
        Document d = block();
        String block = d.bodyNamed("Block").id();
        d = Edits.addStep(d, block, 1, new Move(new Vec3(20, 0, 0)));
        show(Edits.addStep(d, block, 2, new Mirror(Axis.X, 0, true, 0.001)));
        assertEquals(12, shown().faceCount());
        fx(() -> {
            picks.setKind(ElementKind.FACE);
            picks.join(Selection.of(ElementKind.FACE, 11), PickState.How.ALONE);
            return null;
        });
        settle();
        command("Work on the originals");
        settleWholly();
        assertEquals(6, shown().faceCount());
        assertEquals(1, picks.selection().size());
        command("Extrude");
        settle();
        assertInstanceOf(Extrude.class, body("Block").entries().get(2).step());
        command("Show one step more");
        settleWholly();
        assertEquals(20, shown().faceCount());
    }

    @Test
    void aGapInTheSeamIsClosedByOneClick() throws Exception {
        Document d = block();
        String block = d.bodyNamed("Block").id();
        d = Edits.addStep(d, block, 1, new Move(new Vec3(5.02, 0, 0)));
        d = Edits.addStep(d, block, 2, new Delete(PickText.parse("faces: facing -1 0 0 5")));
        show(Edits.addStep(d, block, 3, new Mirror(Axis.X, 0, true, 0.001)));
        assertFalse(Health.of(shown()).isClosed());
        clickText("remark-cure", "Close it");
        assertTrue(Health.of(shown()).isClosed());
    }

    @Test
    void whatReachesOverThePlaneIsCutOffByOneClick() throws Exception {
        Document d = block();
        String block = d.bodyNamed("Block").id();
        d = Edits.addStep(d, block, 1, new Move(new Vec3(2, 0, 0)));
        show(Edits.addStep(d, block, 2, new Mirror(Axis.X, 0, true, 0.001)));
        double whole = Measures.of(shown()).volume();
        clickText("remark-cure", "Keep above");
        assertEquals(7. / 10 * whole, Measures.of(shown()).volume(), 1e-9 * whole);
        assertTrue(shownNodes("remark-cure").isEmpty(), "nothing is left to be said");
        command("Undo");
        assertEquals(whole, Measures.of(shown()).volume(), 1e-9 * whole);
    }

    @Test
    void aFollowingCopyStandsBesideAndIsMadeIndependent() throws Exception {
        show(block());
        command("Following copy");
        settle();
        assertEquals("Block following", fx(() -> selected.body().name()));
        Mesh there = shown();
        assertEquals(11, there.bounds().center().x(), 1e-9);
        command("Make independent");
        settle();
        assertEquals(there.bounds(), shown().bounds());
        assertEquals(
                "box",
                StepDescriptor.of(body("Block following").entries().getFirst().step())
                        .type());
    }

    @Test
    void aMirrorTakesThePlaneOfAPickedFace() throws Exception {
        show(block());
        int side = -1;
        Mesh m = shown();
        for (int f = 0; f < m.faceCount(); f++) {
            boolean at = true;
            for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++) at &= m.x(m.corners()[c]) == 5;
            if (at) side = f;
        }
        int picked = side;
        fx(() -> {
            picks.setKind(ElementKind.FACE);
            picks.join(Selection.of(ElementKind.FACE, picked), PickState.How.ALONE);
            return null;
        });
        command("Mirror");
        settle();
        assertEquals(15, shown().bounds().maxX(), 1e-12);
        assertTrue(Health.of(shown()).isClosed());
    }
}
