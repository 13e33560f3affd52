package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import javafx.event.Event;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.text.Text;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.modeststack.app.view.ViewPane;
import org.modeststack.app.view.picture.PictureRequest;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.render.Scene;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.stack.PlacingEdits;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.part.Axes;
import org.modeststack.steps.part.Fade;
import org.modeststack.steps.part.MovePicked;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.place.Align;
import org.modeststack.steps.place.Place;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.shape.Turn;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/** Putting bodies where they belong, in the real window. */
class PlacingInTheWindowTest extends WindowDriver {
    /** A block of 40, and a peg of 10 beside it. */
    @BeforeEach
    void twoBodies() throws Exception {
        fx(() -> {
            Document d = Edits.addBody(
                    Document.EMPTY, "Block", Material.DEFAULT, new Box(40, 40, 40, 1, 1, 1, Seat.STANDING));
            d = Edits.addBody(d, "Peg", Material.DEFAULT, new Box(10, 10, 30, 1, 1, 1, Seat.STANDING));
            d = PlacingEdits.moveBy(d, d.bodies().getLast().id(), new Vec3(60, 0, 0));
            document.open(d, "Two");
            selected.select(d.bodies().getLast().id());
            return null;
        });
        settle();
    }

    private Body peg() throws Exception {
        return document().bodies().get(1);
    }

    private Vec3 screen(Vec3 p) throws Exception {
        ViewPane v = window.view();
        return fx(() -> viewState.camera().project(p, (int) v.getWidth(), (int) v.getHeight()));
    }

    private void click(double x, double y, double z) throws Exception {
        Vec3 s = screen(new Vec3(x, y, z));
        mouse(window.view(), s.x(), s.y(), MouseButton.PRIMARY, 0, 0);
    }

    private void hover(double x, double y, double z) throws Exception {
        Vec3 s = screen(new Vec3(x, y, z));
        fx(() -> {
            Event.fireEvent(
                    window.view(), mouse(MouseEvent.MOUSE_MOVED, window.view(), s.x(), s.y(), MouseButton.NONE));
            return null;
        });
        settle();
    }

    private String prompt() throws Exception {
        Node bar = window.view().lookup(".point-bar");
        return fx(() -> bar.isVisible() ? ((Label) bar.lookup(".label")).getText() : "");
    }

    private void assertStands(Bounds b, double minX, double minY, double minZ, double maxX, double maxY, double maxZ) {
        double[] expected = {minX, minY, minZ, maxX, maxY, maxZ};
        double[] actual = {b.minX(), b.minY(), b.minZ(), b.maxX(), b.maxY(), b.maxZ()};
        for (int i = 0; i < 6; i++) assertEquals(expected[i], actual[i], 1e-6, b.toString());
    }

    /** Its bottom goes first, so that one click does it; and from then on it stays on what it was put on. */
    @Test
    void aBodyIsPutOnAFaceByOneClickAndStaysOnIt() throws Exception {
        command("Place");
        assertTrue(prompt().startsWith("Click the place that it is to stand on"), prompt());
        click(0, -20, 20);
        assertEquals("Click where it is to show to, or leave it so", prompt());
        Place p = (Place) peg().entries().getLast().step();
        assertEquals(new Vec3(60, 0, 0), p.point(), "the middle of its bottom");
        assertEquals(new Vec3(0, -20, 20), p.at());
        assertEquals(new Vec3(0, -1, 0), p.normal());
        Bounds b = shown().bounds();
        assertStands(b, -5, -50, 15, 5, -20, 25);
        String block = document().bodies().getFirst().id();
        long source = document().bodies().getFirst().entries().getFirst().id();
        fx(() -> {
            document.edit("Deeper", d -> Edits.setValue(d, block, source, "depth", 60.0));
            return null;
        });
        settle();
        assertStands(shown().bounds(), -5, -60, 15, 5, -30, 25);
        assertEquals(new Vec3(0, -30, 20), ((Place) peg().entries().getLast().step()).at(), "the numbers go with it");
        List<String> sentence = fx(() -> window.instructions().lookupAll(".sentence-anchor").stream()
                .map(n -> ((Text) n).getText())
                .toList());
        assertEquals(List.of("bottom", "Block, middle of a face"), sentence);
        // One undo for what was changed, one for the place, one for the step.
        command("Undo");
        command("Undo");
        assertEquals(new Vec3(60, 0, 0), ((Place) peg().entries().getLast().step()).at(), "it stands where it stood");
    }

