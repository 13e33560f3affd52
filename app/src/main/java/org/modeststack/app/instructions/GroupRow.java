package org.modeststack.app.instructions;

import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import org.modeststack.app.ui.Hint;

/** The line of a group of steps: folds them in and out, and selects them all. */
public final class GroupRow extends HBox {
    private final Label sign = new Label();
    private final Label name = new Label();
    private final Label facts = new Label();

    /**
     * @param fold is told when it is to be folded in or out
     * @param select is told when all of its steps are to be selected
     */
    public GroupRow(Runnable fold, Runnable select) {
        super(8);
        getStyleClass().add("group-row");
        setAlignment(Pos.CENTER_LEFT);
        setFocusTraversable(true);
        sign.getStyleClass().add("group-sign");
        name.getStyleClass().add("group-name");
        facts.getStyleClass().add("group-facts");
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        getChildren().addAll(sign, name, space, facts);
        Hint.on(sign, "Fold the group in or out");
        Hint.on(name, "Select all steps of the group");
        sign.setOnMouseClicked(e -> {
            fold.run();
            e.consume();
        });
        setOnMouseClicked(e -> {
            if (e.getClickCount() == 2) fold.run();
            else select.run();
        });
        setOnKeyPressed(e -> {
            if (e.getCode() == KeyCode.ENTER) select.run();
            else if (e.getCode() == KeyCode.SPACE) fold.run();
            else return;
            e.consume();
        });
    }

    public void show(String group, int from, int to, boolean folded, int remarks) {
        sign.setText(folded ? "▸" : "▾");
        name.setText(group);
        String steps = from == to ? "step " + from : "steps " + from + "–" + to;
        facts.setText((remarks > 0 ? "▲ " + remarks + " · " : "") + steps);
        setAccessibleText("Group " + group + ", " + steps + (folded ? ", folded" : ""));
    }
}
