package org.modeststack.steps.smooth;

import it.unimi.dsi.fastutil.longs.LongArrays;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.CarryRule;
import org.modeststack.mesh.CornerCarrier;
import org.modeststack.mesh.CornerLayer;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.work.Workers;
import org.modeststack.steps.StepContext;

/**
 * A mesh subdivided level by level, with all that it carries: materials and face tags go to all parts of a face, edge tags to both
 * halves, vertex tags stay on the old vertices, and values at corners are divided linearly, so that painted borders and seams
 * stay where they are, or smoothly where that is asked for. Keys follow from those of the elements before. Linear in the result; the last level, which is three
 * quarters of it, is written without working out what touches what there.
 */
final class Subdivision {
    /** Marks what the keys of new elements are made for. */
    private static final int OF_CORNER = 0xCC, OF_EDGE = 0xCE, OF_FACE = 0xCF, OF_MIDDLE = 0xCD;

    /**
     * How it is done.
     *
     * @param triangles whether triangles are made of triangles, and not quads of any faces
     * @param cornered whether border vertices with a single face stay where they are
     * @param limit whether vertices are put where they would lie after levels without end
     * @param values what becomes of values at corners that are means of others
     * @param bulge of the linear scheme: how far new vertices come out, for half the length of an edge
     */
    record Rules(
            Scheme scheme, boolean triangles, boolean cornered, boolean limit, Subdivide.Values values, double bulge) {
        boolean smoothsValues() {
            return scheme != Scheme.LINEAR && values != Subdivide.Values.LINEAR;
        }
    }

    private final Rules rules;
    private SplitTopology topology;
    private Sharpness sharp;
    private double[] xyz;
    private long[] vertexKeys;
    private long[] faceKeys;
    private int[] materials;
    /** What is divided linearly. */
    private Map<String, CornerLayer> layers;

    private final Map<String, SmoothValues> smoothed = new HashMap<>();
    private Map<String, Tag> tags;
    private final Mesh in;

    private Subdivision(Mesh in, Rules rules, SplitTopology topology, Sharpness sharp) {
        this.in = in;
        this.rules = rules;
        this.topology = topology;
        this.sharp = sharp;
        xyz = in.xyz();
        vertexKeys = in.vertexKeys();
        faceKeys = in.faceKeys();
        materials = in.faceMaterials();
        layers = in.hasCornerValues() ? in.cornerLayers() : Map.of();
        tags = in.tags();
    }

    private void smoothValues(@Nullable Tag creases, @Nullable Tag corners) {
        Map<String, CornerLayer> others = new HashMap<>();
        layers.forEach((name, layer) -> {
            if (layer.rule() == CarryRule.MEAN)
                smoothed.put(name, new SmoothValues(layer, topology, rules, creases, corners));
            else others.put(name, layer);
        });
        layers = others;
    }

    /**
     * @param in of triangles, where the rules are for these
     * @param levels greater than 0
     * @param creases edges with their sharpness; null for none
     * @param corners vertices with their sharpness; null for none
     */
    static Mesh of(
            Mesh in, Rules rules, int levels, @Nullable Tag creases, @Nullable Tag corners, StepContext context) {
        SplitTopology topology = SplitTopology.of(in);
        Subdivision s = new Subdivision(in, rules, topology, Sharpness.of(topology, creases, corners, rules.cornered));
        if (rules.smoothsValues()) s.smoothValues(creases, corners);
        for (int level = 1; level < levels; level++) {
            SplitTopology next = s.nextTopology();
            s.split();
            s.sharp = s.sharp.split(s.topology, next);
            s.topology = next;
            context.progress(Math.pow(0.25, levels - level));
        }
        return s.last();
    }

    private boolean isTriangles() {
        return rules.triangles;
    }

    private SplitTopology nextTopology() {
        return isTriangles() ? Loop.split(topology) : topology.split();
    }

    private int[] corners() {
        return isTriangles() ? Loop.splitCorners(topology) : topology.splitCorners();
    }

