package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.stream.DoubleStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.Edits;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Family;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.cut.Connect;
import org.modeststack.steps.cut.CutLoop;
import org.modeststack.steps.cut.Split;
import org.modeststack.steps.extrude.Extrude;
import org.modeststack.steps.mark.TagStep;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Picked;
import org.modeststack.steps.remove.Delete;
import org.modeststack.steps.repeat.RoundArray;
import org.modeststack.steps.repeat.RowArray;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Prism;
import org.modeststack.steps.source.Seat;

/** Elements picked by hand are followed into all their parts when a step below divides them. */
class DividedPicksTest extends OneBody {
    @BeforeEach
    void block() {
        start(new Box(60, 40, 30, 2, 2, 1, Seat.CENTRED));
    }

    private BooleanStep slot(Vec3 size, Vec3 at) {
        d = Edits.addBody(d, "C", Material.DEFAULT, new Box(size.x(), size.y(), size.z(), 1, 1, 1, Seat.CENTRED));
        String id = d.bodies().getLast().id();
        d = Edits.addStep(d, id, 1, new Move(at));
        return new BooleanStep(Operation.DIFFERENCE, Bodies.of(id));
    }

    /** A name for the report, and what is put under the picks. */
    record Case(String name, List<Step> steps, boolean slots) {
        @Override
        public String toString() {
            return name;
        }
    }

    static Stream<Case> dividing() {
        Step loops = new CutLoop(pick("edges: all"), 2, 1, 0), quarters = new Split(pick("faces: all"), 2);
        Step diagonals = new Connect(pick("vertices: all"));
        return Stream.of(
                new Case("cut loops", List.of(loops), false),
                new Case("split", List.of(quarters), false),
                new Case("connected", List.of(diagonals), false),
                new Case("cut in two by a slot", List.of(), true),
                new Case("cut loops, then split", List.of(loops, quarters), false),
                new Case("split, then cut in two", List.of(quarters), true),
                new Case(
                        "moved elsewhere and back between",
                        List.of(loops, new Move(new Vec3(50, 0, 0)), quarters, new Move(new Vec3(-50, 0, 0))),
                        false),
                new Case(
                        "repeated above, of which the first counts",
                        List.of(quarters, new RowArray(3, new Vec3(0, 0, 90), RowArray.Spacing.EACH, 0), loops),
                        false));
    }

    /** Elements of a mesh that lie wholly in an element of another one, by places alone: blocks have upright faces. */
    private static Selection within(Mesh old, ElementKind kind, int element, Mesh now) {
        Bounds room = bounds(old, kind, element);
        BitSet out = new BitSet();
        for (int i = 0; i < Selection.count(now, kind); i++) {
            Bounds b = bounds(now, kind, i);
            if (b.minX() > room.minX() - 1e-6
                    && b.maxX() < room.maxX() + 1e-6
                    && b.minY() > room.minY() - 1e-6
                    && b.maxY() < room.maxY() + 1e-6
                    && b.minZ() > room.minZ() - 1e-6
                    && b.maxZ() < room.maxZ() + 1e-6) out.set(i);
        }
        return new Selection(kind, out);
    }

    private static Bounds bounds(Mesh m, ElementKind kind, int element) {
        List<Vec3> points = new ArrayList<>();
        switch (kind) {
            case VERTEX -> points.add(m.point(element));
            case EDGE -> {
                points.add(m.point(m.adjacency().edgeLow(element)));
                points.add(m.point(m.adjacency().edgeHigh(element)));
            }
            case FACE -> {
                for (int c = m.offsets()[element]; c < m.offsets()[element + 1]; c++)
                    points.add(m.point(m.corners()[c]));
            }
        }
        return Bounds.of(points.stream()
                .flatMapToDouble(p -> DoubleStream.of(p.x(), p.y(), p.z()))
                .toArray());
    }

    @ParameterizedTest
    @MethodSource("dividing")
    void anElementIsFollowedIntoAllItsParts(Case c) {
        Mesh before = mesh();
        c.steps.forEach(this::add);
        // A slot from side to side that leaves two parts of every face it meets.
        if (c.slots) add(slot(new Vec3(4, 100, 100), new Vec3(14, 0, 0)));
        Mesh now = mesh();
        for (ElementKind kind : ElementKind.values()) {
            for (int i = 0; i < Selection.count(before, kind); i++) {
                Picked p = Pick.hand(before, Selection.of(kind, i)).on(now);
                Selection expected = within(before, kind, i, now);
                assertEquals(expected, p.selection(), kind + " " + i);
                assertEquals(0, p.found(), "known, not looked for");
                assertEquals(expected.isEmpty() ? 1 : 0, p.lost());
            }
        }
    }