    /** Before the click a ghost stands where the body would come to, turned square to the face; the click puts it just there. */
    @Test
    void aGhostShowsWhereTheClickWillPutIt() throws Exception {
        command("Place");
        hover(0, -20, 20);
        List<PictureRequest.ShownBody> seen =
                fx(() -> window.view().picture().request().bodies());
        assertEquals(3, seen.size());
        assertEquals(Scene.Item.Look.FAINT, seen.get(1).look(), "where it still is");
        assertEquals(Scene.Item.Look.GHOST, seen.getLast().look());
        Bounds ghost = seen.getLast().parts().bounds();
        assertStands(ghost, -5, -50, 15, 5, -20, 25);
        click(0, -20, 20);
        assertStands(shown().bounds(), -5, -50, 15, 5, -20, 25);
        assertEquals(2, fx(() -> window.view().picture().request().bodies().size()));
    }

    /** Two sockets square to the surface of a ball, from two bodies that are there: six actions. */
    @Test
    void twoSocketsInABallTakeSixActions() throws Exception {
        fx(() -> {
            Document d =
                    Edits.addBody(Document.EMPTY, "Ball", Material.DEFAULT, new UvSphere(60, 48, 24, Seat.STANDING));
            d = Edits.addBody(d, "Socket", Material.DEFAULT, new Cylinder(12, 10, 24, 1, 0, Seat.CENTRED));
            d = PlacingEdits.moveBy(d, d.bodies().getLast().id(), new Vec3(60, 0, 0));
            document.open(d, "Two");
            selected.select(d.bodies().getLast().id());
            return null;
        });
        settle();
        String ball = document().bodies().getFirst().id();
        command("Place"); // 1
        click(0, -29, 38); // 2
        Body first = document().bodies().get(1);
        Entry place = first.entries().getLast();
        fx(() -> {
            document.edit("Sink", d -> Edits.setValue(d, first.id(), place.id(), "above", -6.0)); // 3: typed or dragged
            return null;
        });
        settle();
        Vec3 a = middle(first);
        command("Cut out of what they stand on"); // 4
        command("Duplicate body"); // 5
        assertTrue(prompt().startsWith("Click the place"), prompt());
        click(18, -24, 30); // 6
        Body second = document().bodies().get(2);
        assertEquals("Socket 2", second.name());
        Vec3 b = middle(second);
        assertTrue(a.minus(b).length() > 12, "apart");
        Mesh cut = fx(() -> results.result(ball).mesh());
        double whole =
                Measures.of(fx(() -> results.result(ball).after(1).mesh())).volume();
        double taken = whole - Measures.of(cut).volume();
        // Each is sunk by 6 mm below the middle of its face; round that the ball falls away a little.
        double socket = Math.PI * 36 * 6;
        assertTrue(taken > 1.8 * socket && taken < 2 * socket, "taken " + taken + " of " + 2 * socket);
        for (Body peg : List.of(first, second)) {
            Vec3 way = middle(peg).minus(new Vec3(0, 0, 30));
            Vec3 axis = ((Place) document().bodyOf(peg.id()).entries().getLast().step()).normal();
            assertTrue(way.unit().dot(axis.unit()) > Math.cos(Math.toRadians(4)), "square to its face");
        }
        // A larger ball takes its sockets along.
        fx(() -> {
            document.edit(
                    "Larger",
                    d -> Edits.setValue(
                            d, ball, d.bodyOf(ball).entries().getFirst().id(), "diameter", 90.0));
            return null;
        });
        settle();
        assertEquals(
                45 - 30,
                middle(first).minus(new Vec3(0, 0, 45)).length()
                        - a.minus(new Vec3(0, 0, 30)).length(),
                0.3);
    }

    private Vec3 middle(Body b) throws Exception {
        return fx(() -> results.result(b.id()).mesh().bounds().center());
    }

