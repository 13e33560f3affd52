package org.modeststack.app;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.prefs.Preferences;
import javafx.application.Platform;
import javafx.beans.value.ChangeListener;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Pos;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuBar;
import javafx.scene.control.SplitPane;
import javafx.scene.control.TextArea;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.modeststack.app.bodies.BodyStrip;
import org.modeststack.app.command.Command;
import org.modeststack.app.command.Commands;
import org.modeststack.app.command.FittingSteps;
import org.modeststack.app.command.KeyTable;
import org.modeststack.app.drawer.DrawerPane;
import org.modeststack.app.file.DocumentFiles;
import org.modeststack.app.file.MeshFiles;
import org.modeststack.app.instructions.InstructionsPane;
import org.modeststack.app.ledger.LedgerPane;
import org.modeststack.app.look.Appearance;
import org.modeststack.app.look.Theme;
import org.modeststack.app.search.SearchBox;
import org.modeststack.app.start.EmptyPage;
import org.modeststack.app.start.FirstSteps;
import org.modeststack.app.state.AppState;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.PerGeometry;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.ui.Dialogs;
import org.modeststack.app.ui.Hint;
import org.modeststack.app.ui.Thumbnails;
import org.modeststack.app.view.ChosenBar;
import org.modeststack.app.view.ViewPane;
import org.modeststack.app.view.pick.QuickBar;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.fault.Faults;
import org.modeststack.mesh.fault.FoundFault;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.stack.evaluate.MeshReport;
import org.modeststack.steps.Step;

/** The window's layout: menus and search on top, the bodies below them, instructions, view, drawer, ledger. */
final class MainWindow {
    /** The usual width of the instructions, in pixels. */
    private static final double INSTRUCTIONS = 380;

    /** The width of the drawer, in pixels, with texts of the usual size; and the most of the window that it may take. */
    private static final double DRAWER = 268, DRAWER_SHARE = 0.42;

    /** The view stays at least so wide while the instructions can give way, in pixels. */
    private static final double NARROW_VIEW = 210;

    /** From here on it takes seconds to find out which faces meet. */
    private static final int MANY_FACES = 500_000;

    /** What the bar offers for several chosen bodies, with how short it is called there. */
    private static final Map<String, String> CHOSEN_ACTIONS = new LinkedHashMap<>();

    static {
        CHOSEN_ACTIONS.put("Unite chosen bodies", "Unite");
        CHOSEN_ACTIONS.put("Cut the others away", "Cut away");
        CHOSEN_ACTIONS.put("Keep what they share", "Keep shared");
        CHOSEN_ACTIONS.put("Join chosen bodies", "Join");
        CHOSEN_ACTIONS.put("Cut out of what they stand on", "Cut out");
        CHOSEN_ACTIONS.put("Mirror chosen bodies", "Mirror");
        CHOSEN_ACTIONS.put("Give bodies a material…", "Material…");
        CHOSEN_ACTIONS.put("Put in a set…", "Set…");
        CHOSEN_ACTIONS.put("Show or hide body", "Hide");
        CHOSEN_ACTIONS.put("Delete body", "Delete");
    }

    private final AppState state;
    private final Dialogs dialogs;
    private final Appearance appearance;
    private final ViewPane view;
    private final InstructionsPane instructions;
    private final LedgerPane ledger;
    private final DrawerPane drawer;
    private final WindowMenus menus;
    private final ContextMenu viewMenu;
    private final SearchBox search = new SearchBox();
    private final Commands commands;
    private final Thumbnails pictures;
    private final PerGeometry<MeshReport> reports;
    private final PerGeometry<Faults> faults;
    private final Label title = new Label();
    private final Button undo = new Button("↶");
    private final Button redo = new Button("↷");
    private final StackPane root = new StackPane();

