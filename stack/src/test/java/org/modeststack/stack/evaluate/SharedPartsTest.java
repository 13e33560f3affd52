package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.BitSet;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.part.Part;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.mark.TagStep;
import org.modeststack.steps.mirror.Mirror;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.pick.Term;
import org.modeststack.steps.repeat.RowArray;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.shape.Scale;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Grid;
import org.modeststack.steps.source.Linked;
import org.modeststack.steps.source.Seat;

/** Copies that share their mesh through a stack, until a step needs faces of its own. */
class SharedPartsTest {
    private final Evaluator evaluator = new Evaluator();

    /** 2,400 faces, so that nine copies are more than are made at once. */
    private static final Step SOURCE = new Box(10, 10, 10, 20, 20, 20, Seat.STANDING);

    private static Document document(Step... steps) {
        Document d = Edits.addBody(Document.EMPTY, "A", Material.DEFAULT, SOURCE);
        for (int i = 0; i < steps.length; i++) d = Edits.addStep(d, "b1", i + 1, steps[i]);
        return d;
    }

    private static Step row(int count) {
        return new RowArray(count, new Vec3(20, 0, 0), RowArray.Spacing.EACH, 0);
    }

    /** What goes by place works on faces of its own, also where it takes all. */
    private static final Rule EVERYWHERE = new Rule.Inside(new Vec3(-1e7, -1e7, -1e7), new Vec3(1e7, 1e7, 1e7));

    private static Step subdivideByPlace() {
        StepDescriptor d = Steps.byType("subdivide");
        return d.with(d.createDefault(), "faces", Pick.of(ElementKind.FACE, EVERYWHERE));
    }

    private List<StepResult> steps(Document d) {
        return evaluator.evaluate(d, "b1", Progress.NONE).steps();
    }

    @Test
    void allStepsThatMovePartsShareThem() {
        Mirror mirror = new Mirror(Axis.Y, 30, false, 0);
        List<StepResult> steps =
                steps(document(row(10), mirror, new Move(new Vec3(1, 2, 3)), new Scale(new Vec3(1, 2, -1), Vec3.ZERO)));
        Mesh base = steps.getFirst().mesh();
        Geometry last = steps.getLast().geometry();
        assertEquals(20, last.parts().size());
        for (Part p : last.parts()) assertSame(base, p.mesh());
        for (int i = 1; i < steps.size(); i++)
            assertNull(steps.get(i).geometry().known());
        Memory one = new Memory(), all = new Memory();
        one.add(base);
        steps.forEach(s -> all.add(s.geometry()));
        assertTrue(all.bytes() < 1.2 * one.bytes(), all.bytes() + " of " + one.bytes());
        assertEquals(48_000, last.mesh().faceCount());
        assertEquals(
                MeshReport.of(last.mesh()).health(),
                MeshReport.of(Geometry.of(last.parts())).health());
    }

    /** Few are made at once: whoever picks on them need not wait. */
    @Test
    void fewFacesAreThereAtOnce() {
        assertNotNull(steps(document(row(8))).getLast().geometry().known());
        assertNull(steps(document(row(9))).getLast().geometry().known());
    }

    @Test
    void aLoneBodyKeepsNothingOfWhatItWas() {
        List<StepResult> steps = steps(document(new Move(new Vec3(1, 2, 3)), new Move(new Vec3(1, 2, 3))));
        for (StepResult s : steps) {
            assertEquals(1, s.geometry().parts().size());
            assertSame(s.mesh(), s.geometry().parts().getFirst().mesh());
        }
    }

    /** A step that needs faces gets them, says so, and gives what it gives on faces. */
    @Test
    void aStepThatNeedsFacesSaysSo() {
        StepDescriptor bevel = Steps.byType("bevel");
        Pick rim = Pick.of(ElementKind.EDGE, new Rule.Sharper(30)).and(new Term.Where(Term.How.WITHIN, EVERYWHERE));
        Step round = bevel.with(bevel.with(bevel.createDefault(), "where", rim), "width", 0.2);
        StepResult r = steps(document(row(12), round)).getLast();
        assertEquals(
                "This needs faces of its own, so the 12 copies do not share theirs from here on: 28,800 faces.",
                r.remarks().getFirst().text());
        assertEquals(1, r.geometry().parts().size());
        StepResult few = steps(document(row(2), round)).getLast();
        assertTrue(few.remarks().isEmpty(), "not where they are few");
        assertEquals(6 * few.mesh().faceCount(), r.mesh().faceCount());
    }

