package org.modeststack.bench.smoothing;

import java.util.BitSet;
import java.util.Map;
import java.util.Random;
import java.util.SortedMap;
import java.util.TreeMap;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.CarryRule;
import org.modeststack.mesh.CornerLayer;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;
import org.modeststack.steps.StepException;
import org.modeststack.steps.smooth.Crease;

/**
 * Cages for subdivision by number, the same number the same cage: solids with faces of many sides, holes in every second, every
 * vertex moved at random; of triangles where that is asked for; with creases and corners of whole and broken sharpness on some.
 */
final class SubdivisionCages {
    /** Exact in single precision, in which others keep it. */
    private static final double[] SHARPNESS = {0.25, 0.5, 1, 1.5, 2, 2.75, 3.375, 10};

    private SubdivisionCages() {}

    static Mesh of(int number, boolean triangles, boolean sharp) throws StepException {
        Random r = new Random(0x5D1 + 7919L * number);
        Mesh m = shaken(source(r), r);
        if (r.nextBoolean()) m = holed(m, r);
        if (triangles) m = NamedSteps.step("divide-faces", "mostSides", 3).apply(m, new QuietContext());
        return sharp ? sharpened(m, r) : m;
    }

    /** The name of the values that {@link #withSeams} gives to corners. */
    static final String VALUES = "places";

    /** With two values at every corner, between seams that part the faces into up to four regions; the same for one number. */
    static Mesh withSeams(Mesh m, int number) {
        Random r = new Random(0x5EA + 104729L * number);
        int regions = 1 + r.nextInt(4);
        int[] region = new int[m.faceCount()];
        for (int f = 0; f < region.length; f++) region[f] = r.nextInt(regions);
        Adjacency adj = m.adjacency();
        DisjointSets same = new DisjointSets(m.cornerCount());
        for (int e = 0; e < adj.edgeCount(); e++) {
            if (adj.edgeSides(e) != 2) continue;
            int c = adj.edgeCorner(e, 0), d = adj.edgeCorner(e, 1);
            if (region[adj.cornerFace()[c]] != region[adj.cornerFace()[d]]) continue;
            same.join(c, adj.cornerNext()[d]);
            same.join(adj.cornerNext()[c], d);
        }
        float[][] of = new float[m.cornerCount()][];
        float[] values = new float[2 * m.cornerCount()];
        for (int c = 0; c < of.length; c++) {
            int s = same.find(c);
            if (of[s] == null) of[s] = new float[] {r.nextInt(1000) / 1000f, r.nextInt(1000) / 1000f};
            values[2 * c] = of[s][0];
            values[2 * c + 1] = of[s][1];
        }
        CornerLayer layer = new CornerLayer(2, CarryRule.MEAN, 0, values);
        return m.withCornerLayers(Map.of(VALUES, layer));
    }

    private static Mesh source(Random r) throws StepException {
        var step = switch (r.nextInt(6)) {
            case 0 -> NamedSteps.step("box", "segmentsX", 1 + r.nextInt(3), "segmentsY", 1 + r.nextInt(2));
            case 1 -> NamedSteps.step("uv-sphere", "sides", 5 + r.nextInt(6), "rings", 3 + r.nextInt(4));
            case 2 -> NamedSteps.step("torus", "sides", 5 + r.nextInt(5), "barSides", 4 + r.nextInt(4));
            case 3 -> NamedSteps.step("cylinder", "sides", 5 + r.nextInt(6), "segments", 1 + r.nextInt(3));
            case 4 -> NamedSteps.step("prism");
            default -> NamedSteps.step("tube", "sides", 5 + r.nextInt(6));
        };
        return step.apply(Mesh.EMPTY, new QuietContext());
    }

    private static Mesh shaken(Mesh m, Random r) {
        double size = 0.05 * m.bounds().diagonal();
        double[] xyz = m.xyz().clone();
        // Rounded, so that they are short in writing.
        for (int i = 0; i < xyz.length; i++) xyz[i] = Math.rint(1e3 * (xyz[i] + size * r.nextGaussian())) / 1e3;
        return m.withPositions(xyz);
    }

    /** Without some faces, but with no vertex in which what is left only touches. */
    private static Mesh holed(Mesh m, Random r) {
        BitSet gone = new BitSet();
        Adjacency adj = m.adjacency();
        BitSet touched = new BitSet();
        for (int i = 0; i < 1 + m.faceCount() / 8; i++) {
            int f = r.nextInt(m.faceCount());
            boolean free = true;
            for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++) free &= !touched.get(m.corners()[c]);
            if (!free) continue;
            gone.set(f);
            for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++) {
                int v = m.corners()[c];
                for (int k = adj.vertexStart()[v]; k < adj.vertexStart()[v + 1]; k++) {
                    int g = adj.cornerFace()[adj.vertexCorners()[k]];
                    for (int d = m.offsets()[g]; d < m.offsets()[g + 1]; d++) touched.set(m.corners()[d]);
                }
            }
        }
        return MeshBuilder.only(m, f -> !gone.get(f));
    }

    private static Mesh sharpened(Mesh m, Random r) {
        Adjacency adj = m.adjacency();
        SortedMap<Long, Double> edges = new TreeMap<>(), vertices = new TreeMap<>();
        for (int e = 0; e < adj.edgeCount(); e++) {
            if (r.nextInt(3) > 0) continue;
            edges.put(Tag.edge(adj.edgeLow(e), adj.edgeHigh(e)), SHARPNESS[r.nextInt(SHARPNESS.length)]);
        }
        for (int v = 0; v < m.vertexCount(); v++)
            if (r.nextInt(6) == 0) vertices.put((long) v, SHARPNESS[r.nextInt(SHARPNESS.length)]);
        return m.withTags(
                Map.of(Crease.EDGES, tag(ElementKind.EDGE, edges), Crease.VERTICES, tag(ElementKind.VERTEX, vertices)));
    }

    private static Tag tag(ElementKind kind, SortedMap<Long, Double> all) {
        return new Tag(
                kind,
                all.keySet().stream().mapToLong(Long::longValue).toArray(),
                all.values().stream().mapToDouble(Double::doubleValue).toArray());
    }
}
