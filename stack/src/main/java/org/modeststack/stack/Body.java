package org.modeststack.stack;

import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Objects;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;

/**
 * A body: a stack of steps, the first of which is its source.
 *
 * @param id unique in its document
 * @param name not blank
 * @param visible whether it is drawn; a body that cuts others is drawn as a ghost
 * @param material the name of what its own faces are made of
 * @param set the name of the set that it is shown in together with others, or ""
 * @param entries at least one
 * @param marker how many steps the view shows, or {@link #END}
 * @param unknown fields of the file that this version does not know
 */
public record Body(
        String id,
        String name,
        boolean visible,
        String material,
        String set,
        List<Entry> entries,
        int marker,
        Map<String, JsonNode> unknown) {
    /** The marker line stands below the last step. */
    public static final int END = -1;

    public Body {
        Objects.requireNonNull(id);
        Objects.requireNonNull(material);
        Objects.requireNonNull(set);
        if (name.isBlank()) throw new IllegalArgumentException("A body needs a name.");
        entries = List.copyOf(entries);
        if (entries.isEmpty()) throw new IllegalArgumentException("A body needs a source.");
        if (marker < 1 || marker >= entries.size()) marker = END;
        unknown = Map.copyOf(unknown);
    }

    /** A body that is in no set. */
    public Body(
            String id,
            String name,
            boolean visible,
            String material,
            List<Entry> entries,
            int marker,
            Map<String, JsonNode> unknown) {
        this(id, name, visible, material, "", entries, marker, unknown);
    }

    /** How many steps the view shows. */
    public int shownSteps() {
        return marker == END ? entries.size() : marker;
    }

    /** The place of a step, or -1. */
    public int indexOf(long entryId) {
        for (int i = 0; i < entries.size(); i++) if (entries.get(i).id() == entryId) return i;
        return -1;
    }

    /**
     * The step of this id.
     *
     * @throws NoSuchElementException if it is not there
     */
    public Entry entryOf(long entryId) {
        Entry e = entry(entryId);
        if (e == null) throw new NoSuchElementException("no step " + entryId);
        return e;
    }

    /** The step of this id, or null. */
    public @Nullable Entry entry(long entryId) {
        int i = indexOf(entryId);
        return i < 0 ? null : entries.get(i);
    }

    public Body withEntries(List<Entry> e) {
        return new Body(id, name, visible, material, set, e, marker, unknown);
    }

    public Body withName(String n) {
        return new Body(id, n, visible, material, set, entries, marker, unknown);
    }

    public Body withVisible(boolean v) {
        return new Body(id, name, v, material, set, entries, marker, unknown);
    }

    public Body withMaterial(String m) {
        return new Body(id, name, visible, m, set, entries, marker, unknown);
    }

    public Body withSet(String name) {
        return new Body(id, this.name, visible, material, name, entries, marker, unknown);
    }

    public Body withMarker(int m) {
        return new Body(id, name, visible, material, set, entries, m, unknown);
    }

    /** With one step changed. */
    public Body with(long entryId, UnaryOperator<Entry> change) {
        return withEntries(entries.stream()
                .map(e -> e.id() == entryId ? change.apply(e) : e)
                .toList());
    }
}
