package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotSame;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.evaluate.EvaluationRequest.Target;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Purpose;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** What is asked for is worked out, for what it is asked for, and nothing else. */
class EvaluationRequestTest {
    /** Divides less for the view than for the result, and rises with time. */
    @StepInfo(type = "varied", title = "Varied", family = Family.SHAPE, help = "For a test.")
    public record Varied(
            @Param(label = "For the view", help = "Levels.", def = "0")
            int view,

            @Param(label = "For the result", help = "Levels.", def = "1")
            int result,

            @Param(label = "Speed", help = "Rise in a second.", def = "0")
            double speed,

            @Param(label = "Rise", help = "How far it has come.", def = "0")
            double rise)
            implements Step {
        @Override
        public Step forPurpose(Purpose p) {
            int levels = p.use() == Purpose.Use.VIEW ? view : result;
            return new Varied(levels, levels, 0, rise + speed * p.seconds());
        }

        @Override
        public Mesh apply(Mesh in, StepContext context) throws StepException {
            Mesh out = new Move(new Vec3(0, 0, rise)).apply(in, context);
            return result == 0 ? out : new Subdivide(result).apply(out, context);
        }

        @Override
        public String sentence() {
            return "*Vary* {view} {result} {speed} {rise}.";
        }
    }

    private final Evaluator evaluator = new Evaluator();
    private final List<String> done = new ArrayList<>();
    private Document d;
    private String plate;
    private String bar;

    @BeforeEach
    void aPlateThatIsCutInItsThirdStep() throws StepException {
        d = Edits.addBody(Document.EMPTY, "Plate", Material.DEFAULT, new Box(4, 4, 4, 1, 1, 1, Seat.CENTRED));
        d = Edits.addBody(d, "Bar", Material.DEFAULT, new Box(1, 1, 9, 1, 1, 1, Seat.CENTRED));
        plate = d.bodyNamed("Plate").id();
        bar = d.bodyNamed("Bar").id();
        d = Edits.addStep(d, bar, 1, new Move(new Vec3(0.2, 0, 0)));
        d = Edits.addStep(d, plate, 1, new Subdivide(1));
        d = Edits.addStep(d, plate, 2, new BooleanStep(Operation.DIFFERENCE, Bodies.of(bar)));
    }

    private Map<String, BodyResult> evaluate(Purpose purpose, Target... targets) {
        done.clear();
        return evaluator.evaluate(
                new EvaluationRequest(d, List.of(targets), purpose),
                (body, step, share) -> {
                    if (!done.contains(body + ": " + step)) done.add(body + ": " + step);
                },
                _ -> {});
    }

    private BodyResult plate(Purpose purpose) {
        return evaluate(purpose, Target.whole(plate)).get(plate);
    }

    @Test
    void onlyTheStepsThatAreWantedAreCarriedOutAndWhatTheyNeed() {
        Map<String, BodyResult> some = evaluate(Purpose.RESULT, new Target(plate, 2));
        assertEquals(List.of("Plate: Box", "Plate: Subdivide"), done);
        assertEquals(List.of(plate), List.copyOf(some.keySet()));
        assertEquals(2, some.get(plate).steps().size());
        BodyResult all = plate(Purpose.RESULT);
        assertEquals(List.of("Bar: Box", "Bar: Move", "Plate: Boolean"), done);
        for (int i = 0; i < 2; i++)
            assertSame(some.get(plate).steps().get(i), all.steps().get(i));
        // What is known of the whole is not forgotten over a part.
        evaluate(Purpose.RESULT, new Target(plate, 1));
        assertSame(all, plate(Purpose.RESULT));
        assertEquals(List.of(), done);
    }

    @Test
    void aBodyThatAnotherUsesIsNeededWhole() {
        Map<String, BodyResult> r = evaluate(Purpose.RESULT, new Target(bar, 1), Target.whole(plate));
        assertEquals(2, r.get(bar).steps().size());
        r = evaluate(Purpose.RESULT, new Target(bar, 1), new Target(plate, 2));
        assertEquals(1, r.get(bar).steps().size());
    }

    @Test
    void theGreaterPartIsWantedOfABodyThatIsNamedTwice() {
        EvaluationRequest r = new EvaluationRequest(
                d,
                List.of(new Target(plate, 2), new Target("nobody", 1), new Target(plate, 3), new Target(plate, 1)),
                Purpose.VIEW);
        assertEquals(List.of(new Target(plate, 3)), r.targets());
        assertThrows(IllegalArgumentException.class, () -> new Target(plate, 0));
    }

    @Test
    void aPictureNeedsWhatIsSeenAtTheMarkerLine() throws StepException {
        assertEquals(
                List.of(new Target(plate, Target.ALL)),
                EvaluationRequest.forPicture(d).targets());
        Document marked = Edits.setVisible(Edits.setMarker(d, plate, 2), bar, true);
        assertEquals(
                List.of(new Target(plate, 2)),
                EvaluationRequest.forPicture(marked).targets());
        assertEquals(
                List.of(),
                EvaluationRequest.forPicture(Edits.setVisible(d, plate, false)).targets());
    }

