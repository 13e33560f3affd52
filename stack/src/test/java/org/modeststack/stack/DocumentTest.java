package org.modeststack.stack;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertInstanceOf;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import com.networknt.schema.InputFormat;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mockito.Mockito;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.file.FileStamp;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.search.Crossings;
import org.modeststack.mesh.work.Work;
import org.modeststack.stack.demo.SkerryLight;
import org.modeststack.stack.evaluate.Baking;
import org.modeststack.stack.evaluate.BodyResult;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.stack.evaluate.StepResult;
import org.modeststack.stack.file.DocumentException;
import org.modeststack.stack.file.DocumentFile;
import org.modeststack.stack.file.DocumentSchema;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.clean.Weld;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.mirror.Mirror;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.repeat.RowArray;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Imported;
import org.modeststack.steps.source.Seat;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

public class DocumentTest {
    private static final JsonMapper JSON = new JsonMapper();
    static final Step BOX = new Box(10, 10, 10, 1, 1, 1, Seat.STANDING);

    static Document twoBoxes() {
        Document d = Edits.addBody(Document.EMPTY, "First", Material.DEFAULT, BOX);
        return Edits.addBody(d, "Second", Material.DEFAULT, new Box(4, 4, 30, 1, 1, 1, Seat.CENTRED));
    }

    static BodyResult evaluate(Document d, String body) {
        return new Evaluator().evaluate(d, d.bodyNamed(body).id(), Progress.NONE);
    }

    static Document reopened(Document d) throws DocumentException {
        DocumentFile.Loaded l =
                DocumentFile.parse(DocumentFile.toText(d).getBytes(StandardCharsets.UTF_8), "test.mstack");
        assertEquals(List.of(), l.remarks());
        return l.document();
    }

    // ---- edits and history

    static Document randomEdit(Document d, Random random) throws StepException {
        if (d.bodies().isEmpty()) return Edits.addBody(d, "Body", Material.DEFAULT, BOX);
        Body b = d.bodies().get(random.nextInt(d.bodies().size()));
        Entry e = b.entries().get(random.nextInt(b.entries().size()));
        List<Long> one = List.of(e.id());
        return switch (random.nextInt(16)) {
            case 0 -> Edits.addBody(d, "Body", new Material("m", random.nextInt(0xFFFFFF)), BOX);
            case 1 -> Edits.removeBody(d, b.id());
            case 2 -> Edits.duplicateBody(d, b.id());
            case 3 -> Edits.renameBody(d, b.id(), "Name " + random.nextInt(5));
            case 4 -> Edits.setVisible(d, b.id(), random.nextBoolean());
            case 5 -> Edits.addStep(d, b.id(), random.nextInt(9), new Move(new Vec3(random.nextDouble(), 0, -1e-7)));
            case 6 ->
                Edits.addStep(
                        d, b.id(), random.nextInt(9), new RowArray(2, new Vec3(30, 0, 0), RowArray.Spacing.EACH, 0));
            case 7 -> Edits.setEnabled(d, b.id(), one, random.nextBoolean());
            case 8 -> Edits.removeSteps(d, b.id(), one);
            case 9 -> Edits.duplicateSteps(d, b.id(), one);
            case 10 -> Edits.moveStep(d, b.id(), e.id(), random.nextInt(6));
            case 11 -> Edits.setMarker(d, b.id(), random.nextInt(8));
            case 12 -> Edits.copySteps(d, b.id(), one, d.bodies().getFirst().id());
            case 13 -> {
                int from = random.nextInt(b.entries().size()),
                        to = from + random.nextInt(b.entries().size() - from);
                yield Baking.bake(d, b.id(), from, to, new Evaluator().evaluate(d, b.id(), Progress.NONE));
            }
            case 14 -> Baking.unbake(d, b.id(), e.id());
            default ->
                Edits.setNote(
                        Edits.renameStep(d, b.id(), e.id(), "step"), b.id(), e.id(), "a “note”\n" + random.nextInt());
        };
    }

