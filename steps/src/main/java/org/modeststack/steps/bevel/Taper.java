package org.modeststack.steps.bevel;

import java.util.Arrays;
import java.util.BitSet;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.part.Chain;
import org.modeststack.steps.part.Outlines;

/** Widths that change along chains of edges. */
final class Taper {
    private Taper() {}

    /**
     * @return for each vertex what the width is multiplied by: from 1 where a chain begins, which is its end of the lower
     *     key, in proportion to the length gone to {@code end}; 1 on closed chains
     */
    static double[] along(Mesh mesh, BitSet edges, double end) {
        double[] out = new double[mesh.vertexCount()];
        Arrays.fill(out, 1);
        for (Chain c : Outlines.of(mesh, new Selection(ElementKind.EDGE, edges)).chains()) {
            if (c.closed()) continue;
            int n = c.size();
            boolean back = mesh.vertexKeys()[c.at(0)] > mesh.vertexKeys()[c.at(n - 1)];
            double[] gone = new double[n];
            for (int i = 1; i < n; i++)
                gone[i] = gone[i - 1]
                        + mesh.point(c.at(i)).minus(mesh.point(c.at(i - 1))).length();
            for (int i = 0; i < n; i++) {
                double t = gone[n - 1] > 0 ? gone[i] / gone[n - 1] : 0;
                out[c.at(i)] = 1 + (back ? 1 - t : t) * (end - 1);
            }
        }
        return out;
    }
}
