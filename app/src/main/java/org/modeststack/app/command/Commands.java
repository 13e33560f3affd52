package org.modeststack.app.command;

import java.util.ArrayList;
import java.util.List;
import org.modeststack.app.file.DocumentFiles;
import org.modeststack.app.file.MeshFiles;
import org.modeststack.app.look.Appearance;
import org.modeststack.app.state.AppState;
import org.modeststack.app.ui.Dialogs;
import org.modeststack.app.view.ViewPane;
import org.modeststack.steps.StepDescriptor;

/** Every command there is, in the order of the menus. */
public final class Commands {
    public static final List<String> MENUS = List.of("File", "Edit", "Body", "Step", "Pick", "View", "Help");

    private final List<Command> all = new ArrayList<>();
    private final AppState state;
    private final MendCommands mending;

    /** What the window itself does. */
    public record WindowActions(
            Runnable search, Runnable toggleLedger, Runnable showKeys, Runnable toggleCompact, Runnable toggleGroups) {}

    public Commands(
            AppState state,
            DocumentFiles files,
            MeshFiles meshes,
            ViewPane view,
            Appearance appearance,
            Dialogs dialogs,
            WindowActions window) {
        this.state = state;
        StepCommands steps = new StepCommands(
                state.document(),
                state.selected(),
                state.results(),
                state.messages(),
                state.picks(),
                state.points(),
                state.trial(),
                state.habits(),
                state.jobs(),
                dialogs);
        mending = new MendCommands(
                state.document(),
                state.selected(),
                state.results(),
                state.messages(),
                state.picks(),
                state.view(),
                state.jobs());
        for (MenuCommands menu : List.of(
                new FileCommands(state.selected(), files, meshes),
                new EditCommands(state.document(), state.results(), state.jobs(), window.search()),
                new BodyCommands(
                        state.document(),
                        state.selected(),
                        state.results(),
                        state.view(),
                        state.jobs(),
                        state.points(),
                        new BodyMaterial(state.document(), state.selected(), state.messages(), dialogs),
                        dialogs),
                steps,
                mending,
                new PickCommands(state.selected(), state.picks(), steps),
                new ViewCommands(
                        state.selected(),
                        state.picks(),
                        state.points(),
                        state.asking(),
                        state.trial(),
                        state.view(),
                        view,
                        window),
                new LookCommands(appearance),
                new HelpCommands(files, window.showKeys()))) all.addAll(menu.all());
    }

    public List<Command> all() {
        return all;
    }

    /** What cures faults of the mesh that is shown. */
    public MendCommands mending() {
        return mending;
    }

    /** One for each body, which goes there. */
    public List<Command> ofBodies() {
        return state.document().current().bodies().stream()
                .map(b -> new Command(
                        "Body",
                        "Go to " + b.name(),
                        null,
                        "Selects this body" + (b.set().isEmpty() ? "." : ", of the set " + b.set() + "."),
                        "select find " + b.set(),
                        () -> true,
                        () -> state.selected().select(b.id())))
                .toList();
    }

    /** The name of the command that starts a body from a source. */
    public static String newBody(StepDescriptor source) {
        return BodyCommands.newName(source);
    }

    /** The command of this name. */
    public Command named(String name) {
        return all.stream().filter(c -> c.name().equals(name)).findFirst().orElseThrow();
    }
}
