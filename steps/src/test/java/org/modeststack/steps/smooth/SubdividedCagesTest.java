package org.modeststack.steps.smooth;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;

/**
 * Cages with faces of many sides and holes, and what others make of them at the levels 1 to 4: without creases by CGAL 5.5.1, with
 * creases and corners of whole and broken sharpness by OpenSubdiv 3.5.0 (some of whose weights are of single precision). Their
 * vertices are compared by the sums of products of coordinates up to the third order; {@code bench/peers/check-subdivision} made the
 * values and compares vertex by vertex.
 */
class SubdividedCagesTest {
    private static final double DOUBLE = 1e-13, SINGLE = 1e-7;

    private record Expected(String peer, int level, int vertices, double[] moments) {}

    private record Cage(Scheme scheme, Mesh mesh, List<Expected> expected) {}

    private static List<Cage> cages() throws IOException {
        List<Cage> out = new ArrayList<>();
        try (BufferedReader in = new BufferedReader(new InputStreamReader(
                new GZIPInputStream(SubdividedCagesTest.class.getResourceAsStream("subdivided-cages.txt.gz")),
                StandardCharsets.UTF_8))) {
            MeshBuilder b = new MeshBuilder(0, 0);
            Scheme scheme = Scheme.LINEAR;
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
                    }
                    case "v" -> b.vertex(n[1], n[2], n[3], ++key);
                    case "f" ->
                        b.face(
                                ++key,
                                0,
                                Arrays.stream(n, 1, n.length)
                                        .mapToInt(v -> (int) v)
                                        .toArray());
                    case "e" -> b.tag(Crease.EDGES, ElementKind.EDGE, Tag.edge((int) n[1], (int) n[2]), n[3]);
                    case "c" -> b.tag(Crease.VERTICES, ElementKind.VERTEX, (long) n[1], n[2]);
                    case "end" -> out.add(new Cage(scheme, b.build(), new ArrayList<>()));
                    default ->
                        out.getLast()
                                .expected
                                .add(new Expected(w[1], (int) n[2], (int) n[3], Arrays.copyOfRange(n, 4, n.length)));
                }
            }
        }
        return out;
    }

    @Test
    void cagesComeOutAsElsewhere() throws IOException, StepException {
        int compared = 0;
        List<Cage> cages = cages();
        assertEquals(120, cages.size());
        for (Cage c : cages) {
            for (Expected e : c.expected) {
                Mesh cage = e.peer.equals("cgal") ? c.mesh.withTags(Map.of()) : c.mesh;
                StepDescriptor d = StepDescriptor.of(Subdivide.class);
                Subdivide s = (Subdivide) d.with(new Subdivide(e.level), "scheme", c.scheme);
                double[] xyz = TestContext.run(s, cage).xyz();
                assertEquals(e.vertices, xyz.length / 3);
                double[] ours = moments(xyz), sizes = moments(absolute(xyz));
                double tolerance = e.peer.equals("cgal") ? DOUBLE : SINGLE;
                for (int i = 0; i < ours.length; i++)
                    assertEquals(e.moments[i], ours[i], tolerance * sizes[i], e.peer + " level " + e.level);
                compared++;
            }
        }
        assertTrue(compared == 960, compared + " comparisons");
    }

    private static double[] absolute(double[] xyz) {
        return Arrays.stream(xyz).map(Math::abs).toArray();
    }

    private static double[] moments(double[] xyz) {
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
