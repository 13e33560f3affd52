package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertInstanceOf;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.modeststack.app.view.ViewPane;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Document;
import org.modeststack.stack.Entry;
import org.modeststack.steps.source.Cylinder;

/** Numbers and bodies dragged in the view. */
class HandlesInTheWindowTest extends WindowDriver {
    @Test
    void aSourcesNumbersCanBeDraggedInTheView() throws Exception {
        Document before = document();
        open("Flange", 1);
        List<Node> dots = shownNodes("handle-number");
        assertEquals(2, dots.size(), "diameter and height");
        // The one farther to the right stands at the rim.
        Node rim = fx(() -> dots.stream()
                .max(Comparator.comparingDouble(
                        n -> n.localToScreen(n.getBoundsInLocal()).getCenterX()))
                .orElseThrow());
        drag(rim, 60, 30);
        double diameter = ((Cylinder) flange().entries().getFirst().step()).diameter();
        assertTrue(diameter > 125, "diameter " + diameter);
        assertEquals(diameter, Math.rint(diameter * 10) / 10, 1e-9, "a round number");
        command("Undo");
        assertEquals(before, document(), "a drag is one edit");
    }

    @Test
    void aCutterIsDraggedFromTheStepThatUsesIt() throws Exception {
        open("Lamp housing", 4);
        Mesh before = shown();
        Document then = document();
        List<Node> dots = shownNodes("handle-place");
        assertEquals(2, dots.size(), "the lens bore and the vents");
        drag(dots.getFirst(), 0, -25);
        Document after = document();
        long moved = Stream.of("Lens bore", "Vents")
                .filter(n -> !then.bodyNamed(n).equals(after.bodyNamed(n)))
                .count();
        assertEquals(1, moved, "one of the two was moved");
        assertFalse(before.sameAs(shown()), "the result follows");
        command("Undo");
        assertTrue(before.sameAs(shown()));
    }

    @Test
    void handlesFollowTheKeyboard() throws Exception {
        open("Hub", 1);
        Node dot = shownNodes("handle-number").getFirst();
        Entry source = body("Hub").entries().getFirst();
        fx(() -> {
            dot.requestFocus();
            return null;
        });
        press(KeyCode.RIGHT);
        assertNotEquals(source, body("Hub").entries().getFirst());
        command("Undo");
        assertEquals(source, body("Hub").entries().getFirst());
    }

    @Test
    void handlesGoWithTheStep() throws Exception {
        open("Hub", 1);
        assertEquals(3, shownNodes("handle-number").size(), "both diameters and the height");
        open("Hub", 2);
        assertEquals(3, shownNodes("handle-number").size(), "three directions of the move");
        command("Switch off or on");
        assertEquals(0, shownNodes("handle-number").size());
        command("Close the drawer");
        assertEquals(0, shownNodes("handle-number").size());
    }

    @Test
    void handlesStandWhereLaterStepsTakeThem() throws Exception {
        open("Lens bore", 1);
        // The bore lies along Y: its top, 55 mm from its centre, was turned to the front and moved with it.
        Vec3 top = shown().bounds().center().plus(new Vec3(0, -55, 0));
        double nearest = fx(() -> {
            ViewPane view = window.view();
            Vec3 p = viewState.camera().project(top, (int) view.getWidth(), (int) view.getHeight());
            return stage.getScene().getRoot().lookupAll(".handle-number").stream()
                    .map(Node::getBoundsInParent)
                    .mapToDouble(b -> Math.hypot(b.getCenterX() - p.x(), b.getCenterY() - p.y()))
                    .min()
                    .orElseThrow();
        });
        assertTrue(nearest < 12, "pixels from the handle to the bore's end: " + nearest);
        assertInstanceOf(Cylinder.class, body("Lens bore").entries().getFirst().step());
    }
}
