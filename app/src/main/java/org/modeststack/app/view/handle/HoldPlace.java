package org.modeststack.app.view.handle;

import javafx.geometry.Point2D;
import org.modeststack.app.view.point.Snap;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.search.Ray;
import org.modeststack.stack.PlacingEdits;

/** Takes hold of the chosen bodies in their middle: they are dragged level, as on a table, or to what the pointer snaps to. */
final class HoldPlace extends HoldHandle {
    /** From lower than this, degrees, what is level is seen too flatly to be dragged along; it goes across the picture then. */
    private static final double LOW = 12;

    private Vec3 moved = Vec3.ZERO;

    HoldPlace(HandleSpace space) {
        super(space, "handle-hold");
    }

    @Override
    String text() {
        return names() + ": drag to move, click for more ways";
    }

    @Override
    void begin() {
        super.begin();
        moved = Vec3.ZERO;
    }

    @Override
    void drag(Point2D by, boolean fine, Snap snap) {
        if (snap != null) to(snap.at().minus(pressPlace()), 0);
        else to(level(by), space.grain(fine));
    }

    private Vec3 level(Point2D by) {
        Point2D to = pressAt().add(by);
        Vec3 normal = Math.abs(space.camera().pitch()) < LOW ? space.camera().forward() : new Vec3(0, 0, 1);
        Ray ray = space.camera().ray(to.getX(), to.getY(), space.width(), space.height());
        Vec3 meets = ray.meets(pressPlace(), normal);
        // Above the horizon nothing level is met.
        if (meets == null
                || meets.minus(pressPlace()).length() > 1e3 * space.camera().distance()) return moved;
        return meets.minus(pressPlace());
    }

    @Override
    void nudge(double x, double y, boolean fine) {
        double g = space.grain(fine);
        Vec3 way = x != 0 ? nearestAxis(space.camera().right()).times(x) : up().times(-y);
        to(way.times(g), g);
    }

    /** What goes up in the picture: Z seen from the side, else the level axis that leads away. */
    private Vec3 up() {
        double pitch = space.camera().pitch();
        return Math.abs(pitch) < 30
                ? new Vec3(0, 0, 1)
                : nearestAxis(level(space.camera().forward()));
    }

    private static Vec3 level(Vec3 v) {
        return new Vec3(v.x(), v.y(), 0);
    }

    private static Vec3 nearestAxis(Vec3 v) {
        return Math.abs(v.x()) >= Math.abs(v.y())
                ? new Vec3(Math.signum(v.x()), 0, 0)
                : new Vec3(0, Math.signum(v.y()), 0);
    }

    private void to(Vec3 wish, double g) {
        Vec3 whole = HandleSpace.rounded(wish, g);
        Vec3 step = whole.minus(moved);
        if (step.equals(Vec3.ZERO)) return;
        moved = whole;
        edit("Move", (d, id) -> PlacingEdits.moveBy(d, id, step));
    }
}
