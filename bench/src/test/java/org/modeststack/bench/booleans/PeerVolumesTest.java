package org.modeststack.bench.booleans;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.StepException;

/**
 * Volumes of 360 pairs of solids against manifold-3d 3.5.4 (npm), which takes single-precision coordinates, and CGAL
 * 5.5.1's corefinement on exact numbers. The values are made by {@code bench/peers/make-volumes}. Where a peer is wrong
 * or gives up, the other one and the identities of volumes decide.
 */
class PeerVolumesTest {
    private static final double EXACT = 1e-9;
    private static final double SINGLE = 4e-6;

    private static Map<Integer, double[]> values(String source) throws IOException {
        Map<Integer, double[]> all = new HashMap<>();
        try (InputStream in = PeerVolumesTest.class.getResourceAsStream("volumes.csv")) {
            for (String line : new String(in.readAllBytes(), StandardCharsets.US_ASCII).split("\n")) {
                String[] f = line.split(",", -1);
                if (!f[1].equals(source)) continue;
                double[] v = new double[3];
                for (int i = 0; i < 3; i++) v[i] = f[2 + i].isBlank() ? Double.NaN : Double.parseDouble(f[2 + i]);
                all.put(Integer.parseInt(f[0]), v);
            }
        }
        return all;
    }

    @Test
    void volumesAgree() throws IOException, StepException {
        Map<Integer, double[]> single = values("manifold-3d"), exact = values("cgal");
        List<String> off = new ArrayList<>();
        int withExact = 0, special = 0;
        for (int i = 0; i < 360; i++) {
            BooleanCases.Pair p = BooleanCases.pair(i);
            if (p.position() != BooleanCases.Position.GENERAL) special++;
            double[] ours = BooleanCheck.volumes(p.a(), p.b());
            double scale = Measures.of(p.a()).volume() + Measures.of(p.b()).volume();
            for (int op = 0; op < 3; op++) {
                double e = Math.abs(ours[op] - exact.get(i)[op]) / scale;
                double s = Math.abs(ours[op] - single.get(i)[op]) / scale;
                if (e <= EXACT) {
                    withExact++;
                } else if (!(s <= SINGLE && BooleanCheck.faults(p).isEmpty())) {
                    off.add(i + " " + p.position() + " operation " + op + ": exact off by " + e + ", single by " + s);
                }
            }
        }
        assertEquals(List.of(), off);
        assertTrue(withExact >= 3 * 350, "compared with the exact peer: " + withExact);
        assertTrue(special >= 100, "special positions: " + special);
    }
}
