package org.modeststack.app.ledger;

import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.modeststack.app.ui.Hint;
import org.modeststack.mesh.fault.Faults;
import org.modeststack.mesh.fault.FoundFault;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.Step;
import org.modeststack.steps.mend.Cures;

/** What is wrong with the mesh that is shown: a line for each fault, to pick its elements or add the step that cures it. */
final class FaultList extends VBox {
    private final Consumer<FoundFault> pick;
    private final Consumer<FoundFault> next;
    private final Consumer<Step> cure;
    private final Label head = new Label();
    private final Button mend = new Button("Mend");
    private final GridPane lines = new GridPane();
    private @Nullable Faults shown;
    private boolean isShown;

    /**
     * @param pick shows the elements of a fault
     * @param next shows one of them after the other
     * @param cure adds a step
     * @param mendAll adds all steps that are needed
     */
    FaultList(Consumer<FoundFault> pick, Consumer<FoundFault> next, Consumer<Step> cure, Runnable mendAll) {
        this.pick = pick;
        this.next = next;
        this.cure = cure;
        getStyleClass().add("fault-list");
        head.getStyleClass().add("ledger-head");
        mend.getStyleClass().add("fault-button");
        mend.setOnAction(_ -> mendAll.run());
        Hint.on(mend, "Adds the steps that cure what is wrong, one behind the other");
        lines.getStyleClass().add("fault-lines");
        HBox top = new HBox(12, head, mend);
        top.setAlignment(Pos.CENTER_LEFT);
        getChildren().addAll(top, lines);
        setMinWidth(Region.USE_PREF_SIZE);
        say("", false);
    }

    /** @param faults of what is shown; null while they are looked for */
    void show(@Nullable Faults faults) {
        if (isShown && faults == shown) return;
        isShown = true;
        shown = faults;
        lines.getChildren().clear();
        if (faults == null) {
            say("Looking for faults …", false);
            return;
        }
        long wrong = faults.found().stream().filter(f -> f.kind().isWrong()).count();
        say(wrong > 0 ? "What is wrong" : whereNothingIsWrong(faults), wrong > 0);
        int row = 0;
        for (FoundFault f : faults.found()) line(f, row++);
        if (faults.isWhole()) return;
        Label more = new Label(Faults.NOT_WHOLE);
        more.getStyleClass().add("ledger-remark");
        lines.add(more, 0, row, GridPane.REMAINING, 1);
    }

    private static String whereNothingIsWrong(Faults faults) {
        if (!faults.isWhole()) return "Nothing wrong is found";
        return faults.found().isEmpty() ? "Nothing is wrong" : "Nothing is wrong; untidy:";
    }

    /** Where there is no body. */
    void showNothing() {
        showOnly("");
    }

    /** For a mesh that is too large to be made for this alone. */
    void showTooMany() {
        showOnly("Too many faces to look for faults");
    }

    private void showOnly(String text) {
        isShown = false;
        lines.getChildren().clear();
        say(text, false);
    }

    /** In place of what is wrong. */
    private void say(String text, boolean canMend) {
        head.setText(text);
        mend.setVisible(canMend);
        mend.setManaged(canMend);
    }

    private void line(FoundFault fault, int row) {
        String text = fault.inWords(Numbers.count(fault.count()));
        Label label = new Label((fault.kind().isWrong() ? "▲ " : "") + text);
        label.getStyleClass().add(fault.kind().isWrong() ? "ledger-remark" : "ledger-cell");
        Button show = new Button("Pick");
        show.getStyleClass().add("fault-button");
        show.setAccessibleText("Pick " + text);
        show.setOnAction(_ -> pick.accept(fault));
        Hint.on(show, "Picks them, so that they are seen");
        Button one = new Button("Next");
        one.getStyleClass().add("fault-button");
        one.setAccessibleText("Show the next of " + text);
        one.setOnAction(_ -> next.accept(fault));
        Hint.on(one, "Goes to where they are, one after the other");
        Button add = new Button("+ " + Cures.named(fault));
        add.getStyleClass().add("fault-button");
        add.setAccessibleText("Add the step " + Cures.named(fault));
        add.setOnAction(_ -> cure.accept(Cures.of(fault)));
        Hint.on(add, "Adds the step that cures this");
        for (Region cell : new Region[] {label, show, one, add}) cell.setMinWidth(Region.USE_PREF_SIZE);
        lines.addRow(row, label, show, one, add);
    }
}
