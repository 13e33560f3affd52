package org.modeststack.app.command;

import java.util.Locale;
import java.util.function.BooleanSupplier;
import org.modeststack.app.state.PickState;
import org.modeststack.app.state.PointState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.state.ToolAsking;
import org.modeststack.app.state.TrialState;
import org.modeststack.app.state.ViewState;
import org.modeststack.app.view.ViewPane;
import org.modeststack.render.DisplayMode;

/** How the bodies are looked at, and which rooms of the window are open. */
final class ViewCommands extends MenuCommands {
    private final SelectionState selected;
    private final PickState picks;
    private final PointState points;
    private final ToolAsking asking;

    ViewCommands(
            SelectionState selected,
            PickState picks,
            PointState points,
            ToolAsking asking,
            TrialState trial,
            ViewState viewState,
            ViewPane view,
            Commands.WindowActions window) {
        super("View");
        this.selected = selected;
        this.picks = picks;
        this.points = points;
        this.asking = asking;
        BooleanSupplier always = () -> true;
        BooleanSupplier body = () -> selected.body() != null;
        for (DisplayMode m : DisplayMode.values()) {
            add(
                    m.label(),
                    null,
                    "Draws the bodies " + m.label().toLowerCase(Locale.ROOT) + ".",
                    "display mode draw",
                    always,
                    () -> viewState.setMode(m));
        }
        add(
                "Fit everything",
                "Ctrl+0",
                "Brings all bodies into the picture.",
                "zoom all",
                always,
                () -> view.fit(false));
        add(
                "Fit the chosen bodies",
                "Ctrl+9",
                "Brings what is chosen into the picture.",
                "zoom",
                body,
                () -> view.fit(true));
        add(
                "Back to the view before",
                "Alt+Left",
                "Looks again from where you looked before the last fit or move.",
                "previous camera return",
                view::canGoBack,
                view::back);
        add(
                "Next way to see the others",
                "F7",
                "Bodies that are not chosen are shown, faint, or hidden.",
                "focus isolate solo others faint hide alone",
                body,
                viewState::nextOthers);
        add(
                "From the front",
                "Alt+1",
                "Looks along Y.",
                "camera axis",
                always,
                () -> view.goTo(viewState.camera().from(0, 0)));
        add(
                "From the right",
                "Alt+2",
                "Looks against X.",
                "camera axis side",
                always,
                () -> view.goTo(viewState.camera().from(90, 0)));
        add(
                "From above",
                "Alt+3",
                "Looks down Z.",
                "camera axis top plan",
                always,
                () -> view.goTo(viewState.camera().from(0, 90)));
        add(
                "From the corner",
                "Alt+4",
                "The usual view from the front right, from somewhat above.",
                "camera",
                always,
                () -> view.goTo(viewState.camera().from(28, 32)));
        add(
                "Perspective or parallel",
                "Alt+5",
                "Changes between a perspective and a parallel picture.",
                "orthographic camera",
                always,
                () -> view.goTo(
                        viewState.camera().withPerspective(!viewState.camera().perspective())));
        add(
                "Next tag in the view",
                "Ctrl+Shift+Y",
                "Shows a tag of the selected body with its weights, then the next, then none.",
                "weights selection set show mark",
                body,
                viewState::showNextTag);
        add(
                "Look smoothed",
                "F6",
                "Shows the selected body as if it were smoothed by subdivision, its own edges over it, or as it is again; no"
                        + " step is added.",
                "subdivision preview cage smooth round",
                body,
                () -> viewState.toggleSmooth(selected.body()));
        add(
                "Take hold of bodies",
                "Ctrl+M",
                "Shows the handles along and round the axes of the chosen bodies, or puts them away.",
                "move drag turn rotate scale gizmo handle grab transform",
                body,
                () -> viewState.setHolding(!viewState.isHolding()));
        add(
                "Snap handles",
                "Ctrl+Shift+X",
                "Handles jump to vertices, edges, centres and faces under the pointer; Ctrl does so for one drag.",
                "magnet grid vertex place exact",
                always,
                () -> viewState.setSnapping(!viewState.snapping()));
        add(
                "Steps in one line each",
                "Ctrl+Shift+1",
                "Shows steps that are not open without their pictures, or with them again; above 25 steps by itself.",
                "compact small list dense",
                body,
                window.toggleCompact());
        add(
                "Fold or unfold all groups",
                "Ctrl+Shift+2",
                "Folds the groups of steps of the selected body, or unfolds them.",
                "collapse expand",
                body,
                window.toggleGroups());
        add(
                "Ledger",
                "Ctrl+L",
                "Folds the ledger in or out: numbers after each step.",
                "table statistics counts",
                always,
                window.toggleLedger());
        add(
                "Take the new step back",
                null,
                "Removes the step that was just added, as if it had never been (Esc); any other change, or Enter, keeps it.",
                "cancel trial undo",
                () -> trial.isOn() && picks.target() == null && !points.isOn(),
                trial::takeBack);
        add(
                "Close the drawer",
                "Esc",
                "Ends picking, or closes the open step's settings.",
                "stop picking",
                () -> selected.openEntry() != null || picks.isOn() || points.isOn(),
                this::back);
    }

    private void back() {
        PickState p = picks;
        if (p.target() != null) p.done();
        else if (points.isOn()) points.cancel();
        else if (asking.isOn()) asking.decline();
        else if (p.isOn()) p.setKind(null);
        else selected.closeDrawer();
    }
}
