package org.modeststack.stack;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.modeststack.steps.anchor.AnchorPoint;

/**
 * A body as it is before one of its steps, under an id of its own: {@code b3@17} is what goes into step 17 of b3. A socket that stands
 * on a ball and is then cut out of it looks at the ball before that cut; so neither has to wait for the other. Where the step is gone,
 * it is the body as a whole.
 */
public final class BodyBefore {
    private static final char SIGN = '@';

    private BodyBefore() {}

    /** The id of a body before one of its steps. */
    public static String id(String bodyId, long entryId) {
        return bodyId + SIGN + entryId;
    }

    /** The id of the body itself. */
    public static String bodyId(String id) {
        int at = id.indexOf(SIGN);
        return at < 0 ? id : id.substring(0, at);
    }

    /** The step before which the body is looked at; -1 for the whole body. */
    public static long entryId(String id) {
        int at = id.indexOf(SIGN);
        if (at < 0) return -1;
        try {
            return Long.parseLong(id.substring(at + 1));
        } catch (NumberFormatException e) {
            return -1;
        }
    }

    /** The body that an id of this kind stands for; null where there is none. */
    static @Nullable Body of(Document d, String id) {
        Body whole = id.indexOf(SIGN) < 0 ? null : d.body(bodyId(id));
        if (whole == null) return null;
        int at = whole.indexOf(entryId(id));
        return new Body(
                id,
                whole.name(),
                false,
                whole.material(),
                at > 0 ? whole.entries().subList(0, at) : whole.entries(),
                Body.END,
                Map.of());
    }

    /**
     * The id under which the place of a step can follow a body.
     *
     * @param on the body
     * @param by the body whose step it is
     * @return the body itself; before the first of its steps that has the other as a tool; or null, where there is no such step
     */
    public static @Nullable String followable(Document d, String on, String by) {
        if (!d.dependsOn(on, by)) return on;
        if (on.equals(by)) return null;
        for (Entry e : d.bodyOf(on).entries()) {
            boolean tool = e.step().bodies().stream().anyMatch(other -> d.dependsOn(other, by));
            if (tool) return e.step().isSource() ? null : id(on, e.id());
            // What is put somewhere by the other has not been there before.
            if (e.bodies().stream().anyMatch(other -> d.dependsOn(other, by))) return null;
        }
        return null;
    }

    /** Whether a body can be a tool of another: it is not made of that, but may stand on it. */
    public static boolean mayBeTool(Document d, String tool, String of) {
        return !lookedAtBefore(d, of, Long.MAX_VALUE, 0, List.of(tool)).dependsOn(tool, of);
    }

    /**
     * A document in which bodies that a step of another is to use, and what these use, look at that one before this step.
     *
     * @param entryId of the step, which may have still to be put in
     * @param at where it stands, or will stand, among the steps of the body
     */
    static Document lookedAtBefore(Document d, String bodyId, long entryId, int at, Iterable<String> tools) {
        Set<String> users = new HashSet<>();
        Deque<String> open = new ArrayDeque<>();
        tools.forEach(open::add);
        while (!open.isEmpty()) {
            String id = open.remove();
            Body b = d.body(id);
            if (b == null || id.equals(bodyId) || !users.add(id)) continue;
            for (Entry e : b.entries()) open.addAll(e.bodies());
        }
        return d.withBodies(d.bodies().stream()
                .map(b -> users.contains(b.id()) ? looking(d, b, bodyId, at, id(bodyId, entryId)) : b)
                .toList());
    }

    private static Body looking(Document d, Body b, String bodyId, int at, String instead) {
        Body out = b;
        for (Entry e : b.entries()) {
            Map<String, AnchorPoint> now = new LinkedHashMap<>(e.anchors());
            now.replaceAll((_, a) -> seesStep(d, a.body(), bodyId, at, instead) ? a.withBody(instead) : a);
            if (!now.equals(e.anchors())) out = out.with(e.id(), x -> x.withAnchors(now));
        }
        return out;
    }

    /** Whether what is looked at is the body with a step that stands, or will stand, at a place among its steps. */
    private static boolean seesStep(Document d, String looked, String bodyId, int at, String before) {
        if (!bodyId(looked).equals(bodyId) || looked.equals(before)) return false;
        int seen = d.bodyOf(bodyId).indexOf(entryId(looked));
        return seen < 0 || seen >= at;
    }
}
