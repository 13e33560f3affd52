package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Labeled;
import javafx.scene.control.MenuButton;
import javafx.scene.control.ToggleButton;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.paint.Color;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.app.view.ViewPane;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.render.Camera;
import org.modeststack.render.DisplayMode;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;

/** Looking around: camera, display modes, and which pictures are drawn. */
class ViewInTheWindowTest extends WindowDriver {
    private Camera camera() throws Exception {
        return fx(() -> viewState.camera());
    }

    private void dragView(MouseButton button, double dx, double dy, KeyCode... held) throws Exception {
        ViewPane v = window.view();
        mouse(v, v.getWidth() / 2, v.getHeight() / 2, button, dx, dy, held);
    }

    @Test
    void draggingTurnsAndNeverSelects() throws Exception {
        Camera before = camera();
        String body = fx(() -> selected.body().name());
        dragView(MouseButton.PRIMARY, 100, 40);
        Camera after = camera();
        assertEquals(before.target(), after.target());
        assertEquals(before.distance(), after.distance());
        assertEquals(-40, after.yaw() - before.yaw(), 2, "0.4 degrees a pixel");
        assertEquals(16, after.pitch() - before.pitch(), 2);
        assertEquals(body, fx(() -> selected.body().name()));
    }

    @Test
    void shiftAndTheOtherButtonsMove() throws Exception {
        for (int way = 0; way < 3; way++) {
            Camera before = camera();
            MouseButton button = way == 0 ? MouseButton.PRIMARY : way == 1 ? MouseButton.MIDDLE : MouseButton.SECONDARY;
            dragView(button, 60, 0, way == 0 ? new KeyCode[] {KeyCode.SHIFT} : new KeyCode[0]);
            Vec3 moved = camera().target().minus(before.target());
            assertTrue(moved.dot(before.right()) < -1e-3, "what is looked at goes with the pointer");
            assertEquals(0, moved.dot(before.up()), 1e-6);
            assertEquals(before.yaw(), camera().yaw());
        }
    }

    @Test
    void theWheelComesNearer() throws Exception {
        Camera before = camera();
        fx(() -> {
            Bounds b = window.view().localToScreen(window.view().getBoundsInLocal());
            robot.mouseMove(b.getCenterX(), b.getCenterY());
            robot.mouseWheel(-2);
            return null;
        });
        settle();
        assertNotEquals(before.distance(), camera().distance());
        double way = camera().distance();
        fx(() -> {
            robot.mouseWheel(4);
            return null;
        });
        settle();
        assertTrue((way < before.distance()) != (camera().distance() < way), "the other way goes back");
    }

    @Test
    void everyModeIsOneClickAndInANarrowWindowAMenu() throws Exception {
        for (DisplayMode m : DisplayMode.values()) {
            ToggleButton b =
                    (ToggleButton) fx(() -> stage.getScene().getRoot().lookupAll(".view .toggle-button").stream()
                            .filter(n -> n.getUserData() == m)
                            .findFirst()
                            .orElseThrow());
            fx(() -> {
                b.fire();
                return null;
            });
            settle();
            assertEquals(m, fx(() -> viewState.mode()));
            assertTrue(b.isSelected());
        }
        fx(() -> {
            stage.setWidth(700);
            return null;
        });
        settle();
        Node menu = fx(() -> stage.getScene().getRoot().lookup(".view-modes"));
        assertTrue(menu.isVisible());
        assertFalse(fx(() -> ((MenuButton) menu).getItems().isEmpty()));
        fx(() -> {
            ((MenuButton) menu).getItems().getFirst().fire();
            return null;
        });
        settle();
        assertEquals(DisplayMode.values()[0], fx(() -> viewState.mode()));
        assertEquals(DisplayMode.values()[0].label(), fx(() -> ((MenuButton) menu).getText()));
    }

    /** The numbers in the foot line are read whole however long a message beside them is. */
    @Test
    void aLongMessageLeavesTheNumbersWhole() throws Exception {
        fx(() -> {
            messages.say("A message about something that takes very long to be said, ".repeat(5), false);
            return null;
        });
        settle();
        for (String styleClass : List.of("ledger-number", "ledger-word"))
            for (Node n : shownNodes(styleClass)) {
                if (!fx(() -> n.getParent().isVisible())) continue;
                double needed = fx(() -> ((Labeled) n).prefWidth(-1)), has = fx(() -> ((Labeled) n).getWidth());
                assertTrue(has >= needed - 1, () -> ((Labeled) n).getText() + " has " + has + " of " + needed);
            }
        Node note = shownNodes("ledger-note").getFirst();
        double width = fx(() -> note.getLayoutBounds().getWidth());
        assertTrue(width >= 80, () -> "the message has " + width);
    }

