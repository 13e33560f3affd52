package org.modeststack.steps.rail;

import it.unimi.dsi.fastutil.doubles.DoubleArrayList;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.surface.SharpEdges;
import org.modeststack.steps.surface.SurfacePath;
import org.modeststack.steps.surface.SurfaceWalk;
import org.modeststack.steps.surface.TriangleSurface;

/**
 * A walk along picked edges that keeps to the left, round to where it began, and the side on its left, laid out in the
 * plane: by how much the walk turns at each vertex is told by the angles of the triangles there. So it is known in which
 * direction over the surface a rail lies, whatever the edges and the surface do in space.
 */
public final class WalkSide {
    /** A rail is no farther from a corner of the edges than this, as a multiple of the width. */
    private static final double MITRE = 10;

    /** A rail may be nearer to the edges by this share of the width. */
    private static final double EXACT = 1e-6;

    /** Along a sharp edge that runs beside the edges the rail is nearer to them by this share than square off them. */
    private static final double SLANTED = 0.6;

    /** A rail that turns from the edges by more than this between two places goes aside; cosine. */
    private static final double ASIDE = 0.15;

    private static final int ROUNDS = 60;

    /** The way to a rail that goes round a vertex is no more widths long. */
    private static final double ROUND = 1.02;

    /** How near to the edges themselves a way may leave them, radians. */
    private static final double LEAST = 0.02;

    /** Rails that turn by less than this between two edges are one straight line; sine. */
    private static final double STRAIGHT = 0.02;

    /** Where so much of the surface lies on this side of a vertex, rails beside it do not meet, radians. */
    private static final double FOLDED = Math.toRadians(340);

    /** And here only three widths from it, so that they go round it. */
    private static final double POINTED = Math.toRadians(320);

    private final TriangleSurface surface;
    private final SharpEdges sharp;
    /** Whether the width is measured along sharp edges that leave the walk, not square to it. */
    private final boolean alongEdges;

    private final int n;
    /** For each place of the walk its vertex, the corner there whose side it leaves by, and that side's length. */
    private final int[] vertex;

    private final int[] corner;
    private final double[] length;
    /** The angle from there to the side it has come by. */
    private final double[] angle;

    private WalkSide(TriangleSurface surface, SharpEdges sharp, boolean alongEdges, IntArrayList corners) {
        this.alongEdges = alongEdges;
        this.surface = surface;
        this.sharp = sharp;
        n = corners.size();
        corner = corners.toIntArray();
        vertex = new int[n];
        length = new double[n];
        angle = new double[n];
        for (int i = 0; i < n; i++) vertex[i] = surface.vertex[corner[i]];
        for (int i = 0; i < n; i++) {
            Work.checkpoint(i);
            length[i] = surface.point(TriangleSurface.next(corner[i]))
                    .minus(surface.point(corner[i]))
                    .length();
            for (int c = corner[i]; ; c = surface.turned(c)) {
                angle[i] += surface.angle(c);
                if (ends(c, i)) break;
            }
        }
    }

    /**
     * The walks along edges.
     *
     * @param alongEdges whether widths are measured along sharp edges that leave them, not square to them
     * @throws IllegalArgumentException where one of them comes upon a border of the surface
     */
    static List<WalkSide> of(
            TriangleSurface surface, SharpEdges sharp, BitSet edges, List<EdgeChain> chains, boolean alongEdges) {
        List<WalkSide> out = new ArrayList<>();
        BitSet seen = new BitSet();
        for (EdgeChain chain : chains)
            for (int i = 0; i < chain.edges(); i++)
                for (int way = 0; way < 2; way++) {
                    int c = surface.cornerOf(chain.vertex(i + way), chain.vertex(i + 1 - way));
                    if (c < 0) throw new IllegalArgumentException("no surface beside an edge");
                    if (!seen.get(c)) out.add(new WalkSide(surface, sharp, alongEdges, walk(surface, edges, c, seen)));
                }
        return out;
    }

