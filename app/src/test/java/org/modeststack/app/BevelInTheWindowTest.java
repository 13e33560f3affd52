package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyCode;
import javafx.scene.input.ScrollEvent;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.bevel.Bevel;
import org.modeststack.steps.profile.Shape;

/** Bevels in the real window: their width, their segments, and their section. */
class BevelInTheWindowTest extends WindowDriver {
    private Bevel chest(int step) throws Exception {
        return (Bevel) body("Battery chest").entries().get(step - 1).step();
    }

    @Test
    void theWidthIsDraggedAndTheWheelMakesSegments() throws Exception {
        open("Battery chest", 2);
        Node dot = shownNodes("handle-number").getFirst();
        Mesh before = shown();
        drag(dot, 25, 12);
        assertTrue(chest(2).width() != 7, "the width follows");
        assertFalse(before.sameAs(shown()));
        assertEquals(8, chest(2).segments());
        Node now = shownNodes("handle-number").getFirst();
        fx(() -> {
            wheel(now, 40);
            wheel(now, 40);
            wheel(now, -40);
            return null;
        });
        settle();
        assertEquals(9, chest(2).segments());
    }

    private static void wheel(Node node, double by) {
        node.fireEvent(new ScrollEvent(
                ScrollEvent.SCROLL,
                0,
                0,
                0,
                0,
                false,
                false,
                false,
                false,
                false,
                false,
                0,
                by,
                0,
                by,
                ScrollEvent.HorizontalTextScrollUnits.NONE,
                0,
                ScrollEvent.VerticalTextScrollUnits.NONE,
                0,
                0,
                null));
    }

    @Test
    void theDrawerSaysHowWideItCanBeAndHidesWhatDoesNotMatter() throws Exception {
        open("Battery chest", 2);
        String says = ((Label) shownNodes("drawer-outlook").getFirst()).getText();
        assertEquals("Takes 12 edges; strips meet at 17\u00a0mm.", says, "half of the least side of 34 mm");
        assertEquals(24, shownNodes("guide").size(), "two lines for each edge show where");
        List<String> labels = labels();
        assertTrue(labels.contains("Width") && labels.contains("Profile"), labels.toString());
        assertFalse(labels.contains("Share"), labels.toString());
        assertFalse(labels.contains("Outer turns"), "what is used less is folded: " + labels);
        choose("share");
        assertTrue(labels().contains("Share") && !labels().contains("Width"), labels().toString());
    }

    private List<String> labels() throws Exception {
        return shownNodes("field-label").stream()
                .filter(WindowDriver::isSeen)
                .map(n -> ((Label) n).getText())
                .toList();
    }

    private void choose(String text) throws Exception {
        fire("toggle-button", text);
    }

    private void fire(String styleClass, String text) throws Exception {
        ButtonBase button = shownNodes(styleClass).stream()
                .map(ButtonBase.class::cast)
                .filter(b -> b.getText().equals(text))
                .findFirst()
                .orElseThrow();
        fx(() -> {
            button.fire();
            return null;
        });
        settle();
    }

    @Test
    void aSectionIsMadeOnesOwnAndItsPointsAreMoved() throws Exception {
        open("Battery chest", 2);
        unfoldDrawer();
        choose("own");
        assertEquals(2, shownNodes("profile-dot").size(), "as many points as the curve has between its ends");
        Node dot = shownNodes("profile-dot").getFirst();
        String before = chest(2).section();
        fx(() -> {
            dot.requestFocus();
            return null;
        });
        press(KeyCode.DOWN);
        assertFalse(before.equals(chest(2).section()), "an arrow key moves it");
        press(KeyCode.DELETE);
        assertEquals(1, shownNodes("profile-dot").size());
        choose("steps");
        assertEquals(0, shownNodes("profile-dot").size());
        fire("take-button", "Make it my own");
        assertEquals(Shape.OWN, chest(2).shape());
        assertEquals(15, shownNodes("profile-dot").size(), "eight stairs have 15 corners between the rails");
    }

    @Test
    void aPointOfTheSectionIsDraggedByTheMouse() throws Exception {
        open("Battery chest", 2);
        unfoldDrawer();
        choose("own");
        Node dot = shownNodes("profile-dot").getFirst();
        reveal(dot);
        String before = chest(2).section();
        double[] was = points();
        drag(dot, -12, -30);
        double[] now = points();
        // To the left and upwards is towards the old edge, which is height 1.
        assertTrue(now[1] > was[1] + 0.1, chest(2).section());
        assertTrue(now[0] < was[0], chest(2).section());
        assertEquals(was[2], now[2], 1e-6, "the other stays");
        command("Undo");
        assertEquals(before, chest(2).section(), "a drag is one step back");
    }

    /** Share and height of each point between the rails. */
    private double[] points() throws Exception {
        return Arrays.stream(chest(2).section().split("[ ,]+"))
                .mapToDouble(Double::parseDouble)
                .toArray();
    }

    /** Scrolls the drawer so far that a node in it can be reached by the mouse. */
    private void reveal(Node node) throws Exception {
        fx(() -> {
            Node n = node;
            while (!(n instanceof ScrollPane)) n = n.getParent();
            ScrollPane pane = (ScrollPane) n;
            double all = pane.getContent().getLayoutBounds().getHeight(),
                    seen = pane.getViewportBounds().getHeight();
            double y = pane.getContent().sceneToLocal(node.localToScene(0, 0)).getY();
            pane.setVvalue(Math.clamp((y - seen / 2) / (all - seen), 0, 1));
            return null;
        });
        settle();
    }
}
