package org.modeststack.app.drawer;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Supplier;
import javafx.geometry.Point2D;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.Cursor;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Polygon;
import javafx.scene.shape.Polyline;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.ui.Dragging;
import org.modeststack.app.ui.Hint;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.steps.StepException;
import org.modeststack.steps.bevel.Bevel;
import org.modeststack.steps.profile.Moulding;
import org.modeststack.steps.profile.Shape;

/**
 * The cross-section of a bevel: what is left of a square edge, with the curve from face to face. A curve of one's own has
 * points that are dragged, or moved with the arrow keys; any other can be made one's own.
 */
public final class ProfileEditor extends VBox {
    private static final double SIZE = 132;
    private static final double MARGIN = 34;
    /** How far an arrow key moves a point, in widths. */
    private static final double NUDGE = 0.02;

    private final DocumentState document;
    private final SelectionState selected;
    private final Supplier<Entry> entry;
    private final Pane sheet = new Pane();
    private final Polygon solid = new Polygon();
    private final Polyline old = new Polyline();
    private final Polyline curve = new Polyline();
    private final List<Region> dots = new ArrayList<>();
    private final Button own = new Button("Make it my own");
    private final Button add = new Button("Add a point");
    private final CheckBox even = new CheckBox("Symmetrical");
    private final Label fault = new Label();
    /** Shares and heights as they are drawn. */
    private double[] places = {0, 0, 1, 0};

    public ProfileEditor(DocumentState document, SelectionState selected, Supplier<Entry> entry) {
        super(8);
        this.document = document;
        this.selected = selected;
        this.entry = entry;
        sheet.getStyleClass().add("profile-sheet");
        sheet.setMinSize(SIZE + 2 * MARGIN, SIZE + 1.5 * MARGIN);
        sheet.setMaxSize(SIZE + 2 * MARGIN, SIZE + 1.5 * MARGIN);
        solid.getStyleClass().add("profile-solid");
        old.getStyleClass().add("profile-old");
        curve.getStyleClass().add("profile-curve");
        sheet.getChildren().addAll(solid, old, curve);
        sheet.setOnMouseClicked(e -> {
            if (e.getClickCount() == 2 && bevel().shape() == Shape.OWN) insert(place(e.getX(), e.getY()));
        });
        own.setOnAction(_ -> set(places, "Make the profile my own"));
        Hint.on(own, "Turns the shape into points that can be moved");
        add.setOnAction(_ -> insert(widest()));
        Hint.on(add, "Adds a point where the points are farthest apart; a double click adds one under the pointer");
        Hint.on(even, "Points move together with their mirror images");
        fault.setWrapText(true);
        fault.getStyleClass().addAll("remark", "remark-fault");
        HBox row = new HBox(8, own, add, even);
        row.setAlignment(Pos.CENTER_LEFT);
        own.getStyleClass().add("take-button");
        add.getStyleClass().add("take-button");
        getChildren().addAll(sheet, row, fault);
    }

    private Bevel bevel() {
        return (Bevel) entry.get().step();
    }

    public void refresh() {
        boolean mine = bevel().shape() == Shape.OWN;
        shown(own, !mine);
        shown(add, mine);
        shown(even, mine);
        String wrong = "";
        try {
            places = bevel().sectionPlaces();
        } catch (StepException e) {
            wrong = e.getMessage();
        }
        fault.setText(wrong);
        shown(fault, !wrong.isEmpty());
        draw();
        int wanted = mine ? places.length / 2 - 2 : 0;
        while (dots.size() > wanted) sheet.getChildren().remove(dots.removeLast());
        while (dots.size() < wanted) dots.add(dot(dots.size() + 1));
        for (int i = 0; i < wanted; i++) put(dots.get(i), i + 1);
    }

    private static void shown(Region r, boolean on) {
        r.setVisible(on);
        r.setManaged(on);
    }

    private void draw() {
        curve.getPoints().clear();
        solid.getPoints().clear();
        for (int i = 0; i < places.length; i += 2) {
            Point2D p = onSheet(places[i], places[i + 1]);
            curve.getPoints().addAll(p.getX(), p.getY());
        }
        solid.getPoints().addAll(curve.getPoints());
        double far = MARGIN + SIZE + MARGIN / 2;
        // Round the rest of the body: down the one face, along the far sides and back to the other.
        solid.getPoints().addAll(MARGIN, far, far + MARGIN / 2, far, far + MARGIN / 2, MARGIN);
        old.getPoints().setAll(MARGIN, MARGIN + SIZE, MARGIN, MARGIN, MARGIN + SIZE, MARGIN);
    }

    /** The corner of the old edge is at the top left; the first rail is to the right of it, the second below. */
    private static Point2D onSheet(double share, double height) {
        double a = 1 - share - height / 2, b = share - height / 2;
        return new Point2D(MARGIN + a * SIZE, MARGIN + b * SIZE);
    }

