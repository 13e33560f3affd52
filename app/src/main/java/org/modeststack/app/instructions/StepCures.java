package org.modeststack.app.instructions;

import java.util.ArrayList;
import java.util.List;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.PickState;
import org.modeststack.app.state.PointState;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.stack.evaluate.BodyResult;
import org.modeststack.stack.evaluate.HeldSteps;
import org.modeststack.stack.evaluate.LostAnchor;
import org.modeststack.stack.evaluate.StepResult;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Remark;
import org.modeststack.steps.bevel.Bevel;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.SidesAdvice;
import org.modeststack.steps.mirror.Mirror;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.smooth.Subdivide;

/** The one click that does something about what a step of a body has to say. */
final class StepCures {
    /** A click, and what it does. */
    record Cure(String text, String hint, Runnable action) {}

    private final DocumentState document;
    private final SelectionState selected;
    private final ResultState results;
    private final PickState picks;
    private final PointState points;
    private final String bodyId;
    private final SmoothingCures smoothing;

    StepCures(
            DocumentState document,
            SelectionState selected,
            ResultState results,
            PickState picks,
            PointState points,
            String bodyId) {
        this.document = document;
        this.selected = selected;
        this.results = results;
        this.picks = picks;
        this.points = points;
        this.bodyId = bodyId;
        smoothing = new SmoothingCures(document, results, bodyId);
    }

    /** Null where there is none. */
    Cure of(Remark remark, Entry entry) {
        if (HeldSteps.tellsOfOutOfDate(remark))
            return new Cure(
                    "Carry it out now",
                    "Brings this step up to date once; F5 does so with all that are held",
                    () -> results.askForHeld(entry.id()));
        ParamDescriptor lost = LostAnchor.of(remark, entry, document.current()::nameOf);
        if (lost != null)
            return new Cure("Take it anew", "Asks for a place to follow by a click in the view", () -> {
                selected.selectSteps(List.of(entry.id()));
                points.take(entry, lost);
            });
        if (Pick.tellsOfLost(remark))
            return new Cure(
                    "Keep what is left", "Picks from now on only what was found; Ctrl+Z brings the others back", () -> {
                        selected.selectSteps(List.of(entry.id()));
                        picks.accept(entry);
                    });
        if (entry.step() instanceof Subdivide) return smoothing.of(remark, entry);
        Mirror closing = entry.step() instanceof Mirror m ? Mirror.closing(m, remark) : null;
        if (closing != null)
            return new Cure(
                    "Close it",
                    "Welds what lies within " + Numbers.show(closing.weldWithin()) + " mm of the plane",
                    () -> document.edit(
                            "Change weld within",
                            d -> Edits.setValue(d, bodyId, entry.id(), "weldWithin", closing.weldWithin())));
        Mirror.Keep side = entry.step() instanceof Mirror ? Mirror.sideToKeep(remark) : null;
        if (side != null)
            return new Cure(
                    side == Mirror.Keep.ABOVE ? "Keep above" : "Keep below",
                    "Cuts the body off at the plane and mirrors what is left",
                    () -> document.edit(
                            "Change keep",
                            d -> Edits.setValue(
                                    Edits.setValue(d, bodyId, entry.id(), "keep", side),
                                    bodyId,
                                    entry.id(),
                                    "image",
                                    true)));
        SidesAdvice sides = SidesAdvice.in(remark);
        if (sides != null) return otherSides(sides, entry);
        if (entry.step() instanceof Bevel && Bevel.tellsOfFlatEdges(remark)) return behindSmoothing(entry);
        return null;
    }

    /** What users of this body say of it, at its source. */
    List<Remark> fromUsers(Entry entry) {
        Document d = document.current();
        Body tool = d.body(bodyId);
        List<Remark> out = new ArrayList<>();
        if (tool == null || tool.entries().getFirst() != entry || !d.isTool(bodyId)) return out;
        for (Body user : d.usersOf(bodyId)) {
            BodyResult r = results.result(user.id());
            if (r == null) continue;
            for (StepResult step : r.steps())
                for (Remark remark : step.remarks()) {
                    SidesAdvice advice = SidesAdvice.in(remark);
                    if (advice != null && advice.tool().equals(tool.name()) && advice.fits(entry.step()))
                        out.add(advice.of(user.name()));
                }
        }
        return out;
    }

    /** Of a tool, at its source or at the step that cuts with it. */
    private Cure otherSides(SidesAdvice advice, Entry entry) {
        Document d = document.current();
        List<String> tools = entry.step() instanceof BooleanStep b ? b.with().ids() : List.of(bodyId);
        for (String id : tools) {
            Body tool = d.body(id);
            if (tool == null || !tool.name().equals(advice.tool())) continue;
            Entry source = tool.entries().getFirst();
            if (!advice.fits(source.step())) continue;
            return sides("it", tool, advice.better(), document);
        }
        return null;
    }

    /**
     * Gives a tool another number of sides.
     *
     * @param called what it is called where this is offered
     */
    static Cure sides(String called, Body tool, int sides, DocumentState document) {
        long source = tool.entries().getFirst().id();
        return new Cure(
                "Give " + called + " " + sides + " sides",
                "Changes the number of sides of " + tool.name(),
                () -> document.edit("Change sides", d -> Edits.setValue(d, tool.id(), source, "sides", sides)));
    }

    private Cure behindSmoothing(Entry entry) {
        int smoothing = smoothingAbove(entry);
        if (smoothing < 0) return null;
        return new Cure(
                "Bevel before the smoothing",
                "Moves this step above the one that smooths, where the edges are still sharp",
                () -> document.edit("Move step", d -> Edits.moveStep(d, bodyId, entry.id(), smoothing)));
    }

    /** Where the first step above stands that smooths the body by subdivision; -1 for none. */
    private int smoothingAbove(Entry entry) {
        List<Entry> all = document.current().bodyOf(bodyId).entries();
        for (int i = 1; i < all.size() && all.get(i).id() != entry.id(); i++)
            if (all.get(i).enabled() && all.get(i).step() instanceof Subdivide) return i;
        return -1;
    }
}