    @Test
    void aDragIsOneEdit() throws StepException {
        Document d = twoBoxes();
        History h = new History(d);
        Body b = d.bodies().getFirst();
        for (double w = 11; w < 20; w++) {
            h.push(
                    Edits.setValue(h.current(), b.id(), b.entries().getFirst().id(), "width", w),
                    "Change width",
                    "drag");
        }
        h.endMerge();
        h.push(Edits.renameBody(h.current(), b.id(), "Other"), "Rename", null);
        h.undo();
        assertEquals(d, h.undo());
    }

    @Test
    void bakedStepsComeBack() throws StepException {
        Document d = twoBoxes();
        String id = d.bodies().getFirst().id();
        d = Edits.addStep(d, id, 1, new Subdivide(1));
        d = Edits.addStep(d, id, 2, new Mirror(Axis.X, 20, true, 1e-3));
        Mesh before = evaluate(d, "First").mesh();
        for (int[] range : new int[][] {{0, 0}, {1, 1}, {0, 1}, {0, 2}, {1, 2}}) {
            Document baked = Baking.bake(d, id, range[0], range[1], evaluate(d, "First"));
            assertEquals(3 - (range[1] - range[0]), baked.body(id).entries().size());
            assertTrue(before.sameAs(evaluate(baked, "First").mesh()));
            Document back = Baking.unbake(
                    baked, id, baked.body(id).entries().get(range[0]).id());
            assertEquals(d.bodies(), back.bodies());
        }
    }

    @Test
    void aBakedStepSaysWhenWhatIsBelowChanges() throws StepException {
        Document d = twoBoxes();
        String id = d.bodies().getFirst().id();
        d = Edits.addStep(d, id, 1, new Subdivide(1));
        d = Baking.bake(d, id, 1, 1, evaluate(d, "First"));
        Mesh frozen = evaluate(d, "First").mesh();
        d = Edits.setValue(d, id, d.body(id).entries().getFirst().id(), "width", 50.0);
        BodyResult r = evaluate(d, "First");
        assertTrue(frozen.sameAs(r.mesh()));
        assertTrue(r.steps().get(1).remarks().getFirst().text().startsWith("Something below has changed"));
    }

    // ---- evaluation

    @Test
    void onlyWhatChangedIsCarriedOutAgain() throws StepException {
        Document d = twoBoxes();
        String id = d.bodies().getFirst().id();
        for (Step s : List.of(new Subdivide(1), new Move(Vec3.ZERO), new Weld(0.01))) d = Edits.addStep(d, id, 99, s);
        // Bodies are worked out side by side.
        Set<String> ran = Collections.synchronizedSet(new LinkedHashSet<>());
        Progress watch = (_, step, share) -> {
            if (share == 0) ran.add(step);
        };
        Evaluator evaluator = new Evaluator();
        evaluator.evaluate(d, watch);
        assertEquals(List.of("Box", "Subdivide", "Move", "Weld"), List.copyOf(ran));
        ran.clear();
        Document moved = Edits.setValue(d, id, d.body(id).entries().get(2).id(), "by", new Vec3(1, 0, 0));
        evaluator.evaluate(moved, watch);
        assertEquals(List.of("Move", "Weld"), List.copyOf(ran));
        ran.clear();
        evaluator.evaluate(d, watch);
        evaluator.evaluate(Edits.renameBody(d, id, "Other"), watch);
        assertEquals(Set.of(), ran, "undo and renaming cost nothing");
    }

    @Test
    void aFailingStepPassesItsInputOn() throws StepException {
        Document d = twoBoxes();
        String id = d.bodies().getFirst().id();
        d = Edits.addStep(d, id, 1, new BooleanStep(Operation.UNION, Bodies.NONE));
        d = Edits.addStep(d, id, 2, new Move(new Vec3(5, 0, 0)));
        BodyResult r = evaluate(d, "First");
        assertTrue(r.steps().get(1).failed());
        assertEquals(
                "Choose a body to combine with.",
                r.steps().get(1).remarks().getFirst().text());
        assertEquals(10, r.mesh().bounds().maxX());
        Document broken = d;
        assertThrows(StepException.class, () -> Baking.bake(broken, id, 0, 2, evaluate(broken, "First")));
    }