    private static double[] place(double x, double y) {
        double a = (x - MARGIN) / SIZE, b = (y - MARGIN) / SIZE;
        return new double[] {(1 - a + b) / 2, 1 - a - b};
    }

    private Region dot(int at) {
        Region dot = new Region();
        dot.getStyleClass().addAll("handle", "profile-dot");
        dot.setPrefSize(13, 13);
        dot.resize(13, 13);
        dot.setFocusTraversable(true);
        dot.setAccessibleRole(AccessibleRole.SLIDER);
        dot.setAccessibleText("Point " + at + " of the profile");
        dot.setCursor(Cursor.MOVE);
        Hint.on(dot, "Drag, or use the arrow keys; Delete takes it out");
        double[][] begin = new double[1][];
        Dragging.follow(
                dot,
                e -> begin[0] = places.clone(),
                e -> moved(at, sheet.sceneToLocal(e.getSceneX(), e.getSceneY())),
                e -> {
                    double[] now = places;
                    places = begin[0];
                    set(now, "Change the profile");
                });
        dot.setOnMouseClicked(MouseEvent::consume);
        dot.setOnKeyPressed(e -> key(at, e));
        sheet.getChildren().add(dot);
        return dot;
    }

    private void key(int at, KeyEvent e) {
        int dx = e.getCode() == KeyCode.LEFT ? -1 : e.getCode() == KeyCode.RIGHT ? 1 : 0;
        int dy = e.getCode() == KeyCode.UP ? -1 : e.getCode() == KeyCode.DOWN ? 1 : 0;
        if (e.getCode() == KeyCode.DELETE || e.getCode() == KeyCode.BACK_SPACE) {
            remove(at);
        } else if (dx != 0 || dy != 0) {
            Point2D p = onSheet(places[2 * at], places[2 * at + 1]);
            double by = NUDGE * SIZE * (e.isShiftDown() ? 0.25 : 1);
            moved(at, p.add(dx * by, dy * by));
            set(places, "Change the profile");
        } else {
            return;
        }
        e.consume();
    }

    /** Draws a point in another place, between its neighbours. */
    private void moved(int at, Point2D p) {
        double[] q = place(p.getX(), p.getY()), next = places.clone();
        put(next, at, q[0], q[1]);
        int twin = places.length / 2 - 1 - at;
        if (even.isSelected() && twin != at) put(next, twin, 1 - next[2 * at], next[2 * at + 1]);
        else if (even.isSelected()) put(next, at, 0.5, next[2 * at + 1]);
        places = next;
        draw();
        for (int i = 0; i < dots.size(); i++) put(dots.get(i), i + 1);
    }

    private static void put(double[] places, int at, double share, double height) {
        double low = places[2 * at - 2], high = places[2 * at + 2];
        places[2 * at] = Math.clamp(share, Math.min(low, high), high);
        places[2 * at + 1] = Math.clamp(height, -2, 1);
    }

    private void put(Region dot, int at) {
        Point2D p = onSheet(places[2 * at], places[2 * at + 1]);
        dot.relocate(p.getX() - 6.5, p.getY() - 6.5);
        dot.setAccessibleHelp(
                String.format(Locale.ROOT, "share %.2f, height %.2f", places[2 * at], places[2 * at + 1]));
    }

    /** In the middle of the longest piece. */
    private double[] widest() {
        int best = 0;
        double most = -1;
        for (int i = 0; i + 3 < places.length; i += 2) {
            double l = onSheet(places[i], places[i + 1]).distance(onSheet(places[i + 2], places[i + 3]));
            if (l <= most) continue;
            most = l;
            best = i;
        }
        return new double[] {(places[best] + places[best + 2]) / 2, (places[best + 1] + places[best + 3]) / 2};
    }

    private void insert(double[] p) {
        double share = Math.clamp(p[0], 0, 1), height = Math.clamp(p[1], -2, 1);
        List<Double> all = new ArrayList<>();
        boolean in = false;
        for (int i = 0; i < places.length; i += 2) {
            if (!in && i > 0 && places[i] >= share) {
                all.add(share);
                all.add(height);
                in = true;
            }
            all.add(places[i]);
            all.add(places[i + 1]);
        }
        set(all.stream().mapToDouble(Double::doubleValue).toArray(), "Add a point to the profile");
    }

    private void remove(int at) {
        double[] less = new double[places.length - 2];
        System.arraycopy(places, 0, less, 0, 2 * at);
        System.arraycopy(places, 2 * at + 2, less, 2 * at, places.length - 2 * at - 2);
        set(less, "Take a point out of the profile");
    }

    private void set(double[] now, String what) {
        String body = selected.body().id(), text = Moulding.show(now);
        long id = entry.get().id();
        document.edit(what, doc -> {
            Document d = Edits.setValue(doc, body, id, "section", text);
            return Edits.setValue(d, body, id, "shape", Shape.OWN);
        });
    }
}
