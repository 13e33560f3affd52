package org.modeststack.bench.rounding;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.Map;
import java.util.stream.IntStream;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.search.Bvh;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;

/** A rim as lines in space, and what its surroundings leave room for, whatever the faces there are. */
public final class RimGeometry {
    /** Turns sharper than this are edges of the shape, as a cosine: 46 degrees. */
    private static final double SHARP = Math.cos(Math.toRadians(46));

    private final Mesh mesh;
    private final BitSet rim;
    private final IntArrayList edges = new IntArrayList();
    private final SurfaceDistance surface;
    private final Bvh lines;

    RimGeometry(Mesh mesh, Selection rim) {
        this.mesh = mesh;
        this.rim = rim.elements();
        this.rim.stream().forEach(edges::add);
        surface = new SurfaceDistance(mesh, this.rim);
        lines = new Bvh(Bvh.triangleBoxes(
                mesh.xyz(),
                edges.intStream()
                        .flatMap(e -> IntStream.of(
                                mesh.adjacency().edgeLow(e),
                                mesh.adjacency().edgeHigh(e),
                                mesh.adjacency().edgeHigh(e)))
                        .toArray()));
    }

    /** The edges of the cut, as far as a bevel takes them: what turns by no more than 30 degrees is left alone. */
    public static RimGeometry of(CutBodies.Case c) {
        Tag t = c.mesh().tag(c.rim());
        return sharp(
                c.mesh(),
                Selection.of(c.mesh(), t).to(c.mesh(), ElementKind.EDGE).elements());
    }

    /** All edges of the body that a bevel takes. */
    static RimGeometry whole(CutBodies.Case c) {
        BitSet all = new BitSet();
        all.set(0, c.mesh().adjacency().edgeCount());
        return sharp(c.mesh(), all);
    }

    /** All edges of a mesh whose two faces turn by more than an angle, in degrees. */
    static RimGeometry sharperThan(Mesh mesh, double degrees) {
        BitSet all = new BitSet();
        for (int e = 0; e < mesh.adjacency().edgeCount(); e++)
            if (mesh.adjacency().edgeSides(e) == 2) all.set(e);
        return sharp(mesh, all, degrees);
    }

    int size() {
        return edges.size();
    }

    private static RimGeometry sharp(Mesh mesh, BitSet edges) {
        return sharp(mesh, edges, 30);
    }

    private static RimGeometry sharp(Mesh mesh, BitSet edges, double degrees) {
        BitSet sharp = new BitSet();
        edges.stream()
                .filter(e -> cosine(mesh, e) < Math.cos(Math.toRadians(degrees)))
                .forEach(sharp::set);
        return new RimGeometry(mesh, new Selection(ElementKind.EDGE, sharp));
    }

    public boolean isEmpty() {
        return edges.isEmpty();
    }

    /** Of the angle by which the faces at an edge turn; −1 where there are not two. */
    static double cosine(Mesh m, int e) {
        Adjacency adj = m.adjacency();
        if (adj.edgeSides(e) != 2) return -1;
        return FaceFrames.of(m).cosine(adj.cornerFace()[adj.edgeCorner(e, 0)], adj.cornerFace()[adj.edgeCorner(e, 1)]);
    }

    /** How far a place on the body is from the rim along the surface, mm; {@code most} where it is farther. */
    double distance(Vec3 p, double most) {
        double[] through = {most};
        lines.within(
                p.x() - most,
                p.y() - most,
                p.z() - most,
                p.x() + most,
                p.y() + most,
                p.z() + most,
                i -> through[0] = Math.min(through[0], distance(p, edges.getInt(i))));
        // No way over the surface is shorter than the one through space.
        return Math.max(through[0], surface.of(p, most));
    }

    private double distance(Vec3 p, int e) {
        return p.distanceTo(
                mesh.point(mesh.adjacency().edgeLow(e)),
                mesh.point(mesh.adjacency().edgeHigh(e)));
    }

    /**
     * Whether the shape has room for strips of a width: each rim is closed; where parts of the rim come near each other
     * that are far apart along it, or of different rims, they are at least 2.4 widths apart; sharp edges that do not meet the
     * rim are at least 1.3 widths away from it; and where one does, the place on it that is a width from the rim beside it
     * comes before its end and is no nearer to any other part of the rim.
     */
    public boolean hasRoom(double width) {
        Adjacency adj = mesh.adjacency();
        int[] degree = new int[mesh.vertexCount()];
        for (int e : edges) {
            degree[adj.edgeLow(e)]++;
            degree[adj.edgeHigh(e)]++;
        }
        for (int e : edges) if (degree[adj.edgeLow(e)] != 2 || degree[adj.edgeHigh(e)] != 2) return false;
        BitSet near = new BitSet();
        for (int e = 0; e < adj.edgeCount(); e++) {
            boolean meets = degree[adj.edgeLow(e)] > 0 || degree[adj.edgeHigh(e)] > 0;
            if (!rim.get(e) && !meets && cosine(mesh, e) < SHARP) near.set(e);
        }
        for (int e : edges) {
            Vec3 p = middle(e), q = mesh.point(adj.edgeLow(e));
            for (int s = near.nextSetBit(0); s >= 0; s = near.nextSetBit(s + 1))
                if (Math.min(distance(p, s), distance(q, s)) < 1.3 * width) return false;
        }
        for (int e = 0; e < adj.edgeCount(); e++) {
            if (rim.get(e) || cosine(mesh, e) >= SHARP) continue;
            for (int v : new int[] {adj.edgeLow(e), adj.edgeHigh(e)})
                if (degree[v] == 2 && !reaches(e, v, width)) return false;
        }
        return !comesNear(width);
    }

