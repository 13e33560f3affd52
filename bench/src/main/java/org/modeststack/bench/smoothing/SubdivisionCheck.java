package org.modeststack.bench.smoothing;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.StringTokenizer;
import java.util.TreeMap;
import java.util.zip.GZIPOutputStream;
import org.jspecify.annotations.Nullable;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.search.PointGrid;
import org.modeststack.steps.StepException;
import org.modeststack.steps.smooth.Crease;
import org.modeststack.steps.smooth.Scheme;
import org.modeststack.steps.smooth.Subdivide;

/**
 * Compares subdivided cages with what other libraries make of them: {@code SubdivisionCheck write FILE} writes the cages,
 * {@code SubdivisionCheck compare FILE RESULTS [EXPECTED]} reads the vertices that those have found and says how far ours lie
 * from them; with a third file the cages and the moments of the others' vertices are written there, packed, for tests.
 *
 * <p>A case is a line {@code case NUMBER PEER SCHEME LEVEL}, then lines {@code v x y z}, {@code f i j k …}, {@code e a b sharpness},
 * {@code c v sharpness}, and {@code end}. Results have the same first line, then {@code p x y z} and {@code end}. For tests each
 * cage is written once, its end a line {@code moments PEER LEVEL COUNT …} for each result.
 */
public final class SubdivisionCheck {
    private static final int CAGES = 60, LEVELS = 4;

    private SubdivisionCheck() {}

    private record Case(int number, String peer, boolean triangles, boolean sharp, int level) {
        Mesh cage() throws StepException {
            return SubdivisionCages.of(number, triangles, sharp);
        }

        Scheme scheme() {
            return triangles ? Scheme.LOOP : Scheme.CATMULL_CLARK;
        }

        String head() {
            return "case " + number + " " + peer + " " + (triangles ? "loop" : "catmull-clark") + " " + level;
        }
    }

    public static void main(String[] args) throws IOException, StepException {
        if (args[0].equals("write")) write(Path.of(args[1]));
        else compare(Path.of(args[2]), args.length > 3 ? Path.of(args[3]) : null);
    }

    private static void write(Path file) throws IOException, StepException {
        try (PrintWriter out = new PrintWriter(Files.newBufferedWriter(file))) {
            for (boolean triangles : new boolean[] {false, true})
                for (String peer : new String[] {"cgal", "osd"})
                    for (int i = 0; i < CAGES; i++)
                        for (int level = 1; level <= LEVELS; level++)
                            write(new Case(i, peer, triangles, peer.equals("osd"), level), out);
        }
    }

    private static void write(Case c, PrintWriter out) throws StepException {
        out.println(c.head());
        writeCage(c.cage(), out);
        out.println("end");
    }

    /** The lines of a cage. */
    static void writeCage(Mesh m, PrintWriter out) {
        for (int v = 0; v < m.vertexCount(); v++) out.println("v " + m.x(v) + " " + m.y(v) + " " + m.z(v));
        for (int f = 0; f < m.faceCount(); f++) {
            StringBuilder line = new StringBuilder("f");
            for (int k = m.offsets()[f]; k < m.offsets()[f + 1]; k++)
                line.append(' ').append(m.corners()[k]);
            out.println(line);
        }
        Tag edges = m.tag(Crease.EDGES), vertices = m.tag(Crease.VERTICES);
        for (int i = 0; edges != null && i < edges.size(); i++)
            out.println("e " + Tag.edgeLow(edges.element(i)) + " " + Tag.edgeHigh(edges.element(i)) + " "
                    + edges.weight(i));
        for (int i = 0; vertices != null && i < vertices.size(); i++)
            out.println("c " + vertices.element(i) + " " + vertices.weight(i));
    }

