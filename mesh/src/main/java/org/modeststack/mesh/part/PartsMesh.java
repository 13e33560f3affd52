package org.modeststack.mesh.part;

import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.modeststack.mesh.CornerCarrier;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.work.Work;

/** The faces of parts, one after another, as one mesh. */
final class PartsMesh {
    private final List<Part> parts;
    /** Gathers the names of materials. */
    private final MeshBuilder shared = new MeshBuilder(0, 0);

    private final double[] xyz;
    private final int[] offsets;
    private final int[] corners;
    private final int[] materials;
    private final CornerCarrier cornerValues = new CornerCarrier();
    private final long[] vertexKeys;
    private final long[] faceKeys;

    private PartsMesh(Geometry g) {
        parts = g.parts();
        xyz = new double[Math.toIntExact(3 * g.vertexCount())];
        offsets = new int[Math.toIntExact(g.faceCount() + 1)];
        corners = new int[Math.toIntExact(g.cornerCount())];
        materials = new int[(int) g.faceCount()];
        vertexKeys = new long[(int) g.vertexCount()];
        faceKeys = new long[(int) g.faceCount()];
    }

    /** @throws ArithmeticException if there are more than arrays can hold */
    static Mesh of(Geometry g) {
        return g.parts().size() == 1 ? g.parts().getFirst().placedMesh() : new PartsMesh(g).all();
    }

    private Mesh all() {
        int v = 0, f = 0, c = 0;
        for (Part p : parts) {
            Work.checkpoint();
            put(p, v, f, c);
            v += p.mesh().vertexCount();
            f += p.mesh().faceCount();
            c += p.mesh().cornerCount();
        }
        List<String> names = shared.build().materials();
        return Mesh.of(
                xyz,
                offsets,
                corners,
                materials,
                names,
                cornerValues.layers(corners.length),
                tags(),
                vertexKeys,
                faceKeys);
    }

    private void put(Part p, int v, int f, int c) {
        Mesh m = p.mesh();
        int nv = m.vertexCount(), nf = m.faceCount(), nc = m.cornerCount();
        System.arraycopy(m.xyz(), 0, xyz, 3 * v, 3 * nv);
        p.place(xyz, 3 * v, 3 * (v + nv));
        for (int i = 0; i < nv; i++) vertexKeys[v + i] = p.key(m.vertexKeys()[i]);
        int[] names = shared.materialsOf(m);
        for (int i = 0; i < nf; i++) {
            offsets[f + i + 1] = c + m.offsets()[i + 1];
            materials[f + i] = names[m.faceMaterials()[i]];
            faceKeys[f + i] = p.key(m.faceKeys()[i]);
        }
        // Only its directions go by the placement here; its vertices have been put in their places.
        Mesh placed = m.cornerNormals() == null ? m : m.placed(m.xyz(), p.affine()::normal);
        Mesh turned = p.isMirrored() ? placed.flipped() : placed;
        for (int i = 0; i < nc; i++) corners[c + i] = v + turned.corners()[i];
        if (nc > 0 && m.hasCornerLayers()) cornerValues.onSurface(c, turned, 0, nc);
    }

    private Map<String, Tag> tags() {
        Set<Mesh> tagged = new HashSet<>();
        for (Part p : parts) if (!p.mesh().tags().isEmpty()) tagged.add(p.mesh());
        if (tagged.isEmpty()) return Map.of();
        MeshBuilder b = new MeshBuilder(0, 0);
        int v = 0, f = 0;
        for (Part p : parts) {
            Mesh m = p.mesh();
            if (tagged.contains(m)) {
                int firstVertex = v, firstFace = f;
                int[] vertexMap = new int[m.vertexCount()], faceMap = new int[m.faceCount()];
                Arrays.setAll(vertexMap, i -> firstVertex + i);
                Arrays.setAll(faceMap, i -> firstFace + i);
                b.carryTags(m, vertexMap, faceMap);
            }
            v += m.vertexCount();
            f += m.faceCount();
        }
        return b.build().tags();
    }
}
