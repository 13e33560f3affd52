package org.modeststack.app.command;

import java.util.ArrayList;
import java.util.List;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.ViewState;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.render.Camera;
import org.modeststack.stack.Body;

/** Where a new body goes: on the ground where one looks, beside what is there and not inside it. */
final class FreePlace {
    /** Free room that is left beside others, of the size of the new one; and how many places round about are tried. */
    private static final double ROOM = 0.1;

    private static final int TRIED = 200;

    /** What is looked at farther away than this many sizes of the new body is not what one looks at. */
    private static final double FAR = 50;

    private final DocumentState document;
    private final ResultState results;
    private final ViewState viewState;

    FreePlace(DocumentState document, ResultState results, ViewState viewState) {
        this.document = document;
        this.results = results;
        this.viewState = viewState;
    }

    /** How far a new body is to be moved, level, from where it comes to be; zero where that place is free and looked at. */
    Vec3 moveFor(Bounds made) {
        List<Bounds> others = new ArrayList<>();
        for (Body b : document.current().bodies()) {
            Geometry g = viewState.isSolid(b) ? results.shown(b) : null;
            if (g != null && !g.isEmpty()) others.add(g.bounds());
        }
        if (others.isEmpty() || made.isEmpty()) return Vec3.ZERO;
        double size = made.diagonal(), grain = Math.pow(10, Math.floor(Math.log10(size / 4)));
        Vec3 looked = looked(viewState.camera(), FAR * size).minus(made.center());
        Vec3 wish = new Vec3(Math.rint(looked.x() / grain) * grain, Math.rint(looked.y() / grain) * grain, 0);
        // Round about in growing rings, to the right of what one sees first.
        double yaw = Math.toRadians(viewState.camera().yaw());
        for (int i = 0; i < TRIED; i++) {
            double far = 0.5 * size * Math.sqrt(i), angle = yaw + i * GOLDEN;
            Vec3 by = new Vec3(
                    Math.rint((wish.x() + far * Math.cos(angle)) / grain) * grain,
                    Math.rint((wish.y() + far * Math.sin(angle)) / grain) * grain,
                    0);
            if (isFree(made, by, others, ROOM * size)) return by;
        }
        return wish;
    }

    /** The golden angle: rings of places that are spread evenly (H. Vogel, "A better way to construct the sunflower head", 1979). */
    private static final double GOLDEN = Math.PI * (3 - Math.sqrt(5));

    private static boolean isFree(Bounds made, Vec3 by, List<Bounds> others, double room) {
        Bounds at = new Bounds(
                        made.minX() + by.x(),
                        made.minY() + by.y(),
                        made.minZ(),
                        made.maxX() + by.x(),
                        made.maxY() + by.y(),
                        made.maxZ())
                .grown(room);
        return others.stream().noneMatch(at::meets);
    }

    /** The place on the ground in the middle of the picture; what is turned about where that is too far. */
    private static Vec3 looked(Camera c, double far) {
        double fall = c.forward().z();
        Vec3 target = c.target();
        if (Math.abs(fall) < 1e-6) return target;
        Vec3 ground = target.plus(c.forward().times(-target.z() / fall));
        return ground.minus(target).length() > far ? target : ground;
    }
}