    /** Six bolts round a hub, from a flange with a hub and a bolt that are there: five actions. */
    @Test
    void sixBoltsRoundAHubTakeFiveActions() throws Exception {
        fx(() -> {
            Document d = Edits.addBody(
                    Document.EMPTY, "Flange", Material.DEFAULT, new Cylinder(80, 10, 48, 1, 0, Seat.STANDING));
            String flange = d.bodies().getLast().id();
            d = PlacingEdits.moveBy(d, flange, new Vec3(15, -10, 0));
            d = Edits.addBody(d, "Hub", Material.DEFAULT, new Cylinder(30, 30, 48, 1, 0, Seat.STANDING));
            String hub = d.bodies().getLast().id();
            d = PlacingEdits.moveBy(d, hub, new Vec3(15, -10, 0));
            d = Edits.addStep(d, flange, 2, new BooleanStep(Operation.UNION, Bodies.of(hub)));
            d = Edits.addBody(d, "Bolt", Material.DEFAULT, new Cylinder(8, 6, 6, 1, 0, Seat.STANDING));
            d = PlacingEdits.moveBy(d, d.bodies().getLast().id(), new Vec3(90, 0, 0));
            document.open(d, "Hub");
            selected.select(d.bodies().getLast().id());
            return null;
        });
        settle();
        command("Place"); // 1
        click(15, -38, 10); // 2
        command("Round array"); // 3
        Button take = (Button) shownNodes("take-button").stream()
                .filter(n -> isSeen(n) && !((Button) n).getText().equals("Stop"))
                .findFirst()
                .orElseThrow();
        fx(() -> {
            take.fire(); // 4
            return null;
        });
        settle();
        Vec3 s = screen(new Vec3(15, -25, 40));
        mouse(window.view(), s.x(), s.y(), MouseButton.PRIMARY, 0, 0, KeyCode.SHIFT); // 5
        Bounds all = shown().bounds();
        assertEquals(15, all.center().x(), 0.1);
        assertEquals(-10, all.center().y(), 0.1);
        assertEquals(6, Measures.of(shown()).shells());
        assertEquals(10, all.minZ(), 1e-9);
        // The hub goes elsewhere, and the bolts with it.
        fx(() -> {
            document.edit("Elsewhere", d -> {
                Document out = d;
                for (String name : List.of("Flange", "Hub")) {
                    Body b = d.bodyNamed(name);
                    out = Edits.setValue(out, b.id(), b.entries().get(1).id(), "by", new Vec3(-5, 20, 0));
                }
                return out;
            });
            return null;
        });
        settle();
        assertEquals(-5, shown().bounds().center().x(), 0.1);
        assertEquals(20, shown().bounds().center().y(), 0.1);
    }

    /** A second click turns it on the surface, seen before as a ghost; Esc or any other change leaves it. */
    @Test
    void aSecondClickTurnsIt() throws Exception {
        command("Place");
        click(0, 0, 40);
        assertTrue(prompt().startsWith("Click where it is to show to"), prompt());
        hover(20, 20, 40);
        Bounds ghost = fx(() ->
                window.view().picture().request().bodies().getLast().parts().bounds());
        double half = 5 * Math.sqrt(2);
        assertStands(ghost, -half, -half, 40, half, half, 70);
        click(20, 20, 40);
        assertEquals(45, ((Place) peg().entries().getLast().step()).turned(), 1e-9);
        assertStands(shown().bounds(), -half, -half, 40, half, half, 70);
        assertEquals("", prompt());
        // One undo for the turn alone.
        command("Undo");
        assertStands(shown().bounds(), -5, -5, 40, 5, 5, 70);
        Entry place = peg().entries().getLast();
        fx(() -> {
            points.take(place, StepDescriptor.of(Place.class).param("at"));
            return null;
        });
        click(-20, 0, 20);
        press(KeyCode.ESCAPE);
        assertEquals("", prompt());
        assertEquals(0, ((Place) peg().entries().getLast().step()).turned());
    }

    /** What it followed is gone: its numbers stay, and one click asks for a place anew. */
    @Test
    void aLostPlaceIsTakenAnewByOneClick() throws Exception {
        command("Place");
        click(0, 0, 40);
        press(KeyCode.ESCAPE);
        String block = document().bodies().getFirst().id();
        fx(() -> {
            document.edit("Another", d -> Edits.replaceSource(d, block, new UvSphere(40, 24, 12, Seat.STANDING)));
            return null;
        });
        settle();
        clickText("remark-cure", "Take it anew");
        assertTrue(prompt().startsWith("Click the place"), prompt());
    }

