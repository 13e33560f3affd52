package org.modeststack.steps.bevel;

import static org.modeststack.steps.bevel.EndSite.CORNER;
import static org.modeststack.steps.bevel.EndSite.POINT;
import static org.modeststack.steps.bevel.EndSite.PROFILE;

import java.util.Arrays;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.profile.CornerPatch;
import org.modeststack.steps.profile.PatchFaces;
import org.modeststack.steps.profile.ProfileCurve;

/** The faces that close what profiles leave open at a vertex: a patch, one face, rows of quads, or the end of a strip. */
final class CornerFaces {
    private final EndSite site;
    private final Meeting meeting;
    private final CutPiece cut;
    private final Profiles profiles;
    private final Mesh mesh;
    private final Adjacency adj;
    private final EdgeWidths widths;
    private final ProfileCurve curve;
    private final int n;
    private final long[] places;
    private final FaceFan fan;

    CornerFaces(EndSite site, Meeting meeting) {
        this.site = site;
        this.meeting = meeting;
        cut = site.cut;
        profiles = site.profiles;
        mesh = site.mesh;
        adj = site.adj;
        widths = site.widths;
        curve = site.curve;
        n = site.n;
        places = site.places;
        fan = site.fan;
    }

    /** Flat bevels meet in one face, whose corners are the vertices between them. */
    void polygon(int[] spokes, int[] points) {
        int cuts = spokes.length;
        long least = Long.MAX_VALUE;
        for (int i = 0; i < cuts; i++) {
            int c = fan.corner(spokes[i]);
            site.note(c, points[i == 0 ? cuts - 1 : i - 1], points[i]);
            least = Math.min(least, mesh.vertexKeys()[mesh.corners()[adj.cornerNext()[c]]]);
        }
        long key = Keys.of(Keys.of(site.key(), CORNER), least);
        cut.face(key, adj.cornerFace()[fan.corner(spokes[0])], points, 0, cuts);
    }

    /** Two cut edges between which the outline is fanned: from the profile of one to that of the other. */
    void turnAt(int[] spokes, int[][] between) {
        for (int i = 0; i < 2; i++) {
            if (between[i].length == 1) continue;
            if (between[1 - i].length > 1) {
                cap(spokes, between, -1);
                return;
            }
        }
        int i = between[0].length > 1 ? 0 : 1;
        // Rows lead from the profile of the edge before the fan to that of the edge behind it.
        int c = fan.corner(spokes[i]), d = fan.corner(spokes[1 - i]);
        int columns = between[i].length - 1;
        cut.repeats = true;
        long key = Keys.of(site.key(), CORNER, mesh.faceKeys()[adj.cornerFace()[c]]);
        int[][] rows = new int[n + 1][];
        for (int k = 0; k <= n; k++) {
            rows[k] = new int[columns + 1];
            // From the single vertex opposite to the fan: to the left on the one profile, back from it on the other.
            rows[k][0] = site.on(c, k);
            rows[k][columns] = site.on(d, n - k);
            if (k == n) rows[k] = between[i];
            for (int j = 1; j < columns && k > 0 && k < n; j++) rows[k][j] = between(rows[k], j, between[i], key, k);
            if (k == 0) Arrays.fill(rows[k], rows[k][0]);
        }
        int[] quad = new int[4];
        int like = adj.cornerFace()[c];
        for (int k = 0; k < n; k++) {
            for (int j = 0; j < columns; j++) {
                quad[0] = rows[k][j];
                quad[1] = rows[k + 1][j];
                quad[2] = rows[k + 1][j + 1];
                quad[3] = rows[k][j + 1];
                cut.face(Keys.of(key, k, j), like, quad, 0, 4);
            }
        }
    }

    /** A vertex in a row that is shaped like the outer one. */
    private int between(int[] row, int j, int[] outer, long key, int k) {
        int columns = outer.length - 1, a = row[0], b = row[columns], p = outer[0], q = outer[columns];
        double t = (double) j / columns, size = 0, full = 0;
        for (int x = 0; x < 3; x++) {
            size += Math.pow(cut.offset(b, x) - cut.offset(a, x), 2);
            full += Math.pow(cut.offset(q, x) - cut.offset(p, x), 2);
        }
        double s = full > 0 ? Math.sqrt(size / full) : 0;
        double[] o = new double[3];
        for (int x = 0; x < 3; x++) {
            double bulge = cut.offset(outer[j], x) - cut.offset(p, x) - t * (cut.offset(q, x) - cut.offset(p, x));
            o[x] = cut.offset(a, x) + t * (cut.offset(b, x) - cut.offset(a, x)) + s * bulge;
        }
        return cut.vertex(fan.vertex, o[0], o[1], o[2], Keys.of(Keys.of(key, POINT), k, j));
    }

