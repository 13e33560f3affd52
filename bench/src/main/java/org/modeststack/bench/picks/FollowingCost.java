package org.modeststack.bench.picks;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import org.modeststack.bench.NamedSteps;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.evaluate.BodyResult;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.stack.evaluate.StepResult;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.StepException;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.shape.Turn;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/**
 * What it costs to follow 1,000 elements picked by hand on a body of 100,000 faces through five steps after a change below
 * them, beside carrying these steps out again: a tag on what is picked stands above them, which itself costs next to nothing.
 */
public final class FollowingCost {
    private static final int PICKED = 1000;
    private static final int CHANGES = 15;

    private FollowingCost() {}

    public static void main(String[] args) throws StepException {
        Locale.setDefault(Locale.ROOT);
        System.out.println("| picked | followed, ms | the steps, ms | share | kept |");
        System.out.println("|---|---:|---:|---:|---:|");
        for (ElementKind kind : ElementKind.values())
            for (boolean together : new boolean[] {true, false}) measure(kind, together);
    }

    private static Document document() {
        Document d = Edits.addBody(Document.EMPTY, "Ball", Material.DEFAULT, new UvSphere(100, 448, 224, Seat.CENTRED));
        d = Edits.addBody(d, "Drill", Material.DEFAULT, new Cylinder(30, 300, 64, 1, 0, Seat.CENTRED));
        String drill = d.bodyNamed("Drill").id(), ball = d.bodyNamed("Ball").id();
        d = Edits.addStep(d, drill, 1, new Turn(Axis.X, 33, Vec3.ZERO));
        d = Edits.addStep(d, ball, 1, new BooleanStep(Operation.DIFFERENCE, Bodies.of(drill)));
        d = Edits.addStep(
                d, ball, 2, NamedSteps.step("bevel", "where", PickText.parse("edges: sharper 30"), "width", 1.5));
        d = Edits.addStep(
                d,
                ball,
                3,
                NamedSteps.step("extrude", "faces", PickText.parse("faces: facing 1 0 0 5"), "distance", 2.0));
        d = Edits.addStep(d, ball, 4, new Turn(Axis.Z, 12, Vec3.ZERO));
        return Edits.addStep(d, ball, 5, new Move(new Vec3(3, 0, 0)));
    }

    private static void measure(ElementKind kind, boolean together) throws StepException {
        Evaluator evaluator = new Evaluator();
        Document d = document();
        String ball = d.bodyNamed("Ball").id(), drill = d.bodyNamed("Drill").id();
        Mesh mesh = evaluator.evaluate(d, ball, Progress.NONE).mesh();
        Selection picked = picked(mesh, kind, together);
        d = Edits.addStep(d, ball, 6, NamedSteps.step("tag", "what", Pick.hand(mesh, picked), "name", "held"));
        evaluator.evaluate(d, ball, Progress.NONE);
        long cylinder = d.body(drill).entries().getFirst().id();
        double[] follow = new double[CHANGES], steps = new double[CHANGES];
        List<Integer> kept = new ArrayList<>();
        for (int i = 0; i < CHANGES; i++) {
            d = Edits.setValue(d, drill, cylinder, "diameter", 30 + 0.05 * (i + 1));
            BodyResult r = evaluator.evaluate(d, ball, Progress.NONE);
            List<StepResult> all = r.steps();
            for (StepResult s : all.subList(1, 6)) steps[i] += s.ms();
            follow[i] = all.get(6).ms();
            Tag held = r.mesh().tag("held");
            kept.add(held == null ? 0 : held.size());
        }
        Arrays.sort(follow);
        Arrays.sort(steps);
        double f = follow[CHANGES / 2], s = steps[CHANGES / 2];
        System.out.printf(
                "| %d %s, %s | %.0f | %.0f | %.2f | %d |%n",
                picked.size(),
                kind.name().toLowerCase(Locale.ROOT),
                together ? "together" : "anywhere",
                f,
                s,
                f / s,
                kept.getLast());
    }

    private static Selection picked(Mesh mesh, ElementKind kind, boolean together) {
        int n = kind == ElementKind.VERTEX
                ? mesh.vertexCount()
                : kind == ElementKind.FACE ? mesh.faceCount() : mesh.edgeCount();
        BitSet out = new BitSet();
        Random random = new Random(8);
        int first = n / 3;
        while (out.cardinality() < PICKED) out.set(together ? first++ : random.nextInt(n));
        return new Selection(kind, out);
    }
}
