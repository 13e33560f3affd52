package org.modeststack.app.command;

import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.function.BooleanSupplier;
import org.modeststack.app.state.BackgroundJobs;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.MessageState;
import org.modeststack.app.state.PickState;
import org.modeststack.app.state.PointState;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.state.StepHabits;
import org.modeststack.app.state.TrialState;
import org.modeststack.app.ui.Dialogs;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.AnchorEdits;
import org.modeststack.stack.Baked;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.stack.evaluate.Baking;
import org.modeststack.stack.evaluate.PickedCopies;
import org.modeststack.stack.evaluate.PickedOriginals;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.stack.evaluate.StepCopies;
import org.modeststack.stack.evaluate.StepResult;
import org.modeststack.steps.Family;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Role;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.anchor.AnchorPoint;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.remove.Delete;
import org.modeststack.steps.repeat.CopyNumbers;

/** Steps: adding, moving, switching, grouping, baking. */
final class StepCommands extends MenuCommands {
    private final DocumentState document;
    private final SelectionState selected;
    private final ResultState results;
    private final MessageState messages;
    private final PickState picks;
    private final PointState points;
    private final TrialState trial;
    private final StepHabits habits;
    private final BackgroundJobs jobs;
    private final Dialogs dialogs;

    StepCommands(
            DocumentState document,
            SelectionState selected,
            ResultState results,
            MessageState messages,
            PickState picks,
            PointState points,
            TrialState trial,
            StepHabits habits,
            BackgroundJobs jobs,
            Dialogs dialogs) {
        super("Step");
        this.document = document;
        this.selected = selected;
        this.results = results;
        this.messages = messages;
        this.picks = picks;
        this.points = points;
        this.trial = trial;
        this.habits = habits;
        this.jobs = jobs;
        this.dialogs = dialogs;
        BooleanSupplier body = () -> selected.body() != null;
        BooleanSupplier step = () -> !selected.steps().isEmpty();
        for (StepDescriptor d : Steps.ALL) {
            if (d.family() == Family.SOURCE) continue;
            add(d.title(), null, d.help(), d.words() + " add step " + d.family().label(), body, () -> addStep(d));
        }
        add("Next step", "Ctrl+DOWN", "Opens the step below.", "select drawer", body, () -> selectStep(1));
        add("Step before", "Ctrl+UP", "Opens the step above.", "previous select drawer", body, () -> selectStep(-1));
        add(
                "Switch off or on",
                "Ctrl+E",
                "Leaves the selected steps out, or carries them out again.",
                "toggle disable enable",
                step,
                this::toggleSteps);
        add(
                "Hold or let go",
                "Ctrl+Shift+H",
                "Lets the view wait with the selected steps until they are asked for (F5); files get them as they are.",
                "wait slow freeze update later",
                step,
                this::holdSteps);
        add(
                "Leave out picked copies",
                null,
                "The copies of the last step that repeats to which picked faces belong are not made any more.",
                "array skip omit remove instance hole",
                () -> isPicked() && PickedCopies.lastRepeating(selected.body()) != null,
                this::leaveOutCopies);
        add(
                "Work on the originals",
                "Ctrl+Shift+O",
                "Picks what picked images and copies came from, before the last step that mirrors or repeats: what is done there"
                        + " shows on all sides.",
                "below mirror symmetric half array instance source",
                () -> isPicked() && PickedOriginals.lastRepeating(selected.body()) != null,
                this::workOnOriginals);
        add("Rename step…", null, "Gives the selected step a name of its own.", "name", step, this::renameStep);
        add("Duplicate steps", "Ctrl+D", "Copies the selected steps behind them.", "copy", step, this::duplicateSteps);
        add(
                "Swap what cuts and what is cut",
                null,
                "Moves a union, difference or intersection to its other body, with the roles exchanged.",
                "boolean exchange operands",
                () -> selected.openEntry() != null && selected.openEntry().step() instanceof BooleanStep,
                this::swapRoles);
        add(
                "Delete steps or elements",
                "Delete",
                "Takes away by a step what is picked in the view, or removes the selected steps.",
                "remove",
                () -> isPicked() || step.getAsBoolean(),
                this::delete);
        add("Move step up", "Alt+Shift+UP", "The step runs earlier.", "reorder", step, () -> move(-1));
        add("Move step down", "Alt+Shift+DOWN", "The step runs later.", "reorder", step, () -> move(1));
        add(
                "Group steps…",
                "Ctrl+T",
                "Puts the selected steps under one name, as one line that folds.",
                "fold together name collapse",
                step,
                this::groupSteps);
        add(
                "Take steps out of their group",
                "Ctrl+Shift+T",
                "The selected steps stand for themselves again.",
                "ungroup",
                () -> selected.openEntry() != null || !selected.steps().isEmpty(),
                this::ungroup);
        add(
                "Copy steps to another body…",
                null,
                "Adds copies of the selected steps to another body.",
                "paste",
                step,
                this::copySteps);
        add(
                "Show up to this step",
                "Ctrl+U",
                "Puts the marker line below the selected step.",
                "marker line",
                step,
                this::showUpTo);
        add("Show one step less", "Alt+UP", "Moves the marker line up.", "marker line", body, () -> marker(-1));
        add("Show one step more", "Alt+DOWN", "Moves the marker line down.", "marker line", body, () -> marker(1));
        add(
                "Bake step",
                "Ctrl+B",
                "Freezes the selected steps as they come out now; they can be unbaked.",
                "freeze apply",
                step,
                this::bakeSteps);
        add(
                "Bake up to here",
                null,
                "Freezes everything up to the selected step.",
                "freeze apply",
                step,
                this::bakeUpTo);
        add("Bake all", null, "Freezes all steps of the body.", "freeze apply", body, this::bakeAll);
        add(
                "Unbake",
                "Ctrl+Shift+B",
                "Puts the steps back that a baked one was made from.",
                "unfreeze",
                this::bakedSelected,
                this::unbake);
    }

