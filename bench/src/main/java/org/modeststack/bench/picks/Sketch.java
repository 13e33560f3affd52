package org.modeststack.bench.picks;

import java.util.List;
import org.modeststack.bench.NamedSteps;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Step;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;

/** Writes documents down in a few words. The body that is judged comes first; what it is made of follows. */
final class Sketch {
    private final Document document;

    private Sketch(Document document) {
        this.document = document;
    }

    /** @param steps of the body that is judged */
    static Sketch of(Step... steps) {
        return new Sketch(with(Document.EMPTY, "Body", steps));
    }

    private static Document with(Document d, String name, Step... steps) {
        Document all = Edits.addBody(d, name, Material.DEFAULT, steps[0]);
        String id = all.bodies().getLast().id();
        for (int i = 1; i < steps.length; i++) all = Edits.addStep(all, id, i, steps[i]);
        return all;
    }

    Sketch cut(Step... tool) {
        return combined(Operation.DIFFERENCE, tool);
    }

    /** The same, switched on or off. */
    Sketch cut(boolean on, Step... tool) {
        return cut(tool).switched(on);
    }

    Sketch unite(Step... tool) {
        return combined(Operation.UNION, tool);
    }

    private Sketch combined(Operation operation, Step... tool) {
        Document d = with(document, "Tool " + document.bodies().size(), tool);
        return new Sketch(d)
                .then(new BooleanStep(operation, Bodies.of(d.bodies().getLast().id())));
    }

    /** More steps of the body that is judged. */
    Sketch then(Step... steps) {
        Document d = document;
        String id = d.bodies().getFirst().id();
        for (Step s : steps) d = Edits.addStep(d, id, d.body(id).entries().size(), s);
        return new Sketch(d);
    }

    /** A step of the body that is judged, switched on or off. */
    Sketch then(Step step, boolean on) {
        return then(step).switched(on);
    }

    /** Switches its last step on or off. */
    private Sketch switched(boolean on) {
        Body body = document.bodies().getFirst();
        return new Sketch(Edits.setEnabled(
                document, body.id(), List.of(body.entries().getLast().id()), on));
    }

    Document document() {
        return document;
    }

    static Step move(double x, double y, double z) {
        return NamedSteps.step("move", "by", new Vec3(x, y, z));
    }
}
