package org.modeststack.mesh.select;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Collections;
import java.util.PriorityQueue;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;

/** Shortest ways over a mesh (E. W. Dijkstra, "A Note on Two Problems in Connexion with Graphs", 1959). */
public final class Paths {
    private Paths() {}

    private record Reached(int node, double far) {}

    /**
     * The elements on a shortest way from one to another, both included: over edges by their length for vertices and
     * edges, over neighbours across edges by the distance of their middles for faces.
     *
     * @return empty if they do not hang together
     */
    public static Selection between(Mesh mesh, ElementKind kind, int from, int to) {
        if (kind == ElementKind.FACE) return faces(mesh, from, to);
        Adjacency adj = mesh.adjacency();
        if (kind == ElementKind.VERTEX) {
            IntArrayList way = vertices(mesh, new int[] {from}, new int[] {to});
            return Selection.of(kind, way.toIntArray());
        }
        IntArrayList way = vertices(
                mesh, new int[] {adj.edgeLow(from), adj.edgeHigh(from)}, new int[] {adj.edgeLow(to), adj.edgeHigh(to)});
        if (way.isEmpty()) return Selection.none(kind);
        BitSet out = new BitSet();
        out.set(from);
        out.set(to);
        for (int i = 1; i < way.size(); i++) out.set(adj.edgeBetween(way.getInt(i - 1), way.getInt(i), mesh));
        return new Selection(kind, out);
    }

    /** The vertices on a shortest way from any of some to any of others, in order; empty if there is none. */
    public static IntArrayList vertices(Mesh mesh, int[] from, int[] to) {
        Adjacency adj = mesh.adjacency();
        int n = mesh.vertexCount();
        double[] far = new double[n];
        int[] back = new int[n];
        Arrays.fill(far, Double.POSITIVE_INFINITY);
        Arrays.fill(back, -1);
        BitSet goal = new BitSet(), done = new BitSet();
        for (int v : to) goal.set(v);
        PriorityQueue<Reached> queue = new PriorityQueue<>((a, b) -> Double.compare(a.far, b.far));
        for (int v : from) {
            far[v] = 0;
            queue.add(new Reached(v, 0));
        }
        while (!queue.isEmpty()) {
            int v = queue.poll().node;
            if (done.get(v)) continue;
            done.set(v);
            if (goal.get(v)) return back(back, v);
            for (int e : Loops.edgesAt(mesh, adj, v)) {
                int w = adj.otherEnd(e, v);
                double d = far[v] + mesh.point(v).minus(mesh.point(w)).length();
                if (d >= far[w]) continue;
                far[w] = d;
                back[w] = v;
                queue.add(new Reached(w, d));
            }
        }
        return new IntArrayList();
    }

    private static IntArrayList back(int[] back, int v) {
        IntArrayList way = new IntArrayList();
        for (int at = v; at >= 0; at = back[at]) way.add(at);
        Collections.reverse(way);
        return way;
    }

    private static Selection faces(Mesh mesh, int from, int to) {
        Adjacency adj = mesh.adjacency();
        FaceFrames frames = FaceFrames.of(mesh);
        double[] far = new double[mesh.faceCount()];
        int[] back = new int[mesh.faceCount()];
        Arrays.fill(far, Double.POSITIVE_INFINITY);
        Arrays.fill(back, -1);
        BitSet done = new BitSet();
        PriorityQueue<Reached> queue = new PriorityQueue<>((a, b) -> Double.compare(a.far, b.far));
        far[from] = 0;
        queue.add(new Reached(from, 0));
        while (!queue.isEmpty()) {
            int f = queue.poll().node;
            if (done.get(f)) continue;
            done.set(f);
            if (f == to) return Selection.of(ElementKind.FACE, back(back, f).toIntArray());
            Vec3 here = frames.middle(f);
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                int e = adj.cornerEdge()[c];
                for (int i = 0; i < adj.edgeSides(e); i++) {
                    int g = adj.cornerFace()[adj.edgeCorner(e, i)];
                    double d = far[f] + here.minus(frames.middle(g)).length();
                    if (g == f || d >= far[g]) continue;
                    far[g] = d;
                    back[g] = f;
                    queue.add(new Reached(g, d));
                }
            }
        }
        return Selection.none(ElementKind.FACE);
    }
}
