package org.modeststack.steps.round;

import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.surface.SharpEdges;
import org.modeststack.steps.surface.SurfacePath;
import org.modeststack.steps.surface.SurfaceWalk;
import org.modeststack.steps.surface.TriangleSurface;

/**
 * Chooses at which vertices of a rim its strip is cut across, and finds the rails from there. A rim that a boolean has cut
 * has vertices wherever it crosses an edge, much nearer to each other than the width: those are taken that its shape
 * needs (D. Douglas, T. Peucker, "Algorithms for the reduction of the number of points required to represent a digitized
 * line", Cartographica 10, 1973), and of those whose rails would pass each other one is left out, which is how the rail
 * inside a tight turn comes to a point.
 */
final class RimStations {
    /** How far the rim may be from the line between stations, as a share of the width. */
    private static final double STRAY = 0.02;

    /** A turn on the surface that is a corner and has a station, radians. */
    private static final double CORNER = Math.toRadians(30);

    /** A rail that gets on by less than this share of what the rim does is passing another. */
    private static final double PASSING = 0.05;

    /** So many widths from a rim a sharp edge that leaves it is part of a corner of the rim. */
    private static final double CORNERS = 3;

    /** How far a rail may be from the line between stations, as a share of the width; less than a tube is thick. */
    private static final double BENT = 0.02;

    private static final int REFINED = 6;

    /** Stations nearer to each other than this, as a share of the width, are one, but for those at sharp edges. */
    private static final double NEAR = 0.3;

    /** So many widths along a rim two parts of it belong to one corner. */
    private static final double HAIRPIN = 6;

    private static final int ROUNDS = 24;
    private static final int FEWEST = 3;

    private final Mesh mesh;
    private final IntArrayList rim;
    private final int n;
    private final RimSide left;
    private final RimSide right;
    private final SurfaceWalk walk;
    /** At each vertex of the rim. */
    private final IntToDoubleFunction width;

    private final double[] turns;
    /** For each edge of the rim the place of the vertex before it. */
    private final Int2IntOpenHashMap place = new Int2IntOpenHashMap();

    /**
     * @param width at each vertex of the rim, mm along the surface
     * @throws IllegalArgumentException where the rim does not have a surface on both sides
     */
    RimStations(Mesh mesh, IntArrayList rim, BitSet rounded, IntToDoubleFunction width) {
        this.mesh = mesh;
        this.rim = rim;
        n = rim.size();
        TriangleSurface surface = TriangleSurface.of(mesh);
        SharpEdges sharp = new SharpEdges(mesh);
        left = new RimSide(surface, sharp, rim, false);
        right = new RimSide(surface, sharp, rim, true);
        double widest = IntStream.range(0, n).mapToDouble(width).max().orElse(0);
        walk = new SurfaceWalk(surface, rounded, sharp, sharp.leaving(rim, rounded, CORNERS * widest));
        this.width = width;
        place.defaultReturnValue(-1);
        for (int i = 0; i < n; i++)
            place.put(mesh.adjacency().edgeBetween(rim.getInt(i), rim.getInt((i + 1) % n), mesh), i);
        turns = new double[n];
        Arrays.setAll(turns, i -> Math.max(Math.abs(left.turn(i)), Math.abs(right.turn(mirrored(i)))));
    }

    List<Station> find() {
        List<Integer> at = chosen();
        List<Station> stations = stations(at);
        for (int round = 0; round < REFINED; round++) {
            List<Integer> more = refined(at, stations);
            if (more.size() == at.size()) break;
            at = more;
            stations = stations(at);
        }
        for (int round = 0; round < ROUNDS && at.size() > FEWEST; round++) {
            BitSet out = passing(at, stations);
            if (out.isEmpty()) break;
            List<Integer> fewer = new ArrayList<>();
            for (int k = 0; k < at.size(); k++)
                if (!out.get(k) || at.size() - out.cardinality() < FEWEST) fewer.add(at.get(k));
            if (fewer.size() == at.size()) break;
            at = fewer;
            stations = stations(at);
        }
        return stations;
    }

    /** With the middle vertex of the rim between two stations too, where the rail there is off the line between theirs. */
    private List<Integer> refined(List<Integer> at, List<Station> s) {
        List<Integer> out = new ArrayList<>();
        int m = at.size();
        for (int k = 0; k < m; k++) {
            int from = at.get(k), to = at.get((k + 1) % m), apart = Math.floorMod(to - from, n);
            out.add(from);
            if (apart < 2) continue;
            int middle = nearestMiddle(from, apart);
            Station a = s.get(k), b = s.get((k + 1) % m), c = station(from, middle, to);
            double limit = BENT * width.applyAsDouble(middle);
            if (off(a.left(), c.left(), b.left()) > limit || off(a.right(), c.right(), b.right()) > limit)
                out.add(middle);
        }
        out.sort(null);
        return out;
    }

    /** The vertex that halves the way from one to another best. */
    private int nearestMiddle(int from, int apart) {
        Vec3 a = point(from), b = point(from + apart);
        int best = from + 1;
        double least = Double.POSITIVE_INFINITY;
        for (int i = from + 1; i < from + apart; i++) {
            double uneven =
                    Math.abs(point(i).minus(a).length() - point(i).minus(b).length());
            if (uneven >= least) continue;
            least = uneven;
            best = i;
        }
        return best % n;
    }

