package org.modeststack.steps.smooth;

import java.util.BitSet;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;

/**
 * Faces of more than four sides that smoothing makes nothing good of: a corner of theirs is straight or hollow, as cuts leave
 * them. Those whose corners all point outwards, as caps of round parts, come out well. Linear in the corners of such faces.
 *
 * @param place the middle of the first, mm
 */
record ManySided(int count, @Nullable Vec3 place) {
    /** The sine of the least turn of a corner that points outwards: five degrees. */
    private static final double STRAIGHT = Math.sin(Math.toRadians(5));

    private static final int MOST_SIDES = 4;

    /** @param faces those that count, or null for all */
    static ManySided in(Mesh mesh, @Nullable BitSet faces) {
        int count = 0;
        Vec3 place = null;
        for (int f = 0; f < mesh.faceCount(); f++) {
            if (mesh.sides(f) <= MOST_SIDES || faces != null && !faces.get(f) || pointsOutwards(mesh, f)) continue;
            if (count++ == 0) place = FaceFrames.of(mesh).middle(f);
        }
        return new ManySided(count, place);
    }

    private static boolean pointsOutwards(Mesh mesh, int face) {
        int from = mesh.offsets()[face], n = mesh.sides(face);
        Vec3 normal = FaceFrames.of(mesh).normal(face);
        for (int i = 0; i < n; i++) {
            Vec3 at = mesh.point(mesh.corners()[from + i]);
            Vec3 in = at.minus(mesh.point(mesh.corners()[from + (i + n - 1) % n]));
            Vec3 out = mesh.point(mesh.corners()[from + (i + 1) % n]).minus(at);
            if (in.cross(out).dot(normal) < STRAIGHT * in.length() * out.length()) return false;
        }
        return true;
    }
}