    /** The body that is worked on, what is made of it with what is seen first, what else is seen, and what is hidden. */
    @Test
    void whatIsWorkedOnAndSeenComesFirst() throws StepException {
        // Bar is cut from Plate, which is cut from Cover; Hood is hidden, Lid is seen; both are made of Cover.
        String cover = add("Cover", plate), hood = add("Hood", cover), lid = add("Lid", cover);
        String far = add("Far", null), away = add("Away", null);
        d = Edits.setVisible(Edits.setVisible(d, hood, false), away, false);
        assertEquals(List.of(bar, plate, cover, lid, hood, far, away), order(bar));
        assertEquals(List.of(cover, lid, hood, far, plate, bar, away), order(cover));
        assertEquals(List.of(lid, far, plate, bar, cover, hood, away), order("nobody"));
        assertEquals(order("nobody"), order(null));
        assertEquals(Purpose.VIEW, EvaluationRequest.forWindow(d, bar).purpose());
        assertEquals(List.of(bar, plate, cover, lid, hood, far), List.copyOf(EvaluationRequest.seen(d, bar)));
        assertEquals(List.of(lid, far), List.copyOf(EvaluationRequest.seen(d, null)));
    }

    private String add(String name, String cut) throws StepException {
        d = Edits.addBody(d, name, Material.DEFAULT, new Box(4, 4, 4, 1, 1, 1, Seat.CENTRED));
        String id = d.bodies().getLast().id();
        if (cut != null) d = Edits.addStep(d, id, 1, new BooleanStep(Operation.DIFFERENCE, Bodies.of(cut)));
        return id;
    }

    private List<String> order(String urgent) {
        return EvaluationRequest.forWindow(d, urgent).targets().stream()
                .map(Target::bodyId)
                .toList();
    }

    @Test
    void aStepThatIsOffNeedsNothing() throws StepException {
        d = Edits.addStep(d, plate, 3, new Move(new Vec3(1, 0, 0)));
        long cut = d.bodyOf(plate).entries().get(2).id();
        assertEquals(Set.of(bar), EvaluationRequest.usedBy(d, new Target(plate, 3)));
        assertEquals(Set.of(), EvaluationRequest.usedBy(d, new Target(plate, 2)));
        d = Edits.setEnabled(d, plate, List.of(cut), false);
        assertEquals(Set.of(), EvaluationRequest.usedBy(d, new Target(plate, 3)));
        assertEquals(Set.of(), EvaluationRequest.usedBy(d, new Target(plate, 4)));
    }

    @Test
    void aStepThatDoesLessForTheViewDoesSoForTheViewAlone() {
        d = Edits.addStep(d, plate, 3, new Varied(0, 1, 0, 0));
        BodyResult view = plate(Purpose.VIEW);
        BodyResult result = plate(Purpose.RESULT);
        assertEquals(List.of("Plate: Varied"), done, "what is the same for both is carried out once");
        assertTrue(result.mesh().faceCount() > 3 * view.mesh().faceCount());
        assertSame(view.steps().get(2), result.steps().get(2));
        assertEquals(view.steps().get(3).entryId(), result.steps().get(3).entryId());
        assertSame(result.mesh(), plate(Purpose.RESULT).mesh());
        assertSame(view.mesh(), plate(Purpose.VIEW).mesh());
        assertEquals(List.of(), done);
    }

    @Test
    void whatIsMadeOfItFollowsItsPurpose() {
        d = Edits.addStep(d, bar, 2, new Varied(0, 1, 0, 0));
        Mesh view = plate(Purpose.VIEW).mesh(), result = plate(Purpose.RESULT).mesh();
        assertNotSame(view, result);
        assertFalse(view.sameAs(result));
    }

    private double topAt(double seconds) {
        BodyResult r = plate(new Purpose(Purpose.Use.VIEW, seconds));
        return r.steps().get(1).mesh().bounds().maxZ();
    }

    @Test
    void numbersChangeOverTime() {
        d = Edits.addStep(d, plate, 1, new Varied(0, 0, 2, 0));
        double at0 = topAt(0);
        double at3 = topAt(3);
        assertEquals(6, at3 - at0, 1e-12);
        assertEquals(at0, topAt(0));
        assertThrows(IllegalArgumentException.class, () -> new Purpose(Purpose.Use.VIEW, Double.NaN));
    }

    @Test
    void stepsThatAreTheSameForAllPurposesAreWorkedOutOnce() {
        BodyResult result = plate(Purpose.RESULT);
        assertSame(result, plate(new Purpose(Purpose.Use.VIEW, 7)));
        assertEquals(List.of(), done);
    }
}
