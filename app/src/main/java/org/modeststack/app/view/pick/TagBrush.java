package org.modeststack.app.view.pick;

import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.MessageState;
import org.modeststack.app.state.PickState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.ui.Hint;
import org.modeststack.app.ui.LiveValue;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.Edits;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.mark.TagStep;

/** Gives what is picked in the view a weight in a tag: its name, and a number to drag. */
public final class TagBrush extends HBox {
    private final DocumentState document;
    private final SelectionState selected;
    private final PickState picks;
    private final MessageState messages;
    private final TextField name = new TextField();
    private final LiveValue weight;

    public TagBrush(DocumentState document, SelectionState selected, PickState picks, MessageState messages) {
        super(6);
        this.document = document;
        this.selected = selected;
        this.picks = picks;
        this.messages = messages;
        getStyleClass().add("tag-brush");
        setAlignment(Pos.CENTER_LEFT);
        Label label = new Label("Tag");
        label.getStyleClass().add("field-unit");
        label.setLabelFor(name);
        name.setPrefColumnCount(6);
        name.setPromptText("name");
        name.setAccessibleText("Name of the tag");
        Hint.on(name, "The tag in which what is picked gets a weight");
        weight = new LiveValue(StepDescriptor.of(TagStep.class).param("weight"), this::paint, document::endMerge);
        Label of = new Label("weight");
        of.getStyleClass().add("field-unit");
        getChildren().addAll(label, name, of, weight);
        name.textProperty().addListener((_, _, _) -> refresh());
    }

    /** Shows the weight that the first picked element has. */
    public void refresh() {
        PickState p = picks;
        Mesh m = p.mesh();
        Selection s = p.selection();
        Tag t = m == null ? null : m.tag(name.getText().strip());
        int first = s.elements().nextSetBit(0);
        weight.show(
                t == null || t.kind() != s.kind() || first < 0 ? 0 : t.weightOf(Selection.tagged(m, s.kind(), first)));
    }

    private void paint(double w) {
        String tag = name.getText().strip(), body = selected.body().id();
        if (tag.isEmpty()) {
            messages.say("Give the tag a name first: the weights are kept under it.", true);
            name.requestFocus();
            return;
        }
        document.edit(
                "Weight of " + tag,
                "weight:" + tag + picks.pick().hashCode(),
                d -> Edits.paintTag(d, body, picks.pick(), tag, w));
    }
}
