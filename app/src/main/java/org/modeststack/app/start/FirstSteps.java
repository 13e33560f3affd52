package org.modeststack.app.start;

import java.util.prefs.Preferences;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.ui.Hint;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Entry;
import org.modeststack.steps.bevel.Bevel;
import org.modeststack.steps.combine.BooleanStep;

/**
 * Leads somebody who is new through the first three things: make, cut, round. Goes on by itself as each is done, and away for good
 * when all are, or when it is told to.
 */
public final class FirstSteps extends VBox {
    private static final String KNOWN = "firstStepsKnown";

    private final DocumentState document;
    private final Preferences preferences;
    private final Label title = new Label();
    private final Label what = new Label();
    /** The document in which the first body was made: others are opened by people who know. */
    private int generation = -1;

    private boolean away;

    /** How far somebody has come. */
    enum Stage {
        MAKE,
        CUT,
        ROUND,
        DONE
    }

    public FirstSteps(DocumentState document, Preferences preferences) {
        super(4);
        this.document = document;
        this.preferences = preferences;
        away = "yes".equals(preferences.get(KNOWN, ""));
        getStyleClass().add("first-steps");
        setMaxWidth(300);
        title.getStyleClass().add("first-steps-title");
        what.setWrapText(true);
        what.getStyleClass().add("first-steps-what");
        Button close = new Button("×");
        close.getStyleClass().add("drawer-close");
        close.setAccessibleText("Do not show the first steps any more");
        Hint.on(close, "Do not show this any more");
        close.setOnAction(_ -> goAway());
        HBox head = new HBox(8, title, close);
        getChildren().addAll(head, what);
        addEventHandler(MouseEvent.ANY, MouseEvent::consume);
        document.changed().listen(this::refresh);
        refresh();
    }

    private void goAway() {
        away = true;
        preferences.put(KNOWN, "yes");
        refresh();
    }

    static Stage stage(Document d) {
        if (d.bodies().isEmpty()) return Stage.MAKE;
        boolean cut = false;
        for (Body b : d.bodies()) {
            boolean cutHere = false;
            for (Entry e : b.entries()) {
                if (e.step() instanceof BooleanStep s && !s.with().ids().isEmpty()) cutHere = true;
                if (cutHere && e.step() instanceof Bevel) return Stage.DONE;
            }
            cut |= cutHere;
        }
        return cut ? Stage.ROUND : Stage.CUT;
    }

    private void refresh() {
        Document d = document.current();
        if (d.bodies().isEmpty()) generation = document.generation();
        boolean shown =
                !away && generation == document.generation() && !d.bodies().isEmpty();
        setVisible(shown);
        setManaged(shown);
        if (!shown) return;
        switch (stage(d)) {
            case CUT -> {
                title.setText("1 of 3 done · now cut");
                what.setText(
                        d.bodies().size() == 1
                                ? "Make a second body (+ Body) and drag it into the first by the dark dot in its middle."
                                : "Click the body that is to be cut, Ctrl+click the other, and choose “Cut away” below.");
            }
            case ROUND -> {
                title.setText("2 of 3 done · now round");
                what.setText(
                        "Type “bevel” into the search above: it takes the rim of the cut. Then drag its width in the view.");
            }
            default -> {
                title.setText("Make, cut, round: done");
                what.setText("Change any number of any step, also of the first: everything behind it follows.");
            }
        }
    }
}
