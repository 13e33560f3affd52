package org.modeststack.app.drawer;

import java.util.function.Supplier;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import org.modeststack.app.state.MessageState;
import org.modeststack.steps.StepException;
import org.modeststack.steps.Unit;

/** A field that takes what is typed when it is left or Enter is pressed; what is refused is said, and marked. */
final class TypedField {
    /** Takes what was typed; may refuse it. */
    @FunctionalInterface
    interface Entered {
        void accept(String text) throws StepException;
    }

    private TypedField() {}

    /** @param shown the value as it is now, as it would be typed */
    static Node of(EditedParam edited, MessageState messages, Entered entered, Supplier<String> shown) {
        TextField field = new TextField();
        field.getStyleClass().add("number-field");
        field.setAccessibleText(edited.param().label());
        edited.onRefresh(() -> {
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
            if (focused || edited.entry() == null) return;
            take.run();
            field.getStyleClass().remove("wrong");
            field.setText(shown.get());
        });
        HBox.setHgrow(field, Priority.ALWAYS);
        return field;
    }

    /** A field with the sign of its parameter's unit behind it, where that has one. */
    static Node withUnit(EditedParam edited, Node field) {
        if (edited.param().unit() == Unit.NONE) return field;
        Label unit = new Label(edited.param().unit().symbol());
        unit.getStyleClass().add("field-unit");
        HBox box = new HBox(6, field, unit);
        box.setAlignment(Pos.CENTER_LEFT);
        return box;
    }
}
