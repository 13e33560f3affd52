package org.modeststack.steps.tidy;

import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.Map;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;

/**
 * Walls on the borders of an open surface, square to it, so that a rim along a border, or one that ends there, has a surface
 * on both sides while it is worked on; they are taken away again with all that was made of them. Borders whose loops a rim
 * does not touch get none, nor does a border through a vertex that two of them meet in.
 */
final class BorderWalls {
    /** No document can have a tag of this name: names are one line. */
    private static final String WALLS = "walls\n";

    private static final long VERTEX = 41;
    private static final long FACE = 42;

    private final Mesh in;
    private final Adjacency adj;

    private BorderWalls(Mesh in) {
        this.in = in;
        adj = in.adjacency();
    }

    /**
     * @param edges of the rim
     * @param height of the walls, mm
     * @return the mesh itself where the rim touches no border; else one with the same numbers for all that was there
     */
    static Mesh with(Mesh in, BitSet edges, double height) {
        return new BorderWalls(in).walled(edges, height);
    }

    /** Without walls, and without what was made of them. */
    static Mesh without(Mesh m) {
        Tag walls = m.tag(WALLS);
        if (walls == null) return m;
        MeshBuilder out = new MeshBuilder(m.vertexCount(), m.faceCount());
        int[] vertices = new int[m.vertexCount()], faces = new int[m.faceCount()];
        Arrays.fill(vertices, -1);
        Arrays.fill(faces, -1);
        out.appendFaces(m, f -> walls.weightOf(f) == 0, k -> k, vertices, faces);
        out.carryTags(m, vertices, faces);
        Mesh made = out.build();
        Map<String, Tag> tags = new LinkedHashMap<>(made.tags());
        tags.remove(WALLS);
        return made.withTags(tags);
    }

    private Mesh walled(BitSet edges, double height) {
        BitSet done = new BitSet();
        MeshBuilder out = new MeshBuilder(in.vertexCount(), in.faceCount());
        IntArrayList walls = new IntArrayList();
        for (int e = edges.nextSetBit(0); e >= 0; e = edges.nextSetBit(e + 1))
            for (int v : new int[] {adj.edgeLow(e), adj.edgeHigh(e)}) loop(v, done, walls);
        if (walls.isEmpty()) return in;
        int[] vertices = new int[in.vertexCount()], faces = new int[in.faceCount()];
        out.verticesOf(in);
        Arrays.setAll(vertices, v -> v);
        out.appendFaces(in, _ -> true, k -> k, vertices, faces);
        out.carryTags(in, vertices, faces);
        int[] materials = out.materialsOf(in);
        Int2IntOpenHashMap tops = new Int2IntOpenHashMap();
        tops.defaultReturnValue(-1);
        for (int c : walls) {
            int u = in.corners()[c], v = in.corners()[adj.cornerNext()[c]], f = adj.cornerFace()[c];
            int[] ring = {v, u, top(u, height, tops, out), top(v, height, tops, out)};
            int made =
                    out.face(Keys.of(in.faceKeys()[f], FACE, in.edgeKey(u, v)), materials[in.faceMaterials()[f]], ring);
            for (int i = 0; in.hasCornerValues() && i < 4; i++) out.cornerLike(out.firstCorner(made) + i, in, c);
            out.tag(WALLS, ElementKind.FACE, made, 1);
        }
        return out.build();
    }

    /** Adds the corners along the border that leaves a vertex, all round. */
    private void loop(int v, BitSet done, IntArrayList to) {
        IntArrayList loop = new IntArrayList();
        int first = leaving(v), c = first;
        do {
            // Where two borders meet in a vertex it is not known which goes on.
            if (c < 0 || done.get(c)) return;
            done.set(c);
            loop.add(c);
            c = leaving(in.corners()[adj.cornerNext()[c]]);
        } while (c != first);
        to.addAll(loop);
    }

    /** The corner whose side leaves a vertex along a border; −1 where there is not just one. */
    private int leaving(int v) {
        int found = -1;
        for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++) {
            int c = adj.vertexCorners()[i];
            if (adj.edgeSides(adj.cornerEdge()[c]) != 1) continue;
            if (found >= 0) return -1;
            found = c;
        }
        return found;
    }

    private int top(int v, double height, Int2IntOpenHashMap tops, MeshBuilder out) {
        int known = tops.get(v);
        if (known >= 0) return known;
        Vec3 normal = Vec3.ZERO;
        for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++)
            normal = normal.plus(FaceFrames.of(in).normal(adj.cornerFace()[adj.vertexCorners()[i]]));
        Vec3 p = in.point(v).plus(normal.unit().times(height));
        int made = out.vertex(p.x(), p.y(), p.z(), Keys.of(in.vertexKeys()[v], VERTEX));
        tops.put(v, made);
        return made;
    }
}
