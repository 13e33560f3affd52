package org.modeststack.steps.repeat;

import java.util.Arrays;
import java.util.Map;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;
import org.modeststack.steps.Limits;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.clean.Welding;

/** Many copies of a mesh in one mesh. Copy 0 keeps its keys; the others' follow from theirs and the copy's number. */
final class Copies {
    private Copies() {}

    /** Places copy i: changes coordinates in place. */
    @FunctionalInterface
    interface Placement {
        void place(int copy, double[] xyz, int from, int to);
    }

    /** @param weld merge vertices of different copies closer than this, or 0 for none */
    static Mesh of(Mesh in, int count, Placement placement, double weld, StepContext context) throws StepException {
        Limits.checkCopies(in, count);
        int nv = in.vertexCount(), nf = in.faceCount(), nc = in.cornerCount();
        double[] xyz = new double[3 * nv * count];
        int[] offsets = new int[nf * count + 1];
        int[] corners = new int[nc * count];
        int[] materials = new int[nf * count];
        float[] colors = in.hasColors() ? new float[4 * nc * count] : null;
        long[] vertexKeys = new long[nv * count];
        long[] faceKeys = new long[nf * count];
        long seed = context.seed();
        for (int i = 0; i < count; i++) {
            context.progress((double) i / count);
            System.arraycopy(in.xyz(), 0, xyz, 3 * nv * i, 3 * nv);
            if (i > 0) placement.place(i, xyz, 3 * nv * i, 3 * nv * (i + 1));
            for (int f = 0; f < nf; f++) offsets[nf * i + f + 1] = in.offsets()[f + 1] + nc * i;
            for (int c = 0; c < nc; c++) corners[nc * i + c] = in.corners()[c] + nv * i;
            System.arraycopy(in.faceMaterials(), 0, materials, nf * i, nf);
            if (colors != null) System.arraycopy(in.cornerColors(), 0, colors, 4 * nc * i, 4 * nc);
            for (int v = 0; v < nv; v++) vertexKeys[nv * i + v] = copyKey(in.vertexKeys()[v], seed, i);
            for (int f = 0; f < nf; f++) faceKeys[nf * i + f] = copyKey(in.faceKeys()[f], seed, i);
        }
        Mesh copies = new Mesh(
                xyz,
                offsets,
                corners,
                materials,
                in.materials(),
                colors,
                in.tags().isEmpty() ? in.tags() : tags(in, count),
                vertexKeys,
                faceKeys);
        return weld > 0 ? Welding.within(copies, weld, null, context) : copies;
    }

    private static long copyKey(long key, long seed, int copy) {
        return copy == 0 ? key : Keys.of(key, seed, copy);
    }

    private static Map<String, Tag> tags(Mesh in, int count) {
        MeshBuilder b = new MeshBuilder(0, 0);
        int[] vertexMap = new int[in.vertexCount()], faceMap = new int[in.faceCount()];
        for (int i = 0; i < count; i++) {
            int copy = i;
            Arrays.setAll(vertexMap, v -> v + copy * vertexMap.length);
            Arrays.setAll(faceMap, f -> f + copy * faceMap.length);
            b.carryTags(in, vertexMap, faceMap);
        }
        return b.build().tags();
    }
}
