package org.modeststack.app.view.handle;

import javafx.geometry.Point2D;
import org.modeststack.app.view.point.Snap;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.PlacingEdits;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Unit;

/** Turns the chosen bodies round an axis through their middle. */
final class HoldTurn extends HoldHandle {
    /** Turns go by whole steps of this, and with Ctrl by the larger ones, degrees. */
    private static final double FINE = 0.1, USUAL = 1, SNAP = 15;

    private final Axis axis;
    private double turned;
    private double swept;
    private double lastAngle;

    HoldTurn(HandleSpace space, Axis axis) {
        super(space, "handle-hold-turn");
        this.axis = axis;
        // Only arms have lines.
        line.setVisible(false);
    }

    @Override
    String text() {
        return "Round " + axis + (turned == 0 ? "" : " " + Unit.ANGLE.of(turned));
    }

    @Override
    boolean isUsable() {
        // Seen from the side it would go to and fro on a line.
        return Math.abs(axis.direction().dot(space.camera().forward())) > 0.15;
    }

    @Override
    void begin() {
        super.begin();
        turned = 0;
        swept = 0;
        lastAngle = angle(pressAt());
    }

    private double angle(Point2D p) {
        Point2D d = p.subtract(space.onScreen(pressMiddle()));
        double a = Math.toDegrees(Math.atan2(-d.getY(), d.getX()));
        return axis.direction().dot(space.camera().forward()) > 0 ? -a : a;
    }

    @Override
    void drag(Point2D by, boolean fine, Snap snap) {
        double now = angle(pressAt().add(by));
        swept += Math.IEEEremainder(now - lastAngle, 360);
        lastAngle = now;
        to(swept, snap != null ? SNAP : fine ? FINE : USUAL);
    }

    @Override
    void nudge(double x, double y, boolean fine) {
        to((x - y) * (fine ? FINE : USUAL), fine ? FINE : USUAL);
    }

    private void to(double wish, double grain) {
        double whole = HandleSpace.rounded(wish, grain), step = whole - turned;
        if (step == 0) return;
        turned = whole;
        Vec3 about = steadyMiddle();
        edit("Turn", (d, id) -> PlacingEdits.turnBy(d, id, axis, step, about));
    }
}
