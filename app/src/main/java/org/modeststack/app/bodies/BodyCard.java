package org.modeststack.app.bodies;

import java.util.List;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.OverrunStyle;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.modeststack.app.ui.Hint;
import org.modeststack.stack.Body;
import org.modeststack.stack.evaluate.BodyResult;

/** One body as a small picture with its name; a long name is cut in the middle, since bodies often differ in their ends. */
public final class BodyCard extends HBox {
    private static final int NAMED_USERS = 4;

    private static final PseudoClass SELECTED = PseudoClass.getPseudoClass("selected"),
            CHOSEN = PseudoClass.getPseudoClass("chosen"),
            ON_WAY = PseudoClass.getPseudoClass("on-way"),
            HIDDEN = PseudoClass.getPseudoClass("hidden");

    private final ImageView view = new ImageView();
    private final Label name = new Label();
    private final Label facts = new Label();
    private final Label order = new Label();
    private final boolean small;
    private String about = "";
    private Look look;

    /**
     * All that a card shows.
     *
     * @param image null while there is none
     * @param note what stands under the name
     * @param place among several chosen bodies, from 1; 0 where it is not chosen, or alone
     * @param onWay whether the body that is worked on is a tool of it
     */
    record Look(Body body, BodyResult result, Image image, String note, boolean selected, int place, boolean onWay) {}

    /** @param small in one line, as tools are */
    public BodyCard(String id, boolean small) {
        super(small ? 6 : 8);
        this.small = small;
        view.setFitWidth(small ? 28 : 44);
        view.setFitHeight(small ? 21 : 33);
        StackPane frame = new StackPane(view);
        frame.getStyleClass().add("card-picture");
        frame.setMinSize(small ? 32 : 50, small ? 25 : 40);
        frame.setMaxSize(small ? 32 : 50, small ? 25 : 40);
        name.getStyleClass().add("card-name");
        name.setTextOverrun(OverrunStyle.CENTER_ELLIPSIS);
        facts.getStyleClass().add("card-facts");
        VBox text = small ? new VBox(name) : new VBox(1, name, facts);
        text.setAlignment(Pos.CENTER_LEFT);
        order.getStyleClass().add("card-order");
        order.setVisible(false);
        StackPane.setAlignment(order, Pos.TOP_LEFT);
        frame.getChildren().add(order);
        setAlignment(Pos.CENTER_LEFT);
        getChildren().addAll(frame, text);
        setFocusTraversable(true);
        setUserData(id);
        Hint.on(this, () -> about);
        getStyleClass().addAll("card", small ? "card-small" : "card-large");
    }

    public String body() {
        return (String) getUserData();
    }

    void show(Look now) {
        // Of hundreds of bodies few change at a time.
        if (now.equals(look)) return;
        look = now;
        Body b = now.body();
        BodyResult r = now.result();
        if (now.image() != null) view.setImage(now.image());
        else if (r != null && r.geometry().isEmpty()) view.setImage(null);
        name.setText(b.name());
        String note = now.note() + (b.visible() ? "" : " · hidden");
        boolean faulty = r != null && r.isFaulty();
        facts.setText(faulty ? "▲ " + note : note);
        facts.getStyleClass().setAll("label", faulty ? "card-fault" : "card-facts");
        if (small) name.getStyleClass().setAll("label", faulty ? "card-fault" : "card-name");
        about = b.name() + " — " + note;
        setAccessibleText(
                "Body " + b.name() + ", " + note + (now.place() > 0 ? ", chosen as number " + now.place() : ""));
        order.setText(Integer.toString(now.place()));
        order.setVisible(now.place() > 0);
        pseudoClassStateChanged(SELECTED, now.selected());
        pseudoClassStateChanged(CHOSEN, now.place() > 1);
        pseudoClassStateChanged(ON_WAY, now.onWay());
        pseudoClassStateChanged(HIDDEN, !b.visible());
    }

    /** "6 steps · 4 tools". */
    static String facts(Body b, int tools) {
        int steps = b.entries().size();
        return (steps == 1 ? "1 step" : steps + " steps")
                + (tools == 0 ? "" : tools == 1 ? " · 1 tool" : " · " + tools + " tools");
    }

    /** "in Flange"; of many users some. */
    static String use(List<Body> users) {
        String some = String.join(
                ", ", users.stream().limit(NAMED_USERS).map(Body::name).toList());
        return "in " + some + (users.size() > NAMED_USERS ? " and " + (users.size() - NAMED_USERS) + " more" : "");
    }
}
