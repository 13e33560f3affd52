package org.modeststack.stack;

import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Keys;
import org.modeststack.stack.hash.ContentHash;
import org.modeststack.steps.Purpose;
import org.modeststack.steps.Step;
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
        this(id, name, enabled, false, false, note, group, step, unknown);
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
            Map<String, JsonNode> unknown) {
        this.id = id;
        this.name = Objects.requireNonNull(name);
        this.enabled = enabled;
        this.held = held;
        this.together = together;
        this.note = Objects.requireNonNull(note);
        this.group = Objects.requireNonNull(group);
        this.step = Objects.requireNonNull(step);
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

    public Map<String, JsonNode> unknown() {
        return unknown;
    }

    /** The root of the keys of what this step makes. */
    public long seed() {
        return Keys.of(0x57E9, id);
    }

    /** The hash of the step, its values and its seed: all of its own that its result depends on. */
    public String stepHash() {
        String h = stepHash;
        if (h == null) stepHash = h = ContentHash.of(seed(), step) + (together ? " together" : "");
        return h;
    }

    public Entry withStep(Step s) {
        return new Entry(id, name, enabled, held, together, note, group, s, unknown);
    }

    /** With the step as it is carried out for a purpose. */
    public Entry forPurpose(Purpose purpose) {
        Step s = step.forPurpose(purpose);
        return s.equals(step) ? this : withStep(s);
    }

    public Entry withId(long i) {
        return new Entry(i, name, enabled, held, together, note, group, step, unknown);
    }

    public Entry withEnabled(boolean e) {
        return sameStep(new Entry(id, name, e, held, together, note, group, step, unknown));
    }

    public Entry withHeld(boolean h) {
        return sameStep(new Entry(id, name, enabled, h, together, note, group, step, unknown));
    }

    public Entry withTogether(boolean t) {
        return new Entry(id, name, enabled, held, t, note, group, step, unknown);
    }

    public Entry withName(String n) {
        return sameStep(new Entry(id, n, enabled, held, together, note, group, step, unknown));
    }

    public Entry withNote(String n) {
        return sameStep(new Entry(id, name, enabled, held, together, n, group, step, unknown));
    }

    public Entry withGroup(String g) {
        return sameStep(new Entry(id, name, enabled, held, together, note, g, step, unknown));
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
                        && unknown.equals(e.unknown);
    }

    @Override
    public int hashCode() {
        return Objects.hash(id, name, enabled, held, together, note, group, step, unknown);
    }

    @Override
    public String toString() {
        return "Entry[" + id + (enabled ? ", " : ", off, ") + (held ? "held, " : "") + step + "]";
    }
}
