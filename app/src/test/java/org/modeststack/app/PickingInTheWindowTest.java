package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import javafx.event.Event;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.app.state.PickState;
import org.modeststack.app.view.ViewPane;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;
import org.modeststack.render.DisplayMode;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.extrude.Extrude;
import org.modeststack.steps.extrude.Inset;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.pick.Term;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;

/** Picking, and the steps on what is picked, in the real window. The body is a block of 4 × 4 × 4 faces a side. */
class PickingInTheWindowTest extends WindowDriver {
    private static final Box BLOCK = new Box(40, 40, 40, 4, 4, 4, Seat.STANDING);

    @BeforeEach
    void block() throws Exception {
        fx(() -> {
            document.open(Edits.addBody(Document.EMPTY, "Block", Material.DEFAULT, BLOCK), "Block");
            return null;
        });
        settle();
    }

    private PickState picking() {
        return picks;
    }

    private Selection picked() throws Exception {
        return fx(() -> picking().selection());
    }

    private Vec3 onScreen(Vec3 p) throws Exception {
        return fx(() -> viewState.camera().project(p, (int) window.view().getWidth(), (int)
                window.view().getHeight()));
    }

    private void click(Vec3 place, KeyCode... held) throws Exception {
        Vec3 s = onScreen(place);
        mouse(window.view(), s.x(), s.y(), MouseButton.PRIMARY, 0, 0, held);
    }

    /** The middle of the face on top at column i, row j. */
    private static Vec3 top(int i, int j) {
        return new Vec3(-15 + 10 * i, -15 + 10 * j, 40);
    }

    private int faceAt(Vec3 middle) throws Exception {
        Mesh m = shown();
        for (int f = 0; f < m.faceCount(); f++)
            if (FaceFrames.of(m).middle(f).minus(middle).length() < 1e-6) return f;
        throw new AssertionError("no face at " + middle);
    }

    private String numbers() throws Exception {
        return ((Label) shownNodes("pick-numbers").getFirst()).getText();
    }

    @ParameterizedTest
    @CsvSource({"SHADED_EDGES", "SHADED", "EDGES", "SEE_THROUGH"})
    void facesAreClickedAddedAndTakenAwayInEveryMode(DisplayMode mode) throws Exception {
        fx(() -> {
            viewState.setMode(mode);
            return null;
        });
        press(KeyCode.CONTROL, KeyCode.DIGIT4);
        assertEquals("nothing picked", numbers());
        click(top(1, 1));
        assertEquals(Selection.of(ElementKind.FACE, faceAt(top(1, 1))), picked());
        assertEquals("1 face, 100 mm²", numbers());
        click(top(2, 1), KeyCode.SHIFT);
        click(top(2, 2), KeyCode.SHIFT);
        assertEquals(3, picked().size());
        click(top(1, 1), KeyCode.CONTROL);
        assertEquals(2, picked().size());
        click(top(0, 0));
        assertEquals(Selection.of(ElementKind.FACE, faceAt(top(0, 0))), picked());
        Vec3 corner = new Vec3(4, window.view().getHeight() - 120, 0);
        mouse(window.view(), corner.x(), corner.y(), MouseButton.PRIMARY, 0, 0);
        assertTrue(picked().isEmpty(), "a click beside everything picks nothing");
    }

    @Test
    void edgesAndVerticesAreTheNearestOnes() throws Exception {
        press(KeyCode.CONTROL, KeyCode.DIGIT3);
        click(new Vec3(5, -20 + 0.6, 40));
        Selection edge = picked();
        assertEquals(1, edge.size());
        int e = edge.elements().nextSetBit(0);
        Mesh m = shown();
        Vec3 middle = m.point(m.adjacency().edgeLow(e))
                .plus(m.point(m.adjacency().edgeHigh(e)))
                .times(0.5);
        assertEquals(0, middle.minus(new Vec3(5, -20, 40)).length(), 1e-9);
        assertEquals("1 edge, 10 mm", numbers());
        press(KeyCode.CONTROL, KeyCode.DIGIT2);
        assertEquals(2, picked().size(), "its ends");
        click(new Vec3(9.5, 9.5, 40));
        assertEquals(
                0,
                m.point(picked().elements().nextSetBit(0))
                        .minus(new Vec3(10, 10, 40))
                        .length(),
                1e-9);
        press(KeyCode.ESCAPE);
        assertFalse(fx(() -> picking().isOn()));
    }