    @Test
    void circlesAreRefusedWithTheirPath() throws StepException {
        Document d = twoBoxes();
        String a = d.bodies().get(0).id(), b = d.bodies().get(1).id();
        d = Edits.addStep(d, a, 1, new BooleanStep(Operation.UNION, Bodies.of(b)));
        Document one = Edits.addStep(d, b, 1, new BooleanStep(Operation.UNION, Bodies.NONE));
        long step = one.body(b).entries().get(1).id();
        StepException e = assertThrows(StepException.class, () -> Edits.setValue(one, b, step, "with", Bodies.of(a)));
        assertEquals("That would go round in a circle: Second → First → Second.", e.getMessage());
        // No edit makes a circle, but a file may hold one.
        Document circle =
                one.with(b, x -> x.with(step, entry -> entry.withStep(new BooleanStep(Operation.UNION, Bodies.of(a)))));
        assertFalse(evaluate(circle, "First").mesh().isEmpty());
        // Each body on the circle says so at the step through which it goes, whichever is worked out first.
        for (List<String> round : List.of(List.of("First", "Second"), List.of("Second", "First"))) {
            BodyResult r = new Evaluator()
                    .evaluate(circle, Progress.NONE)
                    .get(circle.bodyNamed(round.getFirst()).id());
            assertEquals(
                    "This goes round in a circle: " + round.getFirst() + " → " + round.getLast() + " → "
                            + round.getFirst() + ". A body cannot be made from itself.",
                    r.steps().get(1).remarks().getFirst().text());
        }
    }

    @Test
    void removingABodyTakesItOutOfOthers() {
        Document d = twoBoxes();
        String a = d.bodies().get(0).id(), b = d.bodies().get(1).id();
        d = Edits.removeBody(Edits.addStep(d, a, 1, new BooleanStep(Operation.UNION, Bodies.of(b))), b);
        assertEquals(
                new BooleanStep(Operation.UNION, Bodies.NONE),
                d.body(a).entries().get(1).step());
    }

    // ---- the demo

    @Test
    void everyStepOfTheDemoIsDoneAndClosed() {
        Document d = SkerryLight.document();
        new Evaluator().evaluate(d, Progress.NONE).values().forEach(r -> {
            assertFalse(r.failed());
            // The ground is a sheet: it cuts, and bounds nothing.
            boolean sheet = d.nameOf(r.bodyId()).equals("Ground");
            assertEquals(!sheet, Health.of(r.mesh()).isClosed(), d.nameOf(r.bodyId()));
            // That deleting leaves edges open is worth a note, and what was meant.
            for (StepResult s : r.steps())
                for (Remark m : s.remarks()) assertEquals(Remark.Level.NOTE, m.level(), m.text());
        });
    }

    @Test
    void everyFamilyOfStepsIsInTheDemo() {
        Set<Family> there = EnumSet.noneOf(Family.class);
        for (Body b : SkerryLight.document().bodies())
            for (Entry e : b.entries()) there.add(StepDescriptor.of(e.step()).family());
        assertEquals(EnumSet.allOf(Family.class), there);
    }

    /** What stands on the footing, and what that carries, goes up with it, tools and all. */
    @Test
    void aHigherFootingLiftsTheWholeLight() throws StepException {
        Document d = SkerryLight.document();
        Body footing = d.bodyNamed("Footing");
        Document higher =
                Edits.setValue(d, footing.id(), footing.entries().getFirst().id(), "height", 84.0);
        Evaluator evaluator = new Evaluator();
        var before = evaluator.evaluate(d, Progress.NONE);
        var after = evaluator.evaluate(higher, Progress.NONE);
        Set<String> still =
                Set.of("Footing", "Ground", "Lug", "Battery chest", "Cable holes", "Spiral stair", "Stair post");
        int risen = 0;
        for (Body b : d.bodies()) {
            Bounds was = before.get(b.id()).mesh().bounds(),
                    now = after.get(b.id()).mesh().bounds();
            boolean apart = b.set().equals(SkerryLight.APART);
            if (!still.contains(b.name())) {
                assertEquals(apart ? 0 : 20, now.minZ() - was.minZ(), 1e-9, b.name());
                assertEquals(apart ? 0 : 20, now.maxZ() - was.maxZ(), 1e-9, b.name());
                if (!apart) risen++;
            }
            assertFalse(after.get(b.id()).failed(), b.name());
        }
        assertEquals(23, risen);
        // The lug stays on the slope: it goes up with the middle of its side.
        Bounds lug = after.get(d.bodyNamed("Lug").id()).mesh().bounds();
        double up =
                lug.minZ() - before.get(d.bodyNamed("Lug").id()).mesh().bounds().minZ();
        assertTrue(up > 5 && up < 15, "by " + up);
    }