    private void set(int step, String param, Object value) throws Exception {
        d = Edits.setValue(d, a, d.body(a).entries().get(step).id(), param, value);
    }

    /** A body that is given more segments, or fewer again: what was picked is as large as it was. */
    @ParameterizedTest
    @CsvSource({"4, 2, 1", "2, 6, 3", "6, 4, 2", "4, 4, 4"})
    void morePartsOfTheBodyItself(int x, int y, int z) throws Exception {
        Mesh before = mesh();
        Pick top = Pick.hand(before, pick("faces: facing 0 0 1 10").on(before).selection());
        set(0, "segmentsX", x);
        set(0, "segmentsY", y);
        set(0, "segmentsZ", z);
        Mesh now = mesh();
        for (ElementKind kind : ElementKind.values()) {
            for (int i = 0; i < Selection.count(before, kind); i++) {
                Picked p = Pick.hand(before, Selection.of(kind, i)).on(now);
                assertEquals(within(before, kind, i, now), p.selection(), kind + " " + i);
                assertEquals(0, p.found() + p.lost());
            }
        }
        // And a step between that divides once more.
        add(new Split(pick("faces: all"), 2));
        assertEquals(4 * x * y, top.on(mesh()).selection().size());
    }

    @Test
    void roundBodiesToo() throws Exception {
        d = Edits.replaceSource(d, a, new Cylinder(40, 30, 12, 2, 0, Seat.CENTRED));
        Mesh before = mesh();
        set(0, "sides", 36);
        Mesh now = mesh();
        for (ElementKind kind : new ElementKind[] {ElementKind.EDGE, ElementKind.FACE}) {
            for (int i = 0; i < Selection.count(before, kind); i++) {
                boolean cap = kind == ElementKind.FACE && before.sides(i) > 4;
                boolean upright = kind == ElementKind.EDGE
                        && before.z(before.adjacency().edgeLow(i))
                                != before.z(before.adjacency().edgeHigh(i));
                Picked p = Pick.hand(before, Selection.of(kind, i)).on(now);
                assertEquals(cap || upright ? 1 : 3, p.selection().size(), kind + " " + i);
                assertEquals(0, p.found() + p.lost());
            }
        }
    }

    /** The walls round what a step raised have other keys where the step's faces are divided, but the same corners. */
    @Test
    void wallsOfDividedFaces() {
        Mesh before = mesh();
        Selection top = pick("faces: facing 0 0 1 10").on(before).selection();
        add(new Extrude(Pick.hand(before, top), 5, Extrude.Direction.TOGETHER, new Vec3(0, 0, 1), 0, 1, false));
        Mesh raised = mesh();
        d = Edits.addStep(d, a, 1, new Split(pick("faces: all"), 2));
        Mesh now = mesh();
        int walls = 0;
        for (int f = 0; f < raised.faceCount(); f++) {
            Selection expected = within(raised, ElementKind.FACE, f, now);
            if (bounds(raised, ElementKind.FACE, f).minZ() == 15 && expected.size() == 2) walls++;
            assertEquals(
                    expected,
                    Pick.hand(raised, Selection.of(ElementKind.FACE, f)).on(now).selection());
        }
        assertEquals(8, walls);
    }

    /** A diagonal that is gone is gone: the sides of its face are not parts of it. */
    @Test
    void anEdgeThatIsGoneIsNotGoneRound() {
        d = Edits.replaceSource(d, a, new Box(80, 20, 10, 1, 1, 1, Seat.CENTRED));
        Step diagonals = new Connect(pick("vertices: inside -41 -11 -6 -39 -9 6; and inside 39 9 -6 41 11 6"));
        add(diagonals);
        Mesh cut = mesh();
        int diagonal = -1;
        for (int e = 0; e < cut.edgeCount(); e++)
            if (bounds(cut, ElementKind.EDGE, e).size().x() > 79
                    && bounds(cut, ElementKind.EDGE, e).size().y() > 19) diagonal = e;
        Pick p = Pick.hand(cut, Selection.of(ElementKind.EDGE, diagonal));
        d = Edits.setEnabled(d, a, List.of(d.body(a).entries().get(1).id()), false);
        assertEquals(1, p.on(mesh()).lost());
    }

