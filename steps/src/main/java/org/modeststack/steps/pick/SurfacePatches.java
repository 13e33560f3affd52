package org.modeststack.steps.pick;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.ints.IntLinkedOpenHashSet;
import it.unimi.dsi.fastutil.ints.IntSet;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.DoubleStream;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Loops;
import org.modeststack.steps.StepContext;

/**
 * The surfaces of a mesh as a person sees them: patches of faces that go over into each other smoothly and were made by
 * the same steps, and the lines along which two patches meet. Walls, caps, strips and rims are such. Made in linear time,
 * kept with the mesh.
 */
public final class SurfacePatches implements Memory.Counted {
    /** Faces that meet at more are of two patches, as a cosine: 35 degrees, so that a bar of twelve sides is round. */
    private static final double SMOOTH = Math.cos(Math.toRadians(35));

    private final Mesh mesh;
    /** For each face its patch, and for each patch its faces. */
    private final int[] patchOf;

    private final List<IntArrayList> faces = new ArrayList<>();
    /** For each patch what tells which steps made it. */
    private final long[] signature;
    /** For each patch the sum of its faces' area vectors over that of their areas, three values each, and its area. */
    private final double[] ways;

    private final double[] areas;
    private final double area;
    /** For each edge its line, or -1; for each line its edges and its two patches, -1 for none. */
    private final int[] lineOf;

    private final List<IntArrayList> edges = new ArrayList<>();
    private final double[] lengths;
    /** For each patch the lines along it, ascending. */
    private final List<IntArrayList> linesOf = new ArrayList<>();

    private final IntArrayList lows = new IntArrayList();
    private final IntArrayList highs = new IntArrayList();

