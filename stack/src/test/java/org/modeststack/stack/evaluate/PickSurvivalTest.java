package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.clean.Weld;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.cut.Connect;
import org.modeststack.steps.cut.CutLoop;
import org.modeststack.steps.cut.Split;
import org.modeststack.steps.extrude.Extrude;
import org.modeststack.steps.extrude.Inset;
import org.modeststack.steps.mark.TagStep;
import org.modeststack.steps.mirror.Mirror;
import org.modeststack.steps.pick.Anchor;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Picked;
import org.modeststack.steps.remove.Dissolve;
import org.modeststack.steps.repeat.RoundArray;
import org.modeststack.steps.repeat.RowArray;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.shape.Scale;
import org.modeststack.steps.shape.Turn;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.Torus;
import org.modeststack.steps.source.Tube;
import org.modeststack.steps.source.UvSphere;

/**
 * What becomes of picks made by hand when something below them changes. For each change it is known where a point of the
 * model goes, so that one can tell without keys which elements still have a counterpart: one at the place, of the same
 * direction. The table in docs/picks.md is written by this test.
 */
class PickSurvivalTest {
    /** What a change does to a model, and where it takes the model's points; null where that cannot be said. */
    private record Change(String model, String name, Document before, Edit edit, UnaryOperator<Vec3> moved) {}

    /** An edit of a document. */
    @FunctionalInterface
    private interface Edit {
        Document apply(Document d) throws StepException;
    }

    private final List<Change> changes = new ArrayList<>();
    private final Evaluator evaluator = new Evaluator();

    private static Document body(Step... steps) {
        return with(Document.EMPTY, "A", steps);
    }

    private static Document with(Document d, String name, Step... steps) {
        d = Edits.addBody(d, name, Material.DEFAULT, steps[0]);
        String id = d.bodies().getLast().id();
        for (int i = 1; i < steps.length; i++) d = Edits.addStep(d, id, i, steps[i]);
        return d;
    }

    private static String a(Document d) {
        return d.bodyNamed("A").id();
    }

    private static Edit set(String body, int step, String param, Object value) {
        return d -> {
            String id = d.bodyNamed(body).id();
            return Edits.setValue(d, id, d.body(id).entries().get(step).id(), param, value);
        };
    }

    private static UnaryOperator<Vec3> scaled(double x, double y, double z) {
        return p -> new Vec3(p.x() * x, p.y() * y, p.z() * z);
    }

    private void add(String model, String name, Document before, Edit edit, UnaryOperator<Vec3> moved) {
        changes.add(new Change(model, name, before, edit, moved));
    }

