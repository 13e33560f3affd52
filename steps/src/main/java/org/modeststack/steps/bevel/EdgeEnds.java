package org.modeststack.steps.bevel;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;
import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.steps.profile.CornerPatch;
import org.modeststack.steps.profile.Equations;
import org.modeststack.steps.profile.PatchFaces;
import org.modeststack.steps.profile.ProfileCurve;

/**
 * What becomes of the vertices at which cut edges end. The cut edges divide the faces round a vertex into sectors; each
 * sector gets one vertex in place of the old one, where the rails of the two edges beside it meet. From sector to sector
 * across an edge leads its profile. Where two cut edges meet they share a profile; where more meet the profiles go round a
 * corner, which is filled; a lone edge ends in the face opposite, or in a face of its own that leads back to the old
 * vertex.
 */
final class EdgeEnds {
    private static final long POINT = 1;
    private static final long PROFILE = 2;
    private static final long CORNER = 4;

    /** Rails that meet an edge at less than this (sine) would run far along it; they end square to their own instead. */
    private static final double SLANTED = 0.17;

    /** Edges that rise above a plane by less than this (sine) lie in it. */
    private static final double BEHIND = 0.02;

    /** Faces whose normals agree to this (one minus the cosine) are one plane. */
    private static final double PLANE = 1e-10;

    private final CutPiece cut;
    private final Profiles profiles;
    /** The cut spokes that profiles were made for. */
    private final IntArrayList made = new IntArrayList();

    private final Mesh mesh;
    private final Adjacency adj;
    private final BitSet edges;
    private final EdgeWidths widths;
    private final ProfileCurve curve;
    private final Turns turns;
    private final Meeting meeting;
    private final long seed;
    private final int n;
    private final double[] normals;
    private final long[] places;

    private final FaceFan fan;
    /** The spokes that are cut, in order. */
    private final IntArrayList spokes = new IntArrayList();
    /** The root of the keys of what is made at the present vertex. */
    private long own;

