package org.modeststack.stack.evaluate;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Purpose;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;

/** Goes through the steps of one body, once the bodies that it uses are worked out. */
final class BodyRun {
    private final StepRunner runner;
    private final Document document;
    private final Body body;
    private final int count;
    private final Purpose purpose;
    private final Map<String, Provenance.Operand> operands;
    private final Progress progress;
    private final List<StepResult> steps = new ArrayList<>();
    private boolean lasting = true;
    private boolean alike = true;

    /**
     * @param count how many of its steps are wanted
     * @param operands the bodies that may be used; others are not there, or would be made from this one
     */
    BodyRun(
            StepRunner runner,
            Document document,
            Body body,
            int count,
            Purpose purpose,
            Map<String, Provenance.Operand> operands,
            Progress progress) {
        this.runner = runner;
        this.document = document;
        this.body = body;
        this.count = Math.min(count, body.entries().size());
        this.purpose = purpose;
        this.operands = operands;
        this.progress = progress;
    }

    /** Whether the result follows from the document alone, and not from a mishap such as a want of memory. */
    boolean isLasting() {
        return lasting;
    }

    /** Whether its own steps are the same for every purpose. */
    boolean isAlike() {
        return alike;
    }

    Evaluator.Outcome outcome() {
        Provenance last = null;
        Geometry geometry = Geometry.EMPTY;
        for (int i = 0; i < count; i++) {
            Entry entry = body.entries().get(i).forPurpose(purpose);
            alike &= entry == body.entries().get(i);
            String refusal = entry.enabled() ? refusal(entry) : null;
            if (!entry.enabled() || refusal != null) {
                List<Remark> remarks =
                        refusal == null ? List.of() : List.of(new Remark(Remark.Level.FAULT, refusal, null));
                String hash = last == null ? "" : last.hash();
                steps.add(new StepResult(entry.id(), geometry, remarks, refusal != null, 0, hash));
                continue;
            }
            boolean mayWait = purpose.use() == Purpose.Use.VIEW;
            alike &= !entry.held();
            Anchoring anchored = entry.anchors().isEmpty() ? null : anchored(entry, geometry);
            Entry now = anchored == null ? entry : entry.withStep(anchored.step());
            StepRunner.Ran ran = runner.run(body, i, now, mayWait, last, geometry, used(entry.step()), progress);
            lasting &= ran.lasting();
            steps.add(anchored == null ? ran.result() : ran.result().with(anchored));
            geometry = ran.result().geometry();
            last = ran.provenance();
        }
        return new Evaluator.Outcome(new BodyResult(body.id(), steps), last);
    }

    private Anchoring anchored(Entry entry, Geometry in) {
        return Anchoring.of(
                entry,
                in,
                id -> {
                    Provenance.Operand o = operands.get(id);
                    return o == null ? null : runner.geometry(o.result());
                },
                document::nameOf);
    }

    private Map<String, Provenance.Operand> used(Step step) {
        Map<String, Provenance.Operand> used = new LinkedHashMap<>();
        for (String id : step.bodies()) used.put(id, operands.get(id));
        return used;
    }

    /** Why a step cannot be carried out at all, or null. */
    private @Nullable String refusal(Entry entry) {
        for (String id : entry.bodies()) {
            // An anchor that is lost keeps its numbers.
            if (document.body(id) == null && !entry.step().bodies().contains(id)) continue;
            if (document.body(id) == null) return "A body this step needs is not there any more.";
            if (!operands.containsKey(id)) return circle(id);
        }
        return null;
    }

    private String circle(String id) {
        return "This goes round in a circle: " + body.name() + " → "
                + document.wayInWords(document.wayOfEnabledUse(id, body.id()))
                + ". A body cannot be made from itself.";
    }
}
