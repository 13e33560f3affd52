package org.modeststack.steps.round;

import java.util.List;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Vec3;

/**
 * A closed solid round the part of a surface between the rails of a rim, whose walls stand square on the surface at the
 * rails: what a boolean takes away with it is all that lies between them, in however many faces.
 */
final class RimTube {
    /** The tag of its faces; no name that a person can type. */
    static final String TAG = "\u0000tube";

    /** The tag of the edges at which it meets the body. */
    static final String RAILS = "\u0000rails";

    private static final long VERTEX = 1;
    private static final long FACE = 2;
    private static final int AROUND = 10;

    /** The tube is no thicker than this share of the way between the rails. */
    private static final double APART = 0.35;

    private RimTube() {}

    /**
     * @param scale what all widths are multiplied by
     * @param thick how far it reaches over the surface and under it, mm
     */
    static Mesh of(Mesh mesh, List<Station> stations, double scale, double thick, long seed) {
        int m = stations.size();
        MeshBuilder b = new MeshBuilder(AROUND * m, AROUND * m);
        for (Station s : stations) {
            long key = Keys.of(seed, VERTEX, mesh.vertexKeys()[s.vertex()]);
            Vec3[] ring = ring(s, scale, thick);
            for (int i = 0; i < AROUND; i++) b.vertex(ring[i].x(), ring[i].y(), ring[i].z(), Keys.of(key, i));
        }
        int material = b.material("tube");
        for (int k = 0; k < m; k++) {
            long key = Keys.of(seed, FACE, mesh.vertexKeys()[stations.get(k).vertex()]);
            int here = AROUND * k, there = AROUND * ((k + 1) % m);
            for (int i = 0; i < AROUND; i++) {
                int j = (i + 1) % AROUND;
                // A bent wall has two flat halves; what a boolean makes of it does not depend on how it would cut it.
                int f = b.face(Keys.of(key, i, 0), material, here + i, here + j, there + j);
                int g = b.face(Keys.of(key, i, 1), material, here + i, there + j, there + i);
                b.tag(TAG, ElementKind.FACE, f, 1);
                b.tag(TAG, ElementKind.FACE, g, 1);
            }
        }
        return b.build();
    }

    /** Over the surface from the left rail to the right, and back under it. */
    private static Vec3[] ring(Station s, double scale, double thick) {
        SurfacePath.Place l = s.left().rail(scale), lm = s.left().middle(scale);
        SurfacePath.Place r = s.right().rail(scale), rm = s.right().middle(scale);
        // At a knife's edge what is round one rail must not reach the other side.
        double reach = Math.min(thick, APART * l.at().minus(r.at()).length());
        Vec3[] at = {l.at(), lm.at(), s.place(), rm.at(), r.at()};
        Vec3[] off = {
            s.left().off(l),
            s.left().off(lm),
            s.off(),
            s.right().off(rm),
            s.right().off(r)
        };
        Vec3[] out = new Vec3[AROUND];
        for (int i = 0; i < at.length; i++) {
            out[i] = at[i].plus(off[i].times(reach));
            out[AROUND - 1 - i] = at[i].minus(off[i].times(reach));
        }
        return out;
    }
}
