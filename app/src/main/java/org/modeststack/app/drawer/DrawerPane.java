package org.modeststack.app.drawer;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.DoubleSupplier;
import java.util.function.Supplier;
import javafx.geometry.Bounds;
import javafx.geometry.Pos;
import javafx.scene.Cursor;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.MessageState;
import org.modeststack.app.state.OpenStepState;
import org.modeststack.app.state.PickState;
import org.modeststack.app.state.PointState;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.state.Signal;
import org.modeststack.app.ui.Dragging;
import org.modeststack.app.ui.Hint;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Baked;
import org.modeststack.stack.Body;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.stack.evaluate.Baking;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Role;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.Unit;
import org.modeststack.steps.pick.Pick;

/** All settings of the open step, made from its descriptor. */
public final class DrawerPane extends BorderPane {
    /** More choices than this stand in rows. */
    private static final int ABREAST = 4;

    private final DocumentState document;
    private final SelectionState selected;
    private final ResultState results;
    private final OpenStepState openStep;
    private final MessageState messages;
    private final PickState picks;
    private final PointState points;
    private final Label title = new Label();
    private final VBox form = new VBox(12);
    private final List<Runnable> refresh = new ArrayList<>();
    private long shownId;
    private Class<?> shownType;
    private Entry entry;

    public DrawerPane(
            DocumentState document,
            SelectionState selected,
            ResultState results,
            MessageState messages,
            OpenStepState openStep,
            PickState picks,
            PointState points) {
        this.document = document;
        this.selected = selected;
        this.results = results;
        this.openStep = openStep;
        this.messages = messages;
        this.picks = picks;
        this.points = points;
        getStyleClass().add("drawer");
        title.getStyleClass().add("drawer-title");
        Button close = new Button("×");
        close.getStyleClass().add("drawer-close");
        Hint.on(close, "Close the drawer (Esc)");
        close.setAccessibleText("Close the drawer");
        close.setOnAction(_ -> selected.closeDrawer());
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        HBox head = new HBox(title, space, close);
        head.setAlignment(Pos.CENTER_LEFT);
        head.getStyleClass().add("drawer-head");
        setTop(head);
        form.getStyleClass().add("drawer-form");
        ScrollPane scroll = new ScrollPane(form);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("plain-scroll");
        setCenter(scroll);
        Runnable show = this::show;
        for (Signal s :
                List.of(document.changed(), selected.changed(), results.changed(), openStep.changed(), picks.changed()))
            s.listen(show);
        show();
    }

    private void show() {
        entry = selected.openEntry();
        setVisible(entry != null);
        setManaged(entry != null);
        if (entry == null) {
            shownId = 0;
            return;
        }
        StepDescriptor d = StepDescriptor.of(entry.step());
        title.setText(selected.body().indexOf(entry.id()) + 1 + " · " + d.title());
        if (entry.id() != shownId || entry.step().getClass() != shownType) {
            shownId = entry.id();
            shownType = entry.step().getClass();
            rebuild(d);
        }
        refresh.forEach(Runnable::run);
    }

    private void rebuild(StepDescriptor d) {
        form.getChildren().clear();
        refresh.clear();
        Label help = new Label(d.help());
        help.setWrapText(true);
        help.getStyleClass().add("drawer-help");
        form.getChildren().addAll(help, outlook());
        for (ParamDescriptor p : d.params()) {
            Node field = field(d, p);
            if (field == null) continue;
            Label label = new Label(p.label());
            label.getStyleClass().add("field-label");
            label.setLabelFor(field);
            Hint.on(label, p.help() + (p.range().isEmpty() ? "" : "\nFrom " + p.range()));
            VBox whole = new VBox(4, label, field);
            refresh.add(() -> {
                whole.setVisible(d.isRelevant(entry.step(), p));
                whole.setManaged(whole.isVisible());
            });
            form.getChildren().add(whole);
        }
        if (entry.step() instanceof Baked) {
            Button unbake = new Button("Unbake");
            Hint.on(unbake, "Puts the steps back that this was made from");
            unbake.setOnAction(_ -> {
                String body = selected.body().id();
                long id = entry.id();
                document.edit("Unbake", doc -> Baking.unbake(doc, body, id));
            });
            form.getChildren().add(unbake);
        }
        form.getChildren().addAll(nameAndNote());
    }

    /** What the step says of itself before it is done, for what goes into it now. */
    private Label outlook() {
        Label out = new Label();
        out.setWrapText(true);
        out.getStyleClass().add("drawer-outlook");
        refresh.add(() -> {
            OpenStepState.Aids aids = openStep.aids();
            if (aids == null) return;
            out.setText(aids.outlook());
            out.setVisible(!out.getText().isEmpty());
            out.setManaged(out.isVisible());
        });
        return out;
    }