    /** With Shift a click on a rim takes its middle, which stays the middle when the hole is moved. */
    @Test
    void aBodyIsPutIntoTheMiddleOfAHoleByOneClick() throws Exception {
        fx(() -> {
            document.edit("A hole", d -> {
                Document with =
                        Edits.addBody(d, "Drill", Material.DEFAULT, new Cylinder(20, 200, 32, 1, 0, Seat.CENTRED));
                String drill = with.bodies().getLast().id();
                with = Edits.addStep(with, drill, 1, new Move(new Vec3(4, 2, 0)));
                String block = with.bodies().getFirst().id();
                return Edits.addStep(with, block, 1, new BooleanStep(Operation.DIFFERENCE, Bodies.of(drill)));
            });
            selected.select(document.current().bodies().get(1).id());
            return null;
        });
        settle();
        command("Place");
        Vec3 s = screen(new Vec3(4, 12, 40));
        mouse(window.view(), s.x(), s.y(), MouseButton.PRIMARY, 0, 0, KeyCode.SHIFT);
        assertStands(shown().bounds(), -1, -3, 40, 9, 7, 70);
        Body drill = document().bodies().getLast();
        fx(() -> {
            document.edit(
                    "Elsewhere",
                    d -> Edits.setValue(d, drill.id(), drill.entries().getLast().id(), "by", new Vec3(-3, -5, 0)));
            return null;
        });
        settle();
        assertStands(shown().bounds(), -8, -10, 40, 2, 0, 70);
    }

    /** What is put somewhere is looked through: it is no place itself. */
    @Test
    void theBodyItselfIsNoPlaceToPutItTo() throws Exception {
        command("Place");
        hover(60, -5, 15);
        Label what = (Label) shownNodes("handle-label").stream()
                .filter(Node::isVisible)
                .findFirst()
                .orElseThrow();
        assertEquals("grid", what.getText());
    }

    @Test
    void whatIsFollowedIsFreedByOneClick() throws Exception {
        command("Place");
        click(0, -20, 20);
        long place = peg().entries().getLast().id();
        fx(() -> {
            ((Button) stage.getScene().lookup(".anchor-chip .pick-chip-out")).fire();
            return null;
        });
        settle();
        assertFalse(peg().entry(place).anchors().containsKey("point"), "the first chip was that of the point");
        assertEquals(new Vec3(60, 0, 0), ((Place) peg().entry(place).step()).point());
        assertStands(shown().bounds(), -5, -50, 15, 5, -20, 25);
    }

    @Test
    void threePointsOfEachAlign() throws Exception {
        fx(() -> {
            document.edit(
                    "Turn",
                    d -> Edits.addStep(
                            d,
                            d.bodies().get(1).id(),
                            2,
                            new Turn(org.modeststack.steps.Axis.Z, 90, new Vec3(60, 0, 0))));
            return null;
        });
        settle();
        command("Align");
        // Corners on top of the peg to corners on top of the block.
        double[][] clicks = {{55, -5, 30}, {-20, -20, 40}, {65, -5, 30}, {20, -20, 40}, {65, 5, 30}, {20, 20, 40}};
        for (double[] c : clicks) click(c[0], c[1], c[2]);
        assertEquals("", prompt());
        Align a = (Align) peg().entries().getLast().step();
        assertEquals(new Vec3(20, -20, 40), a.secondPlace());
        assertStands(shown().bounds(), -20, -20, 10, -10, -10, 40);
    }

    @Test
    void escapeStopsTakingAndLeavesTheStepAsItWas() throws Exception {
        command("Place");
        fx(() -> {
            window.view().requestFocus();
            return null;
        });
        press(KeyCode.ESCAPE);
        assertEquals("", prompt());
        assertEquals(new Vec3(60, 0, 0), ((Place) peg().entries().getLast().step()).at(), "it stands where it stood");
        assertEquals(peg().entries().getLast(), fx(selected::openEntry), "the drawer stays");
        int steps = peg().entries().size();
        press(KeyCode.ESCAPE);
        assertEquals(steps - 1, peg().entries().size(), "the step was on trial");
        assertFalse(fx(document::canRedo), "without a trace");
    }