    /** Nor is a part of a face all that lies beyond it, once its cut is gone. */
    @ParameterizedTest
    @ValueSource(ints = {4, 5, 6, 7, 9, 24})
    void aPartWhoseCutIsGoneIsNotAnythingElse(int sides) {
        d = Edits.replaceSource(d, a, new Prism(40, 30, sides, 1, Seat.CENTRED));
        Mesh before = mesh();
        Selection corners = Selection.none(ElementKind.VERTEX);
        for (int v = 0; v < before.vertexCount() && corners.size() < 2; v += 2)
            if (before.z(v) > 0) corners = corners.with(Selection.of(ElementKind.VERTEX, v));
        add(new Connect(Pick.hand(before, corners)));
        Mesh cut = mesh();
        List<Pick> parts = new ArrayList<>();
        for (int f = 0; f < cut.faceCount(); f++)
            if (cut.sides(f) < sides && FaceFrames.of(cut).normal(f).z() > 0.9)
                parts.add(Pick.hand(cut, Selection.of(ElementKind.FACE, f)));
        assertEquals(2, parts.size());
        d = Edits.setEnabled(d, a, List.of(d.body(a).entries().get(1).id()), false);
        for (Pick p : parts)
            for (int f : p.on(mesh()).selection().elements().stream().toArray())
                assertEquals(sides, mesh().sides(f), "at the most the whole face");
    }

    static Stream<StepDescriptor> steps() {
        return Steps.ALL.stream().filter(s -> s.family() != Family.SOURCE);
    }

    /** Whatever is put under a pick, it is followed or said to be lost, and what it picks is there. */
    @ParameterizedTest
    @MethodSource("steps")
    void anyStepCanStandUnderAPick(StepDescriptor under) {
        Mesh before = mesh();
        Step s = under.createDefault();
        for (ParamDescriptor p : under.params()) {
            if (p.type() == Pick.class)
                s = under.with(
                        s, p.name(), pick(PickText.plural(((Pick) p.defaultValue()).kind()) + ": facing 0 0 1 45"));
            if (p.type() == Bodies.class) {
                BooleanStep cut = slot(new Vec3(20, 30, 40), new Vec3(14, 3, 7));
                s = under.with(s, p.name(), cut.with());
            }
        }
        add(s);
        add(new Split(pick("faces: all"), 2));
        Mesh now = mesh();
        for (ElementKind kind : ElementKind.values()) {
            int n = Selection.count(before, kind), kept = 0;
            Picked all = Pick.hand(before, Selection.all(before, kind)).on(now);
            assertEquals(n, all.wanted());
            for (int i = 0; i < n; i++) {
                Picked one = Pick.hand(before, Selection.of(kind, i)).on(now);
                if (one.lost() == 0 && one.found() == 0) kept++;
                assertEquals(one.lost() > 0, one.selection().isEmpty(), kind + " " + i);
                if (one.found() == 0)
                    assertTrue(
                            one.selection().without(all.selection()).isEmpty(),
                            "alone as with the others: " + kind + i);
            }
            assertEquals(kept, n - all.found() - all.lost(), kind.toString());
            assertTrue(all.selection().elements().length() <= Selection.count(now, kind));
        }
    }

    @Test
    void smoothedFacesAreFollowedToo() {
        Mesh before = mesh();
        add(new Subdivide(2));
        Picked p = Pick.hand(before, Selection.of(ElementKind.FACE, 3, 5)).on(mesh());
        assertEquals(2 * 16, p.selection().size());
        assertEquals(2, p.wanted());
        assertEquals(0, p.lost());
    }

    @Test
    void oneOfManyThatIsGoneIsCountedAlone() {
        Mesh before = mesh();
        BitSet faces = pick("faces: facing 0 0 1 10").on(before).selection().elements();
        // All but one, since of the whole top all would be meant that is left of it.
        faces.clear(faces.length() - 1);
        Pick some = Pick.hand(before, new Selection(ElementKind.FACE, faces));
        add(new Split(pick("faces: all"), 2));
        Mesh split = mesh();
        // All that is left of one of the three faces.
        Selection one = within(before, ElementKind.FACE, faces.nextSetBit(0), split);
        add(new Delete(Pick.hand(split, one)));
        Picked p = some.on(mesh());
        assertEquals(3, p.wanted());
        assertEquals(1, p.lost());
        assertEquals(2 * 4, p.selection().size());
    }