    private static IntArrayList walk(TriangleSurface surface, BitSet edges, int first, BitSet seen) {
        IntArrayList out = new IntArrayList();
        for (int c = first; !seen.get(c); ) {
            seen.set(c);
            out.add(c);
            c = TriangleSurface.next(c);
            while (surface.edge(c) < 0 || !edges.get(surface.edge(c))) {
                int twin = surface.twin(c);
                if (twin < 0) throw new IllegalArgumentException("a border beside an edge");
                c = TriangleSurface.next(twin);
            }
        }
        return out;
    }

    private boolean ends(int c, int i) {
        return surface.vertex[TriangleSurface.next(TriangleSurface.next(c))] == vertex[before(i)];
    }

    int size() {
        return n;
    }

    /** The corner of a triangle at a place of the walk, whose side the walk leaves by. */
    public int corner(int i) {
        return corner[i];
    }

    int vertex(int i) {
        return vertex[Math.floorMod(i, n)];
    }

    int before(int i) {
        return (i + n - 1) % n;
    }

    int next(int i) {
        return (i + 1) % n;
    }

    /** Whether the walk turns round at the end of a chain. */
    public boolean turnsRound(int i) {
        return vertex[before(i)] == vertex[next(i)];
    }

    /** How much of the surface lies on this side of a vertex, radians. */
    double angle(int i) {
        return angle[i];
    }

    /** By how much the walk turns to this side at a vertex, radians. */
    public double turn(int i) {
        return Math.PI - angle[i];
    }

    /** Whether a sharp edge leaves it on this side. */
    public boolean hasSharp(int i) {
        return !sharpAt(i).isEmpty();
    }

    /** The angles at which sharp edges leave, from the edge after on. */
    private DoubleArrayList sharpAt(int i) {
        DoubleArrayList out = new DoubleArrayList();
        double gone = 0;
        for (int c = corner[i]; ; c = surface.turned(c)) {
            gone += surface.angle(c);
            if (ends(c, i)) return out;
            int e = surface.edge(TriangleSurface.next(TriangleSurface.next(c)));
            if (e >= 0 && sharp.is(e)) out.add(gone);
        }
    }

    /** Of some angles the one nearest to another; -1 where there are none. */
    static double nearest(DoubleArrayList angles, double wanted) {
        double best = -1;
        for (double a : angles) if (best < 0 || Math.abs(a - wanted) < Math.abs(best - wanted)) best = a;
        return best;
    }

    /** The place of the walk at least so far from another, or beside it where the walk turns or ends before. */
    int away(int at, int step, double far) {
        double gone = 0;
        int i = at;
        do {
            gone += length[step > 0 ? i : before(i)];
            i = Math.floorMod(i + step, n);
        } while (gone < far && !turnsRound(i) && Math.abs(turn(i)) < Math.PI / 6 && i != at);
        return i;
    }

    /**
     * The way from a station to the rail on this side.
     *
     * @param before the station before, and the one after, by their places in the walk
     * @param in how far the rail runs from the edges before, mm; {@code out} from those after
     * @param isFree whether it need not go along a sharp edge that leaves there beside the edges
     */
    Arm arm(int before, int at, int after, double in, double out, boolean isFree, SurfaceWalk walk) {
        Vec3 toBefore = laid(at, before, -1), toAfter = laid(at, after, 1);
        Vec3 u = toBefore.times(-1).unit(), v = toAfter.unit();
        Vec3 left = normal(u), right = normal(v);
        boolean isShort = Math.min(toBefore.length(), toAfter.length()) < Vias.NEAR * Math.max(in, out);
        boolean isRound = angle[at] > (isShort ? FOLDED : POINTED);
        double a = isRound ? angle[at] / 2 : wanted(at, u, v, in, out);
        double edge = nearest(sharpAt(at), a);
        if (edge >= 0 && !(isFree && isSlanted(edge, a, left, right))) {
            if (alongEdges) return along(at, edge, (in + out) / 2, walk);
            return arm(at, edge, left, right, in, out, isRound, walk);
        }
        a = Math.clamp(a, Math.min(LEAST, angle[at] / 2), Math.max(angle[at] - LEAST, angle[at] / 2));
        return arm(at, a, left, right, in, out, isRound, walk);
    }

