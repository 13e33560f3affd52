package org.modeststack.app.instructions;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.DoubleFunction;
import java.util.function.Supplier;
import javafx.geometry.Side;
import javafx.scene.Node;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.PickState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.ui.AnchorWords;
import org.modeststack.app.ui.ChoiceText;
import org.modeststack.app.ui.Hint;
import org.modeststack.app.ui.LiveValue;
import org.modeststack.app.ui.Pressable;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.anchor.AnchorPoint;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;

/** A step as a sentence whose numbers are live. Values are shown anew in place, so that a drag is not disturbed. */
public final class Sentence extends TextFlow {
    private final DocumentState document;
    private final SelectionState selected;
    private final PickState picks;
    private final String bodyId;
    private Entry entry;
    private String template = "";
    private final List<Runnable> refresh = new ArrayList<>();

    public Sentence(DocumentState document, SelectionState selected, PickState picks, String bodyId) {
        this.document = document;
        this.selected = selected;
        this.picks = picks;
        this.bodyId = bodyId;
        getStyleClass().add("sentence");
    }

    public void show(Entry now) {
        boolean same = entry != null
                && entry.step().getClass() == now.step().getClass()
                && template.equals(sentence(now))
                && entry.anchors().keySet().equals(now.anchors().keySet());
        entry = now;
        if (!same) {
            template = sentence(now);
            rebuild();
        }
        refresh.forEach(Runnable::run);
    }

    private static String sentence(Entry e) {
        return e.step().sentence(e.anchors().keySet());
    }

    private void rebuild() {
        getChildren().clear();
        refresh.clear();
        StepDescriptor d = StepDescriptor.of(entry.step());
        boolean bold = false;
        StringBuilder text = new StringBuilder();
        for (int i = 0; i < template.length(); i++) {
            char c = template.charAt(i);
            if (c == '*') {
                flush(text, bold);
                bold = !bold;
            } else if (c == '{') {
                flush(text, bold);
                int end = template.indexOf('}', i);
                value(d, d.param(template.substring(i + 1, end)));
                i = end;
            } else {
                text.append(c);
            }
        }
        flush(text, bold);
    }

    private void flush(StringBuilder text, boolean bold) {
        if (text.isEmpty()) return;
        Text t = new Text(text.toString());
        t.getStyleClass().add(bold ? "sentence-verb" : "sentence-text");
        getChildren().add(t);
        text.setLength(0);
    }

    private void value(StepDescriptor d, ParamDescriptor p) {
        if (entry.anchors().containsKey(p.name())) anchor(p);
        else if (p.isNumber()) number(d, p);
        else if (p.type() == Vec3.class) vector(d, p);
        else if (p.isChoice()) choice(d, p);
        else if (p.type() == Pick.class) pick(d, p);
        else if (p.type() == Bodies.class)
            getChildren()
                    .add(words("sentence-body", () -> names(document.current(), (Bodies) d.value(entry.step(), p))));
        else getChildren().add(words("sentence-choice", () -> p.show(d.value(entry.step(), p))));
    }

    private void number(StepDescriptor d, ParamDescriptor p) {
        LiveValue live = live(p, v -> p.isCount() ? (Object) (int) v : (Object) v);
        refresh.add(() -> live.show(((Number) d.value(entry.step(), p)).doubleValue()));
        getChildren().add(live);
    }

    private void vector(StepDescriptor d, ParamDescriptor p) {
        for (int axis = 0; axis < 3; axis++) {
            int k = axis;
            LiveValue live = live(p, v -> ((Vec3) d.value(entry.step(), p)).with(k, v));
            refresh.add(() -> live.show(((Vec3) d.value(entry.step(), p)).get(k)));
            if (axis > 0) flush(new StringBuilder(", "), false);
            getChildren().add(live);
        }
    }

    private void choice(StepDescriptor d, ParamDescriptor p) {
        Label choice = words("sentence-choice", () -> shown(p, d.value(entry.step(), p)));
        Pressable.on(choice, c -> choices(p).show(c, Side.BOTTOM, 0, 0));
        getChildren().add(choice);
    }

    private void pick(StepDescriptor d, ParamDescriptor p) {
        // A text and not a label, so that it breaks where the sentence does.
        Text pick = new Text();
        pick.getStyleClass().add("sentence-pick");
        refresh.add(() -> pick.setText(PickText.words((Pick) d.value(entry.step(), p), picks.names(entry))));
        Hint.on(pick, "Click to pick anew in the view");
        Pressable.on(pick, _ -> {
            selected.selectSteps(List.of(entry.id()));
            picks.pickFor(entry);
        });
        getChildren().add(pick);
    }

    /** What a point follows: of its own body only what, of another with its name. */
    private void anchor(ParamDescriptor p) {
        Text words = new Text();
        words.getStyleClass().add("sentence-anchor");
        refresh.add(() -> {
            AnchorPoint a = entry.anchors().get(p.name());
            if (a != null) words.setText(AnchorWords.whole(a, document.current()));
        });
        Hint.on(
                words,
                p.label() + ": " + p.help() + "\nIt follows this place; open the step to take another, or numbers.");
        Pressable.on(words, _ -> selected.selectSteps(List.of(entry.id())));
        getChildren().add(words);
    }

    private static String shown(ParamDescriptor p, Object value) {
        String s = p.show(value);
        return ChoiceText.of(s);
    }

    private ContextMenu choices(ParamDescriptor p) {
        ContextMenu menu = new ContextMenu();
        for (Enum<?> c : p.choices()) {
            MenuItem item = new MenuItem(shown(p, c));
            item.setOnAction(_ -> set(p, c, null));
            menu.getItems().add(item);
        }
        return menu;
    }

    private Label words(String style, Supplier<String> text) {
        Label l = new Label();
        l.getStyleClass().add(style);
        l.setWrapText(true);
        refresh.add(() -> l.setText(text.get()));
        return l;
    }

    /** The names of bodies as one reads them: "A, B and C". */
    public static String names(Document document, Bodies bodies) {
        List<String> names = bodies.ids().stream().map(document::nameOf).toList();
        if (names.isEmpty()) return "nothing yet";
        if (names.size() == 1) return names.getFirst();
        return String.join(", ", names.subList(0, names.size() - 1)) + " and " + names.getLast();
    }

    private LiveValue live(ParamDescriptor p, DoubleFunction<Object> value) {
        return new LiveValue(
                p, v -> set(p, value.apply(v), "value:" + entry.id() + ":" + p.name()), document::endMerge);
    }

    private void set(ParamDescriptor p, Object value, String mergeKey) {
        document.edit(
                "Change " + p.label().toLowerCase(Locale.ROOT),
                mergeKey,
                doc -> Edits.setValue(doc, bodyId, entry.id(), p.name(), value));
    }

    /** The live number of a parameter, for tests and the keyboard; null if the sentence does not show it. */
    public LiveValue liveValue(String param) {
        for (Node n : getChildren())
            if (n instanceof LiveValue l && l.paramName().equals(param)) return l;
        return null;
    }

    /** The whole of it as plain text. */
    String text() {
        StringBuilder all = new StringBuilder();
        for (Node n : getChildren()) {
            if (n instanceof Text t) all.append(t.getText());
            else if (n instanceof Label l) all.append(l.getText());
            else if (n instanceof LiveValue l) all.append(l.text());
        }
        return all.toString();
    }

    public Step step() {
        return entry.step();
    }
}
