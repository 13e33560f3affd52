package org.modeststack.stack.evaluate;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Part;
import org.modeststack.mesh.search.SurfacePoint;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Purpose;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.mirror.Mirror;
import org.modeststack.steps.repeat.CopyNumbers;

/** Which copies of a step that repeats some elements belong to. */
public final class PickedCopies {
    /** The parameter of such steps that says which copies are not made. */
    public static final String LEFT_OUT = "leftOut";

    /** What is so near to a surface, of the size of all, lies on it. */
    private static final double NEAR = 1e-9;

    private static final List<String> OTHERS = List.of("firstCopy", "lastCopy", "mixedWith");

    private PickedCopies() {}

    /** The last step of a body, as far as it is shown, whose copies can be left out; null where there is none. */
    public static @Nullable Entry lastRepeating(Body b) {
        return last(b, PickedCopies::canLeaveOut);
    }

    /** The last step of a kind that is carried out, as far as the body is shown; null where there is none. */
    static @Nullable Entry last(Body b, Predicate<Entry> kind) {
        for (int i = b.shownSteps() - 1; i > 0; i--) {
            Entry e = b.entries().get(i);
            if (e.enabled() && kind.test(e)) return e;
        }
        return null;
    }

    static boolean canLeaveOut(Entry e) {
        return StepDescriptor.of(e.step()).param(LEFT_OUT) != null;
    }

    /**
     * The copies that faces belong to: those whose keys the copies' faces have or, where an exact union has cut them, on whose
     * surface they lie. Takes as long as making the keys of all copies.
     *
     * @return the ways to them, see {@link CopyNumbers}: one number where the step has copied one part only
     */
    public static List<List<Integer>> of(
            Document d, String bodyId, long entryId, Set<Long> faceKeys, Evaluator evaluator) {
        Body body = d.bodyOf(bodyId);
        int at = body.indexOf(entryId);
        Document apart = d.with(bodyId, b -> b.with(entryId, e -> e.withStep(apart(e.step()))));
        List<StepResult> steps = upTo(apart, bodyId, at, evaluator);
        boolean one = steps.get(at - 1).geometry().parts().size() == 1;
        List<Part> parts = steps.get(at).geometry().parts();
        Set<List<Integer>> out = new LinkedHashSet<>();
        Set<Long> unknown = new HashSet<>(faceKeys);
        for (Part part : parts) {
            for (long key : part.mesh().faceKeys()) {
                long copied = part.key(key);
                if (!faceKeys.contains(copied)) continue;
                out.add(CopyNumbers.way(part, one));
                unknown.remove(copied);
            }
        }
        if (unknown.isEmpty()) return new ArrayList<>(out);
        Mesh joined = upTo(d, bodyId, at, evaluator).get(at).mesh();
        for (int f = 0; f < joined.faceCount(); f++)
            if (unknown.contains(joined.faceKeys()[f])) {
                int part = partAt(
                        parts,
                        FaceFrames.of(joined).middle(f),
                        NEAR * joined.bounds().diagonal());
                if (part >= 0) out.add(CopyNumbers.way(parts.get(part), one));
            }
        return new ArrayList<>(out);
    }

    /** The results of a body's steps up to one, as in files. */
    static List<StepResult> upTo(Document d, String bodyId, int step, Evaluator evaluator) {
        EvaluationRequest.Target wanted = new EvaluationRequest.Target(bodyId, step + 1);
        return Objects.requireNonNull(evaluator
                        .evaluate(new EvaluationRequest(d, List.of(wanted), Purpose.RESULT), Progress.NONE, _ -> {})
                        .get(bodyId))
                .steps();
    }

    /** The part on whose surface a place lies; -1 for none. */
    private static int partAt(List<Part> parts, Vec3 place, double near) {
        for (int i = 0; i < parts.size(); i++) {
            Part p = parts.get(i);
            SurfacePoint nearest =
                    SurfacePoint.nearest(p.mesh(), p.affine().inverse().point(place));
            if (nearest != null && p.affine().point(nearest.at()).minus(place).length() <= near) return i;
        }
        return -1;
    }

    /** A step that repeats or mirrors, such that all images there are of the one body are parts for themselves. */
    static Step apart(Step step) {
        StepDescriptor d = StepDescriptor.of(step);
        if (step instanceof Mirror m) return m.apart();
        Step s = d.with(step, LEFT_OUT, "");
        for (ParamDescriptor p : d.params()) {
            if (p.name().equals("weldWithin")) s = d.with(s, "weldWithin", 0.0);
            if (p.name().equals("united")) s = d.with(s, "united", false);
            if (OTHERS.contains(p.name())) s = d.with(s, p.name(), Bodies.NONE);
        }
        return s;
    }
}
