package org.modeststack.app;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import javafx.geometry.Point2D;
import javafx.scene.Cursor;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.shape.Line;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.render.Camera;
import org.modeststack.stack.Body;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.stack.evaluate.StepResult;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.Unit;

/**
 * The handles of the open step, over the picture: a dot for each number that can be dragged, with the line along which
 * it is measured, and one for the place of each body that the step uses. They keep their size on the screen, follow the
 * keyboard's arrows, and are kept while they are dragged.
 */
final class HandleLayer extends Pane {
    /** A handle that points at the eye, with fewer pixels a millimetre than this share, cannot be dragged sensibly. */
    private static final double FORESHORTENED = 0.12;

    private final Session session;
    private final Map<String, Dot> dots = new HashMap<>();
    private Camera camera = Camera.DEFAULT;
    private int width = 1;
    private int height = 1;

    HandleLayer(Session session) {
        this.session = session;
        setPickOnBounds(false);
        getStyleClass().add("handles");
    }

    /** Puts the handles where they belong in a picture taken by this camera. */
    void show(Camera newCamera, int newWidth, int newHeight) {
        camera = newCamera;
        width = newWidth;
        height = newHeight;
        Map<String, Dot> wanted = new HashMap<>();
        Body b = session.body();
        Entry open = session.openEntry();
        if (b != null && open != null && open.enabled()) {
            ofStep(b, open, wanted);
            ofBodies(open, wanted);
        }
        if (!wanted.equals(dots)) {
            dots.clear();
            dots.putAll(wanted);
            getChildren().setAll(dots.values().stream().map(d -> d.line).toList());
            getChildren().addAll(dots.values());
            getChildren().addAll(dots.values().stream().map(d -> d.label).toList());
        }
        dots.values().forEach(Dot::place);
    }

    private void ofStep(Body b, Entry open, Map<String, Dot> wanted) {
        int at = b.indexOf(open.id());
        if (at >= b.shownSteps()) return;
        Mesh in = Mesh.EMPTY;
        if (at > 0) {
            StepResult before = session.result(b.id(), b.entries().get(at - 1).id());
            if (before == null) return;
            in = before.mesh();
        }
        for (Handle h : open.step().handles(in)) {
            String key = open.id() + ":" + h.param() + ":" + h.axis();
            Dot dot = dots.get(key) instanceof NumberDot d ? d : new NumberDot(b.id(), open.id());
            ((NumberDot) dot).set(h, carried(b, at, h.from()), carried(b, at, h.at()));
            if (dot.isUsable()) wanted.put(key, dot);
        }
    }

    /** Where the steps behind the open one take a point, as far as they move the whole mesh. */
    private static Vec3 carried(Body b, int at, Vec3 p) {
        for (Entry e : b.entries().subList(at + 1, b.shownSteps()))
            if (e.enabled()) p = e.step().carry(p);
        return p;
    }

    private void ofBodies(Entry open, Map<String, Dot> wanted) {
        for (String id : open.step().bodies()) {
            Body other = session.document().body(id);
            Mesh mesh = other == null ? null : session.shownMesh(other);
            if (mesh == null || mesh.isEmpty()) continue;
            String key = "place:" + id;
            Dot dot = dots.get(key) instanceof PlaceDot d ? d : new PlaceDot(id);
            ((PlaceDot) dot).set(other, mesh.bounds().center());
            wanted.put(key, dot);
        }
    }

    private Point2D onScreen(Vec3 p) {
        Vec3 s = camera.project(p, width, height);
        return new Point2D(s.x(), s.y());
    }

    /** A round number of millimetres, about as much as a pixel shows. */
    private double grain(boolean fine) {
        double g = Math.pow(10, Math.ceil(Math.log10(1 / camera.scale(height)) - 0.3));
        return fine ? g / 10 : g;
    }

    /** One handle. */
    private abstract class Dot extends Region {
        final Line line = new Line();
        final Label label = new Label();
        Vec3 from = Vec3.ZERO;
        Vec3 at = Vec3.ZERO;
        private Point2D press = Point2D.ZERO;
        private boolean held;

