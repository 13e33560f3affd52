package org.modeststack.steps.tidy;

import it.unimi.dsi.fastutil.ints.Int2ObjectOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.ints.IntIterator;
import it.unimi.dsi.fastutil.ints.IntOpenHashSet;
import java.util.Arrays;
import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.RingWriter;
import org.modeststack.steps.rail.FaceRing;

/**
 * The faces of a mesh while some of them change since vertices go into neighbours. Only what changes is held, so
 * that a few changes on a large mesh cost little. Vertices stay where they are.
 */
final class ChangingFaces {
    private static final int[] GONE = {};

    private final Mesh mesh;
    private final Adjacency adj;
    /** For each face that has changed its corners: the vertices in order, none if it is gone. */
    private final Int2ObjectOpenHashMap<int[]> rings = new Int2ObjectOpenHashMap<>();

    /** And the old corner that the values of each are from. */
    private final Int2ObjectOpenHashMap<int[]> sources = new Int2ObjectOpenHashMap<>();

    private final Int2ObjectOpenHashMap<IntArrayList> around = new Int2ObjectOpenHashMap<>();
    private final IntOpenHashSet goneVertices = new IntOpenHashSet();

    ChangingFaces(Mesh mesh) {
        this.mesh = mesh;
        adj = mesh.adjacency();
    }

    /** The vertices round a face; none where it is gone. Not to be changed. */
    int[] ring(int f) {
        int[] ring = rings.get(f);
        return ring != null ? ring : Arrays.copyOfRange(mesh.corners(), mesh.offsets()[f], mesh.offsets()[f + 1]);
    }

    private int[] sources(int f) {
        int[] own = sources.get(f);
        if (own != null) return own;
        own = new int[mesh.sides(f)];
        for (int i = 0; i < own.length; i++) own[i] = mesh.offsets()[f] + i;
        return own;
    }

    boolean isChanged(int f) {
        return rings.containsKey(f);
    }

    boolean isGone(int vertex) {
        return goneVertices.contains(vertex);
    }

    /** The faces at a vertex. Not to be changed. */
    IntArrayList facesAt(int v) {
        IntArrayList faces = around.get(v);
        if (faces != null) return faces;
        faces = new IntArrayList();
        for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++)
            faces.add(adj.cornerFace()[adj.vertexCorners()[i]]);
        return faces;
    }

    private IntArrayList ownFacesAt(int v) {
        return around.computeIfAbsent(v, this::facesAt);
    }

    /** The vertices that share an edge with one. */
    IntOpenHashSet neighbours(int v) {
        IntOpenHashSet out = new IntOpenHashSet();
        for (int f : facesAt(v)) {
            int[] ring = ring(f);
            int n = ring.length;
            for (int i = 0; i < n; i++)
                if (ring[i] == v) {
                    out.add(ring[(i + 1) % n]);
                    out.add(ring[(i + n - 1) % n]);
                }
        }
        return out;
    }

    /** The faces that have an edge between two vertices. */
    IntArrayList facesBetween(int u, int v) {
        IntArrayList out = new IntArrayList();
        for (int f : facesAt(v)) {
            int[] ring = ring(f);
            int n = ring.length;
            for (int i = 0; i < n; i++)
                if (ring[i] == v && (ring[(i + 1) % n] == u || ring[(i + n - 1) % n] == u)) {
                    out.add(f);
                    break;
                }
        }
        return out;
    }

    /**
     * Whether what is closed stays so when a vertex goes into a neighbour: both have just those neighbours in common that
     * triangles between them have (T. Dey, H. Edelsbrunner, S. Guha, D. Nekhayev, "Topology Preserving Edge Contraction",
     * 1999), and no face has both but not beside each other.
     */
    boolean mayGoInto(int v, int u) {
        IntArrayList between = facesBetween(u, v);
        if (between.size() != 2) return false;
        IntOpenHashSet common = neighbours(v);
        common.retainAll(neighbours(u));
        int triangles = 0;
        for (int f : between) {
            int[] ring = ring(f);
            if (ring.length > 3) continue;
            triangles++;
            for (int w : ring) common.remove(w);
        }
        if (!common.isEmpty()) return false;
        // Of two triangles over one another nothing would be left.
        if (triangles == 2 && facesAt(v).size() <= 3) return false;
        for (int f : facesAt(v)) {
            if (between.contains(f)) continue;
            for (int w : ring(f)) if (w == u) return false;
        }
        return true;
    }

    /** What a face at v would be if v went into u; shorter than three where nothing would be left. */
    int[] ringWithout(int f, int v, int u) {
        int[] ring = ring(f).clone();
        for (int i = 0; i < ring.length; i++) if (ring[i] == v) ring[i] = u;
        return FaceRing.withoutRepeats(IntArrayList.wrap(ring)).toIntArray();
    }

    /** Lets a vertex go into a neighbour. */
    void goInto(int v, int u) {
        int like = -1;
        for (int f : facesBetween(u, v)) {
            int[] ring = ring(f), from = sources(f);
            for (int i = 0; i < ring.length; i++) if (ring[i] == u) like = from[i];
        }
        IntArrayList faces = new IntArrayList(facesAt(v));
        IntArrayList atU = ownFacesAt(u);
        for (int f : faces) {
            int[] ring = ring(f), from = sources(f);
            int n = ring.length;
            IntArrayList now = new IntArrayList(n), values = new IntArrayList(n);
            boolean hasU = false;
            for (int w : ring) hasU |= w == u;
            for (int i = 0; i < n; i++) {
                if (ring[i] == v && hasU) continue;
                now.add(ring[i] == v ? u : ring[i]);
                values.add(ring[i] == v ? like : from[i]);
            }
            if (now.size() < 3) {
                gone(f);
                continue;
            }
            rings.put(f, now.toIntArray());
            sources.put(f, values.toIntArray());
            if (!hasU) atU.add(f);
        }
        around.put(v, new IntArrayList());
        goneVertices.add(v);
    }

    private void gone(int f) {
        for (int w : ring(f)) ownFacesAt(w).rem(f);
        rings.put(f, GONE);
        sources.put(f, GONE);
    }

    /** All faces that have changed and are still there. */
    IntArrayList changed() {
        IntArrayList out = new IntArrayList();
        IntIterator all = rings.keySet().iterator();
        while (all.hasNext()) {
            int f = all.nextInt();
            if (ring(f).length > 0) out.add(f);
        }
        out.sort(null);
        return out;
    }

    /** The mesh with all changes. In time linear in it. */
    Mesh written() {
        if (rings.isEmpty()) return mesh;
        BitSet without = new BitSet();
        for (int v : goneVertices) without.set(v);
        RingWriter out = new RingWriter(mesh, without);
        for (int f = 0; f < mesh.faceCount(); f++) {
            int[] ring = rings.get(f);
            if (ring == null) for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) out.corner(c);
            else if (ring.length == 0) continue;
            else {
                int[] from = sources(f);
                for (int i = 0; i < ring.length; i++) out.old(ring[i], from[i]);
            }
            out.face(f);
        }
        return out.build();
    }
}
