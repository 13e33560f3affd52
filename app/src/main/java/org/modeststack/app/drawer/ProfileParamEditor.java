package org.modeststack.app.drawer;

import javafx.scene.Node;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Role;

/** The section of a bevel, drawn. */
final class ProfileParamEditor implements ParamEditor {
    private final DocumentState document;
    private final SelectionState selected;

    ProfileParamEditor(DocumentState document, SelectionState selected) {
        this.document = document;
        this.selected = selected;
    }

    @Override
    public boolean takes(ParamDescriptor param) {
        return param.role() == Role.PROFILE;
    }

    @Override
    public Node create(EditedParam edited) {
        ProfileEditor field = new ProfileEditor(document, selected, edited::entry);
        edited.onRefresh(field::refresh);
        return field;
    }
}
