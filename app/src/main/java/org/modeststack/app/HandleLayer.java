package org.modeststack.app;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javafx.geometry.Point2D;
import javafx.scene.Cursor;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.shape.Line;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.render.Camera;
import org.modeststack.stack.Body;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Guide;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.Unit;
import org.modeststack.steps.pick.Pick;

/**
 * The handles of the open step, over the picture: a dot for each number that can be dragged, with the line along which
 * it is measured, and one for the place of each body that the step uses. They keep their size on the screen, follow the
 * keyboard's arrows, and are kept while they are dragged.
 */
final class HandleLayer extends Pane {
    /** A handle that points at the eye, with fewer pixels a millimetre than this share, cannot be dragged sensibly. */
    private static final double FORESHORTENED = 0.12;

    /** Arms are at least so long, in pixels, that their handle can be told from what they stick out of. */
    private static final double SHORTEST_ARM = 44;

    /** Turns snap to multiples of this. */
    private static final double SNAP_DEGREES = 15;

    private final Session session;
    private final ViewPane view;
    private final List<Line> guides = new ArrayList<>();
    private int shownGuides;
    private final Map<String, Dot> dots = new HashMap<>();
    private Camera camera = Camera.DEFAULT;
    private int width = 1;
    private int height = 1;

    HandleLayer(Session session, ViewPane view) {
        this.session = session;
        this.view = view;
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
        int lines = 0;
        if (b != null && open != null && open.enabled()) {
            lines = guides(b, open);
            ofStep(b, open, wanted);
            ofBodies(open, wanted);
        }
        while (guides.size() > lines) guides.removeLast();
        if (!wanted.equals(dots) || guides.size() != shownGuides) {
            dots.clear();
            dots.putAll(wanted);
            shownGuides = guides.size();
            getChildren().setAll(guides);
            getChildren().addAll(dots.values().stream().map(d -> d.line).toList());
            getChildren().addAll(dots.values());
            getChildren().addAll(dots.values().stream().map(d -> d.tick).toList());
            getChildren().addAll(dots.values().stream().map(d -> d.label).toList());
        }
        dots.values().forEach(Dot::place);
    }

    /** Draws the lines that show how far a step can go. @return how many */
    private int guides(Body b, Entry open) {
        Mesh in = b.indexOf(open.id()) >= b.shownSteps() ? null : session.before(b, open.id());
        List<Guide> all = in == null ? List.of() : open.step().guides(in);
        Carried behind = Carried.over(b, b.indexOf(open.id()) + 1);
        for (int i = 0; i < all.size(); i++) {
            if (i == guides.size()) {
                Line line = new Line();
                line.getStyleClass().add("guide");
                line.setMouseTransparent(true);
                guides.add(line);
            }
            Point2D p = onScreen(behind.point(all.get(i).from())),
                    q = onScreen(behind.point(all.get(i).to()));
            guides.get(i).setStartX(p.getX());
            guides.get(i).setStartY(p.getY());
            guides.get(i).setEndX(q.getX());
            guides.get(i).setEndY(q.getY());
        }
        return all.size();
    }

