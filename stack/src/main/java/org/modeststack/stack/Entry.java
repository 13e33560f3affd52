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
 * @param unknown fields of the file that this version does not know, kept for the next save
 */
public record Entry(long id, String name, boolean enabled, String note, Step step, Map<String, JsonNode> unknown) {
    public Entry {
        Objects.requireNonNull(name);
        Objects.requireNonNull(note);
        Objects.requireNonNull(step);
        unknown = Map.copyOf(unknown);
    }

    public Entry(long id, Step step) {
        this(id, "", true, "", step, Map.of());
    }

    /** The root of the keys of what this step makes. */
    public long seed() {
        return Keys.of(0x57E9, id);
    }

    public Entry withStep(Step s) {
        return new Entry(id, name, enabled, note, s, unknown);
    }

    public Entry withId(long i) {
        return new Entry(i, name, enabled, note, step, unknown);
    }

    public Entry withEnabled(boolean e) {
        return new Entry(id, name, e, note, step, unknown);
    }

    public Entry withName(String n) {
        return new Entry(id, n, enabled, note, step, unknown);
    }

    public Entry withNote(String n) {
        return new Entry(id, name, enabled, n, step, unknown);
    }
}
