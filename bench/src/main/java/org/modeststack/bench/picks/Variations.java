package org.modeststack.bench.picks;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.jspecify.annotations.Nullable;
import org.modeststack.bench.NamedSteps;
import org.modeststack.exchange.PolygonSoup;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.stack.evaluate.Baking;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.stack.evaluate.StepCopies;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Picked;

/** What a pick made on the first body of a document comes to when its step is copied to another body, or steps are baked. */
final class Variations {
    /** Ids of the second body's steps begin here. */
    private static final long APART = 1000;

    /** What is picked on a mesh; elements may be in another order than on one of other steps. */
    record Asked(Mesh mesh, Picked picked) {}

    private Variations() {}

    /** After the step that picks was copied to the first body of a second document, which stands beside it then. */
    static Asked copied(Document first, Document second, Pick pick, Evaluator evaluator) {
        String from = first.bodies().getFirst().id();
        Document d = picking(first, pick);
        long step = d.bodyOf(from).entries().getLast().id();
        List<Body> bodies = new ArrayList<>(d.bodies());
        for (Body b : second.bodies()) bodies.add(apart(b));
        String to = bodies.get(d.bodies().size()).id();
        d = d.withBodies(bodies).withNextId(2 * APART);
        try {
            return last(StepCopies.copy(d, from, List.of(step), to, evaluator), to, evaluator);
        } catch (StepException e) {
            throw new IllegalStateException(e);
        }
    }

    /** What a tag of it holds behind a boolean with something far away; what its own step has lost is lost. */
    static Asked tagged(Document second, Pick pick, Evaluator evaluator) {
        Document d = picking(second, pick);
        Body b = d.bodies().getFirst();
        d = Edits.addBody(d, "Far", Material.DEFAULT, NamedSteps.step("box"));
        String far = d.bodies().getLast().id();
        d = Edits.addStep(d, far, 1, Sketch.move(3333, 4444, 5555));
        d = Edits.addStep(d, b.id(), b.entries().size(), new BooleanStep(Operation.UNION, Bodies.of(far)));
        var steps = evaluator.evaluate(d, b.id(), Progress.NONE).steps();
        Picked own = pick.on(steps.get(b.entries().size() - 2).mesh());
        Mesh united = steps.getLast().mesh();
        Picked there = PickText.parse(PickText.plural(pick.kind()) + ": tag \"picked\"")
                .on(united);
        return new Asked(united, new Picked(there.selection(), own.wanted(), own.found(), own.lost(), own.ghosts()));
    }

    /** The same body under another name, of other steps and tools. */
    private static Body apart(Body b) {
        List<Entry> entries = new ArrayList<>();
        for (Entry e : Edits.renumbered(b.entries(), id -> id + APART)) entries.add(e.withStep(apart(e.step())));
        return new Body(name(b.id()), "Other " + b.name(), b.visible(), b.material(), entries, b.marker(), b.unknown());
    }

    private static Step apart(Step step) {
        StepDescriptor d = StepDescriptor.of(step);
        Step out = step;
        for (ParamDescriptor p : d.params())
            if (d.value(step, p) instanceof Bodies b)
                out = d.with(
                        out,
                        p.name(),
                        new Bodies(b.ids().stream().map(Variations::name).toList()));
        return out;
    }

    private static String name(String id) {
        return "other-" + id;
    }

    /**
     * After steps were baked and then what differs in a second document was changed.
     *
     * @param below the last step that is baked
     * @return null where one of those is among what differs
     */
    static @Nullable Asked baked(Document first, Document second, Pick pick, int below, Evaluator evaluator) {
        Body a = first.bodies().getFirst(), b = second.bodies().getFirst();
        for (int i = 0; i <= below; i++)
            if (!a.entries().get(i).equals(b.entries().get(i))) return null;
        // What a baked step has used is not asked any more.
        if (a.entries().subList(0, below + 1).stream()
                .anyMatch(e -> !e.step().bodies().isEmpty())) return null;
        try {
            Document d = picking(first, pick);
            d = Baking.bake(d, a.id(), 0, below, evaluator.evaluate(d, a.id(), Progress.NONE));
            for (Body other : second.bodies().subList(1, second.bodies().size()))
                d = d.with(other.id(), x -> x.withEntries(other.entries()));
            for (int i = below + 1; i < b.entries().size(); i++) {
                Entry e = b.entries().get(i);
                d = d.with(
                        a.id(),
                        x -> x.withEntries(x.entries().stream()
                                .map(y -> y.id() == e.id() ? e : y)
                                .toList()));
            }
            return last(d, a.id(), evaluator);
        } catch (StepException e) {
            throw new IllegalStateException(e);
        }
    }

    /** As a file would give it: without tags, and with keys that follow from places. */
    static Mesh imported(Mesh m) {
        PolygonSoup file = new PolygonSoup();
        for (int v = 0; v < m.vertexCount(); v++) file.vertex(m.x(v), m.y(v), m.z(v));
        int material = file.material("grey");
        for (int f = 0; f < m.faceCount(); f++)
            file.face(material, Arrays.copyOfRange(m.corners(), m.offsets()[f], m.offsets()[f + 1]), m.sides(f));
        return file.build();
    }

    /** The same somewhere else: shifted, or turned as well. */
    static Mesh moved(Mesh m, Random random) {
        double a = random.nextBoolean() ? 0 : random.nextDouble() - 0.5, c = Math.cos(a), s = Math.sin(a);
        double[] xyz = m.xyz().clone();
        for (int i = 0; i < xyz.length; i += 3) {
            double x = xyz[i], z = xyz[i + 2];
            xyz[i] = c * x + s * z + 12.5;
            xyz[i + 1] -= 40;
            xyz[i + 2] = c * z - s * x + 3;
        }
        return imported(m.withPositions(xyz));
    }

    /** With one more step at the end of the first body, which picks. */
    private static Document picking(Document d, Pick pick) {
        Step step = NamedSteps.step("tag", "what", pick, "name", "picked");
        Body b = d.bodies().getFirst();
        return Edits.addStep(d, b.id(), b.entries().size(), step);
    }

    /** What the last step of a body picks. */
    private static Asked last(Document d, String body, Evaluator evaluator) {
        List<Entry> entries = d.bodyOf(body).entries();
        Mesh in = evaluator
                .evaluate(d, body, Progress.NONE)
                .steps()
                .get(entries.size() - 2)
                .mesh();
        return new Asked(in, Pick.in(entries.getLast().step()).getFirst().on(in));
    }
}
