package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.mark.TagStep;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.repeat.RowArray;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** What bodies are made of, through steps and changes; one evaluator sees all of them. */
class MaterialsTest {
    private static final Material BRASS = new Material("brass", 0xC2A468);
    private static final Material RED = new Material("brass", 0xFF0000);
    private static final Material SLATE = new Material("slate", 0x444850);
    private final Evaluator evaluator = new Evaluator();

    private static Set<String> used(Mesh m) {
        Set<String> names = new TreeSet<>();
        for (int f = 0; f < m.faceCount(); f++) names.add(m.materialOf(f).toString());
        return names;
    }

    private Mesh result(Document d, String id) {
        return evaluator.evaluate(d, id, Progress.NONE).mesh();
    }

    private static Step box(double side) {
        return new Box(side, side, side, 1, 1, 1, Seat.CENTRED);
    }

    private static Material look(Document d, Mesh m, int face) {
        return d.materials().get(m.materialOf(face));
    }

    /** What a file says of its faces' materials is not painted over by the body's own. */
    @Test
    void anImportKeepsItsOwnMaterials() {
        Mesh m = MeshFixtures.telling(MeshFixtures.cube(2));
        Materials looks = Materials.of(List.of(new Material("one", 0x112233), new Material("two", 0x445566)));
        Document d = Edits.importMesh(Document.EMPTY, "Scan", "scan.obj", m, looks);
        d = Edits.setMaterial(d, "b1", "brass");
        Mesh out = result(d, "b1");
        for (int f = 0; f < m.faceCount(); f++) assertEquals(looks.get(m.materialOf(f)), look(d, out, f));
        Document e = Edits.importMesh(Document.EMPTY, "Scan", "scan.stl", MeshFixtures.cube(2), Materials.NONE);
        e = Edits.setMaterial(e, "b1", "brass");
        assertEquals(Set.of("brass"), used(result(e, "b1")), "a file without materials takes the body's");
    }

    /** A file's material that the document has already under that name is the same one only if it looks the same. */
    @Test
    void anImportTakesNoOtherLook() {
        Document d = Edits.addMaterial(Edits.addMaterial(Document.EMPTY, new Material("one", 0x112233)), BRASS);
        Mesh m = MeshFixtures.telling(MeshFixtures.cube(2));
        Materials looks = Materials.of(List.of(new Material("one", 0x112233), new Material("two", 0x445566)));
        d = Edits.importMesh(d, "A", "a.obj", m, looks);
        d = Edits.importMesh(d, "B", "b.obj", m, looks.with(new Material("two", 0x000001, 0.5, 1, 0.25)));
        assertEquals(Set.of("one", "two"), used(result(d, "b1")));
        assertEquals(Set.of("one", "two 2"), used(result(d, d.bodies().getLast().id())));
        assertEquals(0.25, d.materials().get("two 2").transparency());
        assertEquals(
                List.of("one", "brass", "two", "two 2"),
                d.materials().all().stream().map(Material::name).toList());
    }

    private Document cutWithRow() {
        Document d = Edits.addBody(Document.EMPTY, "A", BRASS, box(10));
        d = Edits.addBody(d, "B", SLATE, box(4));
        String b = d.bodies().getLast().id();
        d = Edits.addStep(d, b, 1, new RowArray(2, new Vec3(4, 4, 4), RowArray.Spacing.EACH, 0));
        return Edits.addStep(d, "b1", 1, new BooleanStep(Operation.DIFFERENCE, Bodies.of(b)));
    }

    /** The look of a material is none of the meshes' business: nothing is worked out anew. */
    @Test
    void aNewColourChangesNoMesh() throws StepException {
        Document d = cutWithRow();
        Mesh before = result(d, "b1");
        Document red = Edits.changeMaterial(d, "brass", new Material("brass", 0xFF0000, 0.2, 1, 0.5));
        assertSame(before, result(red, "b1"));
        assertEquals(0xFF0000, red.materials().get("brass").rgb());
        assertEquals(BRASS, d.materials().get("brass"), "and the document before is as it was");
    }

