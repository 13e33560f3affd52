package org.modeststack.bench.smoothing;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.GZIPOutputStream;
import org.jspecify.annotations.Nullable;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.mesh.CornerLayer;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.search.PointGrid;
import org.modeststack.steps.StepException;
import org.modeststack.steps.smooth.Scheme;
import org.modeststack.steps.smooth.Subdivide;

/**
 * Compares values at the corners of subdivided cages, with seams, with what OpenSubdiv makes of them: {@code
 * SubdividedValuesCheck write FILE}, then {@code SubdividedValuesCheck compare FILE RESULTS [EXPECTED]} as for {@link
 * SubdivisionCheck}. Two more kinds of line belong to a cage here: {@code t u v}, a value, and {@code g i j k …}, the values at the
 * corners of a face; results are {@code p x y z u v}, for each corner a point in its face and its value.
 */
public final class SubdividedValuesCheck {
    private static final int CAGES = 60, LEVELS = 3;
    /** How far a corner's point lies from the middle of its face, of the way to the vertex. */
    private static final double OUT = 0.75;

    private SubdividedValuesCheck() {}

    private record Case(int number, boolean triangles, int level, Subdivide.Values values) {
        Mesh cage() throws StepException {
            return SubdivisionCages.withSeams(SubdivisionCages.of(number, triangles, number % 3 == 0), number);
        }

        String scheme() {
            return triangles ? "loop" : "catmull-clark";
        }

        String how() {
            return values.name().toLowerCase(Locale.ROOT);
        }
    }

    public static void main(String[] args) throws IOException, StepException {
        if (args[0].equals("write")) write(Path.of(args[1]));
        else compare(Path.of(args[2]), args.length > 3 ? Path.of(args[3]) : null);
    }

    private static void write(Path file) throws IOException, StepException {
        try (PrintWriter out = new PrintWriter(Files.newBufferedWriter(file))) {
            for (boolean triangles : new boolean[] {false, true})
                for (int i = 0; i < CAGES; i++)
                    for (Subdivide.Values values : Subdivide.Values.values())
                        for (int level = 1; level <= LEVELS; level++) {
                            Case c = new Case(i, triangles, level, values);
                            out.println("case " + i + " osd " + c.scheme() + " " + level + " " + c.how());
                            writeCage(c.cage(), out);
                            out.println("end");
                        }
        }
    }

