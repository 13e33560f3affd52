package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Step;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.repeat.RowArray;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Imported;
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
        return new Box(side, side, side, 1, 1, 1, Seat.CENTERED);
    }

    /** What a file says of its faces' materials is not painted over by the body's own. */
    @Test
    void anImportKeepsItsOwnMaterials() {
        Mesh m = MeshFixtures.telling(MeshFixtures.cube(2));
        Document d = Edits.addBody(Document.EMPTY, "Scan", BRASS, new Imported("scan.obj", 1, m));
        Mesh out = result(d, "b1");
        for (int f = 0; f < m.faceCount(); f++) assertEquals(m.materialOf(f), out.materialOf(f));
        Mesh plain = MeshFixtures.cube(2);
        Document e = Edits.addBody(Document.EMPTY, "Scan", BRASS, new Imported("scan.obj", 1, plain));
        assertEquals(Set.of(BRASS.toString()), used(result(e, "b1")), "a file without materials takes the body's");
    }

    @Test
    void aNewColourIsSeenThroughAllSteps() {
        Document d = Edits.addBody(Document.EMPTY, "A", BRASS, box(10));
        d = Edits.addBody(d, "B", SLATE, box(4));
        String b = d.bodies().getLast().id();
        d = Edits.addStep(d, b, 1, new RowArray(2, new Vec3(4, 4, 4), RowArray.Spacing.EACH, 0));
        d = Edits.addStep(d, "b1", 1, new BooleanStep(Operation.DIFFERENCE, Bodies.of(b)));
        Mesh before = result(d, "b1");
        assertEquals(Set.of(BRASS.toString(), SLATE.toString()), used(before));
        Document red = Edits.setMaterial(d, "b1", RED);
        Mesh after = result(red, "b1");
        assertEquals(Set.of(RED.toString(), SLATE.toString()), used(after));
        assertEquals(area(before, BRASS), area(after, RED), 1e-9);
        Document walls = Edits.setMaterial(d, b, RED);
        assertEquals(Set.of(BRASS.toString(), RED.toString()), used(result(walls, "b1")), "the tool's walls are red");
        assertTrue(before.sameAs(result(d, "b1")), "and back");
    }

    private static double area(Mesh m, Material material) {
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

    /** Two bodies of one name but another colour are two materials in what they make together. */
    @Test
    void twoColoursOfOneNameStayTwo() {
        Document d = Edits.addBody(Document.EMPTY, "A", BRASS, box(10));
        d = Edits.addBody(d, "B", RED, box(4));
        d = Edits.addStep(
                d,
                "b1",
                1,
                new BooleanStep(
                        Operation.DIFFERENCE, Bodies.of(d.bodies().getLast().id())));
        assertEquals(List.of(BRASS, RED), result(d, "b1").materials());
    }
}
