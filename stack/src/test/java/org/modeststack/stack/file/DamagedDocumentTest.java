package org.modeststack.stack.file;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertInstanceOf;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Baked;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.stack.evaluate.Baking;
import org.modeststack.stack.evaluate.BodyResult;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.steps.StepException;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** Files whose ids clash, and what baked steps keep in a file. */
class DamagedDocumentTest {
    private static Document document() {
        Document d = Edits.addBody(Document.EMPTY, "A", Material.DEFAULT, new Box(2, 2, 2, 1, 1, 1, Seat.CENTRED));
        d = Edits.addStep(d, "b1", 1, new Subdivide(1));
        d = Edits.addStep(d, "b1", 2, new Move(new Vec3(1, 2, 3)));
        return Edits.addBody(d, "B", Material.DEFAULT, new Box(4, 4, 4, 1, 1, 1, Seat.CENTRED));
    }

    private static Document parsed(String text, String... remarks) throws DocumentException {
        DocumentFile.Loaded l = DocumentFile.parse(text.getBytes(StandardCharsets.UTF_8), "d.mstack");
        assertEquals(List.of(remarks), l.remarks());
        return l.document();
    }

    private static List<Long> ids(Document d) {
        List<Long> ids = new ArrayList<>();
        for (Body b : d.bodies()) for (Entry e : b.entries()) ids.add(e.id());
        return ids;
    }

    @Test
    void stepsOfOneIdGetTheirOwn() throws DocumentException {
        Document d = document();
        long first = d.body("b1").entries().getFirst().id();
        long second = d.body("b1").entries().get(1).id();
        String text = DocumentFile.toText(d).replace("\"id\" : " + second + ",", "\"id\" : " + first + ",");
        Document again = parsed(text, "A, step 2: another step has the id 2 too; this one gets 7.");
        List<Long> ids = ids(again);
        assertEquals(4, ids.stream().distinct().count());
        assertEquals(first, ids.getFirst());
        assertTrue(ids.stream().allMatch(id -> id < again.nextId()), ids + " below " + again.nextId());
        assertEquals(
                3,
                Edits.removeSteps(again, "b1", List.of(ids.get(2))).bodies().stream()
                        .mapToInt(b -> b.entries().size())
                        .sum());
    }

    @Test
    void bodiesOfOneIdGetTheirOwn() throws DocumentException {
        Document d = document();
        String other = d.bodyNamed("B").id();
        Document again = parsed(
                DocumentFile.toText(d).replace("\"id\" : \"" + other + "\"", "\"id\" : \"b1\""),
                "B: another body has the id \"b1\" too; this one gets \"b7\".");
        assertEquals(2, again.bodies().stream().map(Body::id).distinct().count());
        assertEquals(3, again.bodyNamed("A").entries().size());
        assertEquals(1, again.bodyNamed("B").entries().size());
    }

    @Test
    void aNextIdThatIsTooSmallIsNotBelieved() throws DocumentException {
        Document d = document();
        Document again = parsed(DocumentFile.toText(d).replaceFirst("\"nextId\" : [0-9]+", "\"nextId\" : 1"));
        assertTrue(ids(again).stream().allMatch(id -> id < again.nextId()));
        Document more = Edits.addStep(again, "b1", 1, new Subdivide(1));
        assertEquals(5, ids(more).stream().distinct().count());
    }

    /** The hash of what was below it when it was baked: after reopening it still tells whether that has changed. */
    @Test
    void aBakedStepStillKnowsWhatItWasBakedFrom() throws DocumentException, StepException {
        Document d = document();
        Document baked = Baking.bake(d, "b1", 1, 2, result(d));
        Document again = parsed(DocumentFile.toText(baked));
        Baked step =
                assertInstanceOf(Baked.class, again.body("b1").entries().get(1).step());
        assertEquals(((Baked) baked.body("b1").entries().get(1).step()).input(), step.input());
        assertEquals(List.of(), result(again).steps().get(1).remarks());
        Mesh before = result(again).mesh();
        Document changed = Edits.setValue(
                again, "b1", again.body("b1").entries().getFirst().id(), "width", 50.0);
        assertTrue(before.sameAs(result(changed).mesh()), "it is kept");
        assertEquals(1, result(changed).steps().get(1).remarks().size());
        assertEquals(
                d.body("b1").entries(),
                Baking.unbake(again, "b1", again.body("b1").entries().get(1).id())
                        .body("b1")
                        .entries());
    }

    private static BodyResult result(Document d) {
        return new Evaluator().evaluate(d, "b1", Progress.NONE);
    }
}
