package org.modeststack.app.view;

import java.util.List;
import java.util.Locale;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.state.ViewState;
import org.modeststack.app.ui.Hint;
import org.modeststack.render.DisplayMode;
import org.modeststack.stack.Body;

/** The switches at the top right of the view: how bodies are drawn, whether one looks smoothed, and how the others are seen. */
final class ViewSwitches {
    private static final double MARGIN = 12, GAP = 8;

    private final ViewState viewState;
    private final SelectionState selected;
    private final HBox modes = new HBox();
    /** Stands for the row of modes where that has no room. */
    private final MenuButton modesMenu = new MenuButton();

    private final ToggleButton smoothed = new ToggleButton("Look smoothed");
    private final HBox smooth = new HBox(smoothed);
    private final Label othersWord = new Label("Others");
    private final HBox others = new HBox(othersWord);

    ViewSwitches(ViewState viewState, SelectionState selected) {
        this.viewState = viewState;
        this.selected = selected;
        modes.getStyleClass().add("segments");
        modesMenu.getStyleClass().add("view-modes");
        ToggleGroup group = new ToggleGroup();
        for (DisplayMode m : DisplayMode.values()) {
            ToggleButton b = new ToggleButton(m.label());
            b.setToggleGroup(group);
            b.setUserData(m);
            Hint.on(b, "Draw the bodies " + m.label().toLowerCase(Locale.ROOT));
            b.setOnAction(_ -> {
                b.setSelected(true);
                viewState.setMode(m);
            });
            modes.getChildren().add(b);
            MenuItem item = new MenuItem(m.label());
            item.setOnAction(_ -> viewState.setMode(m));
            modesMenu.getItems().add(item);
        }
        smooth.getStyleClass().add("segments");
        Hint.on(smoothed, "Show the selected body as if it were smoothed, its own edges over it (F6)");
        smoothed.setOnAction(_ -> {
            if (selected.body() != null) viewState.toggleSmooth(selected.body());
        });
        others.getStyleClass().add("segments");
        othersWord.getStyleClass().add("segments-word");
        for (ViewState.Others o : ViewState.Others.values()) {
            ToggleButton b = new ToggleButton(o.label());
            b.setUserData(o);
            Hint.on(b, "Bodies that are not chosen are " + o.label() + " (F7 goes through them)");
            b.setOnAction(_ -> {
                b.setSelected(true);
                viewState.setOthers(o);
            });
            others.getChildren().add(b);
        }
        show();
    }

    List<Node> nodes() {
        return List.of(smooth, modes, modesMenu, others);
    }

    /** Shows how they stand now. */
    void show() {
        Body body = selected.body();
        smoothed.setDisable(body == null);
        smoothed.setSelected(body != null && viewState.isSmooth(body));
        modesMenu.setText(viewState.mode().label());
        modes.getChildren().forEach(n -> ((ToggleButton) n).setSelected(n.getUserData() == viewState.mode()));
        for (Node n : others.getChildren())
            if (n instanceof ToggleButton b) b.setSelected(b.getUserData() == viewState.others());
    }

    /**
     * Puts them in their places.
     *
     * @return how much of the first line is free at the left, in pixels
     */
    double layout(double width) {
        modes.autosize();
        modesMenu.autosize();
        smooth.autosize();
        // Where there is no room for it, the switches speak for themselves.
        othersWord.setManaged(true);
        if (others.prefWidth(-1) + 2 * MARGIN > width) othersWord.setManaged(false);
        othersWord.setVisible(othersWord.isManaged());
        others.autosize();
        boolean room = modes.getWidth() + 2 * MARGIN <= width;
        double right = width - (room ? modes : modesMenu).getWidth() - MARGIN;
        smooth.setVisible(right - smooth.getWidth() - MARGIN - GAP >= 0);
        smooth.relocate(right - smooth.getWidth() - GAP, MARGIN);
        modes.setVisible(room);
        modesMenu.setVisible(!room);
        modes.relocate(width - modes.getWidth() - MARGIN, MARGIN);
        modesMenu.relocate(width - modesMenu.getWidth() - MARGIN, MARGIN);
        others.relocate(width - others.getWidth() - MARGIN, MARGIN + modes.getHeight() + GAP);
        return smooth.isVisible() ? smooth.getLayoutX() : right;
    }

    /** Where the second line begins, in pixels from the top. */
    double secondTop() {
        return others.getLayoutY();
    }

    /** Where there is room below both lines, in pixels from the top. */
    double bottom() {
        return secondTop() + others.getHeight() + GAP;
    }

    /** How much of the second line is free at the left, in pixels. */
    double secondLine() {
        return others.getLayoutX();
    }
}
