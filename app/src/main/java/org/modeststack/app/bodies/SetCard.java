package org.modeststack.app.bodies;

import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.layout.VBox;
import org.modeststack.app.ui.Hint;
import org.modeststack.app.ui.Pressable;

/** A set of bodies in the row: its name, and how many are in it; a click folds or unfolds it. */
final class SetCard extends VBox {
    private final String set;
    private final Label name = new Label();
    private final Label facts = new Label();

    SetCard(String set, Runnable fold) {
        super(1);
        this.set = set;
        name.getStyleClass().add("card-name");
        name.setTextOverrun(OverrunStyle.CENTER_ELLIPSIS);
        facts.getStyleClass().add("card-facts");
        getChildren().addAll(name, facts);
        setAlignment(Pos.CENTER_LEFT);
        getStyleClass().add("set-card");
        Hint.on(this, "The set " + set + ": click to fold or unfold it; drag a body here to put it in");
        Pressable.on(this, _ -> fold.run());
    }

    String set() {
        return set;
    }

    void show(int bodies, boolean folded) {
        name.setText((folded ? "▸ " : "▾ ") + set);
        facts.setText(bodies == 1 ? "1 body" : bodies + " bodies");
        setAccessibleText("Set " + set + ", " + facts.getText() + (folded ? ", folded" : ""));
    }
}
