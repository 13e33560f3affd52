package org.modeststack.steps.surface;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Loops;

/**
 * Tells edges at which a surface turns so much that it is meant as an edge, and not as a part of something round. Several
 * threads may ask at once.
 */
public final class SharpEdges {
    /** Cosine of the turn: 46 degrees, so that a bar of eight sides is round. */
    private static final double SHARP = Math.cos(Math.toRadians(46));

    private final Mesh mesh;
    private final Adjacency adj;
    private final FaceFrames frames;
    private final double least;
    /** What has been found of each edge: 0 nothing yet, 1 that it is not sharp, 2 that it is. Whoever finds it finds the same. */
    private final byte[] known;

    public SharpEdges(Mesh mesh) {
        this(mesh, SHARP);
    }

    private SharpEdges(Mesh mesh, double least) {
        this.least = least;
        this.mesh = mesh;
        adj = mesh.adjacency();
        frames = FaceFrames.of(mesh);
        known = new byte[adj.edgeCount()];
    }

    /** Those whose faces turn by more than an angle, radians. */
    public static SharpEdges sharperThan(Mesh mesh, double angle) {
        return new SharpEdges(mesh, Math.cos(angle));
    }

    /**
     * Sharp edges that leave a rim, as far as they go on alone and up to a distance: what runs across them there is not
     * beside another edge, but at a corner of the rim.
     */
    public BitSet leaving(IntArrayList rim, BitSet rounded, double distance) {
        BitSet out = new BitSet();
        for (int i = 0; i < rim.size(); i++)
            for (int e : Loops.edgesAt(mesh, adj, rim.getInt(i)))
                if (!rounded.get(e) && is(e)) follow(e, rim.getInt(i), rounded, distance, out);
        return out;
    }

    private void follow(int first, int from, BitSet rounded, double distance, BitSet out) {
        int v = from, e = first;
        double gone = 0;
        while (e >= 0 && !out.get(e) && gone < distance) {
            out.set(e);
            int w = adj.otherEnd(e, v), next = -1, count = 0;
            gone += mesh.point(w).minus(mesh.point(v)).length();
            for (int f : Loops.edgesAt(mesh, adj, w)) {
                if (f == e || !is(f) && !rounded.get(f)) continue;
                count++;
                next = rounded.get(f) ? -1 : f;
            }
            v = w;
            e = count == 1 ? next : -1;
        }
    }

    /** Borders, and where more than two faces meet, are sharp too. */
    public boolean is(int edge) {
        if (known[edge] == 0) known[edge] = (byte) (adj.edgeSides(edge) != 2 || cosine(edge) < least ? 2 : 1);
        return known[edge] == 2;
    }

    /** Of the angle by which the two faces at an edge turn. */
    private double cosine(int edge) {
        return frames.cosine(adj.cornerFace()[adj.edgeCorner(edge, 0)], adj.cornerFace()[adj.edgeCorner(edge, 1)]);
    }
}
