package org.modeststack.steps.bevel;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.profile.ProfileCurve;

/**
 * What becomes of the vertices at which cut edges end. The cut edges divide the faces round a vertex into sectors; each
 * sector gets one vertex in place of the old one, where the rails of the two edges beside it meet. From sector to sector
 * across an edge leads its profile. Where two cut edges meet they share a profile; where more meet the profiles go round a
 * corner, which is filled; a lone edge ends in the face opposite, or in a face of its own that leads back to the old
 * vertex.
 */
final class EdgeEnds {
    private final EndSite site;
    private final RailMeeting rails;
    private final CornerFaces corners;
    private final LoneEnd loneEnd;
    private final BitSet edges;
    private final Turns turns;
    private final CutPiece cut;
    private final Adjacency adj;
    private final ProfileCurve curve;
    private final int n;
    private final FaceFan fan;
    /** The spokes that are cut, in order. */
    private final IntArrayList spokes = new IntArrayList();

    EdgeEnds(
            CutPiece cut,
            Profiles profiles,
            BitSet edges,
            EdgeWidths widths,
            ProfileCurve curve,
            Turns turns,
            Meeting meeting,
            long seed) {
        this.cut = cut;
        this.edges = edges;
        this.turns = turns;
        this.curve = curve;
        site = new EndSite(cut, profiles, widths, curve, seed);
        rails = new RailMeeting(site);
        corners = new CornerFaces(site, meeting);
        loneEnd = new LoneEnd(site, rails, corners);
        adj = site.adj;
        n = site.n;
        fan = site.fan;
    }

