package org.modeststack.app.command;

import java.util.function.BooleanSupplier;
import org.modeststack.app.state.PickState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.mesh.ElementKind;
import org.modeststack.stack.Body;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.pick.Term;

/** What is done to what is picked. */
final class PickCommands extends MenuCommands {
    private final SelectionState selected;
    private final PickState picks;
    private final StepCommands steps;

    PickCommands(SelectionState selected, PickState picks, StepCommands steps) {
        super("Pick");
        this.selected = selected;
        this.picks = picks;
        this.steps = steps;
        BooleanSupplier body = () -> selected.body() != null, on = picks::isOn;
        add("Pick bodies", "Ctrl+1", "A click in the view selects a body.", "mode", body, () -> picks.setKind(null));
        for (ElementKind k : ElementKind.values()) {
            String kind = PickText.plural(k);
            add(
                    "Pick " + kind,
                    "Ctrl+" + (2 + k.ordinal()),
                    "A click in the view picks " + kind + " of the selected body.",
                    "mode select elements",
                    body,
                    () -> picks.setKind(k));
        }
        add(
                "Everything",
                "Ctrl+A",
                "Picks all there is of the kind.",
                "all",
                on,
                () -> picks.set(Pick.all(picks.kind())));
        add("Nothing", "Ctrl+Shift+A", "Picks nothing.", "none clear", on, () -> picks.set(Pick.none(picks.kind())));
        change("Inverted", "Ctrl+Shift+I", "Picks what is not picked.", Term.Kind.INVERT, 0);
        change("Grown", "Ctrl+G", "Adds what touches what is picked.", Term.Kind.GROW, 1);
        change("Shrunk", "Ctrl+Shift+G", "Takes away what lies at the edge.", Term.Kind.SHRINK, 1);
        change("Their loops", "Ctrl+Shift+L", "Adds the loops that picked edges lie on.", Term.Kind.LOOP, 0);
        change("Their rings", "Ctrl+Shift+R", "Adds the edges side by side with picked ones.", Term.Kind.RING, 0);
        change("All connected", "Ctrl+J", "Adds all that hangs together with it.", Term.Kind.CONNECTED, 0);
        change("All flush", "Ctrl+Shift+F", "Adds faces reached over flat edges, up to 20°.", Term.Kind.FLUSH, 20);
        change("Only the rim", null, "Keeps what lies along the border of what is picked.", Term.Kind.RIM, 0);
        add(
                "Edges sharper than 30°",
                null,
                "Adds the sharp edges.",
                "angle",
                on,
                () -> picks.rule(new Rule.Sharper(30)));
        add("Open edges", null, "Adds the edges with one face.", "border", on, () -> picks.rule(new Rule.Border()));
        add("Same direction", null, "Adds faces that look the same way.", "normal alike", on, () -> picks.alike(1));
        add("Same number of sides", null, "Adds faces like the first.", "alike", on, () -> picks.likeFirst(false));
        add("Same material", null, "Adds faces like the first.", "alike", on, () -> picks.likeFirst(true));
        add(
                "Same step again",
                "Ctrl+Shift+D",
                "Does the body's last step on picked elements once more, on what is picked now.",
                "repeat last operation",
                () -> picks.isOn() && picks.target() == null && lastOnPick() != null,
                this::again);
    }

    private void change(String name, String keys, String help, Term.Kind kind, double amount) {
        add(name, keys, help, "select", picks::isOn, () -> picks.change(kind, amount));
    }

    /** The last step above the marker line that works on a pick, or null. */
    private Step lastOnPick() {
        Body b = selected.body();
        if (b == null) return null;
        Step last = null;
        for (Entry e : b.entries().subList(0, b.shownSteps())) if (PickState.pickOf(e.step()) != null) last = e.step();
        return last;
    }

    private void again() {
        steps.addStep(StepDescriptor.of(lastOnPick()), lastOnPick());
    }
}
