package org.modeststack.mesh;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;

/** What becomes of the directions at a mesh's corners when its vertices move. */
final class Directions {
    private Directions() {}

    private static boolean any(Mesh mesh) {
        for (CornerLayer l : mesh.cornerLayers().values()) if (l.isOfDirections()) return true;
        return false;
    }

    /** All layers, with directions only at faces none of whose vertices has moved. */
    static Map<String, CornerLayer> where(Mesh mesh, double[] moved) {
        if (!any(mesh)) return mesh.cornerLayers();
        boolean[] gone = new boolean[mesh.vertexCount()], lost = new boolean[mesh.cornerCount()];
        for (int i = 0; i < moved.length; i++) gone[i / 3] |= moved[i] != mesh.xyz()[i];
        for (int f = 0; f < mesh.faceCount(); f++) {
            int from = mesh.offsets()[f], to = mesh.offsets()[f + 1];
            boolean isBent = false;
            for (int c = from; c < to; c++) isBent |= gone[mesh.corners()[c]];
            Arrays.fill(lost, from, to, isBent);
        }
        return without(mesh, lost);
    }

    /** All layers, with directions at the corners that say so no longer known. */
    static Map<String, CornerLayer> without(Mesh mesh, boolean[] corners) {
        if (!any(mesh)) return mesh.cornerLayers();
        return changed(mesh, values -> {
            boolean some = false;
            for (int i = 0; i < values.length; i++) {
                if (corners[i / 3]) values[i] = 0;
                some |= values[i] != 0;
            }
            return some ? values : null;
        });
    }

    /** All layers, with directions turned. */
    static Map<String, CornerLayer> turned(Mesh mesh, UnaryOperator<Vec3> turn) {
        if (!any(mesh)) return mesh.cornerLayers();
        return changed(mesh, values -> {
            for (int i = 0; i < values.length; i += 3) {
                if (values[i] == 0 && values[i + 1] == 0 && values[i + 2] == 0) continue;
                Vec3 n = turn.apply(new Vec3(values[i], values[i + 1], values[i + 2]))
                        .unit();
                values[i] = (float) n.x();
                values[i + 1] = (float) n.y();
                values[i + 2] = (float) n.z();
            }
            return values;
        });
    }

    /** @param change of a copy of a layer's values; null where nothing is left of it */
    private static Map<String, CornerLayer> changed(Mesh mesh, UnaryOperator<float @Nullable []> change) {
        Map<String, CornerLayer> out = new HashMap<>(mesh.cornerLayers());
        mesh.cornerLayers().forEach((name, l) -> {
            if (!l.isOfDirections()) return;
            float[] values = change.apply(l.values().clone());
            if (values == null) out.remove(name);
            else out.put(name, l.withValues(values));
        });
        return out;
    }
}