    MainWindow(
            AppState state,
            DocumentFiles files,
            MeshFiles meshes,
            Preferences preferences,
            Appearance appearance,
            Dialogs dialogs) {
        this.state = state;
        this.dialogs = dialogs;
        this.appearance = appearance;
        DocumentState document = state.document();
        SelectionState selected = state.selected();
        ResultState results = state.results();
        // At the start the processor belongs to the view; small pictures and numbers come after it.
        CountDownLatch viewShown = new CountDownLatch(1);
        view = new ViewPane(
                document,
                selected,
                results,
                state.messages(),
                state.openStep(),
                state.picks(),
                state.points(),
                state.asking(),
                state.view(),
                viewShown);
        ContextMenu stepMenu = new ContextMenu(), bodyMenu = new ContextMenu();
        List<Runnable> redraw = new ArrayList<>();
        pictures = new Thumbnails(() -> redraw.forEach(Runnable::run), viewShown);
        reports = new PerGeometry<>(
                "reports", (Geometry g) -> MeshReport.of(g), () -> redraw.forEach(Runnable::run), viewShown);
        faults = new PerGeometry<>("faults", MainWindow::faultsOf, () -> redraw.forEach(Runnable::run), viewShown);
        instructions = new InstructionsPane(
                document,
                selected,
                results,
                state.messages(),
                state.picks(),
                state.points(),
                pictures,
                reports,
                stepMenu);
        ledger = new LedgerPane(
                document, selected, results, state.messages(), state.jobs(), reports, faults, new Mender());
        BodyStrip strip = new BodyStrip(document, selected, results, state.asking(), pictures, bodyMenu, this::search);
        redraw.add(instructions::refresh);
        redraw.add(strip::refresh);
        redraw.add(ledger::refresh);
        commands = new Commands(
                state,
                files,
                meshes,
                view,
                appearance,
                dialogs,
                new Commands.WindowActions(
                        this::search,
                        this::toggleLedger,
                        this::showKeys,
                        instructions::toggleCompact,
                        instructions::toggleGroups));
        search.setCommands(commands.all(), commands::ofBodies);
        EmptyPage start = new EmptyPage(
                pictures,
                new EmptyPage.Actions(
                        d -> commands.named(Commands.newBody(d)).run(),
                        () -> commands.named("Open…").run(),
                        () -> commands.named("Open the demo").run(),
                        files::recent,
                        files::openRecent));
        view.setStart(start, new FirstSteps(document, preferences));
        Runnable refreshStart = () -> {
            if (document.current().bodies().isEmpty()) start.refresh();
        };
        redraw.add(refreshStart);
        document.changed().listen(refreshStart);
        refreshStart.run();
        FittingSteps fitting = new FittingSteps(state.picks(), state.habits(), commands);
        menus = new WindowMenus(commands, files);
        viewMenu = menus.view(fitting, this::search);
        view.setMinWidth(NARROW_VIEW);
        view.setOffers(() -> offers(fitting), viewMenu);
        view.setChosenActions(CHOSEN_ACTIONS.entrySet().stream()
                .map(a -> {
                    Command c = commands.named(a.getKey());
                    String keys = c.keys() == null ? "" : " (" + c.combination().getDisplayText() + ")";
                    return new ChosenBar.Action(a.getValue(), c.help() + keys, c::run);
                })
                .toList());
        menus.fill(stepMenu, "Step");
        menus.fill(bodyMenu, "Body");

        instructions.setMinWidth(250);
        SplitPane split = new SplitPane(instructions, view);
        keepWidth(split);
        SplitPane.setResizableWithParent(instructions, false);
        instructions.setPrefWidth(INSTRUCTIONS);
        drawer = new DrawerPane(
                document, selected, results, state.messages(), state.openStep(), state.picks(), state.points());
        BorderPane middle = new BorderPane(split);
        middle.setRight(drawer);
        BorderPane page = new BorderPane(middle);
        // What has no room even so ends at the right, and nothing at the left.
        page.setMinWidth(0);
        page.setTop(new VBox(bar(), strip));
        page.setBottom(ledger);
        Pane over = new Pane(search.list());
        over.setPickOnBounds(false);
        root.getChildren().addAll(page, over);
        root.setFocusTraversable(true);
        root.getStyleClass().add("page");
        appearance.listen(this::applyLook);
        root.widthProperty().addListener(_ -> fitDrawer());
        applyLook();
        document.opened().listen(view::refit);
        document.changed().listen(() -> pictures.setMaterials(document.current().materials()));
        document.changed().listen(this::refresh);
        instructions.refresh();
        refresh();
    }

