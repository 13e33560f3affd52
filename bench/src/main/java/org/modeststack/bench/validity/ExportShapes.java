package org.modeststack.bench.validity;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Random;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Triangulation;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.bevel.Rails;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.source.Seat;

/**
 * Writes results of steps, sound ones and such as cross, fold and cover themselves, as triangles: {@code ExportShapes FILE
 * [COUNT]}. For each a line with its name and the numbers of its vertices and triangles, then the vertices, then the
 * triangles. {@code bench/peers/make-self-intersections} asks CGAL about them.
 */
public final class ExportShapes {
    private static final int MOST_TRIANGLES = 220;

    private ExportShapes() {}

    public static void main(String[] args) throws IOException, StepException {
        int count = args.length > 1 ? Integer.parseInt(args[1]) : 240, written = 0;
        try (PrintWriter out = new PrintWriter(Files.newBufferedWriter(Path.of(args[0]), StandardCharsets.UTF_8))) {
            for (int i = 0; written < count; i++) {
                Mesh m = shape(i);
                if (m == null || m.isEmpty()) continue;
                Triangulation t = m.triangulation();
                if (t.count() > MOST_TRIANGLES) continue;
                write("shape-" + i, m, out);
                written++;
            }
        }
    }

    /** A body that has been bevelled, without guard more often than with, or two that were joined as they lie. */
    private static Mesh shape(int number) throws StepException {
        Random r = new Random(0x51DEL + 104_729L * number);
        Mesh body = body(r);
        return switch (number % 4) {
            case 0 -> moved(body, body(r), r);
            case 1 -> bevelled(body, r, Rails.BESIDE, false);
            case 2 -> bevelled(body, r, Rails.BESIDE, r.nextBoolean());
            default -> bevelled(body, r, Rails.OVER, true);
        };
    }

    private static Mesh body(Random r) throws StepException {
        Step source = switch (r.nextInt(4)) {
            case 0 -> NamedSteps.step("box", "origin", Seat.CENTRED);
            case 1 -> NamedSteps.step("prism", "sides", 3 + r.nextInt(6), "origin", Seat.CENTRED);
            case 2 -> NamedSteps.step("cone", "sides", 3 + r.nextInt(7), "origin", Seat.CENTRED);
            default -> NamedSteps.step("cylinder", "sides", 3 + r.nextInt(9), "origin", Seat.CENTRED);
        };
        return source.apply(Mesh.EMPTY, new QuietContext(1));
    }

    private static Mesh bevelled(Mesh body, Random r, Rails rails, boolean guard) throws StepException {
        double size = body.bounds().diagonal();
        Step bevel = NamedSteps.step(
                "bevel",
                "where",
                PickText.parse(r.nextInt(3) == 0 ? "edges: all" : "edges: sharper " + (20 + r.nextInt(70))),
                "sharperThan",
                0.0,
                "width",
                size * (0.02 + 0.5 * r.nextDouble()),
                "segments",
                1 + r.nextInt(2),
                "guard",
                guard,
                "rails",
                rails);
        try {
            return bevel.apply(body, new QuietContext(2));
        } catch (StepException e) {
            return Mesh.EMPTY;
        }
    }

    /** Both in one mesh, one of them moved, by whole parts of its size as often as not. */
    private static Mesh moved(Mesh one, Mesh other, Random r) throws StepException {
        double size = other.bounds().diagonal() / 4;
        boolean whole = r.nextBoolean();
        double[] by = new double[3];
        for (int k = 0; k < 3; k++) by[k] = size * (whole ? r.nextInt(3) : 2 * r.nextDouble());
        Step move = NamedSteps.step("move", "by", new Vec3(by[0], by[1], by[2]));
        QuietContext context = new QuietContext(3);
        Mesh there = move.apply(other, context);
        MeshBuilder both = new MeshBuilder(64, 64);
        both.append(one, k -> k);
        both.append(there, k -> ~k);
        return both.build();
    }

    private static void write(String name, Mesh m, PrintWriter out) {
        int[] corners = m.triangulation().triangleCorners();
        StringBuilder triangles = new StringBuilder();
        int n = 0;
        for (int i = 0; i < corners.length; i += 3) {
            int a = m.corners()[corners[i]], b = m.corners()[corners[i + 1]], c = m.corners()[corners[i + 2]];
            if (m.point(b).minus(m.point(a)).cross(m.point(c).minus(m.point(a))).length() == 0) continue;
            triangles.append(a).append(' ').append(b).append(' ').append(c).append('\n');
            n++;
        }
        out.printf(Locale.ROOT, "%s %d %d%n", name, m.vertexCount(), n);
        for (int v = 0; v < m.vertexCount(); v++) out.println(m.x(v) + " " + m.y(v) + " " + m.z(v));
        out.print(triangles);
    }
}
