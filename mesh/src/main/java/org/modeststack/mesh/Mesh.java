package org.modeststack.mesh;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;

/**
 * An immutable polygon mesh in flat arrays. Faces have any number of sides from three; anything that can be written
 * with vertices and faces can be held, edges with three faces included.
 *
 * <p>Shapes: {@code xyz} has 3 doubles a vertex (millimetres); face {@code f} has the corners {@code offsets[f]} to
 * {@code offsets[f + 1] - 1} of {@code corners}, counter-clockwise seen from outside. Arrays are handed out without
 * copying so that hot loops can run on them and steps can share them: whoever gets one must not write to it.
 *
 * <p>What is derived (adjacency, triangulation, bounds) is made on demand, once, and kept.
 */
public final class Mesh implements Memory.Counted {
    public static final Mesh EMPTY = new MeshBuilder(0, 0).build();

    private final double[] xyz;
    private final int[] offsets;
    private final int[] corners;
    private final int[] faceMaterials;
    private final List<String> materials;
    private final Map<String, CornerLayer> cornerLayers;
    private final Map<String, Tag> tags;
    private final long[] vertexKeys;
    private final long[] faceKeys;

    private volatile @Nullable Adjacency adjacency;
    private volatile @Nullable Triangulation triangulation;
    private volatile @Nullable Bounds bounds;
    private volatile @Nullable ConcurrentHashMap<Class<?>, Memory.Counted> derived;

    /**
     * Takes the arrays over; see {@link MeshBuilder} for the way to make a mesh piece by piece.
     *
     * @param faceMaterials an index into {@code materials} for each face
     * @param materials the names of what faces are made of
     * @param cornerColors linear red, green, blue, alpha in [0, 1] for each corner, or null where there are none
     * @throws IllegalArgumentException if lengths disagree or an index is out of range
     */
    public Mesh(
            double[] xyz,
            int[] offsets,
            int[] corners,
            int[] faceMaterials,
            List<String> materials,
            float @Nullable [] cornerColors,
            Map<String, Tag> tags,
            long[] vertexKeys,
            long[] faceKeys) {
        this(
                xyz,
                offsets,
                corners,
                faceMaterials,
                materials,
                cornerColors == null ? Map.of() : Map.of(CornerLayer.COLOR, CornerLayer.colors(cornerColors)),
                tags,
                vertexKeys,
                faceKeys);
    }

    /**
     * The same with other values at corners than colours.
     *
     * @param cornerLayers by their names
     */
    public static Mesh of(
            double[] xyz,
            int[] offsets,
            int[] corners,
            int[] faceMaterials,
            List<String> materials,
            Map<String, CornerLayer> cornerLayers,
            Map<String, Tag> tags,
            long[] vertexKeys,
            long[] faceKeys) {
        return new Mesh(xyz, offsets, corners, faceMaterials, materials, cornerLayers, tags, vertexKeys, faceKeys);
    }

    private Mesh(
            double[] xyz,
            int[] offsets,
            int[] corners,
            int[] faceMaterials,
            List<String> materials,
            Map<String, CornerLayer> cornerLayers,
            Map<String, Tag> tags,
            long[] vertexKeys,
            long[] faceKeys) {
        this.xyz = Objects.requireNonNull(xyz);
        this.offsets = Objects.requireNonNull(offsets);
        this.corners = Objects.requireNonNull(corners);
        this.faceMaterials = Objects.requireNonNull(faceMaterials);
        this.materials = List.copyOf(materials);
        this.cornerLayers = Map.copyOf(cornerLayers);
        this.tags = Map.copyOf(tags);
        this.vertexKeys = Objects.requireNonNull(vertexKeys);
        this.faceKeys = Objects.requireNonNull(faceKeys);
        checkShape();
    }

    private void checkShape() {
        int faces = offsets.length - 1;
        require(xyz.length % 3 == 0, "three coordinates a vertex");
        require(faces >= 0 && offsets[0] == 0 && offsets[faces] == corners.length, "offsets must span the corners");
        require(vertexKeys.length == vertexCount(), "a key for each vertex");
        require(faceKeys.length == faces && faceMaterials.length == faces, "a key and a material for each face");
        for (CornerLayer l : cornerLayers.values())
            require(l.values().length == l.width() * corners.length, "as many values as corners need");
        for (int f = 0; f < faces; f++) {
            require(offsets[f + 1] - offsets[f] >= 3, "a face needs three corners");
            require(faceMaterials[f] >= 0 && faceMaterials[f] < materials.size(), "material out of range");
        }
        int n = vertexCount();
        // Negative where any is out of range; without a branch in between this takes a fraction of the time.
        int out = 0;
        for (int v : corners) out |= v | (n - 1 - v);
        require(out >= 0, "corner names a vertex that is not there");
    }

    private static void require(boolean holds, String what) {
        if (!holds) throw new IllegalArgumentException(what);
    }

    public int vertexCount() {
        return xyz.length / 3;
    }

    public int faceCount() {
        return offsets.length - 1;
    }

    public int cornerCount() {
        return corners.length;
    }

    public int edgeCount() {
        return adjacency().edgeCount();
    }

