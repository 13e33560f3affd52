package org.modeststack.app.view.handle;

import javafx.geometry.Point2D;
import org.modeststack.app.view.point.Snap;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.PlacingEdits;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Unit;

/** Moves the chosen bodies along one axis. */
final class HoldAxis extends HoldHandle {
    private final Axis axis;
    private double moved;

    HoldAxis(HandleSpace space, Axis axis) {
        super(space, "handle-hold-axis");
        this.axis = axis;
    }

    @Override
    String text() {
        return "Along " + axis + (moved == 0 ? "" : " " + Unit.LENGTH.of(moved));
    }

    /** Pixels for a millimetre along the axis. */
    private Point2D pixels() {
        return space.onScreen(pressPlace().plus(axis.direction())).subtract(space.onScreen(pressPlace()));
    }

    @Override
    boolean isUsable() {
        return space.onScreen(at).distance(space.onScreen(from)) > 12;
    }

    @Override
    void begin() {
        super.begin();
        moved = 0;
    }

    @Override
    void drag(Point2D by, boolean fine, Snap snap) {
        if (snap != null) {
            to(snap.at().minus(pressMiddle()).dot(axis.direction()), 0);
            return;
        }
        Point2D p = pixels();
        double l2 = p.dotProduct(p);
        if (l2 > 0) to(by.dotProduct(p) / l2, space.grain(fine));
    }

    @Override
    void nudge(double x, double y, boolean fine) {
        Point2D p = pixels();
        double along = x * p.getX() + y * p.getY();
        to(Math.signum(along == 0 ? x - y : along) * space.grain(fine), space.grain(fine));
    }

    private void to(double wish, double g) {
        double whole = HandleSpace.rounded(wish, g), step = whole - moved;
        if (step == 0) return;
        moved = whole;
        Vec3 by = axis.direction().times(step);
        edit("Move", (d, id) -> PlacingEdits.moveBy(d, id, by));
    }
}