    private List<Node> nameAndNote() {
        CheckBox on = new CheckBox("Carried out");
        Hint.on(on, "Switch the step off and on (Ctrl+E)");
        refresh.add(() -> on.setSelected(entry.enabled()));
        on.setOnAction(_ -> {
            String body = selected.body().id();
            long id = entry.id();
            boolean now = on.isSelected();
            document.edit(now ? "Switch on" : "Switch off", doc -> Edits.setEnabled(doc, body, List.of(id), now));
        });
        TextArea note = new TextArea();
        note.setPromptText("A note to yourself");
        note.setPrefRowCount(2);
        note.setWrapText(true);
        refresh.add(() -> {
            if (!note.isFocused()) note.setText(entry.note());
        });
        note.focusedProperty().addListener((_, _, focused) -> {
            if (focused || entry == null || note.getText().equals(entry.note())) return;
            String body = selected.body().id();
            long id = entry.id();
            document.edit("Change note", doc -> Edits.setNote(doc, body, id, note.getText()));
        });
        Label label = new Label("Note");
        label.getStyleClass().add("field-label");
        label.setLabelFor(note);
        return List.of(on, new VBox(4, label, note));
    }

    private Object value(StepDescriptor d, ParamDescriptor p) {
        return d.value(entry.step(), p);
    }

    private void set(ParamDescriptor p, Object value) {
        String body = selected.body().id();
        long id = entry.id();
        document.edit(
                "Change " + p.label().toLowerCase(Locale.ROOT), doc -> Edits.setValue(doc, body, id, p.name(), value));
    }

    private Node field(StepDescriptor d, ParamDescriptor p) {
        return switch (p.kind()) {
            case NUMBER, COUNT ->
                number(
                        p,
                        () -> ((Number) value(d, p)).doubleValue(),
                        text -> set(p, p.parse(text, ((Number) value(d, p)).doubleValue())));
            case TEXT -> {
                if (p.role() != Role.PROFILE) yield number(p, null, text -> set(p, text), () -> (String) value(d, p));
                ProfileEditor field = new ProfileEditor(document, selected, () -> entry);
                refresh.add(field::refresh);
                yield field;
            }
            case VECTOR -> vector(d, p);
            case FLAG -> {
                CheckBox box = new CheckBox("on");
                refresh.add(() -> box.setSelected((Boolean) value(d, p)));
                box.setOnAction(_ -> set(p, box.isSelected()));
                yield box;
            }
            case CHOICE -> choice(d, p);
            case BODIES -> bodies(d, p);
            case PICK -> {
                PickEditor field = new PickEditor(
                        selected, results, messages, picks, () -> entry, () -> (Pick) value(d, p), v -> set(p, v));
                refresh.add(field::refresh);
                yield field;
            }
            case MESH -> null;
        };
    }

    /** Takes what was typed; may refuse it. */
    @FunctionalInterface
    private interface Entered {
        void accept(String text) throws StepException;
    }

    private Node number(ParamDescriptor p, DoubleSupplier value, Entered entered) {
        return number(p, value, entered, () -> Numbers.show(value.getAsDouble()));
    }

    private Node number(ParamDescriptor p, DoubleSupplier value, Entered entered, Supplier<String> shown) {
        TextField field = new TextField();
        field.getStyleClass().add("number-field");
        field.setAccessibleText(p.label());
        refresh.add(() -> {
            if (!field.isFocused()) field.setText(shown.get());
        });
        Runnable take = () -> {
            if (field.getText().equals(shown.get())) return;
            try {
                entered.accept(field.getText());
                field.getStyleClass().remove("wrong");
            } catch (StepException | IllegalArgumentException e) {
                if (!field.getStyleClass().contains("wrong"))
                    field.getStyleClass().add("wrong");
                messages.say(e.getMessage(), true);
            }
        };
        field.setOnAction(_ -> take.run());
        field.focusedProperty().addListener((_, _, focused) -> {
            if (!focused && entry != null) {
                take.run();
                field.getStyleClass().remove("wrong");
                field.setText(shown.get());
            }
        });
        HBox.setHgrow(field, Priority.ALWAYS);
        if (p.unit() == Unit.NONE || value == null) return field;
        Label unit = new Label(p.unit().symbol());
        unit.getStyleClass().add("field-unit");
        HBox box = new HBox(6, field, unit);
        box.setAlignment(Pos.CENTER_LEFT);
        return box;
    }

    private Node vector(StepDescriptor d, ParamDescriptor p) {
        VBox all = new VBox(4);
        for (int axis = 0; axis < 3; axis++) {
            int k = axis;
            Label name = new Label("XYZ".substring(k, k + 1));
            name.getStyleClass().add("field-unit");
            name.setMinWidth(14);
            Node field = number(p, () -> ((Vec3) value(d, p)).get(k), text -> {
                Vec3 now = (Vec3) value(d, p);
                Vec3 v = now.with(k, Numbers.parse(text, p.unit(), now.get(k)));
                p.check(v);
                set(p, v);
            });
            HBox.setHgrow(field, Priority.ALWAYS);
            HBox row = new HBox(6, name, field);
            row.setAlignment(Pos.CENTER_LEFT);
            all.getChildren().add(row);
        }
        if (p.role() != Role.NUMBERS) all.getChildren().add(takeButton(p));
        return all;
    }

