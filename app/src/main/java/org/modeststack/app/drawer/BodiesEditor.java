package org.modeststack.app.drawer;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import javafx.geometry.Bounds;
import javafx.geometry.Pos;
import javafx.scene.Cursor;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import org.modeststack.app.bodies.BodyDrop;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.ui.Dragging;
import org.modeststack.app.ui.Hint;
import org.modeststack.stack.Body;
import org.modeststack.stack.BodyBefore;
import org.modeststack.stack.Document;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.ParamDescriptor;

/** Other bodies as chips, in order. */
final class BodiesEditor implements ParamEditor {
    private final DocumentState document;
    private final SelectionState selected;

    BodiesEditor(DocumentState document, SelectionState selected) {
        this.document = document;
        this.selected = selected;
    }

    @Override
    public boolean takes(ParamDescriptor param) {
        return param.type() == Bodies.class;
    }

    @Override
    public Node create(EditedParam edited) {
        FlowPane chips = new FlowPane(6, 6);
        BodyDrop.on(chips, id -> {
            Bodies now = (Bodies) edited.value();
            if (now.ids().contains(id)) return;
            List<String> ids = new ArrayList<>(now.ids());
            ids.add(id);
            edited.set(new Bodies(ids));
        });
        edited.onOther(() -> shown(edited), () -> {
            chips.getChildren().clear();
            Bodies now = (Bodies) edited.value();
            for (String id : now.ids()) chips.getChildren().add(chip(edited, now, id, chips));
            MenuButton more = new MenuButton("+ body");
            more.getStyleClass().add("chip-add");
            for (Body b : others(now)) {
                MenuItem item = new MenuItem(b.name());
                item.setOnAction(_ -> {
                    List<String> ids = new ArrayList<>(now.ids());
                    ids.add(b.id());
                    edited.set(new Bodies(ids));
                });
                more.getItems().add(item);
            }
            more.setDisable(more.getItems().isEmpty());
            chips.getChildren().add(more);
        });
        return chips;
    }

    /** All that the chips and their menu are made from. */
    private List<?> shown(EditedParam edited) {
        Bodies now = (Bodies) edited.value();
        Document d = document.current();
        return List.of(
                now,
                now.ids().stream().map(d::nameOf).toList(),
                others(now).stream().flatMap(b -> Stream.of(b.id(), b.name())).toList());
    }

    /** Those that may be put in as well. */
    private List<Body> others(Bodies now) {
        Document d = document.current();
        String of = selected.body().id();
        return d.bodies().stream()
                .filter(b -> !now.ids().contains(b.id()) && BodyBefore.mayBeTool(d, b.id(), of))
                .toList();
    }

    /** One body of a list: its name shows the body, its cross takes it out, and dragging it changes the order. */
    private HBox chip(EditedParam edited, Bodies now, String id, FlowPane chips) {
        Label name = new Label(document.current().nameOf(id));
        name.getStyleClass().add("chip-name");
        Button out = new Button("×");
        out.getStyleClass().add("chip-out");
        out.setAccessibleText("Take " + name.getText() + " out");
        Hint.on(out, "Take this body out");
        out.setOnAction(_ -> edited.set(
                new Bodies(now.ids().stream().filter(x -> !x.equals(id)).toList())));
        HBox chip = new HBox(4, name, out);
        chip.setAlignment(Pos.CENTER_LEFT);
        chip.getStyleClass().add("chip");
        chip.setFocusTraversable(true);
        chip.setCursor(Cursor.OPEN_HAND);
        Hint.on(chip, "Drag to change the order (Ctrl+left or right); double-click to open the body");
        chip.setOnKeyPressed(e -> {
            int by = e.getCode() == KeyCode.LEFT ? -1 : e.getCode() == KeyCode.RIGHT ? 1 : 0;
            if (!e.isControlDown() || by == 0) return;
            move(edited, now, id, now.ids().indexOf(id) + by);
            e.consume();
        });
        chip.setOnMouseClicked(e -> {
            if (e.getClickCount() == 2) selected.select(id);
        });
        Dragging.follow(name, MouseEvent::consume, _ -> {}, e -> {
            int to = 0;
            for (Node other : chips.getChildren().subList(0, now.ids().size())) {
                Bounds b = other.localToScene(other.getBoundsInLocal());
                boolean below = e.getSceneY() > b.getMaxY();
                boolean behind = e.getSceneY() >= b.getMinY() && e.getSceneX() > b.getCenterX();
                if (other != chip && (below || behind)) to++;
            }
            move(edited, now, id, to);
        });
        return chip;
    }

    private void move(EditedParam edited, Bodies now, String id, int to) {
        List<String> ids = new ArrayList<>(now.ids());
        ids.remove(id);
        ids.add(Math.clamp(to, 0, ids.size()), id);
        if (!ids.equals(now.ids())) edited.set(new Bodies(ids));
    }
}
