package org.modeststack.app.drawer;

import javafx.scene.Node;
import org.modeststack.app.state.MessageState;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.ParamDescriptor;

/** Numbers, with their unit behind them; they can be typed relative to what is there. */
final class NumberEditor implements ParamEditor {
    private final MessageState messages;

    NumberEditor(MessageState messages) {
        this.messages = messages;
    }

    @Override
    public boolean takes(ParamDescriptor param) {
        return param.isNumber();
    }

    private static double now(EditedParam edited) {
        return ((Number) edited.value()).doubleValue();
    }

    @Override
    public Node create(EditedParam edited) {
        Node field = TypedField.of(
                edited,
                messages,
                text -> edited.set(edited.param().parse(text, now(edited))),
                () -> Numbers.show(now(edited)));
        return TypedField.withUnit(edited, field);
    }
}
