package org.modeststack.bench.tidying;

import java.util.Arrays;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.search.PointGrid;

/** Normals at the vertices of a smooth mesh of small faces, asked for by place. */
final class SmoothNormals {
    private final Mesh mesh;
    private final Vec3[] normals;
    private final PointGrid grid;
    private final double cell;

    SmoothNormals(Mesh mesh) {
        this.mesh = mesh;
        normals = of(mesh);
        cell = mesh.bounds().diagonal() / 100;
        grid = new PointGrid(cell, mesh.vertexCount());
        for (int v = 0; v < mesh.vertexCount(); v++)
            grid.add(v, mesh.point(v).x(), mesh.point(v).y(), mesh.point(v).z());
    }

    /** By vertices: those of the faces around, by their areas. */
    static Vec3[] of(Mesh m) {
        Vec3[] out = new Vec3[m.vertexCount()];
        Arrays.fill(out, Vec3.ZERO);
        double[] n = new double[3];
        for (int f = 0; f < m.faceCount(); f++) {
            Normals.areaVector(m, f, n);
            Vec3 area = new Vec3(n[0], n[1], n[2]);
            for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++)
                out[m.corners()[c]] = out[m.corners()[c]].plus(area);
        }
        for (int v = 0; v < out.length; v++) out[v] = out[v].unit();
        return out;
    }

    /**
     * How far a normal is from that of the three vertices nearest to a place, the nearer the more, degrees; infinite where none
     * within a hundredth of the body looks the same way by less than 60°.
     */
    double off(Vec3 p, Vec3 normal) {
        int[] nearest = {-1, -1, -1};
        double[] at = {cell, cell, cell};
        grid.near(p.x(), p.y(), p.z(), cell, v -> {
            double d = mesh.point(v).minus(p).length();
            if (normals[v].dot(normal) < 0.5) return;
            for (int i = 0; i < 3; i++)
                if (d < at[i]) {
                    for (int k = 2; k > i; k--) {
                        at[k] = at[k - 1];
                        nearest[k] = nearest[k - 1];
                    }
                    at[i] = d;
                    nearest[i] = v;
                    return;
                }
        });
        if (nearest[0] < 0) return Double.POSITIVE_INFINITY;
        Vec3 sum = Vec3.ZERO;
        for (int i = 0; i < 3; i++)
            if (nearest[i] >= 0) sum = sum.plus(normals[nearest[i]].times(1 / (at[i] + 1e-9 * cell)));
        return Math.toDegrees(Math.acos(Math.min(1, sum.unit().dot(normal))));
    }
}
