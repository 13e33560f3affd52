package org.modeststack.steps.mirror;

import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.Remark;

/**
 * Where an open body that is mirrored does not reach the plane, though it is meant to: the widest gap between the two halves.
 *
 * @param away how far from the plane the border lies there, mm
 */
record SeamGap(double away, Vec3 place) {
    /** Borders farther from the plane than this share of the body are meant to be open. */
    private static final double NEAR = 0.05;

    private static final Pattern CLOSES = Pattern.compile("within ([0-9.eE-]+) mm");
    private static final String SAYS = "The halves do not meet: the widest gap is ";

    /** Null where all borders near the plane are within the distance, or there are none. Linear. */
    static @Nullable SeamGap of(Mesh in, MirrorPlane plane, double distance) {
        Adjacency adj = in.adjacency();
        double[] reach = plane.reach(in.bounds());
        double near = NEAR * (reach[1] - reach[0]), widest = distance;
        int at = -1;
        for (int e = 0; e < adj.edgeCount(); e++) {
            if (adj.edgeSides(e) != 1) continue;
            double low = away(in, plane, adj.edgeLow(e)), high = away(in, plane, adj.edgeHigh(e));
            // An edge that leads away from the plane belongs to an opening of its own.
            if (low > near || high > near || Math.max(low, high) <= widest) continue;
            widest = Math.max(low, high);
            at = low >= high ? adj.edgeLow(e) : adj.edgeHigh(e);
        }
        return at < 0 ? null : new SeamGap(widest, in.point(at));
    }

    private static double away(Mesh in, MirrorPlane plane, int v) {
        return Math.abs(plane.height(in.x(v), in.y(v), in.z(v)));
    }

    Remark remark() {
        return new Remark(
                Remark.Level.REMARK,
                SAYS
                        + String.format(
                                Locale.ROOT, "%s mm. A weld within %s mm closes it.", show(2 * away), show(weld())),
                place);
    }

    /** The distance that closes it, mm, in round numbers. */
    double weld() {
        double unit = Math.pow(10, Math.floor(Math.log10(away)) - 1);
        return Math.ceil(away * (1 + 1e-9) / unit) * unit;
    }

    private static String show(double mm) {
        return Numbers.show(Double.parseDouble(String.format(Locale.ROOT, "%.3g", mm)));
    }

    /** The distance that closes the gap that a remark tells of; NaN where it tells of none. */
    static double weldIn(Remark remark) {
        Matcher m = CLOSES.matcher(remark.text());
        return remark.text().startsWith(SAYS) && m.find() ? Double.parseDouble(m.group(1)) : Double.NaN;
    }
}
