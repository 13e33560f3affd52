package org.modeststack.steps.pick;

import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import it.unimi.dsi.fastutil.longs.LongList;
import java.util.BitSet;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;

/**
 * By what a patch of a surface is known again: keys of some of its vertices and faces, of which some will still be there,
 * and the steps that made it.
 *
 * @param signature what tells which steps made it
 */
public record PatchName(long signature, Vec3 way, double share, LongList vertices, LongList faces) {
    public PatchName {
        way = new Vec3((float) way.x(), (float) way.y(), (float) way.z());
    }

    /** So many keys of each kind are written down. */
    private static final int MOST = 48;

    /** A face tells more than a vertex, which is a corner of other patches too. */
    private static final int FACE = 4;

    /** So many of its vertices, or a face, make an alike patch a piece of it. */
    private static final int PIECE = 2;

    /** The mean of normals that are all the same is so long. */
    private static final double FLAT = 0.999;

    /** One that has become so many times as large, as a share of all, has taken others in. */
    private static final double GROWN = 4;

    /** How far mean normals of the same patch may lie apart. */
    private static final double ALIKE = 0.3;

    /** The best must be so much better than the second, or nobody can say which it is. */
    private static final double CLEARLY = 1.25;

    static PatchName of(Mesh mesh, int patch) {
        SurfacePatches patches = SurfacePatches.of(mesh);
        LongArrayList v = new LongArrayList(), f = new LongArrayList();
        patches.verticesOf(patch).forEach(i -> v.add(mesh.vertexKeys()[i]));
        patches.faces(patch).forEach(i -> f.add(mesh.faceKeys()[i]));
        return new PatchName(
                patches.signature(patch), patches.way(patch), (float) patches.share(patch), few(v), few(f));
    }

    /** Those that come first in an order that has nothing to do with where they are, and is the same on every mesh. */
    private static LongList few(LongArrayList keys) {
        keys.sort((a, b) -> Long.compareUnsigned(Keys.mix(a), Keys.mix(b)));
        return LongList.of(keys.subList(0, Math.min(MOST, keys.size())).toLongArray());
    }

    /** The patches of a mesh that it most likely is now: one, or several where it has been cut apart; none if unsure. */
    BitSet on(Mesh mesh) {
        SurfacePatches patches = SurfacePatches.of(mesh);
        Int2IntOpenHashMap votes = votes(mesh, patches);
        if (votes.isEmpty()) return alone(patches);
        double most = 0, second = 0;
        BitSet best = new BitSet();
        for (var e : votes.int2IntEntrySet()) {
            int p = e.getIntKey();
            boolean alike = isAlike(patches, p);
            double score = score(patches, p, e.getIntValue());
            // Of what no step has made, all round walls look the same way, which is none.
            boolean tells = signature != 0 || way.length() > FLAT;
            if (alike && tells && e.getIntValue() >= PIECE) best.set(p);
            else second = Math.max(second, score);
            if (alike) most = Math.max(most, score);
        }
        if (best.isEmpty()) return bestOf(patches, votes);
        boolean clear = most >= CLEARLY * second;
        double now = best.stream().mapToDouble(patches::share).sum();
        return clear && now <= GROWN * share ? best : new BitSet();
    }

    /** How many of its faces and vertices each patch has. */
    private Int2IntOpenHashMap votes(Mesh mesh, SurfacePatches patches) {
        KeyIndex index = KeyIndex.of(mesh);
        Int2IntOpenHashMap votes = new Int2IntOpenHashMap();
        for (int i = 0; i < faces.size(); i++) {
            int f = index.find(ElementKind.FACE, faces.getLong(i));
            if (f >= 0) votes.addTo(patches.patchOf(f), FACE);
        }
        for (int i = 0; i < vertices.size(); i++) {
            int v = index.find(ElementKind.VERTEX, vertices.getLong(i));
            if (v >= 0) patches.patchesAt(v).stream().forEach(p -> votes.addTo(p, 1));
        }
        return votes;
    }

    /** Of two that have as many votes it is rather the one that the same steps have made, and that lies alike. */
    private double score(SurfacePatches patches, int p, int votes) {
        return votes * (patches.signature(p) == signature ? 1.5 : 1) * (liesAlike(patches, p) ? 1.5 : 1);
    }

    private boolean liesAlike(SurfacePatches patches, int p) {
        return patches.way(p).minus(way).length() < ALIKE;
    }

    private boolean isAlike(SurfacePatches patches, int p) {
        return patches.signature(p) == signature && liesAlike(patches, p);
    }

    /** Where none is alike: the one that has clearly more than any other. */
    private BitSet bestOf(SurfacePatches patches, Int2IntOpenHashMap votes) {
        int best = -1;
        double most = 0, second = 0;
        for (var e : votes.int2IntEntrySet()) {
            int p = e.getIntKey();
            double score = score(patches, p, e.getIntValue());
            second = Math.max(second, Math.min(most, score));
            if (score > most) {
                most = score;
                best = p;
            }
        }
        BitSet out = new BitSet();
        if (best >= 0 && most >= CLEARLY * second && patches.share(best) <= GROWN * share) out.set(best);
        return out;
    }

    /** Where no key is left: the only patch that the same steps have made, if it lies alike and is about as large. */
    private BitSet alone(SurfacePatches patches) {
        BitSet found = new BitSet();
        for (int p = 0; p < patches.count() && signature != 0; p++) if (patches.signature(p) == signature) found.set(p);
        int p = found.nextSetBit(0);
        if (found.cardinality() != 1 || !liesAlike(patches, p)) return new BitSet();
        double grown = patches.share(p) / share;
        return grown < GROWN && grown > 1 / GROWN ? found : new BitSet();
    }
}
