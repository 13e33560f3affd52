package org.modeststack.stack.evaluate;

import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.steps.Step;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;

/** A document of one body, to which tests add steps. */
abstract class OneBody {
    final Evaluator evaluator = new Evaluator();
    Document d;
    /** The body. */
    String a;

    void start(Step source) {
        d = Edits.addBody(Document.EMPTY, "A", Material.DEFAULT, source);
        a = d.bodies().getFirst().id();
    }

    /** At the end of the stack. */
    void add(Step s) {
        d = Edits.addStep(d, a, d.body(a).entries().size(), s);
    }

    /** After the last step. */
    Mesh mesh() {
        return evaluator.evaluate(d, a, Progress.NONE).mesh();
    }

    /** After a step, counted from 0. */
    Mesh mesh(int step) {
        return evaluator.evaluate(d, a, Progress.NONE).steps().get(step).mesh();
    }

    static Pick pick(String text) {
        return PickText.parse(text);
    }
}
