package org.modeststack.app.view.pick;

import java.util.List;
import java.util.function.Supplier;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import org.modeststack.app.state.PickState;
import org.modeststack.app.ui.Hint;

/** The steps that fit what is picked, at once in reach, and the way to all others. */
public final class QuickBar extends HBox {
    private final PickState picks;
    private Supplier<List<Offer>> offers = List::of;
    private List<String> shown = List.of();

    /**
     * A step that can be added.
     *
     * @param text its name
     * @param hint what it does
     */
    public record Offer(String text, String hint, Runnable run) {}

    public QuickBar(PickState picks) {
        super(2);
        this.picks = picks;
        getStyleClass().add("quick-bar");
        setAlignment(Pos.CENTER_LEFT);
        // A press here must not end as a click on the picture behind it.
        addEventHandler(MouseEvent.ANY, MouseEvent::consume);
        setVisible(false);
    }

    public void setOffers(Supplier<List<Offer>> newOffers) {
        offers = newOffers;
    }

    /** Only where something is picked that no step has taken yet. */
    public void refresh() {
        boolean there =
                picks.isOn() && picks.target() == null && !picks.selection().isEmpty();
        setVisible(there);
        if (!there) return;
        List<Offer> now = offers.get();
        List<String> names = now.stream().map(Offer::text).toList();
        if (names.equals(shown)) return;
        shown = names;
        getChildren().clear();
        for (Offer o : now) {
            Button b = new Button(o.text());
            b.getStyleClass().add("chosen-action");
            b.setMinWidth(USE_PREF_SIZE);
            Hint.on(b, o.hint());
            b.setOnAction(_ -> o.run().run());
            getChildren().add(b);
        }
    }
}
