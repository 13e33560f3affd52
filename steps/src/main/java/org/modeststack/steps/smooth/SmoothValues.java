package org.modeststack.steps.smooth;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.CornerLayer;
import org.modeststack.mesh.Tag;

/**
 * Values at corners, such as places in a texture, subdivided by the rules for places. Where the corners of a vertex have
 * different values a seam runs: the values are a mesh of their own, of the same faces, whose vertices are the different
 * values of each vertex, so that seams are its borders and stay what they are on both sides. Creases of the mesh are creases
 * of the values too. Linear in the result.
 *
 * <p>Source: T. DeRose, M. Kass, T. Truong, "Subdivision surfaces in character animation", SIGGRAPH 1998, section 5 (scalar
 * fields smooth with the surface); that seams are borders is common practice.
 */
final class SmoothValues {
    /** The rules for places work on so many numbers at once. */
    private static final int AT_ONCE = 3;

    private final CornerLayer layer;
    private final boolean triangles;
    private SplitTopology topology;
    private Sharpness sharp;
    /** Of each value the numbers, three by three: array after array, the last filled up with 0. */
    private double[][] values;

    /**
     * @param of the mesh whose corners have the values
     * @param creases edges with their sharpness, by the vertices of the mesh; null for none
     * @param corners vertices with their sharpness; null for none
     */
    SmoothValues(
            CornerLayer layer,
            SplitTopology of,
            Subdivision.Rules rules,
            @Nullable Tag creases,
            @Nullable Tag corners) {
        this.layer = layer;
        triangles = rules.triangles();
        int[] first = new int[of.vertices + 1], valueOf = new int[of.corners.length];
        int count = differentValues(of, first, valueOf);
        values = new double[(layer.width() + AT_ONCE - 1) / AT_ONCE][AT_ONCE * count];
        for (int c = 0; c < valueOf.length; c++)
            for (int k = 0; k < layer.width(); k++)
                values[k / AT_ONCE][AT_ONCE * valueOf[c] + k % AT_ONCE] = layer.values()[layer.width() * c + k];
        topology = SplitTopology.of(count, of.offsets, valueOf, new Adjacency(count, of.offsets, valueOf));
        sharp = Sharpness.of(
                topology,
                creases == null ? new double[topology.edges] : ofEdges(of, creases),
                corners == null ? null : ofVertices(corners, first),
                rules.values() == Subdivide.Values.CORNERED);
    }

    /**
     * Numbers the different values of each vertex.
     *
     * @param first receives the first of each vertex
     * @param valueOf receives the value of each corner
     * @return how many there are
     */
    private int differentValues(SplitTopology of, int[] first, int[] valueOf) {
        int count = 0;
        for (int v = 0; v < of.vertices; v++) {
            first[v] = count;
            for (int i = of.cornerStart[v]; i < of.cornerStart[v + 1]; i++) {
                int c = of.vertexCorners[i], same = i;
                for (int j = of.cornerStart[v]; j < i && same == i; j++) if (isSame(c, of.vertexCorners[j])) same = j;
                valueOf[c] = same < i ? valueOf[of.vertexCorners[same]] : count++;
            }
        }
        first[of.vertices] = count;
        return count;
    }

    private boolean isSame(int corner, int other) {
        int w = layer.width();
        float[] all = layer.values();
        return Arrays.equals(all, w * corner, w * corner + w, all, w * other, w * other + w);
    }

    /** How sharp the edges between values are: as those of the mesh on whose sides they lie. */
    private double[] ofEdges(SplitTopology of, Tag creases) {
        double[] out = new double[topology.edges];
        for (int i = 0; i < creases.size(); i++) {
            int e = of.edgeBetween(Tag.edgeLow(creases.element(i)), Tag.edgeHigh(creases.element(i)));
            if (e < 0) continue;
            for (int s = of.sideStart[e]; s < of.sideStart[e + 1]; s++)
                out[topology.cornerEdge[of.sideCorner[s]]] = creases.weight(i);
        }
        return out;
    }

    private double[] ofVertices(Tag corners, int[] first) {
        double[] out = new double[topology.vertices];
        for (int i = 0; i < corners.size(); i++) {
            int v = (int) corners.element(i);
            Arrays.fill(out, first[v], first[v + 1], corners.weight(i));
        }
        return out;
    }

    /** The values of the next level. */
    void split() {
        SplitTopology next = triangles ? Loop.split(topology) : topology.split();
        for (int k = 0; k < values.length; k++)
            values[k] = triangles
                    ? Loop.places(topology, sharp, values[k])
                    : CatmullClark.places(topology, sharp, values[k]);
        sharp = sharp.split(topology, next);
        topology = next;
    }

    /** At the corners of the mesh as it is now. */
    CornerLayer layer() {
        int w = layer.width();
        float[] out = new float[w * topology.corners.length];
        for (int c = 0; c < topology.corners.length; c++)
            for (int k = 0; k < w; k++)
                out[w * c + k] = (float) values[k / AT_ONCE][AT_ONCE * topology.corners[c] + k % AT_ONCE];
        return layer.withValues(out);
    }
}
