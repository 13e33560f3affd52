package org.modeststack.mesh.shade;

import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Normals;

/**
 * The normals that a mesh is shaded with, one corner at a time. Corners that come together at a vertex over smooth edges
 * share one: the mean of those that the mesh {@linkplain Mesh#cornerNormals carries} there, or that of their faces by
 * their {@linkplain CornerWeights weights}. In time linear in the faces at the vertex.
 */
public final class CornerNormals {
    private final Mesh mesh;
    private final Adjacency adj;
    private final SmoothEdges smooth;
    private final float[] known;
    private final double[] area = new double[3];

    public CornerNormals(Mesh mesh) {
        this.mesh = mesh;
        adj = mesh.adjacency();
        smooth = new SmoothEdges(mesh);
        float[] normals = mesh.cornerNormals();
        known = normals == null ? new float[0] : normals;
    }

    /** @param out receives a unit vector, or 0 where the faces have no area */
    public void at(int corner, double[] out) {
        double[] sum = new double[6];
        add(corner, sum);
        int c = onwards(corner);
        for (; c >= 0 && c != corner; c = onwards(c)) add(c, sum);
        // Where it does not go all round, the rest lies the other way.
        if (c < 0) for (c = back(corner); c >= 0; c = back(c)) add(c, sum);
        int from = sum[3] != 0 || sum[4] != 0 || sum[5] != 0 ? 3 : 0;
        double length =
                Math.sqrt(sum[from] * sum[from] + sum[from + 1] * sum[from + 1] + sum[from + 2] * sum[from + 2]);
        for (int k = 0; k < 3; k++) out[k] = length > 0 ? sum[from + k] / length : 0;
    }

    private void add(int corner, double[] sum) {
        int face = adj.cornerFace()[corner], from = mesh.offsets()[face];
        Normals.areaVector(mesh, face, area);
        double size = Math.sqrt(area[0] * area[0] + area[1] * area[1] + area[2] * area[2]);
        double weight = CornerWeights.of(mesh, from, mesh.sides(face), corner, size);
        for (int k = 0; k < 3; k++) {
            sum[k] += weight * area[k];
            if (known.length > 0) sum[3 + k] += known[3 * corner + k];
        }
    }

    /** The next corner at the same vertex over the smooth edge that leaves it; -1 where it is not smooth. */
    private int onwards(int corner) {
        if (!smooth.isSmooth(adj.cornerEdge()[corner])) return -1;
        int twin = adj.twin(corner);
        return twin < 0 ? -1 : adj.cornerNext()[twin];
    }

    /** The same over the edge that comes to it. */
    private int back(int corner) {
        int face = adj.cornerFace()[corner], from = mesh.offsets()[face];
        int before = corner == from ? mesh.offsets()[face + 1] - 1 : corner - 1;
        return smooth.isSmooth(adj.cornerEdge()[before]) ? adj.twin(before) : -1;
    }
}
