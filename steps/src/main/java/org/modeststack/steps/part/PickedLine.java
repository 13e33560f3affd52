package org.modeststack.steps.part;

import java.util.BitSet;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;

/**
 * The line that picked elements tell of: edges that lie on a line, that line; other edges, as the rim of a bore, the axis of
 * the circle that they lie on; faces, their mean normal through their middle.
 *
 * @param way unit length
 */
public record PickedLine(Vec3 point, Vec3 way) {
    /** How far edges on one line may lie from it, of their length. */
    private static final double STRAIGHT = 1e-6;

    /** Null where they tell of none. */
    public static @Nullable PickedLine of(Mesh mesh, Selection picked) {
        if (picked.isEmpty()) return null;
        if (picked.kind() == ElementKind.FACE) return ofFaces(mesh, picked.elements());
        BitSet vertices = picked.to(mesh, ElementKind.VERTEX).elements();
        PickedLine straight = straight(mesh, vertices);
        if (straight != null) return straight;
        FitPlane plane = FitPlane.of(mesh, vertices);
        if (plane.normal().equals(Vec3.ZERO)) return null;
        return new PickedLine(middle(mesh, picked, vertices), steady(plane.normal()));
    }

    private static @Nullable PickedLine straight(Mesh mesh, BitSet vertices) {
        int first = vertices.nextSetBit(0);
        if (first < 0 || vertices.cardinality() < 2) return null;
        Vec3 from = mesh.point(first), far = from;
        for (int v = first; v >= 0; v = vertices.nextSetBit(v + 1))
            if (mesh.point(v).minus(from).length() > far.minus(from).length()) far = mesh.point(v);
        double length = far.minus(from).length();
        if (length == 0) return null;
        for (int v = first; v >= 0; v = vertices.nextSetBit(v + 1))
            if (mesh.point(v).distanceTo(from, far) > STRAIGHT * length) return null;
        return new PickedLine(from, steady(far.minus(from).unit()));
    }

    private static Vec3 middle(Mesh mesh, Selection picked, BitSet vertices) {
        return picked.kind() == ElementKind.EDGE ? middleOfEdges(mesh, picked) : FitPlane.middle(mesh, vertices);
    }

    /** The middle of the length of edges, so that it does not depend on how finely they are divided. */
    public static Vec3 middleOfEdges(Mesh mesh, Selection picked) {
        Adjacency adj = mesh.adjacency();
        Vec3 sum = Vec3.ZERO;
        double length = 0;
        BitSet edges = picked.elements();
        for (int e = edges.nextSetBit(0); e >= 0; e = edges.nextSetBit(e + 1)) {
            Vec3 a = mesh.point(adj.edgeLow(e)), b = mesh.point(adj.edgeHigh(e));
            double l = b.minus(a).length();
            sum = sum.plus(a.plus(b).times(l / 2));
            length += l;
        }
        return length > 0
                ? sum.times(1 / length)
                : FitPlane.middle(mesh, picked.to(mesh, ElementKind.VERTEX).elements());
    }

    private static @Nullable PickedLine ofFaces(Mesh mesh, BitSet faces) {
        Vec3 sum = Vec3.ZERO, middle = Vec3.ZERO;
        double area = 0;
        double[] n = new double[3];
        for (int f = faces.nextSetBit(0); f >= 0; f = faces.nextSetBit(f + 1)) {
            Normals.areaVector(mesh, f, n);
            Vec3 v = new Vec3(n[0], n[1], n[2]);
            sum = sum.plus(v);
            middle = middle.plus(FaceFrames.of(mesh).middle(f).times(v.length()));
            area += v.length();
        }
        return sum.length() > 1e-9 * area ? new PickedLine(middle.times(1 / area), sum.unit()) : null;
    }

    /** The way whose largest component is positive, so that it does not turn round when vertices are counted otherwise. */
    private static Vec3 steady(Vec3 way) {
        double largest = way.x();
        if (Math.abs(way.y()) > Math.abs(largest) + STRAIGHT) largest = way.y();
        if (Math.abs(way.z()) > Math.abs(largest) + STRAIGHT) largest = way.z();
        return largest < 0 ? way.times(-1) : way;
    }
}