    /** The way at an angle, as far as the rails beside the edges before and after meet on it. */
    private Arm arm(int at, double a, Vec3 left, Vec3 right, double in, double out, boolean isRound, SurfaceWalk walk) {
        Vec3 goes = direction(a);
        double one = in / Math.max(1 / MITRE, Math.abs(goes.dot(left)));
        double two = out / Math.max(1 / MITRE, Math.abs(goes.dot(right)));
        double width = Math.min(in, out), pointed = isRound ? width : Math.max(one, two);
        Arm arm = arm(at, a, pointed, width, walk);
        // Where there is no room for the point in which the rails would meet outside a corner, they go round it.
        if (turn(at) > 0 || arm.path().end() == SurfacePath.End.FREE || pointed <= width) return arm;
        Arm round = arm(at, a, width, width, walk);
        return round.room() > arm.room() ? round : arm;
    }

    /**
     * The way from a station whose rail lies a bit on along the walk, not square to it.
     *
     * @param before the station before, and the one after, by their places in the walk
     * @param width how far the rail runs from the edges, mm
     * @param shift how far on along the walk the rail's place is, mm
     */
    public Arm leaning(int before, int at, int after, double width, double shift, SurfaceWalk walk) {
        Vec3 u = laid(at, before, -1).times(-1).unit(), v = laid(at, after, 1).unit();
        double a = (angle[at] > FOLDED ? angle[at] / 2 : wanted(at, u, v, width, width)) - Math.atan2(shift, width);
        a = Math.clamp(a, Math.min(LEAST, angle[at] / 2), Math.max(angle[at] - LEAST, angle[at] / 2));
        return arm(at, a, Math.hypot(width, shift), width, walk);
    }

    /** The angle at a place between where another one lies that comes after it and a way, radians. */
    public double angleOn(int at, int after, Arm arm) {
        Vec3 v = laid(at, after, 1);
        return arm.angle() - Math.atan2(v.y(), v.x());
    }

    /** The angle at a place between a way and where another one lies that comes before it, radians. */
    public double angleBack(int at, int before, Arm arm) {
        Vec3 u = laid(at, before, -1);
        double a = Math.atan2(u.y(), u.x());
        // Of all that are whole turns apart the one that is nearest to where the edge before leaves.
        return a + 2 * Math.PI * Math.rint((angle[at] - a) / (2 * Math.PI)) - arm.angle();
    }

    /** How far the rail that a way leads to is from the line of the edge that leaves where the way begins, mm. */
    static double widthAfter(Arm arm) {
        return across(arm, arm.angle());
    }

    /** And from that of the edge that comes there, to a place of the walk. */
    double widthBefore(int at, Arm arm) {
        return across(arm, angle[at] - arm.angle());
    }

    private static double across(Arm arm, double fromEdge) {
        return arm.distance() * Math.max(1 / MITRE, Math.abs(Math.sin(fromEdge)));
    }

    /** Whether the rail goes round a vertex whose way is as long as the strip is wide. */
    boolean goesRound(int at, Arm arm, double width) {
        return angle[at] > POINTED && !turnsRound(at) && arm.distance() < ROUND * width;
    }

    /** The angle at which the rails meet that run beside the edges before and after. */
    private double wanted(int at, Vec3 u, Vec3 v, double in, double out) {
        Vec3 left = normal(u), right = normal(v);
        double turn = u.x() * v.y() - u.y() * v.x();
        // Where the walk goes back on itself the way goes straight on.
        Vec3 way = Math.abs(turn) > STRAIGHT
                ? v.times(in).minus(u.times(out)).times(1 / turn)
                : left.plus(right).length() > 1e-6 ? left.plus(right) : right;
        way = way.unit();
        if (Math.abs(turn) > STRAIGHT && way.dot(left.plus(right)) < 0)
            way = left.plus(right).unit();
        double a = Math.atan2(way.y(), way.x());
        if (a < 0) a += 2 * Math.PI;
        // Beyond the last edge it is nearer to the first one, from the other side.
        return a > angle[at] && a - angle[at] > 2 * Math.PI - a ? LEAST : a;
    }

