package org.modeststack.app.instructions;

import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.ResultState;
import org.modeststack.mesh.Mesh;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.SidesAdvice;
import org.modeststack.steps.smooth.SmoothingAdvice;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.smooth.UnevenRound;

/** The one click that does something about what would spoil the smooth surface of a body. */
final class SmoothingCures {
    private final DocumentState document;
    private final ResultState results;
    private final String bodyId;

    SmoothingCures(DocumentState document, ResultState results, String bodyId) {
        this.document = document;
        this.results = results;
        this.bodyId = bodyId;
    }

    /**
     * Null where there is none.
     *
     * @param entry of the smoothing
     */
    StepCures.Cure of(Remark remark, Entry entry) {
        if (SmoothingAdvice.tellsOfUneven(remark)) return finer(entry);
        Mesh in = results.before(document.current().bodyOf(bodyId), entry.id());
        Step cure = in == null ? null : SmoothingAdvice.cure(remark, in);
        if (cure == null) return null;
        String title = StepDescriptor.of(cure).title();
        return new StepCures.Cure(
                title + " first",
                "Adds a step before this one that cures it",
                () -> document.edit(
                        "Add " + title,
                        d -> Edits.addStep(d, bodyId, d.bodyOf(bodyId).indexOf(entry.id()), cure)));
    }

    /** What was cut is divided finer before, or, where that is fine, what it was cut with. */
    private StepCures.Cure finer(Entry entry) {
        Body body = document.current().bodyOf(bodyId);
        for (Entry cut : body.entries().subList(0, body.indexOf(entry.id()))) {
            if (!cut.enabled() || !(cut.step() instanceof BooleanStep bool)) continue;
            Mesh before = results.before(body, cut.id());
            int levels = before == null ? 0 : UnevenRound.levels(before);
            if (levels > 0) return beforeCut(cut, levels, entry);
            for (String tool : bool.with().ids()) {
                StepCures.Cure sides = moreSides(document.current().body(tool));
                if (sides != null) return sides;
            }
        }
        return null;
    }

    private StepCures.Cure beforeCut(Entry cut, int levels, Entry smoothing) {
        int less = Math.max(1, ((Subdivide) smoothing.step()).levels() - 1);
        return new StepCures.Cure(
                "Subdivide before the cut",
                "Adds a step before the cut, so that what is made of it lies on the round surface; this one gets a level less",
                () -> document.edit("Subdivide before the cut", d -> {
                    Document with = Edits.addStep(d, bodyId, d.bodyOf(bodyId).indexOf(cut.id()), new Subdivide(levels));
                    return Edits.setValue(with, bodyId, smoothing.id(), "levels", less);
                }));
    }

    private StepCures.Cure moreSides(Body tool) {
        Integer sides = tool == null
                ? null
                : SidesAdvice.sidesOf(tool.entries().getFirst().step());
        if (sides == null || !UnevenRound.isCoarse(sides)) return null;
        return StepCures.sides(tool.name(), tool, UnevenRound.sides(sides), document);
    }
}
