package org.modeststack.steps;

import it.unimi.dsi.fastutil.ints.Int2ObjectOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.ints.IntList;
import java.util.Arrays;
import java.util.BitSet;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Vec3;

/**
 * A mesh written anew with its vertices where they are, but other rings for its faces. Materials go with the faces, values
 * with the corners they are said to come from, tags with what stays.
 */
public final class RingWriter {
    private final Mesh mesh;
    private final MeshBuilder out;
    private final int[] materials;
    /** For each old vertex and face its number in what is written, or -1. */
    private final int[] vertexMap;

    private final int[] faceMap;
    /** Faces and their pieces behind the first, by turns. */
    private final IntArrayList furtherPieces = new IntArrayList();

    /** What the corners of the ring are between, where they are between others. */
    private final Int2ObjectOpenHashMap<Mix> mixes = new Int2ObjectOpenHashMap<>();

    private record Mix(int[] corners, double[] shares) {}

    private int[] ring = new int[16];
    private int[] source = new int[16];
    private int sides;

    public RingWriter(Mesh mesh) {
        this(mesh, new BitSet());
    }

    /** @param without vertices that no ring will have any more */
    public RingWriter(Mesh mesh, BitSet without) {
        this.mesh = mesh;
        out = new MeshBuilder(mesh.vertexCount(), mesh.faceCount());
        materials = out.materialsOf(mesh);
        vertexMap = new int[mesh.vertexCount()];
        faceMap = new int[mesh.faceCount()];
        Arrays.fill(vertexMap, -1);
        Arrays.fill(faceMap, -1);
        for (int v = without.nextClearBit(0); v < mesh.vertexCount(); v = without.nextClearBit(v + 1))
            vertexMap[v] = out.vertex(mesh.x(v), mesh.y(v), mesh.z(v), mesh.vertexKeys()[v]);
    }

    /** A mesh without some vertices, in the rings of whose faces those before and after are joined. */
    public static Mesh without(Mesh mesh, BitSet vertices) {
        if (vertices.isEmpty()) return mesh;
        RingWriter out = new RingWriter(mesh, vertices);
        for (int f = 0; f < mesh.faceCount(); f++) {
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++)
                if (!vertices.get(mesh.corners()[c])) out.corner(c);
            out.face(f);
        }
        return out.build();
    }

    /**
     * A further vertex.
     *
     * @param like the old vertex in whose place it is
     */
    public int vertexAt(int like, long key) {
        return out.vertex(mesh.x(like), mesh.y(like), mesh.z(like), key);
    }

    /** A further vertex. */
    public int vertex(Vec3 place, long key) {
        return out.vertex(place.x(), place.y(), place.z(), key);
    }

    /**
     * The next corner of the ring, with values between those of old corners.
     *
     * @param vertex of what is written
     * @param corners old ones
     * @param shares of each of them; together 1
     */
    public void between(int vertex, int[] corners, double[] shares) {
        corner(vertex, corners[0]);
        mixes.put(sides - 1, new Mix(corners, shares));
    }

    /** The next corner of the ring: the vertex of an old corner, with its values. */
    public void corner(int corner) {
        corner(vertexMap[mesh.corners()[corner]], corner);
    }

    /**
     * The next corner of the ring.
     *
     * @param vertex an old one
     * @param like the old corner whose values it has
     */
    public void old(int vertex, int like) {
        corner(vertexMap[vertex], like);
    }

    /**
     * The next corner of the ring.
     *
     * @param vertex of what is written
     * @param like the old corner whose values it has
     */
    public void corner(int vertex, int like) {
        if (sides == ring.length) {
            ring = Arrays.copyOf(ring, 2 * sides);
            source = Arrays.copyOf(source, 2 * sides);
        }
        ring[sides] = vertex;
        source[sides++] = like;
    }

    /** Ends the ring of a face that goes on. */
    public void face(int old) {
        faceMap[old] = face(old, mesh.faceKeys()[old], false);
    }

    /** Ends the ring of a face that goes on turned round, so that its directions do too. */
    public void turnedFace(int old) {
        faceMap[old] = face(old, mesh.faceKeys()[old], true);
    }

    /** Ends the ring of a piece of a face; all pieces take its tags. */
    public int piece(int old, long key) {
        int made = face(old, key, false);
        if (faceMap[old] < 0) faceMap[old] = made;
        else furtherPieces.addAll(IntList.of(old, made));
        return made;
    }

    private int face(int old, long key, boolean turned) {
        int made = out.face(key, materials[mesh.faceMaterials()[old]], ring, 0, sides);
        for (int i = 0; mesh.hasCornerValues() && i < sides; i++) {
            int corner = out.firstCorner(made) + i;
            Mix mix = mixes.get(i);
            if (mix != null) out.cornerMix(corner, mesh, mix.corners, mix.shares);
            else if (turned) out.cornerOnSurface(corner, mesh, source[i], true);
            else out.cornerLike(corner, mesh, source[i]);
        }
        sides = 0;
        mixes.clear();
        return made;
    }

    public Mesh build() {
        out.carryTags(mesh, vertexMap, faceMap);
        Successors heirs = new Successors(mesh, out);
        for (int i = 0; i < furtherPieces.size(); i += 2)
            heirs.face(furtherPieces.getInt(i), furtherPieces.getInt(i + 1));
        return out.build();
    }
}
