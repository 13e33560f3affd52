package org.modeststack.steps.pick;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.function.IntConsumer;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.search.PointGrid;
import org.modeststack.mesh.select.Selection;

/** The middles of a mesh's elements in a grid of cubes, for finding which lie near a place. Kept with the mesh. */
final class PlaceIndex {
    /** All kinds of one mesh. */
    private static final class OfMesh implements Memory.Counted {
        final PlaceIndex[] kinds = new PlaceIndex[ElementKind.values().length];

        @Override
        public synchronized void count(Memory memory) {
            for (PlaceIndex p : kinds) {
                if (p == null) continue;
                memory.addArray(p.places);
                memory.add(p.grid);
            }
        }
    }

    /** Cubes along an axis. */
    private static final double WIDE = 64;

    private final double[] places;
    private final PointGrid grid;

    private PlaceIndex(Mesh mesh, ElementKind kind) {
        int n = Selection.count(mesh, kind);
        places = new double[3 * n];
        for (int i = 0; i < n; i++) {
            Vec3 p = Anchor.place(mesh, kind, i);
            places[3 * i] = p.x();
            places[3 * i + 1] = p.y();
            places[3 * i + 2] = p.z();
        }
        // About one element in each cube that a surface goes through.
        double cell = Math.max(mesh.bounds().diagonal() / Math.sqrt(Math.max(1, n)), 1e-12);
        grid = new PointGrid(cell, n);
        for (int i = 0; i < n; i++) grid.add(i, places[3 * i], places[3 * i + 1], places[3 * i + 2]);
    }

    static PlaceIndex of(Mesh mesh, ElementKind kind) {
        OfMesh all = mesh.derived(OfMesh.class, _ -> new OfMesh());
        synchronized (all) {
            PlaceIndex p = all.kinds[kind.ordinal()];
            if (p == null) all.kinds[kind.ordinal()] = p = new PlaceIndex(mesh, kind);
            return p;
        }
    }

    /** Fills {@code out} with the elements whose middles lie within a distance of a place. */
    void near(Vec3 place, double reach, IntArrayList out) {
        out.clear();
        IntConsumer take = i -> {
            if (far2(i, place) <= reach * reach) out.add(i);
        };
        // Where the cubes would be more than the elements, it is quicker to look at these.
        if (grid.span(reach) > WIDE) for (int i = 0; 3 * i < places.length; i++) take.accept(i);
        else grid.near(place.x(), place.y(), place.z(), reach, take);
    }

    private double far2(int e, Vec3 p) {
        double x = places[3 * e] - p.x(), y = places[3 * e + 1] - p.y(), z = places[3 * e + 2] - p.z();
        return x * x + y * y + z * z;
    }
}
