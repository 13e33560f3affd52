package org.modeststack.steps.pick;

import java.util.ArrayList;
import java.util.List;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;

/**
 * A vertex of the mesh that something was picked on, by key and place. Where several are known again, they tell where
 * the mesh as a whole has gone.
 *
 * @param place mm, in single precision
 */
public record Witness(long key, Vec3 place) {
    public Witness {
        place = new Vec3((float) place.x(), (float) place.y(), (float) place.z());
    }

    /** Kept with the mesh: every click asks for them. */
    private record OfMesh(List<Witness> all) implements Memory.Counted {
        /** Eight at the most. */
        @Override
        public void count(Memory memory) {}
    }

    /** The vertices nearest to the eight corners of a mesh's bounds, each once. */
    static List<Witness> of(Mesh mesh) {
        return mesh.derived(OfMesh.class, m -> new OfMesh(find(m))).all;
    }

    private static List<Witness> find(Mesh mesh) {
        Bounds b = mesh.bounds();
        int[] best = new int[8];
        double[] least = new double[8];
        for (int i = 0; i < 8; i++) {
            best[i] = -1;
            double x = (i & 1) == 0 ? b.minX() : b.maxX(), y = (i & 2) == 0 ? b.minY() : b.maxY();
            double z = (i & 4) == 0 ? b.minZ() : b.maxZ();
            least[i] = Double.POSITIVE_INFINITY;
            for (int v = 0; v < mesh.vertexCount(); v++) {
                double dx = mesh.x(v) - x, dy = mesh.y(v) - y, dz = mesh.z(v) - z, d = dx * dx + dy * dy + dz * dz;
                if (d >= least[i]) continue;
                least[i] = d;
                best[i] = v;
            }
        }
        List<Witness> out = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            if (best[i] < 0) continue;
            Witness w = new Witness(mesh.vertexKeys()[best[i]], mesh.point(best[i]));
            if (!out.contains(w)) out.add(w);
        }
        return out;
    }
}
