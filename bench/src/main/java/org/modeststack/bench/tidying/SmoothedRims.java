package org.modeststack.bench.tidying;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.ToDoubleFunction;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.bench.rounding.CutBodies;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.StepException;
import org.modeststack.steps.tidy.Tidy;

/**
 * What smoothing makes of tidied rims: curved bodies are cut at random poses, tidied and smoothed by two levels, and the normals
 * beyond the collar are compared with those of the same body smoothed without a cut. Beside it the same where the rim is not tidied,
 * and where the body was subdivided before it was cut.
 */
public final class SmoothedRims {
    private static final int LEVELS = 2;

    /** How the same cut is made and smoothed. */
    private enum Way {
        NOT_TIDIED,
        TIDIED,
        /** The body before the cut, and once less after it. */
        SUBDIVIDED
    }

    /** @param middle how far half of the normals of a case are off at most, and {@code most} 95 % of them, degrees */
    private record Off(double middle, double most) {
        static Off of(double[] sorted) {
            int n = sorted.length;
            return n == 0 ? new Off(Double.NaN, Double.NaN) : new Off(sorted[n / 2], sorted[(int) (0.95 * (n - 1))]);
        }
    }

    private SmoothedRims() {}

    public static void main(String[] args) throws StepException {
        int count = args.length == 0 ? 100 : Integer.parseInt(args[0]);
        int first = args.length > 1 ? Integer.parseInt(args[1]) : 0;
        Map<String, List<Map<Way, Off>>> figures = new TreeMap<>();
        for (int i = first; i < first + count; i++) {
            CutBodies.Case c = CutBodies.of(i, 1);
            if (c.kind().isFlat() || !CutBodies.isCut(c)) continue;
            SmoothNormals whole = new SmoothNormals(smoothed(c.body(), LEVELS + 1));
            double reach = 4 * c.width();
            CutBodies.Case finer = CutBodies.of(i, 1, 2);
            Map<Way, Off> row = Map.of(
                    Way.NOT_TIDIED, off(c, smoothed(c.mesh(), LEVELS), whole, reach),
                    Way.TIDIED, off(c, smoothed(tidied(c, reach), LEVELS), whole, reach),
                    Way.SUBDIVIDED, off(c, smoothed(tidied(finer, reach), LEVELS - 1), whole, reach));
            for (String kind : List.of(c.kind().name(), "all"))
                figures.computeIfAbsent(kind, _ -> new ArrayList<>()).add(row);
        }
        print(figures);
    }

    private static Mesh smoothed(Mesh m, int levels) throws StepException {
        return NamedSteps.step("subdivide", "levels", levels).apply(m, new QuietContext());
    }

    private static Mesh tidied(CutBodies.Case c, double reach) throws StepException {
        return TidyJudge.step(c, Tidy.Vertices.EVEN, reach).apply(c.mesh(), new QuietContext(99));
    }

    /** How far normals between one and two reaches from the rim are off. */
    private static Off off(CutBodies.Case c, Mesh out, SmoothNormals whole, double reach) {
        Tag rim = c.mesh().tag(c.rim());
        Vec3[] normals = SmoothNormals.of(out);
        double[] found = new double[out.vertexCount()];
        int n = 0;
        for (int v = 0; v < out.vertexCount(); v++) {
            Vec3 p = out.point(v);
            double least = Double.POSITIVE_INFINITY;
            for (int i = 0; i < rim.size() && least >= reach; i++)
                least = Math.min(
                        least,
                        p.distanceTo(
                                c.mesh().point(Tag.edgeLow(rim.element(i))),
                                c.mesh().point(Tag.edgeHigh(rim.element(i)))));
            if (least < reach || least > 2 * reach) continue;
            double off = whole.off(p, normals[v]);
            if (off < Double.POSITIVE_INFINITY) found[n++] = off;
        }
        Arrays.sort(found, 0, n);
        return Off.of(Arrays.copyOf(found, n));
    }

    private static void print(Map<String, List<Map<Way, Off>>> figures) {
        System.out.println(
                "| bodies | cases | not tidied: median, 95 % | tidied | body subdivided twice, cut, tidied |");
        System.out.println("|---|---:|---:|---:|---:|");
        figures.forEach((kind, rows) -> {
            StringBuilder line = new StringBuilder();
            for (Way way : Way.values())
                line.append(String.format(
                        Locale.ROOT,
                        " %.1f, %.1f |",
                        median(rows, r -> r.get(way).middle),
                        median(rows, r -> r.get(way).most)));
            System.out.printf("| %s | %d |%s%n", kind, rows.size(), line);
        });
    }

    private static double median(List<Map<Way, Off>> rows, ToDoubleFunction<Map<Way, Off>> figure) {
        double[] all = rows.stream()
                .mapToDouble(figure)
                .filter(d -> !Double.isNaN(d))
                .sorted()
                .toArray();
        return all.length == 0 ? Double.NaN : all[all.length / 2];
    }
}