        Dot(String style) {
            getStyleClass().addAll("handle", style);
            line.getStyleClass().add("handle-line");
            line.setMouseTransparent(true);
            label.getStyleClass().add("handle-label");
            label.setMouseTransparent(true);
            // Placed by hand: a pane would shrink what has no content.
            setManaged(false);
            label.setManaged(false);
            setFocusTraversable(true);
            setCursor(Cursor.OPEN_HAND);
            Dragging.follow(
                    this,
                    e -> {
                        held = true;
                        press = new Point2D(e.getSceneX(), e.getSceneY());
                        requestFocus();
                        begin();
                        e.consume();
                    },
                    e -> drag(new Point2D(e.getSceneX(), e.getSceneY()).subtract(press), e.isShiftDown()),
                    _ -> {
                        held = false;
                        session.endMerge();
                        place();
                    });
            addEventHandler(MouseEvent.MOUSE_ENTERED, _ -> place());
            addEventHandler(MouseEvent.MOUSE_EXITED, _ -> place());
            focusedProperty().addListener((_, _, _) -> place());
            addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        }

        abstract String text();

        abstract void begin();

        /** @param moved how far the mouse has come since the press, in pixels */
        abstract void drag(Point2D moved, boolean fine);

        boolean isUsable() {
            return true;
        }

        private void key(KeyEvent e) {
            if (e.isAltDown() || e.isControlDown()) return;
            double x = e.getCode() == KeyCode.RIGHT ? 1 : e.getCode() == KeyCode.LEFT ? -1 : 0;
            double y = e.getCode() == KeyCode.DOWN ? 1 : e.getCode() == KeyCode.UP ? -1 : 0;
            if (x == 0 && y == 0) return;
            begin();
            nudge(x, y, e.isShiftDown());
            session.endMerge();
            e.consume();
        }

        /** One arrow key: right and down are positive. */
        abstract void nudge(double x, double y, boolean fine);

        void place() {
            Point2D p = onScreen(at), q = onScreen(from);
            resizeRelocate(Math.rint(p.getX() - 7), Math.rint(p.getY() - 7), 14, 14);
            line.setStartX(q.getX());
            line.setStartY(q.getY());
            line.setEndX(p.getX());
            line.setEndY(p.getY());
            boolean speaks = held || isHover() || isFocused();
            label.setVisible(speaks);
            if (speaks) {
                label.setText(text());
                label.autosize();
                label.relocate(
                        Math.clamp(p.getX() + 12, 4, Math.max(4, width - label.getWidth() - 4)),
                        Math.clamp(p.getY() - 30, 4, Math.max(4, height - label.getHeight() - 4)));
            }
        }
    }

    /** The handle of one number. */
    private final class NumberDot extends Dot {
        private final String bodyId;
        private final long entryId;
        private Handle handle;
        private double rate;
        private Object pressed;
        private Vec3 pressAlong = Vec3.ZERO;
        private Point2D pressPixels = Point2D.ZERO;

        NumberDot(String bodyId, long entryId) {
            super("handle-number");
            this.bodyId = bodyId;
            this.entryId = entryId;
        }

        void set(Handle h, Vec3 newFrom, Vec3 newAt) {
            handle = h;
            from = newFrom;
            at = newAt;
            double before = h.at().minus(h.from()).length(),
                    now = at.minus(from).length();
            rate = now > 0 ? h.rate() * before / now : 0;
        }

        /** How many pixels, and which way, the handle goes for a millimetre. */
        private Point2D pixels() {
            return onScreen(at.plus(at.minus(from).unit())).subtract(onScreen(at));
        }

        @Override
        boolean isUsable() {
            return rate != 0 && pixels().magnitude() > FORESHORTENED * camera.scale(height);
        }

        private Step step() {
            Body b = session.document().body(bodyId);
            Entry e = b == null ? null : b.entry(entryId);
            return e == null ? null : e.step();
        }

