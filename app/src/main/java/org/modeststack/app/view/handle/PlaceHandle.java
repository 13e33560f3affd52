package org.modeststack.app.view.handle;

import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Body;
import org.modeststack.stack.PlacingEdits;

/** The handle of a body that the open step uses. */
final class PlaceHandle extends FreeHandle {
    private final String bodyId;
    private String name = "";

    PlaceHandle(HandleSpace space, String bodyId) {
        super(space, "handle-place");
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
        space.document().edit("Move " + name, "place:" + bodyId, d -> PlacingEdits.moveBy(d, bodyId, by));
    }
}
