package org.modeststack.app.view.handle;

import java.util.List;
import javafx.geometry.Point2D;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.steps.StepException;

/** A handle of bodies as wholes: what is done by it becomes a step of each of them. */
abstract class HoldHandle extends HandleDot {
    private List<Body> bodies = List.of();
    private Vec3 middle = Vec3.ZERO;
    private Vec3 pressMiddle = Vec3.ZERO;
    private Vec3 pressPlace = Vec3.ZERO;
    private Point2D pressAt = Point2D.ZERO;

    HoldHandle(HandleSpace space, String style) {
        super(space, style);
    }

    /** Does something to one body. */
    interface OfBody {
        Document apply(Document d, String id) throws StepException;
    }

    /**
     * @param newMiddle of all of them together
     * @param place of the handle
     */
    void set(List<Body> newBodies, Vec3 newMiddle, Vec3 place) {
        bodies = newBodies;
        middle = newMiddle;
        from = newMiddle;
        at = place;
    }

    String names() {
        return bodies.size() == 1 ? bodies.getFirst().name() : bodies.size() + " bodies";
    }

    @Override
    void begin() {
        pressMiddle = middle;
        pressPlace = at;
        pressAt = space.onScreen(at);
    }

    /** The same as a number that reads well in a step, which stays the same for all of the drag. */
    final Vec3 steadyMiddle() {
        return HandleSpace.rounded(pressMiddle, 1e-6);
    }

    /** The middle of the bodies when the drag began. */
    final Vec3 pressMiddle() {
        return pressMiddle;
    }

    final Vec3 pressPlace() {
        return pressPlace;
    }

    final Point2D pressAt() {
        return pressAt;
    }

    @Override
    String moving() {
        return bodies.isEmpty() ? "" : bodies.getFirst().id();
    }

    void edit(String verb, OfBody what) {
        List<String> ids = bodies.stream().map(Body::id).toList();
        space.document().edit(verb + " " + names(), "hold:" + verb + ids, d -> {
            Document out = d;
            for (String id : ids) out = what.apply(out, id);
            return out;
        });
    }
}
