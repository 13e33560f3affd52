package org.modeststack.app.drawer;

import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.modeststack.app.state.MessageState;
import org.modeststack.app.state.PointState;
import org.modeststack.app.ui.Hint;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Role;

/** Three numbers, each in a field of its own; points and directions are taken from the view as well. */
final class VectorEditor implements ParamEditor {
    private final MessageState messages;
    private final PointState points;

    VectorEditor(MessageState messages, PointState points) {
        this.messages = messages;
        this.points = points;
    }

    @Override
    public boolean takes(ParamDescriptor param) {
        return param.type() == Vec3.class;
    }

    @Override
    public Node create(EditedParam edited) {
        ParamDescriptor p = edited.param();
        VBox numbers = new VBox(4);
        for (int axis = 0; axis < 3; axis++) {
            int k = axis;
            Label name = new Label("XYZ".substring(k, k + 1));
            name.getStyleClass().add("field-unit");
            name.setMinWidth(14);
            Node field = TypedField.of(
                    edited,
                    messages,
                    text -> {
                        Vec3 now = (Vec3) edited.value();
                        Vec3 v = now.with(k, Numbers.parse(text, p.unit(), now.get(k)));
                        p.check(v);
                        edited.set(v);
                    },
                    () -> Numbers.show(((Vec3) edited.value()).get(k)));
            Node whole = TypedField.withUnit(edited, field);
            HBox.setHgrow(whole, Priority.ALWAYS);
            HBox row = new HBox(6, name, whole);
            row.setAlignment(Pos.CENTER_LEFT);
            numbers.getChildren().add(row);
        }
        if (p.role() == Role.NUMBERS) return numbers;
        AnchorEditor anchor = new AnchorEditor(edited, messages);
        edited.onRefresh(() -> {
            boolean follows = edited.anchor() != null;
            numbers.setVisible(!follows);
            numbers.setManaged(!follows);
        });
        return new VBox(4, anchor, numbers, takeButton(edited));
    }

    /** Takes a point or a direction from the view. */
    private Button takeButton(EditedParam edited) {
        ParamDescriptor p = edited.param();
        Button take = new Button(p.role() == Role.POINT ? "Take from the view" : "Take from a face");
        take.getStyleClass().add("take-button");
        Hint.on(
                take,
                p.role() == Role.POINT
                        ? "Then click a vertex, the middle of an edge, a centre, an edge or a face"
                        : "Then click a face that looks that way");
        take.setOnAction(_ -> points.take(edited.entry(), p));
        return take;
    }
}
