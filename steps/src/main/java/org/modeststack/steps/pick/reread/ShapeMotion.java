package org.modeststack.steps.pick.reread;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.steps.pick.SurfacePatches;

/**
 * How a mesh has moved as a whole when hardly a vertex lies as it did: what brings its surfaces near to surfaces that
 * look the same way and are about as large. Turns come from pairs of flat surfaces and their counterparts; where there are
 * no flat surfaces, nobody can say.
 */
final class ShapeMotion {
    /** The mean of normals that are nearly the same is so long: a side with a narrow rounded edge still tells its way. */
    private static final double FLAT = 0.98;

    /** So many of the largest flat surfaces are tried against each other. */
    private static final int FLATS = 8;

    /** So many turns are tried, from the largest surfaces on. */
    private static final int TURNS = 64;

    /** Two that are nearer to parallel tell no turn. */
    private static final double APART = 0.3;

    /** Angles between two surfaces are the same within so much. */
    private static final double SAME = 0.05;

    /** So many of the largest surfaces are compared. */
    private static final int COMPARED = 48;

    /** A surface that looks another way than its counterpart by so much is another. */
    private static final double OTHER_WAY = 0.1;

    /** The same of one that is flat all over. */
    private static final double TURNED = 0.03;

    private static final double ALL_FLAT = 0.9999;

    /** As is one that has gone so far, as a share of the size of the mesh. */
    private static final double FAR = 0.25;

    /** One that is so many times as large. */
    private static final double LARGER = 3;

    /** Motions under which nearly as much of the surface has its counterpart are not told apart. */
    private static final double BETTER = 0.15;

    /** Where not so much of the flat surfaces has its counterpart, nobody knows how it has moved. */
    private static final double LEAST = 0.4;

    /** A surface: its middle by area, the mean of its normals and its area, mm². */
    private record Surface(Vec3 middle, Vec3 way, double area) {
        boolean isFlat() {
            return way.length() > FLAT;
        }
    }

    private final Mesh before;
    private final List<Surface> was;
    private final List<Surface> is;
    private final Bounds to;

    private ShapeMotion(Mesh before, Mesh now) {
        this.before = before;
        was = surfaces(before);
        is = surfaces(now);
        to = now.bounds();
    }

    /**
     * The motions that bring most of the surface near to its counterpart.
     *
     * @param now the mesh as it is, of which neither is empty
     * @param others motions that are tried as well
     */
    static List<Affine> of(Mesh before, Mesh now, List<Affine> others) {
        ShapeMotion m = new ShapeMotion(before, now);
        List<Affine> tried = new ArrayList<>(others);
        for (Affine turn : m.turns().stream().limit(TURNS).toList()) tried.add(m.shifted(turn));
        double[] scores = tried.stream().mapToDouble(m::score).toArray();
        double most = Arrays.stream(scores).max().orElse(0);
        if (most < LEAST) return List.of();
        return IntStream.range(0, scores.length)
                .filter(i -> scores[i] >= most - BETTER)
                .boxed()
                .sorted(Comparator.comparingDouble(i -> -scores[i]))
                .map(tried::get)
                .toList();
    }

    /** The largest first. */
    private static List<Surface> surfaces(Mesh m) {
        SurfacePatches patches = SurfacePatches.of(m);
        return IntStream.range(0, patches.count())
                .mapToObj(p -> new Surface(middle(m, patches, p), patches.way(p), patches.size(ElementKind.FACE, p)))
                .filter(s -> s.area > 0)
                .sorted(Comparator.comparingDouble(s -> -s.area))
                .limit(COMPARED)
                .toList();
    }

    private static Vec3 middle(Mesh m, SurfacePatches patches, int p) {
        Vec3 sum = Vec3.ZERO;
        double all = 0;
        for (int f : patches.faces(p)) {
            double area = Normals.area(m, f);
            sum = sum.plus(FaceFrames.of(m).middle(f).times(area));
            all += area;
        }
        return all > 0 ? sum.times(1 / all) : m.bounds().center();
    }

    /** What turns two flat surfaces to look as two others do that make the same angle. */
    private List<Affine> turns() {
        List<Surface> a = was.stream().filter(Surface::isFlat).limit(FLATS).toList(),
                b = is.stream().filter(Surface::isFlat).limit(FLATS).toList();
        List<Affine> out = new ArrayList<>();
        for (int i = 0; i < a.size(); i++) {
            for (int j = i + 1; j < a.size(); j++) {
                Vec3 n = a.get(i).way.unit(), m = a.get(j).way.unit();
                if (n.cross(m).length() < APART) continue;
                for (Surface s : b)
                    for (Surface t : b)
                        if (Math.abs(s.way.unit().dot(t.way.unit()) - n.dot(m)) < SAME
                                && isLike(a.get(i), s)
                                && isLike(a.get(j), t))
                            add(out, frame(n, m).inverse().then(frame(s.way.unit(), t.way.unit())));
            }
        }
        return out;
    }

    private static boolean isLike(Surface a, Surface b) {
        return Math.abs(Math.log(a.area / b.area)) < Math.log(LARGER);
    }

    /** Each turn once. */
    private static void add(List<Affine> all, Affine turn) {
        for (Affine a : all) if (WholeMotion.angle(a.inverse().then(turn)) < SAME) return;
        all.add(turn);
    }

    private static Affine frame(Vec3 n, Vec3 m) {
        Vec3 z = n.cross(m).unit();
        return new Affine(n, z.cross(n), z, Vec3.ZERO);
    }

    /** A turn with what brings the middle of the box round the mesh onto that of the other. */
    private Affine shifted(Affine turn) {
        return turn.then(Affine.shift(to.center().minus(bounds(turn).center())));
    }

    private Bounds bounds(Affine moved) {
        double[] xyz = new double[3 * before.vertexCount()];
        for (int v = 0; v < before.vertexCount(); v++) {
            Vec3 p = moved.point(before.point(v));
            xyz[3 * v] = p.x();
            xyz[3 * v + 1] = p.y();
            xyz[3 * v + 2] = p.z();
        }
        return Bounds.of(xyz);
    }

    /**
     * What share of the flat surfaces has a counterpart, less where that is less like it. Places are compared in proportion to
     * the boxes, so that a shift changes nothing.
     */
    private double score(Affine motion) {
        Bounds from = bounds(motion);
        double sum = 0, all = 0;
        for (Surface s : was) {
            if (!s.isFlat()) continue;
            Vec3 middle = from.inProportion(motion.point(s.middle), to), way = motion.direction(s.way);
            double best = 0;
            for (Surface t : is) {
                boolean exact = s.way.length() > ALL_FLAT && t.way.length() > ALL_FLAT;
                double other = way.minus(t.way).length() / (exact ? TURNED : OTHER_WAY);
                double far = middle.minus(t.middle).length() / (FAR * to.diagonal());
                double larger = Math.abs(Math.log(s.area / t.area)) / Math.log(LARGER);
                if (other < 1 && far < 1 && larger < 1) best = Math.max(best, (1 - other) * (1 - far) * (1 - larger));
            }
            sum += s.area * best;
            all += s.area;
        }
        return all > 0 ? sum / all : 0;
    }
}