    @Test
    void hoverSaysWhatAClickWouldTake() throws Exception {
        command("Place");
        Vec3 s = screen(new Vec3(20, -20, 40));
        fx(() -> {
            Event.fireEvent(
                    window.view(),
                    mouse(MouseEvent.MOUSE_MOVED, window.view(), s.x() + 3, s.y() + 2, MouseButton.NONE));
            return null;
        });
        Node ring = window.view().lookup(".snap-ring");
        assertTrue(fx(ring::isVisible));
        assertTrue(fx(() -> window.view().lookupAll(".handle-label").stream()
                .anyMatch(n -> n.isVisible() && ((Label) n).getText().equals("vertex"))));
        fx(() -> {
            ((Button) window.view().lookup(".point-bar").lookup(".button")).fire();
            return null;
        });
        assertFalse(fx(ring::isVisible));
    }

    @Test
    void aPivotIsTakenFromTheViewByItsButton() throws Exception {
        command("Turn");
        Button take = fx(() -> (Button) stage.getScene().getRoot().lookup(".take-button"));
        fx(() -> {
            stage.getScene().getRoot().lookupAll(".take-button").stream()
                    .map(n -> (Button) n)
                    .filter(b -> b.getText().equals("Take from the view"))
                    .findFirst()
                    .orElse(take)
                    .fire();
            return null;
        });
        // The turn of 90° round the origin that the step begins with has put the peg at (0, 60).
        click(-20, -20, 40);
        assertEquals(new Vec3(-20, -20, 40), ((Turn) peg().entries().getLast().step()).about());
    }

    /** Drags a handle, which goes along under the pointer. */
    private void dragHandle(Node dot, double dx, double dy, KeyCode... held) throws Exception {
        javafx.geometry.Bounds b = inView(dot);
        ViewPane v = window.view();
        double x = b.getCenterX(), y = b.getCenterY();
        fx(() -> {
            Event.fireEvent(dot, mouse(MouseEvent.MOUSE_PRESSED, dot, 7, 7, MouseButton.PRIMARY, held));
            for (int i = 1; i <= 4; i++) {
                double t = i / 4.0;
                Event.fireEvent(
                        v, mouse(MouseEvent.MOUSE_DRAGGED, v, x + t * dx, y + t * dy, MouseButton.PRIMARY, held));
            }
            Event.fireEvent(v, mouse(MouseEvent.MOUSE_RELEASED, v, x + dx, y + dy, MouseButton.PRIMARY, held));
            return null;
        });
        settle();
    }

    private Node handle(String style, int index) throws Exception {
        return shownNodes(style).get(index);
    }

    /** With Ctrl held, the handle in the middle of a move goes exactly to what is under the pointer. */
    @Test
    void aHandleSnapsToAVertex() throws Exception {
        open("Peg", 2);
        Node dot = handle("handle-point", 0);
        Vec3 from = screen(new Vec3(60, 0, 15)), to = screen(new Vec3(20, -20, 40));
        dragHandle(dot, to.x() - from.x(), to.y() - from.y(), KeyCode.CONTROL);
        Move m = (Move) peg().entries().get(1).step();
        assertEquals(new Vec3(20, -20, 25), m.by(), "its centre is at the corner");
        // Without, it goes by round numbers.
        dragHandle(handle("handle-point", 0), 31, 17);
        Vec3 by = ((Move) peg().entries().get(1).step()).by();
        assertFalse(by.equals(m.by()));
    }

    /** A picked part snaps to the rest of its own body, and not to itself. */
    @Test
    void aPartSnapsToItsOwnBody() throws Exception {
        open("Block", 0);
        fx(() -> {
            String id = selected.body().id();
            document.edit(
                    "Move",
                    d -> Edits.addStep(
                            d,
                            id,
                            1,
                            new MovePicked(
                                    PickText.parse("vertices: inside 19 -21 39 21 -19 41"),
                                    new Vec3(0, 0, 5),
                                    Axes.BODY,
                                    0,
                                    Fade.SMOOTH)));
            return null;
        });
        settle();
        open("Block", 2);
        // The corner at (20, -20), lifted to 45, goes to the one on the left.
        Vec3 from = screen(new Vec3(20, -20, 45)), to = screen(new Vec3(-20, -20, 40));
        dragHandle(handle("handle-point", 0), to.x() - from.x(), to.y() - from.y(), KeyCode.CONTROL);
        assertEquals(
                new Vec3(-40, 0, 0),
                ((MovePicked) document().bodies().getFirst().entries().getLast().step()).by());
    }