    @Test
    void anotherMaterialIsSeenThroughAllSteps() {
        Document d = cutWithRow();
        String b = d.bodies().getLast().id();
        Mesh before = result(d, "b1");
        assertEquals(Set.of("brass", "slate"), used(before));
        Mesh after = result(Edits.setMaterial(d, "b1", "red"), "b1");
        assertEquals(Set.of("red", "slate"), used(after));
        assertEquals(area(before, "brass"), area(after, "red"), 1e-9);
        assertEquals(
                Set.of("brass", "red"), used(result(Edits.setMaterial(d, b, "red"), "b1")), "the tool's walls are red");
        assertTrue(before.sameAs(result(d, "b1")), "and back");
    }

    private static double area(Mesh m, String material) {
        double sum = 0;
        for (int f = 0; f < m.faceCount(); f++) {
            if (!m.materialOf(f).equals(material)) continue;
            Mesh one = MeshFixtures.faces(m.xyz(), new int[][] {ring(m, f)});
            sum += Measures.of(one).area();
        }
        return sum;
    }

    private static int[] ring(Mesh m, int f) {
        return Arrays.copyOfRange(m.corners(), m.offsets()[f], m.offsets()[f + 1]);
    }

    /** Two bodies whose materials have one name but look different have two materials in what they make together. */
    @Test
    void twoLooksOfOneNameStayTwo() {
        Document d = Edits.addBody(Document.EMPTY, "A", BRASS, box(10));
        d = Edits.addBody(d, "B", RED, box(4));
        d = Edits.addStep(
                d,
                "b1",
                1,
                new BooleanStep(
                        Operation.DIFFERENCE, Bodies.of(d.bodies().getLast().id())));
        assertEquals(List.of("brass", "brass 2"), result(d, "b1").materials());
        assertEquals(List.of(BRASS, RED.withName("brass 2")), d.materials().all());
    }

    /** A material that is renamed stays what it was to bodies, picks, bevels, imports and what is baked. */
    @Test
    void aRenamedMaterialIsTheSameToAll() throws StepException {
        Mesh scan = MeshFixtures.telling(MeshFixtures.cube(2));
        Document d = cutWithRow();
        d = Edits.importMesh(d, "Scan", "scan.obj", scan.withMaterials(List.of("brass", "two")), d.materials());
        String scanned = d.bodies().getLast().id();
        Pick brass = Pick.of(ElementKind.FACE, new Rule.OfMaterial("brass"));
        d = Edits.addStep(d, "b1", 2, new TagStep(brass, "shiny", 1));
        StepDescriptor bevel = Steps.byType("bevel");
        Step enamel = bevel.create(Map.of("where", Pick.of(ElementKind.EDGE, new Rule.Sharper(30)), "width", 0.2));
        d = Edits.addStep(d, "b1", 3, bevel.with(enamel, "material", "brass"));
        d = Baking.bake(d, "b1", 1, 1, evaluator.evaluate(d, "b1", Progress.NONE));
        Document gilt = Edits.changeMaterial(d, "brass", new Material("gilt", 0xFFD700));
        assertEquals("gilt", gilt.body("b1").material());
        assertEquals(Set.of("gilt", "slate"), used(result(gilt, "b1")));
        assertEquals(area(result(d, "b1"), "brass"), area(result(gilt, "b1"), "gilt"), 1e-9);
        assertEquals(
                result(d, "b1").tag("shiny").size(),
                result(gilt, "b1").tag("shiny").size());
        assertTrue(result(gilt, "b1").tag("shiny").size() > 0);
        assertEquals(Set.of("gilt", "two"), used(result(gilt, scanned)));
        evaluator
                .evaluate(gilt, "b1", Progress.NONE)
                .steps()
                .forEach(s -> assertEquals(List.of(), s.remarks(), "nothing below the baked step has changed"));
        assertThrows(StepException.class, () -> Edits.changeMaterial(gilt, "gilt", new Material("slate", 0)));
    }
}