    /** Where not all numbers have room beside a message the last ones are left out whole. */
    @ParameterizedTest
    @CsvSource({"1280, 8", "900, 3", "700, 1"})
    void noNumberInTheFootLineIsCutThrough(int width, int least) throws Exception {
        open("Flange", 3);
        fx(() -> {
            stage.setWidth(width);
            messages.say("A message about something that takes very long to be said, ".repeat(5), false);
            return null;
        });
        settle();
        Node summary = shownNodes("ledger-number").getFirst().getParent().getParent();
        double room = fx(() -> summary.getLayoutBounds().getWidth());
        List<Node> seen = fx(() -> ((Parent) summary)
                .getChildrenUnmodifiable().stream().filter(Node::isVisible).toList());
        for (Node fact : seen) assertTrue(fx(() -> fact.getBoundsInParent().getMaxX()) <= room + 1);
        assertTrue(seen.size() >= least, seen.size() + " numbers");
    }

    @Test
    void aPictureIsDrawnOnlyWhenItWouldLookDifferent() throws Exception {
        int before = fx(() -> window.view().pictures());
        open("Flange", 1);
        fx(() -> {
            messages.say("Only a message.", false);
            selected.closeDrawer();
            return null;
        });
        settleWholly();
        // The drawer takes room, so the picture changes its size twice; messages and selection draw nothing.
        int after = fx(() -> window.view().pictures());
        fx(() -> {
            for (int i = 0; i < 5; i++) messages.say("Message " + i, false);
            return null;
        });
        settleWholly();
        assertEquals(after, fx(() -> window.view().pictures()));
        assertTrue(after > before, "the drawer has taken room and given it back");
    }

    /** Share of pixels that are green, in the view and in the small pictures of the steps. */
    private double[] green() throws Exception {
        int[] view = fx(() -> window.view().picture().pixels());
        double share = 0;
        for (int p : view) if ((p >> 8 & 255) > (p >> 16 & 255) + 60) share += 1.0 / view.length;
        double small = fx(() -> {
            double most = 0;
            for (Node n : stage.getScene().getRoot().lookupAll(".image-view")) {
                if (!(n instanceof ImageView i) || i.getImage() == null) continue;
                Color c = i.getImage().getPixelReader().getColor(58, 44);
                most = Math.max(most, c.getGreen() - c.getRed());
            }
            return most;
        });
        return new double[] {share, small};
    }

    /** A new look of a material is in the view and in the small pictures, and no step has been carried out for it. */
    @Test
    void aNewColourIsAPictureAndNothingElse() throws Exception {
        open("Lamp housing", 1);
        Mesh before = shown();
        settleWholly();
        double[] none = green();
        String material = body("Lamp housing").material();
        fx(() -> {
            document.edit("Change material", d -> Edits.changeMaterial(d, material, new Material(material, 0x10C020)));
            return null;
        });
        settleWholly();
        double[] some = green();
        assertSame(before, shown());
        assertTrue(none[0] < 1e-3 && some[0] > 0.02, "in the view: " + none[0] + ", " + some[0]);
        assertTrue(none[1] < 0.1 && some[1] > 0.2, "in the small pictures: " + none[1] + ", " + some[1]);
        command("Undo");
        assertTrue(green()[0] < 1e-3);
    }

    @Test
    void anEmptyDocumentSaysHowToBegin() throws Exception {
        fx(() -> {
            document.open(Document.EMPTY, "Nothing");
            return null;
        });
        settle();
        assertEquals(List.of(), fx(() -> window.view().shownBodies()));
        assertEquals(1, shownNodes("empty-title").size());
        command("New box");
        assertTrue(shownNodes("empty-title").isEmpty()
                || !fx(() -> stage.getScene()
                        .getRoot()
                        .lookup(".empty-page")
                        .getParent()
                        .isVisible()));
        assertEquals(1, fx(() -> window.view().shownBodies().size()));
    }

    @Test
    void theWholeIsFittedAndTheSelectedBodyAlone() throws Exception {
        dragView(MouseButton.MIDDLE, 300, 200);
        open("Flange", 0);
        command("Fit everything");
        Camera all = camera();
        command("Fit the chosen bodies");
        assertTrue(camera().distance() < all.distance(), "one body is smaller than all");
        Vec3 middle = shown().bounds().center();
        assertEquals(0, camera().target().minus(middle).length(), 1e-9);
    }

    @Test
    void aHiddenBodyIsNotDrawnAndCannotBeClicked() throws Exception {
        open("Lamp housing", 0);
        String id = body("Lamp housing").id();
        assertTrue(fx(() -> window.view().shownBodies()).contains(id));
        press(KeyCode.CONTROL, KeyCode.H);
        // While it is selected a ghost tells where it is.
        open("Flange", 0);
        assertFalse(fx(() -> window.view().shownBodies()).contains(id));
        for (int x = 10; x < 800; x += 20) {
            int at = x;
            assertNotEquals(id, fx(() -> window.view().picture().bodyAt(at, 300)));
        }
        open("Lamp housing", 0);
        press(KeyCode.CONTROL, KeyCode.H);
        open("Flange", 0);
        assertTrue(fx(() -> window.view().shownBodies()).contains(id));
    }
}
