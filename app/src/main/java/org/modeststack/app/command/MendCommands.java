package org.modeststack.app.command;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.modeststack.app.state.BackgroundJobs;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.MessageState;
import org.modeststack.app.state.PickState;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.state.ViewState;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.fault.FoundFault;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.evaluate.BodyResult;
import org.modeststack.steps.LoneContext;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.mend.Mending;

/** Commands that cure what is wrong with the mesh that is shown. */
public final class MendCommands extends MenuCommands {
    private final DocumentState document;
    private final SelectionState selected;
    private final ResultState results;
    private final MessageState messages;
    private final PickState picks;
    private final ViewState view;
    private final BackgroundJobs jobs;
    /** The fault whose elements are shown one by one, and which of them was shown last. */
    private @Nullable FoundFault shown;

    private int last;

    MendCommands(
            DocumentState document,
            SelectionState selected,
            ResultState results,
            MessageState messages,
            PickState picks,
            ViewState view,
            BackgroundJobs jobs) {
        super("Step");
        this.document = document;
        this.selected = selected;
        this.results = results;
        this.messages = messages;
        this.picks = picks;
        this.view = view;
        this.jobs = jobs;
        add(
                "Mend",
                null,
                "Adds the steps that cure what is wrong with the mesh, one behind the other, and says what each did.",
                "repair heal fix clean faults manifold watertight",
                () -> selected.body() != null,
                this::mend);
    }

    /** Picks the elements of a fault. */
    public void pick(FoundFault fault) {
        pickOnShown();
        picks.setKind(fault.kind().element());
        picks.join(fault.selection(), PickState.How.ALONE);
    }

    /** Faults are those of the mesh that is shown, not of what goes into a step that is picked for. */
    private void pickOnShown() {
        if (picks.target() != null) picks.done();
    }

    /** Goes to the next element of a fault, after the last to the first: picks it alone and turns the view to it. */
    public void next(FoundFault fault) {
        pickOnShown();
        Mesh mesh = picks.mesh();
        if (mesh == null) return;
        last = fault == shown ? (last + 1) % fault.elements().length : 0;
        shown = fault;
        picks.setKind(fault.kind().element());
        int element = fault.elements()[last];
        picks.join(Selection.of(fault.kind().element(), element), PickState.How.ALONE);
        view.setCamera(ElementView.of(view.camera(), mesh, fault.kind().element(), element));
        messages.say((last + 1) + " of " + fault.inWords(Numbers.count(fault.elements().length)) + ".", false);
    }

    /** Adds a step behind those that are shown. */
    public void add(Step cure) {
        Body b = selected.body();
        if (b == null) return;
        long id = document.current().nextId();
        document.edit("Add " + StepDescriptor.of(cure).title(), d -> Edits.addStep(d, b.id(), b.shownSteps(), cure));
        selected.selectSteps(List.of(id));
    }

    public void mend() {
        Body b = selected.body();
        BodyResult r = results.result(b.id());
        if (r == null || r.steps().size() < b.shownSteps()) {
            messages.say("The mesh is still being calculated; mend it then.", true);
            return;
        }
        Document before = document.current();
        Geometry shown = r.steps().get(b.shownSteps() - 1).geometry();
        int[] number = {0};
        jobs.run(
                "Mending " + b.name(),
                () -> Mending.of(shown.mesh(), () -> new LoneContext(Map.of(), ++number[0])),
                mending -> take(before, b, mending));
    }

    private void take(Document before, Body b, Mending mending) {
        String left = mending.faults().found().stream()
                .filter(f -> f.kind().isWrong())
                .map(MendCommands::counted)
                .collect(Collectors.joining(", "));
        if (mending.steps().isEmpty()) {
            messages.say(
                    left.isEmpty() ? "Nothing is wrong." : "No step mends this: " + left + "." + why(mending),
                    !left.isEmpty());
            return;
        }
        document.edit("Mend", now -> {
            if (now != before) throw new StepException("Something was changed while mending; mend again.");
            Document next = now;
            int at = b.shownSteps();
            for (Mending.Cured c : mending.steps()) next = Edits.addStep(next, b.id(), at++, c.step());
            return next;
        });
        if (document.current() == before) return;
        String did = mending.steps().stream().map(c -> counted(c.fault())).collect(Collectors.joining(", "));
        messages.say(
                "Mended: " + did + (left.isEmpty() ? "." : "; left: " + left + "." + why(mending)), !left.isEmpty());
    }

    /** What a cure said that was tried in vain, of the first. */
    private static String why(Mending mending) {
        if (mending.inVain().isEmpty()) return "";
        Mending.InVain first = mending.inVain().getFirst();
        return " " + StepDescriptor.of(first.step()).title() + ": " + first.why();
    }

    private static String counted(FoundFault fault) {
        return fault.count() + " " + fault.kind().named(fault.count());
    }
}