        private ParamDescriptor param() {
            return StepDescriptor.of(step()).param(handle.param());
        }

        @Override
        String text() {
            Step s = step();
            if (s == null) return "";
            Object v = StepDescriptor.of(s).value(s, param());
            double d = v instanceof Vec3 w
                    ? (handle.axis() == Handle.WHOLE ? w.length() : w.get(handle.axis()))
                    : ((Number) v).doubleValue();
            String unit = param().unit() == Unit.LENGTH ? " mm" : param().unit().symbol();
            return param().label() + " " + Numbers.show(d) + unit;
        }

        @Override
        void begin() {
            Step s = step();
            pressed = s == null ? null : StepDescriptor.of(s).value(s, param());
            pressAlong = handle.along();
            pressPixels = pixels();
        }

        @Override
        void drag(Point2D moved, boolean fine) {
            double l2 = pressPixels.dotProduct(pressPixels);
            if (l2 > 0) change(moved.dotProduct(pressPixels) / l2, fine);
        }

        @Override
        void nudge(double x, double y, boolean fine) {
            Point2D way = pressPixels.normalize();
            double along = x * way.getX() + y * way.getY();
            // An arrow across the line still goes the way that raises the number.
            if (Math.abs(along) < 1e-6) along = x - y;
            change(Math.signum(along) * grain(fine), fine);
        }

        private void change(double mm, boolean fine) {
            ParamDescriptor p = param();
            if (pressed == null) return;
            double g = grain(fine) * Math.abs(rate);
            Object next;
            if (pressed instanceof Vec3 v && handle.axis() == Handle.WHOLE) {
                double length = Math.max(g, rounded(v.length() + mm * rate, g));
                next = pressAlong.times(length);
            } else if (pressed instanceof Vec3 v) {
                next = Sentence.with(v, handle.axis(), p.clamp(rounded(v.get(handle.axis()) + mm * rate, g)));
            } else {
                next = p.clamp(rounded(((Number) pressed).doubleValue() + mm * rate, g));
            }
            session.edit(
                    "Change " + p.label().toLowerCase(Locale.ROOT),
                    "value:" + entryId + ":" + p.name(),
                    d -> Edits.setValue(d, bodyId, entryId, p.name(), next));
        }
    }

    private static double rounded(double value, double grain) {
        // The second rounding takes away what the multiplication left in the last digits.
        return Math.rint(Math.rint(value / grain) * grain * 1e9) / 1e9;
    }

    /** The handle of a body that the open step uses: drags it across the picture. */
    private final class PlaceDot extends Dot {
        private final String bodyId;
        private String name = "";
        private Vec3 moved = Vec3.ZERO;
        private Vec3 right = Vec3.ZERO;
        private Vec3 down = Vec3.ZERO;

        PlaceDot(String bodyId) {
            super("handle-place");
            this.bodyId = bodyId;
        }

        void set(Body b, Vec3 center) {
            name = b.name();
            at = center;
            from = center;
        }

        @Override
        String text() {
            return name;
        }

        @Override
        void begin() {
            moved = Vec3.ZERO;
            double depth = camera.project(at, width, height).z();
            double mm = (camera.perspective() ? depth / camera.distance() : 1) / camera.scale(height);
            right = camera.right().times(mm);
            down = camera.up().times(-mm);
        }

        @Override
        void drag(Point2D by, boolean fine) {
            to(right.times(by.getX()).plus(down.times(by.getY())), grain(fine));
        }

        @Override
        void nudge(double x, double y, boolean fine) {
            double g = grain(fine);
            to(right.unit().times(x * g).plus(down.unit().times(y * g)), g);
        }

        private void to(Vec3 wish, double g) {
            Vec3 whole = new Vec3(rounded(wish.x(), g), rounded(wish.y(), g), rounded(wish.z(), g));
            Vec3 step = whole.minus(moved);
            if (step.equals(Vec3.ZERO)) return;
            moved = whole;
            session.edit("Move " + name, "place:" + bodyId, d -> Edits.moveBodyBy(d, bodyId, step));
        }
    }
}
