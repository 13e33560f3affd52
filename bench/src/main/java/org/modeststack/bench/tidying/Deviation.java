package org.modeststack.bench.tidying;

import java.util.BitSet;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Triangulation;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.search.TriangleTree;
import org.modeststack.mesh.select.FaceFrames;

/**
 * How far faces are from a surface that was there before, beside what chords over it are off by: a side as long as l from
 * where the surface looks along m to where it looks along n leaves it by about l/8 times the angle between both.
 */
final class Deviation {
    /** A side may be off by this share of its length for rounding, and where normals do not tell of a bend. */
    private static final double EXACT = 0.01;

    private final Mesh before;
    private final TriangleTree tree;
    private final FaceFrames frames;

    Deviation(Mesh before) {
        this.before = before;
        tree = TriangleTree.of(before);
        frames = FaceFrames.of(before);
    }

    /** The worst share of what chords explain that the middle of a face, or of one of its sides, is off by. */
    double of(Mesh m, BitSet faces) {
        double worst = 0;
        for (int f = faces.nextSetBit(0); f >= 0; f = faces.nextSetBit(f + 1)) {
            int n = m.sides(f);
            Vec3 middle = Vec3.ZERO;
            Bounds box = Bounds.of(m, f);
            for (int i = 0; i < n; i++) {
                Vec3 a = m.point(m.corners()[m.offsets()[f] + i]);
                middle = middle.plus(a.times(1.0 / n));
            }
            double size = box.diagonal();
            worst = Math.max(worst, nearest(middle, size) / (EXACT * size + size * bend(box) / 8));
        }
        return worst;
    }

    /** By how much the faces near a box turn against each other, radians. */
    private double bend(Bounds box) {
        BitSet around = new BitSet();
        tree.facesIn(box, around);
        double most = 0;
        for (int f = around.nextSetBit(0); f >= 0; f = around.nextSetBit(f + 1))
            for (int g = around.nextSetBit(f + 1); g >= 0; g = around.nextSetBit(g + 1)) {
                double cos = frames.cosine(f, g);
                // A face round a corner belongs to the other side of the rim.
                if (cos > 0.7) most = Math.max(most, Math.acos(Math.min(1, cos)));
            }
        return most;
    }

    private double nearest(Vec3 p, double size) {
        BitSet around = new BitSet();
        tree.facesIn(Bounds.EMPTY.including(p).grown(size), around);
        Triangulation t = before.triangulation();
        double least = Double.POSITIVE_INFINITY;
        for (int f = around.nextSetBit(0); f >= 0; f = around.nextSetBit(f + 1)) {
            int first = before.offsets()[f] - 2 * f, end = before.offsets()[f + 1] - 2 * (f + 1);
            for (int k = first; k < end; k++) least = Math.min(least, distance(p, t, k));
        }
        return least;
    }

    private double distance(Vec3 p, Triangulation t, int k) {
        int[] c = t.triangleCorners();
        Vec3[] q = new Vec3[3];
        for (int i = 0; i < 3; i++) q[i] = before.point(before.corners()[c[3 * k + i]]);
        Vec3 n = q[1].minus(q[0]).cross(q[2].minus(q[0]));
        boolean inside = n.length() > 0;
        for (int i = 0; i < 3 && inside; i++)
            inside = q[(i + 1) % 3].minus(q[i]).cross(p.minus(q[i])).dot(n) >= 0;
        if (inside) return Math.abs(p.minus(q[0]).dot(n.unit()));
        double least = Double.POSITIVE_INFINITY;
        for (int i = 0; i < 3; i++) least = Math.min(least, p.distanceTo(q[i], q[(i + 1) % 3]));
        return least;
    }
}