    private Mesh last() {
        if (rules.limit && rules.scheme != Scheme.LINEAR) return atLimit();
        splitPlaces();
        // What is made from here on is most of the result, and half of what touches what is not needed for it.
        topology = topology.facesOnly();
        splitElements();
        return mesh(corners());
    }

    private Mesh atLimit() {
        SplitTopology from = topology, next = nextTopology();
        split();
        LimitSurface surface = new LimitSurface(next, sharp.split(from, next), xyz, !isTriangles());
        layers = new HashMap<>(layers);
        layers.put(CornerLayer.NORMAL, CornerLayer.normals(surface.cornerNormals()));
        xyz = surface.places();
        return mesh(next.corners);
    }

    private Mesh mesh(int[] corners) {
        if (!smoothed.isEmpty()) layers = new HashMap<>(layers);
        smoothed.forEach((name, of) -> layers.put(name, of.layer()));
        int faces = faceKeys.length;
        int[] offsets = isTriangles() ? Loop.triangleOffsets(faces) : SplitTopology.quadOffsets(faces);
        return Mesh.of(xyz, offsets, corners, materials, in.materials(), layers, tags, vertexKeys, faceKeys);
    }

    /** One level of all but what touches what. */
    private void split() {
        splitPlaces();
        splitElements();
    }

    /** Places, and what else is found by what touches vertices and edges. */
    private void splitPlaces() {
        double[] places = switch (rules.scheme) {
            case CATMULL_CLARK -> CatmullClark.places(topology, sharp, xyz);
            case LOOP -> Loop.places(topology, sharp, xyz);
            case LINEAR -> new LinearSplit(topology, sharp, xyz, rules).places();
        };
        if (!layers.isEmpty()) layers = splitLayers();
        smoothed.values().forEach(SmoothValues::split);
        if (!tags.isEmpty()) tags = splitTags();
        xyz = places;
    }

    private void splitElements() {
        splitMaterials();
        splitKeys();
    }

    private void splitMaterials() {
        int[] old = materials, made = new int[faceCount()];
        Workers.ranges(0, made.length, (from, to) -> {
            for (int f = from; f < to; f++) made[f] = old[oldFace(f)];
        });
        materials = made;
    }

    private int faceCount() {
        return isTriangles() ? 4 * topology.faces : topology.corners.length;
    }

    /** The face that a new one is a part of. */
    private int oldFace(int made) {
        return isTriangles() ? made / 4 : topology.cornerFace[made];
    }

    private void splitKeys() {
        int nv = topology.vertices, ne = topology.edges;
        long[] old = vertexKeys, oldFaces = faceKeys;
        long[] made = Arrays.copyOf(old, isTriangles() ? nv + ne : topology.splitVertices());
        long[] madeFaces = new long[faceCount()];
        Workers.ranges(0, ne, (from, to) -> {
            for (int e = from; e < to; e++)
                made[nv + e] = Keys.of(Keys.ofPair(old[topology.edgeLow[e]], old[topology.edgeHigh[e]]), OF_EDGE);
        });
        Workers.ranges(0, topology.faces, (from, to) -> {
            for (int f = from; f < to; f++) {
                // Of the same parent and role, so that this half of the hashes is made once a face.
                long ofCorner = Keys.of(oldFaces[f], OF_CORNER);
                int first = isTriangles() ? 4 * f : topology.offsets[f];
                for (int c = topology.offsets[f]; c < topology.offsets[f + 1]; c++)
                    madeFaces[first + c - topology.offsets[f]] = Keys.of(ofCorner, old[topology.corners[c]]);
                if (isTriangles()) madeFaces[first + 3] = Keys.of(oldFaces[f], OF_MIDDLE);
                else made[nv + ne + f] = Keys.of(oldFaces[f], OF_FACE);
            }
        });
        vertexKeys = made;
        faceKeys = madeFaces;
    }

    private Map<String, CornerLayer> splitLayers() {
        Mesh now = Mesh.of(
                xyz,
                topology.offsets,
                topology.corners,
                materials,
                in.materials(),
                layers,
                Map.of(),
                vertexKeys,
                faceKeys);
        return isTriangles() ? triangleLayers(now) : quadLayers(now);
    }

