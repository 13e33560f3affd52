package org.modeststack.render;

import java.util.List;
import org.modeststack.mesh.Bounds;

/**
 * What a picture shows.
 *
 * @param ground whether the grid on z = 0 and the shadow on it are drawn
 */
public record Scene(List<Item> items, DisplayMode mode, boolean ground) {
    /** One body: solid, or a ghost that one looks through. */
    public record Item(RenderMesh mesh, boolean ghost) {}

    public Scene {
        items = List.copyOf(items);
    }

    public Bounds bounds() {
        Bounds b = Bounds.EMPTY;
        for (Item i : items) if (!i.mesh().bounds.isEmpty()) b = b.union(i.mesh().bounds);
        return b;
    }
}
