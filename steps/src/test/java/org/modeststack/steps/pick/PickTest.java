package org.modeststack.steps.pick;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import it.unimi.dsi.fastutil.longs.LongList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

class PickTest {
    static int size(String text, Mesh m) {
        return PickText.parse(text).on(m).selection().size();
    }

    @ParameterizedTest
    @CsvSource({
        "faces, 0",
        "faces: all, 6",
        "edges: all, 12",
        "vertices: all, 8",
        "edges: sharper 30, 12",
        "edges: sharper 90, 0",
        "edges: sharper 89.9, 12",
        "edges: border, 0",
        "faces: facing 0 0 1 10, 1",
        "vertices: facing 0 0 1 10, 4",
        "edges: facing 0 0 1 10, 4",
        "faces: facing 0 0 1 90, 5",
        "faces: all; without facing 0 0 1 10, 5",
        "faces: facing 0 0 1 10; and facing 0 0 -1 10, 2",
        "faces: all; within facing 1 0 0 1, 1",
        "faces: facing 0 0 1 10; grow, 5",
        "faces: facing 0 0 1 10; grow 2, 6",
        "faces: facing 0 0 1 10; invert, 5",
        "faces: facing 0 0 1 10; connected, 6",
        "edges: facing 0 0 1 10; rim, 4",
        "faces: sides 4, 6",
        "faces: sides 3, 0",
        "vertices: inside -1 -1 -1 100 100 0.5, 4",
        "faces: inside -1 -1 -1 100 100 0.5, 1",
        "faces: inside 100 100 0.5 -1 -1 -1, 1",
        "faces: tag nothing, 0",
        "faces: material nothing, 0",
        "edges: facing 0 0 1 1; ring, 8"
    })
    void rulesOnACube(String text, int size) {
        assertEquals(size, size(text, MeshFixtures.cube(10)), text);
    }

    @Test
    void anEdgeRuleAskedOfFacesMeansTheFacesAlongIt() {
        Mesh sheet = MeshFixtures.sheet(5);
        assertEquals(20, size("edges: border", sheet));
        assertEquals(16, size("faces: border", sheet));
        assertEquals(20, size("vertices: border", sheet));
    }

