package org.modeststack.stack;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Imported;
import org.modeststack.steps.source.Seat;

/** How far one can go back. */
class HistoryTest {
    /** About 250 KB of arrays of its own. */
    private static Document importing(Document d, int i) {
        Mesh mesh = MeshFixtures.sheet(50 + i % 3).fresh();
        return Edits.addBody(d, "Mesh " + i, Material.DEFAULT, new Imported("a.obj", 1, mesh));
    }

    private static int undone(History h) {
        int n = 0;
        for (; h.canUndo(); n++) h.undo();
        return n;
    }

    @Test
    void smallEditsAreAllKept() throws Exception {
        Document d = Edits.addBody(Document.EMPTY, "A", Material.DEFAULT, new Box(1, 1, 1, 1, 1, 1, Seat.CENTRED));
        String id = d.bodies().getFirst().id();
        History h = new History(d, 5_000_000);
        for (int i = 1; i <= 900; i++) {
            d = Edits.setValue(d, id, d.body(id).entries().getFirst().id(), "width", 1.0 + i);
            h.push(d, "Change width", null);
        }
        assertEquals(900, undone(h));
    }

    @Test
    void whatIsTooMuchGoesFromTheOldEnd() {
        History h = new History(Document.EMPTY, 2_000_000);
        for (int i = 0; i < 40; i++) h.push(importing(Document.EMPTY, i), "Import mesh", null);
        Document last = h.current();
        int back = undone(h);
        assertTrue(back >= 3 && back <= 12, back + " of 40 documents of a quarter of a megabyte in two");
        while (h.canRedo()) h.redo();
        assertSame(last, h.current());
    }

    /** A mesh that all of them have counts once. */
    @Test
    void whatDocumentsShareCountsOnce() {
        Document d = importing(Document.EMPTY, 0);
        History h = new History(d, 300_000);
        for (int i = 0; i < 200; i++) {
            d = Edits.renameBody(d, d.bodies().getFirst().id(), "Name " + i);
            h.push(d, "Rename", null);
        }
        assertEquals(200, undone(h));
    }

    @Test
    void thePresentStaysHoweverLargeItIs() {
        History h = new History(Document.EMPTY, 1000);
        h.push(importing(Document.EMPTY, 0), "Import mesh", null);
        assertEquals(1, h.current().bodies().size());
        assertFalse(h.canUndo());
    }

    /** What was undone and is done otherwise makes room again. */
    @Test
    void droppedRedoMakesRoom() {
        History h = new History(Document.EMPTY, 2_000_000);
        for (int i = 0; i < 60; i++) {
            h.push(importing(Document.EMPTY, i), "Import mesh", null);
            h.undo();
        }
        h.push(importing(Document.EMPTY, 1), "Import mesh", null);
        assertEquals(1, undone(h), "the empty document is still there");
    }
}
