package org.modeststack.steps.rail;

import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.function.IntToDoubleFunction;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;

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
     * For each vertex the share of the width there.
     *
     * @param width that is asked for, mm
     */
    public IntToDoubleFunction shares(double width) {
        return v -> {
            double least = 1;
            for (Map.Entry<Vec3, Integer> e : times.entrySet()) {
                double away = e.getKey().minus(mesh.point(v)).length();
                least = Math.min(least, SHARES[e.getValue() - 1] + SLOPE * away / width);
            }
            return least;
        };
    }
}
