package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertInstanceOf;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.event.Event;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mockito.Mockito;
import org.modeststack.app.bodies.BodyCard;
import org.modeststack.app.state.ViewState;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;
import org.modeststack.render.Camera;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.PlacingEdits;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.StepException;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.extrude.Extrude;
import org.modeststack.steps.mirror.Mirror;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** The row of bodies with their tools, several chosen at once, the others in focus, and new steps on trial, in the real window. */
@Timeout(120)
class BodiesInTheWindowTest extends WindowDriver {
    private List<String> row(String styleClass) throws Exception {
        List<Node> all = new ArrayList<>(shownNodes(styleClass));
        return fx(() -> all.stream()
                .filter(n -> n instanceof BodyCard && n.getParent() != null)
                .sorted((a, b) -> Double.compare(a.getLayoutX(), b.getLayoutX()))
                .map(n -> document.current().nameOf(((BodyCard) n).body()))
                .toList());
    }

    private BodyCard card(String name, boolean small) throws Exception {
        String id = body(name).id();
        for (Node n : shownNodes(small ? "card-small" : "card-large"))
            if (n instanceof BodyCard c && c.body().equals(id)) return c;
        throw new AssertionError("no card of " + name);
    }

    private void click(Node n, KeyCode... held) throws Exception {
        mouse(n, 6, 6, MouseButton.PRIMARY, 0, 0, held);
    }

    private List<String> chosen() throws Exception {
        return fx(() -> selected.chosen().stream().map(Body::name).toList());
    }

    private void open(Document d) throws Exception {
        fx(() -> {
            document.open(d, "Bodies");
            return null;
        });
        settle();
    }

    private static Document boxes(int n) throws StepException {
        Document d = Document.EMPTY;
        for (int i = 0; i < n; i++) {
            d = Edits.addBody(d, "Box " + (i + 1), Material.DEFAULT, new Box(10, 10, 10, 1, 1, 1, Seat.STANDING));
            d = PlacingEdits.moveBy(d, d.bodies().getLast().id(), new Vec3(8 * i, 2 * i, i));
        }
        return d;
    }

    @Test
    void theRowShowsWhatStandsForItselfAndToolsStandBelow() throws Exception {
        for (String name : row("card-large"))
            assertFalse(document().isTool(body(name).id()), name);
        assertEquals(List.of("Hub", "Ribs", "Bore", "Bolt circle"), row("card-small"));
        click(card("Bolt circle", true));
        assertEquals("Bolt circle", fx(() -> selected.body().name()));
        // It has no tools of its own, so those beside it stay; the way back stands on top of the instructions.
        assertEquals(List.of("Hub", "Ribs", "Bore", "Bolt circle"), row("card-small"));
        Label back = (Label) shownNodes("way-body").getFirst();
        assertEquals("Flange", back.getText());
        click(back);
        assertEquals("Flange", fx(() -> selected.body().name()));
        command("To its first tool");
        assertEquals("Hub", fx(() -> selected.body().name()));
        command("Next body");
        assertEquals("Ribs", fx(() -> selected.body().name()));
        command("Back to the body that uses it");
        assertEquals("Flange", fx(() -> selected.body().name()));
    }

    /** What is pressed, has the focus or has its menu open must not be taken away by news of something else. */
    @ParameterizedTest
    @CsvSource({
        "Bolt circle, 0, way-body, 1",
        "Flange, 3, chip, 2",
        "Flange, 3, chip-add, 1",
        "Footing, 4, material-chip, 5",
        "Footing, 4, pick-chip, 1",
        "Footing, 4, pick-chip-add, 1"
    })
    void whatCanBeClickedStaysWhileResultsComeIn(String body, int step, String styleClass, int count) throws Exception {
        open(body, step);
        List<Node> standing = shownNodes(styleClass);
        assertEquals(count, standing.size());
        Body chest = body("Battery chest");
        fx(() -> {
            document.edit(
                    "Widen",
                    d -> Edits.setValue(
                            d, chest.id(), chest.entries().getFirst().id(), "width", 47.5));
            return null;
        });
        settleWholly();
        assertEquals(standing, shownNodes(styleClass));
    }