    /** The whole top is what is left of it, in however many parts. */
    @Test
    void aWholeIsWhatIsLeftOfIt() {
        Mesh before = mesh();
        Pick top = Pick.hand(before, pick("faces: facing 0 0 1 10").on(before).selection());
        add(new Split(pick("faces: all"), 2));
        add(new Delete(pick("faces: facing 0 0 1 10; within inside -3 -3 -100 3 3 100")));
        Picked p = top.on(mesh());
        assertEquals(pick("faces: facing 0 0 1 10").on(mesh()).selection(), p.selection());
        assertEquals(0, p.lost());
    }

    @Test
    void stepsWithPicksOfTheirOwnAreFollowed() {
        Mesh before = mesh();
        Selection top = pick("faces: facing 0 0 1 10").on(before).selection();
        Selection end = pick("faces: facing 1 0 0 10").on(before).selection();
        add(new Extrude(Pick.hand(before, top), 5, Extrude.Direction.TOGETHER, new Vec3(0, 0, 1), 0, 1, false));
        add(new Extrude(Pick.hand(before, end), 2, Extrude.Direction.TOGETHER, new Vec3(0, 0, 1), 0, 1, false));
        double plain = volume();
        assertEquals(60 * 40 * 35 + 2 * 40 * 30, plain, 1e-6);
        // Under the first, and between it and the second, which must be followed through the first.
        d = Edits.addStep(d, a, 1, new Split(pick("faces: all"), 2));
        d = Edits.addStep(d, a, 3, new CutLoop(pick("edges: all"), 2, 1, 0));
        assertEquals(plain, volume(), 1e-6, "the same model of finer faces");
    }

    @Test
    void withATagFromBelowInTheSamePick() {
        Mesh before = mesh();
        Pick end = Pick.hand(before, pick("faces: facing 1 0 0 10").on(before).selection());
        Pick both = new Pick(
                ElementKind.FACE,
                Stream.concat(
                                end.terms().stream(),
                                pick("faces: all; and tag \"lid\"").terms().stream()
                                        .skip(1))
                        .toList());
        add(new Split(pick("faces: all"), 2));
        add(new Delete(both));
        add(new TagStep(pick("faces: facing 0 0 1 10"), "lid", 1));
        Mesh m = mesh(2);
        // The end of two faces and the lid of four.
        assertEquals(4 * (before.faceCount() - 2 - 4), m.faceCount());
    }

    @Test
    void copiesOfAPartAreNotThePart() {
        Mesh before = mesh();
        add(new Split(pick("faces: all"), 2));
        add(new Move(new Vec3(100, 0, 0)));
        add(new RoundArray(6, Axis.Z, 360, Vec3.ZERO, 0, 0));
        Picked p = Pick.hand(before, Selection.of(ElementKind.FACE, 0)).on(mesh());
        assertEquals(4, p.selection().size());
    }

    /** What was picked on one of several copies is followed on that one. */
    @Test
    void partsOfACopy() {
        add(new RowArray(3, new Vec3(0, 0, 90), RowArray.Spacing.EACH, 0));
        Mesh copies = mesh();
        d = Edits.addStep(d, a, 1, new Split(pick("faces: all"), 2));
        d = Edits.addStep(d, a, 3, new CutLoop(pick("edges: all"), 1, 1, 0));
        Mesh now = mesh();
        for (ElementKind kind : ElementKind.values())
            for (int i = 0; i < Selection.count(copies, kind); i++)
                assertEquals(
                        within(copies, kind, i, now),
                        Pick.hand(copies, Selection.of(kind, i)).on(now).selection(),
                        kind + " " + i);
    }

    @Test
    void bakingKeepsWhatIsPickedAbove() throws Exception {
        Mesh before = mesh();
        Selection top = pick("faces: facing 0 0 1 10").on(before).selection();
        add(new Extrude(Pick.hand(before, top), 5, Extrude.Direction.TOGETHER, new Vec3(0, 0, 1), 0, 1, false));
        d = Edits.addStep(d, a, 1, new Split(pick("faces: all"), 2));
        Mesh live = mesh();
        d = Baking.bake(d, a, 0, 1, evaluator.evaluate(d, a, Progress.NONE));
        assertTrue(live.sameAs(mesh()), "the baked stack makes the same");
        d = Baking.unbake(d, a, d.body(a).entries().getFirst().id());
        assertTrue(live.sameAs(mesh()), "and so do the steps when they are back");
    }

    private double volume() {
        return Measures.of(mesh()).volume();
    }
}
