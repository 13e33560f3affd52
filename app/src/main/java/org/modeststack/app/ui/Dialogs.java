package org.modeststack.app.ui;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.control.Alert;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.ButtonType;
import javafx.scene.control.ChoiceDialog;
import javafx.scene.control.Dialog;
import javafx.scene.control.TextInputDialog;
import javafx.stage.Window;
import org.modeststack.app.look.Appearance;

/** The questions that the window asks, all in its own look. */
public final class Dialogs {
    private final Appearance appearance;
    private Window owner;

    public Dialogs(Appearance appearance) {
        this.appearance = appearance;
    }

    public void setOwner(Window window) {
        owner = window;
    }

    public Window owner() {
        return owner;
    }

    private <D extends Dialog<?>> D dressed(D dialog, String title) {
        if (owner != null) dialog.initOwner(owner);
        dialog.setTitle(title);
        dialog.setGraphic(null);
        appearance.dress(dialog.getDialogPane().getStylesheets());
        dialog.setOnHidden(_ -> appearance.forget(dialog.getDialogPane().getStylesheets()));
        dialog.getDialogPane().getStyleClass().add("question");
        return dialog;
    }

    /**
     * Asks for a text.
     *
     * @param take is not called where the user thinks better of it
     */
    public void ask(String heading, String label, String text, Consumer<String> take) {
        TextInputDialog dialog = dressed(new TextInputDialog(text), heading);
        dialog.setHeaderText(null);
        dialog.setContentText(label);
        dialog.showAndWait().ifPresent(take);
    }

    /**
     * Asks for one of several.
     *
     * @param take is not called where the user thinks better of it
     */
    public void choose(String heading, String label, String first, List<String> all, Consumer<String> take) {
        ChoiceDialog<String> dialog = dressed(new ChoiceDialog<>(first, all), heading);
        dialog.setHeaderText(null);
        dialog.setContentText(label);
        dialog.showAndWait().ifPresent(take);
    }

    /**
     * Asks which of two ways to go.
     *
     * @return true for the first, false for the second, null for neither
     */
    public Boolean decide(String title, String question, String detail, String first, String second) {
        ButtonType yes = new ButtonType(first, ButtonBar.ButtonData.YES);
        ButtonType no = new ButtonType(second, ButtonBar.ButtonData.NO);
        Alert ask = dressed(new Alert(Alert.AlertType.CONFIRMATION, "", yes, no, ButtonType.CANCEL), title);
        ask.setHeaderText(question);
        ask.setContentText(detail);
        Optional<ButtonType> answer = ask.showAndWait();
        return answer.isEmpty() || answer.get() == ButtonType.CANCEL ? null : (Boolean) (answer.get() == yes);
    }

    /** Shows something until it is closed, without holding up the window. */
    public void show(String title, Node content) {
        Alert alert = dressed(new Alert(Alert.AlertType.NONE, "", ButtonType.CLOSE), title);
        alert.getDialogPane().setContent(content);
        alert.show();
    }
}
