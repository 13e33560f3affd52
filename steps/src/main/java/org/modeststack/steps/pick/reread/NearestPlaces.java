package org.modeststack.steps.pick.reread;

import java.util.function.IntConsumer;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.search.PointGrid;

/** Finds the nearest of some places, looking farther and farther round. */
final class NearestPlaces {
    /** Beyond so many cubes looking at all is faster. */
    private static final double FARTHEST = 8;

    private final Vec3[] places;
    private final PointGrid grid;
    private final double clearly;
    private final double cell;

    /**
     * @param box about where they lie; must not be empty
     * @param clearly the nearest must lie at so much of the second one's distance, at the most
     */
    NearestPlaces(Vec3[] places, Bounds box, double clearly) {
        this.clearly = clearly;
        this.places = places;
        cell = Math.max(box.diagonal(), Double.MIN_NORMAL) / Math.max(1, Math.sqrt(places.length));
        grid = new PointGrid(cell, places.length);
        for (int i = 0; i < places.length; i++) grid.add(i, places[i].x(), places[i].y(), places[i].z());
    }

    /** The number of the nearest, if it is clearly nearer than any other; else -1. */
    int of(Vec3 p) {
        Search s = new Search(p);
        // What is farther than the reach along no axis has been seen, so nothing nearer than that is missed.
        for (double reach = cell; s.second > reach && reach < FARTHEST * cell; reach *= 2) {
            s = new Search(p);
            grid.near(p.x(), p.y(), p.z(), reach, s);
        }
        if (s.second > FARTHEST * cell / 2) {
            s = new Search(p);
            for (int i = 0; i < places.length; i++) s.accept(i);
        }
        return s.least <= clearly * s.second ? s.best : -1;
    }

    /** The two nearest so far. */
    private final class Search implements IntConsumer {
        private final Vec3 from;
        private int best = -1;
        private double least = Double.POSITIVE_INFINITY;
        private double second = Double.POSITIVE_INFINITY;

        Search(Vec3 from) {
            this.from = from;
        }

        @Override
        public void accept(int i) {
            double d = places[i].minus(from).length();
            if (i == best || d >= second) return;
            if (d < least) {
                second = least;
                least = d;
                best = i;
            } else second = d;
        }
    }
}
