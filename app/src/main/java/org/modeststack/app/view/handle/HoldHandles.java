package org.modeststack.app.view.handle;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.modeststack.app.state.PickState;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.state.ViewState;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.stack.Body;
import org.modeststack.steps.Axis;

/** The handles by which the chosen bodies are taken hold of: one in the middle, and on request those along and round the axes. */
final class HoldHandles {
    /** How far from the middle they stand, in pixels. */
    private static final double ARM = 92, TURN = 64, SCALE = 70;

    private final HandleSpace space;
    private final SelectionState selected;
    private final ResultState results;
    private final PickState picks;
    private final ViewState viewState;

    HoldHandles(HandleSpace space, SelectionState selected, ResultState results, PickState picks, ViewState viewState) {
        this.space = space;
        this.selected = selected;
        this.results = results;
        this.picks = picks;
        this.viewState = viewState;
    }

    /**
     * @param dots the handles there are
     * @param wanted receives those that are to be shown
     */
    void add(Map<String, HandleDot> dots, Map<String, HandleDot> wanted) {
        if (selected.openEntry() != null || picks.isOn() || selected.body() == null) return;
        Bounds all = Bounds.EMPTY;
        List<Body> bodies = new ArrayList<>();
        for (Body b : selected.chosen()) {
            Geometry g = results.shown(b);
            if (g == null || g.isEmpty() || !viewState.isSolid(b) && !viewState.isGhost(b)) continue;
            all = all.union(g.bounds());
            bodies.add(b);
        }
        if (bodies.isEmpty()) return;
        Vec3 middle = all.center();
        double depth =
                space.camera().project(middle, space.width(), space.height()).z();
        if (depth <= 0) return;
        double mm = (space.camera().perspective() ? depth / space.camera().distance() : 1)
                / space.camera().scale(space.height());
        put("hold", bodies, middle, middle, dots, wanted);
        if (!viewState.isHolding()) return;
        for (Axis a : Axis.values()) {
            put("hold:along:" + a, bodies, middle, middle.plus(a.direction().times(ARM * mm)), dots, wanted);
            // Between the two other axes.
            Vec3 u = Axis.values()[(a.ordinal() + 1) % 3].direction(),
                    v = Axis.values()[(a.ordinal() + 2) % 3].direction();
            put("hold:round:" + a, bodies, middle, middle.plus(u.plus(v).unit().times(TURN * mm)), dots, wanted);
        }
        Vec3 corner =
                space.camera().right().times(-1).minus(space.camera().up()).unit();
        put("hold:scale", bodies, middle, middle.plus(corner.times(SCALE * mm)), dots, wanted);
    }

    private void put(
            String key,
            List<Body> bodies,
            Vec3 middle,
            Vec3 place,
            Map<String, HandleDot> dots,
            Map<String, HandleDot> wanted) {
        HoldHandle dot = dots.get(key) instanceof HoldHandle known ? known : made(key);
        dot.set(bodies, middle, place);
        if (dot.isUsable()) wanted.put(key, dot);
    }

    private HoldHandle made(String key) {
        for (Axis a : Axis.values()) {
            if (key.equals("hold:along:" + a)) return new HoldAxis(space, a);
            if (key.equals("hold:round:" + a)) return new HoldTurn(space, a);
        }
        if (key.equals("hold:scale")) return new HoldScale(space);
        HoldPlace place = new HoldPlace(space);
        place.setOnMouseClicked(e -> {
            if (e.isStillSincePress()) viewState.setHolding(!viewState.isHolding());
        });
        return place;
    }
}
