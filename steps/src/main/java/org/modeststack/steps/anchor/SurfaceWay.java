package org.modeststack.steps.anchor;

import java.util.BitSet;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.select.Selection;

/**
 * The way the surface looks at elements: the mean of the normals of the faces there, by their areas; for a closed rim of edges
 * that of its own plane, as far as the faces agree with it.
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
        double length = sum.length();
        return length > 1e-12 * mesh.bounds().diagonal() ? sum.times(1 / length) : Vec3.ZERO;
    }
}
