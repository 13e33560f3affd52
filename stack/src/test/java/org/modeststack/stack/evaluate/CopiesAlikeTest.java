package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.steps.Family;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.mend.DivideFaces;
import org.modeststack.steps.pick.EachAlike;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.remove.Delete;
import org.modeststack.steps.remove.JoinTriangles;
import org.modeststack.steps.shading.GiveMaterial;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.Torus;

/** A step that does to each copy the same is carried out once, and gives what it gives on the faces of all. */
class CopiesAlikeTest extends OneBody {
    private static Step step(String type, Object... pairs) {
        StepDescriptor d = Steps.byType(type);
        Step s = d.createDefault();
        for (int i = 0; i < pairs.length; i += 2) s = d.with(s, (String) pairs[i], pairs[i + 1]);
        return s;
    }

    private static Step row(int count) {
        return step("row-array", "count", count, "offset", new Vec3(31, 7, -3), "turn", 20.0);
    }

    /** Each step of this kind with its usual values, on all there is of what it works on. */
    static Stream<Step> alike() {
        return Steps.ALL.stream()
                .filter(d -> d.family() != Family.SOURCE)
                .map(StepDescriptor::createDefault)
                .filter(EachAlike.class::isInstance)
                .map(s -> {
                    StepDescriptor d = StepDescriptor.of(s);
                    Step out = s;
                    for (ParamDescriptor p : d.params())
                        if (d.value(s, p) instanceof Pick k && k.terms().isEmpty())
                            out = d.with(out, p.name(), Pick.all(k.kind()));
                    // All is plain already.
                    if (out instanceof GiveMaterial) return d.with(out, "material", "brass");
                    // Faces of four sides are few enough by themselves.
                    return out instanceof DivideFaces ? d.with(out, "mostSides", 3) : out;
                });
    }

    private Document together(long id) {
        return d.with(a, b -> b.with(id, e -> e.withTogether(true)));
    }

    private Geometry geometry(Document of) {
        return evaluator.evaluate(of, a, Progress.NONE).steps().getLast().geometry();
    }

    @ParameterizedTest
    @MethodSource("alike")
    void theSameComesOfItOnceAsOnAllFaces(Step s) {
        int worked = 0;
        for (Step source : List.of(new Box(10, 8, 6, 2, 2, 2, Seat.CENTRED), new Torus(20, 6, 11, 7, Seat.CENTRED))) {
            start(source);
            add(row(5));
            add(s);
            long id = d.bodyOf(a).entries().getLast().id();
            Geometry once = geometry(d), all = geometry(together(id));
            // What has nothing to do leaves the parts.
            if (all.parts().size() == 5) continue;
            worked++;
            assertEquals(5, once.parts().size());
            assertEquals(1, once.parts().stream().map(p -> p.mesh()).distinct().count());
            assertEquals(all.vertexCount(), once.vertexCount(), s.toString());
            assertEquals(all.faceCount(), once.faceCount());
            assertEquals(
                    Measures.of(all.mesh()).volume(), Measures.of(once.mesh()).volume(), 1e-8);
            assertEquals(
                    Measures.of(all.mesh()).area(), Measures.of(once.mesh()).area(), 1e-8);
            assertEquals(all.mesh().tags().keySet(), once.mesh().tags().keySet());
            all.mesh()
                    .tags()
                    .forEach((name, tag) ->
                            assertEquals(tag.size(), once.mesh().tag(name).size(), name));
            long[] keys = once.mesh().vertexKeys().clone();
            Arrays.sort(keys);
            for (int i = 1; i < keys.length; i++) assertNotEquals(keys[i - 1], keys[i], "every vertex has its own key");
        }
        assertTrue(worked > 0 || s instanceof JoinTriangles, s.toString());
    }

    /** What goes by place, and copies that are mirrored or of other sizes, are worked on as they lie. */
    @Test
    void whatIsNotAlikeIsWorkedOnForItself() {
        Step bevel = step("bevel", "width", 0.5);
        Object[][] cases = {
            {row(4), step("bevel", "width", 0.5, "where", pick("edges: facing 0 0 1 5"))},
            {row(4), step("bevel", "width", 0.5, "where", pick("edges: inside 0 0 0 40 40 40"))},
            {step("row-array", "count", 3, "scale", 0.9), bevel},
            {step("mirror", "weld", false, "at", 20.0), bevel},
        };
        for (Object[] c : cases) {
            start(new Box(10, 8, 6, 1, 1, 1, Seat.CENTRED));
            add((Step) c[0]);
            add((Step) c[1]);
            assertEquals(1, geometry(d).parts().size(), Arrays.toString(c));
        }
    }

