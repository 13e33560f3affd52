package org.modeststack.mesh.fault;

import java.util.Arrays;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;

/**
 * From where on something counts as a fault, where that is a matter of size.
 *
 * @param shortEdge edges shorter than this are short, mm
 * @param slender faces whose least height is less than this share of their longest side are slivers
 * @param bend faces of which a corner lies farther from their middle plane than this share of their size are bent
 * @param beside border vertices nearer to each other than this are beside each other, mm
 */
public record FaultLimits(double shortEdge, double slender, double bend, double beside) {
    /** Edges shorter than this share of the usual are not meant to be there. */
    private static final double OF_USUAL = 0.01;
    /** Border vertices nearer than this share of a usual edge may be meant to be one. */
    private static final double BESIDE = 0.25;

    private static final double SLENDER = 0.02;
    private static final double BEND = 0.01;

    /** What goes with the size of a mesh and of its usual edges; linear in them. */
    public static FaultLimits suggested(Mesh mesh) {
        double usual = usualEdge(mesh);
        return new FaultLimits(OF_USUAL * usual, SLENDER, BEND, BESIDE * usual);
    }

    /** The median length of at most a few thousand edges, spread over the mesh; 0 without edges. */
    private static double usualEdge(Mesh mesh) {
        Adjacency adj = mesh.adjacency();
        int all = adj.edgeCount(), step = Math.max(1, all / 4096);
        double[] lengths = new double[(all + step - 1) / step];
        for (int i = 0; i < lengths.length; i++)
            lengths[i] = mesh.point(adj.edgeLow(i * step))
                    .minus(mesh.point(adj.edgeHigh(i * step)))
                    .length();
        Arrays.sort(lengths);
        return lengths.length == 0 ? 0 : lengths[lengths.length / 2];
    }
}
