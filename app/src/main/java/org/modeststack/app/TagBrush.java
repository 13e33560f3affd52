package org.modeststack.app;

import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.Edits;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.mark.TagStep;

/** Gives what is picked in the view a weight in a tag: its name, and a number to drag. */
final class TagBrush extends HBox {
    private final Session session;
    private final TextField name = new TextField("rim");
    private final LiveValue weight;

    TagBrush(Session session) {
        super(6);
        this.session = session;
        getStyleClass().add("tag-brush");
        setAlignment(Pos.CENTER_LEFT);
        Label label = new Label("Tag");
        label.getStyleClass().add("field-unit");
        label.setLabelFor(name);
        name.setPrefColumnCount(5);
        name.setAccessibleText("Name of the tag");
        Hint.on(name, "The tag in which what is picked gets a weight");
        weight = new LiveValue(StepDescriptor.of(TagStep.class).param("weight"), this::paint, session::endMerge);
        Label of = new Label("weight");
        of.getStyleClass().add("field-unit");
        getChildren().addAll(label, name, of, weight);
        name.textProperty().addListener((_, _, _) -> refresh());
    }

    /** Shows the weight that the first picked element has. */
    void refresh() {
        Picking p = session.picking();
        Mesh m = p.mesh();
        Selection s = p.selection();
        Tag t = m == null ? null : m.tag(name.getText().strip());
        int first = s.elements().nextSetBit(0);
        weight.show(
                t == null || t.kind() != s.kind() || first < 0 ? 0 : t.weightOf(Selection.tagged(m, s.kind(), first)));
    }

    private void paint(double w) {
        String tag = name.getText().strip(), body = session.body().id();
        session.edit(
                "Weight of " + tag,
                "weight:" + tag + session.picking().pick().hashCode(),
                d -> Edits.paintTag(d, body, session.picking().pick(), tag, w));
    }
}