    private void addStep(StepDescriptor d) {
        Body b = selected.body();
        Entry open = selected.openEntry();
        Step values = d.createDefault();
        boolean last = open == null || !values.pointAtBottom().isEmpty();
        Entry before = b.entries().get((last ? b.shownSteps() : b.indexOf(open.id()) + 1) - 1);
        StepResult result = results.result(b.id(), before.id());
        addStep(d, result == null ? values : values.suited(result.geometry().bounds(), before.step()));
    }

    /**
     * The new step goes behind the selected one, or to the marker line; one that works on picked elements takes what is
     * picked.
     */
    void addStep(StepDescriptor d, Step values) {
        Body b = selected.body();
        Entry open = selected.openEntry();
        ParamDescriptor pick = PickState.pickOf(values);
        boolean picked = pick != null && picks.target() == null;
        Pick taken = picked ? picks.take() : Pick.none(ElementKind.FACE);
        // What is picked is on the mesh that is shown; the rim of a cut is that of the open step or one above.
        boolean toMarker = picked && (!taken.terms().isEmpty() || pick.role() != Role.CUT);
        // What is put somewhere must not be carried on by steps behind.
        boolean placing = !values.pointAtBottom().isEmpty();
        int at = open == null || toMarker || placing ? b.shownSteps() : b.indexOf(open.id()) + 1;
        Step step = taken.terms().isEmpty() ? alongCut(b, at, d, values) : d.with(values, pick.name(), taken);
        habits.used(taken.terms().isEmpty() ? null : taken.kind(), d);
        Document before = document.current();
        long id = before.nextId();
        document.edit("Add " + inSentence(d.title()), doc -> {
            Document with = Edits.addStep(doc, b.id(), at, step);
            if (step.pointAtBottom().isEmpty()) return with;
            AnchorPoint bottom = AnchorPoint.of("", AnchorPoint.What.BOTTOM);
            return AnchorEdits.set(with, b.id(), id, Map.of(step.pointAtBottom(), bottom));
        });
        selected.selectSteps(List.of(id));
        Entry added = selected.openEntry();
        if (added == null || added.id() != id) return;
        trial.begin(before, added);
        points.takeAll(added);
    }

    /** A step that works on the rim of a cut takes that of the one above, if there is one. */
    private static Step alongCut(Body b, int at, StepDescriptor d, Step values) {
        ParamDescriptor pick = PickState.pickOf(values);
        if (pick == null || pick.role() != Role.CUT) return values;
        for (int i = at - 1; i >= 0; i--) {
            Entry e = b.entries().get(i);
            if (!(e.step() instanceof BooleanStep)) continue;
            Rule made = new Rule.Made(StepContext.madeTag(e.seed()));
            return d.with(values, pick.name(), Pick.of(ElementKind.EDGE, made));
        }
        return values;
    }

    /** From the selected step to the one above or below; from none to the first or the last. */
    private void selectStep(int by) {
        List<Entry> entries = selected.body().entries();
        Entry open = selected.openEntry();
        int at = open != null ? entries.indexOf(open) + by : by > 0 ? 0 : entries.size() - 1;
        if (at >= 0 && at < entries.size())
            selected.selectSteps(List.of(entries.get(at).id()));
    }