    /**
     * The smallest angle over the surface, in degrees, that a quad beside the rim cannot but have: between the rim and a sharp
     * edge that leaves it, and half of that in which the rim turns at a corner that none leaves.
     */
    public double leastWedge() {
        Adjacency adj = mesh.adjacency();
        double least = Math.PI / 2;
        for (int e = 0; e < adj.edgeCount(); e++) {
            if (rim.get(e) || cosine(mesh, e) >= SHARP) continue;
            for (int v : new int[] {adj.edgeLow(e), adj.edgeHigh(e)})
                if (isOnRim(v)) least = Math.min(least, Math.min(toRim(e, v, 0), toRim(e, v, 1)));
        }
        for (int e : edges)
            for (int v : new int[] {adj.edgeLow(e), adj.edgeHigh(e)})
                for (int side = 0; side < 2; side++) least = Math.min(least, toRim(e, v, side) / 2);
        return Math.toDegrees(least);
    }

    private boolean isOnRim(int v) {
        Adjacency adj = mesh.adjacency();
        for (int e : edges) if (adj.edgeLow(e) == v || adj.edgeHigh(e) == v) return true;
        return false;
    }

    /** Whether a sharp edge that leaves the rim goes on until it is a width from it, and comes near no other part of it. */
    private boolean reaches(int edge, int from, double width) {
        Adjacency adj = mesh.adjacency();
        double need = 0;
        for (int i = 0; i < 2; i++) {
            double angle = toRim(edge, from, i);
            if (angle < Math.PI) need = Math.max(need, width / Math.sin(angle));
        }
        double gone = 0;
        int e = edge, v = from;
        while (e >= 0) {
            int w = adj.otherEnd(e, v);
            Vec3 along = mesh.point(w).minus(mesh.point(v));
            double length = along.length();
            if (gone + length >= need) {
                Vec3 p = mesh.point(v).plus(along.times((need - gone) / length));
                return distance(p, 4 * width) > 0.99 * width;
            }
            gone += length;
            v = w;
            e = onward(e, w);
        }
        return false;
    }

    /** The sharp edge that goes straight on at a vertex; -1 where none does, or more than one. */
    private int onward(int edge, int at) {
        Adjacency adj = mesh.adjacency();
        int found = -1;
        for (int e = 0; e < adj.edgeCount(); e++) {
            if (e == edge || adj.edgeLow(e) != at && adj.edgeHigh(e) != at) continue;
            if (rim.get(e) || cosine(mesh, e) >= SHARP) continue;
            if (found >= 0) return -1;
            found = e;
        }
        return found;
    }

    /** The angle over the faces on one side of an edge, from there to the rim, at a vertex of both, radians. */
    private double toRim(int edge, int at, int side) {
        Adjacency adj = mesh.adjacency();
        double angle = 0;
        int e = edge, corner = adj.edgeCorner(edge, side);
        do {
            int c = mesh.corners()[corner] == at ? corner : adj.cornerNext()[corner];
            int before = adj.cornerBefore(c, mesh);
            Vec3 p = mesh.point(at);
            Vec3 a = mesh.point(mesh.corners()[adj.cornerNext()[c]]).minus(p);
            Vec3 b = mesh.point(mesh.corners()[before]).minus(p);
            angle += Math.atan2(a.cross(b).length(), a.dot(b));
            e = adj.cornerEdge()[c] == e ? adj.cornerEdge()[before] : adj.cornerEdge()[c];
            int next = adj.edgeCorner(e, 0);
            corner = adj.cornerFace()[next] == adj.cornerFace()[c] ? adj.edgeCorner(e, 1) : next;
        } while (!rim.get(e) && e != edge);
        return angle;
    }

    private Vec3 middle(int e) {
        Adjacency adj = mesh.adjacency();
        return mesh.point(adj.edgeLow(e)).plus(mesh.point(adj.edgeHigh(e))).times(0.5);
    }

    private boolean comesNear(double width) {
        Adjacency adj = mesh.adjacency();
        Map<Integer, IntArrayList> at = new HashMap<>();
        for (int e : edges) {
            at.computeIfAbsent(adj.edgeLow(e), _ -> new IntArrayList()).add(e);
            at.computeIfAbsent(adj.edgeHigh(e), _ -> new IntArrayList()).add(e);
        }
        for (int e : edges) {
            // What is near along the rim, on both sides.
            BitSet along = new BitSet();
            along.set(e);
            for (int start : new int[] {adj.edgeLow(e), adj.edgeHigh(e)}) {
                double gone = 0;
                int v = start, last = e;
                while (gone < 4 * width) {
                    int next = -1;
                    for (int f : at.get(v)) if (f != last) next = f;
                    if (next < 0 || along.get(next)) break;
                    along.set(next);
                    gone += 2 * middle(next).minus(mesh.point(v)).length();
                    last = next;
                    v = adj.otherEnd(next, v);
                }
            }
            Vec3 p = middle(e);
            for (int f : edges) if (!along.get(f) && distance(p, f) < 2.4 * width) return true;
        }
        return false;
    }
}
