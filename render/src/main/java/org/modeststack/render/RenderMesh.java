package org.modeststack.render;

import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.lang.ref.WeakReference;
import java.util.Map;
import java.util.WeakHashMap;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Triangulation;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.shade.SmoothEdges;

/**
 * A mesh made ready for drawing: triangles with normals at their corners, and which of their sides are edges of the
 * mesh. Normals are those of {@link org.modeststack.mesh.shade.CornerNormals}, worked out for all corners at once. Made in
 * time linear in the mesh.
 */
public final class RenderMesh {
    static final int SOFT = 1;
    static final int SHARP = 2;
    /** The bits of {@link #sides} that say sharp. */
    static final int ANY_SHARP = SHARP | SHARP << 2 | SHARP << 4;

    /** A mesh that was drawn as often is likely to be drawn again, so that it is worth while to make more of it. */
    private static final int STEADY = 3;

    final Mesh mesh;
    final Bounds bounds;
    /** The middle of the bounds; positions are floats relative to it. */
    final Vec3 origin;

    final float[] xyz;
    /** Three vertices a triangle. */
    final int[] triangles;

    final int[] faceOf;
    /** For each triangle, two bits for each side (from corner i to the next): 0 none, SOFT or SHARP. */
    final byte[] sides;
    /** Unit normals, packed, for each corner of each triangle. */
    final int[] normals;
    /** Whether no side of any face is open, so that backs cannot be seen. */
    final boolean closed;
    /** Edges as pairs of vertices, with the normals of their two faces packed; see {@link #edgeKind}. */
    final int[] edges;

    final int[] edgeNormals;
    final byte[] edgeKind;
    /** Three corners of the mesh a triangle, for colours. */
    final int[] corners;
    /** Coarser forms; null for one that is coarse already. */
    private final DetailLevels levels;

    private final AtomicInteger drawn = new AtomicInteger();
    private volatile NormalCones triangleCones;
    private volatile NormalCones edgeCones;

    /** What is drawn somewhere, for whoever else draws the same: it lives as long as one of them keeps it. */
    private static final Map<Mesh, WeakReference<RenderMesh>> MADE = new WeakHashMap<>();

    /** The last smooth surface for each way in which faces hang together. */
    private static final Map<Adjacency, WeakReference<RenderMesh>> SMOOTH = new WeakHashMap<>();

    /** A mesh made ready, the same as long as another view, thumbnail or still has it. */
    public static RenderMesh of(Mesh mesh) {
        synchronized (MADE) {
            WeakReference<RenderMesh> known = MADE.get(mesh);
            RenderMesh there = known == null ? null : known.get();
            if (there != null) return there;
        }
        // Made without holding up others; two that make the same at once have one each.
        RenderMesh made = new RenderMesh(mesh);
        synchronized (MADE) {
            MADE.put(mesh, new WeakReference<>(made));
        }
        return made;
    }

    public RenderMesh(Mesh mesh) {
        this(mesh, true, null);
    }

    /**
     * A mesh of which only sharp edges, borders and outlines are drawn: a smooth surface. While one is dragged, whose faces hang
     * together as before, only what depends on places is made anew; its quads stay cut along the same diagonals.
     */
    public static RenderMesh withoutSoftEdges(Mesh mesh) {
        // What has many sides may be cut into other triangles once it has moved.
        if (!isAllQuads(mesh)) return new RenderMesh(mesh, false, null);
        RenderMesh before;
        synchronized (SMOOTH) {
            WeakReference<RenderMesh> known = SMOOTH.get(mesh.adjacency());
            before = known == null ? null : known.get();
        }
        RenderMesh made = new RenderMesh(mesh, false, before);
        synchronized (SMOOTH) {
            SMOOTH.put(mesh.adjacency(), new WeakReference<>(made));
        }
        return made;
    }

    private static boolean isAllQuads(Mesh mesh) {
        for (int f = 0; f < mesh.faceCount(); f++) if (mesh.sides(f) != 4) return false;
        return true;
    }

    /** @param before one of a mesh that differs in places only, or null */
    private RenderMesh(Mesh mesh, boolean softEdges, @Nullable RenderMesh before) {
        this.mesh = mesh;
        bounds = mesh.bounds();
        origin = bounds.center();
        xyz = new float[mesh.xyz().length];
        double[] p = mesh.xyz();
        double ox = origin.x(), oy = origin.y(), oz = origin.z();
        for (int i = 0; i < xyz.length; i += 3) {
            xyz[i] = (float) (p[i] - ox);
            xyz[i + 1] = (float) (p[i + 1] - oy);
            xyz[i + 2] = (float) (p[i + 2] - oz);
        }
        Adjacency adj = mesh.adjacency();
        if (before == null) {
            Triangulation t = mesh.triangulation();
            corners = t.triangleCorners();
            faceOf = t.triangleFace();
            triangles = new int[corners.length];
            RenderWorkers.ranges(corners.length, (from, to) -> {
                for (int i = from; i < to; i++) triangles[i] = mesh.corners()[corners[i]];
            });
            edges = new int[2 * adj.edgeCount()];
            closed = findEdges(adj);
        } else {
            corners = before.corners;
            faceOf = before.faceOf;
            triangles = before.triangles;
            edges = before.edges;
            closed = before.closed;
        }
        CornerShading shading = new CornerShading(mesh);
        byte[] kinds = edgeKinds(adj, shading.areas());
        edgeKind = kinds;
        edgeNormals = edgeNormals(adj, packed(shading.areas()));
        levels = new DetailLevels(this);
        normals = shading.normals(kinds, corners);
        if (!softEdges) keepLines(adj, kinds);
        sides = new byte[faceOf.length];
        int[] next = adj.cornerNext(), edge = adj.cornerEdge();
        RenderWorkers.ranges(faceOf.length, (from, to) -> {
            for (int i = from; i < to; i++) {
                int bits = 0;
                for (int k = 0; k < 3; k++) {
                    int c = corners[3 * i + k], d = corners[3 * i + (k + 1) % 3];
                    if (next[c] == d) bits |= kinds[edge[c]] << 2 * k;
                }
                sides[i] = (byte) bits;
            }
        });
    }

