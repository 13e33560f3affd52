package org.modeststack.mesh;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntPredicate;
import java.util.function.LongUnaryOperator;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.work.Work;

/**
 * Makes a {@link Mesh} vertex by vertex and face by face. Not for use by several threads at once. Whoever adds many can be
 * stopped ({@link Work}).
 */
public final class MeshBuilder {
    private static final CornerLayer WHITE = CornerLayer.colors(new float[0]);
    private static final CornerLayer UNKNOWN = CornerLayer.normals(new float[0]);

    private double[] xyz;
    private long[] vertexKeys;
    private int vertexCount;
    private int[] offsets;
    private int[] corners;
    private int[] faceMaterials;
    private long[] faceKeys;
    private final CornerCarrier cornerValues;
    private int faceCount;
    private int cornerCount;
    private final List<String> materials = new ArrayList<>();
    private final Map<String, Integer> materialIndex = new HashMap<>();
    private final Map<String, TagBuilder> tags = new HashMap<>();
    private @Nullable String lastName;
    private @Nullable TagBuilder lastTag;

    /** @param vertices how many of each are likely; both grow as needed */
    public MeshBuilder(int vertices, int faces) {
        xyz = new double[3 * Math.max(4, vertices)];
        vertexKeys = new long[Math.max(4, vertices)];
        offsets = new int[Math.max(4, faces) + 1];
        corners = new int[4 * Math.max(4, faces)];
        cornerValues = new CornerCarrier(corners.length);
        faceMaterials = new int[Math.max(4, faces)];
        faceKeys = new long[Math.max(4, faces)];
    }

    public int vertexCount() {
        return vertexCount;
    }

    public int faceCount() {
        return faceCount;
    }

    /** The key of a vertex that was added. */
    public long vertexKey(int vertex) {
        return vertexKeys[vertex];
    }

    /** @return the new vertex's index */
    public int vertex(double x, double y, double z, long key) {
        int v = vertexToFill();
        fillVertex(v, x, y, z, key);
        return v;
    }

    /**
     * Adds a vertex that {@link #fillVertex} is to be told of before the mesh is built.
     *
     * @return its index
     */
    public int vertexToFill() {
        if (vertexCount == vertexKeys.length) {
            vertexKeys = Arrays.copyOf(vertexKeys, 2 * vertexCount);
            xyz = Arrays.copyOf(xyz, 6 * vertexCount);
        }
        Work.checkpoint(vertexCount);
        return vertexCount++;
    }

    /** Says what an added vertex is. Several threads may fill different ones at once while nothing is added. */
    public void fillVertex(int vertex, double x, double y, double z, long key) {
        xyz[3 * vertex] = x;
        xyz[3 * vertex + 1] = y;
        xyz[3 * vertex + 2] = z;
        vertexKeys[vertex] = key;
    }

    /** Adds all vertices of a mesh as they are, in their order. */
    public void verticesOf(Mesh mesh) {
        vertices(mesh.xyz(), mesh.vertexKeys());
    }

    /**
     * Adds many vertices.
     *
     * @param places three values each
     * @param keys one each
     * @return the index of the first
     */
    public int vertices(double[] places, long[] keys) {
        int n = keys.length, first = vertexCount;
        if (first + n > vertexKeys.length) {
            int room = Math.max(2 * vertexKeys.length, first + n);
            vertexKeys = Arrays.copyOf(vertexKeys, room);
            xyz = Arrays.copyOf(xyz, 3 * room);
        }
        System.arraycopy(places, 0, xyz, 3 * first, 3 * n);
        System.arraycopy(keys, 0, vertexKeys, first, n);
        vertexCount += n;
        return first;
    }

    /** Where a vertex that was added lies: x, y and z in mm. */
    public double coordinate(int vertex, int axis) {
        return xyz[3 * vertex + axis];
    }

    /** Where a vertex that was added lies, mm. */
    public Vec3 point(int vertex) {
        return new Vec3(xyz[3 * vertex], xyz[3 * vertex + 1], xyz[3 * vertex + 2]);
    }

    /** The index of a material by its name, which is added where it is new. */
    public int material(String name) {
        Integer known = materialIndex.get(name);
        if (known != null) return known;
        materials.add(name);
        materialIndex.put(name, materials.size() - 1);
        return materials.size() - 1;
    }

    /** For each material of another mesh, its index here. */
    public int[] materialsOf(Mesh mesh) {
        int[] map = new int[mesh.materials().size()];
        for (int i = 0; i < map.length; i++) map[i] = material(mesh.materials().get(i));
        return map;
    }

    /**
     * Adds a face of vertices of this builder, counter-clockwise from outside.
     *
     * @return its index
     */
    public int face(long key, int material, int... vertices) {
        return face(key, material, vertices, 0, vertices.length);
    }

    public int face(long key, int material, int[] vertices, int from, int to) {
        int f = faceToFill(to - from), first = offsets[f];
        for (int i = from; i < to; i++) corners[first + i - from] = vertices[i];
        fillFace(f, key, material);
        return f;
    }