    @Test
    void theHoverShowsWhatAClickWouldTake() throws Exception {
        press(KeyCode.CONTROL, KeyCode.DIGIT4);
        Vec3 s = onScreen(top(2, 1));
        fx(() -> {
            ViewPane v = window.view();
            Event.fireEvent(v, mouse(MouseEvent.MOUSE_MOVED, v, s.x(), s.y(), MouseButton.NONE));
            return null;
        });
        List<Node> shown = shownNodes("hover-face");
        assertEquals(1, shown.size());
        assertTrue(shown.getFirst().getBoundsInParent().contains(s.x(), s.y()));
        fx(() -> {
            picking().setKind(null);
            return null;
        });
        settle();
        assertTrue(shownNodes("hover-face").isEmpty());
    }

    @Test
    void aPickIsChangedByCommandsAndStaysAnExpression() throws Exception {
        press(KeyCode.CONTROL, KeyCode.DIGIT4);
        click(top(1, 1));
        press(KeyCode.CONTROL, KeyCode.G);
        assertEquals(9, picked().size());
        press(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.G);
        assertEquals(1, picked().size());
        command("All flush");
        assertEquals(16, picked().size());
        command("Inverted");
        assertEquals(80, picked().size());
        assertEquals(
                List.of(Term.Kind.GROW, Term.Kind.SHRINK, Term.Kind.FLUSH, Term.Kind.INVERT),
                fx(() -> picking().pick().terms().stream()
                        .filter(t -> t instanceof Term.Change)
                        .map(t -> ((Term.Change) t).kind())
                        .toList()));
        press(KeyCode.CONTROL, KeyCode.A);
        assertEquals(96, picked().size());
        press(KeyCode.CONTROL, KeyCode.DIGIT3);
        command("Nothing");
        command("Edges sharper than 30°");
        assertEquals(48, picked().size());
        click(new Vec3(5, -20 + 0.4, 40), KeyCode.CONTROL);
        assertEquals(47, picked().size());
        assertEquals(2, fx(() -> picking().pick().terms().size()), "the rule stays, the edge is taken away by hand");
        command("Nothing");
        click(new Vec3(5, 0.4, 40));
        command("Their loops");
        assertEquals(16, picked().size(), "round the block");
        command("Nothing");
        command("Grown");
        assertEquals("Nothing is picked yet.", fx(messages::text));
    }

    @Test
    void deleteTakesThePickedFacesAwayAndElseTheStep() throws Exception {
        fx(() -> {
            picks.setKind(ElementKind.FACE);
            picks.join(Selection.of(ElementKind.FACE, 0), PickState.How.ALONE);
            return null;
        });
        settle();
        int faces = shown().faceCount();
        press(KeyCode.DELETE);
        settle();
        assertEquals(
                "delete",
                StepDescriptor.of(body("Block").entries().getLast().step()).type());
        assertEquals(faces - 1, shown().faceCount());
        assertEquals(0, picked().size(), "the step has taken it");
        press(KeyCode.DELETE);
        settle();
        assertEquals(1, body("Block").entries().size(), "the new step was selected");
        assertEquals(faces, shown().faceCount());
    }

    @Test
    void aWayIsAddedFromTheLastClick() throws Exception {
        press(KeyCode.CONTROL, KeyCode.DIGIT4);
        click(top(0, 0));
        click(top(3, 0), KeyCode.ALT);
        assertEquals(4, picked().size());
        click(top(3, 3), KeyCode.ALT);
        assertEquals(7, picked().size());
    }

