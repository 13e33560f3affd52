package org.modeststack.app.instructions;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Cursor;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Rectangle;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.PickState;
import org.modeststack.app.state.PointState;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.ui.Hint;
import org.modeststack.app.ui.Pressable;
import org.modeststack.app.ui.Thumbnails;
import org.modeststack.stack.Entry;
import org.modeststack.stack.evaluate.HeldSteps;
import org.modeststack.stack.evaluate.StepResult;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.pick.Pick;

/** One step: its number, what the mesh looks like after it, its sentence, and what it has to say. */
public final class StepRow extends HBox {
    /** Steps that take longer than this say so. */
    private static final double SLOW_MS = 500;

    private final Label number = new Label();
    private final ImageView picture = new ImageView();
    private final SelectionState selected;
    private final PickState picks;
    private final StepCures cures;
    private final Sentence sentence;
    private final Label name = new Label();
    private final Label held = new Label("Held: waits until it is asked for");
    private final VBox remarks = new VBox(2);
    private final VBox grip;
    private List<Remark> shownRemarks = List.of();
    private double shownMs = -1;
    private boolean compact;

    public StepRow(
            DocumentState document,
            SelectionState selected,
            ResultState results,
            PickState picks,
            PointState points,
            String bodyId,
            long id) {
        super(10);
        cures = new StepCures(document, selected, results, picks, points, bodyId);
        this.selected = selected;
        this.picks = picks;
        getStyleClass().add("step-row");
        setFocusTraversable(true);
        number.getStyleClass().add("step-number");
        number.setMinWidth(22);
        picture.setFitWidth(Thumbnails.WIDTH);
        picture.setFitHeight(Thumbnails.HEIGHT);
        StackPane frame = new StackPane(picture);
        frame.getStyleClass().add("step-picture");
        frame.setMinSize(Thumbnails.WIDTH, Thumbnails.HEIGHT);
        frame.setMaxSize(Thumbnails.WIDTH, Thumbnails.HEIGHT);
        grip = new VBox(frame);
        grip.setCursor(Cursor.OPEN_HAND);
        Hint.on(grip, "The mesh after this step. Drag to move the step.");
        sentence = new Sentence(document, selected, picks, bodyId);
        name.getStyleClass().add("step-name");
        held.getStyleClass().add("step-time");
        VBox text = new VBox(4, name, sentence, held, remarks);
        HBox.setHgrow(text, Priority.ALWAYS);
        text.setMinWidth(0);
        setAlignment(Pos.TOP_LEFT);
        getChildren().addAll(number, grip, text);
        addEventHandler(KeyEvent.KEY_PRESSED, e -> {
            if (e.getTarget() != this) return;
            if (e.getCode() == KeyCode.ENTER) {
                selected.selectSteps(List.of(id));
                e.consume();
            }
        });
    }

    public Node grip() {
        return grip;
    }

    public Sentence sentence() {
        return sentence;
    }

    public void show(int n, Entry entry, StepResult result, Thumbnails pictures, boolean selected, boolean below) {
        number.setText(Integer.toString(n));
        sentence.show(entry);
        name.setText(entry.name());
        name.setVisible(!entry.name().isEmpty());
        name.setManaged(name.isVisible());
        setAccessibleText("Step " + n + ", " + StepDescriptor.of(entry.step()).title());
        Image image = result == null ? null : pictures.of(result.geometry());
        if (image != null) picture.setImage(image);
        pseudo("selected", selected);
        pseudo("below", below);
        pseudo("off", !entry.enabled());
        pseudo("failed", result != null && result.failed() && !result.asks() && entry.enabled());
        List<Remark> now = new ArrayList<>();
        if (result != null && entry.enabled()) {
            now.addAll(result.remarks());
            now.addAll(cures.fromUsers(entry));
        }
        double ms = result == null ? 0 : result.ms();
        held.setVisible(entry.held() && now.stream().noneMatch(HeldSteps::tellsOfOutOfDate));
        held.setManaged(held.isVisible());
        if (!now.equals(shownRemarks) || ms != shownMs) {
            shownRemarks = now;
            shownMs = ms;
            remarks.getChildren().clear();
            for (Remark r : now) remarks.getChildren().add(remark(r, entry));
            if (ms > SLOW_MS && entry.enabled()) {
                Label slow = new Label(String.format(
                        Locale.ROOT, ms < 1000 ? "took %.0f ms" : "took %.1f s", ms < 1000 ? ms : ms / 1000));
                slow.getStyleClass().add("step-time");
                remarks.getChildren().add(slow);
            }
            remarks.setManaged(!compact && !remarks.getChildren().isEmpty());
        }
    }

    /** What is said, and the one click that does something about it, where there is one. */
    private Node remark(Remark r, Entry entry) {
        Label said = said(r, entry);
        StepCures.Cure cure = cures.of(r, entry);
        if (cure == null) return said;
        Label l = new Label(cure.text());
        l.getStyleClass().addAll("remark", "remark-remark", "remark-cure", "remark-accept");
        Hint.on(l, cure.hint());
        Pressable.on(l, _ -> cure.action().run());
        return new VBox(2, said, l);
    }

    private Label said(Remark r, Entry entry) {
        String sign = switch (r.level()) {
            case NOTE -> "";
            case ASK -> "○ ";
            case REMARK, FAULT -> "▲ ";
        };
        Label l = new Label(sign + r.text());
        l.setWrapText(true);
        l.getStyleClass().addAll("remark", "remark-" + r.level().name().toLowerCase(Locale.ROOT));
        // What a step says of its pick is mended by picking anew.
        if (Pick.tellsOfPicked(r) && PickState.pickOf(entry.step()) != null) {
            l.getStyleClass().add("remark-pick");
            l.setText(l.getText() + " Pick anew…");
            Hint.on(l, "Click to pick in the view what this step works on");
            Pressable.on(l, _ -> {
                selected.selectSteps(List.of(entry.id()));
                picks.pickFor(entry);
            });
        }
        return l;
    }

    /** In one line, without its picture and what it has to say but for faults; its numbers stay live. */
    void setCompact(boolean on) {
        if (on == compact) return;
        compact = on;
        pseudo("compact", on);
        grip.setVisible(!on);
        grip.setManaged(!on);
        // The style sheet makes it one line high; what it has more is not seen.
        Rectangle line = new Rectangle(10_000, 0);
        line.heightProperty().bind(sentence.heightProperty());
        sentence.setClip(on ? line : null);
        remarks.setVisible(!on);
        remarks.setManaged(!on && !remarks.getChildren().isEmpty());
    }

    /** All that it says, for whoever looks for a step. */
    String text() {
        return name.getText() + " " + sentence.text();
    }

    private void pseudo(String state, boolean on) {
        pseudoClassStateChanged(PseudoClass.getPseudoClass(state), on);
    }
}
