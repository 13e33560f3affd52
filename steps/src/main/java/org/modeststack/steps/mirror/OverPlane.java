package org.modeststack.steps.mirror;

import java.util.Arrays;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.part.Part;
import org.modeststack.mesh.search.Bvh;
import org.modeststack.mesh.search.WindingNumbers;
import org.modeststack.mesh.validity.SelfIntersections;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.Remark;

/**
 * What of a body lies on both sides of the plane in which it is mirrored, so that it and its image get into each other: a
 * shell through which the plane goes, or shells on one side where the images of others come to lie.
 *
 * @param over how far shells reach over to the side with less of them, mm; 0 where none goes through the plane
 * @param keepsAbove whether the greater part is above
 */
record OverPlane(double over, boolean keepsAbove) {
    private static final String KEEP = "Keep only what is ";
    private static final Pattern SIDE = Pattern.compile(KEEP + "(above|below) to ");
    /** Winding numbers from here on are of places inside. */
    private static final double INSIDE = 0.5;

    /**
     * Null where they do not get into each other. Linear where no shells come near the images of others; else as long as it
     * takes to look where faces meet.
     *
     * @param within what reaches over by no more than this is put onto the plane, mm
     */
    static @Nullable OverPlane of(Mesh in, MirrorPlane plane, double within) {
        int[] shellOf = new int[in.faceCount()];
        int shells = Measures.shellOfFaces(in, shellOf);
        double[] low = new double[shells], high = new double[shells];
        Arrays.fill(low, Double.POSITIVE_INFINITY);
        Arrays.fill(high, Double.NEGATIVE_INFINITY);
        for (int f = 0; f < in.faceCount(); f++) {
            int s = shellOf[f];
            for (int c = in.offsets()[f]; c < in.offsets()[f + 1]; c++) {
                int v = in.corners()[c];
                double h = plane.height(in.x(v), in.y(v), in.z(v));
                low[s] = Math.min(low[s], h);
                high[s] = Math.max(high[s], h);
            }
        }
        double above = 0, below = 0, through = 0;
        for (int s = 0; s < shells; s++) {
            above = Math.max(above, high[s]);
            below = Math.max(below, -low[s]);
            through = Math.max(through, Math.min(high[s], -low[s]));
        }
        if (Math.min(above, below) <= within) return null;
        if (through > within) return new OverPlane(through, above >= below);
        return imagesMeet(in, plane, shellOf, shells) ? new OverPlane(0, above >= below) : null;
    }

    /** What a box tells of it: of bodies of many parts that share their faces no more is looked at. */
    static @Nullable OverPlane of(Geometry in, MirrorPlane plane, double within) {
        double[] reach = plane.reach(in.bounds());
        double over = Math.min(-reach[0], reach[1]);
        return over > within ? new OverPlane(over, reach[1] >= -reach[0]) : null;
    }

    Remark remark() {
        String why = over > 0
                ? "The body reaches over the plane by " + Numbers.show(Math.rint(over * 1000) / 1000)
                        + " mm, so it and its image run through each other. "
                : "Pieces of the body lie on both sides of the plane, and images of some get into others. ";
        String side = keepsAbove ? "above" : "below";
        return new Remark(
                Remark.Level.REMARK,
                why + KEEP + side + (over > 0 ? " to cut it off there." : " to mirror that."),
                null);
    }

    /** What a remark of this kind says to keep, or null. */
    static Mirror.@Nullable Keep sideIn(Remark remark) {
        Matcher m = SIDE.matcher(remark.text());
        return m.find() ? m.group(1).equals("above") ? Mirror.Keep.ABOVE : Mirror.Keep.BELOW : null;
    }

    /** Whether images of shells meet others or lie in them, where no shell goes through the plane. */
    private static boolean imagesMeet(Mesh in, MirrorPlane plane, int[] shellOf, int shells) {
        double[] image = in.xyz().clone();
        plane.reflect(image, 0, image.length);
        Mesh other = in.withPositions(image);
        double[] here = boxes(in, shellOf, shells), there = boxes(other, shellOf, shells);
        boolean[] near = new boolean[shells];
        boolean[] any = new boolean[1];
        new Bvh(here).overlaps(new Bvh(there), (i, j) -> {
            if (i == j) return;
            near[j] = true;
            any[0] = true;
        });
        if (!any[0]) return false;
        int faces = in.faceCount();
        boolean[] meet = new boolean[1];
        Mesh both = Geometry.of(List.of(Part.of(in), Part.of(other))).mesh();
        SelfIntersections.findFaults(
                both, f -> f >= faces && near[shellOf[f - faces]], (f, g) -> meet[0] |= f < faces != g < faces);
        return meet[0] || liesInside(in, other, shellOf, near);
    }

    private static boolean liesInside(Mesh in, Mesh image, int[] shellOf, boolean[] near) {
        WindingNumbers winding = new WindingNumbers(in, near.length);
        boolean[] done = near.clone();
        for (int f = 0; f < image.faceCount(); f++) {
            if (!done[shellOf[f]]) continue;
            done[shellOf[f]] = false;
            Vec3 corner = image.point(image.corners()[image.offsets()[f]]);
            if (winding.at(corner) > INSIDE) return true;
        }
        return false;
    }

    private static double[] boxes(Mesh m, int[] shellOf, int shells) {
        double[] out = new double[6 * shells];
        for (int s = 0; s < shells; s++) {
            Arrays.fill(out, 6 * s, 6 * s + 3, Double.POSITIVE_INFINITY);
            Arrays.fill(out, 6 * s + 3, 6 * s + 6, Double.NEGATIVE_INFINITY);
        }
        for (int f = 0; f < m.faceCount(); f++) {
            int at = 6 * shellOf[f];
            for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++) {
                for (int k = 0; k < 3; k++) {
                    double x = m.xyz()[3 * m.corners()[c] + k];
                    out[at + k] = Math.min(out[at + k], x);
                    out[at + 3 + k] = Math.max(out[at + 3 + k], x);
                }
            }
        }
        return out;
    }
}
