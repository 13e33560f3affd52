package org.modeststack.bench.rounding;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.Map;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;

/** A rim as lines in space, and what its surroundings leave room for, whatever the faces there are. */
final class RimGeometry {
    /** Turns sharper than this are edges of the shape, as a cosine: 46 degrees. */
    private static final double SHARP = Math.cos(Math.toRadians(46));

    private final Mesh mesh;
    private final BitSet rim;
    private final IntArrayList edges = new IntArrayList();

    RimGeometry(Mesh mesh, Selection rim) {
        this.mesh = mesh;
        this.rim = rim.elements();
        this.rim.stream().forEach(edges::add);
    }

    static RimGeometry of(CutBodies.Case c) {
        Tag t = c.mesh().tag(c.rim());
        Selection all = Selection.of(c.mesh(), t).to(c.mesh(), ElementKind.EDGE);
        BitSet sharp = new BitSet();
        double[] n = FaceFrames.of(c.mesh()).normals();
        // The bevel leaves alone what turns by no more than 30 degrees.
        all.elements().stream()
                .filter(e -> cosine(c.mesh(), n, e) < Math.cos(Math.toRadians(30)))
                .forEach(sharp::set);
        return new RimGeometry(c.mesh(), new Selection(ElementKind.EDGE, sharp));
    }

    boolean isEmpty() {
        return edges.isEmpty();
    }

    private static double cosine(Mesh m, double[] n, int e) {
        Adjacency adj = m.adjacency();
        if (adj.edgeSides(e) != 2) return -1;
        int f = 3 * adj.cornerFace()[adj.edgeCorner(e, 0)], g = 3 * adj.cornerFace()[adj.edgeCorner(e, 1)];
        return n[f] * n[g] + n[f + 1] * n[g + 1] + n[f + 2] * n[g + 2];
    }

    /** How far a point is from the rim, mm. */
    double distance(Vec3 p) {
        double least = Double.POSITIVE_INFINITY;
        for (int e : edges) least = Math.min(least, distance(p, e));
        return least;
    }

    private double distance(Vec3 p, int e) {
        Vec3 a = mesh.point(mesh.adjacency().edgeLow(e));
        Vec3 ab = mesh.point(mesh.adjacency().edgeHigh(e)).minus(a);
        double t = ab.dot(ab) > 0 ? Math.clamp(p.minus(a).dot(ab) / ab.dot(ab), 0, 1) : 0;
        return a.plus(ab.times(t)).minus(p).length();
    }

    /**
     * Whether the shape has room for strips of a width: each rim is closed; where parts of the rim come near each other
     * that are far apart along it, or of different rims, they are at least 2.4 widths apart; and sharp edges that do not
     * meet the rim are at least 1.3 widths away from it.
     */
    boolean hasRoom(double width) {
        Adjacency adj = mesh.adjacency();
        int[] degree = new int[mesh.vertexCount()];
        for (int e : edges) {
            degree[adj.edgeLow(e)]++;
            degree[adj.edgeHigh(e)]++;
        }
        for (int e : edges) if (degree[adj.edgeLow(e)] != 2 || degree[adj.edgeHigh(e)] != 2) return false;
        double[] n = FaceFrames.of(mesh).normals();
        BitSet near = new BitSet();
        for (int e = 0; e < adj.edgeCount(); e++) {
            boolean meets = degree[adj.edgeLow(e)] > 0 || degree[adj.edgeHigh(e)] > 0;
            if (!rim.get(e) && !meets && cosine(mesh, n, e) < SHARP) near.set(e);
        }
        for (int e : edges) {
            Vec3 p = middle(e);
            for (int s = near.nextSetBit(0); s >= 0; s = near.nextSetBit(s + 1))
                if (distance(p, s) < 1.3 * width) return false;
        }
        return !comesNear(width);
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
                    v = adj.edgeLow(next) == v ? adj.edgeHigh(next) : adj.edgeLow(next);
                }
            }
            Vec3 p = middle(e);
            for (int f : edges) if (!along.get(f) && distance(p, f) < 2.4 * width) return true;
        }
        return false;
    }
}