    /**
     * Adds a face that {@link #fillFace} and {@link #fillCorner} are to be told of before the mesh is built.
     *
     * @return its index
     */
    public int faceToFill(int sides) {
        room(1, sides);
        cornerCount += sides;
        offsets[++faceCount] = cornerCount;
        Work.checkpoint(faceCount);
        return faceCount - 1;
    }

    /** Says what an added face is. Several threads may fill different ones at once while nothing is added. */
    public void fillFace(int face, long key, int material) {
        faceKeys[face] = key;
        faceMaterials[face] = material;
    }

    /** Says which vertex is at a corner of an added face; see {@link #firstCorner}. As {@link #fillFace}. */
    public void fillCorner(int corner, int vertex) {
        corners[corner] = vertex;
    }

    /**
     * Adds many faces of as many sides each.
     *
     * @param sides of each
     * @param keys one for each face
     * @param materials one for each face
     * @param vertices so many for each face, counter-clockwise from outside
     * @return the index of the first
     */
    public int faces(int sides, long[] keys, int[] materials, int[] vertices) {
        int n = keys.length, first = faceCount;
        room(n, vertices.length);
        System.arraycopy(vertices, 0, corners, cornerCount, vertices.length);
        System.arraycopy(keys, 0, faceKeys, first, n);
        System.arraycopy(materials, 0, faceMaterials, first, n);
        for (int i = 0; i < n; i++) offsets[++faceCount] = cornerCount += sides;
        return first;
    }

    private void room(int moreFaces, int moreCorners) {
        if (faceCount + moreFaces > faceKeys.length) {
            int room = Math.max(2 * faceKeys.length, faceCount + moreFaces);
            faceKeys = Arrays.copyOf(faceKeys, room);
            faceMaterials = Arrays.copyOf(faceMaterials, room);
            offsets = Arrays.copyOf(offsets, room + 1);
        }
        if (cornerCount + moreCorners > corners.length) {
            corners = Arrays.copyOf(corners, Math.max(2 * corners.length, cornerCount + moreCorners));
        }
    }

    /**
     * Adds all of a mesh, with its materials, colours and tags.
     *
     * @param key what becomes of the keys of its vertices and faces
     */
    public void append(Mesh mesh, LongUnaryOperator key) {
        int[] vertexMap = new int[mesh.vertexCount()], faceMap = new int[mesh.faceCount()];
        Arrays.fill(vertexMap, -1);
        appendFaces(mesh, _ -> true, key, vertexMap, faceMap);
        carryTags(mesh, vertexMap, faceMap);
    }

    /**
     * Adds faces of a mesh and the vertices they use, with their materials and the values at their corners; directions only
     * of those whose vertices are where they were.
     *
     * @param which the faces to add
     * @param key what becomes of the keys of vertices and faces
     * @param vertexMap receives the new index of each vertex that is used; what is -1 is not there yet
     * @param faceMap receives the new index of each face that is added
     */
    public void appendFaces(Mesh mesh, IntPredicate which, LongUnaryOperator key, int[] vertexMap, int[] faceMap) {
        int[] materialMap = materialsOf(mesh), offsets = mesh.offsets(), ring = new int[8];
        for (int f = 0; f < mesh.faceCount(); f++) {
            if (!which.test(f)) continue;
            int n = mesh.sides(f);
            if (n > ring.length) ring = new int[2 * n];
            for (int i = 0; i < n; i++) {
                int v = mesh.corners()[offsets[f] + i];
                if (vertexMap[v] < 0) {
                    vertexMap[v] = vertex(mesh.x(v), mesh.y(v), mesh.z(v), key.applyAsLong(mesh.vertexKeys()[v]));
                }
                ring[i] = vertexMap[v];
            }
            faceMap[f] = face(key.applyAsLong(mesh.faceKeys()[f]), materialMap[mesh.faceMaterials()[f]], ring, 0, n);
            if (mesh.hasCornerLayers()) valuesOf(mesh, f, faceMap[f]);
        }
    }

    /** The faces of a mesh that are wanted, with the vertices they use and all that belongs to them. */
    public static Mesh only(Mesh mesh, IntPredicate wanted) {
        MeshBuilder b = new MeshBuilder(mesh.vertexCount(), mesh.faceCount());
        int[] vertices = new int[mesh.vertexCount()], faces = new int[mesh.faceCount()];
        Arrays.fill(vertices, -1);
        Arrays.fill(faces, -1);
        b.appendFaces(mesh, wanted, k -> k, vertices, faces);
        b.carryTags(mesh, vertices, faces);
        return b.build();
    }

    private void valuesOf(Mesh mesh, int old, int made) {
        int from = mesh.offsets()[old], n = mesh.sides(old), to = firstCorner(made);
        boolean same = true;
        for (int i = 0; i < n && same; i++) {
            int v = mesh.corners()[from + i], w = corners[to + i];
            same = mesh.x(v) == xyz[3 * w] && mesh.y(v) == xyz[3 * w + 1] && mesh.z(v) == xyz[3 * w + 2];
        }
        if (same) cornerValues.onSurface(to, mesh, from, n);
        else for (int i = 0; i < n; i++) cornerLike(to + i, mesh, from + i);
    }

