package org.modeststack.steps.repeat;

import java.util.Arrays;
import java.util.BitSet;
import java.util.SplittableRandom;
import java.util.function.IntConsumer;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Triangulation;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.search.PointGrid;
import org.modeststack.mesh.work.Work;

/**
 * Places on a surface that are spread evenly by area and yet not in rows: several times as many are chosen at random, and those
 * that are most crowded are taken out one by one, each with what it weighs on its neighbours. For n places in O(n log n).
 *
 * <p>Source: C. Yuksel, "Sample elimination for generating Poisson disk sample sets", Computer Graphics Forum 34(2), 2015.
 */
final class SurfaceSamples {
    /** How many times as many are chosen first. */
    private static final int MORE = 4;
    /** How quickly the weight of a neighbour falls with its distance. */
    private static final double POWER = 8;

    private final Mesh mesh;
    private final Triangulation triangles;
    /** The area of all triangles before each, of those that count. */
    private final double[] areaBefore;

    /** A place on a face. */
    record Place(Vec3 at, int face) {}

    /** @param faces those that count, or null for all */
    SurfaceSamples(Mesh mesh, @Nullable BitSet faces) {
        this.mesh = mesh;
        triangles = mesh.triangulation();
        areaBefore = new double[triangles.count() + 1];
        for (int t = 0; t < triangles.count(); t++) {
            boolean counts = faces == null || faces.get(triangles.triangleFace()[t]);
            areaBefore[t + 1] = areaBefore[t] + (counts ? area(t) : 0);
        }
    }

    /** Of what counts, mm². */
    double area() {
        return areaBefore[areaBefore.length - 1];
    }

    private Vec3 corner(int triangle, int k) {
        return mesh.point(mesh.corners()[triangles.triangleCorners()[3 * triangle + k]]);
    }

    private double area(int t) {
        Vec3 a = corner(t, 0);
        return corner(t, 1).minus(a).cross(corner(t, 2).minus(a)).length() / 2;
    }

    /**
     * So many places.
     *
     * @param seed the same gives the same places
     */
    Place[] places(int count, long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        Place[] chosen = new Place[MORE * count];
        for (int i = 0; i < chosen.length; i++) chosen[i] = random(random);
        return new Elimination(chosen, count).kept();
    }

    private Place random(SplittableRandom random) {
        double at = random.nextDouble() * area();
        int found = Arrays.binarySearch(areaBefore, at);
        int t = Math.clamp(found >= 0 ? found : -found - 2, 0, triangles.count() - 1);
        // One without a share can only be met at its very beginning.
        while (areaBefore[t + 1] == areaBefore[t] && t + 1 < triangles.count()) t++;
        double u = Math.sqrt(random.nextDouble()), v = random.nextDouble();
        Vec3 p = corner(t, 0)
                .times(1 - u)
                .plus(corner(t, 1).times(u * (1 - v)))
                .plus(corner(t, 2).times(u * v));
        return new Place(p, triangles.triangleFace()[t]);
    }

    /** Takes out what is most crowded until so many are left. */
    private final class Elimination {
        private final Place[] all;
        private final int count;
        /** Farther away no place weighs on another: twice the greatest radius with which so many discs go on the area. */
        private final double reach;

        private final PointGrid grid;
        private final double[] weight;
        /** A heap with the heaviest on top, and where in it each place is; -1 for what is taken out. */
        private final int[] heap;

        private final int[] inHeap;
        private int left;

        Elimination(Place[] all, int count) {
            this.all = all;
            this.count = count;
            reach = 2 * Math.sqrt(area() / (2 * Math.sqrt(3) * count));
            grid = new PointGrid(reach, all.length);
            for (int i = 0; i < all.length; i++) grid.add(i, all[i].at.x(), all[i].at.y(), all[i].at.z());
            weight = new double[all.length];
            for (int i = 0; i < all.length; i++) {
                Work.checkpoint(i);
                int one = i;
                neighbours(i, j -> weight[one] += weight(one, j));
            }
            left = all.length;
            heap = new int[left];
            inHeap = new int[left];
            Arrays.setAll(heap, i -> i);
            Arrays.setAll(inHeap, i -> i);
            for (int i = left / 2; i >= 0; i--) sink(i);
        }

        private void neighbours(int i, IntConsumer action) {
            Vec3 p = all[i].at;
            grid.near(p.x(), p.y(), p.z(), reach, j -> {
                if (j != i && all[j].at.minus(p).length() < reach) action.accept(j);
            });
        }

        private double weight(int i, int j) {
            return Math.pow(1 - all[i].at.minus(all[j].at).length() / reach, POWER);
        }

        /** In the order in which they were chosen. */
        Place[] kept() {
            while (left > count) {
                Work.checkpoint(left);
                int out = takeHeaviest();
                neighbours(out, j -> {
                    if (inHeap[j] < 0) return;
                    weight[j] -= weight(out, j);
                    sink(inHeap[j]);
                });
            }
            Place[] kept = new Place[count];
            int n = 0;
            for (int i = 0; i < all.length; i++) if (inHeap[i] >= 0) kept[n++] = all[i];
            return kept;
        }

        private int takeHeaviest() {
            int out = heap[0];
            inHeap[out] = -1;
            left--;
            put(0, heap[left]);
            sink(0);
            return out;
        }

        private void put(int at, int place) {
            heap[at] = place;
            if (inHeap[place] >= 0) inHeap[place] = at;
        }

        private void sink(int from) {
            int at = from;
            while (2 * at + 1 < left) {
                int child = 2 * at + 1;
                if (child + 1 < left && weight[heap[child + 1]] > weight[heap[child]]) child++;
                if (weight[heap[child]] <= weight[heap[at]]) return;
                int down = heap[at];
                put(at, heap[child]);
                put(child, down);
                at = child;
            }
        }
    }
}
