package org.modeststack.steps.repeat;

import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.BitSet;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;

/** Faces that lie on each other back to back, with the same vertices: walls inside what was welded. In linear time. */
final class InnerWalls {
    private final Mesh mesh;
    private final BitSet walls = new BitSet();

    InnerWalls(Mesh mesh) {
        this.mesh = mesh;
        Long2IntOpenHashMap seen = new Long2IntOpenHashMap(mesh.faceCount());
        seen.defaultReturnValue(-1);
        for (int f = 0; f < mesh.faceCount(); f++) {
            long all = 0;
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) all += Keys.mix(mesh.corners()[c] + 1);
            int other = seen.putIfAbsent(all, f);
            if (other < 0 || walls.get(other) || !isBackToBack(f, other)) continue;
            walls.set(f);
            walls.set(other);
        }
    }

    /** How many pairs of them there are. */
    int pairs() {
        return walls.cardinality() / 2;
    }

    private boolean isBackToBack(int f, int g) {
        int n = mesh.sides(f), a = mesh.offsets()[f], b = mesh.offsets()[g];
        if (mesh.sides(g) != n) return false;
        int start = 0;
        while (start < n && mesh.corners()[b + start] != mesh.corners()[a]) start++;
        for (int i = 0; i < n; i++)
            if (mesh.corners()[a + i] != mesh.corners()[b + Math.floorMod(start - i, n)]) return false;
        return true;
    }

    /** The mesh without them, and without vertices that only they had. */
    Mesh takenOut() {
        return walls.isEmpty() ? mesh : MeshBuilder.only(mesh, f -> !walls.get(f));
    }
}