    @Test
    void aBoxTakesWhatIsSeenInItAndBehindWhereOneSeesThrough() throws Exception {
        press(KeyCode.CONTROL, KeyCode.DIGIT4);
        ViewPane v = window.view();
        mouse(v, 2, 2, MouseButton.PRIMARY, v.getWidth() - 4, v.getHeight() - 4, KeyCode.CONTROL);
        assertEquals(48, picked().size(), "three sides are seen");
        mouse(v, 2, 2, MouseButton.PRIMARY, v.getWidth() - 4, v.getHeight() - 4, KeyCode.CONTROL, KeyCode.SHIFT);
        assertEquals(0, picked().size());
        fx(() -> {
            viewState.setMode(DisplayMode.SEE_THROUGH);
            return null;
        });
        settle();
        mouse(v, 2, 2, MouseButton.PRIMARY, v.getWidth() - 4, v.getHeight() - 4, KeyCode.CONTROL);
        assertEquals(96, picked().size(), "all six");
    }

    @Test
    void pickExtrudeInsetAndChangeBelow() throws Exception {
        press(KeyCode.CONTROL, KeyCode.DIGIT4);
        click(top(1, 1));
        click(top(2, 1), KeyCode.SHIFT);
        press(KeyCode.CONTROL, KeyCode.K);
        for (KeyCode k : new KeyCode[] {KeyCode.E, KeyCode.X, KeyCode.T, KeyCode.R, KeyCode.U}) press(k);
        fx(() -> {
            // The offscreen robot types no letters into fields.
            window.commands().named("Extrude").run();
            return null;
        });
        settle();
        Entry e = fx(selected::openEntry);
        assertTrue(e.step() instanceof Extrude);
        assertFalse(fx(() -> picking().isOn()), "the pick has gone into the step");
        assertEquals(64000 + 200 * 10, Measures.of(shown()).volume(), 1e-6);
        drag(fx(() -> window.instructions().row(e.id()).sentence().liveValue("distance")), 20, 0);
        double out = ((Extrude) fx(selected::openEntry).step()).distance();
        assertTrue(out > 10);
        assertEquals(64000 + 200 * out, Measures.of(shown()).volume(), 1e-6);

        // What the step lifted is inset: a rule, so that it follows.
        command("Inset");
        Entry inset = fx(selected::openEntry);
        fx(() -> {
            picking().pickFor(inset);
            return null;
        });
        settle();
        String made = "made:" + Long.toUnsignedString(e.seed(), 36) + ":caps";
        fx(() -> {
            picking().rule(new Rule.Made(made));
            return null;
        });
        settle();
        assertEquals(2, picked().size());
        fx(() -> {
            picking().done();
            return null;
        });
        settle();
        assertTrue(((Inset) fx(selected::openEntry).step()).faces().terms().size() == 1);
        int faces = shown().faceCount();

        // More faces below: the picks stay where they are.
        long source = fx(() -> selected.body().entries().getFirst().id());
        fx(() -> {
            String id = selected.body().id();
            document.edit("Change", d -> Edits.setValue(d, id, source, "segmentsZ", 8));
            return null;
        });
        settle();
        assertEquals(faces + 4 * 16, shown().faceCount());
        assertTrue(Health.of(shown()).isClosed());
        assertEquals(64000 + 200 * out, Measures.of(shown()).volume(), 1e-6);
    }

    @Test
    void theSameStepIsDoneAgainOnAnotherPick() throws Exception {
        press(KeyCode.CONTROL, KeyCode.DIGIT4);
        click(top(0, 0));
        command("Extrude");
        command("Close the drawer");
        press(KeyCode.CONTROL, KeyCode.DIGIT4);
        click(top(3, 3));
        command("Same step again");
        assertEquals(3, fx(() -> selected.body().entries().size()));
        assertEquals(64000 + 2 * 1000, Measures.of(shown()).volume(), 1e-6);
    }