    @Test
    void theFittingsLieApartAsHiddenCopies() {
        List<Body> apart = SkerryLight.document().bodies().stream()
                .filter(b -> b.set().equals(SkerryLight.APART))
                .toList();
        assertEquals(9, apart.size());
        for (Body b : apart) assertFalse(b.visible());
    }

    /** The rims of every cut of the demo can be bevelled, without anything passing through anything else. */
    @Test
    void theRimsOfEveryCutOfTheDemoCanBeBevelled() throws StepException {
        Document d = SkerryLight.document();
        StepDescriptor bevel = Steps.byType("bevel");
        Step plain = bevel.with(bevel.with(bevel.createDefault(), "width", 0.4), "segments", 2);
        StepContext context = Mockito.mock(StepContext.class);
        Mockito.when(context.seed()).thenReturn(7L);
        Mockito.when(context.madeTag()).thenReturn("made:7");
        int cuts = 0;
        for (BodyResult r : new Evaluator().evaluate(d, Progress.NONE).values()) {
            Body body = d.body(r.bodyId());
            for (int i = 0; i < body.entries().size(); i++) {
                Entry e = body.entries().get(i);
                if (!(e.step() instanceof BooleanStep)) continue;
                Mesh in = r.steps().get(i).mesh();
                Pick rims = Pick.of(ElementKind.EDGE, new Rule.Made(StepContext.madeTag(e.seed())));
                Mesh out = bevel.with(plain, "where", rims).apply(in, context);
                String what = body.name() + " " + (i + 1);
                assertTrue(out.faceCount() > in.faceCount(), what);
                assertTrue(Health.of(out).isClosed() && Health.of(out).degenerateFaces() == 0, what);
                assertTrue(Crossings.of(out).isEmpty(), what);
                cuts++;
            }
        }
        assertEquals(10, cuts);
    }

    @Test
    void theDemoFileIsTheDemo() throws IOException {
        assertSameAs(Path.of("..", "demo", "skerry-light.mstack"), DocumentFile.toText(SkerryLight.document()));
    }

    /** With {@code -Dmodest.write=true} a file that is made from the code is written anew instead. */
    static void assertSameAs(Path file, String text) throws IOException {
        if (Boolean.getBoolean("modest.write")) Files.writeString(file, text);
        assertEquals(text, Files.readString(file).replace("\r\n", "\n"));
    }

    // ---- the file

    @Test
    void thePublishedSchemaIsMadeFromTheStepsAndHoldsForTheDemo() throws IOException {
        String schema = DocumentSchema.text();
        assertSameAs(Path.of("..", "docs", "mstack.schema.json"), schema);
        var compiled = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(schema);
        assertEquals(List.of(), compiled.validate(DocumentFile.toText(SkerryLight.document()), InputFormat.JSON));
        String wrong = DocumentFile.toText(SkerryLight.document()).replaceFirst("\"sides\" : 96", "\"sides\" : 1");
        assertNotEquals(List.of(), compiled.validate(wrong, InputFormat.JSON));
    }