    @Test
    void anAxisHandleSnapsToTheHeightOfAPlace() throws Exception {
        open("Peg", 2);
        fx(() -> {
            viewState.setSnapping(true);
            return null;
        });
        Vec3 corner = screen(new Vec3(20, -20, 40));
        // The handle along Z stands highest in the picture.
        Node up = null;
        double top = Double.POSITIVE_INFINITY, x = 0;
        for (Node n : shownNodes("handle-number")) {
            javafx.geometry.Bounds b = inView(n);
            if (b.getCenterY() >= top) continue;
            top = b.getCenterY();
            x = b.getCenterX();
            up = n;
        }
        dragHandle(up, corner.x() - x, corner.y() - top);
        // What came to the corner's height is the centre, not the handle's end.
        Vec3 by = ((Move) peg().entries().get(1).step()).by();
        assertEquals(40, 15 + by.z(), 1e-6);
        assertEquals(60, by.x(), 1e-9);
    }

    private javafx.geometry.Bounds inView(Node n) throws Exception {
        return fx(() -> window.view().sceneToLocal(n.localToScene(n.getLayoutBounds())));
    }

    @Test
    void aTurnIsDraggedRoundItsCentre() throws Exception {
        command("From above");
        fx(() -> {
            document.edit(
                    "Turn",
                    d -> Edits.addStep(
                            d,
                            d.bodies().get(1).id(),
                            2,
                            new Turn(org.modeststack.steps.Axis.Z, 10, new Vec3(60, 0, 0))));
            return null;
        });
        open("Peg", 3);
        Node dot = handle("handle-number", 0);
        javafx.geometry.Bounds b = fx(() -> window.view().sceneToLocal(dot.localToScene(dot.getBoundsInLocal())));
        Vec3 c = screen(new Vec3(60, 0, 15));
        double x = b.getCenterX() - c.x(), y = b.getCenterY() - c.y();
        // A quarter round the centre, counter-clockwise on the screen.
        dragHandle(dot, y - x, -x - y);
        assertEquals(100, ((Turn) peg().entries().get(2).step()).angle(), 3);
        dragHandle(handle("handle-number", 0), 30, 30, KeyCode.CONTROL);
        assertEquals(0, ((Turn) peg().entries().get(2).step()).angle() % 15, 1e-9, "Ctrl turns in steps of 15°");
    }

    @Test
    void aMirroredCopyFollowsAndBothAreSeen() throws Exception {
        command("Mirrored copy across X");
        Mesh copy = shown();
        assertEquals(-65, copy.bounds().minX(), 1e-9);
        assertEquals(3000, Measures.of(copy).volume(), 1e-9, "not inside out");
        assertEquals(3, fx(() -> window.view().shownBodies()).size());
        Body peg = peg();
        fx(() -> {
            document.edit(
                    "Change",
                    d -> Edits.setValue(d, peg.id(), peg.entries().get(1).id(), "by", new Vec3(70, 0, 0)));
            return null;
        });
        settle();
        open("Peg mirrored", 0);
        assertEquals(-75, shown().bounds().minX(), 1e-9);
    }

    @Test
    void typedNumbersCanBeReckonedFromWhatIsThere() throws Exception {
        open("Peg", 2);
        Node field = fx(() -> stage.getScene().getRoot().lookupAll(".number-field").stream()
                .findFirst()
                .orElseThrow());
        fx(() -> {
            var f = (javafx.scene.control.TextField) field;
            f.requestFocus();
            f.setText("+= 1/2 in");
            f.fireEvent(new javafx.event.ActionEvent());
            return null;
        });
        settle();
        assertEquals(72.7, ((Move) peg().entries().get(1).step()).by().x(), 1e-9);
    }
}