    public boolean isEmpty() {
        return faceCount() == 0;
    }

    public double[] xyz() {
        return xyz;
    }

    public double x(int v) {
        return xyz[3 * v];
    }

    public double y(int v) {
        return xyz[3 * v + 1];
    }

    public double z(int v) {
        return xyz[3 * v + 2];
    }

    public Vec3 point(int v) {
        return new Vec3(xyz[3 * v], xyz[3 * v + 1], xyz[3 * v + 2]);
    }

    public int[] offsets() {
        return offsets;
    }

    public int[] corners() {
        return corners;
    }

    public int sides(int face) {
        return offsets[face + 1] - offsets[face];
    }

    public int[] faceMaterials() {
        return faceMaterials;
    }

    /** The names of what faces are made of; {@link #faceMaterials} counts in this list. */
    public List<String> materials() {
        return materials;
    }

    /** The name of what a face is made of. */
    public String materialOf(int face) {
        return materials.get(faceMaterials[face]);
    }

    public boolean hasColors() {
        return cornerLayers.containsKey(CornerLayer.COLOR);
    }

    /** Three values a corner, 0 where nothing is known; null for none. */
    public float @Nullable [] cornerNormals() {
        CornerLayer l = cornerLayers.get(CornerLayer.NORMAL);
        return l == null || !l.isOfDirections() ? null : l.values();
    }

    /** Four values a corner, or null. */
    public float @Nullable [] cornerColors() {
        CornerLayer l = cornerLayers.get(CornerLayer.COLOR);
        return l == null ? null : l.values();
    }

    /** Values at corners, by the names of their layers; colours are one of them. */
    public Map<String, CornerLayer> cornerLayers() {
        return cornerLayers;
    }

    /** Whether there is anything at its corners that has to be carried on: values or directions. */
    public boolean hasCornerLayers() {
        return !cornerLayers.isEmpty();
    }

    /** Whether there are values at its corners, which go to all that is made in their place; directions do not. */
    public boolean hasCornerValues() {
        for (CornerLayer l : cornerLayers.values()) if (!l.isOfDirections()) return true;
        return false;
    }

    /** Four values a corner, of a mesh that {@linkplain #hasColors() has colours}. */
    public float[] colors() {
        return Objects.requireNonNull(cornerColors(), "no colours");
    }

    public Map<String, Tag> tags() {
        return tags;
    }

    /** The tag of this name, or null. */
    public @Nullable Tag tag(String name) {
        return tags.get(name);
    }

    public long[] vertexKeys() {
        return vertexKeys;
    }

    public long[] faceKeys() {
        return faceKeys;
    }

    /** The key of the edge between two vertices: it follows from theirs. */
    public long edgeKey(int a, int b) {
        return Keys.ofPair(vertexKeys[a], vertexKeys[b]);
    }

    public Adjacency adjacency() {
        Adjacency a = adjacency;
        if (a == null) {
            synchronized (this) {
                a = adjacency;
                if (a == null) adjacency = a = new Adjacency(this);
            }
        }
        return a;
    }

    public Triangulation triangulation() {
        Triangulation t = triangulation;
        if (t == null) {
            synchronized (this) {
                t = triangulation;
                if (t == null) triangulation = t = Triangulation.of(this);
            }
        }
        return t;
    }

    /**
     * What other algorithms have worked out from this mesh and want to find again as long as it lives, such as a search
     * tree. It says how much memory it takes.
     *
     * @param make must depend on the mesh alone
     */
    public <T extends Memory.Counted> T derived(Class<T> kind, Function<Mesh, T> make) {
        ConcurrentHashMap<Class<?>, Memory.Counted> d = derived;
        if (d == null) {
            synchronized (this) {
                d = derived;
                if (d == null) derived = d = new ConcurrentHashMap<>(4);
            }
        }
        Memory.Counted known = d.get(kind);
        if (known == null) {
            T made = make.apply(this);
            Memory.Counted before = d.putIfAbsent(kind, made);
            known = before == null ? made : before;
        }
        return kind.cast(known);
    }

    /** What is kept as {@link #derived}; null where nothing is yet. */
    public <T extends Memory.Counted> @Nullable T known(Class<T> kind) {
        ConcurrentHashMap<Class<?>, Memory.Counted> d = derived;
        return d == null ? null : kind.cast(d.get(kind));
    }

    public Bounds bounds() {
        Bounds b = bounds;
        if (b == null) bounds = b = Bounds.of(xyz);
        return b;
    }

    /** The same arrays in a mesh that has worked nothing out yet: for measuring what a first use costs. */
    public Mesh fresh() {
        return new Mesh(xyz, offsets, corners, faceMaterials, materials, cornerLayers, tags, vertexKeys, faceKeys);
    }

    /**
     * The same mesh with its vertices elsewhere; all else is shared, adjacency too. Directions at the corners of faces that
     * are not where they were are no longer known.
     */
    public Mesh withPositions(double[] newXyz) {
        if (newXyz.length != xyz.length) throw new IllegalArgumentException("as many vertices as before");
        return at(newXyz, Directions.where(this, newXyz));
    }

