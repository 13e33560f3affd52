package org.modeststack.app.instructions;

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
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.PickState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.ui.Hint;
import org.modeststack.app.ui.Pressable;
import org.modeststack.app.ui.Thumbnails;
import org.modeststack.mesh.ElementKind;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.stack.evaluate.StepResult;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.bevel.Bevel;
import org.modeststack.steps.mend.DivideFaces;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.smooth.Subdivide;

/** One step: its number, what the mesh looks like after it, its sentence, and what it has to say. */
public final class StepRow extends HBox {
    /** Steps that take longer than this say so. */
    private static final double SLOW_MS = 500;

    private final Label number = new Label();
    private final ImageView picture = new ImageView();
    private final DocumentState document;
    private final String bodyId;
    private final SelectionState selected;
    private final PickState picks;
    private final Sentence sentence;
    private final Label name = new Label();
    private final VBox remarks = new VBox(2);
    private final VBox grip;
    private List<Remark> shownRemarks = List.of();
    private double shownMs = -1;

    public StepRow(DocumentState document, SelectionState selected, PickState picks, String bodyId, long id) {
        super(10);
        this.document = document;
        this.bodyId = bodyId;
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
        VBox text = new VBox(4, name, sentence, remarks);
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
        pseudo("failed", result != null && result.failed() && entry.enabled());
        List<Remark> now = result == null || !entry.enabled() ? List.of() : result.remarks();
        double ms = result == null ? 0 : result.ms();
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
            remarks.setManaged(!remarks.getChildren().isEmpty());
        }
    }

    /** What is said, and the one click that does something about it, where there is one. */
    private Node remark(Remark r, Entry entry) {
        Label said = said(r, entry);
        Label cure = cure(r, entry);
        return cure == null ? said : new VBox(2, said, cure);
    }

    /** Null where there is no cure by a click. */
    private Label cure(Remark r, Entry entry) {
        if (Pick.tellsOfLost(r))
            return cure(
                    "Keep what is left",
                    "Picks from now on only what was found; Ctrl+Z brings the others back",
                    "remark-pick",
                    () -> {
                        selected.selectSteps(List.of(entry.id()));
                        picks.accept(entry);
                    });
        if (entry.step() instanceof Subdivide && Subdivide.tellsOfManySides(r))
            return cure(
                    "Divide them first",
                    "Adds a step before this one that divides them into quads",
                    "remark-cure",
                    () -> document.edit(
                            "Add Divide faces",
                            d -> Edits.addStep(
                                    d,
                                    bodyId,
                                    d.bodyOf(bodyId).indexOf(entry.id()),
                                    new DivideFaces(Pick.all(ElementKind.FACE), 4, DivideFaces.Into.QUADS))));
        int smoothing = entry.step() instanceof Bevel && Bevel.tellsOfFlatEdges(r) ? smoothingAbove(entry) : -1;
        if (smoothing > 0)
            return cure(
                    "Bevel before the smoothing",
                    "Moves this step above the one that smooths, where the edges are still sharp",
                    "remark-cure",
                    () -> document.edit("Move step", d -> Edits.moveStep(d, bodyId, entry.id(), smoothing)));
        return null;
    }

    private static Label cure(String text, String hint, String style, Runnable action) {
        Label l = new Label(text);
        l.getStyleClass().addAll("remark", "remark-remark", style, "remark-accept");
        Hint.on(l, hint);
        Pressable.on(l, _ -> action.run());
        return l;
    }

    /** Where the first step above stands that smooths the body by subdivision; -1 for none. */
    private int smoothingAbove(Entry entry) {
        List<Entry> all = document.current().bodyOf(bodyId).entries();
        for (int i = 1; i < all.size() && all.get(i).id() != entry.id(); i++)
            if (all.get(i).enabled() && all.get(i).step() instanceof Subdivide) return i;
        return -1;
    }

    private Label said(Remark r, Entry entry) {
        String sign = r.level() == Remark.Level.NOTE ? "" : "▲ ";
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

    private void pseudo(String state, boolean on) {
        pseudoClassStateChanged(PseudoClass.getPseudoClass(state), on);
    }
}
