package org.modeststack.steps.segment;

import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;

/** The new faces of a row, between its rails: all of three sides where one of those is a point. */
final class RoundStrip {
    private static final long STRIP = 2;

    final RoundRow row;
    final RoundRail low;
    final RoundRail high;

    @SuppressWarnings("NullAway.Init")
    long[] keys;

    @SuppressWarnings("NullAway.Init")
    int[] materials;

    @SuppressWarnings("NullAway.Init")
    int[] corners;

    RoundStrip(RoundRow row, RoundRail low, RoundRail high) {
        this.row = row;
        this.low = low;
        this.high = high;
    }

    int sides() {
        return low.isPoint() || high.isPoint() ? 3 : 4;
    }

    /** @param materialMap for each material of the old mesh its index in the new one */
    void weave(Mesh mesh, int segments, int[] materialMap, long seed, long[] fractions) {
        long key = Keys.of(
                seed, STRIP, mesh.edgeKey(row.low().getInt(0), row.high().getInt(0)));
        keys = new long[segments];
        materials = new int[segments];
        corners = new int[sides() * segments];
        boolean below = !low.isPoint(), above = !high.isPoint();
        int n = 0;
        for (int i = 0; i < segments; i++) {
            keys[i] = Keys.of(key, fractions[i]);
            int old = row.faces().getInt(RoundRail.nearest(i, row.segments(), segments));
            materials[i] = materialMap[mesh.faceMaterials()[old]];
            corners[n++] = low.made[i];
            if (below) corners[n++] = low.made[i + 1];
            if (above) corners[n++] = high.made[i + 1];
            corners[n++] = high.made[i];
        }
    }
}