    /**
     * The same mesh put somewhere else as a whole.
     *
     * @param turn what becomes of directions that are square to its surface; of any length
     */
    public Mesh placed(double[] newXyz, UnaryOperator<Vec3> turn) {
        if (newXyz.length != xyz.length) throw new IllegalArgumentException("as many vertices as before");
        return at(newXyz, Directions.turned(this, turn));
    }

    private Mesh at(double[] newXyz, Map<String, CornerLayer> layers) {
        Mesh m = new Mesh(newXyz, offsets, corners, faceMaterials, materials, layers, tags, vertexKeys, faceKeys);
        m.adjacency = adjacency;
        return m;
    }

    /** The same mesh without directions at some corners. */
    public Mesh withoutDirections(boolean[] at) {
        Mesh m = at(xyz, Directions.without(this, at));
        m.triangulation = triangulation;
        return m;
    }

    /** The same mesh with other keys; all else is shared. */
    public Mesh withKeys(long[] newVertexKeys, long[] newFaceKeys) {
        Mesh m = new Mesh(
                xyz, offsets, corners, faceMaterials, materials, cornerLayers, tags, newVertexKeys, newFaceKeys);
        m.adjacency = adjacency;
        m.triangulation = triangulation;
        return m;
    }

    public Mesh withTags(Map<String, Tag> newTags) {
        Mesh m = new Mesh(xyz, offsets, corners, faceMaterials, materials, cornerLayers, newTags, vertexKeys, faceKeys);
        m.adjacency = adjacency;
        m.triangulation = triangulation;
        return m;
    }

    /** The same mesh with other values at its corners. */
    public Mesh withCornerLayers(Map<String, CornerLayer> layers) {
        Mesh m = new Mesh(xyz, offsets, corners, faceMaterials, materials, layers, tags, vertexKeys, faceKeys);
        m.adjacency = adjacency;
        m.triangulation = triangulation;
        return m;
    }

    /** Every face of one material. */
    public Mesh withMaterial(String name) {
        return withMaterials(new int[faceCount()], List.of(name));
    }

    /** The same faces with other names for their materials, one for each that was there. */
    public Mesh withMaterials(List<String> names) {
        if (names.size() != materials.size()) throw new IllegalArgumentException("as many materials as before");
        return withMaterials(faceMaterials, names);
    }

    /**
     * The same faces of other materials.
     *
     * @param ofFaces for each face one of the names
     */
    public Mesh withFaceMaterials(int[] ofFaces, List<String> names) {
        if (ofFaces.length != faceCount()) throw new IllegalArgumentException("one material a face");
        return withMaterials(ofFaces, List.copyOf(names));
    }

    private Mesh withMaterials(int[] newFaceMaterials, List<String> names) {
        Mesh m = new Mesh(xyz, offsets, corners, newFaceMaterials, names, cornerLayers, tags, vertexKeys, faceKeys);
        m.adjacency = adjacency;
        m.triangulation = triangulation;
        return m;
    }

    /** The same faces turned inside out: corners reversed, with the first corner kept first. */
    public Mesh flipped() {
        int[] c = corners.clone();
        int[] like = new int[c.length];
        for (int f = 0; f < faceCount(); f++) {
            int from = offsets[f], to = offsets[f + 1];
            for (int i = from; i < to; i++) {
                like[i] = i == from ? from : to - (i - from);
                c[i] = corners[like[i]];
            }
        }
        Map<String, CornerLayer> layers = hasCornerLayers() ? CornerCarrier.turnedOver(this, like) : cornerLayers;
        return new Mesh(xyz, offsets, c, faceMaterials, materials, layers, tags, vertexKeys, faceKeys);
    }

    /** Its own arrays, tags, and all that has been worked out from it so far. */
    @Override
    public void count(Memory memory) {
        memory.addArray(xyz);
        memory.addArray(offsets);
        memory.addArray(corners);
        memory.addArray(faceMaterials);
        for (CornerLayer l : cornerLayers.values()) memory.addArray(l.values());
        memory.addArray(vertexKeys);
        memory.addArray(faceKeys);
        tags.values().forEach(memory::add);
        memory.add(adjacency);
        memory.add(triangulation);
        ConcurrentHashMap<Class<?>, Memory.Counted> d = derived;
        if (d != null) d.values().forEach(memory::add);
    }

    /** Equal in everything that is stored: positions to the bit, faces, materials, colours, tags and keys. */
    public boolean sameAs(Mesh o) {
        return Arrays.equals(xyz, o.xyz)
                && Arrays.equals(offsets, o.offsets)
                && Arrays.equals(corners, o.corners)
                && Arrays.equals(faceMaterials, o.faceMaterials)
                && materials.equals(o.materials)
                && cornerLayers.equals(o.cornerLayers)
                && tags.equals(o.tags)
                && Arrays.equals(vertexKeys, o.vertexKeys)
                && Arrays.equals(faceKeys, o.faceKeys);
    }

    @Override
    public String toString() {
        return "Mesh[" + vertexCount() + " vertices, " + faceCount() + " faces]";
    }
}
