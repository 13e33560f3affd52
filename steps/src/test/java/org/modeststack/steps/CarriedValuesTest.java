package org.modeststack.steps;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.modeststack.mesh.CarryRule;
import org.modeststack.mesh.CornerCarrier;
import org.modeststack.mesh.CornerLayer;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.TagBuilder;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;

/**
 * What a mesh carries goes through every step by one mechanism, with a rule of its own. A layer of corner values with the numbers of the colours, but
 * another name and width, comes out with the numbers of the colours.
 */
class CarriedValuesTest {
    /** Colours, their red and green once more, how many a corner is, and who was first. */
    private static Mesh laden(Mesh plain, int first) {
        Mesh m = MeshFixtures.telling(plain);
        float[] colors = m.colors(), two = new float[2 * m.cornerCount()], one = new float[m.cornerCount()];
        for (int c = 0; c < m.cornerCount(); c++) {
            two[2 * c] = colors[4 * c];
            two[2 * c + 1] = colors[4 * c + 1];
            one[c] = first + c;
        }
        Map<String, CornerLayer> layers = new HashMap<>(m.cornerLayers());
        layers.put("twin", new CornerLayer(2, CarryRule.MEAN, 1, two));
        layers.put("greatest", new CornerLayer(1, CarryRule.GREATEST, -1, one));
        layers.put("nearest", new CornerLayer(1, CarryRule.COPY, -1, one));
        layers.put("first", new CornerLayer(1, CarryRule.FIRST, -1, one));
        return m.withCornerLayers(layers);
    }

    /** With tags of each kind that have the same weights, some far above 1, and a rule each. */
    private static Mesh sharp(Mesh m) {
        Map<String, Tag> tags = new HashMap<>(m.tags());
        for (ElementKind kind : ElementKind.values()) {
            int n = kind == ElementKind.VERTEX
                    ? m.vertexCount()
                    : kind == ElementKind.FACE ? m.faceCount() : m.adjacency().edgeCount();
            for (CarryRule rule : CarryRule.values()) {
                TagBuilder b = new TagBuilder(kind, rule);
                for (int i = 0; i < n; i++) if (i % 3 != 0) b.add(Selection.tagged(m, kind, i), 1 + (i * 37 % 11));
                tags.put(kind + " " + rule, b.build());
            }
        }
        return m.withTags(tags);
    }

    record Case(String name, Step step, Mesh in) {
        @Override
        public String toString() {
            return name;
        }
    }

    static Stream<Case> cases() throws StepException {
        Mesh box = laden(TestContext.run(new Box(20, 14, 10, 3, 4, 2, Seat.STANDING)), 0);
        Mesh drum = laden(TestContext.run(new Cylinder(20, 10, 12, 3, 0, Seat.STANDING)), 0);
        List<Case> out = new ArrayList<>();
        for (StepDescriptor d : Steps.ALL) {
            if (d.family() == Family.SOURCE) continue;
            for (String rule : List.of("all", "facing 0 0 1 10", "sharper 30")) {
                Step s = d.createDefault();
                boolean picks = false;
                for (ParamDescriptor p : d.params()) {
                    if (p.type() == Bodies.class) s = d.with(s, p.name(), Bodies.of("other"));
                    if (p.type() != Pick.class) continue;
                    picks = true;
                    Pick kind = (Pick) p.defaultValue();
                    s = d.with(s, p.name(), PickText.parse(PickText.plural(kind.kind()) + ": " + rule));
                }
                if (!picks && !rule.equals("all")) continue;
                out.add(new Case(d.type() + ", " + rule + ", box", s, box));
                out.add(new Case(d.type() + ", " + rule + ", drum", s, drum));
            }
        }
        return out.stream();
    }

    private static TestContext context() throws StepException {
        TestContext c = new TestContext(77);
        Mesh other = TestContext.run(new Box(6, 30, 6, 1, 1, 1, Seat.CENTRED));
        c.bodies.put("other", laden(MeshFixtures.moved(other, 3, 1, 7), 1000));
        return c;
    }