    @Test
    void importedMeshesComeBackToTheBit() throws DocumentException {
        Mesh mesh = MeshFixtures.posed(MeshFixtures.tetrahedron(), new Random(1), 100);
        Document d = Edits.addBody(Document.EMPTY, "Mesh", Material.DEFAULT, new Imported("a.obj", 1, mesh));
        Step s = reopened(d).bodies().getFirst().entries().getFirst().step();
        assertTrue(mesh.sameAs(assertInstanceOf(Imported.class, s).mesh()));
    }

    @Test
    void whatIsNotKnownIsKept() throws DocumentException, StepException {
        String text = DocumentFile.toText(Edits.addMaterial(twoBoxes(), new Material("chalk", 0xF0F0E8)))
                .replaceFirst("\"units\"", "\"mood\" : \"calm\",\n  \"units\"")
                .replaceFirst("\"width\" : 10.0", "\"width\" : 10.0, \"taper\" : 3")
                .replaceFirst("\"visible\"", "\"weather\" : [ 1, \"fair\" ],\n    \"visible\"")
                .replaceFirst("\"colour\"", "\"shine\" : { \"coat\" : 0.5 }, \"colour\"")
                .replaceFirst("\"type\" : \"box\"", "\"origin\" : \"north\", \"x-own\" : 7, \"type\" : \"box\"");
        // The last box is of a kind that only a later version knows.
        int last = text.lastIndexOf("\"type\" : \"box\"");
        text = text.substring(0, last) + "\"type\" : \"gyroid\"" + text.substring(last + "\"type\" : \"box\"".length());
        DocumentFile.Loaded l = DocumentFile.parse(text.getBytes(StandardCharsets.UTF_8), "x");
        List<String> said = new ArrayList<>(l.remarks());
        assertTrue(said.remove(
                "Second, step 1: This version does not know the step \"gyroid\". It is kept as it is, but not"
                        + " carried out."));
        assertEquals(5, said.size(), said.toString());
        assertTrue(said.stream().allMatch(s -> s.contains("means nothing here and is only kept")), said.toString());
        JsonNode before = JSON.readTree(text), again = JSON.readTree(DocumentFile.toText(l.document()));
        assertEquals("calm", again.path("mood").asString());
        assertEquals("north", again.at("/bodies/0/steps/0/origin").asString());
        assertEquals(3, again.at("/bodies/0/steps/0/values/taper").asInt());
        assertEquals(before, again, "all of it, and where it was");
        // Changing a material's look or name changes nothing of what is not known.
        Document painted = Edits.changeMaterial(l.document(), "chalk", new Material("enamel", 0xC2A468));
        JsonNode enamel = JSON.readTree(DocumentFile.toText(painted)).at("/materials/0");
        assertEquals(0.5, enamel.at("/shine/coat").asDouble());
        assertEquals("#C2A468", enamel.path("colour").asString());
        assertEquals("enamel", enamel.path("name").asString());
    }

    /** What a later version wrote in a format of its own is opened to be looked at, and says so. */
    @Test
    void aNewerFormatIsToldApart() throws DocumentException {
        String text = DocumentFile.toText(twoBoxes())
                .replaceFirst("\"version\" : \\d+", "\"version\" : " + (DocumentFile.VERSION + 1));
        DocumentFile.Loaded l = DocumentFile.parse(text.getBytes(StandardCharsets.UTF_8), "x");
        assertTrue(l.newer());
        assertEquals(
                List.of(
                        "This document was saved by a newer Modest Stack (format 12; this one knows 11). It can be looked at,"
                                + " but not be saved over: what is not known here would be lost."),
                l.remarks());
        assertEquals(2, l.document().bodies().size());
        assertFalse(DocumentFile.parse(DocumentFile.toText(twoBoxes()).getBytes(StandardCharsets.UTF_8), "x")
                .newer());
    }

    @Test
    void lengthsInOtherUnitsAreWhatTheySay() throws DocumentException {
        String text = DocumentFile.toText(twoBoxes()).replaceFirst("\"units\" : \"mm\"", "\"units\" : \"inch\"");
        DocumentFile.Loaded l = DocumentFile.parse(text.getBytes(StandardCharsets.UTF_8), "x");
        assertEquals(List.of(), l.remarks());
        BodyResult r = evaluate(l.document(), "First");
        assertEquals(
                25.4 * evaluate(twoBoxes(), "First").mesh().bounds().maxX(),
                r.mesh().bounds().maxX(),
                1e-12);
        assertTrue(DocumentFile.toText(l.document()).contains("\"units\" : \"mm\""));
    }

