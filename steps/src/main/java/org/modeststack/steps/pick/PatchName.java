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

    /** The patch of a mesh that it most likely is now, or -1. */
    int on(Mesh mesh) {
        SurfacePatches patches = SurfacePatches.of(mesh);
        KeyIndex index = KeyIndex.of(mesh);
        Int2IntOpenHashMap votes = new Int2IntOpenHashMap();
        for (int i = 0; i < faces.size(); i++) {
            int f = index.find(ElementKind.FACE, faces.getLong(i));
            if (f >= 0) votes.addTo(patches.patchOf(f), FACE);
        }
        for (int i = 0; i < vertices.size(); i++) {
            int v = index.find(ElementKind.VERTEX, vertices.getLong(i));
            if (v >= 0) at(mesh, patches, v).stream().forEach(p -> votes.addTo(p, 1));
        }
        if (votes.isEmpty()) return alone(patches);
        int best = -1;
        double most = 0, second = 0;
        for (var e : votes.int2IntEntrySet()) {
            // Of two that have as many it is rather the one that the same steps have made, and that lies alike.
            int p = e.getIntKey();
            double score = e.getIntValue()
                    * (patches.signature(p) == signature ? 1.5 : 1)
                    * (patches.way(p).minus(way).length() < ALIKE ? 1.5 : 1);
            if (score > most) {
                second = most;
                most = score;
                best = e.getIntKey();
            } else second = Math.max(second, score);
        }
        if (best < 0 || most < CLEARLY * second || patches.share(best) > GROWN * share) return -1;
        return best;
    }

    /** Where no key is left: the only patch that the same steps have made, if it lies alike and is about as large. */
    private int alone(SurfacePatches patches) {
        int found = -1;
        for (int p = 0; p < patches.count() && signature != 0; p++) {
            if (patches.signature(p) != signature) continue;
            if (found >= 0) return -1;
            found = p;
        }
        if (found < 0 || patches.way(found).minus(way).length() > ALIKE) return -1;
        double grown = patches.share(found) / share;
        return grown < GROWN && grown > 1 / GROWN ? found : -1;
    }

    private static BitSet at(Mesh mesh, SurfacePatches patches, int v) {
        var adj = mesh.adjacency();
        BitSet out = new BitSet();
        for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++)
            out.set(patches.patchOf(adj.cornerFace()[adj.vertexCorners()[i]]));
        return out;
    }
}
