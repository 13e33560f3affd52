package org.modeststack.app.drawer;

import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.modeststack.app.state.MessageState;
import org.modeststack.app.ui.AnchorWords;
import org.modeststack.app.ui.Hint;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.Role;
import org.modeststack.steps.anchor.AnchorPoint;

/** What a point or direction follows, as a chip with a cross that turns it into numbers, and what is added to its place. */
final class AnchorEditor extends VBox {
    private final EditedParam edited;
    private final Label name = new Label();

    AnchorEditor(EditedParam edited, MessageState messages) {
        super(4);
        this.edited = edited;
        name.getStyleClass().add("pick-chip-name");
        name.setTextOverrun(OverrunStyle.CENTER_ELLIPSIS);
        Button free = new Button("×");
        free.getStyleClass().add("pick-chip-out");
        free.setAccessibleText("Turn into numbers");
        Hint.on(free, "Follow nothing any more: the place stays, as numbers");
        free.setOnAction(_ -> edited.free());
        HBox chip = new HBox(4, name, free);
        chip.setAlignment(Pos.CENTER_LEFT);
        chip.getStyleClass().add("anchor-chip");
        chip.setMaxWidth(USE_PREF_SIZE);
        getChildren().add(chip);
        if (edited.param().role() == Role.POINT) getChildren().add(offset(messages));
        edited.onRefresh(this::refresh);
    }

    private void refresh() {
        AnchorPoint a = edited.anchor();
        setVisible(a != null);
        setManaged(a != null);
        if (a != null) name.setText("Follows " + AnchorWords.of(a, edited.document()));
    }

    /** Three numbers in a row that are added to the place. */
    private Node offset(MessageState messages) {
        Label word = new Label("plus");
        word.getStyleClass().add("field-unit");
        word.setMinWidth(USE_PREF_SIZE);
        HBox row = new HBox(4, word);
        row.setAlignment(Pos.CENTER_LEFT);
        for (int axis = 0; axis < 3; axis++) {
            int k = axis;
            Node field = TypedField.of(
                    edited,
                    messages,
                    text -> {
                        Vec3 now = now();
                        edited.offset(
                                now.with(k, Numbers.parse(text, edited.param().unit(), now.get(k))));
                    },
                    () -> Numbers.show(now().get(k)));
            HBox.setHgrow(field, Priority.ALWAYS);
            Hint.on(field, "Added along " + "XYZ".charAt(k) + ", mm");
            row.getChildren().add(field);
        }
        return row;
    }

    private Vec3 now() {
        AnchorPoint a = edited.anchor();
        return a == null ? Vec3.ZERO : a.offset();
    }
}