    private void applyLook() {
        Theme theme = appearance.theme();
        view.setTheme(theme);
        pictures.setPalette(theme.palette());
        fitDrawer();
    }

    /** Larger texts need a wider drawer, as far as the window has room. */
    private void fitDrawer() {
        double wanted = DRAWER * appearance.textScale();
        double width = root.getWidth() > 0
                ? Math.clamp(DRAWER_SHARE * root.getWidth(), Math.min(DRAWER, wanted), wanted)
                : wanted;
        drawer.setMinWidth(width);
        drawer.setPrefWidth(width);
        drawer.setMaxWidth(width);
    }

    private List<QuickBar.Offer> offers(FittingSteps fitting) {
        List<QuickBar.Offer> out = new ArrayList<>();
        for (Command c : fitting.commands()) out.add(new QuickBar.Offer(c.name(), c.help(), c::run));
        out.add(new QuickBar.Offer("More…", "Find any other step (Ctrl+K)", this::search));
        return out;
    }

    /** What the ledger does about faults: the commands for it are made after the ledger. */
    private final class Mender implements LedgerPane.Mender {
        @Override
        public void pick(FoundFault fault) {
            commands.mending().pick(fault);
        }

        @Override
        public void next(FoundFault fault) {
            commands.mending().next(fault);
        }

        @Override
        public void add(Step cure) {
            commands.mending().add(cure);
        }

        @Override
        public void mend() {
            commands.mending().mend();
        }
    }

    /** All faults of a mesh; of very many faces only what single ones have. */
    private static Faults faultsOf(Geometry geometry) {
        Mesh mesh = geometry.mesh();
        return mesh.faceCount() > MANY_FACES ? Faults.quick(mesh) : Faults.all(mesh);
    }

    /** Gives the instructions their usual width once the window has one. */
    private static void keepWidth(SplitPane split) {
        split.widthProperty().addListener(new ChangeListener<>() {
            @Override
            public void changed(ObservableValue<? extends Number> width, Number before, Number now) {
                if (now.doubleValue() < 2 * INSTRUCTIONS) return;
                width.removeListener(this);
                // Not within the layout that tells of the width, and laid out at once, before anything else moves it.
                Platform.runLater(() -> {
                    split.setDividerPositions(INSTRUCTIONS / split.getWidth());
                    split.layout();
                });
            }
        });
    }

    private HBox bar() {
        StackPane mark = new StackPane();
        mark.getStyleClass().add("mark");
        VBox plates = new VBox(2);
        plates.setAlignment(Pos.CENTER);
        double[] widths = {9, 15, 20};
        for (int i = 0; i < 3; i++) {
            Region plate = new Region();
            plate.getStyleClass().add("plate-" + i);
            plate.setMinSize(widths[i], 5);
            plate.setMaxSize(widths[i], 5);
            plates.getChildren().add(plate);
        }
        mark.getChildren().add(plates);
        title.getStyleClass().add("document-title");
        title.setMinWidth(0);
        MenuBar menuBar = menus.bar();
        menuBar.setMinWidth(Region.USE_PREF_SIZE);
        Region left = new Region(), right = new Region();
        HBox.setHgrow(left, Priority.ALWAYS);
        HBox.setHgrow(right, Priority.ALWAYS);
        search.setMinWidth(90);
        search.setPrefWidth(360);
        undo.getStyleClass().add("bar-button");
        redo.getStyleClass().add("bar-button");
        undo.setOnAction(_ -> commands.named("Undo").run());
        redo.setOnAction(_ -> commands.named("Redo").run());
        Hint.on(undo, () -> "Undo " + state.document().undoLabel() + " (Ctrl+Z)");
        Hint.on(redo, () -> "Redo " + state.document().redoLabel() + " (Ctrl+Y)");
        undo.setAccessibleText("Undo");
        redo.setAccessibleText("Redo");
        Label units = new Label("mm");
        units.getStyleClass().add("bar-units");
        units.setMinWidth(Region.USE_PREF_SIZE);
        Hint.on(units, "Lengths are in millimetres; other units can be typed: 2.5 cm, 1/4 in");
        HBox bar = new HBox(10, mark, title, menuBar, left, search, right, units, undo, redo);
        bar.setAlignment(Pos.CENTER_LEFT);
        bar.getStyleClass().add("bar");
        return bar;
    }

