package org.modeststack.app.command;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.modeststack.app.state.PickState;
import org.modeststack.app.state.StepHabits;
import org.modeststack.mesh.ElementKind;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.catalog.Steps;

/** The steps that fit best what is picked: those used last on such elements, then the usual ones for their kind. */
public final class FittingSteps {
    public static final int OFFERED = 5;

    /** So many of those offered are what was used last. */
    private static final int BY_HABIT = 3;

    private static final Map<ElementKind, List<String>> USUAL = Map.of(
            ElementKind.FACE, List.of("extrude", "inset", "move-picked", "delete", "bevel", "tag", "divide-faces"),
            ElementKind.EDGE, List.of("bevel", "cut-loop", "slide", "dissolve", "crease", "tag", "bridge"),
            ElementKind.VERTEX, List.of("move-picked", "connect", "weld-picked", "bevel", "dissolve", "tag"));

    private static final List<String> OF_BODIES =
            List.of("bevel", "boolean", "row-array", "round-array", "mirror", "subdivide", "move");

    private final PickState picks;
    private final StepHabits habits;
    private final Commands commands;

    public FittingSteps(PickState picks, StepHabits habits, Commands commands) {
        this.picks = picks;
        this.habits = habits;
        this.commands = commands;
    }

    /** The commands that add them; for a whole body where nothing is picked. */
    public List<Command> commands() {
        ElementKind kind = picks.isOn() && !picks.selection().isEmpty() ? picks.kind() : null;
        Set<StepDescriptor> out = new LinkedHashSet<>();
        List<StepDescriptor> usual = (kind == null ? OF_BODIES : USUAL.get(kind))
                .stream().map(Steps::byType).toList();
        for (StepDescriptor d : habits.last(kind)) if (out.size() < BY_HABIT) out.add(d);
        for (StepDescriptor d : usual) if (out.size() < OFFERED) out.add(d);
        List<Command> found = new ArrayList<>();
        for (StepDescriptor d : out) found.add(commands.named(d.title()));
        return found;
    }
}
