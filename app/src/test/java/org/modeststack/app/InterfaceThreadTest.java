package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;
import org.modeststack.mesh.work.Work;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.steps.Family;
import org.modeststack.steps.Guide;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Param;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.cut.Split;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Term;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/**
 * The interface thread runs no step, nor anything else of a step but its sentence and values, and waits for none: neither
 * for results nor for handles, guides, what is said before, nor for picks that have to be followed through steps.
 */
@Timeout(120)
public class InterfaceThreadTest extends WindowDriver {
    /** Divides faces as a split does, says which thread it is asked on, and can be made to take its time. */
    @StepInfo(type = "watched", title = "Watched", family = Family.SHAPE, help = "For a test.")
    public record Watched(
            @Param(label = "Length", help = "A number.", def = "5")
            double length,

            @Param(label = "Faces", help = "Which.", def = "faces: all")
            Pick faces)
            implements Step {
        static final Map<String, AtomicInteger> ASKED = new ConcurrentHashMap<>();
        static volatile CountDownLatch go;
        static volatile CountDownLatch waits;

        private static void asked(String what) {
            String where = Platform.isFxApplicationThread() ? " on the interface thread" : "";
            ASKED.computeIfAbsent(what + where, _ -> new AtomicInteger()).incrementAndGet();
            CountDownLatch latch = go;
            if (latch == null || !what.equals("apply") || !where.isEmpty()) return;
            waits.countDown();
            try {
                while (!latch.await(1, TimeUnit.MILLISECONDS)) Work.checkpoint();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }

        @Override
        public Mesh apply(Mesh in, StepContext context) throws org.modeststack.steps.StepException {
            asked("apply");
            return new Split(faces, 2).apply(in, context);
        }

        @Override
        public List<Handle> handles(Mesh in) {
            asked("handles");
            return List.of(Handle.measuring("length", Vec3.ZERO, new Vec3(0, 0, 1), length, 1));
        }

        @Override
        public List<Guide> guides(Mesh in) {
            asked("guides");
            return List.of(new Guide(Vec3.ZERO, new Vec3(1, 1, 1)));
        }

        @Override
        public String outlook(Mesh in) {
            asked("outlook");
            return "It looks fine.";
        }

        @Override
        public String sentence() {
            return "*Watch* {length} on {faces}.";
        }
    }

    private String block;

    @Override
    Evaluator evaluator() {
        return new Evaluator();
    }

    @BeforeEach
    void aBlock() throws Exception {
        Watched.go = null;
        Watched.ASKED.clear();
        fx(() -> {
            Document d = Edits.addBody(
                    Document.EMPTY, "Block", Material.DEFAULT, new Box(40, 40, 40, 2, 2, 2, Seat.STANDING));
            block = d.bodies().getFirst().id();
            document.open(d, "Block");
            return null;
        });
        settle();
    }

    private void add(Step s) throws Exception {
        fx(() -> {
            document.edit("Add", d -> Edits.addStep(d, block, 99, s));
            selected.selectSteps(
                    List.of(document.current().body(block).entries().getLast().id()));
            return null;
        });
    }

    private static int asked(String what) {
        AtomicInteger n = Watched.ASKED.get(what);
        return n == null ? 0 : n.get();
    }

    private static void assertNothingOnTheInterfaceThread() {
        for (String what : Watched.ASKED.keySet()) assertFalse(what.endsWith("interface thread"), what);
    }

    @Test
    void handlesGuidesAndOutlookAreWorkedOutBesideIt() throws Exception {
        add(new Watched(5, PickText.parse("faces: all")));
        settle();
        assertEquals(1, shownNodes("guide").size());
        assertEquals(1, shownNodes("handle-number").size());
        Node said = fx(() -> stage.getScene().getRoot().lookup(".drawer-outlook"));
        assertEquals("It looks fine.", fx(((Label) said)::getText));
        for (String what : List.of("apply", "handles", "guides", "outlook")) assertEquals(1, asked(what), what);
        // Turning the view asks for nothing again.
        press(KeyCode.ALT, KeyCode.DIGIT2);
        press(KeyCode.ALT, KeyCode.DIGIT4);
        for (String what : List.of("apply", "handles", "guides", "outlook")) assertEquals(1, asked(what), what);
        assertNothingOnTheInterfaceThread();
    }

    /** While the step is at work the window answers; whoever waited would hang here. */
    @Test
    void theWindowAnswersWhileAStepIsAtWork() throws Exception {
        Watched.waits = new CountDownLatch(1);
        Watched.go = new CountDownLatch(1);
        add(new Watched(5, PickText.parse("faces: all")));
        assertTrue(Watched.waits.await(30, TimeUnit.SECONDS));
        for (int i = 0; i < 5; i++) {
            int n = i;
            fx(() -> {
                document.edit("Rename", d -> Edits.renameBody(d, block, "Block " + n));
                viewState.setCamera(viewState.camera().orbit(10, 0));
                picks.setKind(ElementKind.values()[n % 3]);
                return null;
            });
        }
        assertTrue(fx(results::isBusy));
        Watched.go.countDown();
        settle();
        assertEquals("Block 4", fx(() -> selected.body().name()));
        assertEquals(96, shown().faceCount());
        assertNothingOnTheInterfaceThread();
    }

    /** Picks made by hand above a step that divides what was picked are followed through it. */
    @Test
    void picksAreFollowedBesideIt() throws Exception {
        Mesh before = shown();
        Pick top = Pick.hand(
                before, PickText.parse("faces: facing 0 0 1 10").on(before).selection());
        add(new Watched(5, PickText.parse("faces: all")));
        settle();
        int applied = asked("apply");
        fx(() -> {
            picks.setKind(ElementKind.FACE);
            picks.set(top);
            return null;
        });
        settle();
        assertEquals(16, fx(() -> picks.selection().size()), "four faces in four parts each");
        assertTrue(asked("apply") > applied, "it was followed");
        assertNothingOnTheInterfaceThread();
    }

    /** What is done to a pick that is still being worked out waits for it, in order, and is not lost. */
    @Test
    void whatIsDoneToAPickMeanwhileWaits() throws Exception {
        Mesh before = shown();
        Pick top = Pick.hand(
                before, PickText.parse("faces: facing 0 0 1 10").on(before).selection());
        add(new Watched(5, PickText.parse("faces: all")));
        settle();
        Watched.waits = new CountDownLatch(1);
        Watched.go = new CountDownLatch(1);
        int[] side = fx(() -> PickText.parse("faces: facing 1 0 0 10").on(picks.mesh()).selection().elements().stream()
                .toArray());
        fx(() -> {
            picks.setKind(ElementKind.FACE);
            picks.set(top);
            picks.selection();
            return null;
        });
        assertTrue(Watched.waits.await(30, TimeUnit.SECONDS));
        fx(() -> {
            picks.join(Selection.of(ElementKind.FACE, side[0]), org.modeststack.app.state.PickState.How.ADD);
            picks.join(Selection.of(ElementKind.FACE, side[1]), org.modeststack.app.state.PickState.How.ADD);
            picks.change(Term.Kind.INVERT, 0);
            return null;
        });
        assertTrue(fx(picks::isBusy));
        assertEquals(top, fx(picks::pick));
        Watched.go.countDown();
        settle();
        assertEquals(96 - 18, fx(() -> picks.selection().size()));
        assertNothingOnTheInterfaceThread();
    }

    @Test
    void bakingFollowsPicksBesideItAndCanBeStopped() throws Exception {
        add(new Watched(5, PickText.parse("faces: all")));
        settle();
        Mesh before =
                fx(() -> results.before(selected.body(), selected.openEntry().id()));
        Pick top = Pick.hand(
                before, PickText.parse("faces: facing 0 0 1 10").on(before).selection());
        add(new Split(top, 2));
        settle();
        Mesh whole = shown();
        fx(() -> {
            selected.selectSteps(List.of(selected.body().entries().get(1).id()));
            return null;
        });
        Watched.waits = new CountDownLatch(1);
        Watched.go = new CountDownLatch(1);
        Document unbaked = document();
        fx(() -> {
            window.commands().named("Bake step").run();
            return null;
        });
        assertTrue(Watched.waits.await(30, TimeUnit.SECONDS));
        command("Stop the calculation");
        assertEquals(unbaked, document());
        Watched.go.countDown();
        command("Bake step");
        assertEquals(
                "baked",
                document().body(block).entries().get(1).step() instanceof org.modeststack.stack.Baked
                        ? "baked"
                        : "not");
        assertTrue(whole.sameAs(shown()));
        assertNothingOnTheInterfaceThread();
    }

    /** After a stop nothing is busy, the picture stays, and F5 goes on where it was. */
    @Test
    void aStoppedCalculationLeavesNothingBusyAndGoesOnWhenAsked() throws Exception {
        Mesh before = shown();
        Watched.waits = new CountDownLatch(1);
        Watched.go = new CountDownLatch(1);
        add(new Watched(5, PickText.parse("faces: all")));
        assertTrue(Watched.waits.await(30, TimeUnit.SECONDS));
        command("Stop the calculation");
        assertFalse(fx(results::isBusy));
        assertTrue(fx(messages::text).startsWith("The calculation was stopped"), fx(messages::text));
        assertEquals(before, fx(() -> results.shownMesh(selected.body())));
        Watched.go.countDown();
        press(KeyCode.F5);
        assertEquals(96, shown().faceCount());
    }
}