    @Test
    void setsFoldAndBodiesAreDraggedIntoThem() throws Exception {
        open(boxes(5));
        Mockito.doAnswer(call -> {
                    call.<Consumer<String>>getArgument(3).accept("Small parts");
                    return null;
                })
                .when(dialogs)
                .ask(Mockito.any(), Mockito.any(), Mockito.any(), Mockito.any());
        click(card("Box 4", false));
        click(card("Box 5", false), KeyCode.CONTROL);
        command("Put in a set…");
        settleWholly();
        assertEquals("Small parts", body("Box 4").set());
        Node set = shownNodes("set-card").getFirst();
        assertEquals(5, row("card-large").size());
        click(set);
        settleWholly();
        assertEquals(List.of("Box 1", "Box 2", "Box 3"), row("card-large"));
        // Along the row, and into the set.
        drag(card("Box 3", false), -170, 0);
        assertEquals("Box 3", document().bodies().get(1).name());
        Node into = shownNodes("set-card").getFirst();
        double way = fx(() -> into.localToScene(into.getBoundsInLocal()).getCenterX());
        BodyCard first = card("Box 1", false);
        double from = fx(() -> first.localToScene(first.getBoundsInLocal()).getCenterX());
        drag(first, way - from, 0);
        assertEquals("Small parts", body("Box 1").set());
        command("Undo");
        assertEquals("", body("Box 1").set());
    }

    @Test
    void threeBodiesAreUnitedByThreeClicksAndOneKey() throws Exception {
        open(boxes(3));
        click(card("Box 1", false));
        click(card("Box 2", false), KeyCode.CONTROL);
        click(card("Box 3", false), KeyCode.CONTROL);
        assertEquals(List.of("Box 1", "Box 2", "Box 3"), chosen());
        assertTrue(shownNodes("chosen-first").stream()
                .anyMatch(n -> ((Label) n).getText().startsWith("1 ·")));
        press(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.N);
        BooleanStep step = (BooleanStep) body("Box 1").entries().getLast().step();
        assertEquals(Operation.UNION, step.operation());
        assertEquals(
                List.of(body("Box 2").id(), body("Box 3").id()), step.with().ids());
        assertEquals(List.of("Box 1"), row("card-large"));
    }

    @Test
    void theBarOffersWhatFitsSeveralBodies() throws Exception {
        open(boxes(3));
        click(card("Box 2", false));
        click(card("Box 1", false), KeyCode.CONTROL);
        Button cut = (Button) shownNodes("chosen-action").stream()
                .filter(n -> ((Button) n).getText().equals("Cut away"))
                .findFirst()
                .orElseThrow();
        fx(() -> {
            cut.fire();
            return null;
        });
        settle();
        BooleanStep step = (BooleanStep) body("Box 2").entries().getLast().step();
        assertEquals(Operation.DIFFERENCE, step.operation());
        assertEquals(List.of(body("Box 1").id()), step.with().ids());
        command("Undo");
        // Whoever is made from the other cannot be its tool.
        fx(() -> {
            selected.select(document.current().bodyNamed("Box 1").id());
            document.edit(
                    "Cut",
                    d -> Edits.combine(
                            d,
                            List.of(
                                    d.bodyNamed("Box 1").id(),
                                    d.bodyNamed("Box 3").id()),
                            b -> new BooleanStep(Operation.DIFFERENCE, b)));
            selected.choose(List.of(
                    document.current().bodyNamed("Box 3").id(),
                    document.current().bodyNamed("Box 1").id()));
            return null;
        });
        settle();
        command("Unite chosen bodies");
        assertTrue(fx(messages::text).contains("Box 1 is made from Box 3"), fx(messages::text));
    }

    @Test
    void aBoxAcrossTheViewChoosesWhatItShows() throws Exception {
        open(boxes(3));
        double w = window.view().getWidth(), h = window.view().getHeight();
        mouse(window.view(), 5, 120, MouseButton.PRIMARY, w - 10, h - 130, KeyCode.CONTROL);
        assertEquals(3, chosen().size());
        mouse(window.view(), 5, 120, MouseButton.PRIMARY, 20, 20, KeyCode.CONTROL, KeyCode.SHIFT);
        assertEquals(3, chosen().size(), "nothing was in that box");
    }

    @Test
    void theOthersAreFaintOrHiddenByOneKey() throws Exception {
        open("Flange", 0);
        int all = fx(() -> window.view().shownBodies().size());
        press(KeyCode.F7);
        settleWholly();
        assertEquals(ViewState.Others.FAINT, fx(viewState::others));
        assertEquals(all, fx(() -> window.view().shownBodies().size()));
        press(KeyCode.F7);
        settleWholly();
        assertEquals(List.of(body("Flange").id()), fx(() -> window.view().shownBodies()));
        press(KeyCode.F7);
        settleWholly();
        assertEquals(all, fx(() -> window.view().shownBodies().size()));
    }