    /** What is reported of shared parts is what would be reported of their faces. */
    @Test
    void reportsOfPartsAreThoseOfTheirFaces() {
        for (Vec3 factors : List.of(new Vec3(1, 1, 1), new Vec3(-1, 1, 1), new Vec3(2, 0.5, 1))) {
            Geometry g = steps(document(row(10), new Scale(factors, new Vec3(3, 1, 2))))
                    .getLast()
                    .geometry();
            MeshReport parts = MeshReport.of(g), faces = MeshReport.of(g.mesh());
            assertEquals(faces.health(), parts.health());
            assertEquals(faces.edges(), parts.edges());
            assertEquals(faces.vertices(), parts.vertices());
            assertEquals(faces.measures().volume(), parts.measures().volume(), 1e-6);
            assertEquals(faces.measures().area(), parts.measures().area(), 1e-6);
            assertEquals(faces.measures().shells(), parts.measures().shells());
            assertEquals(
                    faces.measures().eulerCharacteristic(), parts.measures().eulerCharacteristic());
            assertEquals(
                    0,
                    faces.measures()
                            .centroid()
                            .minus(parts.measures().centroid())
                            .length(),
                    1e-9);
        }
    }

    /** Open sheets have no volume, so the middle of all is that of their middles; stretched they have another area. */
    @Test
    void reportsOfSheetsToo() {
        Document d = Edits.addBody(Document.EMPTY, "A", Material.DEFAULT, new Grid(10, 20, 50, 50));
        d = Edits.addStep(d, "b1", 1, row(10));
        d = Edits.addStep(d, "b1", 2, new Scale(new Vec3(3, 0.5, 1), new Vec3(1, 2, 3)));
        Geometry g = steps(d).getLast().geometry();
        assertNull(g.known());
        MeshReport parts = MeshReport.of(g), faces = MeshReport.of(g.mesh());
        assertEquals(10 * 10 * 20 * 1.5, parts.measures().area(), 1e-6);
        assertEquals(
                0,
                faces.measures().centroid().minus(parts.measures().centroid()).length(),
                1e-9);
        assertEquals(0, parts.measures().volume());
        assertEquals(faces.health(), parts.health());
    }

    /** A linked copy shares the parts of the body that it starts from. */
    @Test
    void linkedCopiesShareToo() {
        Document d = document(row(10));
        d = Edits.addBody(d, "B", "brass", new Linked(Bodies.of("b1")));
        String b = d.bodies().getLast().id();
        Geometry a = steps(d).getLast().geometry();
        Geometry g = evaluator.evaluate(d, b, Progress.NONE).steps().getLast().geometry();
        assertNull(g.known());
        assertEquals(10, g.parts().size());
        for (Part p : g.parts()) {
            assertSame(g.parts().getFirst().mesh(), p.mesh());
            assertEquals(List.of("brass"), p.mesh().materials());
            assertSame(a.parts().getFirst().mesh().xyz(), p.mesh().xyz());
        }
    }

    /** What is picked on the second copy stays on the second copy, however many there are and wherever they stand. */
    @Test
    void thePickedCopyStaysTheSameOne() {
        Document d = document(row(10));
        Mesh ten = steps(d).getLast().mesh();
        int face = 2400 + 77;
        BitSet one = new BitSet();
        one.set(face);
        Pick pick = Pick.hand(ten, new Selection(ElementKind.FACE, one));
        d = Edits.addStep(d, "b1", 2, new TagStep(pick, "mine", 1));
        long array = d.body("b1").entries().get(1).id();
        for (int count : new int[] {2, 3, 9, 10, 40}) {
            for (double apart : new double[] {20, 11, 300}) {
                Document changed = d.with(
                        "b1",
                        b -> b.with(
                                array,
                                e -> e.withStep(new RowArray(count, new Vec3(apart, 0, 0), RowArray.Spacing.EACH, 0))));
                StepResult r = steps(changed).getLast();
                assertFalse(r.failed());
                assertEquals(1, r.mesh().tag("mine").size(), count + " copies");
                assertEquals(face, r.mesh().tag("mine").element(0), count + " copies, " + apart + " apart");
            }
        }
    }

    /** A step whose faces would be too many says so; what shares them still stands. */
    @Test
    void tooManyFacesAreRefusedWhereTheyAreNeeded() {
        Document d = document(row(20_000), new Move(new Vec3(0, 0, 5)));
        StepResult moved = steps(d).getLast();
        assertFalse(moved.failed());
        assertEquals(48_000_000, moved.geometry().faceCount());
        d = Edits.addStep(d, "b1", 3, subdivideByPlace());
        StepResult r = steps(d).getLast();
        assertTrue(r.failed());
        assertTrue(r.remarks().getFirst().text().startsWith("This would make 48,000,000 faces"));
        assertSame(moved.geometry(), r.geometry());
        assertEquals(Map.of(), moved.geometry().parts().getFirst().mesh().tags());
    }
}
