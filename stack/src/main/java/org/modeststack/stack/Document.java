package org.modeststack.stack;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Materials;
import tools.jackson.databind.JsonNode;

/**
 * All that is saved in one file. An immutable value; see {@link Edits} for the ways to change it. Who uses whom is worked
 * out once, when it is first asked for.
 */
public final class Document {
    public static final Document EMPTY = new Document(List.of(), Materials.NONE, 1, Map.of());

    /** Where {@link #unknown} keeps, by their names, what is not known of materials. */
    public static final String UNKNOWN_OF_MATERIALS = "materials";

    /** So many names of a way are said. */
    private static final int MOST_NAMES = 8;

    private final List<Body> bodies;
    private final Materials materials;
    private final long nextId;
    private final Map<String, JsonNode> unknown;
    private volatile @Nullable Index index;
    private volatile @Nullable UseCircles circles;

    /** Bodies by what they are asked for. */
    private static final class Index {
        final Map<String, Body> byId = new HashMap<>();
        final Map<String, Body> byName = new HashMap<>();
        /** The bodies that the enabled steps of each use, in the order of those steps. */
        final Map<String, Set<String>> uses = new HashMap<>();

        /** Bodies as they are before one of their steps, which are asked for from several threads. */
        final Map<String, Body> before = new ConcurrentHashMap<>();

        final Map<String, List<Body>> users = new HashMap<>();
        final Set<String> tools = new HashSet<>();
        /** The tools of each body, in the order of its steps. */
        final Map<String, Set<String>> toolsOf = new HashMap<>();

        Index(List<Body> bodies) {
            for (Body b : bodies) {
                byId.putIfAbsent(b.id(), b);
                byName.putIfAbsent(b.name(), b);
                Set<String> used = new LinkedHashSet<>();
                for (Entry e : b.entries()) {
                    if (e.enabled()) used.addAll(e.bodies());
                    Set<String> ids = e.enabled() ? e.step().bodies() : Set.of();
                    if (ids.isEmpty() || !e.step().hasTools()) continue;
                    tools.addAll(ids);
                    toolsOf.computeIfAbsent(b.id(), _ -> new LinkedHashSet<>()).addAll(ids);
                }
                uses.put(b.id(), used);
                Set<String> whole = new LinkedHashSet<>();
                for (String id : used) whole.add(BodyBefore.bodyId(id));
                for (String id : whole)
                    users.computeIfAbsent(id, _ -> new ArrayList<>()).add(b);
            }
        }
    }

    /**
     * @param bodies in the order they are shown
     * @param materials how the materials look that its bodies and meshes name
     * @param nextId greater than every id in use
     * @param unknown fields of the file that this version does not know
     */
    public Document(List<Body> bodies, Materials materials, long nextId, Map<String, JsonNode> unknown) {
        this.bodies = List.copyOf(bodies);
        this.materials = materials;
        this.nextId = nextId;
        this.unknown = Map.copyOf(unknown);
    }

    public List<Body> bodies() {
        return bodies;
    }

    public Materials materials() {
        return materials;
    }

    public long nextId() {
        return nextId;
    }

    public Map<String, JsonNode> unknown() {
        return unknown;
    }

    private Index index() {
        Index i = index;
        if (i == null) index = i = new Index(bodies);
        return i;
    }

    /** The body of this id, or null; also one as it is before a step, {@link BodyBefore}. */
    public @Nullable Body body(@Nullable String id) {
        if (id == null) return null;
        Index i = index();
        Body whole = i.byId.get(id);
        if (whole != null) return whole;
        Body known = i.before.get(id);
        if (known != null) return known;
        Body before = BodyBefore.of(this, id);
        if (before != null) i.before.put(id, before);
        return before;
    }

    /**
     * The body of this id.
     *
     * @throws NoSuchElementException if it is not there
     */
    public Body bodyOf(String id) {
        Body b = body(id);
        if (b == null) throw new NoSuchElementException("no body " + id);
        return b;
    }

    /** The first body of this name, or null. */
    public @Nullable Body bodyNamed(String name) {
        return index().byName.get(name);
    }

    /** What a body is called; its id if it is not there. */
    public String nameOf(String id) {
        Body b = body(id);
        return b == null ? id : b.name();
    }

    public Document withBodies(List<Body> b) {
        return new Document(b, materials, nextId, unknown);
    }

    public Document withNextId(long n) {
        return new Document(bodies, materials, n, unknown);
    }

    public Document withMaterials(Materials m) {
        return new Document(bodies, m, nextId, unknown);
    }

    Document withUnknown(Map<String, JsonNode> u) {
        return new Document(bodies, materials, nextId, u);
    }

