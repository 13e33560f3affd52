package org.modeststack.app.drawer;

import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import org.modeststack.steps.ParamDescriptor;

/** On or off; the box carries its label beside it. */
final class FlagEditor implements ParamEditor {
    @Override
    public boolean takes(ParamDescriptor param) {
        return param.type() == boolean.class;
    }

    @Override
    public Node create(EditedParam edited) {
        CheckBox box = new CheckBox();
        edited.onRefresh(() -> box.setSelected((Boolean) edited.value()));
        box.setOnAction(_ -> edited.set(box.isSelected()));
        return box;
    }
}
