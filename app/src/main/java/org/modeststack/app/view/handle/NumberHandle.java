package org.modeststack.app.view.handle;

import java.util.Locale;
import javafx.geometry.Point2D;
import javafx.scene.input.ScrollEvent;
import org.modeststack.app.view.point.Snap;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Edits;
import org.modeststack.steps.Handle;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;

/** The handle of one number. */
final class NumberHandle extends HandleDot {
    /** A handle that points at the eye, with fewer pixels a millimetre than this share, cannot be dragged sensibly. */
    private static final double FORESHORTENED = 0.12;

    /** Arms are at least so long, in pixels, that their handle can be told from what they stick out of. */
    private static final double SHORTEST_ARM = 44;

    /** Turns snap to multiples of this. */
    private static final double SNAP_DEGREES = 15;

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

    NumberHandle(HandleSpace space, String bodyId, long entryId) {
        super(space, "handle-number");
        this.bodyId = bodyId;
        this.entryId = entryId;
        addEventHandler(ScrollEvent.SCROLL, this::wheel);
    }

    /** Where a step has segments, the wheel over one of its handles, held or not, makes more of them or fewer. */
    private void wheel(ScrollEvent e) {
        Step s = space.stepOf(bodyId, entryId);
        ParamDescriptor p = s == null ? null : StepDescriptor.of(s).param("segments");
        if (p == null || p.type() != int.class || e.getDeltaY() == 0) return;
        int now = (Integer) StepDescriptor.of(s).value(s, p);
        int next = (int) Math.clamp(now + Math.signum(e.getDeltaY()), p.min(), p.max());
        e.consume();
        if (next == now) return;
        space.document()
                .edit(
                        "Change segments",
                        "value:" + entryId + ":segments",
                        d -> Edits.setValue(d, bodyId, entryId, "segments", next));
    }

    void set(Handle h, Vec3 newFrom, Vec3 newAt, Vec3 newRound) {
        handle = h;
        round = newRound;
        from = newFrom;
        at = newAt;
        double before = h.at().minus(h.from()).length(), now = at.minus(from).length();
        rate = now > 0 ? (h.round() == null ? h.rate() * before / now : h.rate()) : 0;
        double seen = space.onScreen(at).distance(space.onScreen(from));
        if (h.arm() && seen > 1 && seen < SHORTEST_ARM)
            at = from.plus(at.minus(from).times(SHORTEST_ARM / seen));
    }

    @Override
    Vec3 limit() {
        Step s = space.stepOf(bodyId, entryId);
        if (Double.isNaN(handle.most()) || Double.isInfinite(handle.most()) || s == null) return null;
        StepDescriptor d = StepDescriptor.of(s);
        double now = ((Number) d.value(s, d.param(handle.param()))).doubleValue();
        return at.plus(at.minus(from).unit().times((handle.most() - now) / rate));
    }

    /** How many pixels, and which way, the handle goes for a millimetre, at the start of a turn. */
    private Point2D pixels() {
        if (round != null)
            return space.onScreen(at.plus(round.cross(at.minus(from)).unit())).subtract(space.onScreen(at));
        return space.onScreen(at.plus(at.minus(from).unit())).subtract(space.onScreen(at));
    }

    @Override
    boolean isUsable() {
        // A turn seen from the side goes to and fro on a line.
        if (round != null && Math.abs(round.dot(space.camera().forward())) < FORESHORTENED) return false;
        return rate != 0
                && pixels().magnitude() > FORESHORTENED * space.camera().scale(space.height());
    }

    private Step step() {
        return space.stepOf(bodyId, entryId);
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
        return param().label() + " " + param().unit().of(d);
    }

    @Override
    void begin() {
        Step s = step();
        pressed = s == null ? null : StepDescriptor.of(s).value(s, param());
        pressAlong = handle.along();
        pressPlace = handle.arm() ? from : at;
        pressWay = at.minus(from).unit();
        pressPixels = pixels();
        pressAt = space.onScreen(at);
        lastAngle = screenAngle(space.onScreen(at));
        turned = 0;
    }

    /** Where a point on the screen lies round the centre, in degrees, the way the turn counts. */
    private double screenAngle(Point2D p) {
        Point2D d = p.subtract(space.onScreen(from));
        double a = Math.toDegrees(Math.atan2(-d.getY(), d.getX()));
        return round != null && round.dot(space.camera().forward()) > 0 ? -a : a;
    }

    @Override
    String moving() {
        return bodyId;
    }

    @Override
    Mesh instead() {
        return space.before(bodyId, entryId);
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
        if (l2 > 0) change(moved.dotProduct(pressPixels) / l2, space.grain(fine) * Math.abs(rate));
    }

    @Override
    void nudge(double x, double y, boolean fine) {
        Point2D way = pressPixels.normalize();
        double along = x * way.getX() + y * way.getY();
        // An arrow across the line still goes the way that raises the number.
        if (Math.abs(along) < 1e-6) along = x - y;
        double step = round != null ? (fine ? 0.1 : 1) : space.grain(fine);
        change(Math.signum(along) * step, step * Math.abs(rate));
    }

    /** @param g to multiples of which the number is rounded; 0 takes it as it is */
    private void change(double mm, double g) {
        ParamDescriptor p = param();
        if (pressed == null) return;
        Object next;
        if (pressed instanceof Vec3 v && handle.axis() == Handle.WHOLE) {
            double length = Math.max(g, HandleSpace.rounded(v.length() + mm * rate, g));
            next = pressAlong.times(length);
        } else if (pressed instanceof Vec3 v) {
            next = v.with(handle.axis(), p.clamp(HandleSpace.rounded(v.get(handle.axis()) + mm * rate, g)));
        } else {
            next = p.clamp(HandleSpace.rounded(((Number) pressed).doubleValue() + mm * rate, g));
        }
        space.document()
                .edit(
                        "Change " + p.label().toLowerCase(Locale.ROOT),
                        "value:" + entryId + ":" + p.name(),
                        d -> Edits.setValue(d, bodyId, entryId, p.name(), next));
    }
}
