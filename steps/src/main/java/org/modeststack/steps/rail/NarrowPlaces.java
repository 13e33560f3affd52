package org.modeststack.steps.rail;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntToDoubleFunction;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.search.PointGrid;

/**
 * Places at which strips of the width that is asked for do not come out however they are held back: they are begun anew,
 * narrower there from the outset, so that their stations are chosen for the width that they will have. Away from such a
 * place the width grows again.
 */
public final class NarrowPlaces {
    /** What share of the width there is at a place that was found to be narrow once, twice and so on. */
    private static final double[] SHARES = {0.4, 0.15, 0.05};

    /** By how much the width grows for each unit away from there. */
    private static final double SLOPE = 0.5;

    private final Mesh mesh;
    /** How often each was found to be narrow. */
    private final Map<Vec3, Integer> times = new HashMap<>();

    NarrowPlaces(Mesh mesh) {
        this.mesh = mesh;
    }

    /** @return whether any of them can be made narrower still */
    boolean add(Collection<Vec3> places) {
        boolean any = false;
        for (Vec3 p : places) {
            int had = times.getOrDefault(p, 0);
            if (had == SHARES.length) continue;
            times.put(p, had + 1);
            any = true;
        }
        return any;
    }

    /** Takes places as they were before they were found to be narrow. */
    void forget(Collection<Vec3> places) {
        times.keySet().removeAll(places);
    }

    /**
     * For each vertex the share of the width there, by what is known now; in constant time where few places are near.
     *
     * @param width that is asked for, mm
     */
    public IntToDoubleFunction shares(double width) {
        if (times.isEmpty()) return _ -> 1;
        // Farther away the width is whole again.
        double reach = (1 - SHARES[SHARES.length - 1]) / SLOPE * width;
        List<Map.Entry<Vec3, Integer>> places =
                times.entrySet().stream().map(Map.Entry::copyOf).toList();
        PointGrid grid = new PointGrid(reach, places.size());
        for (int i = 0; i < places.size(); i++) {
            Vec3 p = places.get(i).getKey();
            grid.add(i, p.x(), p.y(), p.z());
        }
        return v -> {
            Vec3 at = mesh.point(v);
            double[] least = {1};
            grid.near(at.x(), at.y(), at.z(), reach, i -> {
                Map.Entry<Vec3, Integer> e = places.get(i);
                double away = e.getKey().minus(at).length();
                least[0] = Math.min(least[0], SHARES[e.getValue() - 1] + SLOPE * away / width);
            });
            return least[0];
        };
    }
}