    @ParameterizedTest
    @MethodSource("cases")
    void allLayersGoWhereTheColoursGo(Case c) throws StepException {
        Mesh out;
        try {
            out = c.step().apply(c.in(), context());
        } catch (StepException e) {
            // What cannot be done here has nothing to carry.
            return;
        }
        if (out.isEmpty()) return;
        assertEquals(c.in().cornerLayers().keySet(), out.cornerLayers().keySet());
        float[] colors = out.colors(), twin = out.cornerLayers().get("twin").values();
        float[] greatest = out.cornerLayers().get("greatest").values();
        float[] nearest = out.cornerLayers().get("nearest").values();
        float[] first = out.cornerLayers().get("first").values();
        for (int i = 0; i < out.cornerCount(); i++) {
            assertEquals(colors[4 * i], twin[2 * i], "red of corner " + i);
            assertEquals(colors[4 * i + 1], twin[2 * i + 1], "green of corner " + i);
            // Those by which one only goes are never made up.
            for (float[] whole : List.of(greatest, nearest, first)) {
                assertEquals(Math.rint(whole[i]), whole[i]);
                assertTrue(whole[i] >= 0 && whole[i] < 1024 + 1000, "corner " + i + ": " + whole[i]);
            }
            assertTrue(greatest[i] >= nearest[i], "corner " + i);
        }
    }

    /** Weights above 1 and their rules go through every step, on whatever elements the usual ones go on. */
    @ParameterizedTest
    @MethodSource("cases")
    void tagsKeepTheirRulesAndGoTheSameWay(Case c) throws StepException {
        Mesh in = sharp(c.in()), out;
        try {
            out = c.step().apply(in, context());
        } catch (StepException e) {
            return;
        }
        if (out.isEmpty()) return;
        for (ElementKind kind : ElementKind.values()) {
            Tag greatest = out.tag(kind + " GREATEST");
            assertNotNull(greatest, "tags stay, also where nothing is left of them");
            for (CarryRule rule : CarryRule.values()) {
                Tag t = out.tag(kind + " " + rule);
                assertEquals(kind, t.kind());
                assertEquals(rule, t.rule());
                assertEquals(greatest.size(), t.size(), t.kind() + " " + rule);
                for (int i = 0; i < t.size(); i++) {
                    assertEquals(greatest.element(i), t.element(i));
                    double w = t.weight(i);
                    assertTrue(w >= 1 && w <= 11, () -> kind + " " + rule + ": " + w);
                    if (rule == CarryRule.COPY || rule == CarryRule.FIRST) assertEquals(Math.rint(w), w);
                }
            }
        }
    }

    /** Half of the steps above would make no new corner at all if their picks took nothing. */
    @Test
    void mostOfThemDoSomething() throws StepException {
        int done = 0, all = 0;
        for (Case c : cases().toList()) {
            all++;
            try {
                Mesh out = c.step().apply(c.in(), context());
                if (out.cornerCount() != c.in().cornerCount()) done++;
            } catch (StepException e) {
                assertNotNull(e.getMessage());
            }
        }
        assertTrue(done > 40, done + " of " + all);
    }

    @Test
    void rulesSayWhatLiesBetween() {
        Mesh in = laden(MeshFixtures.sheet(1), 0);
        CornerCarrier carrier = new CornerCarrier();
        carrier.mix(0, in, new int[] {1, 3, 2}, new double[] {0.25, 0, 0.75}, 3);
        carrier.like(2, in, 3);
        Map<String, CornerLayer> out = carrier.layers(3);
        float[] two = in.cornerLayers().get("twin").values();
        assertEquals(0.25f * two[2] + 0.75f * two[4], out.get("twin").values()[0], 1e-6f);
        assertEquals(2, out.get("greatest").values()[0], "the third source has no share in it");
        assertEquals(2, out.get("nearest").values()[0]);
        assertEquals(1, out.get("first").values()[0]);
        assertEquals(-1, out.get("first").values()[1], "nobody said anything of it");
        assertEquals(3, out.get("first").values()[2]);
        assertEquals(1, out.get("twin").values()[2]);
    }
}
