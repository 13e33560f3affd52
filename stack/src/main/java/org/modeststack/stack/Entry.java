package org.modeststack.stack;

import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Keys;
import org.modeststack.stack.hash.ContentHash;
import org.modeststack.steps.Purpose;
import org.modeststack.steps.Step;
import org.modeststack.steps.anchor.AnchorPoint;
import tools.jackson.databind.JsonNode;

/** A step in its place in a stack. An immutable value; the hash of what it does is worked out once. */
public final class Entry {
    private final long id;
    private final String name;
    private final boolean enabled;
    private final boolean held;
    private final boolean together;
    private final String note;
    private final String group;
    private final Step step;
    private final Map<String, AnchorPoint> anchors;
    private final Map<String, JsonNode> unknown;
    private volatile @Nullable String stepHash;

    /**
     * @param id unique in its document and never used again
     * @param name what the user calls it, or ""
     * @param enabled whether it is carried out
     * @param note the user's own words, or ""
     * @param group the name of the group it stands in together with its neighbours of the same group, or ""
     * @param unknown fields of the file that this version does not know, kept for the next save
     */
    public Entry(
            long id,
            String name,
            boolean enabled,
            String note,
            String group,
            Step step,
            Map<String, JsonNode> unknown) {
        this(id, name, enabled, false, false, note, group, step, Map.of(), unknown);
    }

    private Entry(
            long id,
            String name,
            boolean enabled,
            boolean held,
            boolean together,
            String note,
            String group,
            Step step,
            Map<String, AnchorPoint> anchors,
            Map<String, JsonNode> unknown) {
        this.id = id;
        this.name = Objects.requireNonNull(name);
        this.enabled = enabled;
        this.held = held;
        this.together = together;
        this.note = Objects.requireNonNull(note);
        this.group = Objects.requireNonNull(group);
        this.step = Objects.requireNonNull(step);
        this.anchors = Map.copyOf(anchors);
        this.unknown = Map.copyOf(unknown);
    }

    public Entry(long id, Step step) {
        this(id, "", true, "", "", step, Map.of());
    }

    public long id() {
        return id;
    }

    public String name() {
        return name;
    }

    public boolean enabled() {
        return enabled;
    }

    /** Whether the view waits with it until it is asked for, and shows what came of it before. */
    public boolean held() {
        return held;
    }

    /**
     * Whether copies that share a mesh become one mesh for this step, as it was for all steps before the ninth version of the
     * document file: what comes of it goes by other names than where each copy is worked on alike.
     */
    public boolean together() {
        return together;
    }

    public String note() {
        return note;
    }

    public String group() {
        return group;
    }

    public Step step() {
        return step;
    }

    /** What points and directions of the step follow, by the names of these parameters; their numbers are what that came to last. */
    public Map<String, AnchorPoint> anchors() {
        return anchors;
    }

    /** The bodies whose results the step needs: those that it uses, and those that its anchors are on. */
    public Set<String> bodies() {
        if (anchors.isEmpty()) return step.bodies();
        Set<String> all = new LinkedHashSet<>(step.bodies());
        for (AnchorPoint a : anchors.values()) if (!a.body().isEmpty()) all.add(a.body());
        return all;
    }

    /** Without anything of a body that is not wanted any more: what followed it keeps its numbers. */
    public Entry withoutBody(String body) {
        Map<String, AnchorPoint> left = new HashMap<>(anchors);
        left.values().removeIf(a -> a.body().equals(body));
        Entry e = left.size() == anchors.size() ? this : withAnchors(left);
        return step.bodies().contains(body) ? e.withStep(step.withoutBody(body)) : e;
    }

    public Entry withAnchors(Map<String, AnchorPoint> a) {
        return sameStep(new Entry(id, name, enabled, held, together, note, group, step, a, unknown));
    }

    public Map<String, JsonNode> unknown() {
        return unknown;
    }

    /** The root of the keys of what this step makes. */
    public long seed() {
        return Keys.ofStep(id);
    }

    /** The hash of the step, its values and its seed: all of its own that its result depends on. */
    public String stepHash() {
        String h = stepHash;
        if (h == null) stepHash = h = ContentHash.of(seed(), step) + (together ? " together" : "");
        return h;
    }

    public Entry withStep(Step s) {
        return new Entry(id, name, enabled, held, together, note, group, s, anchors, unknown);
    }

    /** With the step as it is carried out for a purpose. */
    public Entry forPurpose(Purpose purpose) {
        Step s = step.forPurpose(purpose);
        return s.equals(step) ? this : withStep(s);
    }

    public Entry withId(long i) {
        return new Entry(i, name, enabled, held, together, note, group, step, anchors, unknown);
    }

    public Entry withEnabled(boolean e) {
        return sameStep(new Entry(id, name, e, held, together, note, group, step, anchors, unknown));
    }

    public Entry withHeld(boolean h) {
        return sameStep(new Entry(id, name, enabled, h, together, note, group, step, anchors, unknown));
    }

    public Entry withTogether(boolean t) {
        return new Entry(id, name, enabled, held, t, note, group, step, anchors, unknown);
    }

    public Entry withName(String n) {
        return sameStep(new Entry(id, n, enabled, held, together, note, group, step, anchors, unknown));
    }

    public Entry withNote(String n) {
        return sameStep(new Entry(id, name, enabled, held, together, n, group, step, anchors, unknown));
    }

    public Entry withGroup(String g) {
        return sameStep(new Entry(id, name, enabled, held, together, note, g, step, anchors, unknown));
    }

    private Entry sameStep(Entry e) {
        e.stepHash = stepHash;
        return e;
    }

    @Override
    public boolean equals(Object o) {
        return this == o
                || o instanceof Entry e
                        && id == e.id
                        && enabled == e.enabled
                        && held == e.held
                        && together == e.together
                        && name.equals(e.name)
                        && note.equals(e.note)
                        && group.equals(e.group)
                        && step.equals(e.step)
                        && anchors.equals(e.anchors)
                        && unknown.equals(e.unknown);
    }

    @Override
    public int hashCode() {
        return Objects.hash(id, name, enabled, held, together, note, group, step, anchors, unknown);
    }

    @Override
    public String toString() {
        return "Entry[" + id + (enabled ? ", " : ", off, ") + (held ? "held, " : "") + step + "]";
    }
}
