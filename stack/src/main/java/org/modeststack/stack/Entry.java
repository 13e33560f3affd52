package org.modeststack.stack;

import java.util.Map;
import java.util.Objects;
import org.modeststack.mesh.Keys;
import org.modeststack.steps.Step;
import tools.jackson.databind.JsonNode;

/**
 * A step in its place in a stack.
 *
 * @param id unique in its document and never used again
 * @param name what the user calls it, or ""
 * @param enabled whether it is carried out
 * @param note the user's own words, or ""
 * @param group the name of the group it stands in together with its neighbours of the same group, or ""
 * @param unknown fields of the file that this version does not know, kept for the next save
 */
public record Entry(
        long id, String name, boolean enabled, String note, String group, Step step, Map<String, JsonNode> unknown) {
    public Entry {
        Objects.requireNonNull(name);
        Objects.requireNonNull(note);
        Objects.requireNonNull(group);
        Objects.requireNonNull(step);
        unknown = Map.copyOf(unknown);
    }

    public Entry(long id, Step step) {
        this(id, "", true, "", "", step, Map.of());
    }

    /** The root of the keys of what this step makes. */
    public long seed() {
        return Keys.of(0x57E9, id);
    }

    public Entry withStep(Step s) {
        return new Entry(id, name, enabled, note, group, s, unknown);
    }

    public Entry withId(long i) {
        return new Entry(i, name, enabled, note, group, step, unknown);
    }

    public Entry withEnabled(boolean e) {
        return new Entry(id, name, e, note, group, step, unknown);
    }

    public Entry withName(String n) {
        return new Entry(id, n, enabled, note, group, step, unknown);
    }

    public Entry withNote(String n) {
        return new Entry(id, name, enabled, n, group, step, unknown);
    }

    public Entry withGroup(String g) {
        return new Entry(id, name, enabled, note, g, step, unknown);
    }
}
