package org.modeststack.mesh.shade;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.work.Workers;

class SmoothEdgesTest {
    /** Steep and flat by turns, so that what one thread looks at is unlike what others do. */
    private static Mesh wave() {
        Mesh flat = MeshFixtures.sheet(120);
        double[] xyz = flat.xyz().clone();
        for (int i = 0; i < xyz.length; i += 3) xyz[i + 2] = 20 * Math.sin(xyz[i] / 3) * Math.cos(xyz[i + 1] / 3);
        return flat.withPositions(xyz);
    }

    /** A picture asks for many edges at once. */
    @ParameterizedTest(name = "areas known: {0}")
    @ValueSource(booleans = {false, true})
    void manyThreadsAreToldTheSameAsOne(boolean known) {
        Mesh m = wave();
        float[] areas = new float[known ? 3 * m.faceCount() : 0];
        double[] area = new double[3];
        for (int f = 0; known && f < m.faceCount(); f++) {
            Normals.areaVector(m, f, area);
            for (int k = 0; k < 3; k++) areas[3 * f + k] = (float) area[k];
        }
        SmoothEdges edges = new SmoothEdges(m, areas);
        int n = m.edgeCount();
        boolean[] alone = new boolean[n];
        for (int e = 0; e < n; e++) alone[e] = edges.isSmooth(e);
        for (int round = 0; round < 30; round++) {
            boolean[] together = new boolean[n];
            Workers.each(64, t -> {
                for (int e = t; e < n; e += 64) together[e] = edges.isSmooth(e);
            });
            assertArrayEquals(alone, together);
        }
    }
}
