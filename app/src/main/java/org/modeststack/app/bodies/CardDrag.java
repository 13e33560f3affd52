package org.modeststack.app.bodies;

import java.util.List;
import java.util.function.Consumer;
import javafx.css.PseudoClass;
import javafx.geometry.Bounds;
import javafx.scene.Cursor;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import org.jspecify.annotations.Nullable;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.ui.Dragging;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;

/**
 * Dragging the card of a body: along the row to change the order, onto a set or among its cards to put it in, and onto whatever
 * takes a body, such as the step that asks for a tool.
 */
final class CardDrag {
    private static final PseudoClass BEFORE = PseudoClass.getPseudoClass("drop-before"),
            BEHIND = PseudoClass.getPseudoClass("drop-behind"),
            INTO = PseudoClass.getPseudoClass("drop-into");

    /** What is moved by less, in pixels, is a click. */
    private static final double STILL = 6;

    private final DocumentState document;
    private final CardRow row;
    private @Nullable MouseEvent press;
    private boolean moved;
    private @Nullable Node marked;

    /** Where a card would be put: beside another, or into a set. */
    private record Place(Node node, PseudoClass how) {}

    CardDrag(DocumentState document, CardRow row) {
        this.document = document;
        this.row = row;
    }

    /** @param clicked is told of a press that was no drag, when it is let go: a drag must not choose another body first */
    void on(BodyCard card, Consumer<MouseEvent> clicked) {
        Dragging.follow(
                card,
                e -> {
                    press = e;
                    moved = false;
                },
                e -> dragged(card, e),
                e -> {
                    if (moved) released(card, e);
                    else if (press != null && press.getButton() == MouseButton.PRIMARY) clicked.accept(press);
                });
    }

    private void dragged(BodyCard card, MouseEvent e) {
        Scene scene = card.getScene();
        boolean still = press != null && Math.abs(e.getSceneX() - press.getSceneX()) < STILL;
        if (!moved && still && inside(row, e)) return;
        moved = true;
        mark(null);
        boolean taken = BodyDrop.at(scene, e.getSceneX(), e.getSceneY()) != null;
        Place place = taken ? null : place(card, e);
        mark(place);
        scene.setCursor(taken || place != null ? Cursor.CLOSED_HAND : Cursor.MOVE);
    }

    private void mark(@Nullable Place place) {
        Node before = marked;
        if (before != null)
            for (PseudoClass c : List.of(BEFORE, BEHIND, INTO)) before.pseudoClassStateChanged(c, false);
        marked = place == null ? null : place.node();
        if (place != null) place.node().pseudoClassStateChanged(place.how(), true);
    }

    private static boolean inside(Node n, MouseEvent e) {
        return n.localToScene(n.getBoundsInLocal()).contains(e.getSceneX(), e.getSceneY());
    }

    private @Nullable Place place(BodyCard card, MouseEvent e) {
        if (!inside(row, e) || !row.cards().contains(card)) return null;
        Node last = null;
        for (Node n : row.cards()) {
            Bounds b = n.localToScene(n.getBoundsInLocal());
            if (n != card && b.contains(e.getSceneX(), b.getCenterY())) {
                if (n instanceof SetCard) return new Place(n, INTO);
                return new Place(n, e.getSceneX() < b.getCenterX() ? BEFORE : BEHIND);
            }
            if (n != card && b.getMaxX() < e.getSceneX()) last = n;
        }
        return last == null ? null : new Place(last, last instanceof SetCard ? INTO : BEHIND);
    }

    private void released(BodyCard card, MouseEvent e) {
        Scene scene = card.getScene();
        scene.setCursor(Cursor.DEFAULT);
        mark(null);
        Consumer<String> taken = BodyDrop.at(scene, e.getSceneX(), e.getSceneY());
        if (taken != null) {
            taken.accept(card.body());
            return;
        }
        Place place = place(card, e);
        if (place != null) put(card.body(), place);
    }

    private void put(String id, Place place) {
        if (place.node() instanceof SetCard s) {
            document.edit("Put in a set", d -> Edits.putInSet(d, List.of(id), s.set()));
            return;
        }
        String beside = ((BodyCard) place.node()).body();
        document.edit("Move body", d -> beside(d, id, beside, place.how() == BEHIND));
    }

    /** It stands beside another, in the set of that one. */
    private static Document beside(Document d, String id, String other, boolean behind) {
        Document out = Edits.putInSet(d, List.of(id), d.bodyOf(other).set());
        List<String> left =
                out.bodies().stream().map(Body::id).filter(x -> !x.equals(id)).toList();
        return Edits.moveBody(out, id, left.indexOf(other) + (behind ? 1 : 0));
    }

    /** By the keys: past the card beside it. */
    void move(BodyCard card, int by) {
        List<Node> all = row.cards();
        for (int i = all.indexOf(card) + by; i >= 0 && i < all.size(); i += by) {
            if (!(all.get(i) instanceof BodyCard other)) continue;
            document.edit("Move body", d -> beside(d, card.body(), other.body(), by > 0));
            return;
        }
    }
}