    /** Whether along a sharp edge the rail is reached much later than in the direction that is wanted. */
    private static boolean isSlanted(double edge, double wanted, Vec3 left, Vec3 right) {
        Vec3 e = direction(edge), w = direction(wanted);
        return Math.min(e.dot(left), e.dot(right)) < SLANTED * Math.min(w.dot(left), w.dot(right));
    }

    private static Vec3 normal(Vec3 v) {
        return new Vec3(-v.y(), v.x(), 0);
    }

    /**
     * The two ways at the end of a chain, on the left of where the walk comes in and of where it goes out.
     *
     * @param rule where the profile there may lie
     */
    ChainEnd end(int at, double width, StationRule.Ends rule, SurfaceWalk walk) {
        EndWays ways = EndWays.of(sharpAt(at), angle[at], rule);
        int behind = ways.isClosed() && ways.alongIn() && ways.alongOut() ? oneFace(at, ways.out(), ways.in()) : -1;
        return new ChainEnd(
                corner[at],
                endArm(at, ways.in(), angle[at] - ways.in(), ways.alongIn(), width, walk),
                ways.in(),
                endArm(at, ways.out(), ways.out(), ways.alongOut(), width, walk),
                ways.out(),
                behind >= 0
                        ? ChainEnd.Closing.IN_FACE
                        : ways.isClosed() ? ChainEnd.Closing.CAPPED : ChainEnd.Closing.ON_SURFACE,
                behind,
                walk);
    }

    /** A triangle of the one face that lies between two angles; -1 where there are several. */
    private int oneFace(int at, double from, double to) {
        int found = -1;
        double gone = 0;
        for (int c = corner[at]; ; c = surface.turned(c)) {
            double middle = gone + surface.angle(c) / 2;
            gone += surface.angle(c);
            if (middle > from && middle < to) {
                if (found >= 0 && surface.faceOf(found) != surface.faceOf(c / 3)) return -1;
                found = c / 3;
            }
            if (ends(c, at)) return found;
        }
    }

    /** @param toEdge the angle between the way and the edge of the chain */
    private Arm endArm(int at, double angle, double toEdge, boolean isSharp, double width, SurfaceWalk walk) {
        if (alongEdges && isSharp) return along(at, angle, width, walk);
        double most = EndWays.LONGEST * width, least = Math.min(most, width / Math.abs(Math.sin(toEdge)));
        return along(at, angle, Math.min(most, distance(at, angle, least, width)), walk);
    }

    /** The way square off the edge that is left a place by, from a point of it. */
    Arm square(int at, double share, double width, SurfaceWalk walk) {
        return new Arm(walk.square(corner[at], share, width), width, -1, 0);
    }

    Vec3 point(int at) {
        return surface.point(corner[at]);
    }

    double length(int at) {
        return length[at];
    }

    /** The face of the mesh that a triangle is a part of. */
    int faceOf(int triangle) {
        return surface.faceOf(triangle);
    }

    /** The normal of the surface on the left of the edge that is left a place by. */
    Vec3 normal(int at) {
        return surface.normal(corner[at] / 3);
    }

    /** The way at an angle from the edge that is left a place by. */
    Arm along(int at, double angle, double distance, SurfaceWalk walk) {
        return new Arm(walk.from(corner[at], angle, distance), distance, corner[at], angle);
    }

    private Arm arm(int at, double angle, double least, double width, SurfaceWalk walk) {
        return along(at, angle, distance(at, angle, least, width), walk);
    }

