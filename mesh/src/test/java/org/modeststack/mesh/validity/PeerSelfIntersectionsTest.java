package org.modeststack.mesh.validity;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Scanner;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;

/**
 * Against CGAL 5.5.1, {@code Polygon_mesh_processing::self_intersections} with exact predicates, on results of steps of
 * which many cross, fold or cover themselves. {@code bench/peers/make-self-intersections} makes shapes and values anew.
 */
class PeerSelfIntersectionsTest {
    private static InputStream open(String name) {
        return PeerSelfIntersectionsTest.class.getResourceAsStream(name);
    }

    private static Map<String, Integer> values() throws IOException {
        Map<String, Integer> values = new HashMap<>();
        try (InputStream in = open("self-intersections.csv")) {
            new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .skip(1)
                    .map(l -> l.split(","))
                    .forEach(l -> values.put(l[0], Integer.parseInt(l[1])));
        }
        return values;
    }

    private static int meetings(Mesh m) {
        LongOpenHashSet pairs = new LongOpenHashSet();
        SelfIntersections.find(m, (f, g, _) -> pairs.add((long) Math.min(f, g) << 32 | Math.max(f, g)));
        return pairs.size();
    }

    @Test
    void theSameTrianglesMeetAsForCgal() throws IOException {
        Map<String, Integer> values = values();
        List<String> otherwise = new ArrayList<>();
        int asked = 0, sound = 0;
        try (Scanner in = new Scanner(new GZIPInputStream(open("shapes.txt.gz")), StandardCharsets.UTF_8)) {
            while (in.hasNext()) {
                String name = in.next();
                double[] xyz = new double[3 * in.nextInt()];
                int[][] triangles = new int[in.nextInt()][3];
                for (int i = 0; i < xyz.length; i++) xyz[i] = Double.parseDouble(in.next());
                for (int[] t : triangles) for (int k = 0; k < 3; k++) t[k] = in.nextInt();
                int expected = values.get(name);
                if (expected < 0) continue;
                asked++;
                if (expected == 0) sound++;
                int found = meetings(MeshFixtures.faces(xyz, triangles));
                if (found != expected) otherwise.add(name + ": " + found + " instead of " + expected);
            }
        }
        assertEquals(List.of(), otherwise);
        assertTrue(asked >= 200 && sound >= 50 && sound <= asked - 50, asked + " shapes, " + sound + " sound");
    }
}