    /** Where the corners of a face begin, for {@link #color}. */
    public int firstCorner(int face) {
        return offsets[face];
    }

    /** Paints a corner; corners that are never painted are white once any is. */
    public void color(int corner, float r, float g, float b, float a) {
        cornerValues.set(corner, CornerLayer.COLOR, WHITE, r, g, b, a);
    }

    /** Gives a corner a normal that is known better than from the faces: a unit vector. */
    public void normal(int corner, double x, double y, double z) {
        cornerValues.set(corner, CornerLayer.NORMAL, UNKNOWN, (float) x, (float) y, (float) z);
    }

    /**
     * Gives a corner the values that one of a mesh has, its normal too: it is on the same surface.
     *
     * @param turned whether the surface has been turned over
     */
    public void cornerOnSurface(int corner, Mesh mesh, int source, boolean turned) {
        cornerValues.onSurface(corner, mesh, source, turned);
    }

    /** Gives a corner the values that one of a mesh has, but for its normal. */
    public void cornerLike(int corner, Mesh mesh, int source) {
        cornerValues.like(corner, mesh, source);
    }

    /**
     * Gives a corner values between those of corners of a mesh, by the rules of their layers; no normal.
     *
     * @param shares of the sources; together 1
     */
    public void cornerMix(int corner, Mesh mesh, int[] sources, double[] shares) {
        cornerValues.mix(corner, mesh, sources, shares, sources.length);
    }

    /** Puts an element into a tag; where it is there already the tag's rule says which weight it has. */
    public void tag(String name, ElementKind kind, long element, double weight) {
        // Elements of one tag mostly come one after another.
        TagBuilder t = lastTag;
        if (t == null || name != lastName) {
            lastTag = t = tags.computeIfAbsent(name, _ -> new TagBuilder(kind, CarryRule.GREATEST));
            lastName = name;
        }
        if (t.kind() != kind) return;
        t.add(element, weight);
    }

    /** Puts all elements of a tag in, as they are numbered here. */
    public void tag(String name, Tag whole) {
        TagBuilder t = tags.computeIfAbsent(name, _ -> new TagBuilder(whole.kind(), whole.rule()));
        if (t.kind() == whole.kind()) t.add(whole);
    }

    /** Makes sure that a tag is there, even when nothing is in it. */
    public void emptyTag(String name, ElementKind kind) {
        tags.computeIfAbsent(name, _ -> new TagBuilder(kind, CarryRule.GREATEST));
    }

    /** The same for one like another, whose elements may be put in then: of the same kind and with the same rule. */
    public void emptyTag(String name, Tag like) {
        tags.computeIfAbsent(name, _ -> new TagBuilder(like.kind(), like.rule()));
    }

    /**
     * Carries the tags of a mesh over to copies of its elements.
     *
     * @param vertexMap for each old vertex its index here, or -1
     * @param faceMap for each old face its index here, or -1; null when face tags are carried by the caller
     */
    public void carryTags(Mesh from, int[] vertexMap, int[] faceMap) {
        from.tags().forEach((name, tag) -> {
            emptyTag(name, tag);
            for (int i = 0; i < tag.size(); i++) {
                long e = tag.element(i);
                switch (tag.kind()) {
                    case VERTEX -> {
                        int v = vertexMap[(int) e];
                        if (v >= 0) tag(name, ElementKind.VERTEX, v, tag.weight(i));
                    }
                    case FACE -> {
                        int f = faceMap == null ? -1 : faceMap[(int) e];
                        if (f >= 0) tag(name, ElementKind.FACE, f, tag.weight(i));
                    }
                    case EDGE -> {
                        int a = vertexMap[Tag.edgeLow(e)], b = vertexMap[Tag.edgeHigh(e)];
                        if (a >= 0 && b >= 0 && a != b) tag(name, ElementKind.EDGE, Tag.edge(a, b), tag.weight(i));
                    }
                }
            }
        });
    }

    /** The mesh; the builder is of no use afterwards, since arrays that are just full are handed over. */
    public Mesh build() {
        Work.checkpoint();
        if (materials.isEmpty()) material(Material.DEFAULT.name());
        Map<String, Tag> built = new HashMap<>();
        tags.forEach((name, t) -> {
            Work.checkpoint();
            built.put(name, t.build());
        });
        Work.checkpoint();
        return Mesh.of(
                xyz.length == 3 * vertexCount ? xyz : Arrays.copyOf(xyz, 3 * vertexCount),
                offsets.length == faceCount + 1 ? offsets : Arrays.copyOf(offsets, faceCount + 1),
                corners.length == cornerCount ? corners : Arrays.copyOf(corners, cornerCount),
                faceMaterials.length == faceCount ? faceMaterials : Arrays.copyOf(faceMaterials, faceCount),
                materials,
                cornerValues.layers(cornerCount),
                built,
                vertexKeys.length == vertexCount ? vertexKeys : Arrays.copyOf(vertexKeys, vertexCount),
                faceKeys.length == faceCount ? faceKeys : Arrays.copyOf(faceKeys, faceCount));
    }
}
