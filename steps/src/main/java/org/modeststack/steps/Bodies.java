package org.modeststack.steps;

import java.util.List;

/**
 * The bodies a step works with, in order.
 *
 * @param ids of bodies of the same document
 */
public record Bodies(List<String> ids) {
    public static final Bodies NONE = new Bodies(List.of());

    public Bodies {
        ids = List.copyOf(ids);
    }

    public static Bodies of(String... ids) {
        return new Bodies(List.of(ids));
    }
}