    private SurfacePatches(Mesh mesh) {
        this.mesh = mesh;
        long[] made = signatures(mesh);
        patchOf = patches(made);
        signature = new long[faces.size()];
        for (int p = 0; p < signature.length; p++)
            signature[p] = made[faces.get(p).getInt(0)];
        areas = new double[faces.size()];
        ways = new double[3 * faces.size()];
        double[] n = new double[3];
        for (int f = 0; f < patchOf.length; f++) {
            Normals.areaVector(mesh, f, n);
            areas[patchOf[f]] += Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]);
            for (int k = 0; k < 3; k++) ways[3 * patchOf[f] + k] += n[k];
        }
        area = Arrays.stream(areas).sum();
        lineOf = new int[mesh.adjacency().edgeCount()];
        lines();
        lengths = new double[edges.size()];
        for (int e = 0; e < lineOf.length; e++)
            if (lineOf[e] >= 0) lengths[lineOf[e]] += 2 * Anchor.size(mesh, ElementKind.EDGE, e);
    }

    public static SurfacePatches of(Mesh mesh) {
        return mesh.derived(SurfacePatches.class, SurfacePatches::new);
    }

    @Override
    public void count(Memory memory) {
        memory.addArray(patchOf);
        memory.addArray(signature);
        memory.addArray(lineOf);
        memory.addArray(ways);
        memory.addArray(areas);
        memory.addArray(lengths);
        for (IntArrayList l : faces) memory.addArray(l.elements());
        for (IntArrayList l : edges) memory.addArray(l.elements());
        for (IntArrayList l : linesOf) memory.addArray(l.elements());
    }

    /** For each face a number that tells in which tags of steps it is. */
    private static long[] signatures(Mesh mesh) {
        long[] out = new long[mesh.faceCount()];
        for (Map.Entry<String, Tag> e : new TreeMap<>(mesh.tags()).entrySet()) {
            Tag tag = e.getValue();
            if (tag.kind() != ElementKind.FACE || !e.getKey().startsWith(StepContext.MADE)) continue;
            long name = e.getKey().hashCode();
            for (int i = 0; i < tag.size(); i++) {
                int f = (int) tag.element(i);
                out[f] = Keys.of(out[f], name);
            }
        }
        return out;
    }

    private int[] patches(long[] made) {
        Adjacency adj = mesh.adjacency();
        FaceFrames frames = FaceFrames.of(mesh);
        DisjointSets sets = new DisjointSets(mesh.faceCount());
        for (int e = 0; e < adj.edgeCount(); e++) {
            if (adj.edgeSides(e) != 2) continue;
            int c = adj.edgeCorner(e, 0), d = adj.edgeCorner(e, 1);
            int f = adj.cornerFace()[c], g = adj.cornerFace()[d];
            if (made[f] != made[g] || mesh.corners()[c] == mesh.corners()[d]) continue;
            if (frames.cosine(f, g) > SMOOTH) sets.join(f, g);
        }
        int[] out = new int[mesh.faceCount()];
        Arrays.fill(out, -1);
        for (int f = 0; f < out.length; f++) {
            int root = sets.find(f);
            if (out[root] < 0) {
                out[root] = faces.size();
                faces.add(new IntArrayList());
            }
            out[f] = out[root];
            faces.get(out[f]).add(f);
        }
        return out;
    }

    /** Edges between the same two patches that hang together are a line. */
    private void lines() {
        Adjacency adj = mesh.adjacency();
        Arrays.fill(lineOf, -1);
        DisjointSets sets = new DisjointSets(adj.edgeCount());
        long[] pair = new long[adj.edgeCount()];
        // For each vertex the last edge there between a pair of patches.
        Long2IntOpenHashMap last = new Long2IntOpenHashMap();
        last.defaultReturnValue(-1);
        for (int e = 0; e < pair.length; e++) {
            pair[e] = pair(adj, e);
            if (pair[e] < 0) continue;
            for (int v : new int[] {adj.edgeLow(e), adj.edgeHigh(e)}) {
                int before = last.put(Keys.of(pair[e], v), e);
                if (before >= 0) sets.join(before, e);
            }
        }
        for (int e = 0; e < pair.length; e++) {
            if (pair[e] < 0) continue;
            int root = sets.find(e);
            if (lineOf[root] < 0) {
                lineOf[root] = edges.size();
                edges.add(new IntArrayList());
                lows.add((int) (pair[e] >>> 32) - 1);
                highs.add((int) pair[e] - 1);
            }
            lineOf[e] = lineOf[root];
            edges.get(lineOf[e]).add(e);
        }
        for (int p = 0; p < faces.size(); p++) linesOf.add(new IntArrayList(4));
        for (int line = 0; line < edges.size(); line++) {
            if (low(line) >= 0) linesOf.get(low(line)).add(line);
            linesOf.get(high(line)).add(line);
        }
    }

    /** The two patches at an edge, each plus 1, the lower in the upper half; below 0 inside a patch. */
    private long pair(Adjacency adj, int e) {
        if (adj.edgeSides(e) > 2) return -1;
        int p = patchOf[adj.cornerFace()[adj.edgeCorner(e, 0)]];
        int q = adj.edgeSides(e) == 1 ? -1 : patchOf[adj.cornerFace()[adj.edgeCorner(e, 1)]];
        return p == q ? -1 : (long) (Math.min(p, q) + 1) << 32 | Math.max(p, q) + 1;
    }

    /** How many patches there are. */
    public int count() {
        return faces.size();
    }

    public int patchOf(int face) {
        return patchOf[face];
    }

    /** The line that an edge is of, or -1 inside a patch. */
    int lineOf(int edge) {
        return lineOf[edge];
    }

    /** The lines that a vertex lies on, each once. */
    IntSet linesAt(int vertex) {
        IntLinkedOpenHashSet out = new IntLinkedOpenHashSet();
        for (int e : Loops.edgesAt(mesh, mesh.adjacency(), vertex)) if (lineOf[e] >= 0) out.add(lineOf[e]);
        return out;
    }

    /** The patches that a vertex lies on. */
    public BitSet patchesAt(int vertex) {
        Adjacency adj = mesh.adjacency();
        BitSet out = new BitSet();
        for (int i = adj.vertexStart()[vertex]; i < adj.vertexStart()[vertex + 1]; i++)
            out.set(patchOf[adj.cornerFace()[adj.vertexCorners()[i]]]);
        return out;
    }

    public IntArrayList faces(int patch) {
        return faces.get(patch);
    }

    IntArrayList edges(int line) {
        return edges.get(line);
    }

    /** The lines along a patch, ascending. */
    IntArrayList linesOf(int patch) {
        return linesOf.get(patch);
    }

    public int lineCount() {
        return edges.size();
    }

    /** One of the two patches along a line, -1 where the line is an open border; {@link #high} is the other. */
    public int low(int line) {
        return lows.getInt(line);
    }

    public int high(int line) {
        return highs.getInt(line);
    }

    /** The mean of its normals, by area. */
    public Vec3 way(int patch) {
        Vec3 sum = new Vec3(ways[3 * patch], ways[3 * patch + 1], ways[3 * patch + 2]);
        return areas[patch] > 0 ? sum.times(1 / areas[patch]) : Vec3.ZERO;
    }

    /** How large a patch is, mm², or how long a line, mm. */
    public double size(ElementKind kind, int patchOrLine) {
        return kind == ElementKind.FACE ? areas[patchOrLine] : lengths[patchOrLine];
    }

    /** Of the whole surface, from 0 to 1. */
    double share(int patch) {
        return area > 0 ? areas[patch] / area : 0;
    }

    long signature(int patch) {
        return signature[patch];
    }

    /** Each once. */
    public IntArrayList verticesOf(int patch) {
        IntLinkedOpenHashSet out = new IntLinkedOpenHashSet();
        IntArrayList all = faces.get(patch);
        for (int i = 0; i < all.size(); i++)
            for (int c = mesh.offsets()[all.getInt(i)]; c < mesh.offsets()[all.getInt(i) + 1]; c++)
                out.add(mesh.corners()[c]);
        return new IntArrayList(out);
    }

    /** Round a patch when the mesh is moved. */
    public Bounds box(int patch, Affine moved) {
        return Bounds.of(verticesOf(patch)
                .intStream()
                .mapToObj(v -> moved.point(mesh.point(v)))
                .flatMapToDouble(v -> DoubleStream.of(v.x(), v.y(), v.z()))
                .toArray());
    }

    BitSet verticesOfLine(int line) {
        BitSet out = new BitSet();
        IntArrayList all = edges.get(line);
        for (int i = 0; i < all.size(); i++) {
            out.set(mesh.adjacency().edgeLow(all.getInt(i)));
            out.set(mesh.adjacency().edgeHigh(all.getInt(i)));
        }
        return out;
    }
}
