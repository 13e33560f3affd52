package org.modeststack.app.view.handle;

import javafx.geometry.Point2D;
import org.modeststack.app.view.point.Snap;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.PlacingEdits;
import org.modeststack.steps.Numbers;

/** Makes the chosen bodies larger or smaller from their middle: as far as the pointer is from it, beside where it began. */
final class HoldScale extends HoldHandle {
    private static final double FINE = 0.01, USUAL = 0.05, LEAST = 0.01;

    private double factor = 1;

    HoldScale(HandleSpace space) {
        super(space, "handle-hold-scale");
        // Only arms have lines.
        line.setVisible(false);
    }

    @Override
    String text() {
        return "Scale" + (factor == 1 ? "" : " " + Numbers.show(factor) + "×");
    }

    @Override
    void begin() {
        super.begin();
        factor = 1;
    }

    @Override
    void drag(Point2D by, boolean fine, Snap snap) {
        Point2D middle = space.onScreen(pressMiddle());
        double before = pressAt().distance(middle), now = pressAt().add(by).distance(middle);
        if (before > 0) to(now / before, fine ? FINE : USUAL);
    }

    @Override
    void nudge(double x, double y, boolean fine) {
        to(1 + (x - y) * (fine ? FINE : USUAL), fine ? FINE : USUAL);
    }

    private void to(double wish, double grain) {
        double whole = Math.max(LEAST, HandleSpace.rounded(wish, grain));
        if (whole == factor) return;
        double by = whole / factor;
        factor = whole;
        Vec3 from = steadyMiddle();
        edit("Scale", (d, id) -> PlacingEdits.scaleBy(d, id, by, from));
    }
}
