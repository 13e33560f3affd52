package org.modeststack.stack;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.StepException;
import org.modeststack.steps.anchor.AnchorPoint;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.place.Place;

/** Bodies that stand on others by their last place. */
public final class StandingBodies {
    private static final String AT = "at";

    private StandingBodies() {}

    /** The step that puts a body onto another and follows it there, the last of several; null where none does. */
    public static @Nullable Entry placing(Body b) {
        for (Entry e : b.entries().reversed())
            if (e.enabled() && e.step() instanceof Place && !on(e).isEmpty()) return e;
        return null;
    }

    /** The id of the body that one stands on; null where it stands on none. */
    public static @Nullable String ground(Body b) {
        Entry e = placing(b);
        return e == null ? null : BodyBefore.bodyId(on(e));
    }

    private static String on(Entry e) {
        AnchorPoint a = e.anchors().get(AT);
        return a == null ? "" : a.body();
    }

    /** A second body with the same steps; of one that stands on another and is cut out of it, one that is cut out as well. */
    public static Document duplicated(Document d, String id) throws StepException {
        Document out = Edits.duplicateBody(d, id);
        String ground = ground(d.bodyOf(id));
        if (ground == null || d.body(ground) == null) return out;
        String copy = Edits.duplicateOf(out, id).id();
        for (Entry e : d.bodyOf(ground).entries()) {
            if (!(e.step() instanceof BooleanStep b) || !b.bodies().contains(id)) continue;
            List<String> tools = new ArrayList<>(b.with().ids());
            tools.add(copy);
            out = Edits.setValue(out, ground, e.id(), "with", new Bodies(tools));
        }
        return out;
    }

    /**
     * Cuts bodies out of what each of them stands on: one step for each such body.
     *
     * @throws StepException if one stands on nothing, or on what is made of it
     */
    public static Document cutOut(Document d, List<String> ids) throws StepException {
        Map<String, List<String>> byGround = new LinkedHashMap<>();
        for (String id : ids) {
            String ground = ground(d.bodyOf(id));
            if (ground == null || d.body(ground) == null)
                throw new StepException(d.nameOf(id) + " stands on no other body; put it onto one by the step Place.");
            byGround.computeIfAbsent(ground, g -> new ArrayList<>(List.of(g))).add(id);
        }
        Document out = d;
        for (List<String> all : byGround.values())
            out = Edits.combine(out, all, (Bodies tools) -> new BooleanStep(Operation.DIFFERENCE, tools));
        return out;
    }
}
