package org.modeststack.app.view;

import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.FlowPane;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.ui.Hint;
import org.modeststack.app.ui.Wrapping;

/** What can be done with several chosen bodies, at once in reach below them. */
public final class ChosenBar extends FlowPane {
    private final SelectionState selected;
    private final Label count = new Label();

    /**
     * One thing that can be done.
     *
     * @param text short, as on a button
     * @param hint what it does, with its keys
     */
    public record Action(String text, String hint, Runnable run) {}

    ChosenBar(SelectionState selected) {
        super(2, 2);
        this.selected = selected;
        getStyleClass().add("chosen-bar");
        setAlignment(Pos.CENTER_LEFT);
        count.getStyleClass().add("chosen-count");
        count.setMinWidth(USE_PREF_SIZE);
        getChildren().add(count);
        // A press here must not end as a click on the picture behind it.
        addEventHandler(MouseEvent.ANY, MouseEvent::consume);
        show();
    }

    /** Puts what has no room beside the rest into a line below. */
    void fit(double width) {
        Wrapping.fit(this, width);
        autosize();
    }

    void setActions(List<Action> actions) {
        getChildren().setAll(count);
        for (Action a : actions) {
            Button b = new Button(a.text());
            b.getStyleClass().add("chosen-action");
            b.setMinWidth(USE_PREF_SIZE);
            Hint.on(b, a.hint());
            b.setOnAction(_ -> a.run().run());
            getChildren().add(b);
        }
    }

    void show() {
        int n = selected.chosen().size();
        setVisible(n > 1);
        count.setText(n + " bodies chosen ");
    }
}
