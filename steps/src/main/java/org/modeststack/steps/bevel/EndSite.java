package org.modeststack.steps.bevel;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.steps.profile.ProfileCurve;

/**
 * A vertex at which cut edges end, while it is worked on: the faces round it, the widths of the edges there, and the
 * vertices that take its place, those of profiles among them. Spokes are counted as in {@link FaceFan}.
 */
final class EndSite {
    /** What a key is of: a place of its own, a profile, a corner. */
    static final long POINT = 1;

    static final long PROFILE = 2;
    static final long CORNER = 4;

    final CutPiece cut;
    final Profiles profiles;
    final Mesh mesh;
    final Adjacency adj;
    final EdgeWidths widths;
    final ProfileCurve curve;
    /** Segments of a profile. */
    final int n;
    /** Of the faces, three numbers each. */
    final double[] normals;
    /** How far along a profile its vertices are, for keys. */
    final long[] places;

    final FaceFan fan;
    /** The corners at cut spokes that profiles were made for. */
    private final IntArrayList made = new IntArrayList();

    private final long seed;
    /** The root of the keys of what is made here. */
    private long own;

    private final double[] ab;

    EndSite(CutPiece cut, Profiles profiles, EdgeWidths widths, ProfileCurve curve, long seed) {
        this.cut = cut;
        this.profiles = profiles;
        this.widths = widths;
        this.curve = curve;
        this.seed = seed;
        mesh = cut.whole.mesh;
        adj = cut.whole.adj;
        n = curve.segments();
        normals = FaceFrames.of(mesh).normals();
        places = Keys.fractions(n);
        ab = new double[2 * (n + 1)];
        fan = new FaceFan(mesh);
    }

    /** Goes to the vertex of a corner; what is touched there is the fan that the corner belongs to. */
    void moveTo(int corner) {
        fan.gather(corner);
        own = Keys.of(seed, mesh.vertexKeys()[fan.vertex]);
    }

    /** The root of the keys of what is made here. */
    long key() {
        return own;
    }

    /** Notes the ends of a profile. */
    void note(int c, int r, int l) {
        made.add(c);
        profiles.right[c] = r;
        profiles.left[c] = l;
    }

    /** Numbers what was made at the vertices through, once the piece has its place in the whole. */
    void shift(int by) {
        for (int i = 0; i < made.size(); i++) profiles.shift(made.getInt(i), by);
    }

    /** The root of the keys of what is made beside a cut edge at this vertex. */
    long cornerKey(int c) {
        return Keys.of(Keys.of(own, CORNER), mesh.vertexKeys()[mesh.corners()[adj.cornerNext()[c]]]);
    }

    /** How far from a cut spoke its rail is at the vertex. */
    double distance(int spoke, boolean isLeft) {
        // The spoke's own corner has just been looked at.
        if (widths.areEven()) return widths.start[fan.corner(spoke)];
        return isLeft ? widths.start[fan.corner(spoke)] : widths.end[fan.before(cornerBefore(spoke))];
    }

    int cornerBefore(int spoke) {
        return fan.corner(spoke + (fan.closed ? fan.faces() : 0) - 1);
    }

    int faceBeside(int spoke, boolean isLeft) {
        return adj.cornerFace()[isLeft ? fan.corner(spoke) : cornerBefore(spoke)];
    }

    /**
     * A vertex on a spoke.
     *
     * @param c a corner that tells it from others at the same vertex
     */
    int onSpoke(int spoke, double distance, int c) {
        double[] w = fan.ways();
        int b = fan.at(spoke);
        return point(w[b] * distance, w[b + 1] * distance, w[b + 2] * distance, c);
    }

    int point(double x, double y, double z, int c) {
        return cut.vertex(fan.vertex, x, y, z, pointKey(c));
    }

    private long pointKey(int c) {
        return Keys.of(own ^ POINT, mesh.faceKeys()[adj.cornerFace()[c]]);
    }

    /**
     * The place on the line of an edge straight between its two rails' ends, from which profiles by number lie square to
     * the edge. Those that go square into the body would then fall on each other; they are cut off aslant instead, as in
     * a mitre, from the old vertex.
     */
    Vec3 foot(int spoke, int r, int l) {
        double[] w = fan.ways();
        int a = fan.at(spoke);
        double along = 0;
        for (int k = 0; k < 3; k++) along += w[a + k] * (cut.offset(r, k) + cut.offset(l, k)) / 2;
        return new Vec3(w[a] * along, w[a + 1] * along, w[a + 2] * along);
    }

    /** Makes the vertices of a profile between its two ends. */
    void profile(int spoke, int r, int l, Vec3 foot) {
        int c = fan.corner(spoke);
        note(c, r, l);
        profiles.step[c] = 1;
        profiles.inner[c] = cut.vertexCount();
        if (n == 1) return;
        curve.at(widths.turn[c], ab);
        long k = Keys.of(own, PROFILE, mesh.vertexKeys()[mesh.corners()[adj.cornerNext()[c]]]);
        for (int i = 1; i < n; i++) {
            double a = ab[2 * i], b = ab[2 * i + 1], o = 1 - a - b;
            cut.vertex(
                    fan.vertex,
                    o * foot.x() + a * cut.offset(r, 0) + b * cut.offset(l, 0),
                    o * foot.y() + a * cut.offset(r, 1) + b * cut.offset(l, 1),
                    o * foot.z() + a * cut.offset(r, 2) + b * cut.offset(l, 2),
                    Keys.of(k, places[i]));
        }
    }

    /** Lets a second edge end in the profile of the first. */
    void share(int spoke, int other) {
        int c = fan.corner(spoke), d = fan.corner(other);
        note(d, profiles.left[c], profiles.right[c]);
        profiles.inner[d] = profiles.inner[c] + n - 2;
        profiles.step[d] = -1;
    }

    int on(int c, int i) {
        return profiles.on(c, i);
    }

    Vec3 offset(int v) {
        return new Vec3(cut.offset(v, 0), cut.offset(v, 1), cut.offset(v, 2));
    }

    /** The direction of a spoke. */
    Vec3 way(int spoke) {
        double[] w = fan.ways();
        int a = fan.at(spoke);
        return new Vec3(w[a], w[a + 1], w[a + 2]);
    }

    Vec3 normal(int f) {
        return new Vec3(normals[f], normals[f + 1], normals[f + 2]);
    }

    /** A vertex of an outline that is not pointed. */
    int outlineVertex(Vec3 p, int spoke, int i) {
        long k = pointKey(fan.corner(spoke));
        return cut.vertex(fan.vertex, p.x(), p.y(), p.z(), i == 0 ? k : Keys.of(k, i));
    }

    /** The corner beside a cut edge. */
    void beside(int c, int p, boolean slid, int old, boolean isLeft) {
        if (slid) cut.replace(c, p);
        else if (isLeft) cut.replace(c, old, p);
        else cut.replace(c, p, old);
    }

    /** A corner that keeps the old vertex, with what stands on the spokes before and behind it. */
    void far(int c, int first, int old, int last) {
        if (first < 0 && last < 0) cut.replace(c, old);
        else if (first < 0) cut.replace(c, old, last);
        else if (last < 0) cut.replace(c, first, old);
        else cut.replace(c, first, old, last);
    }
}