    @Test
    void whatIsTinyComesIntoThePictureAndOneGoesBack() throws Exception {
        Document d = boxes(1);
        d = Edits.addBody(d, "Speck", Material.DEFAULT, new Box(0.2, 0.2, 0.2, 1, 1, 1, Seat.STANDING));
        d = PlacingEdits.moveBy(d, d.bodies().getLast().id(), new Vec3(100, 0, 0));
        open(d);
        settleWholly();
        Camera before = fx(viewState::camera);
        click(card("Speck", false));
        settleWholly();
        Camera near = fx(viewState::camera);
        assertTrue(near.distance() < before.distance() / 20, near.toString());
        command("Back to the view before");
        settleWholly();
        assertEquals(before, fx(viewState::camera));
    }

    @Test
    void aChosenBodyIsDraggedAtOnceAndStaysOneStep() throws Exception {
        open(boxes(1));
        Node hold = shownNodes("handle-hold").getFirst();
        drag(hold, 120, 0);
        assertInstanceOf(Move.class, body("Box 1").entries().getLast().step());
        assertEquals(2, body("Box 1").entries().size());
        Vec3 by = ((Move) body("Box 1").entries().getLast().step()).by();
        assertEquals(0, by.z(), "level");
        drag(shownNodes("handle-hold").getFirst(), -40, 20);
        assertEquals(2, body("Box 1").entries().size());
        fx(() -> {
            window.view().requestFocus();
            return null;
        });
        press(KeyCode.UP);
        assertEquals(2, body("Box 1").entries().size());
        command("Take hold of bodies");
        assertEquals(3, shownNodes("handle-hold-axis").size());
        drag(shownNodes("handle-hold-turn").getFirst(), 30, 30);
        drag(shownNodes("handle-hold-scale").getFirst(), -30, 30);
        assertEquals(
                List.of("box", "move", "turn", "scale"),
                body("Box 1").entries().stream()
                        .map(e -> org.modeststack.steps.StepDescriptor.of(e.step())
                                .type())
                        .toList());
    }

    @Test
    void aNewBodyStandsBesideWhatIsThere() throws Exception {
        open(boxes(1));
        for (int i = 0; i < 4; i++) command("New box");
        settleWholly();
        List<Bounds> all = fx(() -> document.current().bodies().stream()
                .map(b -> results.shown(b).bounds())
                .toList());
        for (int i = 0; i < all.size(); i++)
            for (int j = 0; j < i; j++) assertFalse(all.get(i).meets(all.get(j)), i + " and " + j);
    }

    @Test
    void aFreshBooleanAsksCalmlyAndTakesWhatIsClicked() throws Exception {
        open(boxes(2));
        click(card("Box 1", false));
        command("Boolean");
        settleWholly();
        assertTrue(shownNodes("remark-ask").stream()
                .anyMatch(n -> ((Label) n).getText().startsWith("○ Choose a body")));
        assertEquals(List.of(), shownNodes("remark-fault"));
        Vec3 at = fx(() -> viewState
                .camera()
                .project(
                        results.shown(document.current().bodyNamed("Box 2"))
                                .bounds()
                                .center(),
                        (int) window.view().getWidth(),
                        (int) window.view().getHeight()));
        mouse(window.view(), at.x() + 8, at.y(), MouseButton.PRIMARY, 0, 0);
        BooleanStep step = (BooleanStep) body("Box 1").entries().getLast().step();
        assertEquals(Bodies.of(body("Box 2").id()), step.with());
        assertEquals("Box 1", fx(() -> selected.body().name()));
    }

    @Test
    void theCardOfABodyIsDroppedOnTheStepThatUsesIt() throws Exception {
        open(boxes(3));
        click(card("Box 1", false));
        command("Boolean");
        Node chips = shownNodes("takes-body").getFirst();
        double[] to = fx(() -> {
            var b = chips.localToScene(chips.getBoundsInLocal());
            return new double[] {b.getCenterX(), b.getCenterY()};
        });
        BodyCard card = card("Box 3", false);
        double[] from = fx(() -> {
            var b = card.localToScene(card.getBoundsInLocal());
            return new double[] {b.getCenterX(), b.getCenterY()};
        });
        drag(card, to[0] - from[0], to[1] - from[1]);
        assertEquals(
                List.of(body("Box 3").id()),
                ((BooleanStep) body("Box 1").entries().getLast().step()).with().ids());
    }