    /**
     * Fills a corner between profiles that meet end to end.
     *
     * @param border where the first begins if the last does not end there, else -1
     */
    void fill(int[] spokes, Vec3[] foot, int border) {
        int cuts = spokes.length, sides = border < 0 ? cuts : cuts + 1;
        if (n == 1 || meeting == Meeting.CAP) {
            int[][] between = new int[cuts][];
            for (int i = 0; i < cuts; i++) between[i] = new int[] {profiles.left[fan.corner(spokes[i])]};
            cap(spokes, between, -1);
            return;
        }
        int[][] outline = new int[sides][n + 1];
        Vec3[] feet = new Vec3[sides], ends = new Vec3[sides];
        double[] turn = new double[sides];
        for (int s = 0; s < cuts; s++) {
            int c = fan.corner(spokes[s]);
            for (int i = 0; i <= n; i++) outline[s][i] = site.on(c, i);
            feet[s] = foot[s];
            turn[s] = widths.turn[c];
        }
        long key = site.cornerKey(fan.corner(spokes[0]));
        for (int s = 0; s < cuts; s++) key = Math.min(key, site.cornerKey(fan.corner(spokes[s])));
        if (border >= 0) straight(outline, feet, turn, cuts, key);
        // The side along a border has no edge of its own.
        long whole = Keys.of(key, CORNER);
        for (int s = 0; s < sides; s++) ends[s] = site.offset(outline[s][0]);
        // Flat strips meet in a flat face; what is round need not.
        cut.doubtful = true;
        Vec3[] made = new CornerPatch(curve, feet, ends, turn).places();
        PatchFaces.emit(
                cut.at(fan.vertex, side -> adj.cornerFace()[fan.corner(spokes[Math.min(side, cuts - 1)])]),
                outline,
                made,
                side -> side < cuts ? site.cornerKey(fan.corner(spokes[side])) : whole);
    }

    /** The side of a corner that lies along a border. */
    private void straight(int[][] outline, Vec3[] feet, double[] turn, int side, long key) {
        int a = outline[side - 1][n], b = outline[0][0];
        outline[side][0] = a;
        outline[side][n] = b;
        Vec3 p = site.offset(a), q = site.offset(b);
        for (int i = 1; i < n; i++) {
            Vec3 x = p.plus(q.minus(p).times((double) i / n));
            outline[side][i] = cut.vertex(fan.vertex, x.x(), x.y(), x.z(), Keys.of(Keys.of(key, PROFILE), places[i]));
        }
        feet[side] = p.plus(q).times(0.5);
        turn[side] = 0;
    }

    /**
     * One face round a whole corner.
     *
     * @param old the old vertex where it is part of it, else -1
     */
    void cap(int[] spokes, int[][] between, int old) {
        cut.doubtful = true;
        int size = 1;
        for (int[] b : between) size += n + b.length + 1;
        int[] ring = new int[size];
        int m = 0;
        long key = Long.MAX_VALUE;
        if (old >= 0) ring[m++] = old;
        for (int s = 0; s < spokes.length; s++) {
            int c = fan.corner(spokes[s]);
            key = Math.min(key, site.cornerKey(c));
            for (int i = 0; i <= n; i++) ring[m++] = site.on(c, i);
            for (int i = 1; i < between[s].length - 1; i++) ring[m++] = between[s][i];
        }
        int used = 0;
        for (int i = 0; i < m; i++) if (used == 0 || ring[used - 1] != ring[i]) ring[used++] = ring[i];
        if (ring[used - 1] == ring[0]) used--;
        cut.face(key, adj.cornerFace()[fan.corner(spokes[0])], ring, 0, used);
    }

    /** Closes the end of a lone edge back to the old vertex. */
    void capAt(int old, int c, int like) {
        int[] ring = new int[n + 2];
        ring[0] = old;
        for (int i = 0; i <= n; i++) ring[i + 1] = site.on(c, i);
        cut.face(site.cornerKey(c), like, ring, 0, n + 2);
    }
}
