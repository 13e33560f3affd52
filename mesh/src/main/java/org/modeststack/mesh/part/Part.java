package org.modeststack.mesh.part;

import java.util.Arrays;
import java.util.List;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Mesh;

/** A mesh in its place: many parts can share one mesh. An immutable value. */
public final class Part {
    /** How many vertices are looked at in one go. */
    private static final int AT_ONCE = 4096;

    private final Mesh mesh;
    private final List<Placement> placements;
    private final Affine affine;
    private final boolean mirrored;

    private Part(Mesh mesh, List<Placement> placements, Affine affine, boolean mirrored) {
        this.mesh = mesh;
        this.placements = placements;
        this.affine = affine;
        this.mirrored = mirrored;
    }

    /** A mesh where it is. */
    public static Part of(Mesh mesh) {
        return new Part(mesh, List.of(), Affine.IDENTITY, false);
    }

    /** The same part put somewhere else. */
    public Part placed(Placement p) {
        Placement[] all = Arrays.copyOf(placements.toArray(new Placement[0]), placements.size() + 1);
        all[placements.size()] = p;
        return new Part(mesh, List.of(all), affine.then(p.affine()), mirrored != p.mirrors());
    }

    /** Another mesh in the same place. */
    public Part withMesh(Mesh other) {
        return new Part(other, placements, affine, mirrored);
    }

    /** The mesh before it is put anywhere. */
    public Mesh mesh() {
        return mesh;
    }

    public Affine affine() {
        return affine;
    }

    /** Whether its faces are turned over, as those of a mirror image. */
    public boolean isMirrored() {
        return mirrored;
    }

    /** What put it where it is, the first first. */
    public List<Placement> placements() {
        return placements;
    }

    public boolean isPlaced() {
        return !placements.isEmpty();
    }

    /** The mesh in its place. Linear. */
    public Mesh placedMesh() {
        if (placements.isEmpty()) return mesh;
        double[] xyz = mesh.xyz().clone();
        place(xyz, 0, xyz.length);
        Mesh m = mesh.placed(xyz, affine::normal);
        long[] vertexKeys = keys(mesh.vertexKeys()), faceKeys = keys(mesh.faceKeys());
        if (vertexKeys != mesh.vertexKeys() || faceKeys != mesh.faceKeys()) m = m.withKeys(vertexKeys, faceKeys);
        return mirrored ? m.flipped() : m;
    }

    /** Of the mesh in its place, to the bit. Linear in its vertices. */
    Bounds exactBounds() {
        if (placements.isEmpty()) return mesh.bounds();
        double[] all = mesh.xyz();
        double[] some = new double[Math.min(all.length, 3 * AT_ONCE)];
        Bounds b = Bounds.EMPTY;
        for (int from = 0; from < all.length; from += some.length) {
            int n = Math.min(some.length, all.length - from);
            double[] block = n == some.length ? some : new double[n];
            System.arraycopy(all, from, block, 0, n);
            place(block, 0, n);
            b = b.union(Bounds.of(block));
        }
        return b;
    }

    void place(double[] xyz, int from, int to) {
        for (Placement p : placements) p.place(xyz, from, to);
    }

    /** What becomes of the key of a vertex or face of the mesh in this place. */
    public long key(long key) {
        long k = key;
        for (Placement p : placements) k = p.key(k);
        return k;
    }

    /** The keys in this place; the same array where none changes. */
    private long[] keys(long[] of) {
        if (of.length == 0 || key(of[0]) == of[0]) return of;
        long[] out = new long[of.length];
        for (int i = 0; i < out.length; i++) out[i] = key(of[i]);
        return out;
    }
}
