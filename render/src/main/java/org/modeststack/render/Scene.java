package org.modeststack.render;

import java.util.List;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.select.Selection;

/**
 * What a picture shows.
 *
 * @param ground whether the grid on z = 0 and the shadow on it are drawn
 * @param picked what is shown as picked, or null
 * @param materials how the materials look that the items' faces are made of
 * @param palette all other colours
 */
public record Scene(
        List<Item> items, DisplayMode mode, boolean ground, Picked picked, Materials materials, Palette palette) {
    /**
     * One part of a body.
     *
     * @param placement where it is put; it may mirror, but not flatten
     * @param look how it is drawn
     */
    public record Item(RenderMesh mesh, Affine placement, Look look) {
        /** How an item is drawn. */
        public enum Look {
            SOLID,
            /** One looks through it. */
            GHOST,
            /** Pale, before and behind all solids: there to tell where they stand, and picked only beside them. */
            FAINT,
            /**
             * All its edges lie over the picture. It stands before the solid that is made from it, and is found in that one's
             * place.
             */
            CAGE
        }

        public Item(RenderMesh mesh, Affine placement, boolean ghost) {
            this(mesh, placement, ghost ? Look.GHOST : Look.SOLID);
        }

        /** A mesh where it is. */
        public Item(RenderMesh mesh, boolean ghost) {
            this(mesh, Affine.IDENTITY, ghost);
        }

        /** The parts of a result, each an item. */
        public static List<Item> of(Geometry geometry, boolean ghost) {
            Mesh known = geometry.known();
            if (known != null && geometry.parts().size() == 1) return List.of(new Item(RenderMesh.of(known), ghost));
            return geometry.parts().stream()
                    .map(p -> new Item(RenderMesh.of(p.mesh()), p.affine(), ghost))
                    .toList();
        }

        Bounds bounds() {
            return isPlaced() ? placement.bounds(mesh.bounds) : mesh.bounds;
        }

        boolean isPlaced() {
            return placement != Affine.IDENTITY;
        }
    }

    /**
     * Elements of one item that are shown as picked: faces tinted, edges as bold lines, vertices as dots.
     *
     * @param weights how strongly each is shown, or null where all are alike
     */
    public record Picked(int item, Selection selection, Tag weights) {
        public Picked(int item, Selection selection) {
            this(item, selection, null);
        }
    }

    public Scene(List<Item> items, DisplayMode mode, boolean ground, Materials materials) {
        this(items, mode, ground, null, materials);
    }

    /** On warm paper. */
    public Scene(List<Item> items, DisplayMode mode, boolean ground, Picked picked, Materials materials) {
        this(items, mode, ground, picked, materials, Palette.LIGHT);
    }

    public Scene {
        items = List.copyOf(items);
    }

    public Bounds bounds() {
        Bounds b = Bounds.EMPTY;
        for (Item i : items) if (!i.mesh().bounds.isEmpty()) b = b.union(i.bounds());
        return b;
    }
}
