package org.modeststack.app.search;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.function.Supplier;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.geometry.Bounds;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.modeststack.app.command.Command;

/** One field that finds any step or command by parts of its name. */
public final class SearchBox extends StackPane {
    private static final int SHOWN = 9;
    private static final double ROW = 46;

    private final TextField field = new TextField();
    private final ListView<Command> found = new ListView<>();
    private List<Command> commands = List.of();
    private Supplier<List<Command>> more = List::of;

    public SearchBox() {
        getStyleClass().add("search");
        field.setPromptText("Add a step or find a command");
        field.setAccessibleText("Add a step or find a command");
        Label keys = new Label("Ctrl K");
        keys.getStyleClass().add("search-keys");
        keys.setMouseTransparent(true);
        // Where little room is left, what is typed goes first.
        keys.visibleProperty()
                .bind(widthProperty().greaterThan(keys.widthProperty().multiply(2.6)));
        StackPane.setAlignment(keys, Pos.CENTER_RIGHT);
        getChildren().addAll(field, keys);
        found.getStyleClass().add("search-list");
        found.setManaged(false);
        found.setVisible(false);
        found.setFocusTraversable(false);
        found.setFixedCellSize(ROW);
        found.setCellFactory(_ -> new Row());
        field.textProperty().addListener((_, _, _) -> search());
        field.focusedProperty().addListener((_, _, now) -> {
            if (now) search();
            else found.setVisible(false);
        });
        field.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
        found.setOnMousePressed(_ -> Platform.runLater(this::take));
    }

    /** The list of what was found, to be laid over the window. */
    public ListView<Command> list() {
        return found;
    }

    /** @param ofDocument what the document offers besides, asked for whenever something is looked for */
    public void setCommands(List<Command> all, Supplier<List<Command>> ofDocument) {
        commands = all;
        more = ofDocument;
    }

    public void open() {
        field.requestFocus();
        field.selectAll();
        search();
    }

    private void search() {
        String typed = field.getText().strip();
        // What there are hundreds of is not offered before anything is typed.
        Stream<Command> named = typed.isEmpty() ? Stream.of() : more.get().stream();
        List<Command> hits = Stream.concat(commands.stream(), named)
                .filter(c -> c.enabled().getAsBoolean() && c.matches(typed))
                .sorted(Comparator.<Command>comparingInt(c -> rank(c, typed))
                        .thenComparingInt(c -> typed.isEmpty() || rank(c, typed) > 1
                                ? 0
                                : c.name().length()))
                .toList();
        found.getItems().setAll(hits);
        found.setVisible(field.isFocused() && !hits.isEmpty());
        found.getSelectionModel().select(0);
        if (getScene() == null) return;
        Bounds b = localToScene(getBoundsInLocal());
        found.resizeRelocate(b.getMinX(), b.getMaxY() + 4, b.getWidth(), Math.min(SHOWN, hits.size()) * ROW + 8);
    }

    /** Names that begin with what was typed come first, the shortest before the others, then names that have it, then other words. */
    private static int rank(Command c, String typed) {
        String name = c.name().toLowerCase(Locale.ROOT), t = typed.toLowerCase(Locale.ROOT);
        int steps = c.menu().equals("Step") || c.menu().equals("Body") ? 0 : 1;
        if (t.isEmpty()) return steps;
        return (name.startsWith(t) ? 0 : name.contains(t) ? 2 : 4) + steps;
    }

    private void key(KeyEvent e) {
        int at = found.getSelectionModel().getSelectedIndex();
        switch (e.getCode()) {
            case DOWN -> select(at + 1);
            case UP -> select(at - 1);
            case ENTER -> take();
            case ESCAPE -> {
                field.clear();
                found.setVisible(false);
                getScene().getRoot().requestFocus();
            }
            default -> {
                return;
            }
        }
        if (e.getCode() != KeyCode.UNDEFINED) e.consume();
    }

    private void select(int i) {
        if (found.getItems().isEmpty()) return;
        int to = Math.clamp(i, 0, found.getItems().size() - 1);
        found.getSelectionModel().select(to);
        found.scrollTo(Math.max(0, to - SHOWN + 1));
    }

    private void take() {
        Command c = found.getSelectionModel().getSelectedItem();
        if (c == null) return;
        field.clear();
        found.setVisible(false);
        getScene().getRoot().requestFocus();
        c.run();
    }

    /** A command with its menu, help and shortcut. */
    private static final class Row extends ListCell<Command> {
        @Override
        protected void updateItem(Command c, boolean empty) {
            super.updateItem(c, empty);
            setText(null);
            if (empty || c == null) {
                setGraphic(null);
                return;
            }
            Label name = new Label(c.name());
            name.getStyleClass().add("search-name");
            Label help = new Label(c.help());
            help.getStyleClass().add("search-help");
            VBox text = new VBox(1, name, help);
            text.setMinWidth(0);
            HBox.setHgrow(text, Priority.ALWAYS);
            Label keys = new Label(c.keys() == null ? c.menu() : c.combination().getDisplayText());
            keys.getStyleClass().add("search-keys");
            keys.setMinWidth(Region.USE_PREF_SIZE);
            HBox row = new HBox(10, text, keys);
            row.setAlignment(Pos.CENTER_LEFT);
            row.setMaxWidth(Region.USE_PREF_SIZE);
            row.prefWidthProperty().bind(getListView().widthProperty().subtract(44));
            setGraphic(row);
        }
    }
}
