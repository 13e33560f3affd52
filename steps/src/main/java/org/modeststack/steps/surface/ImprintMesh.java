package org.modeststack.steps.surface;

import java.util.Arrays;
import java.util.BitSet;
import java.util.function.IntPredicate;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.Successors;

/** Writes what an {@link Imprint} has left into a builder, to which more can be added then. In time linear in the mesh. */
public final class ImprintMesh {
    private static final long PIECE = 2;
    private static final int FEW = 1024;

    /** No corner of a triangle counts more than this at a place beside it. */
    private static final double FARTHEST = 2;

    private final TriangleSurface surface;
    private final Mesh mesh;
    private final SurfaceNodes nodes;
    private final MeshBuilder out;
    private final int[] vertices;
    private final int[] faces;
    private final int[] materials;
    private final FaceNormals normals;
    private final Imprint.Cut cut;
    private int unchangedCount;

    private ImprintMesh(TriangleSurface surface, SurfaceNodes nodes, Imprint.Cut cut, MeshBuilder out) {
        this.cut = cut;
        this.surface = surface;
        this.nodes = nodes;
        this.out = out;
        mesh = surface.mesh;
        vertices = new int[nodes.count()];
        faces = new int[mesh.faceCount()];
        Arrays.fill(vertices, -1);
        Arrays.fill(faces, -1);
        materials = out.materialsOf(mesh);
        normals = new FaceNormals(mesh);
    }

    public static ImprintMesh whole(TriangleSurface surface, SurfaceNodes nodes, Imprint.Cut cut) {
        Mesh mesh = surface.mesh;
        MeshBuilder builder = new MeshBuilder(withMore(mesh.vertexCount()), withMore(mesh.faceCount()));
        ImprintMesh made = new ImprintMesh(surface, nodes, cut, builder);
        made.write(f -> !cut.changed().get(f));
        made.out.carryTags(mesh, made.vertices, made.faces);
        for (Imprint.Piece p : cut.pieces()) made.carryEdges(p);
        return made;
    }

    /** A number and some more, so that what comes in seldom makes arrays grow. */
    private static int withMore(int count) {
        return count + (count >> 3) + FEW;
    }

    /**
     * Only what has become of some faces, without tags.
     *
     * @param near the faces
     */
    public static ImprintMesh near(TriangleSurface surface, SurfaceNodes nodes, Imprint.Cut cut, BitSet near) {
        int count = near.cardinality();
        ImprintMesh made = new ImprintMesh(surface, nodes, cut, new MeshBuilder(count, count));
        made.write(f -> near.get(f) && !cut.changed().get(f));
        return made;
    }

    private void write(IntPredicate unchanged) {
        out.appendFaces(mesh, unchanged, k -> k, vertices, faces);
        unchangedCount = out.faceCount();
        for (Imprint.Piece p : cut.pieces()) piece(p);
    }

    public MeshBuilder builder() {
        return out;
    }

    public Mesh mesh() {
        return mesh;
    }

    /** The faces that are no longer there as they were. */
    public BitSet changed() {
        return cut.changed();
    }

    /** How many faces are there as they were; they were written first. */
    public int unchangedCount() {
        return unchangedCount;
    }

    public Vec3 at(int node) {
        return nodes.at(node);
    }

    public long key(int node) {
        return nodes.key(node);
    }

    /** The vertex that a node has become, or -1 where nothing has needed it. */
    public int made(int node) {
        return vertices[node];
    }

    /** The vertex that a node has become; made where nothing has needed it yet. */
    public int vertex(int node) {
        if (vertices[node] < 0) {
            Vec3 p = nodes.at(node);
            vertices[node] = out.vertex(p.x(), p.y(), p.z(), nodes.key(node));
        }
        return vertices[node];
    }

    /** The corner of a face of the mesh at a corner of a triangle. */
    public int corner(int ofTriangle) {
        return surface.meshCorner(ofTriangle);
    }