    private final double[] at = new double[3];
    private final double[] ab;

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
        this.profiles = profiles;
        mesh = cut.whole.mesh;
        adj = cut.whole.adj;
        this.edges = edges;
        this.widths = widths;
        this.curve = curve;
        this.turns = turns;
        this.meeting = meeting;
        this.seed = seed;
        n = curve.segments();
        normals = FaceFrames.of(mesh).normals();
        places = Keys.fractions(n);
        ab = new double[2 * (n + 1)];
        fan = new FaceFan(mesh);
    }

    /** Works on the touched vertices from one, up to and without another. */
    void run(BitSet touched, int from, int to) {
        BitSet seen = new BitSet(mesh.cornerCount());
        for (int v = touched.nextSetBit(from); v >= 0 && v < to; v = touched.nextSetBit(v + 1)) {
            for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++) {
                int c = adj.vertexCorners()[i];
                if (seen.get(c)) continue;
                fan.gather(c);
                for (int j = 0; j < fan.faces(); j++) seen.set(fan.corner(j));
                round();
            }
        }
    }

    /** Numbers what was made at the vertices through, once the piece has its place in the whole. */
    void shift(int by) {
        for (int i = 0; i < made.size(); i++) profiles.shift(made.getInt(i), by);
    }

    /** One fan of faces round a vertex. */
    private void round() {
        own = Keys.of(seed, mesh.vertexKeys()[fan.vertex]);
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
        if (cuts == 1) lone();
        else closed(list);
    }

    private void closed(int[] spokes) {
        int cuts = spokes.length;
        if (n == 1 && cuts > 2 && turns.arePointed()) {
            int[] points = new int[cuts];
            for (int i = 0; i < cuts; i++)
                points[i] = pointed(spokes[i], i + 1 < cuts ? spokes[i + 1] : spokes[0] + fan.faces());
            polygon(spokes, points);
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
            profile(spokes[0], firstOf[1], firstOf[0], Vec3.ZERO);
            share(spokes[0], spokes[1]);
            return;
        }
        if (plain && n == 1) {
            polygon(spokes, firstOf);
            return;
        }
        Vec3[] foot = new Vec3[cuts];
        for (int i = 0; i < cuts; i++) {
            int r = lastOf[(i + cuts - 1) % cuts], l = firstOf[i];
            foot[i] = cuts == 2 || curve.goesSquareIn() ? Vec3.ZERO : foot(spokes[i], r, l);
            profile(spokes[i], r, l, foot[i]);
        }
        if (plain) fill(spokes, foot, -1);
        else if (cuts == 2) turnAt(spokes, between);
        else cap(spokes, between, -1);
    }

    /** Flat bevels meet in one face, whose corners are the vertices between them. */
    private void polygon(int[] spokes, int[] points) {
        int cuts = spokes.length;
        long least = Long.MAX_VALUE;
        for (int i = 0; i < cuts; i++) {
            int c = fan.corner(spokes[i]);
            made.add(c);
            profiles.right[c] = points[i == 0 ? cuts - 1 : i - 1];
            profiles.left[c] = points[i];
            least = Math.min(least, mesh.vertexKeys()[mesh.corners()[adj.cornerNext()[c]]]);
        }
        long key = Keys.of(Keys.of(own, CORNER), least);
        cut.face(key, adj.cornerFace()[fan.corner(spokes[0])], points, 0, cuts);
    }

    /** Two cut edges between which the outline is fanned: from the profile of one to that of the other. */
    private void turnAt(int[] spokes, int[][] between) {
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
        long key = Keys.of(own, CORNER, mesh.faceKeys()[adj.cornerFace()[c]]);
        int[][] rows = new int[n + 1][];
        for (int k = 0; k <= n; k++) {
            rows[k] = new int[columns + 1];
            // From the single vertex opposite to the fan: to the left on the one profile, back from it on the other.
            rows[k][0] = on(c, k);
            rows[k][columns] = on(d, n - k);
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

    /** An edge that ends here, all round which there are faces. */
    private void lone() {
        cut.doubtful = true;
        int d = fan.faces(), v = fan.vertex;
        if (d == 2) {
            // Both rails meet on the only other edge.
            double l = slide(0, 1, true), r = slide(0, 1, false);
            double t = Double.isNaN(l) ? r : Double.isNaN(r) ? l : (l + r) / 2;
            int p = on(1, Double.isNaN(t) ? 0 : t, fan.corner(0));
            cut.replace(fan.corner(0), p);
            cut.replace(fan.corner(1), p);
            int c = fan.corner(0);
            made.add(c);
            cut.repeats = true;
            profiles.right[c] = p;
            profiles.left[c] = p;
            profiles.inner[c] = p;
            profiles.step[c] = 0;
            return;
        }
        double l = slide(0, 1, true), r = slide(0, d - 1, false);
        boolean slidL = !Double.isNaN(l), slidR = !Double.isNaN(r);
        int pl = slidL ? on(1, l, fan.corner(0)) : square(0, true);
        int pr = slidR ? on(d - 1, r, fan.corner(d - 1)) : square(0, false);
        profile(0, pr, pl, Vec3.ZERO);
        boolean kept = (d > 3 || !slidL || !slidR) && isBehind(pr, pl);
        if (!kept) {
            spread(pr, pl);
            return;
        }
        int c = fan.corner(0), old = cut.same(v);
        beside(c, pl, slidL, old, true);
        beside(fan.corner(d - 1), pr, slidR, old, false);
        for (int j = 1; j <= d - 2; j++)
            far(fan.corner(j), j + 1 == d - 1 && slidR ? pr : -1, old, j == 1 && slidL ? pl : -1);
        capAt(old, c, adj.cornerFace()[fan.corner(0)]);
    }

    /**
     * Whether the surface goes on behind the plane in which a lone strip ends, so that the old vertex stays and a face
     * leads back to it. Where it lies in that plane or before it, nothing is left of the vertex.
     */
    private boolean isBehind(int r, int l) {
        Vec3 normal = offset(r).cross(offset(l)).unit();
        double ahead = normal.dot(way(0));
        // In a valley the strip fills up what is before its end, and the face looks the other way.
        if (ahead < 0) normal = normal.times(-1);
        double farthest = -1, sum = 0;
        for (int j = 1; j < fan.faces(); j++) {
            double d = way(j).dot(normal);
            farthest = Math.max(farthest, d);
            sum += d;
        }
        return Math.abs(ahead) > BEHIND && farthest < BEHIND && sum < -BEHIND;
    }

    /** Lets the faces opposite a lone strip end along its profile, each edge between them at the place it points to. */
    private void spread(int r, int l) {
        int c = fan.corner(0), right = fan.faces() - 1;
        Vec3 p = offset(r).unit(), q = offset(l).unit();
        cut.replace(c, l);
        cut.replace(fan.corner(right), r);
        int ahead = n;
        for (int j = 1; j < right; j++) {
            // The spoke behind this face: the one at the right rail comes last.
            Vec3 way = way(j + 1);
            double a = Math.max(0, way.dot(p)), b = Math.max(0, way.dot(q));
            int at = j + 1 == right ? 0 : Math.min(ahead, (int) Math.rint(n * (a + b > 0 ? b / (a + b) : 0.5)));
            int[] chain = new int[ahead - at + 1];
            for (int i = at; i <= ahead; i++) chain[i - at] = on(c, i);
            cut.replace(fan.corner(j), chain);
            ahead = at;
        }
    }

    /** The corner beside a cut edge. */
    private void beside(int c, int p, boolean slid, int old, boolean isLeft) {
        if (slid) cut.replace(c, p);
        else if (isLeft) cut.replace(c, old, p);
        else cut.replace(c, p, old);
    }

    /** A corner that keeps the old vertex, with what stands on the spokes before and behind it. */
    private void far(int c, int first, int old, int last) {
        if (first < 0 && last < 0) cut.replace(c, old);
        else if (first < 0) cut.replace(c, old, last);
        else if (last < 0) cut.replace(c, first, old);
        else cut.replace(c, first, old, last);
    }

    /** Closes the end of a lone edge back to the old vertex. */
    private void capAt(int old, int c, int like) {
        int[] ring = new int[n + 2];
        ring[0] = old;
        for (int i = 0; i <= n; i++) ring[i + 1] = on(c, i);
        cut.face(cornerKey(c), like, ring, 0, n + 2);
    }

    /** The root of the keys of what is made beside a cut edge at this vertex. */
    private long cornerKey(int c) {
        return Keys.of(Keys.of(own, CORNER), mesh.vertexKeys()[mesh.corners()[adj.cornerNext()[c]]]);
    }

    /** Cut edges that come to a border. */
    private void open(int[] spokes) {
        cut.doubtful = true;
        int cuts = spokes.length;
        int d = fan.faces(), s = spokes[0], e = spokes[cuts - 1];
        double r = slide(s, s - 1, false), l = slide(e, e + 1, true);
        boolean slidR = !Double.isNaN(r), slidL = !Double.isNaN(l);
        int pr = slidR ? on(s - 1, r, fan.corner(s - 1)) : square(s, false);
        int pl = slidL ? on(e + 1, l, fan.corner(e)) : square(e, true);
        boolean kept = !slidR || !slidL || s > 1 || e + 1 < d;
        int old = kept ? cut.same(fan.vertex) : -1;
        beside(fan.corner(s - 1), pr, slidR, old, false);
        beside(fan.corner(e), pl, slidL, old, true);
        for (int j = 0; j < s - 1; j++) far(fan.corner(j), j + 1 == s - 1 && slidR ? pr : -1, old, -1);
        for (int j = e + 1; j < d; j++) far(fan.corner(j), -1, old, j == e + 1 && slidL ? pl : -1);
        int[][] between = new int[cuts][];
        for (int i = 0; i + 1 < cuts; i++) between[i] = sector(spokes[i], spokes[i + 1]);
        between[cuts - 1] = new int[] {pl};
        Vec3[] foot = new Vec3[cuts];
        boolean plain = true;
        for (int i = 0; i < cuts; i++) {
            int from = i == 0 ? pr : between[i - 1][between[i - 1].length - 1], to = between[i][0];
            plain &= between[i].length == 1;
            foot[i] = cuts < 2 || curve.goesSquareIn() ? Vec3.ZERO : foot(spokes[i], from, to);
            profile(spokes[i], from, to, foot[i]);
        }
        if (cuts == 1) {
            if (kept) capAt(old, fan.corner(s), adj.cornerFace()[fan.corner(s)]);
        } else if (plain && !kept) {
            fill(spokes, foot, pr);
        } else {
            cap(spokes, between, kept ? old : -1);
        }
    }

    /** How far along another spoke the rail beside a cut one meets it; NaN where it had better not. */
    private double slide(int spoke, int along, boolean isLeft) {
        double[] w = fan.ways();
        int a = fan.at(spoke), b = fan.at(along), f = 3 * faceBeside(spoke, isLeft);
        double x = w[a + 1] * w[b + 2] - w[a + 2] * w[b + 1], y = w[a + 2] * w[b] - w[a] * w[b + 2];
        double z = w[a] * w[b + 1] - w[a + 1] * w[b];
        double sin = Math.sqrt(x * x + y * y + z * z);
        double side = x * normals[f] + y * normals[f + 1] + z * normals[f + 2];
        if (!isLeft) side = -side;
        double cos = w[a] * w[b] + w[a + 1] * w[b + 1] + w[a + 2] * w[b + 2];
        if (side <= 0 || sin < (cos > 0 ? 1e-3 : SLANTED)) return Double.NaN;
        return distance(spoke, isLeft) / sin;
    }

    /** How far from a cut spoke its rail is at the vertex. */
    private double distance(int spoke, boolean isLeft) {
        // The spoke's own corner has just been looked at.
        if (widths.areEven()) return widths.start[fan.corner(spoke)];
        return isLeft ? widths.start[fan.corner(spoke)] : widths.end[fan.before(cornerBefore(spoke))];
    }

    private int cornerBefore(int spoke) {
        return fan.corner(spoke + (fan.closed ? fan.faces() : 0) - 1);
    }

    private int faceBeside(int spoke, boolean isLeft) {
        return adj.cornerFace()[isLeft ? fan.corner(spoke) : cornerBefore(spoke)];
    }

    /**
     * A vertex on a spoke.
     *
     * @param c a corner that tells it from others at the same vertex
     */
    private int on(int spoke, double distance, int c) {
        double[] w = fan.ways();
        int b = fan.at(spoke);
        return point(w[b] * distance, w[b + 1] * distance, w[b + 2] * distance, c);
    }

    private int point(double x, double y, double z, int c) {
        long k = Keys.of(own ^ POINT, mesh.faceKeys()[adj.cornerFace()[c]]);
        return cut.vertex(fan.vertex, x, y, z, k);
    }

    /** A vertex beside a cut spoke, square to it. */
    private int square(int spoke, boolean isLeft) {
        inward(spoke, isLeft);
        double d = distance(spoke, isLeft);
        return point(d * at[0], d * at[1], d * at[2], isLeft ? fan.corner(spoke) : cornerBefore(spoke));
    }

    /** Sets {@link #at} to the direction into a face beside a spoke, square to that. */
    private void inward(int spoke, boolean isLeft) {
        double[] w = fan.ways();
        int a = fan.at(spoke), f = 3 * faceBeside(spoke, isLeft);
        double s = isLeft ? 1 : -1;
        double x = s * (normals[f + 1] * w[a + 2] - normals[f + 2] * w[a + 1]);
        double y = s * (normals[f + 2] * w[a] - normals[f] * w[a + 2]);
        double z = s * (normals[f] * w[a + 1] - normals[f + 1] * w[a]);
        double l = Math.sqrt(x * x + y * y + z * z);
        at[0] = l > 0 ? x / l : 0;
        at[1] = l > 0 ? y / l : 0;
        at[2] = l > 0 ? z / l : 0;
    }

    /**
     * Puts vertices in place of the old one between two cut spokes. @return usually one; several, from the first spoke
     * to the second, where the outline is not pointed
     */
    private int[] sector(int a, int b) {
        if (turns.arePointed()) return new int[] {pointed(a, b)};
        int f = 3 * faceBeside(a, true);
        if (!aim(a, b, f)) return new int[] {put(a, b)};
        cut.doubtful = true;
        int[] outline = turns.at(this, a, b, f, Math.min(distance(a, true), distance(b, false)));
        if (outline == null) return new int[] {put(a, b)};
        follow(outline, a, b, f);
        return outline;
    }

    /** Puts one vertex in place of the old one between two cut spokes. */
    private int pointed(int a, int b) {
        aim(a, b, 3 * faceBeside(a, true));
        return put(a, b);
    }

    /**
     * Sets {@link #at} to where the rails between two cut spokes meet.
     *
     * @param f where the normal of the face behind the first begins
     * @return whether all between is one plane
     */
    private boolean aim(int a, int b, int f) {
        double da = distance(a, true), db = distance(b, false);
        if (b - a > 1) {
            int g = 3 * faceBeside(b, false);
            double dot = normals[f] * normals[g] + normals[f + 1] * normals[g + 1] + normals[f + 2] * normals[g + 2];
            if (dot < 1 - PLANE) {
                // With one edge between, on that if it can be.
                if (b - a > 2 || !ridge(a, b)) fit(a, b, da, db);
                return false;
            }
        }
        inPlane(a, b, da, db, f);
        return true;
    }

    private int put(int a, int b) {
        int p = point(at[0], at[1], at[2], fan.corner(a));
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
        Vec3 u = way(a), w = way(b);
        double t = Math.atan2(normal(f).dot(u.cross(w)), u.dot(w));
        return t < 0 ? t + 2 * Math.PI : t;
    }

    /** Where two rails in one plane meet; between edges that go straight on, beside them. */
    private void inPlane(int a, int b, double da, double db, int f) {
        double[] w = fan.ways();
        int i = fan.at(a), j = fan.at(b);
        double cos = w[i] * w[j] + w[i + 1] * w[j + 1] + w[i + 2] * w[j + 2];
        double x = w[i + 1] * w[j + 2] - w[i + 2] * w[j + 1], y = w[i + 2] * w[j] - w[i] * w[j + 2];
        double z = w[i] * w[j + 1] - w[i + 1] * w[j];
        double sin = x * normals[f] + y * normals[f + 1] + z * normals[f + 2];
        if (da == db || Math.abs(sin) < 0.02) {
            // The bisector, as long as d / sin(φ/2): right for every angle up to nearly a full turn.
            double dx = w[i] - w[j], dy = w[i + 1] - w[j + 1], dz = w[i + 2] - w[j + 2];
            double s = (da + db) / 2 / Math.max(1e-9, 1 - cos);
            at[0] = s * (normals[f + 1] * dz - normals[f + 2] * dy);
            at[1] = s * (normals[f + 2] * dx - normals[f] * dz);
            at[2] = s * (normals[f] * dy - normals[f + 1] * dx);
            return;
        }
        for (int k = 0; k < 3; k++) at[k] = (db * w[i + k] + da * w[j + k]) / sin;
    }

    /** On the one edge between two cut ones, where the rails meet it: halfway if not at the same place. */
    private boolean ridge(int a, int b) {
        double l = slide(a, a + 1, true), r = slide(b, b - 1, false);
        if (Double.isNaN(l) && Double.isNaN(r)) return false;
        double t = Double.isNaN(l) ? r : Double.isNaN(r) ? l : (l + r) / 2;
        int e = fan.at(a + 1);
        for (int k = 0; k < 3; k++) at[k] = t * fan.ways()[e + k];
        return true;
    }

    /** On the planes of the outer faces and as far from both cut edges as wished, in the sense of least squares. */
    private void fit(int a, int b, double da, double db) {
        cut.doubtful = true;
        double[] q = new double[6], r = new double[3], p = new double[3];
        for (int j = a; j < b; j++) {
            int f = 3 * adj.cornerFace()[fan.corner(j)];
            double weight = j == a || j == b - 1 ? 1e4 : 1;
            add(q, r, normals[f], normals[f + 1], normals[f + 2], 0, weight);
        }
        inward(a, true);
        System.arraycopy(at, 0, p, 0, 3);
        add(q, r, p[0], p[1], p[2], da, 1);
        inward(b, false);
        add(q, r, at[0], at[1], at[2], db, 1);
        for (int k = 0; k < 3; k++) p[k] = p[k] + at[k];
        Vec3 x = Equations.solve(q, r, 1e-12);
        double limit = 8 * Math.max(da, db);
        if (x == null || x.length() > limit)
            x = new Vec3(p[0], p[1], p[2]).unit().times((da + db) / 2);
        at[0] = x.x();
        at[1] = x.y();
        at[2] = x.z();
    }

    private static void add(double[] q, double[] r, double x, double y, double z, double value, double weight) {
        q[0] += weight * x * x;
        q[1] += weight * x * y;
        q[2] += weight * x * z;
        q[3] += weight * y * y;
        q[4] += weight * y * z;
        q[5] += weight * z * z;
        r[0] += weight * x * value;
        r[1] += weight * y * value;
        r[2] += weight * z * value;
    }

    /**
     * The place on the line of an edge straight between its two rails' ends, from which profiles by number lie square to
     * the edge. Those that go square into the body would then fall on each other; they are cut off aslant instead, as in
     * a mitre, from the old vertex.
     */
    private Vec3 foot(int spoke, int r, int l) {
        double[] w = fan.ways();
        int a = fan.at(spoke);
        double along = 0;
        for (int k = 0; k < 3; k++) along += w[a + k] * (cut.offset(r, k) + cut.offset(l, k)) / 2;
        return new Vec3(w[a] * along, w[a + 1] * along, w[a + 2] * along);
    }

    /** Makes the vertices of a profile between its two ends. */
    private void profile(int spoke, int r, int l, Vec3 foot) {
        int c = fan.corner(spoke);
        made.add(c);
        profiles.right[c] = r;
        profiles.left[c] = l;
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
    private void share(int spoke, int other) {
        int c = fan.corner(spoke), d = fan.corner(other);
        made.add(d);
        profiles.right[d] = profiles.left[c];
        profiles.left[d] = profiles.right[c];
        profiles.inner[d] = profiles.inner[c] + n - 2;
        profiles.step[d] = -1;
    }

    private int on(int c, int i) {
        return profiles.on(c, i);
    }

    /**
     * Fills a corner between profiles that meet end to end.
     *
     * @param border where the first begins if the last does not end there, else -1
     */
    private void fill(int[] spokes, Vec3[] foot, int border) {
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
            for (int i = 0; i <= n; i++) outline[s][i] = on(c, i);
            feet[s] = foot[s];
            turn[s] = widths.turn[c];
        }
        long key = cornerKey(fan.corner(spokes[0]));
        for (int s = 0; s < cuts; s++) key = Math.min(key, cornerKey(fan.corner(spokes[s])));
        if (border >= 0) straight(outline, feet, turn, cuts, key);
        // The side along a border has no edge of its own.
        long whole = Keys.of(key, CORNER);
        for (int s = 0; s < sides; s++) ends[s] = offset(outline[s][0]);
        // Flat strips meet in a flat face; what is round need not.
        cut.doubtful = true;
        Vec3[] made = new CornerPatch(curve, feet, ends, turn).places();
        PatchFaces.emit(
                cut.at(fan.vertex, side -> adj.cornerFace()[fan.corner(spokes[Math.min(side, cuts - 1)])]),
                outline,
                made,
                side -> side < cuts ? cornerKey(fan.corner(spokes[side])) : whole);
    }

    /** The side of a corner that lies along a border. */
    private void straight(int[][] outline, Vec3[] feet, double[] turn, int side, long key) {
        int a = outline[side - 1][n], b = outline[0][0];
        outline[side][0] = a;
        outline[side][n] = b;
        Vec3 p = offset(a), q = offset(b);
        for (int i = 1; i < n; i++) {
            Vec3 x = p.plus(q.minus(p).times((double) i / n));
            outline[side][i] = cut.vertex(fan.vertex, x.x(), x.y(), x.z(), Keys.of(Keys.of(key, PROFILE), places[i]));
        }
        feet[side] = p.plus(q).times(0.5);
        turn[side] = 0;
    }

    private Vec3 offset(int v) {
        return new Vec3(cut.offset(v, 0), cut.offset(v, 1), cut.offset(v, 2));
    }

    /**
     * One face round a whole corner.
     *
     * @param old the old vertex where it is part of it, else -1
     */
    private void cap(int[] spokes, int[][] between, int old) {
        cut.doubtful = true;
        int size = 1;
        for (int[] b : between) size += n + b.length + 1;
        int[] ring = new int[size];
        int m = 0;
        long key = Long.MAX_VALUE;
        if (old >= 0) ring[m++] = old;
        for (int s = 0; s < spokes.length; s++) {
            int c = fan.corner(spokes[s]);
            key = Math.min(key, cornerKey(c));
            for (int i = 0; i <= n; i++) ring[m++] = on(c, i);
            for (int i = 1; i < between[s].length - 1; i++) ring[m++] = between[s][i];
        }
        int used = 0;
        for (int i = 0; i < m; i++) if (used == 0 || ring[used - 1] != ring[i]) ring[used++] = ring[i];
        if (ring[used - 1] == ring[0]) used--;
        cut.face(key, adj.cornerFace()[fan.corner(spokes[0])], ring, 0, used);
    }

    /** For {@link Turns}: the direction of a spoke. */
    Vec3 way(int spoke) {
        double[] w = fan.ways();
        int a = fan.at(spoke);
        return new Vec3(w[a], w[a + 1], w[a + 2]);
    }

    /** For {@link Turns}: where the rails meet. */
    Vec3 meeting() {
        return new Vec3(at[0], at[1], at[2]);
    }

    Vec3 normal(int f) {
        return new Vec3(normals[f], normals[f + 1], normals[f + 2]);
    }

    /** For {@link Turns}: a vertex of an outline that is not pointed. */
    int outlineVertex(Vec3 p, int spoke, int i) {
        long k = Keys.of(own ^ POINT, mesh.faceKeys()[adj.cornerFace()[fan.corner(spoke)]]);
        return cut.vertex(fan.vertex, p.x(), p.y(), p.z(), i == 0 ? k : Keys.of(k, i));
    }
}
