package org.modeststack.steps;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;

/** What must hold of every step in the list, new ones included. */
class AllStepsTest {
    private static final Set<String> COMMAND_OPTIONS =
            Set.of("in", "with", "out", "units", "repeat", "fresh", "report", "help", "version");

    /** Steps that are there to leave holes. */
    private static final Set<String> OPENING = Set.of("delete", "split-off");

    private static final Set<String> INSTEAD_OF_AXIS = Set.of("line", "pickedPlane");

    static Stream<StepDescriptor> all() {
        return Steps.ALL.stream();
    }

    static Stream<StepDescriptor> sources() {
        return all().filter(d -> d.family() == Family.SOURCE)
                .filter(d -> !List.of("imported-mesh", "linked-copy").contains(d.type()));
    }

    static Stream<StepDescriptor> steps() {
        // A whole side of a body cannot be carried over onto itself.
        return all().filter(d -> d.family() != Family.SOURCE && !d.type().equals("carry-over"));
    }

    private static TestContext contextFor(Mesh other) {
        TestContext c = new TestContext(5);
        long edge = Tag.edge(other.adjacency().edgeLow(0), other.adjacency().edgeHigh(0));
        Map<String, Tag> tags = new HashMap<>(other.tags());
        tags.put("path", Tag.whole(ElementKind.EDGE, new long[] {edge}));
        c.bodies.put("other", other.withTags(tags));
        return c;
    }

    private static Step ready(StepDescriptor d) {
        return ready(d, "facing 0 0 1 45");
    }

    /** With defaults, picks by a rule, and another body where one is asked for. */
    private static Step ready(StepDescriptor d, String rule) {
        Step s = d.createDefault();
        for (ParamDescriptor p : d.params()) {
            if (p.type() == Bodies.class) s = d.with(s, p.name(), Bodies.of("other"));
            // What takes the place of an axis is not what the step works on.
            if (INSTEAD_OF_AXIS.contains(p.name())) continue;
            if (d.type().equals("path-array") && p.name().equals("tag")) s = d.with(s, p.name(), "path");
            if (p.type() == Pick.class) s = d.with(s, p.name(), picking((Pick) p.defaultValue(), rule));
        }
        return s;
    }

    private static Pick picking(Pick kind, String rule) {
        return PickText.parse(PickText.plural(kind.kind()) + ": " + rule);
    }

    @ParameterizedTest
    @MethodSource("all")
    void aStepIsFoundByItsTypeAndDescribed(StepDescriptor d) {
        assertSame(d, Steps.byType(d.type()));
        assertTrue(d.type().matches("[a-z]+(-[a-z]+)*"), d.type());
        assertFalse(d.title().isBlank() || d.help().isBlank());
        assertTrue(d.help().endsWith("."), d.help());
        for (ParamDescriptor p : d.params()) {
            assertFalse(p.label().isBlank() || p.help().isBlank(), d.type() + "." + p.name());
            assertTrue(p.option().matches("[a-z]+(-[a-z0-9]+)*"), p.option());
            // Bodies are given by the command's own --with.
            boolean option = p.type() != Bodies.class && p.type() != Mesh.class;
            assertFalse(option && COMMAND_OPTIONS.contains(p.option()), p.option() + " is the command's own");
            assertNotNull(p.defaultValue());
        }
    }

    @ParameterizedTest
    @MethodSource("all")
    void itsDefaultsAreAllowed(StepDescriptor d) throws StepException {
        d.check(d.createDefault());
    }

    /** Numbers in a sentence must be parameters; words in bold come in pairs. */
    @ParameterizedTest
    @MethodSource("all")
    void itsSentenceReadsWell(StepDescriptor d) {
        String s = d.createDefault().sentence();
        assertTrue(s.endsWith("."), s);
        assertEquals(0, s.chars().filter(c -> c == '*').count() % 2, s);
        Matcher m = Pattern.compile("\\{([^}]*)}").matcher(s);
        while (m.find()) assertNotNull(d.param(m.group(1)), s);
    }