    /** The material, as the builder numbers it, of the face that has a side from one vertex to another. */
    public int materialBeside(int from, int to) {
        Adjacency adj = mesh.adjacency();
        int e = adj.edgeBetween(from, to, mesh);
        int c = adj.edgeCorner(e, 0), d = adj.edgeCorner(e, adj.edgeSides(e) - 1);
        return materials[mesh.faceMaterials()[adj.cornerFace()[mesh.corners()[c] == from ? c : d]]];
    }

    private void piece(Imprint.Piece p) {
        Work.checkpoint();
        int n = p.nodes().length, f = p.face();
        int[] ring = new int[n];
        for (int i = 0; i < n; i++) ring[i] = vertex(p.nodes()[i]);
        // The first piece goes on as the face; what comes off it is told by the keys of its vertices.
        boolean isFirst = faces[f] < 0;
        long all = 0;
        for (int node : p.nodes()) all += Keys.mix(nodes.key(node));
        long key = isFirst ? mesh.faceKeys()[f] : Keys.of(mesh.faceKeys()[f], PIECE, all);
        int made = out.face(key, materials[mesh.faceMaterials()[f]], ring, 0, n);
        if (isFirst) faces[f] = made;
        else new Successors(mesh, out).face(f, made);
        if (mesh.hasCornerValues() || normals.isCurved(f))
            for (int i = 0; i < n; i++) values(out.firstCorner(made) + i, f, p.nodes()[i]);
    }

    /** On a curved surface its normal too. */
    private void values(int corner, int f, int node) {
        Adjacency adj = mesh.adjacency();
        if (nodes.isVertex(node)) {
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++)
                if (mesh.corners()[c] == node) {
                    mix(corner, f, new int[] {c}, new double[] {1});
                    return;
                }
        } else if (nodes.edge(node) >= 0) {
            int e = nodes.edge(node);
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                if (adj.cornerEdge()[c] != e) continue;
                double share = mesh.corners()[c] == adj.edgeLow(e) ? nodes.share(node) : 1 - nodes.share(node);
                mix(corner, f, new int[] {c, adj.cornerNext()[c]}, new double[] {1 - share, share});
                return;
            }
        } else {
            int t = 3 * nodes.triangle(node);
            double[] shares = surface.sharesBeyond(nodes.triangle(node), nodes.at(node));
            // A narrow triangle tells little of what is beside it.
            if (Arrays.stream(shares).anyMatch(s -> Math.abs(s) > FARTHEST))
                shares = surface.shares(nodes.triangle(node), nodes.at(node));
            mix(
                    corner,
                    f,
                    new int[] {surface.meshCorner(t), surface.meshCorner(t + 1), surface.meshCorner(t + 2)},
                    shares);
        }
    }

    private void mix(int corner, int f, int[] sources, double[] shares) {
        if (mesh.hasCornerValues()) out.cornerMix(corner, mesh, sources, shares);
        double @Nullable [] n = normals.isCurved(f) ? normals.between(sources, shares) : null;
        if (n != null) out.normal(corner, n[0], n[1], n[2]);
    }

    /** Parts of an edge stay in its tags. */
    private void carryEdges(Imprint.Piece p) {
        int n = p.nodes().length;
        for (int i = 0; i < n; i++) {
            int a = p.nodes()[i], b = p.nodes()[(i + 1) % n];
            int e = nodes.edge(a) >= 0 ? nodes.edge(a) : nodes.edge(b);
            if (e < 0 || !nodes.areOnOneEdge(a, b)) continue;
            long edge = Tag.edge(mesh.adjacency().edgeLow(e), mesh.adjacency().edgeHigh(e));
            mesh.tags().forEach((name, tag) -> {
                if (tag.kind() != ElementKind.EDGE) return;
                double weight = tag.weightOf(edge);
                if (weight > 0) out.tag(name, ElementKind.EDGE, Tag.edge(vertex(a), vertex(b)), weight);
            });
        }
    }
}
