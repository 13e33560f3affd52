package org.modeststack.steps.patch;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.Mesh;

/**
 * Closed rings of open edges, in the direction in which their faces run along them.
 *
 * @param corners whose sides make the ring, in order
 */
record Border(IntArrayList corners) {
    /** The rings of those picked edges that are open, and how many edges belong to no closed ring. */
    record Found(List<Border> rings, int left) {}

    static Found of(Mesh mesh, BitSet edges) {
        return of(mesh, edges, new BitSet());
    }

    /**
     * The rings of those edges that are open once some faces are away. Where several borders meet in one vertex, each goes
     * on along the faces that it came by, so that they stay rings of their own.
     *
     * @param away faces that count as not there
     */
    static Found of(Mesh mesh, BitSet edges, BitSet away) {
        OpenSides sides = new OpenSides(mesh, edges, away);
        List<Border> rings = new ArrayList<>();
        BitSet done = new BitSet();
        int used = 0;
        for (int first : sides.inOrder()) {
            if (done.get(first)) continue;
            IntArrayList ring = new IntArrayList();
            int at = first;
            while (at >= 0 && !done.get(at)) {
                done.set(at);
                ring.add(at);
                at = sides.after(at);
            }
            if (at != first || ring.size() < 3) continue;
            rings.add(new Border(ring));
            used += ring.size();
        }
        return new Found(rings, sides.count() - used);
    }

    int size() {
        return corners.size();
    }

    int vertex(Mesh mesh, int i) {
        return mesh.corners()[corners.getInt(Math.floorMod(i, corners.size()))];
    }
}