    private void toggleSteps() {
        Body b = selected.body();
        Set<Long> ids = selected.steps();
        boolean on = b.entries().stream().anyMatch(e -> ids.contains(e.id()) && !e.enabled());
        document.edit(on ? "Switch on" : "Switch off", d -> Edits.setEnabled(d, b.id(), ids, on));
    }

    private void duplicateSteps() {
        Body b = selected.body();
        document.edit("Duplicate steps", d -> Edits.duplicateSteps(d, b.id(), selected.steps()));
    }

    private void swapRoles() {
        Body b = selected.body();
        Entry e = selected.openEntry();
        List<String> others = List.copyOf(e.step().bodies());
        Document before = document.current();
        document.edit("Swap roles", d -> Edits.swapRoles(d, b.id(), e.id()));
        if (document.current() == before) return;
        selected.select(others.getFirst());
        selected.selectSteps(List.of(selected.body().entries().getLast().id()));
    }

    /** Whether elements are picked that no step has been asked to take yet. */
    private boolean isPicked() {
        return selected.body() != null
                && picks.target() == null
                && !picks.selection().isEmpty();
    }

    private void delete() {
        if (isPicked()) addStep(StepDescriptor.of(Delete.class));
        else deleteSteps();
    }

    private void deleteSteps() {
        Body b = selected.body();
        Set<Long> ids = selected.steps();
        if (ids.contains(b.entries().getFirst().id())) {
            messages.say("The source makes the mesh, so it stays. Delete the body to be rid of both.", true);
            return;
        }
        document.edit("Delete steps", d -> Edits.removeSteps(d, b.id(), ids));
    }

    private void move(int by) {
        Body b = selected.body();
        long id = selected.steps().iterator().next();
        int to = b.indexOf(id) + by;
        if (to < 1 || to >= b.entries().size()) return;
        document.edit("Move step", d -> Edits.moveStep(d, b.id(), id, to));
    }

    private void ungroup() {
        Body b = selected.body();
        Set<Long> ids = selected.steps();
        document.edit("Take out of the group", d -> Edits.setGroup(d, b.id(), ids, ""));
    }

    private void showUpTo() {
        Body b = selected.body();
        int last = 0;
        for (long id : selected.steps()) last = Math.max(last, b.indexOf(id) + 1);
        int at = last;
        document.edit("Move the marker line", d -> Edits.setMarker(d, b.id(), at));
    }

    private void marker(int by) {
        Body b = selected.body();
        int at = Math.clamp(b.shownSteps() + by, 1, b.entries().size());
        document.edit("Move the marker line", d -> Edits.setMarker(d, b.id(), at));
    }

    /** What steps above have picked is followed, which can take as long as carrying them out: beside the interface. */
    private void bake(int from, int to, String label) {
        Body b = selected.body();
        Document d = document.current();
        workOut(
                label,
                d,
                () -> Baking.bake(d, b.id(), from, to, results.evaluator().evaluate(d, b.id(), Progress.NONE)),
                "Something was changed while baking; bake again.");
    }

    /** Works a document out beside the interface thread and takes it if nothing has changed meanwhile. */
    private void workOut(String label, Document before, Callable<Document> work, String changed) {
        jobs.run(
                label,
                work,
                after -> document.edit(label, now -> {
                    if (now != before) throw new StepException(changed);
                    return after;
                }));
    }

    /** The selected steps, and whatever lies between them. */
    private void bakeSteps() {
        Body b = selected.body();
        int from = Integer.MAX_VALUE, to = -1;
        for (long id : new LinkedHashSet<>(selected.steps())) {
            from = Math.min(from, b.indexOf(id));
            to = Math.max(to, b.indexOf(id));
        }
        bake(from, to, "Bake");
    }

    private void bakeUpTo() {
        Body b = selected.body();
        int to = 0;
        for (long id : selected.steps()) to = Math.max(to, b.indexOf(id));
        bake(0, to, "Bake up to here");
    }

    private void bakeAll() {
        bake(0, selected.body().entries().size() - 1, "Bake all");
    }

    private boolean bakedSelected() {
        Body b = selected.body();
        return b != null
                && b.entries().stream().anyMatch(e -> selected.steps().contains(e.id()) && e.step() instanceof Baked);
    }

    private void unbake() {
        Body b = selected.body();
        document.edit("Unbake", d -> {
            Document next = d;
            for (Entry e : b.entries())
                if (selected.steps().contains(e.id())) next = Baking.unbake(next, b.id(), e.id());
            return next;
        });
    }

