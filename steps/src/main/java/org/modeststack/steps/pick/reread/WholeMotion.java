package org.modeststack.steps.pick.reread;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2ObjectOpenHashMap;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.select.FaceFrames;

/**
 * How a mesh has moved as a whole, turned and shifted. While most of its vertices still lie together as they did: whether
 * it has not moved at all is tried first; then shifts of its bounds; then what brings a corner of a face onto one of the
 * same lengths and angle, the rarest first, as in the generate-and-verify search of Fischler and Bolles, "Random sample
 * consensus", Comm. ACM 24, 1981. Where they do not, its surfaces tell ({@link ShapeMotion}). Linear in the meshes for each
 * motion that is tried.
 */
final class WholeMotion {
    /** How near to where it should be a vertex lies, as a share of the mesh's size. */
    static final double NEAR = 1e-5;

    /** So many vertices tell whether a motion fits. */
    private static final int SAMPLE = 1000;

    /** So many pairs of corners are tried. */
    private static final int TRIES = 96;

    /** Corners that are not rarer than this tell nothing. */
    private static final int COMMON = 24;

    /** What moves fewer of the vertices onto others, as a share, is no motion of the whole. */
    private static final double MOST = 0.3;

    /** Where so many lie where they did, it is none either unless it moves all. */
    private static final double MUCH = 0.25;

    private static final double ALL = 0.999;

    /** Motions that fit as well as that are not told apart. */
    private static final double BETTER = 0.05;

    /** What has its middle so near to where it was, as a share of its size, has stayed if nothing tells otherwise. */
    private static final double ABOUT = 0.0255;

    /** Lengths and angles are compared in steps of this share. */
    private static final double STEP = 1e-4;

    /** Turns that fit as well must be twice as large and so much larger, or nobody can say which it was: 10 degrees. */
    private static final double CLEARLY = Math.toRadians(10);

    /** Turns that differ by less are the same one. */
    private static final double ROUGHLY = Math.toRadians(2);

    /** Nobody turns a mesh by more where it could have been turned otherwise: 30 degrees. */
    private static final double LITTLE = Math.toRadians(30);

    /** So many motions are tried for what they agree on; of more nobody can say which it was. */
    private static final int MANY = 12;

    private final Mesh before;
    private final Mesh now;
    private final VertexPlaces places;

    private WholeMotion(Mesh before, VertexPlaces places) {
        this.before = before;
        this.places = places;
        now = places.mesh;
    }

    /**
     * The motions from one mesh to another, of which neither is empty, that are as likely as each other; none where it might
     * be any.
     *
     * @param now where the vertices of the other are, by {@link #NEAR} of the first one's size
     */
    static List<Affine> of(Mesh before, VertexPlaces now) {
        return new WholeMotion(before, now).find();
    }

    private List<Affine> find() {
        double stayed = share(Affine.IDENTITY);
        // Where much has stayed, all must have moved to be told from things that look like their neighbours.
        double least = stayed > MUCH ? ALL : MOST;
        if (stayed >= ALL - BETTER) return List.of(Affine.IDENTITY);
        List<Affine> shifts = shifts(), best = fitting(shifts, least);
        if (best.isEmpty() || share(best.getFirst()) < ALL) {
            List<Affine> more = new ArrayList<>(shifts);
            more.addAll(turns());
            best = fitting(more, least);
        }
        if (!best.isEmpty() && share(best.getFirst()) >= ALL) return least(distinct(best));
        if (best.isEmpty() && stayed > MUCH) return List.of(Affine.IDENTITY);
        // Most of the vertices may be those of a round hole, which looks the same turned over: the surfaces decide.
        best.addAll(shifts);
        best.add(Affine.IDENTITY);
        List<Affine> likely = ShapeMotion.of(before, now, best);
        // Without flat surfaces nothing tells, but that it is where it was.
        if (likely.isEmpty() && isWhereItWas()) return List.of(Affine.IDENTITY);
        return least(distinct(likely));
    }

    /** Whether its middle lies about where it did. */
    private boolean isWhereItWas() {
        Bounds a = before.bounds(), b = now.bounds();
        double gap = a.center().minus(b.center()).length();
        return gap < ABOUT * Math.min(a.diagonal(), b.diagonal());
    }

    /** Those that turn it least, if they turn it little and all others turn it clearly more; else all. */
    private static List<Affine> least(List<Affine> all) {
        double least = all.stream().mapToDouble(WholeMotion::angle).min().orElse(0);
        List<Affine> little =
                all.stream().filter(a -> angle(a) < least + ROUGHLY).toList();
        double second = all.stream()
                .filter(a -> !little.contains(a))
                .mapToDouble(WholeMotion::angle)
                .min()
                .orElse(Double.POSITIVE_INFINITY);
        List<Affine> out = least < LITTLE && second > 2 * least + CLEARLY ? little : all;
        return out.size() > MANY ? List.of() : out;
    }