    /** Works on the touched vertices from one, up to and without another. */
    void run(BitSet touched, int from, int to) {
        BitSet seen = new BitSet(site.mesh.cornerCount());
        for (int v = touched.nextSetBit(from); v >= 0 && v < to; v = touched.nextSetBit(v + 1)) {
            for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++) {
                int c = adj.vertexCorners()[i];
                if (seen.get(c)) continue;
                site.moveTo(c);
                for (int j = 0; j < fan.faces(); j++) seen.set(fan.corner(j));
                round();
            }
        }
    }

    /** Numbers what was made at the vertices through, once the piece has its place in the whole. */
    void shift(int by) {
        site.shift(by);
    }

    /** One fan of faces round a vertex. */
    private void round() {
        spokes.clear();
        for (int j = 0; j < fan.spokes(); j++) if (edges.get(fan.edge(j))) spokes.add(j);
        int cuts = spokes.size();
        if (cuts == 0) return;
        if (!fan.closed) {
            open(spokes.toIntArray());
            return;
        }
        int first = spokes.getInt(0);
        fan.begin(first);
        int[] list = spokes.toIntArray();
        for (int i = 0; i < cuts; i++) list[i] -= first;
        if (cuts == 1) loneEnd.close();
        else closed(list);
    }

    private void closed(int[] spokes) {
        int cuts = spokes.length;
        if (n == 1 && cuts > 2 && turns.arePointed()) {
            int[] points = new int[cuts];
            for (int i = 0; i < cuts; i++)
                points[i] = pointed(spokes[i], i + 1 < cuts ? spokes[i + 1] : spokes[0] + fan.faces());
            corners.polygon(spokes, points);
            return;
        }
        int[] firstOf = new int[cuts], lastOf = new int[cuts];
        int[][] between = new int[cuts][];
        boolean plain = true;
        for (int i = 0; i < cuts; i++) {
            int a = spokes[i], b = i + 1 < cuts ? spokes[i + 1] : spokes[0] + fan.faces();
            between[i] = sector(a, b);
            firstOf[i] = between[i][0];
            lastOf[i] = between[i][between[i].length - 1];
            plain &= between[i].length == 1;
        }
        if (cuts == 2 && plain) {
            site.profile(spokes[0], firstOf[1], firstOf[0], Vec3.ZERO);
            site.share(spokes[0], spokes[1]);
            return;
        }
        if (plain && n == 1) {
            corners.polygon(spokes, firstOf);
            return;
        }
        Vec3[] foot = new Vec3[cuts];
        for (int i = 0; i < cuts; i++) {
            int r = lastOf[(i + cuts - 1) % cuts], l = firstOf[i];
            foot[i] = cuts == 2 || curve.goesSquareIn() ? Vec3.ZERO : site.foot(spokes[i], r, l);
            site.profile(spokes[i], r, l, foot[i]);
        }
        if (plain) corners.fill(spokes, foot, -1);
        else if (cuts == 2) corners.turnAt(spokes, between);
        else corners.cap(spokes, between, -1);
    }

    /** Cut edges that come to a border. */
    private void open(int[] spokes) {
        cut.doubtful = true;
        int cuts = spokes.length;
        int d = fan.faces(), s = spokes[0], e = spokes[cuts - 1];
        double r = rails.slide(s, s - 1, false), l = rails.slide(e, e + 1, true);
        boolean slidR = !Double.isNaN(r), slidL = !Double.isNaN(l);
        int pr = slidR ? site.onSpoke(s - 1, r, fan.corner(s - 1)) : rails.square(s, false);
        int pl = slidL ? site.onSpoke(e + 1, l, fan.corner(e)) : rails.square(e, true);
        boolean kept = !slidR || !slidL || s > 1 || e + 1 < d;
        int old = kept ? cut.same(fan.vertex) : -1;
        site.beside(fan.corner(s - 1), pr, slidR, old, false);
        site.beside(fan.corner(e), pl, slidL, old, true);
        for (int j = 0; j < s - 1; j++) site.far(fan.corner(j), j + 1 == s - 1 && slidR ? pr : -1, old, -1);
        for (int j = e + 1; j < d; j++) site.far(fan.corner(j), -1, old, j == e + 1 && slidL ? pl : -1);
        int[][] between = new int[cuts][];
        for (int i = 0; i + 1 < cuts; i++) between[i] = sector(spokes[i], spokes[i + 1]);
        between[cuts - 1] = new int[] {pl};
        Vec3[] foot = new Vec3[cuts];
        boolean plain = true;
        for (int i = 0; i < cuts; i++) {
            int from = i == 0 ? pr : between[i - 1][between[i - 1].length - 1], to = between[i][0];
            plain &= between[i].length == 1;
            foot[i] = cuts < 2 || curve.goesSquareIn() ? Vec3.ZERO : site.foot(spokes[i], from, to);
            site.profile(spokes[i], from, to, foot[i]);
        }
        if (cuts == 1) {
            if (kept) corners.capAt(old, fan.corner(s), adj.cornerFace()[fan.corner(s)]);
        } else if (plain && !kept) {
            corners.fill(spokes, foot, pr);
        } else {
            corners.cap(spokes, between, kept ? old : -1);
        }
    }

    /**
     * Puts vertices in place of the old one between two cut spokes. @return usually one; several, from the first spoke
     * to the second, where the outline is not pointed
     */
    private int[] sector(int a, int b) {
        if (turns.arePointed()) return new int[] {pointed(a, b)};
        int f = 3 * site.faceBeside(a, true);
        if (!rails.aim(a, b, f)) return new int[] {put(a, b)};
        cut.doubtful = true;
        int[] outline =
                turns.at(site, rails.meeting(), a, b, f, Math.min(site.distance(a, true), site.distance(b, false)));
        if (outline == null) return new int[] {put(a, b)};
        follow(outline, a, b, f);
        return outline;
    }

    /** Puts one vertex in place of the old one between two cut spokes. */
    private int pointed(int a, int b) {
        rails.aim(a, b, 3 * site.faceBeside(a, true));
        return put(a, b);
    }

    private int put(int a, int b) {
        int p = rails.vertex(fan.corner(a));
        for (int j = a; j < b; j++) cut.replace(fan.corner(j), p);
        return p;
    }

    /** Lets the faces of a sector that lie in one plane end along its outline, each edge between them where it points. */
    private void follow(int[] outline, int a, int b, int f) {
        double whole = angle(a, b, f);
        int last = outline.length - 1, before = 0;
        for (int j = a; j < b; j++) {
            // A sector without an angle has nothing to share out.
            double share = whole > 0 ? angle(a, j + 1, f) / whole : 0;
            int next = j + 1 == b ? last : (int) Math.clamp(Math.rint(share * last), before, last);
            int[] chain = new int[next - before + 1];
            for (int i = 0; i < chain.length; i++) chain[i] = outline[next - i];
            cut.replace(fan.corner(j), chain);
            before = next;
        }
    }

    /** From one spoke counter-clockwise to another in a face's plane, from 0 to a full turn. */
    private double angle(int a, int b, int f) {
        Vec3 u = site.way(a), w = site.way(b);
        double t = Math.atan2(site.normal(f).dot(u.cross(w)), u.dot(w));
        return t < 0 ? t + 2 * Math.PI : t;
    }
}
