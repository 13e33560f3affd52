package org.modeststack.steps.pick;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;

/**
 * Finds elements picked by hand again: by key; where the key is gone, by place and direction. Places are compared in
 * proportion to the mesh's bounds, so that a body that became larger or moved does not lose its picks. An element counts
 * as found only where exactly one that nobody else claims lies within half its size and looks the same way: a pick that
 * cannot be sure is lost and said so, rather than silently wrong.
 */
final class HandMatch {
    /** How far directions may differ, as a cosine: 25 degrees. */
    private static final double SAME_WAY = Math.cos(Math.toRadians(25));

    private HandMatch() {}

    static Picked of(Mesh mesh, ElementKind kind, Rule.Hand hand) {
        BitSet out = new BitSet();
        KeyIndex index = KeyIndex.of(mesh);
        List<Anchor> missing = new ArrayList<>();
        for (Anchor a : hand.anchors()) {
            int at = index.find(kind, a.key());
            if (at >= 0) out.set(at);
            else missing.add(a);
        }
        int found = missing.isEmpty() || mesh.isEmpty() ? 0 : byPlace(mesh, kind, hand.box(), missing, out);
        return new Picked(new Selection(kind, out), hand.anchors().size(), found, missing.size() - found);
    }

    /** Adds what is found to {@code out}. @return how many */
    private static int byPlace(Mesh mesh, ElementKind kind, Bounds box, List<Anchor> missing, BitSet out) {
        PlaceIndex places = PlaceIndex.of(mesh, kind);
        BitSet kept = (BitSet) out.clone();
        int found = 0;
        IntArrayList near = new IntArrayList();
        for (Anchor a : missing) {
            Vec3 place = proportion(a.place(), box, mesh.bounds());
            double stretch = stretch(box, mesh.bounds());
            double reach = 0.5 * a.size() * stretch + 1e-9;
            places.near(place, reach, near);
            int best = -1;
            double bestFar = Double.POSITIVE_INFINITY, secondFar = Double.POSITIVE_INFINITY;
            for (int i = 0; i < near.size(); i++) {
                int e = near.getInt(i);
                if (kept.get(e) || out.get(e) || !sameWay(mesh, kind, e, a.way())) continue;
                double far = Anchor.place(mesh, kind, e).minus(place).length();
                if (far < bestFar) {
                    secondFar = bestFar;
                    bestFar = far;
                    best = e;
                } else {
                    secondFar = Math.min(secondFar, far);
                }
            }
            // Two that are about as near: nobody can say which was meant.
            if (best < 0 || bestFar > 0.5 * secondFar) continue;
            out.set(best);
            found++;
        }
        return found;
    }

    private static boolean sameWay(Mesh mesh, ElementKind kind, int e, Vec3 way) {
        double dot = Anchor.way(mesh, kind, e).dot(way);
        // An edge has no front.
        return (kind == ElementKind.EDGE ? Math.abs(dot) : dot) >= SAME_WAY || way.equals(Vec3.ZERO);
    }

    /** The place in the new bounds that is what it was in the old ones. */
    private static Vec3 proportion(Vec3 p, Bounds from, Bounds to) {
        return new Vec3(
                scaled(p.x(), from.minX(), from.maxX(), to.minX(), to.maxX()),
                scaled(p.y(), from.minY(), from.maxY(), to.minY(), to.maxY()),
                scaled(p.z(), from.minZ(), from.maxZ(), to.minZ(), to.maxZ()));
    }

    private static double scaled(double x, double a, double b, double c, double d) {
        return b - a > 0 ? c + (x - a) / (b - a) * (d - c) : x - a + c;
    }

    private static double stretch(Bounds from, Bounds to) {
        double a = from.diagonal();
        return a > 0 ? to.diagonal() / a : 1;
    }
}