    private void ofStep(Body b, Entry open, Map<String, Dot> wanted) {
        int at = b.indexOf(open.id());
        if (at >= b.shownSteps()) return;
        Mesh in = session.before(b, open.id());
        if (in == null) return;
        Carried behind = Carried.over(b, at + 1);
        for (Handle h : open.step().handles(in)) {
            if (h.isPoint()) {
                String key = open.id() + ":" + h.param() + ":point";
                PointDot dot = dots.get(key) instanceof PointDot d ? d : new PointDot(b.id(), open.id(), h.param());
                dot.set(behind, h.at());
                wanted.put(key, dot);
                continue;
            }
            String key = open.id() + ":" + h.param() + ":" + h.axis();
            Dot dot = dots.get(key) instanceof NumberDot d ? d : new NumberDot(b.id(), open.id());
            Vec3 tip = h.round() == null ? null : h.from().plus(h.round());
            Vec3 from = behind.point(h.from());
            ((NumberDot) dot)
                    .set(
                            h,
                            from,
                            behind.point(h.at()),
                            tip == null ? null : behind.point(tip).minus(from).unit());
            if (dot.isUsable()) wanted.put(key, dot);
        }
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

    /** The step that a handle belongs to, as it is now; null when it is gone. */
    private Step stepOf(String bodyId, long entryId) {
        Body b = session.document().body(bodyId);
        Entry e = b == null ? null : b.entry(entryId);
        return e == null ? null : e.step();
    }

    /** What goes into a step that works on parts of its body, or null. */
    private Mesh before(String bodyId, long entryId) {
        Body b = session.document().body(bodyId);
        int at = b == null ? -1 : b.indexOf(entryId);
        if (at < 1 || Pick.in(b.entries().get(at).step()).isEmpty()) return null;
        return session.before(b, entryId);
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
        final Line tick = new Line();
        final Label label = new Label();
        Vec3 from = Vec3.ZERO;
        Vec3 at = Vec3.ZERO;
        private Point2D press = Point2D.ZERO;
        private boolean held;

        Dot(String style) {
            getStyleClass().addAll("handle", style);
            line.getStyleClass().add("handle-line");
            line.setMouseTransparent(true);
            tick.getStyleClass().add("handle-tick");
            tick.setMouseTransparent(true);
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
                    e -> {
                        Point2D now = new Point2D(e.getSceneX(), e.getSceneY());
                        Snap snap = null;
                        if (session.snapping() != e.isShortcutDown()) {
                            Point2D in = HandleLayer.this.sceneToLocal(now);
                            snap = view.snap(in.getX(), in.getY(), moving(), instead());
                            view.markSnap(snap);
                        }
                        drag(now.subtract(press), e.isShiftDown(), snap);
                    },
                    _ -> {
                        held = false;
                        view.markSnap(null);
                        session.endMerge();
                        place();
                    });
            addEventHandler(MouseEvent.MOUSE_ENTERED, _ -> place());
            addEventHandler(MouseEvent.MOUSE_EXITED, _ -> place());
            focusedProperty().addListener((_, _, _) -> place());
            addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        }

        abstract String text();

        /** Where dragging comes to its end, or null. */
        Vec3 limit() {
            return null;
        }

        abstract void begin();

        /** The body that goes with the handle, and so is nothing to snap to. */
        abstract String moving();

        /** The mesh that this body had before, where only parts of it move and the others are places to go to; or null. */
        Mesh instead() {
            return null;
        }

        /**
         * @param moved how far the mouse has come since the press, in pixels
         * @param snap the place under the pointer to go to, or null
         */
        abstract void drag(Point2D moved, boolean fine, Snap snap);

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
            Vec3 limit = limit();
            tick.setVisible(limit != null);
            if (limit != null) {
                // Square to the line, where dragging comes to its end.
                Point2D l = onScreen(limit), d = p.subtract(q);
                double size = d.magnitude() > 0 ? 7 / d.magnitude() : 0;
                tick.setStartX(l.getX() - d.getY() * size);
                tick.setStartY(l.getY() + d.getX() * size);
                tick.setEndX(l.getX() + d.getY() * size);
                tick.setEndY(l.getY() - d.getX() * size);
            }
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
        private Vec3 pressPlace = Vec3.ZERO;
        private Vec3 pressWay = Vec3.ZERO;
        private Point2D pressPixels = Point2D.ZERO;
        /** The axis of a turn, or null, and how far the mouse has gone round it. */
        private Vec3 round;

        private Point2D pressAt = Point2D.ZERO;
        private double lastAngle;
        private double turned;

        NumberDot(String bodyId, long entryId) {
            super("handle-number");
            this.bodyId = bodyId;
            this.entryId = entryId;
            addEventHandler(ScrollEvent.SCROLL, this::wheel);
        }

        /** Where a step has segments, the wheel over one of its handles, held or not, makes more of them or fewer. */
        private void wheel(ScrollEvent e) {
            Step s = stepOf(bodyId, entryId);
            ParamDescriptor p = s == null ? null : StepDescriptor.of(s).param("segments");
            if (p == null || p.kind() != ParamDescriptor.Kind.COUNT || e.getDeltaY() == 0) return;
            int now = (Integer) StepDescriptor.of(s).value(s, p);
            int next = (int) Math.clamp(now + Math.signum(e.getDeltaY()), p.min(), p.max());
            e.consume();
            if (next == now) return;
            session.edit(
                    "Change segments",
                    "value:" + entryId + ":segments",
                    d -> Edits.setValue(d, bodyId, entryId, "segments", next));
        }

        void set(Handle h, Vec3 newFrom, Vec3 newAt, Vec3 newRound) {
            handle = h;
            round = newRound;
            from = newFrom;
            at = newAt;
            double before = h.at().minus(h.from()).length(),
                    now = at.minus(from).length();
            rate = now > 0 ? (h.round() == null ? h.rate() * before / now : h.rate()) : 0;
            double seen = onScreen(at).distance(onScreen(from));
            if (h.arm() && seen > 1 && seen < SHORTEST_ARM)
                at = from.plus(at.minus(from).times(SHORTEST_ARM / seen));
        }

        @Override
        Vec3 limit() {
            Step s = stepOf(bodyId, entryId);
            if (Double.isNaN(handle.most()) || Double.isInfinite(handle.most()) || s == null) return null;
            StepDescriptor d = StepDescriptor.of(s);
            double now = ((Number) d.value(s, d.param(handle.param()))).doubleValue();
            return at.plus(at.minus(from).unit().times((handle.most() - now) / rate));
        }

        /** How many pixels, and which way, the handle goes for a millimetre, at the start of a turn. */
        private Point2D pixels() {
            if (round != null)
                return onScreen(at.plus(round.cross(at.minus(from)).unit())).subtract(onScreen(at));
            return onScreen(at.plus(at.minus(from).unit())).subtract(onScreen(at));
        }

        @Override
        boolean isUsable() {
            // A turn seen from the side goes to and fro on a line.
            if (round != null && Math.abs(round.dot(camera.forward())) < FORESHORTENED) return false;
            return rate != 0 && pixels().magnitude() > FORESHORTENED * camera.scale(height);
        }

        private Step step() {
            return stepOf(bodyId, entryId);
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
            pressPlace = handle.arm() ? from : at;
            pressWay = at.minus(from).unit();
            pressPixels = pixels();
            pressAt = onScreen(at);
            lastAngle = screenAngle(onScreen(at));
            turned = 0;
        }

        /** Where a point on the screen lies round the centre, in degrees, the way the turn counts. */
        private double screenAngle(Point2D p) {
            Point2D d = p.subtract(onScreen(from));
            double a = Math.toDegrees(Math.atan2(-d.getY(), d.getX()));
            return round != null && round.dot(camera.forward()) > 0 ? -a : a;
        }

        @Override
        String moving() {
            return bodyId;
        }

        @Override
        Mesh instead() {
            return before(bodyId, entryId);
        }

        @Override
        void drag(Point2D moved, boolean fine, Snap snap) {
            if (snap != null && round == null) {
                // As far along the line as the place is.
                change(snap.at().minus(pressPlace).dot(pressWay), 0);
                return;
            }
            if (round != null) {
                double now = screenAngle(pressAt.add(moved));
                turned += Math.IEEEremainder(now - lastAngle, 360);
                lastAngle = now;
                change(turned, snap != null ? SNAP_DEGREES : fine ? 0.1 : 1);
                return;
            }
            double l2 = pressPixels.dotProduct(pressPixels);
            if (l2 > 0) change(moved.dotProduct(pressPixels) / l2, grain(fine) * Math.abs(rate));
        }

        @Override
        void nudge(double x, double y, boolean fine) {
            Point2D way = pressPixels.normalize();
            double along = x * way.getX() + y * way.getY();
            // An arrow across the line still goes the way that raises the number.
            if (Math.abs(along) < 1e-6) along = x - y;
            double step = round != null ? (fine ? 0.1 : 1) : grain(fine);
            change(Math.signum(along) * step, step * Math.abs(rate));
        }

        /** @param g to multiples of which the number is rounded; 0 takes it as it is */
        private void change(double mm, double g) {
            ParamDescriptor p = param();
            if (pressed == null) return;
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
        if (grain == 0) return value;
        // The second rounding takes away what the multiplication left in the last digits.
        return Math.rint(Math.rint(value / grain) * grain * 1e9) / 1e9;
    }

    /** A handle that is dragged across the picture, or put to a place. */
    private abstract class FreeDot extends Dot {
        private Vec3 moved = Vec3.ZERO;
        private Vec3 right = Vec3.ZERO;
        private Vec3 down = Vec3.ZERO;
        private Vec3 pressPlace = Vec3.ZERO;

        FreeDot(String style) {
            super(style);
        }

        @Override
        void begin() {
            moved = Vec3.ZERO;
            pressPlace = at;
            double depth = camera.project(at, width, height).z();
            double mm = (camera.perspective() ? depth / camera.distance() : 1) / camera.scale(height);
            right = camera.right().times(mm);
            down = camera.up().times(-mm);
        }

        @Override
        void drag(Point2D by, boolean fine, Snap snap) {
            if (snap != null) to(snap.at().minus(pressPlace), 0);
            else to(right.times(by.getX()).plus(down.times(by.getY())), grain(fine));
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
            move(step, whole);
        }

        /**
         * Moves it on in the picture.
         *
         * @param by since the last time, mm
         * @param all since the drag began, mm
         */
        abstract void move(Vec3 by, Vec3 all);
    }

    /** The handle of a point that is a value of the step: a pivot, a place to go to, a distance in all three axes. */
    private final class PointDot extends FreeDot {
        private final String bodyId;
        private final long entryId;
        private final String param;
        private Carried back;
        private Vec3 pressed;

        PointDot(String bodyId, long entryId, String param) {
            super("handle-point");
            this.bodyId = bodyId;
            this.entryId = entryId;
            this.param = param;
        }

        void set(Carried behind, Vec3 place) {
            back = behind.inverse();
            at = behind.point(place);
            from = at;
        }

        private Step step() {
            return stepOf(bodyId, entryId);
        }

        @Override
        String text() {
            Step s = step();
            if (s == null) return "";
            StepDescriptor d = StepDescriptor.of(s);
            return d.param(param).label() + " "
                    + d.param(param).show(d.value(s, d.param(param))).replace(" ", ", ") + " mm";
        }

        @Override
        String moving() {
            return bodyId;
        }

        @Override
        Mesh instead() {
            return before(bodyId, entryId);
        }

        @Override
        void begin() {
            super.begin();
            Step s = step();
            StepDescriptor d = s == null ? null : StepDescriptor.of(s);
            pressed = d == null ? null : (Vec3) d.value(s, d.param(param));
        }

        @Override
        void move(Vec3 by, Vec3 all) {
            Step s = step();
            if (s == null || pressed == null) return;
            // From where the drag began, so that rounding does not add up.
            Vec3 v = pressed.plus(back.vector(all));
            Vec3 next = new Vec3(rounded(v.x(), 1e-9), rounded(v.y(), 1e-9), rounded(v.z(), 1e-9));
            session.edit(
                    "Change " + StepDescriptor.of(s).param(param).label().toLowerCase(Locale.ROOT),
                    "value:" + entryId + ":" + param,
                    d -> Edits.setValue(d, bodyId, entryId, param, next));
        }
    }

    /** The handle of a body that the open step uses. */
    private final class PlaceDot extends FreeDot {
        private final String bodyId;
        private String name = "";

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
        String moving() {
            return bodyId;
        }

        @Override
        void move(Vec3 by, Vec3 all) {
            session.edit("Move " + name, "place:" + bodyId, d -> Edits.moveBodyBy(d, bodyId, by));
        }
    }
}