    @Test
    void tagsOfEachKindAreFound() {
        Mesh m = MeshFixtures.cube(10);
        m = m.withTags(Map.of(
                "corner", new Tag(ElementKind.VERTEX, new long[] {0, 3}, new double[] {1, 0}),
                "rim",
                        new Tag(ElementKind.EDGE, new long[] {Tag.edge(m.corners()[0], m.corners()[1])}, new double[] {
                            0.5
                        }),
                "panel", new Tag(ElementKind.FACE, new long[] {1, 2}, new double[] {1, 1})));
        assertEquals(1, size("vertices: tag corner", m), "a weight of 0 is not in it");
        assertEquals(1, size("edges: tag rim", m));
        assertEquals(2, size("faces: tag \"panel\"", m));
        assertEquals(2, size("vertices: tag rim", m));
        assertEquals(7, size("edges: tag panel", m), "two neighbours share an edge");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "faces",
                "edges: all",
                "edges: sharper 30; within tag \"rim\"; grow 1",
                "faces: facing 0 0.5 -1 12.25; and made \"made:abc:caps\"; shrink 2; invert",
                "vertices: without inside 0 0 0 1.5 1e+300 3",
                "faces: material \"oak \\\"old\\\" \\\\ grey; worn\"; loop; ring; connected; flush 20; rim",
                "faces: within sides 5",
                "edges: made step 2; rim",
                "faces: made step 1152921504606846976:caps:part-1"
            })
    void whatIsWrittenIsReadAgain(String text) {
        Pick p = PickText.parse(text);
        assertEquals(p, PickText.parse(PickText.write(p)));
    }

    /** What a step made is called by the id that it has in the file, and by nothing that only programs know. */
    @ParameterizedTest
    @CsvSource({"17, ''", "1, :caps", "1152921504606846976, :part:end-2"})
    void whatAStepMadeGoesByItsId(long id, String part) {
        Rule made = new Rule.Made(StepContext.madeTag(Keys.ofStep(id)) + part);
        String text = PickText.write(Pick.of(ElementKind.FACE, made));
        assertEquals("faces: made step " + id + part, text);
        assertEquals(Pick.of(ElementKind.FACE, made), PickText.parse(text));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "edges: made step | \"made\" needs more behind it",
                "edges: made step two | \"made step\" takes the id of a step, as 17 or 17:caps, not two",
                "edges: made step 0 | \"made step\" takes the id of a step, as 17 or 17:caps, not 0",
                "walls: all | a pick begins with vertices, edges or faces, not \"walls\"",
                "edges: sharper | \"sharper\" needs more behind it",
                "edges: sharper x | \"x\" behind sharper is no number",
                "edges: sharper NaN | \"NaN\" behind sharper is no number",
                "edges: all 3 | \"3\" is too much behind all",
                "edges: within | something must follow \"within\"",
                "faces: tag \"rim | a quote is not closed",
                "faces: grow 1.5 | grow takes a whole number from 1 to 10000",
                "faces: grow 0 | grow takes a whole number from 1 to 10000",
                "faces: hand 1 2 | hand needs the box of the mesh first",
                "faces: hand 0 0 0 1 1 1 zz | \"zz\" is no element"
            })
    void whatCannotBeUnderstoodIsSaid(String text, String message) {
        assertEquals(
                message,
                assertThrows(IllegalArgumentException.class, () -> PickText.parse(text))
                        .getMessage());
    }

    @Test
    void anUnknownWordListsWhatThereIs() {
        String m = assertThrows(IllegalArgumentException.class, () -> PickText.parse("faces: blunt"))
                .getMessage();
        assertTrue(m.contains("\"blunt\"") && m.contains("facing") && m.contains("shrink"), m);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "faces | no faces yet",
                "faces: all | all faces",
                "edges: sharper 30; within tag rim; grow 1 | edges sharper than 30° within edges tagged rim, grown once",
                "faces: facing 0 0 2 10 | faces facing up within 10°",
                "faces: facing 1 0 0 10; shrink 2 | faces facing +X within 10°, shrunk twice",
                "vertices: border; invert | vertices along open edges, inverted",
                "edges: made x; loop | edges made by step 3, with their loops",
                "faces: sharper 30; without material oak | faces along edges sharper than 30° without faces of oak",
                "edges: hand 0 0 0 1 1 1 a@0,0,0/0,0,1/1 | 1 picked edge"
            })
    void aPickReadsAsWords(String text, String words) {
        assertEquals(words, PickText.words(PickText.parse(text), _ -> "step 3"));
    }

    @Test
    void lostElementsAreSaidAtTheStep() throws Exception {
        Mesh cylinder = TestContext.run(Steps.byType("cylinder").createDefault());
        Pick p = Pick.hand(cylinder, Selection.all(cylinder, ElementKind.FACE));
        TestContext context = new TestContext();
        assertEquals(cylinder.faceCount(), p.on(cylinder, context).size());
        assertTrue(context.remarks.isEmpty(), "nothing to say while all are kept");
        Mesh box = TestContext.run(Steps.byType("box").createDefault());
        p.on(box, context);
        assertEquals(1, context.remarks.size());
        assertTrue(context.remarks.getFirst().text().matches("[0-9]+ of [0-9]+ faces picked by hand kept.*lost\\."));
    }

    @Test
    void whatHasNothingOfTheMeshIsNotSearchedByPlace() {
        Mesh m = MeshFixtures.sheet(6);
        Pick p = Pick.hand(m, Selection.of(ElementKind.FACE, 3, 17, 20));
        // A like sheet, three times as large, moved, that came about in another way.
        double[] xyz = m.xyz().clone();
        for (int i = 0; i < xyz.length; i += 3) {
            xyz[i] = 3 * xyz[i] + 50;
            xyz[i + 1] = 3 * xyz[i + 1] - 20;
        }
        long[] keys = new long[m.vertexCount()], faceKeys = new long[m.faceCount()];
        for (int i = 0; i < keys.length; i++) keys[i] = 90000L + i;
        for (int i = 0; i < faceKeys.length; i++) faceKeys[i] = 80000L + i;
        Mesh other = new Mesh(
                xyz, m.offsets(), m.corners(), m.faceMaterials(), m.materials(), null, Map.of(), keys, faceKeys);
        Picked found = p.on(other);
        assertTrue(found.selection().isEmpty());
        assertEquals(3, found.lost());
        assertEquals(3, found.ghosts().size());
    }

    @Test
    void whatCannotBeToldApartIsLostRatherThanWrong() {
        Mesh m = MeshFixtures.sheet(1);
        Pick p = Pick.hand(m, Selection.of(ElementKind.FACE, 0));
        Mesh halves = MeshFixtures.sheet(2);
        double[] xyz = halves.xyz().clone();
        for (int i = 0; i < xyz.length; i++) xyz[i] /= 2;
        long[] vertexKeys = new long[9], faceKeys = new long[4];
        for (int i = 0; i < 9; i++) vertexKeys[i] = 70000L + i;
        for (int i = 0; i < 4; i++) faceKeys[i] = 60000L + i;
        Mesh other = new Mesh(
                xyz,
                halves.offsets(),
                halves.corners(),
                halves.faceMaterials(),
                halves.materials(),
                null,
                Map.of(),
                vertexKeys,
                faceKeys);
        Picked found = p.on(other);
        assertEquals(1, found.lost(), "four quarters lie equally near to the middle");
        assertTrue(found.selection().isEmpty());
    }

    /** A small square over a sheet, turned about its middle, with keys of its own. */
    private static Mesh square(double degrees, long key) {
        double c = 0.5 * Math.cos(Math.toRadians(degrees)), s = 0.5 * Math.sin(Math.toRadians(degrees));
        MeshBuilder b = new MeshBuilder(0, 0);
        b.append(MeshFixtures.sheet(6), k -> k);
        double[] y = {-c, -c, c, c}, z = {-s, -s, s, s}, x = {-0.5, 0.5, 0.5, -0.5};
        int[] v = new int[4];
        for (int i = 0; i < 4; i++) v[i] = b.vertex(3 + x[i], 3 + y[i], 2 + z[i], key + i);
        b.face(key, b.material(Material.DEFAULT.name()), v);
        return b.build();
    }

    /** What lies at the same place but looks another way is something else. */
    @ParameterizedTest
    @CsvSource({"0, 1", "15, 1", "-24, 1", "26, 0", "-40, 0", "90, 0", "180, 0"})
    void aFaceIsKnownByTheWayItLooks(double degrees, int kept) {
        Pick p = Pick.hand(square(0, 5000), Selection.of(ElementKind.FACE, 36));
        Picked found = p.on(square(degrees, 7000));
        assertEquals(kept, found.found());
        assertEquals(1 - kept, found.lost());
        assertEquals(
                kept == 1 ? Selection.of(ElementKind.FACE, 36) : Selection.of(ElementKind.FACE), found.selection());
    }

    @Test
    void aBodyThatLostAPartIsNotTakenForOneThatShrank() {
        // Of two cubes the right one goes: what was picked on it is lost, and not found on the left one.
        Mesh left = MeshFixtures.cube(10), right = MeshFixtures.moved(MeshFixtures.cube(10), 20, 0, 0);
        MeshBuilder b = new MeshBuilder(16, 12);
        b.append(left, k -> k);
        b.append(right, k -> ~k);
        Mesh both = b.build();
        for (ElementKind kind : ElementKind.values()) {
            int last = Selection.count(both, kind) - 1;
            Picked p = Pick.hand(both, Selection.of(kind, last)).on(left);
            assertEquals(1, p.lost(), kind.toString());
            assertTrue(p.selection().isEmpty());
        }
    }

    /** As they were written before the vertices of what was picked were written down with it, and what it is the whole of. */
    @Test
    void picksWithoutVerticesAreReadToo() throws StepException {
        Mesh m = TestContext.run(new Box(60, 40, 30, 3, 2, 2, Seat.CENTRED));
        for (ElementKind kind : ElementKind.values()) {
            Pick p = Pick.hand(m, Selection.of(kind, 1, 4, 7));
            String text = PickText.write(p);
            String before = text.replaceAll(" [=~][^ ]*", "").replaceAll("/[0-9a-z]{9,}(\\.[0-9a-z]{9,})+(?= |$)", "");
            assertEquals(kind == ElementKind.VERTEX, text.equals(before), text);
            assertEquals(p, PickText.parse(text));
            assertEquals(p.on(m), PickText.parse(before).on(m));
        }
    }

    @Test
    void termsAreAddedAndTakenOutOneByOne() {
        Pick p = Pick.all(ElementKind.EDGE).and(new Term.Change(Term.Kind.GROW, 1));
        assertEquals(Pick.all(ElementKind.EDGE), p.without(1));
        assertTrue(Pick.all(ElementKind.EDGE).isAll());
        assertEquals(List.of(), p.without(0).without(0).terms());
        assertEquals(new Vec3(1, 2, 3), new Anchor(1, new Vec3(1, 2, 3), Vec3.ZERO, 1, LongList.of()).place());
    }

    /** Picking anew is offered where it may mend something, and not where a width has no room. */
    @ParameterizedTest
    @CsvSource({
        "REMARK, 'No edges are picked, so nothing changes.', true",
        "REMARK, 'Picked edges that branch have no order and were left as they are.', true",
        "REMARK, 'The width was held back at 21 of 150 edges, at the least to 0.483 mm, so that strips do not cross.', false",
        "NOTE, '3 faces are picked.', false"
    })
    void remarksOfWhatIsPickedAreToldFromOthers(Remark.Level level, String text, boolean ofPicked) {
        assertEquals(ofPicked, Pick.tellsOfPicked(new Remark(level, text, null)));
    }
}