    private void leaveOutCopies() {
        Body b = selected.body();
        Document d = document.current();
        // What is picked is on the mesh that is shown.
        Entry repeating = PickedCopies.lastRepeating(b);
        Mesh shown = results.shownMesh(b);
        if (repeating == null || shown == null) return;
        Selection picked = picks.selection();
        if (picked.kind() != ElementKind.FACE) picked = picked.touching(shown, ElementKind.FACE);
        Set<Long> keys = new HashSet<>();
        picked.elements().stream().forEach(f -> keys.add(shown.faceKeys()[f]));
        workOut(
                "Leave out copies",
                d,
                () -> {
                    List<List<Integer>> copies = PickedCopies.of(d, b.id(), repeating.id(), keys, results.evaluator());
                    if (copies.isEmpty())
                        throw new StepException(
                                "None of what is picked is a copy as step " + (b.indexOf(repeating.id()) + 1)
                                        + " makes it; show the body up to that step and pick there.");
                    StepDescriptor of = StepDescriptor.of(repeating.step());
                    ParamDescriptor p = Objects.requireNonNull(of.param(PickedCopies.LEFT_OUT));
                    String text = CopyNumbers.with((String) of.value(repeating.step(), p), copies);
                    return Edits.setValue(d, b.id(), repeating.id(), p.name(), text);
                },
                "Something was changed meanwhile; leave them out again.");
        picks.set(Pick.none(picks.kind()));
    }

    private void workOnOriginals() {
        Body b = selected.body();
        Document d = document.current();
        Entry repeating = PickedOriginals.lastRepeating(b);
        Mesh shown = results.shownMesh(b);
        if (repeating == null || shown == null) return;
        Selection picked = picks.selection();
        int at = b.indexOf(repeating.id());
        jobs.run(
                "Looking for the originals",
                () -> PickedOriginals.of(d, b.id(), repeating.id(), shown, picked, results.evaluator()),
                found -> {
                    if (document.current() != d) return;
                    if (found.originals().isEmpty()) {
                        messages.say(
                                "Nothing of what is picked is there before step " + (at + 1)
                                        + "; show the body up to that step and pick there.",
                                true);
                        return;
                    }
                    document.edit("Work on the originals", x -> Edits.setMarker(x, b.id(), at));
                    picks.set(Pick.hand(found.before(), found.originals()));
                    String missed = found.missed() == 0 ? "" : " " + found.missed() + " of them came later.";
                    messages.say(
                            "Picked before step " + (at + 1) + ", where the line stands now." + missed
                                    + " What you add here shows on all sides; Alt+Down goes on.",
                            false);
                });
    }

    private void holdSteps() {
        Body b = selected.body();
        Set<Long> ids = selected.steps();
        boolean hold = b.entries().stream().anyMatch(e -> ids.contains(e.id()) && !e.held());
        document.edit(hold ? "Hold" : "Let go", d -> Edits.setHeld(d, b.id(), ids, hold));
    }

    private void renameStep() {
        Body b = selected.body();
        Entry e = b.entry(selected.steps().iterator().next());
        dialogs.ask(
                "Rename step",
                "Name",
                e.name(),
                text -> document.edit("Rename step", d -> Edits.renameStep(d, b.id(), e.id(), text)));
    }

    private void groupSteps() {
        Body b = selected.body();
        Set<Long> ids = selected.steps();
        String now = b.entries().stream()
                .filter(e -> ids.contains(e.id()))
                .map(Entry::group)
                .filter(g -> !g.isEmpty())
                .findFirst()
                .orElse("Details");
        dialogs.ask(
                "Group steps",
                "Name",
                now,
                text -> document.edit("Group steps", d -> Edits.setGroup(d, b.id(), ids, text)));
    }

    private void copySteps() {
        Body b = selected.body();
        Set<Long> ids = selected.steps();
        List<String> others = document.current().bodies().stream()
                .filter(x -> x != b)
                .map(Body::name)
                .toList();
        if (others.isEmpty()) {
            messages.say("There is no other body yet to copy steps to.", true);
            return;
        }
        dialogs.choose("Copy steps", "To", others.getFirst(), others, name -> {
            String to = document.current().bodyNamed(name).id();
            Document d = document.current();
            workOut(
                    "Copy steps",
                    d,
                    () -> StepCopies.copy(d, b.id(), ids, to, results.evaluator()),
                    "Something was changed while copying; copy again.");
        });
    }
}
