package org.modeststack.bench.rounding;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.StringTokenizer;
import java.util.stream.Stream;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.pick.PickText;

/**
 * Bevels the sharp edges of real meshes, as they are and divided finer at random, and tells how wide the strips have become,
 * what is wrong with the outcome, and how long it took beside one level of subdivision: {@code RealMeshes FOLDER [NAME …]}.
 * Reads OFF files.
 */
public final class RealMeshes {
    /** Of the diagonal. */
    static final double WIDTH = 0.005;

    private static final int RUNS = 3;

    private static final String SHARP = "edges: sharper 40";

    private RealMeshes() {}

    public static void main(String[] args) throws IOException, StepException {
        List<String> names = List.of(args).subList(1, args.length);
        System.out.println(
                "| mesh | faces | sharp edges | width reached, tenth / median: as it is | divided finer | crossing, covering, own"
                        + " outline, flat: before | after | divided | ms | times a level |");
        System.out.println("|---|---:|---:|---|---|---|---|---|---:|---:|");
        try (Stream<Path> files = Files.list(Path.of(args[0]))) {
            for (Path file :
                    files.filter(f -> f.toString().endsWith(".off")).sorted().toList()) {
                String name = file.getFileName().toString().replace(".off", "");
                if (names.isEmpty() || names.contains(name)) judge(name, read(file));
            }
        }
    }

    private static void judge(String name, Mesh mesh) throws StepException {
        double width = WIDTH * mesh.bounds().diagonal();
        RimGeometry rim = RimGeometry.sharperThan(mesh, 40);
        if (rim.isEmpty() || mesh.faceCount() > 40_000) return;
        QuietContext context = new QuietContext(99);
        Mesh once = bevelled(mesh, width, context);
        Step subdivide = NamedSteps.step("subdivide", "levels", 1);
        double ms = least(() -> bevelled(mesh, width, new QuietContext(99)));
        double level = least(() -> subdivide.apply(mesh, new QuietContext(98)));
        Mesh finer = bevelled(finer(mesh, new Random(5)), width, context);
        System.out.printf(
                Locale.ROOT,
                "| %s | %,d | %,d | %s | %s | %s | %s | %s | %.0f | %.1f |%n",
                name,
                mesh.faceCount(),
                rim.size(),
                shares(once, context, rim, width),
                shares(finer, context, rim, width),
                wrong(mesh),
                wrong(once),
                wrong(finer),
                ms,
                ms / level);
    }

    /** A step to be timed. */
    private interface Applying {
        Mesh apply() throws StepException;
    }

    /** The least time of some runs, ms. */
    private static double least(Applying step) throws StepException {
        double least = Double.POSITIVE_INFINITY;
        for (int i = 0; i < RUNS; i++) {
            long start = System.nanoTime();
            step.apply();
            least = Math.min(least, (System.nanoTime() - start) / 1e6);
        }
        return least;
    }

    static Mesh bevelled(Mesh mesh, double width, QuietContext context) throws StepException {
        Step bevel = NamedSteps.step(
                "bevel", "where", PickText.parse(SHARP), "sharperThan", 0.0, "width", width, "segments", 2);
        return bevel.apply(mesh, context);
    }

    private static String shares(Mesh out, QuietContext context, RimGeometry rim, double width) {
        double[] shares = RoundingJudge.shares(out, context.madeTag(), rim, width);
        if (shares.length == 0) return "none";
        return String.format(Locale.ROOT, "%.3f / %.3f", shares[shares.length / 10], shares[shares.length / 2]);
    }

    private static String wrong(Mesh m) {
        Validity v = Validity.of(m);
        Health h = Health.of(m);
        return v.crossing() + " " + v.overlapping() + " " + v.outlines() + " " + v.flat()
                + (h.borderEdges() + h.nonManifoldEdges() > 0
                        ? " open " + (h.borderEdges() + h.nonManifoldEdges())
                        : "");
    }

    /** Edges get a vertex in half of the cases, and faces one inside, so that nothing of the shape changes. */
    static Mesh finer(Mesh m, Random r) {
        Adjacency adj = m.adjacency();
        MeshBuilder out = new MeshBuilder(3 * m.vertexCount(), 6 * m.faceCount());
        out.verticesOf(m);
        int[] onEdge = new int[adj.edgeCount()];
        Arrays.fill(onEdge, -1);
        for (int e = 0; e < onEdge.length; e++) {
            if (r.nextBoolean()) continue;
            double t = 0.2 + 0.6 * r.nextDouble();
            int a = adj.edgeLow(e), b = adj.edgeHigh(e);
            onEdge[e] = out.vertex(
                    m.x(a) + t * (m.x(b) - m.x(a)),
                    m.y(a) + t * (m.y(b) - m.y(a)),
                    m.z(a) + t * (m.z(b) - m.z(a)),
                    Keys.of(e, 71));
        }
        for (int f = 0; f < m.faceCount(); f++) {
            int from = m.offsets()[f], n = m.sides(f);
            double[] w = new double[n];
            double sum = 0;
            for (int i = 0; i < n; i++) sum += w[i] = 0.3 + r.nextDouble();
            double x = 0, y = 0, z = 0;
            for (int i = 0; i < n; i++) {
                int v = m.corners()[from + i];
                x += w[i] / sum * m.x(v);
                y += w[i] / sum * m.y(v);
                z += w[i] / sum * m.z(v);
            }
            int middle = out.vertex(x, y, z, Keys.of(f, 72));
            for (int i = 0; i < n; i++) {
                int c = from + i, e = adj.cornerEdge()[c];
                int a = m.corners()[c], b = m.corners()[adj.cornerNext()[c]];
                if (onEdge[e] < 0) out.face(Keys.of(c, 73), 0, a, b, middle);
                else {
                    out.face(Keys.of(c, 74), 0, a, onEdge[e], middle);
                    out.face(Keys.of(c, 75), 0, onEdge[e], b, middle);
                }
            }
        }
        return out.build();
    }

    /** A mesh in the form of the Geometry Center. */
    public static Mesh read(Path file) throws IOException {
        StringBuilder text = new StringBuilder();
        for (String line : Files.readAllLines(file, StandardCharsets.ISO_8859_1)) {
            int comment = line.indexOf('#');
            text.append(comment < 0 ? line : line.substring(0, comment)).append('\n');
        }
        StringTokenizer in = new StringTokenizer(text.toString());
        in.nextToken();
        int vertices = Integer.parseInt(in.nextToken()), faces = Integer.parseInt(in.nextToken());
        in.nextToken();
        MeshBuilder out = new MeshBuilder(vertices, faces);
        out.material("stuff");
        for (int v = 0; v < vertices; v++)
            out.vertex(
                    Double.parseDouble(in.nextToken()),
                    Double.parseDouble(in.nextToken()),
                    Double.parseDouble(in.nextToken()),
                    Keys.of(v, 1));
        for (int f = 0; f < faces; f++) {
            int[] ring = new int[Integer.parseInt(in.nextToken())];
            for (int i = 0; i < ring.length; i++) ring[i] = Integer.parseInt(in.nextToken());
            out.face(Keys.of(f, 2), 0, ring);
        }
        return out.build();
    }
}
