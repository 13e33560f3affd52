package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import java.util.Arrays;
import java.util.BitSet;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.validity.FaceOutlines;
import org.modeststack.mesh.validity.SelfIntersections;
import org.modeststack.mesh.validity.Validity;

/**
 * Takes out of a result what is there by rounding only: {@linkplain ShortEdges edges without length} and {@linkplain
 * NearSides faces without width}. What comes out is looked at exactly; where surfaces have come onto each other by it, all
 * is arranged once more, which may round again, so that the two go by turns until nothing is left.
 *
 * <p>Source of the scheme: L. Valque, S. Lazard, "Removing self-intersections in 3D meshes while preserving
 * floating-point coordinates", 2024 (rounding and resolving by turns, with an exact test at the end).
 */
final class Settling {
    /** How often merging may lead to further merging. */
    private static final int MERGINGS = 8;

    private Settling() {}

    /** A mesh without the remains of rounding, the same as before if it had none. */
    static Mesh merged(Mesh mesh, Origins origins) {
        Mesh now = mesh;
        for (int i = 0; i < MERGINGS; i++) {
            Mesh before = now;
            now = NearSides.ledOver(ShortEdges.merged(now, origins), origins);
            if (now == before) break;
        }
        return now;
    }

    /**
     * Whether what merging has changed hangs together as before, holds the same volume, meets nothing and has an area
     * everywhere.
     */
    static boolean isSound(Mesh merged, Mesh before) {
        Health now = Health.of(merged);
        if (Health.of(before).isClosed() && !now.isClosed()) return false;
        if (now.nonManifoldEdges() + now.flippedEdges() > 0 || !holdsSameVolume(merged, before)) return false;
        BitSet changed = changed(merged, before);
        if (!FaceOutlines.meetingThemselves(merged, changed::get).isEmpty()) return false;
        boolean[] meets = new boolean[1];
        return SelfIntersections.findFaults(merged, changed::get, (_, _) -> meets[0] = true) && !meets[0];
    }

    /** Whether the volume has changed by no more than the surface moved by what is merged. */
    private static boolean holdsSameVolume(Mesh merged, Mesh before) {
        Measures now = Measures.of(merged), then = Measures.of(before);
        double moved = 2 * Validity.SHORT * before.bounds().diagonal();
        return Math.abs(now.volume() - then.volume()) <= moved * then.area();
    }

    /** Faces that do not have the corners that a face of the same key had before. */
    private static BitSet changed(Mesh merged, Mesh before) {
        LongOpenHashSet known = new LongOpenHashSet();
        for (int f = 0; f < before.faceCount(); f++) known.add(outline(before, f));
        BitSet changed = new BitSet();
        for (int f = 0; f < merged.faceCount(); f++) if (!known.contains(outline(merged, f))) changed.set(f);
        return changed;
    }

    private static long outline(Mesh m, int f) {
        double[] places = new double[3 * m.sides(f)];
        for (int i = 0, c = m.offsets()[f]; c < m.offsets()[f + 1]; c++, i += 3) {
            System.arraycopy(m.xyz(), 3 * m.corners()[c], places, i, 3);
        }
        return (long) Arrays.hashCode(places) << 32 ^ m.faceKeys()[f];
    }
}