    /** With one body changed. */
    public Document with(String id, UnaryOperator<Body> change) {
        return withBodies(bodies.stream()
                .map(b -> b.id().equals(id) ? change.apply(b) : b)
                .toList());
    }

    /** The bodies that the steps of one use which are switched on. Some may not be there. */
    public Set<String> usedBy(String id) {
        Set<String> known = index().uses.get(id);
        if (known != null) return known;
        Body before = body(id);
        Set<String> used = new LinkedHashSet<>();
        if (before != null) for (Entry e : before.entries()) if (e.enabled()) used.addAll(e.bodies());
        return used;
    }

    /** The bodies whose steps use this one. */
    public List<Body> usersOf(String id) {
        return index().users.getOrDefault(id, List.of());
    }

    /** Whether a body is a tool of others, and so no solid of its own. */
    public boolean isTool(String id) {
        return index().tools.contains(id);
    }

    /** The bodies that are tools of one: those its steps cut with, add or repeat. In the order of its steps. */
    public List<Body> toolsOf(String id) {
        List<Body> out = new ArrayList<>();
        for (String tool : index().toolsOf.getOrDefault(id, Set.of())) {
            Body b = body(tool);
            if (b != null) out.add(b);
        }
        return out;
    }

    /**
     * Whether two bodies are each made from the other by steps that are switched on, over whatever others, or are the same.
     * All such circles are found at once, in linear time.
     */
    public boolean isInOneCircle(String a, String b) {
        if (a.equals(b)) return true;
        UseCircles c = circles;
        if (c == null) circles = c = new UseCircles(this);
        return c.areInOne(a, b);
    }

    /** Whether the result of one body depends on another, directly or through more, or is it; also by steps that are off. */
    public boolean dependsOn(String id, String on) {
        return !wayOfUse(id, on).isEmpty();
    }

    /** From a body over those it uses to another that its result depends on, both included; empty if it does not. */
    List<String> wayOfUse(String from, String to) {
        return wayOfUse(from, to, false);
    }

    /** The same by the steps that are switched on alone. */
    public List<String> wayOfEnabledUse(String from, String to) {
        return wayOfUse(from, to, true);
    }

    /** A way over bodies as it is said: by their names; of a long one the beginning and the end. */
    public String wayInWords(List<String> way) {
        List<String> names = new ArrayList<>();
        for (int i = 0; i < way.size(); i++) {
            boolean tooMany = way.size() > MOST_NAMES && i >= MOST_NAMES / 2 && i < way.size() - MOST_NAMES / 2;
            if (!tooMany) names.add(nameOf(way.get(i)));
            else if (i == MOST_NAMES / 2) names.add("… " + (way.size() - MOST_NAMES) + " more …");
        }
        return String.join(" → ", names);
    }

    /** The shortest of such ways; in time linear in the bodies. */
    private List<String> wayOfUse(String from, String to, boolean onlyEnabled) {
        Map<String, String> reachedFrom = new HashMap<>();
        reachedFrom.put(from, from);
        Deque<String> open = new ArrayDeque<>(List.of(from));
        while (!open.isEmpty()) {
            String id = open.remove();
            if (id.equals(to)) return wayTo(to, from, reachedFrom);
            for (String next : onlyEnabled ? usedBy(id) : namedBy(id))
                if (reachedFrom.putIfAbsent(next, id) == null) open.add(next);
        }
        return List.of();
    }

    /** The bodies that the steps of one name, whether they are switched on or off. */
    private Set<String> namedBy(String id) {
        Set<String> named = new LinkedHashSet<>();
        Body b = body(id);
        if (b != null) for (Entry e : b.entries()) named.addAll(e.bodies());
        return named;
    }

    private static List<String> wayTo(String to, String from, Map<String, String> reachedFrom) {
        List<String> way = new ArrayList<>(List.of(to));
        while (!way.getLast().equals(from)) way.add(Objects.requireNonNull(reachedFrom.get(way.getLast())));
        return way.reversed();
    }

    /** A name for a new body: this one, with a number behind it where it is taken. */
    public String freeName(String wish) {
        String name = wish;
        for (int i = 2; bodyNamed(name) != null; i++) name = wish + " " + i;
        return name;
    }

    @Override
    public boolean equals(Object o) {
        return this == o
                || o instanceof Document d
                        && nextId == d.nextId
                        && bodies.equals(d.bodies)
                        && materials.equals(d.materials)
                        && unknown.equals(d.unknown);
    }

    @Override
    public int hashCode() {
        return Objects.hash(bodies, materials, nextId, unknown);
    }

    @Override
    public String toString() {
        return "Document" + bodies.stream().map(Body::name).toList();
    }
}
