package org.modeststack.stack.demo;

import java.util.List;
import java.util.Map;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.AnchorEdits;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.anchor.AnchorPoint;
import org.modeststack.steps.anchor.AnchorPoint.What;
import org.modeststack.steps.bevel.Bevel;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.place.Place;
import org.modeststack.steps.profile.Shape;

/** Puts a document together, body by body and step by step, as somebody at the window would. */
final class DemoBuilder {
    private static final Vec3 DOWN = new Vec3(0, 0, -1), UP = new Vec3(0, 0, 1);

    private Document document = Document.EMPTY;

    Document document() {
        return document;
    }

    /** Takes back what was done since. */
    void goBackTo(Document before) {
        document = before;
    }

    /** @return the id of the new body */
    String body(String name, Material material, Step source) {
        document = Edits.addBody(document, name, material, source);
        return document.bodies().getLast().id();
    }

    void step(String bodyId, Step step) {
        Body body = document.bodyOf(bodyId);
        document = Edits.addStep(document, bodyId, body.entries().size(), step);
    }

    /**
     * Stands a body with its own origin on the top of another, and goes on standing there.
     *
     * @param height where that top is now, mm
     * @param above how far above it
     */
    void standOn(String bodyId, String other, double height, double above) {
        place(
                bodyId,
                new Place(Vec3.ZERO, DOWN, new Vec3(0, 0, height), UP, true, 0, above),
                AnchorPoint.of(other, What.TOP));
    }

    /** Puts a body at an anchor, square to it. */
    void place(String bodyId, Place numbers, AnchorPoint there) {
        step(bodyId, numbers);
        anchor(bodyId, Map.of("at", there, "normal", there));
    }

    /** Lets points and directions of a body's last step follow. */
    void anchor(String bodyId, Map<String, AnchorPoint> anchors) {
        long last = document.bodyOf(bodyId).entries().getLast().id();
        try {
            document = AnchorEdits.set(document, bodyId, last, anchors);
        } catch (StepException e) {
            throw new IllegalStateException(document.nameOf(bodyId), e);
        }
    }

    static Step bevel(Pick where, double width, int segments, Shape shape) {
        StepDescriptor d = StepDescriptor.of(Bevel.class);
        Step s = d.with(d.with(d.createDefault(), "where", where), "width", width);
        return d.with(d.with(s, "segments", segments), "shape", shape);
    }

    /** The edges along which the body's last step cut. */
    Pick cut(String bodyId) {
        return Pick.of(ElementKind.EDGE, new Rule.Made(made(bodyId)));
    }

    /** What the body's last step lifted. */
    Pick caps(String bodyId) {
        return Pick.of(ElementKind.FACE, new Rule.Made(made(bodyId) + ":caps"));
    }

    private String made(String bodyId) {
        return StepContext.madeTag(document.bodyOf(bodyId).entries().getLast().seed());
    }

    /** Puts a body's last steps into a group. */
    void group(String bodyId, int steps, String name) {
        List<Entry> all = document.bodyOf(bodyId).entries();
        List<Long> last = all.subList(all.size() - steps, all.size()).stream()
                .map(Entry::id)
                .toList();
        document = Edits.setGroup(document, bodyId, last, name);
    }

    /** Bodies that belong together stand under one name. */
    void set(String name, List<String> bodyIds) {
        document = Edits.putInSet(document, bodyIds, name);
    }

    void hide(String bodyId) {
        document = Edits.setVisible(document, bodyId, false);
    }
}
