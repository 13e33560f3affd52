package org.modeststack.app.bodies;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.application.Platform;
import javafx.css.PseudoClass;
import javafx.geometry.Bounds;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.ui.Hint;
import org.modeststack.app.ui.Thumbnails;
import org.modeststack.stack.Body;
import org.modeststack.stack.evaluate.BodyResult;

/** The bodies as a row of small pictures; those that others use say for what. Adding one stays in reach at the right. */
public final class BodyStrip extends BorderPane {
    private final DocumentState document;
    private final SelectionState selected;
    private final ResultState results;
    private final Thumbnails pictures;
    private final HBox row = new HBox(10);
    private final ScrollPane scroll = new ScrollPane(row);
    private final Map<String, Card> cards = new HashMap<>();
    private final ContextMenu menu;
    private String shown;

    public BodyStrip(
            DocumentState document,
            SelectionState selected,
            ResultState results,
            Thumbnails pictures,
            ContextMenu menu,
            Runnable addBody) {
        this.document = document;
        this.selected = selected;
        this.results = results;
        this.pictures = pictures;
        this.menu = menu;
        getStyleClass().add("body-strip");
        setMinHeight(72);
        row.getStyleClass().add("body-row");
        row.setAlignment(Pos.CENTER_LEFT);
        scroll.setFitToHeight(true);
        scroll.setVbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        // A bar would cover the cards; the wheel and dragging move the row, and a card that is cut off says there is
        // more.
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.setPannable(true);
        scroll.getStyleClass().add("body-scroll");
        scroll.addEventFilter(ScrollEvent.SCROLL, e -> {
            double hidden = hidden();
            if (hidden > 0)
                scroll.setHvalue(Math.clamp(scroll.getHvalue() - (e.getDeltaX() + e.getDeltaY()) / hidden, 0.0, 1.0));
            e.consume();
        });
        Button add = new Button("+ Body");
        add.getStyleClass().add("add-body");
        add.setMinWidth(Region.USE_PREF_SIZE);
        Hint.on(add, "Start another body from a solid");
        add.setOnAction(_ -> addBody.run());
        HBox end = new HBox(add);
        end.setAlignment(Pos.CENTER);
        end.getStyleClass().add("body-end");
        setCenter(scroll);
        setRight(end);
        Runnable refresh = this::refresh;
        document.changed().listen(refresh);
        selected.changed().listen(refresh);
        results.changed().listen(refresh);
        refresh();
    }

    private double hidden() {
        return row.getWidth() - scroll.getViewportBounds().getWidth();
    }

    public void refresh() {
        List<Node> wanted = new ArrayList<>();
        for (Body b : document.current().bodies()) {
            Card card = cards.computeIfAbsent(b.id(), Card::new);
            card.show(b);
            wanted.add(card);
        }
        cards.keySet().removeIf(id -> document.current().body(id) == null);
        if (!wanted.equals(row.getChildren())) row.getChildren().setAll(wanted);
        Body now = selected.body();
        if (now != null && !now.id().equals(shown)) {
            shown = now.id();
            Platform.runLater(this::reveal);
        }
    }

    /** Brings the selected body's card into sight. */
    private void reveal() {
        Card card = cards.get(shown);
        double hidden = hidden();
        if (card == null || hidden <= 0) return;
        Bounds b = card.getBoundsInParent();
        double left = scroll.getHvalue() * hidden,
                width = scroll.getViewportBounds().getWidth();
        if (b.getMinX() < left) scroll.setHvalue(Math.max(0, b.getMinX() - 14) / hidden);
        else if (b.getMaxX() > left + width) scroll.setHvalue(Math.min(1, (b.getMaxX() + 14 - width) / hidden));
    }

    /** All that a card shows. */
    private record Look(Body body, BodyResult result, Image image, List<Body> users, boolean selected, boolean tool) {}

    /** One body. */
    private final class Card extends HBox {
        private final ImageView view = new ImageView();
        private final Label name = new Label();
        private final Label facts = new Label();
        private String about = "";
        private Look look;

        Card(String id) {
            super(8);
            view.setFitWidth(44);
            view.setFitHeight(33);
            StackPane frame = new StackPane(view);
            frame.getStyleClass().add("card-picture");
            frame.setMinSize(50, 40);
            name.getStyleClass().add("card-name");
            name.setMaxWidth(112);
            facts.setMaxWidth(112);
            VBox text = new VBox(1, name, facts);
            text.setAlignment(Pos.CENTER_LEFT);
            setAlignment(Pos.CENTER_LEFT);
            getChildren().addAll(frame, text);
            setFocusTraversable(true);
            setUserData(id);
            Hint.on(this, () -> about);
            setOnMousePressed(_ -> selected.select(id));
            setOnKeyPressed(e -> {
                if (e.getCode() == KeyCode.ENTER || e.getCode() == KeyCode.SPACE) selected.select(id);
            });
            setOnContextMenuRequested(e -> {
                selected.select(id);
                menu.show(this, e.getScreenX(), e.getScreenY());
                e.consume();
            });
            getStyleClass().add("card");
        }

        void show(Body b) {
            BodyResult r = results.result(b.id());
            Image image = r == null ? null : pictures.of(r.geometry());
            List<Body> users = document.current().usersOf(b.id());
            Look now = new Look(
                    b, r, image, users, b == selected.body(), document.current().isTool(b.id()));
            // Of hundreds of bodies few change at a time.
            if (now.equals(look)) return;
            look = now;
            if (image != null) view.setImage(image);
            else if (r != null && r.geometry().isEmpty()) view.setImage(null);
            name.setText(b.name());
            String note = users.isEmpty()
                    ? (b.entries().size() == 1 ? "1 step" : b.entries().size() + " steps")
                    : "in " + String.join(", ", users.stream().map(Body::name).toList());
            if (!b.visible()) note += " · hidden";
            boolean failed = r != null && r.failed();
            facts.setText(failed ? "▲ " + note : note);
            facts.getStyleClass().setAll("label", failed ? "card-fault" : "card-facts");
            about = b.name() + " — " + note;
            setAccessibleText("Body " + b.name() + ", " + note);
            pseudoClassStateChanged(PseudoClass.getPseudoClass("selected"), now.selected());
            pseudoClassStateChanged(PseudoClass.getPseudoClass("tool"), now.tool());
        }
    }
}
