package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Body;
import org.modeststack.stack.BodyBefore;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Linked;
import org.modeststack.steps.source.Seat;

/** Bodies made from bodies, longer than calls can be nested. */
class LongChainsTest {
    private static final int LENGTH = 5000;

    private static Body body(int i, Step... steps) {
        List<Entry> entries = new ArrayList<>();
        for (Step s : steps) entries.add(new Entry(10L * i + entries.size() + 1, s));
        return new Body("b" + i, "Body " + i, true, "plain", entries, Body.END, Map.of());
    }

    private static final Step BOX = new Box(2, 2, 2, 1, 1, 1, Seat.STANDING);
    private static final Step ON = new Move(new Vec3(1, 0, 0));

    /** Each body follows the next; the last is a box. */
    private static Document chain(boolean circle, boolean mixed) {
        List<Body> bodies = new ArrayList<>();
        for (int i = 0; i < LENGTH; i++) {
            Step source = i < LENGTH - 1 || circle ? new Linked(Bodies.of("b" + (i + 1) % LENGTH)) : BOX;
            bodies.add(body(i, source, ON));
        }
        if (mixed) Collections.shuffle(bodies, new Random(7));
        return new Document(bodies, Materials.NONE, 10L * LENGTH + 100, Map.of());
    }

    @ParameterizedTest
    @ValueSource(booleans = {false, true})
    void aLongChainIsWorkedOut(boolean mixed) {
        Map<String, BodyResult> results = new Evaluator().evaluate(chain(false, mixed), Progress.NONE);
        assertEquals(LENGTH, results.size());
        BodyResult first = results.get("b0");
        assertFalse(first.failed());
        assertEquals(LENGTH + 1, first.mesh().bounds().maxX(), 1e-6);
    }

    /** What has been forgotten meanwhile is made again from the beginning. */
    @Test
    void withoutRoomForResultsToo() {
        Document d = chain(false, false);
        Evaluator forgetful = new Evaluator(0);
        assertEquals(
                LENGTH + 1,
                forgetful.evaluate(d, "b0", Progress.NONE).mesh().bounds().maxX(),
                1e-6);
    }

    @Test
    void aLongCircleIsSaid() {
        Document d = chain(true, false);
        Map<String, BodyResult> results = new Evaluator().evaluate(d, Progress.NONE);
        assertTrue(results.values().stream().allMatch(BodyResult::failed));
        String said = results.get("b7").steps().getFirst().remarks().getFirst().text();
        assertTrue(said.contains(" → … ") && said.length() < 200, said);
        assertTrue(d.isInOneCircle("b0", "b" + LENGTH / 2));
        assertFalse(chain(false, false).isInOneCircle("b0", "b1"));
    }

    @Test
    void askingWhatDependsOnWhat() {
        Document d = chain(false, true);
        String last = "b" + (LENGTH - 1);
        assertTrue(d.dependsOn("b0", last));
        assertFalse(d.dependsOn(last, "b0"));
        assertEquals(LENGTH, d.wayOfEnabledUse("b0", last).size());
        assertTrue(BodyBefore.mayBeTool(d, last, "b0"));
        assertFalse(BodyBefore.mayBeTool(d, "b0", last));
        StepException e = assertThrows(StepException.class, () -> Edits.setValue(d, "b9", 91, "of", Bodies.of("b0")));
        assertEquals(
                "That would go round in a circle: Body 9 → " + d.wayInWords(d.wayOfEnabledUse("b0", "b9")) + ".",
                e.getMessage());
        EvaluationRequest window = EvaluationRequest.forWindow(d, last);
        assertEquals(LENGTH, window.targets().size());
        assertEquals(last, window.targets().getFirst().bodyId());
    }

    /** Nor are steps of one body bounded by how deep calls can go. */
    @Test
    void manySteps() {
        Step[] steps = new Step[LENGTH];
        steps[0] = BOX;
        for (int i = 1; i < LENGTH; i++) steps[i] = ON;
        Document d = new Document(List.of(body(0, steps)), Materials.NONE, 10L * LENGTH, Map.of());
        assertEquals(
                LENGTH,
                new Evaluator(0)
                        .evaluate(d, "b0", Progress.NONE)
                        .mesh()
                        .bounds()
                        .maxX(),
                1e-6);
    }
}