    @Test
    void aStepOfAnotherVersionIsKeptAndSaysSo() throws DocumentException {
        String text = DocumentFile.toText(Edits.addStep(twoBoxes(), "b1", 1, new Weld(0.25)))
                .replace("\"weld\"", "\"felt\"");
        DocumentFile.Loaded l = DocumentFile.parse(text.getBytes(StandardCharsets.UTF_8), "x");
        assertEquals(
                List.of(
                        "First, step 2: This version does not know the step \"felt\". It is kept as it is, but not carried"
                                + " out."),
                l.remarks());
        BodyResult r = evaluate(l.document(), "First");
        assertTrue(r.steps().get(1).failed());
        assertEquals(6, r.mesh().faceCount());
        assertTrue(DocumentFile.toText(l.document()).contains("\"within\" : 0.25"));
    }

    @Test
    void savingIsAllOrNothing(@TempDir Path dir) throws IOException {
        Path file = dir.resolve("a.mstack");
        DocumentFile.write(twoBoxes(), file);
        assertEquals(twoBoxes(), DocumentFile.read(file).document());
        DocumentException e =
                assertThrows(DocumentException.class, () -> DocumentFile.write(twoBoxes(), dir.resolve("no/a.mstack")));
        assertTrue(e.getMessage().contains("the folder does not exist"));
        assertThrows(DocumentException.class, () -> DocumentFile.read(dir.resolve("none.mstack")));
        // A document that breaks the writer when half of it is written.
        Document broken = Edits.addStep(twoBoxes(), "b1", 1, new Unwritable(7, "half"));
        DocumentException mistake = assertThrows(DocumentException.class, () -> DocumentFile.write(broken, file));
        assertTrue(mistake.getMessage().contains("please report it"), mistake.getMessage());
        assertEquals(twoBoxes(), DocumentFile.read(file).document(), "the old one is whole");
        // And one that is stopped.
        assertThrows(
                CancellationException.class,
                () -> Work.stoppable(() -> true, () -> {
                    try {
                        return DocumentFile.write(twoBoxes(), file);
                    } catch (DocumentException x) {
                        throw new IllegalStateException(x);
                    }
                }));
        try (var files = Files.list(dir)) {
            assertEquals(List.of(file), files.toList(), "nothing is left behind");
        }
    }

    /** A step one of whose values cannot be put into a file. */
    @StepInfo(type = "unwritable", title = "Unwritable", family = Family.SHAPE, help = "For a test.")
    public record Unwritable(
            @Param(label = "Number", help = "A number.", def = "7")
            double number,

            @Param(label = "Text", help = "A text.", def = "half")
            String text)
            implements Step {
        @Override
        public Mesh apply(Mesh in, StepContext context) {
            return in;
        }

        @Override
        public String text() {
            throw new IllegalStateException(text);
        }

        @Override
        public String sentence() {
            return "*Nothing*.";
        }
    }

    @Test
    void theStampOfWhatIsWrittenIsThatOfTheFile(@TempDir Path dir) throws IOException {
        Path file = dir.resolve("a.mstack");
        FileStamp written = DocumentFile.write(twoBoxes(), file);
        assertEquals(FileStamp.of(file), written);
        assertEquals(written, DocumentFile.read(file).stamp());
    }

