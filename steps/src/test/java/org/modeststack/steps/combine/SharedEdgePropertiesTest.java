package org.modeststack.steps.combine;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.modeststack.steps.combine.Booleans.assertClosed;
import static org.modeststack.steps.combine.Booleans.difference;
import static org.modeststack.steps.combine.Booleans.union;
import static org.modeststack.steps.combine.Booleans.volume;

import java.util.Arrays;
import java.util.Collections;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.StepException;

/** Wedges that stand round one edge like the leaves of a book: they touch there and share nothing else. */
class SharedEdgePropertiesTest {
    private static final double HIGH = 4;

    /** Prisms over triangles with a corner at the origin, at angles from a random one on, in a random order and pose. */
    private static Mesh[] wedges(int n, Random random) {
        double[] angles = new double[2 * n];
        double sum = 0;
        for (int i = 0; i < angles.length; i++) {
            angles[i] = sum;
            sum += 0.2 + random.nextDouble();
        }
        // No wedge may reach half a turn.
        double scale = Math.min(1.2, 2 * Math.PI / sum), first = 2 * Math.PI * random.nextDouble();
        Integer[] order = new Integer[n];
        Arrays.setAll(order, i -> i);
        Collections.shuffle(Arrays.asList(order), random);
        Mesh[] out = new Mesh[n];
        for (int i = 0; i < n; i++) {
            double a = first + scale * angles[2 * i], b = first + scale * angles[2 * i + 1];
            double l = 2 + 3 * random.nextDouble();
            double[] xyz = {
                0,
                0,
                0,
                l * Math.cos(a),
                l * Math.sin(a),
                0,
                l * Math.cos(b),
                l * Math.sin(b),
                0,
                0,
                0,
                HIGH,
                l * Math.cos(a),
                l * Math.sin(a),
                HIGH,
                l * Math.cos(b),
                l * Math.sin(b),
                HIGH
            };
            int[][] faces = {{2, 1, 0}, {3, 4, 5}, {0, 1, 4, 3}, {1, 2, 5, 4}, {2, 0, 3, 5}};
            out[order[i]] = MeshFixtures.faces(xyz, faces);
        }
        return out;
    }

    private static Mesh[] others(Mesh[] all) {
        return Arrays.copyOfRange(all, 1, all.length);
    }

    private static double sum(Mesh[] all) {
        return Arrays.stream(all).mapToDouble(Booleans::volume).sum();
    }

    /** By construction: nothing is shared, so each stays a prism of 9 edges. */
    @Property(tries = 60)
    void unitedEachStaysWhole(@ForAll @IntRange(min = 2, max = 6) int n, @ForAll long chance) throws StepException {
        Mesh[] all = wedges(n, new Random(chance));
        for (int i = 0; i < n; i++) all[i] = MeshFixtures.posed(all[i], new Random(chance), 3);
        Mesh r = union(all[0], others(all));
        assertClosed(r);
        assertEquals(n, Measures.of(r).shells());
        assertEquals(9 * n, r.edgeCount());
        assertEquals(5 * n, r.faceCount());
        assertEquals(sum(all), volume(r), 1e-9);
    }

    /** Pockets cut into a block from above: half of every wedge, and what is left hangs together. */
    @Property(tries = 60)
    void cutAwayTheyLeaveOneBlock(@ForAll @IntRange(min = 2, max = 6) int n, @ForAll long chance) throws StepException {
        Mesh[] all = wedges(n, new Random(chance));
        Mesh block = MeshFixtures.posed(MeshFixtures.box(-8, -7, -2, 9, 8, HIGH / 2), new Random(chance), 3);
        for (int i = 0; i < n; i++) all[i] = MeshFixtures.posed(all[i], new Random(chance), 3);
        Mesh r = difference(block, all);
        assertClosed(r);
        assertEquals(1, Measures.of(r).shells());
        assertEquals(17 * 15 * (2 + HIGH / 2) - sum(all) / 2, volume(r), 1e-9);
        // 8 corners of the block; of every wedge the four at its far side, below and above.
        // The leaves of solid between two pockets are apart at the upper end of the axis; at the lower they grow
        // from the block.
        Vec3 low = all[0].point(0), high = low.plus(all[0].point(3)).times(0.5);
        assertEquals(1, verticesAt(r, low));
        assertEquals(n, verticesAt(r, high));
    }

    private static int verticesAt(Mesh m, Vec3 p) {
        int found = 0;
        for (int v = 0; v < m.vertexCount(); v++) if (m.point(v).minus(p).length() < 1e-9) found++;
        return found;
    }
}