    private static Map<String, CornerLayer> quadLayers(Mesh in) {
        CornerCarrier out = new CornerCarrier();
        int[] two = new int[2];
        double[] halves = {0.5, 0.5};
        for (int f = 0; f < in.faceCount(); f++) {
            int from = in.offsets()[f], to = in.offsets()[f + 1];
            int[] all = new int[to - from];
            double[] even = new double[to - from];
            Arrays.setAll(all, i -> from + i);
            Arrays.fill(even, 1.0 / (to - from));
            for (int c = from; c < to; c++) {
                out.like(4 * c, in, c);
                two[0] = c;
                two[1] = c + 1 == to ? from : c + 1;
                out.mix(4 * c + 1, in, two, halves, 2);
                out.mix(4 * c + 2, in, all, even, all.length);
                two[1] = c == from ? to - 1 : c - 1;
                out.mix(4 * c + 3, in, two, halves, 2);
            }
        }
        return out.layers(4 * in.cornerCount());
    }

    private static Map<String, CornerLayer> triangleLayers(Mesh in) {
        CornerCarrier out = new CornerCarrier();
        double[] halves = {0.5, 0.5};
        for (int f = 0; f < in.faceCount(); f++) {
            for (int k = 0; k < 3; k++) {
                int c = 3 * f + k, after = 3 * f + (k + 1) % 3, before = 3 * f + (k + 2) % 3;
                out.like(12 * f + 3 * k, in, c);
                out.mix(12 * f + 3 * k + 1, in, new int[] {c, after}, halves, 2);
                out.mix(12 * f + 3 * k + 2, in, new int[] {c, before}, halves, 2);
                out.mix(12 * f + 9 + k, in, new int[] {c, after}, halves, 2);
            }
        }
        return out.layers(4 * in.cornerCount());
    }

    private Map<String, Tag> splitTags() {
        Map<String, Tag> out = new HashMap<>();
        tags.forEach((name, tag) -> out.put(name, tag.kind() == ElementKind.VERTEX ? tag : splitTag(tag)));
        return out;
    }

    private Tag splitTag(Tag tag) {
        return tag.kind() == ElementKind.EDGE ? splitEdges(tag) : splitFaces(tag);
    }

    private Tag splitEdges(Tag tag) {
        long[] halves = new long[2 * tag.size()];
        double[] weights = new double[2 * tag.size()];
        int n = 0;
        for (int i = 0; i < tag.size(); i++) {
            int low = Tag.edgeLow(tag.element(i)), high = Tag.edgeHigh(tag.element(i));
            int e = topology.edgeBetween(low, high);
            if (e < 0) continue;
            for (int end : new int[] {low, high}) {
                halves[n] = Tag.edge(end, topology.vertices + e);
                weights[n++] = tag.weight(i);
            }
        }
        int[] order = new int[n];
        Arrays.setAll(order, i -> i);
        long[] unsorted = halves;
        LongArrays.quickSortIndirect(order, unsorted, 0, n);
        long[] sorted = new long[n];
        double[] sortedWeights = new double[n];
        for (int i = 0; i < n; i++) {
            sorted[i] = unsorted[order[i]];
            sortedWeights[i] = weights[order[i]];
        }
        return tag.with(sorted, sortedWeights);
    }

    /** The parts of faces follow one another as the faces do. */
    private Tag splitFaces(Tag tag) {
        int n = 0;
        for (int i = 0; i < tag.size(); i++) n += parts((int) tag.element(i));
        long[] elements = new long[n];
        double[] weights = new double[n];
        n = 0;
        for (int i = 0; i < tag.size(); i++) {
            int f = (int) tag.element(i), first = isTriangles() ? 4 * f : topology.offsets[f];
            for (int k = 0; k < parts(f); k++) {
                elements[n] = (long) first + k;
                weights[n++] = tag.weight(i);
            }
        }
        return tag.with(elements, weights);
    }

    private int parts(int face) {
        return isTriangles() ? 4 : topology.offsets[face + 1] - topology.offsets[face];
    }
}
