package org.modeststack.stack.evaluate;

import java.util.Map;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.modeststack.stack.Entry;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.anchor.AnchorPoint;

/** What is said of an anchor whose place is gone, and which one it is said of. */
public final class LostAnchor {
    private LostAnchor() {}

    static Remark remark(ParamDescriptor p, AnchorPoint a, Function<String, String> nameOf) {
        String on = a.body().isEmpty() ? "" : " of " + nameOf.apply(a.body());
        return new Remark(
                Remark.Level.REMARK,
                "The place that “" + p.label() + "” followed (" + a.words() + on
                        + ") is not there any more; its last numbers stay.",
                null);
    }

    /** The parameter whose anchor a remark says to be lost; null where it says something else. */
    public static @Nullable ParamDescriptor of(Remark remark, Entry entry, Function<String, String> nameOf) {
        StepDescriptor d = StepDescriptor.of(entry.step());
        for (Map.Entry<String, AnchorPoint> a : entry.anchors().entrySet()) {
            ParamDescriptor p = d.param(a.getKey());
            if (p != null && remark(p, a.getValue(), nameOf).equals(remark)) return p;
        }
        return null;
    }
}
