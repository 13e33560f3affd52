package org.modeststack.stack.evaluate;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Purpose;

/**
 * What is to be worked out.
 *
 * @param targets the most urgent first; what they need of other bodies comes with them
 * @param purpose what for
 */
public record EvaluationRequest(Document document, List<Target> targets, Purpose purpose) {
    /**
     * A body that is wanted.
     *
     * @param steps after how many of its steps, at least 1; {@link #ALL} for its result
     */
    public record Target(String bodyId, int steps) {
        public static final int ALL = Integer.MAX_VALUE;

        public Target {
            if (steps < 1) throw new IllegalArgumentException("There is nothing before the first step.");
        }

        /** After all its steps. */
        public static Target whole(String bodyId) {
            return new Target(bodyId, ALL);
        }

        /** As the view shows it, at the marker line. */
        public static Target shown(Body body) {
            return new Target(body.id(), body.marker() == Body.END ? ALL : body.marker());
        }
    }

    /** Bodies that are not there are left out, and of one that is named twice the greater part is wanted. */
    public EvaluationRequest {
        Map<String, Target> each = new LinkedHashMap<>();
        for (Target t : targets)
            if (document.body(t.bodyId()) != null) each.merge(t.bodyId(), t, (a, b) -> a.steps() >= b.steps() ? a : b);
        targets = List.copyOf(each.values());
    }

    /** All bodies, for the result. */
    public static EvaluationRequest of(Document document) {
        return whole(document, document.bodies().stream().map(Body::id).toList(), Purpose.RESULT);
    }

    /** One body, for the result. */
    public static EvaluationRequest of(Document document, String bodyId) {
        return whole(document, List.of(bodyId), Purpose.RESULT);
    }

    /** Bodies after all their steps. */
    static EvaluationRequest whole(Document document, Collection<String> ids, Purpose purpose) {
        return new EvaluationRequest(document, ids.stream().map(Target::whole).toList(), purpose);
    }

    /**
     * All bodies: first one that is being worked on and what is made of it, then all others that are seen, at last what is
     * hidden.
     *
     * @param urgent the id of the body that is worked on, or null
     */
    public static EvaluationRequest forWindow(Document document, @Nullable String urgent) {
        Set<String> order = seen(document, urgent);
        for (Body b : document.bodies()) order.add(b.id());
        return whole(document, new ArrayList<>(order), Purpose.VIEW);
    }

    /** What a picture shows: visible bodies that are no tools of others, each as it is at its marker line. */
    public static EvaluationRequest forPicture(Document document) {
        List<Target> targets = document.bodies().stream()
                .filter(b -> isSeen(document, b))
                .map(Target::shown)
                .toList();
        return new EvaluationRequest(document, targets, Purpose.VIEW);
    }

    /** The ids of the bodies that are seen, or worked on, or made of what is worked on, the most urgent first. */
    static Set<String> seen(Document document, @Nullable String urgent) {
        Set<String> order = new LinkedHashSet<>();
        if (urgent != null && document.body(urgent) != null) withUsers(document, urgent, order);
        for (Body b : document.bodies()) if (isSeen(document, b)) order.add(b.id());
        return order;
    }

    private static boolean isSeen(Document d, Body b) {
        return b.visible() && !d.isTool(b.id());
    }

    /** A body and all that is made of it, what is seen before what is not. */
    private static void withUsers(Document d, String first, Set<String> order) {
        Deque<String> open = new ArrayDeque<>(List.of(first));
        while (!open.isEmpty()) {
            String id = open.pop();
            if (!order.add(id)) continue;
            List<Body> users = new ArrayList<>(d.usersOf(id));
            users.sort(Comparator.comparing(user -> !isSeen(d, user)));
            for (Body user : users.reversed()) open.push(user.id());
        }
    }

    /** The ids of the bodies that steps of a body use that are switched on, as far as these are wanted. */
    static Set<String> usedBy(Document d, Target t) {
        Body body = d.bodyOf(t.bodyId());
        if (t.steps() >= body.entries().size()) return d.usedBy(body.id());
        Set<String> used = new HashSet<>();
        for (Entry e : body.entries().subList(0, t.steps())) if (e.enabled()) used.addAll(e.bodies());
        return used;
    }
}
