package org.modeststack.stack.evaluate;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;

/**
 * What is to be worked out.
 *
 * @param wanted the ids of bodies, the most urgent first; what they need of others comes with them
 */
public record EvaluationRequest(Document document, List<String> wanted) {
    public EvaluationRequest {
        wanted = wanted.stream()
                .filter(id -> document.body(id) != null)
                .distinct()
                .toList();
    }

    /** All bodies. */
    public static EvaluationRequest of(Document document) {
        return new EvaluationRequest(
                document, document.bodies().stream().map(Body::id).toList());
    }

    /** One body. */
    public static EvaluationRequest of(Document document, String bodyId) {
        return new EvaluationRequest(document, List.of(bodyId));
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
        return new EvaluationRequest(document, new ArrayList<>(order));
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

    private static void withUsers(Document d, String id, Set<String> order) {
        if (!order.add(id)) return;
        for (Body user : d.usersOf(id)) if (isSeen(d, user)) withUsers(d, user.id(), order);
        for (Body user : d.usersOf(id)) if (!isSeen(d, user)) withUsers(d, user.id(), order);
    }
}
