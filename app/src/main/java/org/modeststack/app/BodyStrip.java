package org.modeststack.app;

import java.util.List;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.modeststack.stack.Body;
import org.modeststack.stack.evaluate.BodyResult;

/** The bodies as a row of small pictures; those that others use say for what. */
final class BodyStrip extends ScrollPane {
    private final Session session;
    private final Pictures pictures;
    private final HBox row = new HBox(10);
    private final Button add = new Button("+ Body");
    private final ContextMenu menu;

    BodyStrip(Session session, Pictures pictures, ContextMenu menu, Runnable addBody) {
        this.session = session;
        this.pictures = pictures;
        this.menu = menu;
        getStyleClass().add("body-strip");
        row.getStyleClass().add("body-row");
        row.setAlignment(Pos.CENTER_LEFT);
        setContent(row);
        setFitToHeight(true);
        setVbarPolicy(ScrollBarPolicy.NEVER);
        // A bar would cover the cards; the wheel and dragging move the row, and a card that is cut off says there is
        // more.
        setHbarPolicy(ScrollBarPolicy.NEVER);
        setPannable(true);
        addEventFilter(ScrollEvent.SCROLL, e -> {
            double hidden = row.getWidth() - getViewportBounds().getWidth();
            if (hidden > 0) setHvalue(Math.clamp(getHvalue() - (e.getDeltaX() + e.getDeltaY()) / hidden, 0.0, 1.0));
            e.consume();
        });
        add.getStyleClass().add("add-body");
        add.setTooltip(new Tooltip("Start another body from a solid"));
        add.setOnAction(_ -> addBody.run());
        session.listen(this::refresh);
        refresh();
    }

    void refresh() {
        row.getChildren().clear();
        for (Body b : session.document().bodies()) row.getChildren().add(card(b));
        row.getChildren().add(add);
    }

    private HBox card(Body b) {
        ImageView view = new ImageView();
        BodyResult r = session.result(b.id());
        Image image = r == null ? null : pictures.of(r.mesh());
        if (image != null) view.setImage(image);
        view.setFitWidth(44);
        view.setFitHeight(33);
        StackPane frame = new StackPane(view);
        frame.getStyleClass().add("card-picture");
        frame.setMinSize(50, 40);
        Label name = new Label(b.name());
        name.getStyleClass().add("card-name");
        name.setMaxWidth(112);
        List<Body> users = session.document().usersOf(b.id());
        String note = users.isEmpty()
                ? (b.entries().size() == 1 ? "1 step" : b.entries().size() + " steps")
                : "in " + String.join(", ", users.stream().map(Body::name).toList());
        if (!b.visible()) note += " · hidden";
        Label facts = new Label(r != null && r.failed() ? "▲ " + note : note);
        facts.getStyleClass().add(r != null && r.failed() ? "card-fault" : "card-facts");
        facts.setMaxWidth(112);
        VBox text = new VBox(1, name, facts);
        text.setAlignment(Pos.CENTER_LEFT);
        HBox card = new HBox(8, frame, text);
        card.setAlignment(Pos.CENTER_LEFT);
        card.getStyleClass().add("card");
        card.setFocusTraversable(true);
        card.setAccessibleText("Body " + b.name() + ", " + note);
        card.setUserData(b.id());
        card.pseudoClassStateChanged(PseudoClass.getPseudoClass("selected"), b == session.body());
        card.pseudoClassStateChanged(PseudoClass.getPseudoClass("tool"), !users.isEmpty());
        Tooltip.install(card, new Tooltip(b.name() + " — " + note));
        card.setOnMousePressed(_ -> session.select(b.id()));
        card.setOnKeyPressed(e -> {
            if (e.getCode() == KeyCode.ENTER || e.getCode() == KeyCode.SPACE) session.select(b.id());
        });
        card.setOnContextMenuRequested(e -> {
            session.select(b.id());
            menu.show(card, e.getScreenX(), e.getScreenY());
            e.consume();
        });
        return card;
    }
}