    @Test
    void documentsOfBeforeWorkOnAllTogether() {
        start(new Box(10, 8, 6, 1, 1, 1, Seat.CENTRED));
        add(row(4));
        add(step("bevel", "width", 0.5));
        long id = d.bodyOf(a).entries().getLast().id();
        assertFalse(Arrays.equals(
                geometry(d).mesh().vertexKeys(), geometry(together(id)).mesh().vertexKeys()));
    }

    /** A pick by hand before is followed through it, whichever copies it is on. */
    @Test
    void picksAreFollowedThroughIt() {
        Random random = new Random(5);
        for (int round = 0; round < 12; round++) {
            start(new Box(10, 8, 6, 2, 1, 1, Seat.CENTRED));
            add(row(4));
            Mesh copies = mesh();
            Selection some = Selection.none(ElementKind.FACE);
            for (int i = 0; i < 1 + round % 3; i++)
                some = some.with(Selection.of(ElementKind.FACE, random.nextInt(copies.faceCount())));
            add(new Delete(Pick.hand(copies, some)));
            double gone = Measures.of(copies).area() - Measures.of(mesh()).area();
            d = Edits.addStep(
                    d,
                    a,
                    2,
                    round % 2 == 0 ? step("subdivide", "levels", 1, "scheme", linear()) : step("divide-faces"));
            assertEquals(4, geometryAt(2).parts().size());
            assertEquals(gone, Measures.of(mesh(2)).area() - Measures.of(mesh()).area(), 1e-9, "round " + round);
        }
    }

    private static Object linear() {
        return StepDescriptor.of(step("subdivide")).param("scheme").type().getEnumConstants()[2];
    }

    private Geometry geometryAt(int step) {
        return evaluator.evaluate(d, a, Progress.NONE).steps().get(step).geometry();
    }

    /** What is picked on the rounded copies stays picked when numbers below change. */
    @Test
    void picksOnWhatComesOfItStay() throws StepException {
        start(new Box(10, 8, 6, 1, 1, 1, Seat.CENTRED));
        add(row(4));
        add(step("bevel", "width", 0.5));
        Mesh rounded = mesh();
        int face = rounded.faceCount() - 3;
        add(new Delete(Pick.hand(rounded, Selection.of(ElementKind.FACE, face))));
        List<Long> ids = d.bodyOf(a).entries().stream().map(e -> e.id()).toList();
        for (Map.Entry<Long, Object[]> change : Map.<Long, Object[]>of(
                        ids.get(0), new Object[] {"height", 7.0},
                        ids.get(1), new Object[] {"count", 6},
                        ids.get(2), new Object[] {"width", 0.7})
                .entrySet()) {
            Document changed =
                    Edits.setValue(d, a, change.getKey(), (String) change.getValue()[0], change.getValue()[1]);
            List<StepResult> steps =
                    evaluator.evaluate(changed, a, Progress.NONE).steps();
            Mesh before = steps.get(2).mesh(), after = steps.get(3).mesh();
            assertEquals(before.faceCount() - 1, after.faceCount());
            assertTrue(
                    steps.get(3).remarks().stream().allMatch(r -> r.text().startsWith("The body was closed")),
                    steps.get(3).remarks().toString());
            long key = rounded.faceKeys()[face];
            assertTrue(Arrays.stream(before.faceKeys()).anyMatch(k -> k == key));
            assertTrue(Arrays.stream(after.faceKeys()).noneMatch(k -> k == key));
        }
    }

    /** A step that has nothing to do leaves the parts as they are. */
    @Test
    void whatIsNotChangedStays() {
        start(new Box(10, 8, 6, 1, 1, 1, Seat.CENTRED));
        add(row(4));
        Geometry before = geometry(d);
        add(step("bevel", "width", 0.0));
        assertSame(before, geometry(d));
    }
}