    /** A number that no program could use is said in one sentence, at its place; nothing else is lost by it. */
    @Test
    void numbersThatAreTooLargeAreSaid() throws Exception {
        String text = DocumentFile.toText(twoBoxes());
        String huge = "9".repeat(400);
        for (String id : List.of("99999999999999999999", huge, Long.toString(Long.MAX_VALUE))) {
            DocumentException e = assertThrows(
                    DocumentException.class,
                    () -> DocumentFile.parse(
                            text.replaceFirst("\"id\" : \\d+,", "\"id\" : " + id + ",")
                                    .getBytes(StandardCharsets.UTF_8),
                            "d"));
            assertTrue(e.getMessage().startsWith("d cannot be read: the id 9"), e.getMessage());
            assertTrue(e.getMessage().length() < 100, e.getMessage());
        }
        for (String number : List.of(huge, "1e400", "-" + huge + "e9", "1.5e99999")) {
            DocumentFile.Loaded wide = DocumentFile.parse(
                    text.replaceFirst("\"width\" : 10.0", "\"width\" : " + number)
                            .getBytes(StandardCharsets.UTF_8),
                    "d");
            assertEquals(2, wide.document().bodies().size());
            assertEquals(1, wide.remarks().size(), wide.remarks().toString());
            assertTrue(wide.remarks().getFirst().contains("Width cannot be so large a number as"), number);
            assertEquals(wide.document(), again(wide.document()), "kept to the digit");
        }
        Document next = DocumentFile.parse(
                        text.replaceFirst("\"nextId\" : \\d+", "\"nextId\" : " + huge)
                                .getBytes(StandardCharsets.UTF_8),
                        "d")
                .document();
        long made = next.nextId();
        assertTrue(made > 1 && made < 100, "found anew: " + made);
    }

    /** An id may be written as any whole number may; new ones come behind it. */
    @Test
    void idsInOtherSpellingsAreIds() throws Exception {
        Document d = DocumentFile.parse(
                        DocumentFile.toText(twoBoxes())
                                .replaceFirst("\"id\" : \\d+,", "\"id\" : 1.25e6,")
                                .getBytes(StandardCharsets.UTF_8),
                        "d")
                .document();
        assertEquals(1_250_000, d.bodies().getFirst().entries().getFirst().id());
        assertEquals(1_250_001, d.nextId());
        assertEquals(d, again(d));
    }

    /** What is not understood keeps every digit; a step without an id keeps the one that it is given. */
    @Test
    void whatIsNotUnderstoodIsTheSameWhenReadAgain() throws Exception {
        Document d = DocumentFile.parse(
                        DocumentFile.toText(twoBoxes())
                                .replaceFirst(
                                        "\"steps\" : \\[",
                                        "\"steps\" : [ {}, { \"type\": \"later\", \"a\": 1e400, \"b\": 0.10000000000000000001 }, ")
                                .getBytes(StandardCharsets.UTF_8),
                        "d")
                .document();
        assertEquals(d, again(d));
        String text = DocumentFile.toText(d);
        assertTrue(text.contains("1E+400") && text.contains("0.10000000000000000001"), text);
    }

    /** Also the sign of zero, which a text of numbers keeps. */
    @Test
    void valuesAreReadToTheBit() throws Exception {
        Document d = twoBoxes();
        String body = d.bodies().getFirst().id();
        Random r = new Random(7);
        double[] all = {-0.0, 0.1, Double.MIN_VALUE, -1e-300, 1e8 + 1e-8, r.nextGaussian(), r.nextGaussian() * 1e-9};
        for (double x : all) d = Edits.addStep(d, body, 1, new Move(new Vec3(x, -x, 3 * x)));
        assertEquals(DocumentFile.toText(d), DocumentFile.toText(again(d)));
        assertEquals(d, again(d));
    }

    private static Document again(Document d) throws DocumentException {
        return DocumentFile.parse(DocumentFile.toText(d).getBytes(StandardCharsets.UTF_8), "again")
                .document();
    }

    @Test
    void whatIsNoPlainFileIsNotOpened(@TempDir Path dir) throws Exception {
        Path pipe = dir.resolve("pipe.mstack");
        assumeTrue(new ProcessBuilder("mkfifo", pipe.toString()).start().waitFor() == 0, "a system with pipes");
        DocumentException e = assertThrows(DocumentException.class, () -> DocumentFile.read(pipe));
        assertTrue(e.getMessage().endsWith("is not a file that can be opened."), e.getMessage());
    }
}
