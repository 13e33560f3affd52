package org.modeststack.steps.anchor;

import java.util.BitSet;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.select.Rims;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.part.FitPlane;

/**
 * The way the surface looks at elements: the mean of the normals of the faces there, by their areas; for a closed rim of edges
 * the way its own plane looks, on the side to which these faces look.
 */
final class SurfaceWay {
    private SurfaceWay() {}

    /** Unit length; zero where the faces look to all sides alike. */
    static Vec3 of(Mesh mesh, Selection s) {
        BitSet faces = (s.kind() == ElementKind.FACE ? s : s.touching(mesh, ElementKind.FACE)).elements();
        double[] n = new double[3];
        Vec3 sum = Vec3.ZERO;
        for (int f = faces.nextSetBit(0); f >= 0; f = faces.nextSetBit(f + 1)) {
            Normals.areaVector(mesh, f, n);
            Vec3 v = new Vec3(n[0], n[1], n[2]);
            // A single vertex or edge lies between faces of any size, of which each counts alike.
            double size = s.kind() == ElementKind.FACE || s.size() > 1 ? 1 : v.length();
            if (size > 0) sum = sum.plus(v.times(1 / size));
        }
        if (s.kind() == ElementKind.EDGE && Rims.isClosed(mesh, s)) {
            Vec3 plane =
                    FitPlane.of(mesh, s.to(mesh, ElementKind.VERTEX).elements()).normal();
            if (!plane.equals(Vec3.ZERO)) return plane.dot(sum) < 0 ? plane.times(-1) : plane;
        }
        double length = sum.length();
        return length > 1e-12 * mesh.bounds().diagonal() ? sum.times(1 / length) : Vec3.ZERO;
    }
}
