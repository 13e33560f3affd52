package org.modeststack.stack;

import it.unimi.dsi.fastutil.objects.Object2IntMap;
import it.unimi.dsi.fastutil.objects.Object2IntOpenHashMap;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Iterator;

/**
 * Which bodies of a document are made from each other: the strongly connected components of their use by steps that are
 * switched on, by one walk in depth (Tarjan, "Depth-First Search and Linear Graph Algorithms", SIAM J. Comput. 1, 1972),
 * without recursion, since chains of bodies can be long.
 */
final class UseCircles {
    private final Document document;
    /** The number of the circle of each body that was met; a body that is in none has one of its own. */
    private final Object2IntMap<String> circle = new Object2IntOpenHashMap<>();

    private final Object2IntMap<String> met = new Object2IntOpenHashMap<>();
    private final Object2IntMap<String> low = new Object2IntOpenHashMap<>();
    private final Deque<String> pending = new ArrayDeque<>();
    private int circles;

    UseCircles(Document document) {
        this.document = document;
    }

    synchronized boolean areInOne(String a, String b) {
        return circle(a) == circle(b);
    }

    private int circle(String id) {
        // Bodies as they are before a step are met only when they are asked for.
        if (!circle.containsKey(id)) walk(id);
        return circle.getInt(id);
    }

    private record Visit(String id, Iterator<String> uses) {}

    private void walk(String root) {
        Deque<Visit> path = new ArrayDeque<>();
        path.push(enter(root));
        while (!path.isEmpty()) {
            Visit v = path.peek();
            if (v.uses.hasNext()) {
                String next = v.uses.next();
                if (!met.containsKey(next)) path.push(enter(next));
                else if (!circle.containsKey(next)) lower(v.id, met.getInt(next));
                continue;
            }
            path.pop();
            if (!path.isEmpty()) lower(path.peek().id, low.getInt(v.id));
            if (low.getInt(v.id) == met.getInt(v.id)) close(v.id);
        }
    }

    private Visit enter(String id) {
        met.put(id, met.size());
        low.put(id, met.getInt(id));
        pending.push(id);
        return new Visit(id, document.usedBy(id).iterator());
    }

    private void lower(String id, int to) {
        low.put(id, Math.min(low.getInt(id), to));
    }

    private void close(String first) {
        String id;
        do {
            id = pending.pop();
            circle.put(id, circles);
        } while (!id.equals(first));
        circles++;
    }
}
