package org.modeststack.app.view.handle;

import javafx.geometry.Point2D;
import org.modeststack.app.view.point.Snap;
import org.modeststack.mesh.Vec3;

/** A handle that is dragged across the picture, or put to a place. */
abstract class FreeHandle extends HandleDot {
    private Vec3 moved = Vec3.ZERO;
    private Vec3 right = Vec3.ZERO;
    private Vec3 down = Vec3.ZERO;
    private Vec3 pressPlace = Vec3.ZERO;

    FreeHandle(HandleSpace space, String style) {
        super(space, style);
    }

    @Override
    void begin() {
        moved = Vec3.ZERO;
        pressPlace = at;
        double depth = space.camera().project(at, space.width(), space.height()).z();
        double mm = (space.camera().perspective() ? depth / space.camera().distance() : 1)
                / space.camera().scale(space.height());
        right = space.camera().right().times(mm);
        down = space.camera().up().times(-mm);
    }

    @Override
    void drag(Point2D by, boolean fine, Snap snap) {
        if (snap != null) to(snap.at().minus(pressPlace), 0);
        else to(right.times(by.getX()).plus(down.times(by.getY())), space.grain(fine));
    }

    @Override
    void nudge(double x, double y, boolean fine) {
        double g = space.grain(fine);
        to(right.unit().times(x * g).plus(down.unit().times(y * g)), g);
    }

    private void to(Vec3 wish, double g) {
        Vec3 whole = HandleSpace.rounded(wish, g);
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