    private List<Affine> distinct(List<Affine> all) {
        List<Affine> out = new ArrayList<>();
        for (Affine a : all) if (out.stream().noneMatch(b -> isSame(a, b))) out.add(a);
        return out;
    }

    /** Those that bring about as many of the vertices onto others as the best of them. */
    private List<Affine> fitting(List<Affine> all, double least) {
        List<Affine> best = new ArrayList<>();
        double most = least;
        for (Affine a : all) {
            double s = share(a);
            if (s > most + BETTER || s >= ALL && most < ALL) best.clear();
            if (s < least || s < most - BETTER || most >= ALL && s < ALL) continue;
            most = Math.max(most, s);
            best.add(a);
        }
        return best;
    }

    /** How far it turns, in radians. */
    static double angle(Affine a) {
        double trace = a.x().x() + a.y().y() + a.z().z();
        return Math.acos(Math.clamp((trace - 1) / 2, -1, 1));
    }

    private boolean isSame(Affine a, Affine b) {
        Bounds box = before.bounds();
        Vec3 p = box.low(), q = box.high();
        double far = 100 * places.near();
        return a.x().minus(b.x()).length() < 1e-3
                && a.y().minus(b.y()).length() < 1e-3
                && a.point(p).minus(b.point(p)).length() < far
                && a.point(q).minus(b.point(q)).length() < far;
    }

    /** How many of some vertices a motion brings onto others. */
    private double share(Affine motion) {
        int step = Math.max(1, before.vertexCount() / SAMPLE), tried = 0, hit = 0;
        for (int v = 0; v < before.vertexCount(); v += step) {
            tried++;
            if (places.hasAny(motion.point(before.point(v)))) hit++;
        }
        return (double) hit / tried;
    }

    private List<Affine> shifts() {
        Bounds a = before.bounds(), b = now.bounds();
        Vec3 low = b.low().minus(a.low()), high = b.high().minus(a.high());
        return List.of(
                Affine.shift(low),
                Affine.shift(high),
                Affine.shift(low.plus(high).times(0.5)));
    }

    private List<Affine> turns() {
        List<Affine> all = new ArrayList<>();
        Long2ObjectOpenHashMap<IntArrayList> mine = corners(before), its = corners(now);
        List<Map.Entry<Long, IntArrayList>> rare = new ArrayList<>(mine.long2ObjectEntrySet().stream()
                .filter(e -> its.containsKey(e.getLongKey())
                        && e.getValue().size() * its.get(e.getLongKey()).size() <= COMMON * COMMON)
                .map(e -> Map.entry(e.getLongKey(), e.getValue()))
                .toList());
        rare.sort(Comparator.comparingInt(
                e -> e.getValue().size() * its.get(e.getKey().longValue()).size()));
        for (var e : rare) {
            // One of them will do: where it has gone is where all have gone.
            int c = e.getValue().getInt(0);
            for (int d : its.get(e.getKey().longValue())) {
                Affine from = frame(before, c), to = frame(now, d);
                if (isFrame(from) && isFrame(to)) all.add(from.inverse().then(to));
            }
            if (all.size() > TRIES) break;
        }
        return all;
    }

    /** The corners of a mesh by the lengths on either side and the way across, in steps. */
    private Long2ObjectOpenHashMap<IntArrayList> corners(Mesh m) {
        Long2ObjectOpenHashMap<IntArrayList> out = new Long2ObjectOpenHashMap<>();
        double step = STEP * before.bounds().diagonal();
        int[] next = m.adjacency().cornerNext(), face = m.adjacency().cornerFace();
        for (int c = 0; c < m.cornerCount(); c++) {
            Vec3 p = m.point(m.corners()[c]), q = m.point(m.corners()[next[c]]);
            Vec3 r = m.point(m.corners()[next[next[c]]]);
            long key = Keys.of(
                    m.sides(face[c]),
                    Math.round(q.minus(p).length() / step),
                    Math.round(r.minus(q).length() / step),
                    Math.round(r.minus(p).length() / step));
            out.computeIfAbsent(key, _ -> new IntArrayList()).add(c);
        }
        return out;
    }

    private static boolean isFrame(Affine a) {
        return a.isRigid() && a.determinant() > 0;
    }

    /** The directions at a corner, along its side, its face's normal and across, and its place. */
    private static Affine frame(Mesh m, int c) {
        Vec3 p = m.point(m.corners()[c]), q = m.point(m.corners()[m.adjacency().cornerNext()[c]]);
        Vec3 x = q.minus(p).unit(), n = FaceFrames.of(m).normal(m.adjacency().cornerFace()[c]);
        Vec3 y = n.cross(x).unit();
        return new Affine(x, y, x.cross(y), p);
    }
}
