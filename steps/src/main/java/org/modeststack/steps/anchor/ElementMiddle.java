package org.modeststack.steps.anchor;

import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;

/**
 * The middle of elements: of vertices their mean; of edges the middle of their length, which for the rim of a bore is its centre
 * however it is divided; of a face that of its corners, as it is shown where places snap; of several faces by their areas.
 */
final class ElementMiddle {
    private ElementMiddle() {}

    static Vec3 of(Mesh mesh, Selection s) {
        BitSet all = s.elements();
        Vec3 sum = Vec3.ZERO;
        double weight = 0;
        for (int e = all.nextSetBit(0); e >= 0; e = all.nextSetBit(e + 1)) {
            double w = weight(mesh, s.kind(), e);
            sum = sum.plus(middle(mesh, s.kind(), e).times(w));
            weight += w;
        }
        if (weight > 0) return sum.times(1 / weight);
        return middle(mesh, s.kind(), all.nextSetBit(0));
    }

    private static double weight(Mesh mesh, ElementKind kind, int e) {
        Adjacency adj = mesh.adjacency();
        return switch (kind) {
            case VERTEX -> 1;
            case EDGE ->
                mesh.point(adj.edgeHigh(e)).minus(mesh.point(adj.edgeLow(e))).length();
            case FACE -> Normals.area(mesh, e);
        };
    }

    private static Vec3 middle(Mesh mesh, ElementKind kind, int e) {
        Adjacency adj = mesh.adjacency();
        return switch (kind) {
            case VERTEX -> mesh.point(e);
            case EDGE ->
                mesh.point(adj.edgeLow(e)).plus(mesh.point(adj.edgeHigh(e))).times(0.5);
            case FACE -> FaceFrames.of(mesh).middle(e);
        };
    }
}
