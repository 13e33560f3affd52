package org.modeststack.app.drawer;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.Supplier;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.layout.BorderPane;
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
import org.modeststack.app.ui.Hint;
import org.modeststack.mesh.Mesh;
import org.modeststack.stack.Baked;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.stack.evaluate.Baking;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.pick.Pick;

/** All settings of the open step, made from its descriptor. */
public final class DrawerPane extends BorderPane {
    private final DocumentState document;
    private final SelectionState selected;
    private final ResultState results;
    private final OpenStepState openStep;
    private final Label title = new Label();
    private final VBox form = new VBox(12);
    private final List<Runnable> refresh = new ArrayList<>();
    /** The first that takes a parameter edits it. */
    private final List<ParamEditor> editors;

    /** The sections that were opened, by kind of step and heading. */
    private final Set<String> unfolded = new HashSet<>();

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
        editors = List.of(
                new ProfileParamEditor(document, selected),
                new MaterialEditor(document, messages),
                new NumberEditor(messages),
                new FlagEditor(),
                new ChoiceEditor(),
                new VectorEditor(messages, points),
                new BodiesEditor(document, selected),
                new PickParamEditor(selected, results, messages, picks),
                new TextEditor(messages));
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

    /**
     * Begins to type the first number of the open step.
     *
     * @return whether it has one
     */
    public boolean typeFirst(String begin) {
        for (Node n : form.lookupAll(".number-field")) {
            if (!(n instanceof TextField f) || !isSeen(f) || !f.getText().matches("-?[0-9.]+")) continue;
            f.requestFocus();
            f.setText(begin);
            f.end();
            return true;
        }
        return false;
    }

    private static boolean isSeen(Node n) {
        for (Node p = n; p != null; p = p.getParent()) if (!p.isVisible()) return false;
        return true;
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
        Map<String, DrawerSection> sections = new LinkedHashMap<>();
        for (ParamDescriptor p : d.params()) {
            Node field = field(p);
            if (field == null) continue;
            VBox whole = new VBox(4);
            if (field instanceof CheckBox box) {
                box.setText(p.label());
                whole.getChildren().add(new HBox(6, box, reset(p)));
                Hint.on(box, hint(p));
            } else {
                Label label = new Label(p.label());
                label.getStyleClass().add("field-label");
                label.setLabelFor(field);
                Hint.on(label, hint(p));
                HBox head = new HBox(6, label, reset(p));
                head.setAlignment(Pos.CENTER_LEFT);
                whole.getChildren().addAll(head, field);
            }
            refresh.add(() -> {
                whole.setVisible(d.isRelevant(entry.step(), p));
                whole.setManaged(whole.isVisible());
            });
            if (p.section().isEmpty()) form.getChildren().add(whole);
            else
                sections.computeIfAbsent(p.section(), name -> new DrawerSection(d.type(), name, unfolded))
                        .add(p, whole);
        }
        for (DrawerSection section : sections.values()) {
            form.getChildren().add(section);
            refresh.add(() -> section.show(d, entry.step()));
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

    private static String hint(ParamDescriptor p) {
        return p.help() + (p.range().isEmpty() ? "" : "\nFrom " + p.range());
    }

    /** Takes a value back to what a new step has; there only where it is something else. */
    private Button reset(ParamDescriptor p) {
        Button back = new Button("↺");
        back.getStyleClass().add("field-reset");
        back.setAccessibleText("Reset " + p.label());
        Hint.on(back, "Back to " + p.show(p.defaultValue()));
        back.setFocusTraversable(false);
        back.setOnAction(_ -> {
            String body = selected.body().id();
            long id = entry.id();
            document.edit(
                    "Reset " + p.label().toLowerCase(Locale.ROOT),
                    doc -> Edits.setValue(doc, body, id, p.name(), p.defaultValue()));
        });
        boolean possible = p.type() != Bodies.class && p.type() != Pick.class && p.type() != Mesh.class;
        refresh.add(() -> {
            Object now = StepDescriptor.of(entry.step()).value(entry.step(), p);
            back.setVisible(possible
                    && !now.equals(p.defaultValue())
                    && !entry.anchors().containsKey(p.name()));
            back.setManaged(back.isVisible());
        });
        return back;
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
        CheckBox on = flag(
                "Carried out",
                "Switch the step off and on (Ctrl+E)",
                Entry::enabled,
                now -> now ? "Switch on" : "Switch off",
                Edits::setEnabled);
        CheckBox held = flag(
                "Held",
                "The view waits with this step until it is asked for (F5), and shows what came of it before; files get it"
                        + " as it is (Ctrl+Shift+H)",
                Entry::held,
                now -> now ? "Hold" : "Let go",
                Edits::setHeld);
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
        return List.of(on, held, new VBox(4, label, note));
    }

    /** Sets something of steps that is on or off. */
    private interface FlagEdit {
        Document apply(Document d, String bodyId, Collection<Long> entryIds, boolean on);
    }

    private CheckBox flag(
            String text, String hint, Predicate<Entry> isOn, Function<Boolean, String> label, FlagEdit edit) {
        CheckBox box = new CheckBox(text);
        Hint.on(box, hint);
        refresh.add(() -> box.setSelected(isOn.test(entry)));
        box.setOnAction(_ -> {
            String body = selected.body().id();
            long id = entry.id();
            boolean now = box.isSelected();
            document.edit(label.apply(now), doc -> edit.apply(doc, body, List.of(id), now));
        });
        return box;
    }

    private Node field(ParamDescriptor p) {
        // An editor that has the focus is asked once more when it goes, and another step is open by then.
        long id = shownId;
        Class<?> type = shownType;
        Supplier<Entry> own =
                () -> entry != null && entry.id() == id && entry.step().getClass() == type ? entry : null;
        for (ParamEditor e : editors)
            if (e.takes(p)) return e.create(new EditedParam(p, own, document, selected, results, refresh));
        return null;
    }
}
