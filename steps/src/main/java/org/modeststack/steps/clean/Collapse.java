package org.modeststack.steps.clean;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;

/**
 * A mesh written anew with vertices replaced by others. Sides that shrink to a point go, and faces that come to a vertex
 * twice are parted there:
 *
 *       a --- b --- c       a --- b   b --- c
 *       |    / \    |   →   |    /     \    |
 *       d --'   `-- e       d --'       `-- e
 */
final class Collapse {
    private final Mesh in;
    private final int[] target;
    private final boolean tellsParts;
    private final MeshBuilder out;
    private final int[] materials;
    /** For each vertex the one written for it, or -1. */
    private final int[] made;

    private final int[] faceMap;
    /** Faces and what was written for them behind their first part, by turns. */
    private final IntArrayList furtherParts = new IntArrayList();

    /**
     * @param tellsParts whether parts of one face have keys of their own, and all of them its tags; without, all have its key
     *     and the first its tags, as the steps that merge vertices have always had it
     */
    Collapse(Mesh in, int[] target, boolean tellsParts) {
        this.in = in;
        this.tellsParts = tellsParts;
        this.target = target;
        out = new MeshBuilder(in.vertexCount(), in.faceCount());
        materials = out.materialsOf(in);
        made = new int[in.vertexCount()];
        faceMap = new int[in.faceCount()];
        Arrays.fill(made, -1);
        Arrays.fill(faceMap, -1);
    }

    Mesh written() {
        int[] ring = new int[16], from = new int[16];
        for (int f = 0; f < in.faceCount(); f++) {
            int start = in.offsets()[f], end = in.offsets()[f + 1];
            if (end - start > ring.length) {
                ring = new int[end - start];
                from = new int[end - start];
            }
            int n = 0;
            for (int c = start; c < end; c++) {
                int v = target[in.corners()[c]];
                if (n > 0 && ring[n - 1] == v) continue;
                ring[n] = v;
                from[n++] = c;
            }
            while (n > 1 && ring[n - 1] == ring[0]) n--;
            emit(f, ring, from, n);
        }
        int[] vertexMap = new int[in.vertexCount()];
        for (int v = 0; v < vertexMap.length; v++) vertexMap[v] = made[target[v]];
        out.carryTags(in, vertexMap, faceMap);
        for (int i = 0; i < furtherParts.size(); i += 2) carry(furtherParts.getInt(i), furtherParts.getInt(i + 1));
        return out.build();
    }

    /** Adds a ring of n corners, cutting off a loop first wherever it comes back to a vertex. */
    private void emit(int f, int[] ring, int[] from, int n) {
        for (int i = 0; i < n; i++) {
            for (int j = i + 1; j < n; j++) {
                if (ring[i] != ring[j]) continue;
                int rest = n - (j - i);
                int[] outer = new int[rest], outerFrom = new int[rest];
                int at = 0;
                for (int k = 0; k < n; k++) {
                    if (k >= i && k < j) continue;
                    outer[at] = ring[k];
                    outerFrom[at++] = from[k];
                }
                emit(f, outer, outerFrom, rest);
                emit(f, Arrays.copyOfRange(ring, i, j), Arrays.copyOfRange(from, i, j), j - i);
                return;
            }
        }
        if (n < 3) return;
        int[] face = new int[n];
        for (int i = 0; i < n; i++) {
            int v = ring[i];
            if (made[v] < 0) made[v] = out.vertex(in.x(v), in.y(v), in.z(v), in.vertexKeys()[v]);
            face[i] = made[v];
        }
        long key = in.faceKeys()[f];
        if (faceMap[f] >= 0 && tellsParts) key = Keys.of(key, leastSide(face));
        int g = out.face(key, materials[in.faceMaterials()[f]], face);
        if (faceMap[f] < 0) faceMap[f] = g;
        else if (tellsParts) {
            furtherParts.add(f);
            furtherParts.add(g);
        }
        for (int i = 0; in.hasCornerLayers() && i < n; i++) {
            boolean stays = in.corners()[from[i]] == ring[i];
            if (stays) out.cornerOnSurface(out.firstCorner(g) + i, in, from[i], false);
            else out.cornerLike(out.firstCorner(g) + i, in, from[i]);
        }
    }

    private long leastSide(int[] face) {
        long least = Long.MAX_VALUE;
        for (int i = 0, before = face[face.length - 1]; i < face.length; before = face[i++]) {
            least = Math.min(least, Keys.ofPair(out.vertexKey(before), out.vertexKey(face[i])));
        }
        return least;
    }

    private void carry(int face, int part) {
        for (var entry : in.tags().entrySet()) {
            Tag tag = entry.getValue();
            if (tag.kind() == ElementKind.FACE && tag.contains(face)) {
                out.tag(entry.getKey(), ElementKind.FACE, part, tag.weightOf(face));
            }
        }
    }
}
