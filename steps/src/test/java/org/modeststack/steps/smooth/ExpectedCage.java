package org.modeststack.steps.smooth;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.zip.GZIPInputStream;
import org.modeststack.mesh.CarryRule;
import org.modeststack.mesh.CornerLayer;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;

/**
 * A cage, and what others make of it, as {@code bench/peers/check-subdivision} writes them.
 *
 * @param expected sums of products of the numbers of the points that came out
 */
record ExpectedCage(Scheme scheme, Mesh mesh, List<Expected> expected) {
    /** The name of the values at its corners. */
    static final String VALUES = "places";

    /**
     * One result.
     *
     * @param of whose it is, or how values were divided
     */
    record Expected(String of, int level, int points, double[] moments) {}

    static List<ExpectedCage> read(String resource) throws IOException {
        List<ExpectedCage> out = new ArrayList<>();
        try (BufferedReader in = new BufferedReader(new InputStreamReader(
                new GZIPInputStream(Objects.requireNonNull(ExpectedCage.class.getResourceAsStream(resource))),
                StandardCharsets.UTF_8))) {
            MeshBuilder b = new MeshBuilder(0, 0);
            Scheme scheme = Scheme.LINEAR;
            List<double[]> values = new ArrayList<>();
            List<double[]> atCorners = new ArrayList<>();
            long key = 0;
            for (String line = in.readLine(); line != null; line = in.readLine()) {
                String[] w = line.split(" ");
                double[] n = new double[w.length];
                for (int i = 1; i < w.length && !w[0].equals("case"); i++)
                    if (i > 1 || !w[0].equals("moments")) n[i] = Double.parseDouble(w[i]);
                switch (w[0]) {
                    case "case" -> {
                        b = new MeshBuilder(0, 0);
                        b.material("one");
                        scheme = w[3].equals("loop") ? Scheme.LOOP : Scheme.CATMULL_CLARK;
                        values.clear();
                        atCorners.clear();
                    }
                    case "v" -> b.vertex(n[1], n[2], n[3], ++key);
                    case "f" -> b.face(++key, 0, indices(n));
                    case "t" -> values.add(new double[] {n[1], n[2]});
                    case "g" -> {
                        for (int i : indices(n)) atCorners.add(values.get(i));
                    }
                    case "e" -> b.tag(Crease.EDGES, ElementKind.EDGE, Tag.edge((int) n[1], (int) n[2]), n[3]);
                    case "c" -> b.tag(Crease.VERTICES, ElementKind.VERTEX, (long) n[1], n[2]);
                    case "end" -> out.add(new ExpectedCage(scheme, with(b.build(), atCorners), new ArrayList<>()));
                    default ->
                        out.getLast()
                                .expected
                                .add(new Expected(w[1], (int) n[2], (int) n[3], Arrays.copyOfRange(n, 4, n.length)));
                }
            }
        }
        return out;
    }

    private static int[] indices(double[] numbers) {
        return Arrays.stream(numbers, 1, numbers.length).mapToInt(v -> (int) v).toArray();
    }

    private static Mesh with(Mesh m, List<double[]> atCorners) {
        if (atCorners.isEmpty()) return m;
        float[] all = new float[2 * atCorners.size()];
        for (int i = 0; i < all.length; i++) all[i] = (float) atCorners.get(i / 2)[i % 2];
        return m.withCornerLayers(Map.of(VALUES, new CornerLayer(2, CarryRule.MEAN, 0, all)));
    }

    /**
     * Sums of products of the numbers of points, up to an order: they do not depend on the order of the points.
     *
     * @param each how many numbers a point has
     */
    static double[] moments(double[] all, int each, int order) {
        double[] out = new double[order == 2 ? each + each * (each + 1) / 2 : 3 + 6 + 10];
        for (int i = 0; i < all.length; i += each) {
            int n = 0;
            for (int a = 0; a < each; a++) {
                out[n++] += all[i + a];
                for (int b = a; b < each; b++) {
                    out[n++] += all[i + a] * all[i + b];
                    for (int c = b; order > 2 && c < each; c++) out[n++] += all[i + a] * all[i + b] * all[i + c];
                }
            }
        }
        return out;
    }

    /** What the sums of the same points are if all is positive: what they may be off is measured against it. */
    static double[] sizes(double[] all, int each, int order) {
        return moments(Arrays.stream(all).map(Math::abs).toArray(), each, order);
    }
}
