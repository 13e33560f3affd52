package org.modeststack.app.view.pick;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.FlowPane;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.MessageState;
import org.modeststack.app.state.OpenStepState;
import org.modeststack.app.state.PickState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.ui.Hint;
import org.modeststack.app.ui.Wrapping;
import org.modeststack.mesh.ElementKind;
import org.modeststack.stack.Entry;

/** What a click in the view picks, and what is picked, in numbers. */
public final class PickBar extends FlowPane {
    private final PickState picking;
    private final SelectionState selected;
    private final OpenStepState openStep;
    private final FlowPane kinds = new FlowPane();
    private final Label numbers = new Label();
    private final TagBrush brush;
    private final Button done = new Button("Done");

    public PickBar(
            DocumentState document,
            SelectionState selected,
            PickState picks,
            OpenStepState openStep,
            MessageState messages) {
        super(8, 6);
        this.selected = selected;
        this.openStep = openStep;
        picking = picks;
        getStyleClass().add("pick-bar");
        setAlignment(Pos.CENTER_LEFT);
        kinds.getStyleClass().add("segments");
        add("Bodies", null, "A click takes a whole body (Ctrl+1)");
        add("Vertices", ElementKind.VERTEX, "A click picks a vertex (Ctrl+2)");
        add("Edges", ElementKind.EDGE, "A click picks an edge, a double click its loop (Ctrl+3)");
        add("Faces", ElementKind.FACE, "A click picks a face, a double click all that is flush with it (Ctrl+4)");
        numbers.getStyleClass().add("pick-numbers");
        done.getStyleClass().add("pick-done");
        Hint.on(done, "Stop picking for this step (Esc)");
        done.setOnAction(_ -> picking.done());
        brush = new TagBrush(document, selected, picks, messages);
        getChildren().addAll(kinds, numbers, brush, done);
        Runnable refresh = this::refresh;
        document.changed().listen(refresh);
        selected.changed().listen(refresh);
        picks.changed().listen(refresh);
        openStep.changed().listen(refresh);
        refresh();
    }

    /** Puts what has no room beside the rest into a line below. */
    public void fit(double width) {
        Wrapping.fit(kinds, width);
        Wrapping.fit(this, width);
        autosize();
    }

    private void add(String text, ElementKind kind, String hint) {
        ToggleButton b = new ToggleButton(text);
        b.setUserData(kind);
        b.setOnAction(_ -> {
            b.setSelected(true);
            picking.setKind(kind);
        });
        Hint.on(b, hint);
        kinds.getChildren().add(b);
    }

    private void refresh() {
        kinds.getChildren().forEach(n -> ((ToggleButton) n).setSelected(n.getUserData() == picking.kind()));
        Entry target = picking.target();
        numbers.setVisible(picking.isOn());
        numbers.setManaged(picking.isOn());
        done.setVisible(target != null);
        done.setManaged(target != null);
        // In an empty window there is nothing to pick.
        setVisible(selected.body() != null);
        boolean paints =
                picking.isOn() && target == null && !picking.selection().isEmpty();
        brush.setVisible(paints);
        brush.setManaged(paints);
        if (paints) brush.refresh();
        if (!picking.isOn()) return;
        String where = target == null ? "" : "Step " + (selected.body().indexOf(target.id()) + 1) + ": ";
        // What the step itself says of it: how much of what is picked it takes, and how far its numbers can go.
        OpenStepState.Aids aids = target == null ? null : openStep.aids();
        String outlook = aids == null ? "" : aids.outlook();
        numbers.setText(where + picking.inNumbers() + (outlook.isEmpty() ? "" : " · " + outlook));
    }
}
