package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.BitSet;
import javafx.scene.control.Labeled;
import org.junit.jupiter.api.Test;
import org.modeststack.app.view.picture.Picture;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.repeat.RowArray;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** Many copies that share a mesh, in the window: drawn and counted without their faces, which come when they are needed. */
class CopiesInTheWindowTest extends WindowDriver {
    private Geometry copies(int count, int rows) throws Exception {
        Document d = Edits.addBody(
                Document.EMPTY, "Block", Material.DEFAULT, new Box(10, 10, 10, 20, 20, 20, Seat.STANDING));
        d = Edits.addStep(d, "b1", 1, new RowArray(count, new Vec3(14, 0, 0), RowArray.Spacing.EACH, 0));
        Document all = Edits.addStep(d, "b1", 2, new RowArray(rows, new Vec3(0, 14, 0), RowArray.Spacing.EACH, 0));
        fx(() -> {
            document.open(all, "Copies");
            return null;
        });
        settle();
        return fx(() -> results.shown(selected.body()));
    }

    private boolean isSaid(String text) throws Exception {
        return fx(() -> stage.getScene().getRoot().lookupAll(".label").stream()
                .anyMatch(n -> n instanceof Labeled l
                        && l.getText() != null
                        && l.getText().contains(text)));
    }

    @Test
    void theyAreDrawnAndCountedWithoutTheirFaces() throws Exception {
        Geometry g = copies(40, 25);
        assertEquals(2_400_000, g.faceCount());
        assertNull(g.known());
        Picture p = fx(() -> window.view().picture());
        for (int[] at : new int[][] {{0, 0}, {20, 12}, {39, 24}}) {
            Vec3 top = fx(() -> viewState
                    .camera()
                    .project(
                            new Vec3(14.0 * at[0], 14.0 * at[1], 10),
                            (int) window.view().getWidth(),
                            (int) window.view().getHeight()));
            assertEquals("b1", fx(() -> p.bodyAt(top.x(), top.y())), "copy " + at[0] + ", " + at[1]);
        }
        assertTrue(isSaid("2 400 000"), "the ledger counts them");
        assertNull(g.known(), "and still nobody has made them");
    }

    /** To be picked on they need faces; these come in the background. */
    @Test
    void toBePickedTheyGetFaces() throws Exception {
        Geometry g = copies(8, 5);
        assertNull(g.known());
        command("Pick faces");
        assertNotNull(fx(() -> picks.mesh()));
        assertEquals(96_000, g.known().faceCount());
        fx(() -> {
            int face = 2400 * 17 + 5;
            BitSet one = new BitSet();
            one.set(face);
            picks.set(Pick.hand(g.known(), new Selection(ElementKind.FACE, one)));
            return null;
        });
        settle();
        assertEquals(1, fx(() -> picks.selection().elements().cardinality()));
    }

    /** More than anybody can pick among stay shared, which is said. */
    @Test
    void farTooManyStayShared() throws Exception {
        Geometry g = copies(100, 50);
        assertEquals(12_000_000, g.faceCount());
        assertTrue(!isSaid("too many to pick from"));
        command("Pick faces");
        assertNull(g.known());
        assertTrue(isSaid("too many to pick from"));
        open("Block", 2);
        assertTrue(fx(() -> !window.view().shownBodies().isEmpty()));
    }
}