    @Test
    void aStepsPickIsChangedInTheDrawerAndTyped() throws Exception {
        command("Extrude");
        assertEquals("No faces are picked, so nothing changes.", remark());
        Button pickInView = (Button) shownNodes("pick-in-view").getFirst();
        fx(() -> {
            pickInView.fire();
            return null;
        });
        settle();
        click(top(2, 2));
        assertEquals(1, shownNodes("pick-chip").size());
        assertEquals(64000 + 1000, volumeOfResult(), 1e-6);
        fx(() -> {
            MenuButton add = (MenuButton) stage.getScene().getRoot().lookup(".pick-chip-add");
            add.getItems().stream()
                    .filter(i -> "Grown once".equals(i.getText()))
                    .findFirst()
                    .orElseThrow()
                    .fire();
            return null;
        });
        settle();
        assertEquals(64000 + 9000, volumeOfResult(), 1e-6);
        Label grown = (Label) shownNodes("pick-chip-live").getLast();
        fx(() -> {
            Event.fireEvent(grown, mouse(MouseEvent.MOUSE_CLICKED, grown, 2, 2, MouseButton.PRIMARY));
            TextField field = (TextField) stage.getScene().getRoot().lookup(".pick-chip-field");
            field.setText("shrink 0");
            field.getOnAction().handle(null);
            return null;
        });
        assertTrue(fx(messages::text).contains("shrink takes a whole number"), fx(messages::text));
        fx(() -> {
            TextField field = (TextField) stage.getScene().getRoot().lookup(".pick-chip-field");
            field.setText("grow 2");
            field.getOnAction().handle(null);
            return null;
        });
        settle();
        assertEquals(
                new Term.Change(Term.Kind.GROW, 2),
                ((Extrude) fx(selected::openEntry).step()).faces().terms().getLast());
        press(KeyCode.ESCAPE);
        assertNull(fx(() -> picking().target()));
        command("Undo");
        assertEquals(64000 + 9000, volumeOfResult(), 1e-6);
    }

    private double volumeOfResult() throws Exception {
        return Measures.of(fx(() -> results.result(selected.body().id()).mesh()))
                .volume();
    }

    private String remark() throws Exception {
        return fx(() -> {
            var steps = results.result(selected.body().id()).steps();
            return steps.getLast().remarks().getFirst().text();
        });
    }

    @Test
    void whatIsLostIsSaidAndPickedAnewByOneClick() throws Exception {
        press(KeyCode.CONTROL, KeyCode.DIGIT4);
        click(top(1, 1));
        command("Extrude");
        command("Close the drawer");
        fx(() -> {
            String id = selected.body().id();
            document.edit("Change", d -> Edits.replaceSource(d, id, new Cylinder(40, 40, 9, 1, 0, Seat.STANDING)));
            return null;
        });
        settle();
        Label lost = (Label) shownNodes("remark-pick").stream()
                .filter(n -> ((Label) n).getText().contains("1 lost"))
                .findFirst()
                .orElseThrow();
        mouse(lost, 4, 4, MouseButton.PRIMARY, 0, 0);
        assertEquals(
                fx(() -> selected.body().entries().get(1)), fx(() -> picking().target()));
        click(new Vec3(0, 0, 40));
        assertEquals(1, picked().size());
        assertTrue(fx(() ->
                results.result(selected.body().id()).steps().getLast().remarks().isEmpty()));
    }

    @Test
    void theKindOfAStepsPickIsChangedWithIt() throws Exception {
        command("Extrude");
        fx(() -> {
            picking().pickFor(selected.openEntry());
            return null;
        });
        settle();
        click(top(1, 1));
        press(KeyCode.CONTROL, KeyCode.DIGIT3);
        assertEquals(ElementKind.EDGE, fx(() -> picking().kind()));
        assertEquals(4, picked().size(), "the edges of the face");
        assertEquals(64000 + 1000, volumeOfResult(), 1e-6);
        command("Undo");
        assertEquals(ElementKind.FACE, fx(() -> picking().kind()), "an undo brings the kind back too");
        click(top(2, 2), KeyCode.SHIFT);
        assertEquals(64000 + 2000, volumeOfResult(), 1e-6);
    }

