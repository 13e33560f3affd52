package org.modeststack.app.bodies;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.IntFunction;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.layout.Region;
import org.modeststack.app.ui.Hint;

/**
 * The part of a long row that has cards: thousands would hold the window. At either end a button says how many more there
 * are, and goes on to them.
 */
final class CardWindow {
    /** More than fit side by side on any screen. */
    static final int MOST = 400;

    private final Button before = new Button(), behind = new Button();
    private int from;

    /** @param moved is called when another part is to be shown */
    CardWindow(Runnable moved) {
        for (Button b : List.of(before, behind)) {
            b.getStyleClass().add("more-cards");
            b.setMinWidth(Region.USE_PREF_SIZE);
        }
        Hint.on(before, "Show the bodies before these");
        Hint.on(behind, "Show the bodies behind these");
        before.setOnAction(_ -> {
            from -= MOST;
            moved.run();
        });
        behind.setOnAction(_ -> {
            from += MOST;
            moved.run();
        });
    }

    /** Moves to a place of the row, if it is not in sight. */
    void reveal(int place) {
        if (place >= 0 && (place < from || place >= from + MOST)) from = place - MOST / 2;
    }

    /**
     * The cards to show.
     *
     * @param count how many there are in all
     * @param card makes the card of a place
     */
    List<Node> show(int count, IntFunction<? extends Node> card) {
        from = Math.clamp(from, 0, Math.max(0, count - MOST));
        int to = Math.min(count, from + MOST);
        List<Node> out = new ArrayList<>();
        if (from > 0) {
            before.setText(String.format(Locale.ROOT, "‹ %,d more", from));
            out.add(before);
        }
        for (int i = from; i < to; i++) out.add(card.apply(i));
        if (to < count) {
            behind.setText(String.format(Locale.ROOT, "%,d more ›", count - to));
            out.add(behind);
        }
        return out;
    }
}
