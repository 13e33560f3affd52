package org.modeststack.stack.evaluate;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.work.Work;
import org.modeststack.mesh.work.Workers;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.evaluate.EvaluationRequest.Target;

/**
 * In which order the bodies of a request are worked out: each after those that it uses, else as they are wanted, and side
 * by side where they do not need each other. A body that would be made from itself does not wait for the one through
 * which the circle goes; its step says so.
 */
final class BodySchedule {
    private static final long WAIT_MS = 20;

    /** Others than those of the steps: they may wait for each other here, which helpers of a step must never do. */
    private static volatile Workers helpers = Workers.named("bodies");

    private final Document document;
    /** After how many of its steps each body is wanted. */
    private final Map<String, Integer> steps = new HashMap<>();

    private final List<String> order = new ArrayList<>();
    private final Map<String, Set<String>> needs = new LinkedHashMap<>();

    private BodySchedule(Document document) {
        this.document = document;
    }

    /** Others in the stead of helpers that work does not let go. */
    static void renewHelpers() {
        helpers = Workers.named("bodies");
    }

    static BodySchedule of(EvaluationRequest request) {
        BodySchedule s = new BodySchedule(request.document());
        Set<String> begun = new HashSet<>();
        for (Target t : request.targets()) s.want(t);
        for (Target t : request.targets()) s.enter(t.bodyId(), begun);
        return s;
    }

    /** Counts the steps that are wanted; a body that another one uses is wanted whole. */
    private void want(Target target) {
        Deque<Target> open = new ArrayDeque<>(List.of(target));
        while (!open.isEmpty()) {
            Target t = open.pop();
            if (document.body(t.bodyId()) == null || steps.getOrDefault(t.bodyId(), 0) >= t.steps()) continue;
            steps.put(t.bodyId(), t.steps());
            for (String other : EvaluationRequest.usedBy(document, t)) open.push(Target.whole(other));
        }
    }

    private record Visit(String id, Iterator<String> needed) {}

    /** Enters a body behind all that it needs. */
    private void enter(String first, Set<String> begun) {
        if (!begun.add(first)) return;
        Deque<Visit> path = new ArrayDeque<>(List.of(begin(first)));
        while (!path.isEmpty()) {
            Visit v = path.peek();
            if (!v.needed.hasNext()) {
                order.add(path.pop().id);
                continue;
            }
            String other = v.needed.next();
            if (begun.add(other)) path.push(begin(other));
        }
    }

    private Visit begin(String id) {
        Set<String> needed = new LinkedHashSet<>();
        for (String other : EvaluationRequest.usedBy(document, new Target(id, steps(id))))
            if (document.body(other) != null && !document.isInOneCircle(id, other)) needed.add(other);
        needs.put(id, needed);
        return new Visit(id, needed.iterator());
    }

    /** The ids of all bodies that are worked out, each behind those that it needs. */
    List<String> order() {
        return order;
    }

    /** How many steps of a body are worked out. */
    int steps(String id) {
        return steps.getOrDefault(id, Target.ALL);
    }

    /** The bodies that one has to wait for. */
    Set<String> needs(String id) {
        return needs.getOrDefault(id, Set.of());
    }

    /** Carries something out for each body, once it is done for those that the body needs. */
    void run(Consumer<Body> work) {
        if (order.size() == 1) {
            work.accept(document.bodyOf(order.getFirst()));
            return;
        }
        Board board = new Board();
        helpers.run(order.size(), _ -> {
            String id = board.take();
            if (id == null) return;
            boolean done = false;
            try {
                work.accept(document.bodyOf(id));
                done = true;
            } finally {
                board.finish(id, done);
            }
        });
    }

    /** Which bodies can be begun. */
    private final class Board {
        private final Map<String, Integer> missing = new HashMap<>();
        private final Map<String, List<String>> users = new HashMap<>();
        private final List<String> waiting = new ArrayList<>(order);
        private boolean broken;

        Board() {
            for (String id : order) {
                missing.put(id, needs(id).size());
                for (String other : needs(id))
                    users.computeIfAbsent(other, _ -> new ArrayList<>()).add(id);
            }
        }

        /** The first body that can be begun, which may have to be waited for; null where one that it needs has failed. */
        synchronized @Nullable String take() {
            while (!broken) {
                Work.checkpoint();
                for (int i = 0; i < waiting.size(); i++)
                    if (missing.getOrDefault(waiting.get(i), 0) == 0) return waiting.remove(i);
                // Whatever is missing is being worked on by somebody who does not wait.
                try {
                    wait(WAIT_MS);
                } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                    broken = true;
                }
            }
            return null;
        }

        synchronized void finish(String id, boolean done) {
            if (!done) broken = true;
            for (String user : users.getOrDefault(id, List.of())) missing.merge(user, -1, Integer::sum);
            notifyAll();
        }
    }
}