    private void changes() {
        UnaryOperator<Vec3> same = p -> p;
        Document box = body(new Box(60, 40, 30, 3, 2, 2, Seat.CENTRED));
        add("box", "width 60 → 90", box, set("A", 0, "width", 90.0), scaled(1.5, 1, 1));
        add("box", "height 30 → 12", box, set("A", 0, "height", 12.0), scaled(1, 1, 0.4));
        add("box", "segments 3 → 6", box, set("A", 0, "segmentsX", 6), same);
        add("box", "segments 3 → 1", box, set("A", 0, "segmentsX", 1), same);
        add("box", "segments 3 → 5", box, set("A", 0, "segmentsX", 5), same);
        add("box", "another box in its place", box, instead(new Box(60, 40, 30, 3, 2, 2, Seat.CENTRED)), same);
        add("box", "a cylinder in its place", box, instead(new Cylinder(40, 30, 24, 1, 0, Seat.CENTRED)), same);
        Document bar = body(new Cylinder(40, 30, 24, 2, 0, Seat.CENTRED));
        add("cylinder", "sides 24 → 48", bar, set("A", 0, "sides", 48), same);
        add("cylinder", "sides 24 → 12", bar, set("A", 0, "sides", 12), same);
        add("cylinder", "sides 24 → 36", bar, set("A", 0, "sides", 36), same);
        add("cylinder", "diameter 40 → 70", bar, set("A", 0, "diameter", 70.0), scaled(1.75, 1.75, 1));
        add("cylinder", "segments 2 → 4", bar, set("A", 0, "segments", 4), same);
        Document ball = body(Steps.byType("uv-sphere").createDefault());
        add(
                "sphere",
                "rings doubled",
                ball,
                d -> {
                    Step s = d.bodyNamed("A").entries().getFirst().step();
                    int rings = (Integer) Steps.byType("uv-sphere")
                            .value(s, Steps.byType("uv-sphere").param("rings"));
                    return set("A", 0, "rings", 2 * rings).apply(d);
                },
                same);
        Document cut = with(
                body(new Box(60, 40, 30, 1, 1, 1, Seat.CENTRED)),
                "C",
                new Cylinder(16, 60, 32, 1, 0, Seat.CENTRED),
                new Move(new Vec3(-8, 0, 0)));
        cut = Edits.addStep(
                cut,
                a(cut),
                1,
                new BooleanStep(
                        Operation.DIFFERENCE, Bodies.of(cut.bodyNamed("C").id())));
        UnaryOperator<Vec3> along = p -> Math.hypot(p.x() + 8, p.y()) < 8.1 ? p.plus(new Vec3(9, 2, 0)) : p;
        add("bored block", "cutter moved", cut, set("C", 1, "by", new Vec3(1, 2, 0)), along);
        add(
                "bored block",
                "cutter's diameter 16 → 20",
                cut,
                set("C", 0, "diameter", 20.0),
                p -> Math.hypot(p.x() + 8, p.y()) < 8.1 ? new Vec3(-8 + (p.x() + 8) * 1.25, p.y() * 1.25, p.z()) : p);
        add("bored block", "cutter's sides 32 → 64", cut, set("C", 0, "sides", 64), same);
        add(
                "bored block",
                "block's width 60 → 80",
                cut,
                set("A", 0, "width", 80.0),
                p -> Math.abs(p.x()) > 20 ? scaled(4 / 3.0, 1, 1).apply(p) : p);
        add("bored block", "cut switched off", cut, off(1), same);
        add(
                "bored block",
                "a second bore",
                cut,
                d -> {
                    Document e =
                            with(d, "D", new Cylinder(10, 60, 24, 1, 0, Seat.CENTRED), new Move(new Vec3(18, 0, 0)));
                    return Edits.addStep(
                            e,
                            a(e),
                            2,
                            new BooleanStep(
                                    Operation.DIFFERENCE,
                                    Bodies.of(e.bodyNamed("D").id())));
                },
                same);
        Document row = body(
                new Box(10, 10, 10, 2, 2, 2, Seat.CENTRED),
                new RowArray(4, new Vec3(15, 0, 0), RowArray.Spacing.EACH, 0));
        add("row", "4 → 6 copies", row, set("A", 1, "count", 6), same);
        add("row", "4 → 2 copies", row, set("A", 1, "count", 2), same);
        add(
                "row",
                "offset 15 → 25",
                row,
                set("A", 1, "offset", new Vec3(25, 0, 0)),
                p -> p.plus(new Vec3(10 * Math.rint(p.x() / 15), 0, 0)));
        Document round = body(
                new Box(10, 4, 6, 1, 1, 1, Seat.CENTRED),
                new Move(new Vec3(30, 0, 0)),
                new RoundArray(6, Axis.Z, 360, Vec3.ZERO, 0, 0));
        // The second copy stays the second, wherever it goes.
        add("round array", "6 → 12 copies", round, set("A", 2, "count", 12), p -> {
            long copy = Math.floorMod(Math.round(Math.toDegrees(Math.atan2(p.y(), p.x())) / 60), 6L);
            double turn = Math.toRadians(-30.0 * copy), c = Math.cos(turn), q = Math.sin(turn);
            return new Vec3(c * p.x() - q * p.y(), q * p.x() + c * p.y(), p.z());
        });
        Document smooth = body(new Box(40, 40, 40, 2, 2, 2, Seat.CENTRED), new Subdivide(1));
        add("smoothed block", "smoothed once more", smooth, set("A", 1, "levels", 2), same);
        add(
                "smoothed block",
                "moved and turned below",
                smooth,
                d -> {
                    Document e = Edits.addStep(d, a(d), 1, new Move(new Vec3(5, 6, 7)));
                    return Edits.addStep(e, a(e), 2, new Turn(Axis.Z, 90, Vec3.ZERO));
                },
                p -> new Vec3(-(p.y() + 6), p.x() + 5, p.z() + 7));
        add(
                "smoothed block",
                "scaled below",
                smooth,
                d -> Edits.addStep(d, a(d), 1, new Scale(new Vec3(2, 0.5, 1), Vec3.ZERO)),
                scaled(2, 0.5, 1));
    }