    @Test
    void anotherBodyEndsThePickOfAStep() throws Exception {
        command("Duplicate body");
        command("Bevel");
        fx(() -> {
            picking().pickFor(selected.openEntry());
            return null;
        });
        settle();
        assertEquals(ElementKind.EDGE, fx(() -> picking().kind()));
        fx(() -> {
            selected.select(document.current().bodies().getLast().id());
            return null;
        });
        settle();
        assertFalse(fx(() -> picking().isOn()), "nothing goes into the step any more");
        Document before = document();
        for (ElementKind kind : ElementKind.values()) {
            fx(() -> {
                picking().setKind(kind);
                return null;
            });
            settle();
            Mesh m = shown();
            int last = switch (kind) {
                        case VERTEX -> m.vertexCount();
                        case EDGE -> m.edgeCount();
                        case FACE -> m.faceCount();
                    }
                    - 1;
            fx(() -> {
                picking().click(last, PickState.How.ALONE);
                return null;
            });
            settle();
            assertEquals(Selection.of(kind, last), picked());
        }
        assertSame(before, document());
    }

    @Test
    void anotherBodyEndsThePick() throws Exception {
        press(KeyCode.CONTROL, KeyCode.DIGIT4);
        click(top(1, 1));
        command("Duplicate body");
        fx(() -> {
            selected.select(document.current().bodies().getLast().id());
            return null;
        });
        settle();
        assertTrue(picked().isEmpty());
        assertEquals("no faces yet", fx(() -> PickText.words(picking().pick(), t -> t)));
    }

    /** In see-through, what lies behind is picked where it is nearest to the pointer; faces one behind the other. */
    @Test
    void whatIsSeenThroughIsPicked() throws Exception {
        fx(() -> {
            viewState.setMode(DisplayMode.SEE_THROUGH);
            return null;
        });
        settle();
        press(KeyCode.CONTROL, KeyCode.DIGIT2);
        // A vertex in the middle of the bottom, which no face in front of it comes near to.
        Vec3 hidden = new Vec3(0, 0, 0);
        click(hidden);
        Mesh m = shown();
        int v = picked().elements().nextSetBit(0);
        assertEquals(hidden, m.point(v));
        press(KeyCode.CONTROL, KeyCode.DIGIT4);
        Vec3 front = new Vec3(5, -20, 15);
        click(front);
        assertEquals(Selection.of(ElementKind.FACE, faceAt(front)), picked());
        click(front);
        Selection behind = picked();
        assertEquals(1, behind.size());
        assertFalse(behind.contains(faceAt(front)), "a second click on the spot goes on to the next");
        click(front);
        assertEquals(Selection.of(ElementKind.FACE, faceAt(front)), picked(), "and round again");
    }