    /** How far a rail is from the straight line between those of two others. */
    private static double off(Arm before, Arm arm, Arm after) {
        return arm.rail(1).at().distanceTo(before.rail(1).at(), after.rail(1).at());
    }

    /** Of each two whose rails pass each other the one where the rim turns less, no two beside each other. */
    private BitSet passing(List<Integer> at, List<Station> s) {
        BitSet out = new BitSet();
        int m = at.size();
        for (int k = 0; k < m; k++) {
            int l = (k + 1) % m;
            if (out.get(k) || out.get(l)) continue;
            boolean isBack = turnsBack(at.get(k), s.get(k).left())
                    || turnsBack(at.get(k), s.get(k).right());
            if (isBack && !isFeature(at.get(k)) && !out.get((k + m - 1) % m)) {
                out.set(k);
                continue;
            }
            Station a = s.get(k), b = s.get(l);
            Vec3 on = b.place().minus(a.place());
            boolean isNear = on.length() < NEAR * width.applyAsDouble(at.get(k));
            boolean passes = isNear && !(isFeature(at.get(k)) && isFeature(at.get(l)))
                    || passes(on, a.left(), b.left())
                    || passes(on, a.right(), b.right());
            if (passes) out.set(weight(at.get(k)) < weight(at.get(l)) ? k : l);
        }
        return out;
    }

    private static boolean passes(Vec3 on, Arm a, Arm b) {
        return on.dot(b.rail(1).at().minus(a.rail(1).at())) < PASSING * on.dot(on);
    }

    /** Whether a way from a station comes upon the same rim not far along it: at a sharp corner, whose own way leads on. */
    private boolean turnsBack(int i, Arm arm) {
        int a = place.get(arm.path().end() == SurfacePath.End.RIM ? arm.path().edge() : -1);
        if (a < 0 || arm.room() > 1 - PASSING) return false;
        double gone = 0, far = HAIRPIN * width.applyAsDouble(i);
        for (int k = 0; k < Math.floorMod(a - i, n) && gone < far; k++)
            gone += point(i + k + 1).minus(point(i + k)).length();
        if (gone < far) return true;
        gone = 0;
        for (int k = 0; k < Math.floorMod(i - a - 1, n) && gone < far; k++)
            gone += point(i - k - 1 + n).minus(point(i - k + n)).length();
        return gone < far;
    }

    /** How much a station is needed. */
    private double weight(int i) {
        return turns[i] + (isFeature(i) ? Math.PI : 0);
    }

    private boolean isFeature(int i) {
        return left.hasSharp(i) || right.hasSharp(mirrored(i));
    }

    private List<Integer> chosen() {
        BitSet keep = new BitSet();
        for (int i = 0; i < n; i++) if (isFeature(i) || turns[i] > CORNER) keep.set(i);
        if (keep.isEmpty()) keep.set(0);
        if (keep.cardinality() == 1) keep.set(farthest(keep.nextSetBit(0)));
        List<Integer> anchors = new ArrayList<>();
        keep.stream().forEach(anchors::add);
        for (int k = 0; k < anchors.size(); k++) {
            int from = anchors.get(k), to = anchors.get((k + 1) % anchors.size());
            between(from, to <= from ? to + n : to, keep);
        }
        List<Integer> out = new ArrayList<>();
        keep.stream().forEach(out::add);
        // A strip round less than a triangle has no inside.
        for (int i = 0; out.size() < FEWEST && i < n; i++) if (!out.contains(i)) out.add(i);
        out.sort(null);
        return out;
    }

    private Vec3 point(int i) {
        return mesh.point(rim.getInt(i % n));
    }

    private int farthest(int from) {
        int best = (from + 1) % n;
        for (int i = 0; i < n; i++)
            if (point(i).minus(point(from)).length()
                    > point(best).minus(point(from)).length()) best = i;
        return best;
    }

    /** Keeps of the vertices between two as many as the line through them needs. */
    private void between(int from, int to, BitSet keep) {
        Vec3 a = point(from), b = point(to);
        int worst = -1;
        double most = STRAY * width.applyAsDouble(from % n);
        for (int i = from + 1; i < to; i++) {
            double far = point(i).distanceTo(a, b);
            if (far <= most) continue;
            most = far;
            worst = i;
        }
        if (worst < 0) return;
        keep.set(worst % n);
        between(from, worst, keep);
        between(worst, to, keep);
    }

    private List<Station> stations(List<Integer> at) {
        int m = at.size();
        List<Station> out = new ArrayList<>(m);
        for (int k = 0; k < m; k++) {
            int before = at.get((k + m - 1) % m), i = at.get(k), after = at.get((k + 1) % m);
            out.add(station(before, i, after));
        }
        return out;
    }

    private Station station(int before, int i, int after) {
        double far = width.applyAsDouble(i);
        List<Vec3> normals = new ArrayList<>();
        left.normals(i, normals);
        right.normals(mirrored(i), normals);
        return new Station(
                rim.getInt(i),
                point(i),
                OffsetWay.of(normals),
                left.arm(before, i, after, far, walk),
                right.arm(mirrored(after), mirrored(i), mirrored(before), far, walk));
    }

    /** The place of a vertex of the rim in the order of its right side, which goes the other way. */
    private int mirrored(int i) {
        return (n - i) % n;
    }
}
