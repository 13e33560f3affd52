package org.modeststack.bench.picks;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.function.Function;
import java.util.function.Predicate;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.stack.Document;

/**
 * A model for judging picks: how it is built from numbers, what may be meant on it, and how it may change.
 *
 * @param build its document; the body that is judged is the first
 * @param regions what may be picked
 * @param changes what may be changed
 */
record PickModel(
        String name, Numbers numbers, Function<Numbers, Document> build, List<Region> regions, List<Change> changes) {
    /**
     * What somebody means, said by where it is, of whatever numbers: all elements whose vertices are all there.
     *
     * @param facing which ways its faces look
     */
    record Region(String name, ElementKind kind, Function<Numbers, Predicate<Vec3>> place, Predicate<Vec3> facing) {
        /** The elements that are meant on a mesh. */
        BitSet on(Mesh m, Numbers n) {
            Predicate<Vec3> in = place.apply(n);
            boolean[] vertex = new boolean[m.vertexCount()];
            for (int v = 0; v < vertex.length; v++) vertex[v] = in.test(m.point(v));
            BitSet out = new BitSet();
            switch (kind) {
                case VERTEX -> {
                    for (int v = 0; v < vertex.length; v++) if (vertex[v]) out.set(v);
                }
                case EDGE -> {
                    for (int e = 0; e < m.adjacency().edgeCount(); e++)
                        if (vertex[m.adjacency().edgeLow(e)]
                                && vertex[m.adjacency().edgeHigh(e)]) out.set(e);
                }
                case FACE -> {
                    for (int f = 0; f < m.faceCount(); f++) {
                        boolean all = true;
                        for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++) all &= vertex[m.corners()[c]];
                        if (all && facing.test(FaceFrames.of(m).normal(f))) out.set(f);
                    }
                }
            }
            return out;
        }
    }

    /**
     * One thing that changes.
     *
     * @param values of which one is taken
     */
    record Change(String number, double... values) {}

    /** Gathers a model. */
    static final class Builder {
        private final String name;
        private final Numbers numbers;
        private final Function<Numbers, Document> build;
        private final List<Region> regions = new ArrayList<>();
        private final List<Change> changes = new ArrayList<>();

        Builder(String name, Numbers numbers, Function<Numbers, Document> build) {
            this.name = name;
            this.numbers = numbers;
            this.build = build;
        }

        Builder edges(String what, Function<Numbers, Predicate<Vec3>> place) {
            regions.add(new Region(what, ElementKind.EDGE, place, _ -> true));
            return this;
        }

        Builder vertices(String what, Function<Numbers, Predicate<Vec3>> place) {
            regions.add(new Region(what, ElementKind.VERTEX, place, _ -> true));
            return this;
        }

        Builder faces(String what, Function<Numbers, Predicate<Vec3>> place) {
            regions.add(new Region(what, ElementKind.FACE, place, _ -> true));
            return this;
        }

        /** Faces that look one way. */
        Builder faces(String what, Vec3 way, Function<Numbers, Predicate<Vec3>> place) {
            regions.add(new Region(what, ElementKind.FACE, place, n -> n.dot(way) > 0.75));
            return this;
        }

        /** Elements of a model that is turned round Y and moved up at the end, told by where they were before. */
        Builder turnedFaces(String what, Function<Numbers, Predicate<Vec3>> place) {
            regions.add(new Region(what, ElementKind.FACE, back(place), _ -> true));
            return this;
        }

        Builder turnedEdges(String what, Function<Numbers, Predicate<Vec3>> place) {
            regions.add(new Region(what, ElementKind.EDGE, back(place), _ -> true));
            return this;
        }

        private static Function<Numbers, Predicate<Vec3>> back(Function<Numbers, Predicate<Vec3>> place) {
            return n -> {
                double a = -Math.toRadians(n.get("turn")), c = Math.cos(a), s = Math.sin(a);
                Predicate<Vec3> before = place.apply(n);
                return p -> {
                    double z = p.z() - n.get("up");
                    return before.test(new Vec3(c * p.x() + s * z, p.y(), -s * p.x() + c * z));
                };
            };
        }

        /** Faces that go along an axis, on whatever side of it. */
        Builder walls(String what, Vec3 axis, Function<Numbers, Predicate<Vec3>> place) {
            regions.add(new Region(what, ElementKind.FACE, place, n -> Math.abs(n.dot(axis)) < 0.5));
            return this;
        }

        Builder change(String number, double... values) {
            changes.add(new Change(number, values));
            return this;
        }

        PickModel done() {
            return new PickModel(name, numbers, build, regions, changes);
        }
    }
}
