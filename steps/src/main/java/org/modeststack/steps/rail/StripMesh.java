package org.modeststack.steps.rail;

import it.unimi.dsi.fastutil.longs.Long2IntMap;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Edges;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.surface.ImprintMesh;

/**
 * A mesh with strips.
 *
 * @param strips what they were put in by
 * @param rest what was written of the mesh before them, in front of the strips
 */
public record StripMesh(Mesh mesh, ImprintMesh rest, StripBuilder strips) {
    /**
     * Whether as many edges as before are a border, or have more than two faces: else strips did not close up. In time linear
     * in the faces that are new or changed.
     */
    public boolean isAsClosed() {
        Mesh in = rest.mesh();
        int firstNew = mesh.offsets()[rest.unchangedCount()];
        Long2IntOpenHashMap was = new Long2IntOpenHashMap(),
                is = new Long2IntOpenHashMap((mesh.cornerCount() - firstNew) / 2);
        rest.changed().stream().forEach(f -> count(in, f, was));
        for (int f = rest.unchangedCount(); f < mesh.faceCount(); f++) count(mesh, f, is);
        Adjacency adj = in.adjacency();
        int more = 0, turns = 0;
        for (Long2IntMap.Entry e : was.long2IntEntrySet()) {
            Work.checkpoint(turns++);
            int a = Edges.from(e.getLongKey()), b = Edges.to(e.getLongKey());
            int all = adj.edgeSides(adj.edgeBetween(a, b, in)), others = all - e.getIntValue();
            int v = rest.made(a), w = rest.made(b);
            int now = others + (v < 0 || w < 0 ? 0 : is.remove(Edges.key(v, w)));
            if (all != 2) more--;
            if (now != 2 && now > 0) more++;
        }
        // What is left has no face that was not written anew.
        Work.checkpoint();
        for (int sides : is.values()) if (sides != 2) more++;
        return more == 0;
    }

    private static void count(Mesh m, int f, Long2IntOpenHashMap sides) {
        Work.checkpoint();
        int from = m.offsets()[f], to = m.offsets()[f + 1];
        for (int c = from; c < to; c++)
            sides.addTo(Edges.key(m.corners()[c], m.corners()[c + 1 == to ? from : c + 1]), 1);
    }
}
