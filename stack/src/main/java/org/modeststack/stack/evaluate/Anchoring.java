package org.modeststack.stack.evaluate;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.stack.Entry;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Role;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.anchor.AnchorPoint;

/**
 * Puts the numbers into a step that its anchors come to now. Of an anchor that is lost the numbers stay that it came to last, and
 * the step says so.
 *
 * @param step with those numbers
 * @param values what each anchor came to, by the parameter's name; those lost are not among them
 * @param remarks what there is to say of them
 */
record Anchoring(Step step, Map<String, Vec3> values, List<Remark> remarks) {
    /**
     * @param in what goes into the step
     * @param of the result of another body; null where it is not there
     */
    static Anchoring of(
            Entry entry, Geometry in, Function<String, @Nullable Geometry> of, Function<String, String> nameOf) {
        Step step = entry.step();
        StepDescriptor d = StepDescriptor.of(step);
        Map<String, Vec3> values = new HashMap<>();
        List<Remark> remarks = new ArrayList<>();
        // In the order of the form, so that what is said has an order.
        for (ParamDescriptor p : d.params()) {
            AnchorPoint a = entry.anchors().get(p.name());
            if (a == null || p.type() != Vec3.class) continue;
            Geometry on = a.body().isEmpty() ? in : of.apply(a.body());
            AnchorPoint.Place place = on == null ? null : a.on(on);
            boolean direction = p.role() == Role.DIRECTION;
            if (place == null || direction && place.way().equals(Vec3.ZERO)) {
                remarks.add(LostAnchor.remark(p, a, nameOf));
                continue;
            }
            Vec3 v = direction ? place.way() : place.at();
            values.put(p.name(), v);
            step = d.with(step, p.name(), v);
            if (!place.found())
                remarks.add(new Remark(
                        Remark.Level.NOTE, "“" + p.label() + "” was found again by where its place was.", place.at()));
        }
        return new Anchoring(step, values, remarks);
    }
}
