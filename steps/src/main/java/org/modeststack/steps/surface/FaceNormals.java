package org.modeststack.steps.surface;

import java.util.concurrent.atomic.AtomicReferenceArray;
import java.util.concurrent.atomic.LongAdder;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.shade.CornerNormals;

/**
 * The normals that faces are shaded with, for parts of them that take their place: where a face is part of a curved surface,
 * its parts are shaded by that, and not by what little of it is left. Those that were asked of are kept with the mesh, since the
 * same ones are asked of again while a cut is dragged over them.
 */
public final class FaceNormals {
    /** What is off by less than this from the normal of the face is not curved: the cosine of a tenth of a degree. */
    private static final double FLAT = Math.cos(Math.toRadians(0.1));

    private final Mesh mesh;
    private final CornerNormals shading;
    private final Kept kept;
    private int face = -1;
    private Known last = new Known(false, new double[0]);
    private final double[] area = new double[3];

    /** @param ofCorners three values for each corner of a face */
    private record Known(boolean isCurved, double[] ofCorners) {}

    /** What is known of the faces of a mesh. Several may find out the same at a time; they find the same. */
    private static final class Kept implements Memory.Counted {
        /** Of a face: a reference, two objects and an array, bytes. */
        private static final int FACE = 64, CORNER = 24;

        private final AtomicReferenceArray<@Nullable Known> ofFaces;
        private final LongAdder bytes = new LongAdder();

        Kept(Mesh mesh) {
            ofFaces = new AtomicReferenceArray<>(mesh.faceCount());
            bytes.add(4L * mesh.faceCount());
        }

        void keep(int face, Known known) {
            if (ofFaces.getAndSet(face, known) == null) bytes.add(FACE + CORNER * (known.ofCorners.length / 3));
        }

        @Override
        public void count(Memory memory) {
            memory.addBytes(bytes.sum());
        }
    }

    public FaceNormals(Mesh mesh) {
        this.mesh = mesh;
        kept = mesh.derived(Kept.class, Kept::new);
        shading = new CornerNormals(mesh);
    }

    /** Whether a face is shaded otherwise than as a flat one. */
    public boolean isCurved(int f) {
        if (f != face) {
            face = f;
            last = known(f);
        }
        return last.isCurved;
    }

    private Known known(int f) {
        Known known = kept.ofFaces.get(f);
        if (known != null) return known;
        Known found = find(f);
        kept.keep(f, found);
        return found;
    }

    private Known find(int f) {
        int n = mesh.sides(f), from = mesh.offsets()[f];
        double[] ofCorners = new double[3 * n], normal = new double[3];
        Normals.areaVector(mesh, f, area);
        double length = Math.sqrt(area[0] * area[0] + area[1] * area[1] + area[2] * area[2]);
        boolean isCurved = false;
        for (int i = 0; i < n; i++) {
            shading.at(from + i, normal);
            System.arraycopy(normal, 0, ofCorners, 3 * i, 3);
            double along = normal[0] * area[0] + normal[1] * area[1] + normal[2] * area[2];
            isCurved |= along < FLAT * length;
        }
        return new Known(isCurved, ofCorners);
    }

    /**
     * Between corners of the face that was asked of last.
     *
     * @param corners of the mesh
     * @param shares of each, together 1
     * @return a unit vector; null where the corners' own cancel each other, or have none
     */
    public double @Nullable [] between(int[] corners, double[] shares) {
        double[] out = new double[3];
        int from = mesh.offsets()[face];
        for (int i = 0; i < corners.length; i++)
            for (int k = 0; k < 3; k++) out[k] += shares[i] * last.ofCorners[3 * (corners[i] - from) + k];
        double length = Math.sqrt(out[0] * out[0] + out[1] * out[1] + out[2] * out[2]);
        if (!(length > 0.1)) return null;
        for (int k = 0; k < 3; k++) out[k] /= length;
        return out;
    }
}
