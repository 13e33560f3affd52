package org.modeststack.app.drawer;

import javafx.scene.Node;
import org.modeststack.app.state.MessageState;
import org.modeststack.steps.ParamDescriptor;

/** Text, and whatever else can only be typed. */
final class TextEditor implements ParamEditor {
    private final MessageState messages;

    TextEditor(MessageState messages) {
        this.messages = messages;
    }

    @Override
    public boolean takes(ParamDescriptor param) {
        return param.kind().isTyped();
    }

    @Override
    public Node create(EditedParam edited) {
        ParamDescriptor p = edited.param();
        return TypedField.of(edited, messages, text -> edited.set(p.parse(text)), () -> p.show(edited.value()));
    }
}
