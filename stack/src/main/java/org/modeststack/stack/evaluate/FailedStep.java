package org.modeststack.stack.evaluate;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Entry;

/**
 * A step that a mesh depends on and that could not be done: what the mesh is instead is only what was there before.
 *
 * @param body the name of the body that has it
 * @param number counted from 1
 * @param why the sentence at the step
 */
public record FailedStep(String body, int number, String why) {
    /**
     * The first one that a body's mesh depends on, in its own steps or in those of the bodies it uses.
     *
     * @param steps how many of the body's steps count
     * @param results of the body and of all that it uses
     * @return null where all went well
     */
    public static @Nullable FailedStep of(Document document, Body body, int steps, Map<String, BodyResult> results) {
        Deque<EvaluationRequest.Target> open = new ArrayDeque<>();
        open.add(new EvaluationRequest.Target(body.id(), steps));
        Set<String> seen = new HashSet<>(Set.of(body.id()));
        while (!open.isEmpty()) {
            EvaluationRequest.Target t = open.remove();
            Body b = document.body(t.bodyId());
            BodyResult result = results.get(t.bodyId());
            if (b == null || result == null) continue;
            for (int i = 0; i < Math.min(t.steps(), result.steps().size()); i++) {
                Entry entry = b.entries().get(i);
                if (!entry.enabled()) continue;
                StepResult s = result.steps().get(i);
                if (s.failed())
                    return new FailedStep(b.name(), i + 1, s.remarks().getLast().text());
                for (String used : entry.bodies()) if (seen.add(used)) open.add(EvaluationRequest.Target.whole(used));
            }
        }
        return null;
    }

    /** As the beginning of a sentence: "step 3 of Flange could not be done (…)". */
    public String words() {
        return "step " + number + " of " + body + " could not be done (" + why + ")";
    }
}