    private static void compare(Path results, @Nullable Path expected) throws IOException, StepException {
        Map<String, double[]> worst = new TreeMap<>();
        Map<String, StringBuilder> moments = new LinkedHashMap<>();
        try (BufferedReader in = Files.newBufferedReader(results)) {
            for (String line = in.readLine(); line != null; line = in.readLine()) {
                String[] w = line.split(" ");
                Case c = new Case(
                        Integer.parseInt(w[1]), w[2], w[3].equals("loop"), w[2].equals("osd"), Integer.parseInt(w[4]));
                double[] theirs = vertices(in);
                double[] ours = ours(c);
                double off = ours.length == theirs.length
                        ? Math.max(off(ours, theirs), off(theirs, ours))
                        : Double.POSITIVE_INFINITY;
                double[] seen =
                        worst.computeIfAbsent(c.peer + " " + c.scheme() + " level " + c.level, _ -> new double[2]);
                seen[0]++;
                seen[1] = Math.max(seen[1], off);
                moments.computeIfAbsent(c.number + " " + c.triangles, _ -> new StringBuilder())
                        .append("moments " + c.peer + " " + c.level + " " + theirs.length / 3 + " "
                                + join(moments(theirs)) + "\n");
            }
        }
        worst.forEach((name, w) ->
                System.out.printf(Locale.ROOT, "%-32s %3.0f cages, farthest vertex %.2e mm%n", name, w[0], w[1]));
        if (expected != null) writeExpected(moments, expected);
    }

    private static void writeExpected(Map<String, StringBuilder> moments, Path file) throws IOException, StepException {
        try (PrintWriter out = new PrintWriter(
                new OutputStreamWriter(new GZIPOutputStream(Files.newOutputStream(file)), StandardCharsets.UTF_8))) {
            for (Map.Entry<String, StringBuilder> e : moments.entrySet()) {
                String[] w = e.getKey().split(" ");
                write(new Case(Integer.parseInt(w[0]), "osd", Boolean.parseBoolean(w[1]), true, 0), out);
                out.print(e.getValue());
            }
        }
    }

    static String join(double[] values) {
        StringBuilder out = new StringBuilder();
        for (double v : values) out.append(out.isEmpty() ? "" : " ").append(v);
        return out.toString();
    }

    private static double[] ours(Case c) throws StepException {
        Subdivide s = (Subdivide) NamedSteps.step("subdivide", "levels", c.level, "scheme", c.scheme());
        return s.apply(c.cage(), new QuietContext()).xyz();
    }

    private static double[] vertices(BufferedReader in) throws IOException {
        return points(in, 3);
    }

    /** The numbers of points up to a line that ends them. */
    static double[] points(BufferedReader in, int each) throws IOException {
        double[] out = new double[3000];
        int n = 0;
        for (String line = in.readLine(); !line.equals("end"); line = in.readLine()) {
            StringTokenizer t = new StringTokenizer(line);
            t.nextToken();
            if (n + each > out.length) out = Arrays.copyOf(out, 2 * out.length);
            for (int k = 0; k < each; k++) out[n++] = Double.parseDouble(t.nextToken());
        }
        return Arrays.copyOf(out, n);
    }

    /** How far the farthest of some points is from the nearest of others, mm; infinite beyond a hundredth. */
    private static double off(double[] some, double[] others) {
        double cell = 0.01;
        PointGrid grid = new PointGrid(2 * cell, others.length / 3);
        for (int i = 0; i < others.length; i += 3) grid.add(i / 3, others[i], others[i + 1], others[i + 2]);
        double worst = 0;
        for (int i = 0; i < some.length; i += 3) {
            double x = some[i], y = some[i + 1], z = some[i + 2];
            double[] best = {Double.POSITIVE_INFINITY};
            grid.near(x, y, z, cell, j -> {
                double dx = others[3 * j] - x, dy = others[3 * j + 1] - y, dz = others[3 * j + 2] - z;
                best[0] = Math.min(best[0], Math.sqrt(dx * dx + dy * dy + dz * dz));
            });
            worst = Math.max(worst, best[0]);
        }
        return worst;
    }

    /** Sums of products of coordinates, of the first to the third order: they do not depend on the order of the points. */
    static double[] moments(double[] xyz) {
        double[] out = new double[3 + 6 + 10];
        for (int i = 0; i < xyz.length; i += 3) {
            int n = 0;
            for (int a = 0; a < 3; a++) {
                out[n++] += xyz[i + a];
                for (int b = a; b < 3; b++) {
                    out[n++] += xyz[i + a] * xyz[i + b];
                    for (int c = b; c < 3; c++) out[n++] += xyz[i + a] * xyz[i + b] * xyz[i + c];
                }
            }
        }
        return out;
    }
}