    /** Steps put in, taken out and moved, and more of what the sources allow. */
    private void moreChanges() {
        UnaryOperator<Vec3> same = p -> p;
        Pick faces = PickText.parse("faces: all"), edges = PickText.parse("edges: all");
        Pick top = PickText.parse("faces: facing 0 0 1 10");
        Document box = body(new Box(60, 40, 30, 3, 2, 2, Seat.CENTRED));
        add("box", "depth 40 → 60", box, set("A", 0, "depth", 60.0), scaled(1, 1.5, 1));
        add("box", "segments across 2 → 4", box, set("A", 0, "segmentsY", 4), same);
        add("box", "segments upright 2 → 6", box, set("A", 0, "segmentsZ", 6), same);
        add("box", "segments across 2 → 1", box, set("A", 0, "segmentsY", 1), same);
        add("box", "cut loops put in", box, put(1, new CutLoop(edges, 1, 1, 0)), same);
        add("box", "two cut loops put in", box, put(1, new CutLoop(edges, 2, 1, 0)), same);
        add("box", "faces split in four", box, put(1, new Split(faces, 2)), same);
        add("box", "faces split in nine", box, put(1, new Split(faces, 3)), same);
        add("box", "faces connected", box, put(1, new Connect(PickText.parse("vertices: all"))), same);
        add("box", "smoothed", box, put(1, new Subdivide(1)), same);
        add("box", "moved below", box, put(1, new Move(new Vec3(7, -3, 2))), p -> p.plus(new Vec3(7, -3, 2)));
        add("box", "turned below", box, put(1, new Turn(Axis.X, 90, Vec3.ZERO)), p -> new Vec3(p.x(), -p.z(), p.y()));
        add("box", "scaled below", box, put(1, new Scale(new Vec3(1, 2, 3), Vec3.ZERO)), scaled(1, 2, 3));
        add("box", "repeated below", box, put(1, new RowArray(3, new Vec3(0, 60, 0), RowArray.Spacing.EACH, 0)), same);
        add("box", "mirrored below", box, put(1, new Mirror(Axis.X, 40, false, 0.01)), same);
        add("box", "welded below", box, put(1, new Weld(0.01)), same);
        add("box", "tagged below", box, put(1, new TagStep(top, "lid", 1)), same);
        add("box", "edges bevelled", box, put(1, Steps.byType("bevel").createDefault()), same);
        add(
                "box",
                "top inset",
                box,
                put(1, new Inset(top, 3, 0, Inset.Frames.TOGETHER, true)),
                p -> p.z() > 14.9 && isInside(p) ? null : p);
        add(
                "box",
                "top raised",
                box,
                put(1, new Extrude(top, 4, Extrude.Direction.TOGETHER, new Vec3(0, 0, 1), 0, 1, false)),
                p -> p.z() < 14.9 ? p : isInside(p) ? p.plus(new Vec3(0, 0, 4)) : null);
        add("box", "edges dissolved", box, put(1, new Dissolve(PickText.parse("edges: facing 0 0 1 10"), false)), same);
        add("box", "a bore put in", box, cutter(1, new Cylinder(10, 60, 24, 1, 0, Seat.CENTRED)), same);
        add("box", "a slot put in", box, cutter(1, new Box(4, 100, 100, 1, 1, 1, Seat.CENTRED)), same);
        Document bar = body(new Cylinder(40, 30, 24, 2, 0, Seat.CENTRED));
        add("cylinder", "height 30 → 50", bar, set("A", 0, "height", 50.0), scaled(1, 1, 5 / 3.0));
        add("cylinder", "sides 24 → 72", bar, set("A", 0, "sides", 72), same);
        add("cylinder", "sides 24 → 8", bar, set("A", 0, "sides", 8), same);
        add("cylinder", "segments 2 → 6", bar, set("A", 0, "segments", 6), same);
        add(
                "cylinder",
                "cut loops put in",
                bar,
                put(1, new CutLoop(PickText.parse("edges: sharper 10"), 1, 1, 0)),
                same);
        add("cylinder", "a slot put in", bar, cutter(1, new Box(4, 100, 100, 1, 1, 1, Seat.CENTRED)), same);
        add("cylinder", "a tube in its place", bar, instead(new Tube(40, 6, 30, 24, 2, Seat.CENTRED)), same);
        Document ball = body(new UvSphere(40, 16, 8, Seat.CENTRED));
        add("sphere", "diameter 40 → 60", ball, set("A", 0, "diameter", 60.0), scaled(1.5, 1.5, 1.5));
        add("sphere", "sides 16 → 32", ball, set("A", 0, "sides", 32), same);
        add("sphere", "faces split in four", ball, put(1, new Split(faces, 2)), same);
        Document ring = body(new Torus(60, 20, 16, 8, Seat.CENTRED));
        add("torus", "sides 16 → 32", ring, set("A", 0, "sides", 32), same);
        add("torus", "sides of the tube 8 → 16", ring, set("A", 0, "barSides", 16), same);
        Document raised = body(
                new Box(60, 40, 30, 3, 2, 2, Seat.CENTRED),
                new Extrude(top, 5, Extrude.Direction.TOGETHER, new Vec3(0, 0, 1), 0, 1, false),
                new Move(new Vec3(1, 2, 3)));
        add("raised block", "by 5 → 9", raised, set("A", 1, "distance", 9.0), p -> {
            double rise = p.z() > 18.1 ? 4 * (p.z() - 18) / 5 : 0;
            return p.plus(new Vec3(0, 0, rise));
        });
        add("raised block", "segments 3 → 6", raised, set("A", 0, "segmentsX", 6), same);
        add("raised block", "faces split below", raised, put(1, new Split(faces, 2)), same);
        add("raised block", "two steps change places", raised, d -> swap(d, 1, 2), same);
        add("raised block", "switched off", raised, off(1), p -> {
            boolean raisedTop = p.z() > 22.9 && isInside(p.minus(new Vec3(1, 2, 3)));
            return raisedTop ? p.minus(new Vec3(0, 0, 5)) : p.z() > 17.9 ? null : p;
        });
    }