    @Test
    void whatFitsWhatIsPickedStandsBesideIt() throws Exception {
        open(boxes(1));
        fx(() -> {
            picks.setKind(ElementKind.FACE);
            picks.join(Selection.of(ElementKind.FACE, 1), org.modeststack.app.state.PickState.How.ALONE);
            return null;
        });
        settleWholly();
        List<Node> offers = shownNodes("quick-bar");
        Button extrude = (Button) fx(() -> offers.getFirst().lookupAll(".chosen-action").stream()
                .filter(n -> ((Button) n).getText().equals("Extrude"))
                .findFirst()
                .orElseThrow());
        fx(() -> {
            extrude.fire();
            return null;
        });
        settle();
        assertInstanceOf(Extrude.class, body("Box 1").entries().getLast().step());
        // On trial: a number typed at once is its first, and Enter keeps it.
        fx(() -> {
            window.view().requestFocus();
            robot.keyType(KeyCode.DIGIT4);
            return null;
        });
        settle();
        press(KeyCode.ENTER);
        assertEquals(4, ((Extrude) body("Box 1").entries().getLast().step()).distance());
        fx(() -> {
            window.view().requestFocus();
            return null;
        });
        press(KeyCode.ENTER);
        press(KeyCode.ESCAPE);
        assertEquals(3, body("Box 1").entries().size(), "it was kept");
    }

    @Test
    void theRightButtonOffersStepsAndViews() throws Exception {
        open(boxes(1));
        double x = window.view().getWidth() / 2, y = window.view().getHeight() / 2;
        fx(() -> {
            for (var type : List.of(MouseEvent.MOUSE_PRESSED, MouseEvent.MOUSE_RELEASED))
                Event.fireEvent(window.view(), mouse(type, window.view(), x, y, MouseButton.SECONDARY));
            return null;
        });
        settle();
        List<String> names = fx(() -> window.viewMenu().getItems().stream()
                .map(i -> i.getText() == null ? "—" : i.getText())
                .toList());
        assertTrue(
                names.contains("Bevel") && names.contains("Fit everything") && names.contains("—"), names.toString());
        assertNotNull(fx(() -> window.viewMenu().isShowing() ? "" : null));
        fx(() -> {
            window.viewMenu().hide();
            return null;
        });
    }

    @Test
    void threeHundredBodiesAreFoundByTheirNames() throws Exception {
        Document d = Document.EMPTY;
        for (int i = 1; i <= 300; i++)
            d = Edits.addBody(
                    d,
                    "A bolt with a rather long name number " + i,
                    Material.DEFAULT,
                    new Box(1, 1, 1, 1, 1, 1, Seat.STANDING));
        open(d);
        settleWholly();
        assertEquals(300, row("card-large").size());
        fx(() -> {
            var find = (javafx.scene.control.TextField) stage.getScene().lookup(".body-end .find-body");
            find.setText("number 27");
            return null;
        });
        settleWholly();
        assertEquals(11, row("card-large").size());
    }

    /** Thousands of cards would hold the window: a row has some, and goes on to the others. */
    @Test
    void ofAThousandBodiesSomeHaveCards() throws Exception {
        open(boxes(1000));
        assertEquals(400, row("card-large").size());
        fx(() -> {
            Button more = (Button) stage.getScene().lookup(".more-cards");
            assertEquals("600 more ›", more.getText());
            more.fire();
            return null;
        });
        settle();
        assertEquals("Box 401", row("card-large").getFirst());
        fx(() -> {
            selected.select(document.current().bodyNamed("Box 7").id());
            return null;
        });
        settle();
        assertTrue(isSeen(card("Box 7", false)), "whoever is worked on is in sight");
    }

    @Test
    void chosenBodiesAreMirroredAndGivenAMaterialAtOnce() throws Exception {
        open(boxes(3));
        click(card("Box 1", false));
        click(card("Box 2", false), KeyCode.CONTROL);
        click(chosenAction("Mirror"));
        for (String name : List.of("Box 1", "Box 2"))
            assertEquals(Mirror.class, body(name).entries().getLast().step().getClass(), name);
        assertFalse(body("Box 3").entries().getLast().step() instanceof Mirror);
        command("Undo");
        assertFalse(body("Box 2").entries().getLast().step() instanceof Mirror, "both are one edit");
        Mockito.doAnswer(call -> {
                    List<String> names = call.getArgument(3);
                    call.<Consumer<String>>getArgument(4).accept(names.getLast());
                    return null;
                })
                .when(dialogs)
                .choose(Mockito.any(), Mockito.any(), Mockito.any(), Mockito.any(), Mockito.any());
        Mockito.doAnswer(call -> {
                    call.<Consumer<String>>getArgument(3).accept("slate #405060");
                    return null;
                })
                .when(dialogs)
                .ask(Mockito.any(), Mockito.any(), Mockito.any(), Mockito.any());
        click(chosenAction("Material…"));
        for (String name : List.of("Box 1", "Box 2"))
            assertEquals("slate", body(name).material());
        assertEquals(0x405060, document().materials().get("slate").rgb());
        assertEquals("plain", body("Box 3").material());
    }

    private Node chosenAction(String text) throws Exception {
        return shownNodes("chosen-action").stream()
                .filter(n -> ((Button) n).getText().equals(text))
                .findFirst()
                .orElseThrow();
    }
}
