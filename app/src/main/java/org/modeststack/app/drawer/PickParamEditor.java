package org.modeststack.app.drawer;

import javafx.scene.Node;
import org.modeststack.app.state.MessageState;
import org.modeststack.app.state.PickState;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.pick.Pick;

/** What a step works on. */
final class PickParamEditor implements ParamEditor {
    private final SelectionState selected;
    private final ResultState results;
    private final MessageState messages;
    private final PickState picks;

    PickParamEditor(SelectionState selected, ResultState results, MessageState messages, PickState picks) {
        this.selected = selected;
        this.results = results;
        this.messages = messages;
        this.picks = picks;
    }

    @Override
    public boolean takes(ParamDescriptor param) {
        return param.type() == Pick.class;
    }

    @Override
    public Node create(EditedParam edited) {
        PickEditor field = new PickEditor(
                selected, results, messages, picks, edited::entry, () -> (Pick) edited.value(), edited::set);
        edited.onRefresh(field::refresh);
        return field;
    }
}