    /**
     * A coarser form.
     *
     * @param newXyz its vertices, relative to the same origin
     * @param vertexOf for each vertex of the full form the one that stands for it
     * @param kept the triangles that are left
     * @param kinds of the edges between two of its vertices, by lower and higher
     */
    RenderMesh(RenderMesh full, float[] newXyz, int[] vertexOf, int[] kept, Long2IntOpenHashMap kinds) {
        mesh = full.mesh;
        bounds = full.bounds;
        origin = full.origin;
        closed = full.closed;
        xyz = newXyz;
        int n = kept.length;
        triangles = new int[3 * n];
        corners = new int[3 * n];
        normals = new int[3 * n];
        faceOf = new int[n];
        sides = new byte[n];
        for (int i = 0; i < n; i++) {
            int t = kept[i];
            faceOf[i] = full.faceOf[t];
            sides[i] = full.sides[t];
            for (int k = 0; k < 3; k++) {
                triangles[3 * i + k] = vertexOf[full.triangles[3 * t + k]];
                corners[3 * i + k] = full.corners[3 * t + k];
                normals[3 * i + k] = full.normals[3 * t + k];
            }
        }
        // Outlines run along sides of what is drawn, which are not all edges of the mesh.
        CoarseEdges found = new CoarseEdges(xyz, triangles, kinds);
        edges = found.edges();
        edgeNormals = found.normals();
        edgeKind = found.kinds();
        levels = null;
    }

    /** A form of it that is fine enough for cells of this length, mm; this one where it has to be. */
    RenderMesh fineEnough(double cell) {
        return levels == null ? this : levels.fineEnough(cell);
    }

    /** Counts that it is drawn once more. */
    void countDrawn() {
        if (!isSteady()) drawn.incrementAndGet();
    }

    /**
     * Whether it has been drawn several times: while a number is dragged each mesh is drawn once, and what is made for later
     * pictures would only hold up this one.
     */
    boolean isSteady() {
        return levels == null || drawn.get() >= STEADY;
    }

    /** Which blocks of triangles are seen from one side; made when first asked for. */
    NormalCones triangleCones() {
        NormalCones known = triangleCones;
        if (known == null) triangleCones = known = NormalCones.ofTriangles(this);
        return known;
    }

    /** The same for blocks of edges. */
    NormalCones edgeCones() {
        NormalCones known = edgeCones;
        if (known == null) edgeCones = known = NormalCones.ofEdges(this);
        return known;
    }

    public Mesh mesh() {
        return mesh;
    }

    public int triangleCount() {
        return faceOf.length;
    }

    /** Fills in the edges; returns whether none is open. */
    private boolean findEdges(Adjacency adj) {
        AtomicBoolean open = new AtomicBoolean();
        RenderWorkers.ranges(adj.edgeCount(), (from, to) -> {
            boolean anyOpen = false;
            for (int e = from; e < to; e++) {
                edges[2 * e] = adj.edgeLow(e);
                edges[2 * e + 1] = adj.edgeHigh(e);
                anyOpen |= adj.edgeSides(e) != 2;
            }
            if (anyOpen) open.set(true);
        });
        return !open.get();
    }

    private static int[] edgeNormals(Adjacency adj, int[] faceNormals) {
        int[] out = new int[2 * adj.edgeCount()];
        RenderWorkers.ranges(adj.edgeCount(), (from, to) -> {
            for (int e = from; e < to; e++) {
                out[2 * e] = faceNormals[adj.cornerFace()[adj.edgeCorner(e, 0)]];
                out[2 * e + 1] = adj.edgeSides(e) == 2 ? faceNormals[adj.cornerFace()[adj.edgeCorner(e, 1)]] : 0;
            }
        });
        return out;
    }

    /** Each of many vectors, three values each. */
    private static int[] packed(float[] vectors) {
        int[] out = new int[vectors.length / 3];
        RenderWorkers.ranges(out.length, (from, to) -> {
            for (int i = from; i < to; i++) out[i] = PackedNormal.of(vectors, i);
        });
        return out;
    }

    private byte[] edgeKinds(Adjacency adj, float[] area) {
        byte[] kinds = new byte[adj.edgeCount()];
        SmoothEdges smooth = new SmoothEdges(mesh, area);
        RenderWorkers.ranges(kinds.length, (from, to) -> {
            for (int e = from; e < to; e++) kinds[e] = (byte) (smooth.isSmooth(e) ? SOFT : SHARP);
        });
        return kinds;
    }

    /** Leaves sharp edges alone that hang together; a single one between smooth ones is no line of a smooth surface. */
    private void keepLines(Adjacency adj, byte[] kinds) {
        int[] sharpAt = new int[mesh.vertexCount()];
        for (int e = 0; e < kinds.length; e++) {
            if (kinds[e] != SHARP) continue;
            sharpAt[adj.edgeLow(e)]++;
            sharpAt[adj.edgeHigh(e)]++;
        }
        for (int e = 0; e < kinds.length; e++)
            if (kinds[e] == SOFT || sharpAt[adj.edgeLow(e)] + sharpAt[adj.edgeHigh(e)] == 2) kinds[e] = 0;
    }
}