    /** Off the walls of the box, seen from above. */
    private static boolean isInside(Vec3 p) {
        return Math.abs(p.x()) < 29.9 && Math.abs(p.y()) < 19.9;
    }

    /** Another source in place of the first. */
    private static Edit instead(Step source) {
        return d -> Edits.replaceSource(d, a(d), source);
    }

    private static Edit put(int at, Step s) {
        return d -> Edits.addStep(d, a(d), at, s);
    }

    /** A difference with a new body. */
    private static Edit cutter(int at, Step source) {
        return d -> {
            Document e = with(d, "Cutter", source);
            return Edits.addStep(
                    e,
                    a(e),
                    at,
                    new BooleanStep(
                            Operation.DIFFERENCE,
                            Bodies.of(e.bodyNamed("Cutter").id())));
        };
    }

    private static Document swap(Document d, int first, int second) throws StepException {
        Body b = d.body(a(d));
        return Edits.moveStep(d, b.id(), b.entries().get(second).id(), first);
    }

    private static Edit off(int step) {
        return d -> Edits.setEnabled(
                d, a(d), List.of(d.body(a(d)).entries().get(step).id()), false);
    }

    /** The counterpart of an element: what lies where it went and looks the same way; -1 if there is none. */
    private static int counterpart(Mesh now, ElementKind kind, Vec3 place, Vec3 way, double tolerance) {
        int n = Selection.count(now, kind);
        for (int i = 0; i < n; i++) {
            Anchor x = Anchor.of(now, kind, i);
            if (x.place().minus(place).length() > tolerance) continue;
            double dot = x.way().dot(way);
            if ((kind == ElementKind.EDGE ? Math.abs(dot) : dot) > 0.9) return i;
        }
        return -1;
    }

