package org.modeststack.stack;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import tools.jackson.databind.JsonNode;

/**
 * All that is saved in one file. An immutable value; see {@link Edits} for the ways to change it.
 *
 * @param bodies in the order they are shown
 * @param nextId greater than every id in use
 * @param unknown fields of the file that this version does not know
 */
public record Document(List<Body> bodies, long nextId, Map<String, JsonNode> unknown) {
    public static final Document EMPTY = new Document(List.of(), 1, Map.of());

    public Document {
        bodies = List.copyOf(bodies);
        unknown = Map.copyOf(unknown);
    }

    /** The body of this id, or null. */
    public Body body(String id) {
        for (Body b : bodies) if (b.id().equals(id)) return b;
        return null;
    }

    /** The body of this name, or null. */
    public Body bodyNamed(String name) {
        for (Body b : bodies) if (b.name().equals(name)) return b;
        return null;
    }

    /** What a body is called; its id if it is not there. */
    public String nameOf(String id) {
        Body b = body(id);
        return b == null ? id : b.name();
    }

    public Document withBodies(List<Body> b) {
        return new Document(b, nextId, unknown);
    }

    public Document withNextId(long n) {
        return new Document(bodies, n, unknown);
    }

    /** With one body changed. */
    public Document with(String id, UnaryOperator<Body> change) {
        return withBodies(bodies.stream()
                .map(b -> b.id().equals(id) ? change.apply(b) : b)
                .toList());
    }

    /** The bodies whose steps use this one. */
    public List<Body> usersOf(String id) {
        List<Body> users = new ArrayList<>();
        for (Body b : bodies) {
            if (b.entries().stream()
                    .anyMatch(e -> e.enabled() && e.step().bodies().contains(id))) users.add(b);
        }
        return users;
    }

    /** Whether a body is a tool of others, and so no solid of its own. */
    public boolean isTool(String id) {
        return bodies.stream()
                .flatMap(b -> b.entries().stream())
                .anyMatch(e ->
                        e.enabled() && e.step().hasTools() && e.step().bodies().contains(id));
    }

    /** Whether the result of one body depends on another, directly or through more, or is it. */
    public boolean dependsOn(String id, String on) {
        return dependsOn(id, on, new ArrayList<>());
    }

    private boolean dependsOn(String id, String on, List<String> seen) {
        if (id.equals(on)) return true;
        if (seen.contains(id)) return false;
        seen.add(id);
        Body b = body(id);
        if (b == null) return false;
        for (Entry e : b.entries()) {
            for (String next : e.step().bodies()) if (dependsOn(next, on, seen)) return true;
        }
        return false;
    }

    /** From a body over those it uses to another that its result depends on, both included; empty if it does not. */
    List<String> wayOfUse(String from, String to) {
        return wayOfUse(from, to, new ArrayList<>());
    }

    private List<String> wayOfUse(String from, String to, List<String> seen) {
        if (from.equals(to)) return List.of(to);
        Body b = body(from);
        if (b == null || seen.contains(from)) return List.of();
        seen.add(from);
        for (Entry e : b.entries()) {
            for (String next : e.step().bodies()) {
                List<String> rest = wayOfUse(next, to, seen);
                if (rest.isEmpty()) continue;
                List<String> way = new ArrayList<>(List.of(from));
                way.addAll(rest);
                return way;
            }
        }
        return List.of();
    }

    /** A name for a new body: this one, with a number behind it where it is taken. */
    public String freeName(String wish) {
        String name = wish;
        for (int i = 2; bodyNamed(name) != null; i++) name = wish + " " + i;
        return name;
    }
}