    /** Makes the scene, with the keys that no menu may catch. */
    Scene scene(double width, double height) {
        Scene scene = new Scene(root, width, height);
        appearance.dress(scene.getStylesheets());
        scene.setOnKeyTyped(e -> {
            // A number that is typed at once belongs to the step that was just added.
            String c = e.getCharacter();
            boolean number = !e.isControlDown()
                    && !e.isAltDown()
                    && !e.isMetaDown()
                    && c.length() == 1
                    && "0123456789.-".contains(c);
            if (number && state.trial().isOn() && drawer.typeFirst(c)) e.consume();
        });
        scene.setOnKeyPressed(e -> {
            if (e.getCode() == KeyCode.ENTER && state.trial().isOn()) {
                state.trial().keep();
                e.consume();
                return;
            }
            Command takeBack = commands.named("Take the new step back");
            if (e.getCode() == KeyCode.ESCAPE && takeBack.enabled().getAsBoolean()) {
                takeBack.run();
                e.consume();
                return;
            }
            for (String name : List.of("Close the drawer", "Delete steps or elements")) {
                Command c = commands.named(name);
                if (c.combination().match(e) && c.enabled().getAsBoolean()) {
                    c.run();
                    e.consume();
                    return;
                }
            }
        });
        return scene;
    }

    private void refresh() {
        DocumentState document = state.document();
        String mark = document.isReadOnly() ? " (only to look at)" : document.isDirty() ? " •" : "";
        title.setText(document.title() + mark);
        undo.setDisable(!document.canUndo());
        redo.setDisable(!document.canRedo());
    }

    /** The menu of the right mouse button in the view. */
    ContextMenu viewMenu() {
        return viewMenu;
    }

    ViewPane view() {
        return view;
    }

    InstructionsPane instructions() {
        return instructions;
    }

    LedgerPane ledger() {
        return ledger;
    }

    Commands commands() {
        return commands;
    }

    /** Ends what works in the background; the window is gone. */
    void close() {
        view.close();
        pictures.close();
        reports.close();
        faults.close();
        state.close();
    }

    /** What is seen is up to date, though the view may yet be drawn finer and small pictures may be missing. */
    boolean isUpToDate() {
        return !state.isBusy() && !view.isBehind() && !reports.isBusy() && !faults.isBusy();
    }

    /** Nothing is on its way any more: results, pictures, view. */
    boolean isSettled() {
        return !state.isBusy() && !view.isBusy() && !pictures.isBusy() && !reports.isBusy() && !faults.isBusy();
    }

    void search() {
        search.open();
    }

    void toggleLedger() {
        ledger.setOpen(!ledger.isOpen());
    }

    private void showKeys() {
        TextArea area = new TextArea(new KeyTable(commands.all()).asText());
        area.setWrapText(true);
        area.setEditable(false);
        area.setPrefRowCount(28);
        area.setPrefColumnCount(64);
        area.getStyleClass().add("keys");
        dialogs.show("Keys", area);
    }
}