    @Test
    void picksStayOnTheSamePartOfTheModel() throws Exception {
        changes();
        moreChanges();
        int withCounterpart = 0, right = 0, wrong = 0;
        StringBuilder table = new StringBuilder(
                "| model | change | picked | kept | found | lost | without counterpart |\n|---|---|---|---|---|---|---|\n");
        StringBuilder wrongs = new StringBuilder();
        for (Change c : changes) {
            Mesh before =
                    evaluator.evaluate(c.before, a(c.before), Progress.NONE).mesh();
            Document changed = c.edit.apply(c.before);
            Mesh now = evaluator.evaluate(changed, a(changed), Progress.NONE).mesh();
            for (ElementKind kind : ElementKind.values()) {
                Random random = new Random(7);
                Selection s = Selection.none(kind);
                int n = Selection.count(before, kind);
                for (int i = 0; i < n; i++) if (random.nextInt(3) == 0) s = s.with(Selection.of(kind, i));
                Picked all = Pick.hand(before, s).on(now);
                int none = 0;
                for (int i = s.elements().nextSetBit(0);
                        i >= 0;
                        i = s.elements().nextSetBit(i + 1)) {
                    Anchor was = Anchor.of(before, kind, i);
                    Vec3 place = c.moved.apply(was.place()),
                            tip = c.moved.apply(was.place().plus(was.way().times(1e-3)));
                    int expected = place == null || tip == null
                            ? -1
                            : counterpart(now, kind, place, tip.minus(place).unit(), 1e-3);
                    BitSet got = Pick.hand(before, Selection.of(kind, i))
                            .on(now)
                            .selection()
                            .elements();
                    if (expected < 0) {
                        none++;
                    } else {
                        withCounterpart++;
                        if (got.get(expected)) right++;
                    }
                    // What has no counterpart may still be kept where it has become larger or smaller, or several,
                    // not elsewhere.
                    for (int g = got.nextSetBit(0); g >= 0 && place != null; g = got.nextSetBit(g + 1)) {
                        Anchor x = Anchor.of(now, kind, g);
                        boolean near = x.place().minus(place).length() <= 1.01 * (x.size() + was.size());
                        if (near && (expected < 0 || got.get(expected))) continue;
                        wrong++;
                        wrongs.append(c.model + ": " + c.name + " " + kind + " " + i + " at " + place + " got "
                                + x.place() + "\n");
                    }
                }
                int kept = all.wanted() - all.found() - all.lost();
                table.append(String.format(
                        Locale.ROOT,
                        "| %s | %s | %s | %d | %d | %d | %d |%n",
                        c.model,
                        c.name,
                        PickText.count(s.size(), kind),
                        kept,
                        all.found(),
                        all.lost(),
                        none));
            }
        }
        table.append(String.format(
                Locale.ROOT,
                "%nOf %,d elements that have a counterpart %,d are on it (%.1f %%); %d are somewhere else.%n",
                withCounterpart,
                right,
                100.0 * right / withCounterpart,
                wrong));
        if (Boolean.getBoolean("modest.write")) write(table.toString());
        assertTrue(changes.size() >= 60, changes.size() + " changes");
        assertEquals(0, wrong, wrongs.toString());
        assertTrue(right >= 0.95 * withCounterpart, right + " of " + withCounterpart);
        assertTrue(
                Files.readString(file()).contains(table.toString()), "docs/picks.md has another table; write it anew");
    }

    private static Path file() {
        return Path.of("..", "docs", "picks.md");
    }

    /** The table goes from its head to the sentence below it; what stands behind stays. */
    private static void write(String table) throws IOException {
        String page = Files.readString(file()), last = "are somewhere else.\n";
        int from = page.indexOf("| model |"), end = page.indexOf(last, from);
        String behind = end < 0 ? "" : page.substring(end + last.length());
        Files.writeString(file(), page.substring(0, from) + table + behind);
    }
}
