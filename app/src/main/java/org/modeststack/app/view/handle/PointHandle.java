package org.modeststack.app.view.handle;

import java.util.Locale;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;
import org.modeststack.stack.AnchorEdits;
import org.modeststack.stack.Edits;
import org.modeststack.stack.WholePlacement;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.anchor.AnchorPoint;

/** The handle of a point that is a value of the step: a pivot, a place to go to, a distance in all three axes. */
final class PointHandle extends FreeHandle {
    private final String bodyId;
    private final long entryId;
    private final String param;
    private Affine back;
    private Vec3 pressed;
    /** What was added to the place that the point follows; null where it follows none. */
    private Vec3 pressedOffset;

    PointHandle(HandleSpace space, String bodyId, long entryId, String param) {
        super(space, "handle-point");
        this.bodyId = bodyId;
        this.entryId = entryId;
        this.param = param;
    }

    void set(Affine behind, Vec3 place) {
        back = WholePlacement.back(behind);
        at = behind.point(place);
        from = at;
    }

    private Step step() {
        return space.stepOf(bodyId, entryId);
    }

    @Override
    String text() {
        Step s = step();
        if (s == null) return "";
        StepDescriptor d = StepDescriptor.of(s);
        Vec3 v = (Vec3) d.value(s, d.param(param));
        return d.param(param).label() + " " + Numbers.brief(v.x()) + ", " + Numbers.brief(v.y()) + ", "
                + Numbers.brief(v.z()) + " mm";
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
    void begin() {
        super.begin();
        Step s = step();
        StepDescriptor d = s == null ? null : StepDescriptor.of(s);
        AnchorPoint a = space.anchorOf(bodyId, entryId, param);
        pressedOffset = a == null ? null : a.offset();
        pressed = d == null ? null : (Vec3) d.value(s, d.param(param));
    }

    @Override
    void move(Vec3 by, Vec3 all) {
        Step s = step();
        if (s == null || pressed == null) return;
        if (pressedOffset != null) {
            Vec3 offset = pressedOffset.plus(back.direction(all));
            space.document()
                    .edit(
                            "Change "
                                    + StepDescriptor.of(s).param(param).label().toLowerCase(Locale.ROOT),
                            "value:" + entryId + ":" + param,
                            d -> AnchorEdits.setOffset(d, bodyId, entryId, param, offset));
            return;
        }
        // From where the drag began, so that rounding does not add up.
        Vec3 v = pressed.plus(back.direction(all));
        Vec3 next = HandleSpace.rounded(v, 1e-9);
        space.document()
                .edit(
                        "Change " + StepDescriptor.of(s).param(param).label().toLowerCase(Locale.ROOT),
                        "value:" + entryId + ":" + param,
                        d -> Edits.setValue(d, bodyId, entryId, param, next));
    }
}
