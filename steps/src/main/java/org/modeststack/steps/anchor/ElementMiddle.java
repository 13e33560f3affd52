package org.modeststack.steps.anchor;

import java.util.BitSet;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.part.FitPlane;
import org.modeststack.steps.part.PickedLine;

/**
 * The middle of elements: of vertices their mean; of edges the middle of their length, which for the rim of a bore is its centre
 * however it is divided; of a face that of its corners, as it is shown where places snap; of several faces by their areas.
 */
final class ElementMiddle {
    private ElementMiddle() {}

    static Vec3 of(Mesh mesh, Selection s) {
        return switch (s.kind()) {
            case VERTEX -> FitPlane.middle(mesh, s.elements());
            case EDGE -> PickedLine.middleOfEdges(mesh, s);
            case FACE -> ofFaces(mesh, s.elements());
        };
    }

    private static Vec3 ofFaces(Mesh mesh, BitSet faces) {
        FaceFrames frames = FaceFrames.of(mesh);
        Vec3 sum = Vec3.ZERO;
        double area = 0;
        for (int f = faces.nextSetBit(0); f >= 0; f = faces.nextSetBit(f + 1)) {
            double a = Normals.area(mesh, f);
            sum = sum.plus(frames.middle(f).times(a));
            area += a;
        }
        // Exactly the middle of a single one, also where it has no area.
        return faces.cardinality() > 1 && area > 0 ? sum.times(1 / area) : frames.middle(faces.nextSetBit(0));
    }
}