    @ParameterizedTest
    @MethodSource("all")
    void numbersOutsideTheirRangeAreRefusedByName(StepDescriptor d) {
        for (ParamDescriptor p : d.params()) {
            boolean number = p.type() == double.class || p.type() == int.class;
            if (!number || p.max() == Double.POSITIVE_INFINITY) continue;
            Object over = p.type() == int.class ? (Object) (int) (p.max() + 1) : p.max() * 2 + 1;
            StepException e =
                    assertThrows(StepException.class, () -> d.check(d.with(d.createDefault(), p.name(), over)));
            assertTrue(e.getMessage().startsWith(p.label() + " must be "), e.getMessage());
        }
    }

    /** What makes a parameter mean something is a choice of the same step. */
    @ParameterizedTest
    @MethodSource("all")
    void aParameterDependsOnChoicesThatThereAre(StepDescriptor d) {
        for (ParamDescriptor p : d.params()) {
            if (p.only().isEmpty()) continue;
            String[] rule = p.only().split("=");
            boolean toggle = d.param(rule[0]).type() == boolean.class;
            List<String> there = toggle
                    ? List.of("on", "off")
                    : d.param(rule[0]).choices().stream()
                            .map(ParamDescriptor::choiceName)
                            .toList();
            assertTrue(there.containsAll(List.of(rule[1].split(","))), p.only());
            Step s = d.createDefault();
            assertEquals(
                    s.uses(p.name())
                            && List.of(rule[1].split(","))
                                    .contains(d.param(rule[0]).show(d.value(s, d.param(rule[0])))),
                    d.isRelevant(s, p));
        }
    }

    @ParameterizedTest
    @MethodSource("all")
    void aChangedValueIsChangedAloneAndReadBack(StepDescriptor d) throws StepException {
        for (ParamDescriptor p : d.params()) {
            if (p.type() == Mesh.class || p.type() == Bodies.class) continue;
            Step s = d.createDefault();
            Object same = p.parse(p.show(d.value(s, p)));
            Step again = d.with(s, p.name(), same);
            for (ParamDescriptor q : d.params()) assertEquals(d.value(s, q), d.value(again, q), q.name());
        }
    }

    @ParameterizedTest
    @MethodSource("sources")
    void aSourceIsAValidMeshWithKeysOfItsOwn(StepDescriptor d) throws StepException {
        Mesh m = TestContext.run(d.createDefault());
        Health h = Health.of(m);
        assertEquals(0, h.nonManifoldEdges() + h.flippedEdges() + h.degenerateFaces() + h.looseVertices(), d.type());
        assertEquals(m.vertexCount(), Arrays.stream(m.vertexKeys()).distinct().count());
        assertEquals(m.faceCount(), Arrays.stream(m.faceKeys()).distinct().count());
        if (!d.type().equals("grid")) {
            assertTrue(h.isClosed(), d.type());
            assertTrue(Measures.of(m).volume() > 0, d.type());
        }
        assertTrue(m.sameAs(TestContext.run(d.createDefault())), "the same every time");
    }

    @ParameterizedTest
    @MethodSource("steps")
    void aStepOnEverySourceGivesAValidMesh(StepDescriptor d) throws StepException {
        for (StepDescriptor source : sources().toList()) {
            Mesh in = TestContext.run(source.createDefault());
            if (!Health.of(in).isClosed()) continue;
            Mesh other = MeshFixtures.moved(TestContext.run(Steps.byType("box").createDefault()), 11, 7, 3);
            TestContext context = contextFor(other);
            Mesh out = ready(d).apply(in, context);
            Health h = Health.of(out);
            assertEquals(0, h.flippedEdges() + h.looseVertices(), d.type() + " on " + source.type());
            if (!OPENING.contains(d.type())) assertEquals(0, h.borderEdges(), d.type() + " on " + source.type());
            assertEquals(
                    out.vertexCount(),
                    Arrays.stream(out.vertexKeys()).distinct().count(),
                    d.type() + " on " + source.type() + " gives every vertex a key of its own");
            assertTrue(out.sameAs(ready(d).apply(in, contextFor(other))), "the same every time");
        }
    }

