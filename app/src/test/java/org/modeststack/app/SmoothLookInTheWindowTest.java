package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.modeststack.app.state.PickState;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.steps.smooth.Crease;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Grid;
import org.modeststack.steps.source.Seat;

/** A body is seen as if it were smoothed, and its cage is picked and changed under that. */
@Timeout(60)
class SmoothLookInTheWindowTest extends WindowDriver {
    @BeforeEach
    void block() throws Exception {
        fx(() -> {
            Box box = new Box(40, 40, 40, 1, 1, 1, Seat.STANDING);
            document.open(Edits.addBody(Document.EMPTY, "Block", Material.DEFAULT, box), "Block");
            return null;
        });
        settle();
    }

    /** Of the finest picture there is. */
    private int[] pixels() throws Exception {
        settleWholly();
        return fx(() -> window.view().picture().pixels().clone());
    }

    @Test
    void oneKeyShowsItAndTakesItAway() throws Exception {
        int[] before = pixels();
        press(KeyCode.F6);
        settle();
        assertNotEquals(Arrays.hashCode(before), Arrays.hashCode(pixels()));
        assertEquals(1, body("Block").entries().size(), "there is no step for it");
        assertEquals(6, shown().faceCount());
        press(KeyCode.F6);
        settle();
        assertTrue(Arrays.equals(before, pixels()), "as it was");
    }

    /** A corner of the cage lies far outside of the smooth surface, and is found all the same. */
    @Test
    void theCageIsPickedOverTheSmoothSurface() throws Exception {
        press(KeyCode.F6);
        fx(() -> {
            picks.setKind(ElementKind.VERTEX);
            return null;
        });
        settle();
        int corner = 0;
        for (int v = 0; v < 8; v++) {
            Vec3 p = shown().point(v);
            if (p.x() > 0 && p.y() < 0 && p.z() > 20) corner = v;
        }
        Vec3 at = shown().point(corner);
        Vec3 inward = at.plus(new Vec3(-1, 1, -1));
        Vec3 s = fx(() -> viewState.camera().project(inward, (int) window.view().getWidth(), (int)
                window.view().getHeight()));
        mouse(window.view(), s.x(), s.y(), MouseButton.PRIMARY, 0, 0);
        settle();
        assertEquals(Selection.of(ElementKind.VERTEX, corner), fx(() -> picks.selection()));
    }

    @Test
    void tooManyFacesAreSaid() throws Exception {
        fx(() -> {
            Grid grid = new Grid(40, 40, 720, 720);
            document.open(Edits.addBody(Document.EMPTY, "Block", Material.DEFAULT, grid), "Block");
            return null;
        });
        settle();
        press(KeyCode.F6);
        settle();
        assertEquals("Block has too many faces to look smoothed.", fx(messages::text));
        assertFalse(fx(() -> viewState.isSmooth(document.current().bodies().getFirst())));
    }

    /** What keeps its edges is seen at once, and the next document begins as it is. */
    @Test
    void creasesShowAndAnotherDocumentLooksAsItIs() throws Exception {
        press(KeyCode.F6);
        settle();
        int[] round = pixels();
        fx(() -> {
            picks.setKind(ElementKind.EDGE);
            picks.join(Selection.of(ElementKind.EDGE, 0), PickState.How.ALONE);
            return null;
        });
        command("Crease");
        settle();
        assertTrue(body("Block").entries().getLast().step() instanceof Crease);
        assertNotEquals(Arrays.hashCode(round), Arrays.hashCode(pixels()));
        block();
        assertFalse(fx(() -> viewState.isSmooth(document.current().bodies().getFirst())));
    }
}
