package org.modeststack.app.bodies;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.modeststack.app.ui.Hint;
import org.modeststack.app.ui.Pressable;

/** A set of bodies in the row: its name, and how many are in it; a click folds or unfolds it, a button hides or shows them all. */
final class SetCard extends VBox {
    private final String set;
    private final Label name = new Label();
    private final Label facts = new Label();
    private final Button seen = new Button();

    SetCard(String set, Runnable fold, Runnable hideOrShow) {
        super(1);
        this.set = set;
        name.getStyleClass().add("card-name");
        name.setTextOverrun(OverrunStyle.CENTER_ELLIPSIS);
        facts.getStyleClass().add("card-facts");
        seen.getStyleClass().add("set-seen");
        seen.setMinWidth(USE_PREF_SIZE);
        seen.setOnAction(_ -> hideOrShow.run());
        Hint.on(seen, () -> "Hide all bodies of the set " + set + " in the view, or show them");
        HBox below = new HBox(4, facts, seen);
        below.setAlignment(Pos.CENTER_LEFT);
        getChildren().addAll(name, below);
        setAlignment(Pos.CENTER_LEFT);
        getStyleClass().add("set-card");
        Hint.on(this, "The set " + set + ": click to fold or unfold it; drag a body here to put it in");
        Pressable.on(this, _ -> fold.run());
    }

    String set() {
        return set;
    }

    /** @param hidden none of them is shown in the view */
    void show(int bodies, boolean folded, boolean hidden) {
        name.setText((folded ? "▸ " : "▾ ") + set);
        facts.setText(bodies == 1 ? "1 body" : bodies + " bodies");
        seen.setText(hidden ? "show" : "hide");
        seen.setAccessibleText((hidden ? "Show the set " : "Hide the set ") + set);
        setAccessibleText(
                "Set " + set + ", " + facts.getText() + (folded ? ", folded" : "") + (hidden ? ", hidden" : ""));
    }
}
