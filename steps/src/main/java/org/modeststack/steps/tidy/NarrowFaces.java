package org.modeststack.steps.tidy;

import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.Remark;

/**
 * Faces of collars that are slanted, or long and thin, as they are where the rim has a narrow wedge or there is hardly any
 * room.
 *
 * @param leastAngle the smallest inner angle of any, degrees
 * @param longest the longest side of a face over its shortest, of the worst
 * @param place the middle of the face with the smallest angle, mm; null where there are none
 */
record NarrowFaces(
        int count,
        double leastAngle,
        double longest,
        @Nullable Vec3 place) {
    /** What has smaller angles, or is longer, does not smooth and shade well. */
    private static final double ANGLE = 20, LONG = 8;

    private static final int MOST_SAID = 1000;

    /** @param keys of the faces of collars */
    static NarrowFaces in(Mesh m, LongOpenHashSet keys) {
        int count = 0;
        double least = 180, longest = 1, worst = 180;
        Vec3 place = null;
        for (int f = 0; f < m.faceCount(); f++) {
            Work.checkpoint(f);
            if (!keys.contains(m.faceKeys()[f])) continue;
            Vec3[] ring = new Vec3[m.sides(f)];
            for (int i = 0; i < ring.length; i++) ring[i] = m.point(m.corners()[m.offsets()[f] + i]);
            double angle =
                    Math.toDegrees(FaceShape.leastAngle(ring, FaceFrames.of(m).normal(f)));
            double times = times(ring);
            least = Math.min(least, angle);
            longest = Math.max(longest, times);
            if (angle >= ANGLE && times <= LONG) continue;
            count++;
            if (place != null && angle >= worst) continue;
            worst = angle;
            place = FaceFrames.of(m).middle(f);
        }
        return new NarrowFaces(count, least, longest, place);
    }

    private static double times(Vec3[] ring) {
        double longest = 0, shortest = Double.POSITIVE_INFINITY;
        for (int i = 0; i < ring.length; i++) {
            double length = ring[(i + 1) % ring.length].minus(ring[i]).length();
            longest = Math.max(longest, length);
            shortest = Math.min(shortest, length);
        }
        return longest / shortest;
    }

    Remark remark() {
        String what = leastAngle < ANGLE ? "angles down to " + Math.max(0, Math.round(leastAngle)) + "°" : "";
        if (longest > LONG)
            what += (what.isEmpty() ? "" : ", ") + "sides "
                    + (longest > MOST_SAID ? "more than " + MOST_SAID : "up to " + Math.round(longest))
                    + " times as long as others";
        return new Remark(
                Remark.Level.NOTE,
                (count == 1 ? "1 face of the rings is" : count + " faces of the rings are") + " narrow: " + what + ".",
                place);
    }
}
