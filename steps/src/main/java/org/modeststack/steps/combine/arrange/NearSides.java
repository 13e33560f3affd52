package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2ObjectOpenHashMap;
import java.util.Arrays;
import java.util.stream.IntStream;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.search.Bvh;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.clean.Welding;

/**
 * Corners of a face that lie on another side of it but for rounding, so that between the two the face is too thin for its
 * direction to mean anything. The side is led over the corner, in the face beyond it too:
 *
 *       a ---------- c        a --- b --- c     The thin part between a, b and c goes; what the face has left at either
 *         `-- b --'      →       /     \        side of b stays.
 *           /   \
 */
final class NearSides {
    /** How near, as a share of the mesh's diagonal: what merging may have moved a vertex by. */
    private static final double NEAR = Validity.SHORT;

    /** Faces with more sides are searched by a tree. */
    private static final int MANY = 32;

    private final Mesh mesh;
    private final double near;
    private final int[] origin;
    /** For each edge, by its vertices, the vertices it is led over. */
    private final Long2ObjectOpenHashMap<IntArrayList> over = new Long2ObjectOpenHashMap<>();

    private NearSides(Mesh mesh, Origins origins) {
        this.mesh = mesh;
        this.origin = origins.of(mesh);
        near = NEAR * mesh.bounds().diagonal();
    }

    /** @return the same mesh if there are none */
    static Mesh ledOver(Mesh mesh, Origins origins) {
        NearSides sides = new NearSides(mesh, origins);
        for (int f = 0; f < mesh.faceCount(); f++) if (!Origins.areOfOne(sides.origin, mesh, f)) sides.search(f);
        return sides.over.isEmpty() ? mesh : sides.written();
    }

    private void search(int f) {
        int from = mesh.offsets()[f], n = mesh.sides(f);
        if (n <= MANY) {
            for (int i = 0; i < n; i++) for (int j = 0; j < n; j++) judge(from, n, i, j);
            return;
        }
        double[] p = mesh.xyz(), boxes = new double[6 * n];
        for (int i = 0; i < n; i++) {
            int a = 3 * mesh.corners()[from + i], b = 3 * mesh.corners()[from + (i + 1) % n];
            for (int k = 0; k < 3; k++) {
                boxes[6 * i + k] = Math.min(p[a + k], p[b + k]);
                boxes[6 * i + 3 + k] = Math.max(p[a + k], p[b + k]);
            }
        }
        Bvh tree = new Bvh(boxes);
        for (int j = 0; j < n; j++) {
            int corner = j, v = 3 * mesh.corners()[from + j];
            double x = p[v], y = p[v + 1], z = p[v + 2];
            tree.within(x - near, y - near, z - near, x + near, y + near, z + near, i -> judge(from, n, i, corner));
        }
    }

    /** Notes the corner at place j if it lies on the side that begins at place i. */
    private void judge(int from, int n, int i, int j) {
        int a = mesh.corners()[from + i], c = mesh.corners()[from + (i + 1) % n], b = mesh.corners()[from + j];
        if (b == a || b == c || Origins.areOfOne(origin[a], origin[c]) && Origins.areOfOne(origin[a], origin[b]))
            return;
        double[] p = mesh.xyz();
        double dx = p[3 * c] - p[3 * a], dy = p[3 * c + 1] - p[3 * a + 1], dz = p[3 * c + 2] - p[3 * a + 2];
        double x = p[3 * b] - p[3 * a], y = p[3 * b + 1] - p[3 * a + 1], z = p[3 * b + 2] - p[3 * a + 2];
        double l2 = dx * dx + dy * dy + dz * dz, along = x * dx + y * dy + z * dz;
        if (along <= 0 || along >= l2) return;
        double cx = y * dz - z * dy, cy = z * dx - x * dz, cz = x * dy - y * dx;
        if (cx * cx + cy * cy + cz * cz > near * near * l2) return;
        IntArrayList list = over.computeIfAbsent(Tag.edge(a, c), _ -> new IntArrayList(2));
        if (!list.contains(b)) list.add(b);
    }

    private Mesh written() {
        MeshBuilder out = new MeshBuilder(mesh.vertexCount(), mesh.faceCount());
        out.verticesOf(mesh);
        int[] materials = out.materialsOf(mesh);
        IntArrayList ring = new IntArrayList(), source = new IntArrayList();
        for (int f = 0; f < mesh.faceCount(); f++) {
            ring.clear();
            source.clear();
            int from = mesh.offsets()[f], to = mesh.offsets()[f + 1];
            for (int c = from; c < to; c++) {
                int a = mesh.corners()[c], b = mesh.corners()[c + 1 == to ? from : c + 1];
                ring.add(a);
                source.add(c);
                IntArrayList between = over.get(Tag.edge(a, b));
                if (between == null) continue;
                for (int v : inOrder(between, a)) {
                    ring.add(v);
                    source.add(c);
                }
            }
            int g = out.face(mesh.faceKeys()[f], materials[mesh.faceMaterials()[f]], ring.toIntArray());
            for (int i = 0; mesh.hasCornerLayers() && i < ring.size(); i++) {
                // What is led over is so near that the surface is the same, but between its corners its normal is
                // another.
                int c = source.getInt(i);
                if (i > 0 && c == source.getInt(i - 1)) out.cornerLike(out.firstCorner(g) + i, mesh, c);
                else out.cornerOnSurface(out.firstCorner(g) + i, mesh, c, false);
            }
        }
        carryTags(out);
        // Faces that now come to a vertex twice are parted there.
        return Welding.collapseTellingParts(
                out.build(), IntStream.range(0, mesh.vertexCount()).toArray());
    }

    private Integer[] inOrder(IntArrayList between, int from) {
        Integer[] order = between.toArray(new Integer[0]);
        Arrays.sort(
                order,
                (v, w) -> Double.compare(
                        mesh.point(v).minus(mesh.point(from)).length(),
                        mesh.point(w).minus(mesh.point(from)).length()));
        return order;
    }

    /** Vertices and faces are as they were; what was tagged on an edge that is led over vertices is on its parts now. */
    private void carryTags(MeshBuilder out) {
        mesh.tags().forEach((name, tag) -> {
            out.emptyTag(name, tag);
            for (int i = 0; i < tag.size(); i++) {
                IntArrayList between = tag.kind() == ElementKind.EDGE ? over.get(tag.element(i)) : null;
                if (between == null) {
                    out.tag(name, tag.kind(), tag.element(i), tag.weight(i));
                    continue;
                }
                int before = Tag.edgeLow(tag.element(i));
                for (int v : inOrder(between, before)) {
                    out.tag(name, tag.kind(), Tag.edge(before, v), tag.weight(i));
                    before = v;
                }
                out.tag(name, tag.kind(), Tag.edge(before, Tag.edgeHigh(tag.element(i))), tag.weight(i));
            }
        });
    }
}