    private static void writeCage(Mesh m, PrintWriter out) {
        SubdivisionCheck.writeCage(m, out);
        float[] values = m.cornerLayers().get(SubdivisionCages.VALUES).values();
        // Numbered by vertex and value, as those who read them want each once.
        Map<String, Integer> number = new LinkedHashMap<>();
        StringBuilder faces = new StringBuilder();
        for (int f = 0; f < m.faceCount(); f++) {
            faces.append("g");
            for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++) {
                String value = m.corners()[c] + " " + values[2 * c] + " " + values[2 * c + 1];
                faces.append(' ').append(number.computeIfAbsent(value, _ -> number.size()));
            }
            faces.append('\n');
        }
        number.keySet().forEach(v -> out.println("t " + v.substring(v.indexOf(' ') + 1)));
        out.print(faces);
    }

    private static void compare(Path results, @Nullable Path expected) throws IOException, StepException {
        Map<String, double[]> worst = new TreeMap<>();
        Map<String, StringBuilder> moments = new LinkedHashMap<>();
        try (BufferedReader in = Files.newBufferedReader(results)) {
            for (String line = in.readLine(); line != null; line = in.readLine()) {
                String[] w = line.split(" ");
                Case c = new Case(
                        Integer.parseInt(w[1]),
                        w[3].equals("loop"),
                        Integer.parseInt(w[4]),
                        Subdivide.Values.valueOf(w[5].toUpperCase(Locale.ROOT)));
                double[] theirs = SubdivisionCheck.points(in, 5), ours = ours(c);
                boolean creased = c.number % 3 == 0;
                double[] seen = worst.computeIfAbsent(
                        c.scheme() + " " + c.how() + (creased ? " creased" : "") + " level " + c.level,
                        _ -> new double[2]);
                seen[0]++;
                seen[1] = Math.max(seen[1], off(ours, theirs));
                moments.computeIfAbsent(c.number + " " + c.triangles, _ -> new StringBuilder())
                        .append("moments " + c.how() + " " + c.level + " " + theirs.length / 5 + " "
                                + SubdivisionCheck.join(moments(theirs)) + "\n");
            }
        }
        worst.forEach((name, w) ->
                System.out.printf(Locale.ROOT, "%-40s %3.0f cages, worst value off by %.2e%n", name, w[0], w[1]));
        if (expected != null) writeExpected(moments, expected);
    }

    private static void writeExpected(Map<String, StringBuilder> moments, Path file) throws IOException, StepException {
        try (PrintWriter out = new PrintWriter(
                new OutputStreamWriter(new GZIPOutputStream(Files.newOutputStream(file)), StandardCharsets.UTF_8))) {
            for (Map.Entry<String, StringBuilder> e : moments.entrySet()) {
                String[] w = e.getKey().split(" ");
                Case c = new Case(Integer.parseInt(w[0]), Boolean.parseBoolean(w[1]), 0, Subdivide.Values.LINEAR);
                out.println("case " + c.number + " osd " + c.scheme() + " 0");
                writeCage(c.cage(), out);
                out.println("end");
                out.print(e.getValue());
            }
        }
    }

    private static double[] ours(Case c) throws StepException {
        Mesh m = NamedSteps.step(
                        "subdivide",
                        "levels",
                        c.level,
                        "scheme",
                        c.triangles ? Scheme.LOOP : Scheme.CATMULL_CLARK,
                        "values",
                        c.values)
                .apply(c.cage(), new QuietContext());
        CornerLayer layer = m.cornerLayers().get(SubdivisionCages.VALUES);
        double[] out = new double[5 * m.cornerCount()];
        for (int f = 0; f < m.faceCount(); f++) {
            int sides = m.sides(f);
            for (int k = 0; k < 3; k++) {
                double middle = 0;
                for (int d = m.offsets()[f]; d < m.offsets()[f + 1]; d++) middle += m.xyz()[3 * m.corners()[d] + k];
                for (int d = m.offsets()[f]; d < m.offsets()[f + 1]; d++)
                    out[5 * d + k] = (1 - OUT) * middle / sides + OUT * m.xyz()[3 * m.corners()[d] + k];
            }
        }
        for (int c2 = 0; c2 < m.cornerCount(); c2++)
            for (int k = 0; k < 2; k++) out[5 * c2 + 3 + k] = layer.values()[2 * c2 + k];
        return out;
    }

    /** How far the values of corners are from those of the corners at the same place; infinite where there is none. */
    private static double off(double[] some, double[] others) {
        if (some.length != others.length) return Double.POSITIVE_INFINITY;
        double cell = 1e-6;
        PointGrid grid = new PointGrid(2 * cell, others.length / 5);
        for (int i = 0; i < others.length; i += 5) grid.add(i / 5, others[i], others[i + 1], others[i + 2]);
        double worst = 0;
        for (int i = 0; i < some.length; i += 5) {
            double u = some[i + 3], v = some[i + 4];
            double[] best = {Double.POSITIVE_INFINITY};
            grid.near(some[i], some[i + 1], some[i + 2], cell, j -> {
                double off = Math.max(Math.abs(others[5 * j + 3] - u), Math.abs(others[5 * j + 4] - v));
                best[0] = Math.min(best[0], off);
            });
            worst = Math.max(worst, best[0]);
        }
        return worst;
    }

    /** Sums of products of the five numbers of each corner, of the first and the second order. */
    private static double[] moments(double[] all) {
        double[] out = new double[5 + 15];
        for (int i = 0; i < all.length; i += 5) {
            int n = 0;
            for (int a = 0; a < 5; a++) {
                out[n++] += all[i + a];
                for (int b = a; b < 5; b++) out[n++] += all[i + a] * all[i + b];
            }
        }
        return out;
    }
}