    /**
     * How far a way has to go to be as far as the width from the edges round it, laid out in the plane: it goes on by
     * what is missing, which never takes it too far. Round the outside of a corner it goes to where the rails beside it meet.
     *
     * @param least how far that is, mm
     */
    private double distance(int at, double angle, double least, double width) {
        Vec3 way = direction(angle);
        double gone = least, most = Math.max(least, MITRE * width);
        List<Vec3> ahead = ahead(at, angle, 2 * width), behind = behind(at, angle, 2 * width);
        for (int round = 0; round < ROUNDS && gone < most; round++) {
            Vec3 p = way.times(gone);
            // What is farther along the edges is nearest only where the way runs beside it.
            if (round > 0 && gone > 2 * width) {
                ahead = ahead(at, angle, 2 * gone);
                behind = behind(at, angle, 2 * gone);
            }
            double missing = width - Math.min(distance(p, ahead), distance(p, behind));
            if (missing < EXACT * width) break;
            gone += missing;
        }
        return Math.min(gone, most);
    }

    private static double distance(Vec3 p, List<Vec3> line) {
        double least = p.length();
        for (int i = 1; i < line.size(); i++) least = Math.min(least, p.distanceTo(line.get(i - 1), line.get(i)));
        return least;
    }

    /** The walk from a vertex on as far as a way sees it: to what is more than half a turn away it goes over the vertex. */
    private List<Vec3> ahead(int at, double angle, double reach) {
        return angle < Math.PI ? around(at, 1, reach) : List.of(Vec3.ZERO);
    }

    /** And back from the vertex. */
    private List<Vec3> behind(int at, double angle, double reach) {
        return this.angle[at] - angle < Math.PI ? around(at, -1, reach) : List.of(Vec3.ZERO);
    }

    /** The walk from a vertex on, laid out in the plane as far as to a length. */
    private List<Vec3> around(int at, int step, double reach) {
        List<Vec3> out = new ArrayList<>();
        out.add(Vec3.ZERO);
        double heading = step > 0 ? 0 : -turn(at), gone = 0;
        int i = at;
        // Half the walk each way is all of it.
        for (int k = 0; k < n / 2 && gone < reach; k++) {
            int edge = step > 0 ? i : before(i);
            gone += length[edge];
            Vec3 along = direction(heading).times(step * length[edge]);
            out.add(out.getLast().plus(along));
            i = Math.floorMod(i + step, n);
            // What comes behind the end of a chain is on the other side of it.
            if (turnsRound(i) && angle[i] > Math.PI) break;
            heading += step * turn(i);
        }
        return out;
    }

    /**
     * How far the rail gets on from one place of the walk to another, as a share of what the walk does; below 0 where it
     * goes back, 0 where it goes aside, as from a place inside a corner that is deeper than the corner's. Laid out in the
     * plane, so that it does not matter how the surface is folded between them and the rail.
     */
    public double progress(int from, Arm first, int to, Arm last) {
        Vec3 on = laid(from, to, 1);
        double heading = 0;
        for (int i = next(from); ; i = next(i)) {
            heading += turn(i);
            if (i == to) break;
        }
        Vec3 a = direction(first.angle()).times(first.reach());
        Vec3 b = on.plus(direction(heading + last.angle()).times(last.reach()));
        double gone = b.minus(a).dot(on);
        return gone > 0 && gone < ASIDE * b.minus(a).length() * on.length() ? 0 : gone / on.dot(on);
    }

    private static Vec3 direction(double angle) {
        return new Vec3(Math.cos(angle), Math.sin(angle), 0);
    }

    /** Where one vertex lies from another in the plane, if the edge after that runs along X. */
    private Vec3 laid(int at, int to, int step) {
        double heading = step > 0 ? 0 : -turn(at), x = 0, y = 0;
        int i = at;
        do {
            int edge = step > 0 ? i : before(i);
            x += step * length[edge] * Math.cos(heading);
            y += step * length[edge] * Math.sin(heading);
            i = Math.floorMod(i + step, n);
            heading += step * turn(i);
        } while (i != to);
        return new Vec3(x, y, 0);
    }
}
