package org.modeststack.steps.bevel;

import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Vec3;

/** The end of a cut edge at a vertex at which no other is cut, all round which there are faces. */
final class LoneEnd {
    /** Edges that rise above a plane by less than this (sine) lie in it. */
    private static final double BEHIND = 0.02;

    private final EndSite site;
    private final RailMeeting rails;
    private final CornerFaces corners;
    private final CutPiece cut;
    private final Profiles profiles;
    private final Adjacency adj;
    private final int n;
    private final FaceFan fan;

    LoneEnd(EndSite site, RailMeeting rails, CornerFaces corners) {
        this.site = site;
        this.rails = rails;
        this.corners = corners;
        cut = site.cut;
        profiles = site.profiles;
        adj = site.adj;
        n = site.n;
        fan = site.fan;
    }

    /** An edge that ends here, all round which there are faces. */
    void close() {
        cut.doubtful = true;
        int d = fan.faces(), v = fan.vertex;
        if (d == 2) {
            // Both rails meet on the only other edge.
            double l = rails.slide(0, 1, true), r = rails.slide(0, 1, false);
            double t = Double.isNaN(l) ? r : Double.isNaN(r) ? l : (l + r) / 2;
            int p = site.onSpoke(1, Double.isNaN(t) ? 0 : t, fan.corner(0));
            cut.replace(fan.corner(0), p);
            cut.replace(fan.corner(1), p);
            int c = fan.corner(0);
            cut.repeats = true;
            site.note(c, p, p);
            profiles.inner[c] = p;
            profiles.step[c] = 0;
            return;
        }
        double l = rails.slide(0, 1, true), r = rails.slide(0, d - 1, false);
        boolean slidL = !Double.isNaN(l), slidR = !Double.isNaN(r);
        int pl = slidL ? site.onSpoke(1, l, fan.corner(0)) : rails.square(0, true);
        int pr = slidR ? site.onSpoke(d - 1, r, fan.corner(d - 1)) : rails.square(0, false);
        site.profile(0, pr, pl, Vec3.ZERO);
        boolean kept = (d > 3 || !slidL || !slidR) && isBehind(pr, pl);
        if (!kept) {
            spread(pr, pl);
            return;
        }
        int c = fan.corner(0), old = cut.same(v);
        site.beside(c, pl, slidL, old, true);
        site.beside(fan.corner(d - 1), pr, slidR, old, false);
        for (int j = 1; j <= d - 2; j++)
            site.far(fan.corner(j), j + 1 == d - 1 && slidR ? pr : -1, old, j == 1 && slidL ? pl : -1);
        corners.capAt(old, c, adj.cornerFace()[fan.corner(0)]);
    }

    /**
     * Whether the surface goes on behind the plane in which a lone strip ends, so that the old vertex stays and a face
     * leads back to it. Where it lies in that plane or before it, nothing is left of the vertex.
     */
    private boolean isBehind(int r, int l) {
        Vec3 normal = site.offset(r).cross(site.offset(l)).unit();
        double ahead = normal.dot(site.way(0));
        // In a valley the strip fills up what is before its end, and the face looks the other way.
        if (ahead < 0) normal = normal.times(-1);
        double farthest = -1, sum = 0;
        for (int j = 1; j < fan.faces(); j++) {
            double d = site.way(j).dot(normal);
            farthest = Math.max(farthest, d);
            sum += d;
        }
        return Math.abs(ahead) > BEHIND && farthest < BEHIND && sum < -BEHIND;
    }

    /** Lets the faces opposite a lone strip end along its profile, each edge between them at the place it points to. */
    private void spread(int r, int l) {
        int c = fan.corner(0), right = fan.faces() - 1;
        Vec3 p = site.offset(r).unit(), q = site.offset(l).unit();
        cut.replace(c, l);
        cut.replace(fan.corner(right), r);
        int ahead = n;
        for (int j = 1; j < right; j++) {
            // The spoke behind this face: the one at the right rail comes last.
            Vec3 way = site.way(j + 1);
            double a = Math.max(0, way.dot(p)), b = Math.max(0, way.dot(q));
            int at = j + 1 == right ? 0 : Math.min(ahead, (int) Math.rint(n * (a + b > 0 ? b / (a + b) : 0.5)));
            int[] chain = new int[ahead - at + 1];
            for (int i = at; i <= ahead; i++) chain[i - at] = site.on(c, i);
            cut.replace(fan.corner(j), chain);
            ahead = at;
        }
    }
}