    /** What a step makes anew is painted like what it was made of or lies beside: no white on a body painted all over. */
    @ParameterizedTest
    @MethodSource("steps")
    void paintGoesOnOverWhatIsNew(StepDescriptor d) throws StepException {
        Mesh other = MeshFixtures.painted(
                MeshFixtures.moved(TestContext.run(Steps.byType("box").createDefault()), 11, 7, 3));
        for (StepDescriptor source : sources().toList()) {
            Mesh in = MeshFixtures.painted(TestContext.run(source.createDefault()));
            assertPainted(ready(d).apply(in, contextFor(other)), d.type() + " on " + source.type());
            Mesh open = ready(Steps.byType("delete")).apply(in, new TestContext(6));
            // A sheet that looks up is all gone.
            if (open.isEmpty()) continue;
            assertPainted(ready(d, "border").apply(open, contextFor(other)), d.type() + " on open " + source.type());
        }
    }

    private static void assertPainted(Mesh m, String what) {
        if (m.isEmpty()) return;
        assertTrue(m.hasColors(), what);
        for (int i = 0; i < 4 * m.cornerCount(); i++)
            assertEquals(MeshFixtures.PAINT[i % 4], m.cornerColors()[i], 1e-6f, what + ", corner " + i / 4);
    }

    @ParameterizedTest
    @CsvSource({
        "12, LENGTH, 12",
        "2.5 cm, LENGTH, 25",
        "1/4 in, LENGTH, 6.35",
        "1 m, LENGTH, 1000",
        "(80 - 2*6)/4, LENGTH, 17",
        "-3, LENGTH, -3",
        "2 × 3, LENGTH, 6",
        "−4, LENGTH, -4",
        "45 deg, ANGLE, 45",
        "90/4, ANGLE, 22.5",
        "1e2, NONE, 100",
        "2*(3+4), NONE, 14",
        "10 mm + 1 cm, LENGTH, 20"
    })
    void numbersAreReadAsPeopleTypeThem(String text, Unit unit, double value) {
        assertEquals(value, Numbers.parse(text, unit), 1e-12);
    }

    @ParameterizedTest
    @CsvSource({"+=2, 12", "-= 1 cm, 0", "*=1.5, 15", "/=4, 2.5", "−=3, 7", "12, 12", "-3, -3", "*=(1+1)/4, 5"})
    void numbersAreReckonedFromWhatIsThere(String text, double value) throws StepException {
        assertEquals(value, Numbers.parse(text, Unit.LENGTH, 10), 1e-12);
        ParamDescriptor by = Steps.byType("extrude").param("distance");
        assertEquals(value, (Double) by.parse(text, 10), 1e-12);
    }

    @ParameterizedTest
    @CsvSource({"+=", "*=2 mm", "/=0", "+=x", "%=2"})
    void whatCannotBeReckonedIsRefused(String text) {
        assertThrows(IllegalArgumentException.class, () -> Numbers.parse(text, Unit.LENGTH, 10));
        assertThrows(
                StepException.class,
                () -> Steps.byType("extrude").param("distance").parse(text, 10));
    }

    @ParameterizedTest
    @CsvSource({"abc, LENGTH", "1//2, LENGTH", "(1, LENGTH", "1), LENGTH", "1/0, LENGTH", "3 kg, LENGTH", "2 mm, NONE"})
    void whatIsNoNumberIsRefused(String text, Unit unit) {
        assertThrows(IllegalArgumentException.class, () -> Numbers.parse(text, unit));
    }

    @ParameterizedTest
    @CsvSource({"1, 1", "0.5, 0.5", "1e-9, 0.000000001", "123456.789, 123456.789", "-0.0, 0", "0.1234567, 0.123457"})
    void numbersAreShownShortly(double value, String shown) {
        assertEquals(shown, Numbers.show(value));
    }
}