    @Test
    void weightsArePaintedByDraggingANumber() throws Exception {
        press(KeyCode.CONTROL, KeyCode.DIGIT4);
        click(top(1, 1));
        click(top(2, 1), KeyCode.SHIFT);
        Node weight = fx(() -> window.view().lookup(".tag-brush").lookup(".live-value"));
        drag(weight, 80, 0);
        assertEquals(1, fx(() -> selected.body().entries().size()), "it has no name yet");
        assertTrue(fx(messages::text).startsWith("Give the tag a name first"));
        fx(() -> {
            ((TextField) window.view().lookup(".tag-brush").lookup(".text-field")).setText("rim");
            return null;
        });
        settle();
        drag(weight, 80, 0);
        Mesh m = shown();
        double first = m.tag("rim").weightOf(faceAt(top(1, 1)));
        assertTrue(first > 0.2 && first <= 1, "" + first);
        assertEquals(2, m.tag("rim").size());
        assertEquals(2, fx(() -> selected.body().entries().size()), "a drag is one step");
        assertEquals(2, picked().size(), "what is picked stays so");
        click(top(0, 0));
        weight = fx(() -> window.view().lookup(".tag-brush").lookup(".live-value"));
        drag(weight, 20, 0);
        assertEquals(3, shown().tag("rim").size());
        assertTrue(shown().tag("rim").weightOf(faceAt(top(0, 0))) < first);
        assertEquals(
                "Weights of rim", fx(() -> selected.body().entries().getLast().group()));
        // Seen in the view when nothing is being picked.
        command("Pick bodies");
        assertEquals("", fx(viewState::shownTag));
        int[] plain = pixel(top(1, 1));
        command("Next tag in the view");
        assertEquals("rim", fx(viewState::shownTag));
        int[] tagged = pixel(top(1, 1));
        assertTrue(tagged[2] - tagged[1] > plain[2] - plain[1] + 5, "tinted");
        command("Next tag in the view");
        assertEquals("", fx(viewState::shownTag));
    }

    /** Red, green and blue of the picture where a place shows. */
    private int[] pixel(Vec3 place) throws Exception {
        settle();
        Vec3 s = onScreen(place);
        return fx(() -> {
            var image = window.view().snapshot(null, null);
            int c = image.getPixelReader().getArgb((int) s.x(), (int) s.y());
            return new int[] {c >> 16 & 255, c >> 8 & 255, c & 255};
        });
    }

    @Test
    void whatWasLostIsShownWhereItWasAndOneClickKeepsWhatIsLeft() throws Exception {
        press(KeyCode.CONTROL, KeyCode.DIGIT4);
        click(top(1, 1));
        click(top(3, 0), KeyCode.SHIFT);
        fx(() -> {
            Document d = document.current();
            Pick both = picking().take();
            document.edit("Add", now -> Edits.addStep(now, id(d), 1, raised(both)));
            // The corner is cut off below, and one of the two faces with it.
            Document cut = Edits.addBody(document.current(), "Corner", Material.DEFAULT, CORNER);
            String corner = cut.bodies().getLast().id();
            Document moved = Edits.addStep(cut, corner, 1, new Move(new Vec3(15, -15, 30)));
            document.edit(
                    "Cut",
                    _ -> Edits.addStep(moved, id(d), 1, new BooleanStep(Operation.DIFFERENCE, Bodies.of(corner))));
            selected.select(id(d));
            Entry last = document.current().bodies().getFirst().entries().getLast();
            selected.selectSteps(List.of(last.id()));
            return null;
        });
        settle();
        List<Node> accept = shownNodes("remark-accept");
        assertEquals(1, accept.size());
        assertTrue(fx(() -> window.view().lookupAll(".ghosts").stream().anyMatch(Node::isVisible)));
        Entry before = fx(() -> document.current().bodies().getFirst().entries().getLast());
        assertEquals(2, Pick.in(before.step()).getFirst().handPicked());
        mouse(accept.getFirst(), 4, 4, MouseButton.PRIMARY, 0, 0);
        settle();
        Entry after = fx(() -> document.current().bodies().getFirst().entries().getLast());
        assertEquals(1, Pick.in(after.step()).getFirst().handPicked());
        assertTrue(shownNodes("remark-accept").isEmpty());
        assertFalse(fx(() -> window.view().lookupAll(".ghosts").stream().anyMatch(Node::isVisible)));
        press(KeyCode.CONTROL, KeyCode.Z);
        settle();
        assertEquals(1, shownNodes("remark-accept").size());
    }

    private static final Box CORNER = new Box(20, 20, 30, 1, 1, 1, Seat.STANDING);

    private static String id(Document d) {
        return d.bodies().getFirst().id();
    }

    private static Step raised(Pick faces) {
        StepDescriptor extrude = Steps.byType("extrude");
        return extrude.with(extrude.createDefault(), "faces", faces);
    }
}