    /** Takes a point or a direction from the view. */
    private Button takeButton(ParamDescriptor p) {
        Button take = new Button(p.role() == Role.POINT ? "Take from the view" : "Take from a face");
        take.getStyleClass().add("take-button");
        Hint.on(
                take,
                p.role() == Role.POINT
                        ? "Then click a vertex, the middle of an edge, a centre, an edge or a face"
                        : "Then click a face that looks that way");
        take.setOnAction(_ -> points.take(entry, p));
        return take;
    }

    private Node choice(StepDescriptor d, ParamDescriptor p) {
        int columns = p.choices().size() > ABREAST ? 3 : p.choices().size();
        GridPane segments = new GridPane();
        segments.getStyleClass().add("segments");
        for (int i = 0; i < columns; i++) {
            ColumnConstraints even = new ColumnConstraints();
            // In rows they stand below each other; abreast each takes what it needs and shares what is left.
            if (columns < p.choices().size()) even.setPercentWidth(100.0 / columns);
            even.setHgrow(Priority.ALWAYS);
            segments.getColumnConstraints().add(even);
        }
        int at = 0;
        for (Enum<?> c : p.choices()) {
            String text = ParamDescriptor.choiceName(c);
            ToggleButton b = new ToggleButton(text.length() == 1 ? text.toUpperCase(Locale.ROOT) : text);
            b.setMaxWidth(Double.MAX_VALUE);
            refresh.add(() -> b.setSelected(value(d, p) == c));
            b.setOnAction(_ -> {
                b.setSelected(true);
                set(p, c);
            });
            segments.add(b, at % columns, at / columns);
            at++;
        }
        return segments;
    }

    private Node bodies(StepDescriptor d, ParamDescriptor p) {
        FlowPane chips = new FlowPane(6, 6);
        refresh.add(() -> {
            chips.getChildren().clear();
            Bodies now = (Bodies) value(d, p);
            for (String id : now.ids()) chips.getChildren().add(chip(p, now, id, chips));
            MenuButton more = new MenuButton("+ body");
            more.getStyleClass().add("chip-add");
            for (Body b : document.current().bodies()) {
                if (now.ids().contains(b.id())
                        || document.current().dependsOn(b.id(), selected.body().id())) continue;
                MenuItem item = new MenuItem(b.name());
                item.setOnAction(_ -> {
                    List<String> ids = new ArrayList<>(now.ids());
                    ids.add(b.id());
                    set(p, new Bodies(ids));
                });
                more.getItems().add(item);
            }
            more.setDisable(more.getItems().isEmpty());
            chips.getChildren().add(more);
        });
        return chips;
    }

    /** One body of a list: its name shows the body, its cross takes it out, and dragging it changes the order. */
    private HBox chip(ParamDescriptor p, Bodies now, String id, FlowPane chips) {
        Label name = new Label(document.current().nameOf(id));
        name.getStyleClass().add("chip-name");
        Button out = new Button("×");
        out.getStyleClass().add("chip-out");
        out.setAccessibleText("Take " + name.getText() + " out");
        Hint.on(out, "Take this body out");
        out.setOnAction(_ ->
                set(p, new Bodies(now.ids().stream().filter(x -> !x.equals(id)).toList())));
        HBox chip = new HBox(4, name, out);
        chip.setAlignment(Pos.CENTER_LEFT);
        chip.getStyleClass().add("chip");
        chip.setFocusTraversable(true);
        chip.setCursor(Cursor.OPEN_HAND);
        Hint.on(chip, "Drag to change the order (Ctrl+left or right); double-click to open the body");
        chip.setOnKeyPressed(e -> {
            int by = e.getCode() == KeyCode.LEFT ? -1 : e.getCode() == KeyCode.RIGHT ? 1 : 0;
            if (!e.isControlDown() || by == 0) return;
            move(p, now, id, now.ids().indexOf(id) + by);
            e.consume();
        });
        chip.setOnMouseClicked(e -> {
            if (e.getClickCount() == 2) selected.select(id);
        });
        Dragging.follow(name, MouseEvent::consume, _ -> {}, e -> {
            int to = 0;
            for (Node other : chips.getChildren().subList(0, now.ids().size())) {
                Bounds b = other.localToScene(other.getBoundsInLocal());
                boolean below = e.getSceneY() > b.getMaxY();
                boolean behind = e.getSceneY() >= b.getMinY() && e.getSceneX() > b.getCenterX();
                if (other != chip && (below || behind)) to++;
            }
            move(p, now, id, to);
        });
        return chip;
    }

    private void move(ParamDescriptor p, Bodies now, String id, int to) {
        List<String> ids = new ArrayList<>(now.ids());
        ids.remove(id);
        ids.add(Math.clamp(to, 0, ids.size()), id);
        if (!ids.equals(now.ids())) set(p, new Bodies(ids));
    }
}
