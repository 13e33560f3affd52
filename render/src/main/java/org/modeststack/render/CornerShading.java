package org.modeststack.render;

import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.shade.CornerWeights;

/**
 * The normals of all corners of a mesh at once, those of {@link org.modeststack.mesh.shade.CornerNormals}. What faces say is
 * worked out face by face, which reads places in order, and only then brought together at vertices.
 */
final class CornerShading {
    private final Mesh mesh;
    private final Adjacency adj;
    /** Area vectors of faces, three values each. */
    private final float[] areas;
    /** How much its face weighs at each corner. */
    private final float[] weights;

    CornerShading(Mesh mesh) {
        this.mesh = mesh;
        adj = mesh.adjacency();
        areas = new float[3 * mesh.faceCount()];
        weights = new float[mesh.cornerCount()];
        RenderWorkers.ranges(mesh.faceCount(), this::measure);
    }

    private void measure(int fromFace, int toFace) {
        double[] n = new double[3];
        for (int f = fromFace; f < toFace; f++) {
            Normals.areaVector(mesh, f, n);
            float x = (float) n[0], y = (float) n[1], z = (float) n[2];
            areas[3 * f] = x;
            areas[3 * f + 1] = y;
            areas[3 * f + 2] = z;
            double size = Math.sqrt(x * x + y * y + z * z);
            int first = mesh.offsets()[f], sides = mesh.sides(f);
            for (int c = first; c < first + sides; c++)
                weights[c] = (float) CornerWeights.of(mesh, first, sides, c, size);
        }
    }

    /** Three values a face, its normal as long as its area, mm². */
    float[] areas() {
        return areas;
    }

    /**
     * Unit normals, packed.
     *
     * @param kinds of the edges: {@link RenderMesh#SOFT} or not
     * @param corners of the mesh, one for each normal that comes out
     */
    int[] normals(byte[] kinds, int[] corners) {
        int[] vertex = mesh.corners();
        // Where no edge at a vertex is sharp all its corners share one normal; only elsewhere must it be found out
        // which.
        boolean[] sharp = new boolean[mesh.vertexCount()];
        boolean any = false;
        for (int e = 0; e < kinds.length; e++) {
            if (kinds[e] == RenderMesh.SOFT) continue;
            any = sharp[adj.edgeLow(e)] = sharp[adj.edgeHigh(e)] = true;
        }
        DisjointSets group = any ? sharpGroups(kinds, sharp) : null;
        int soft = mesh.vertexCount();
        float[] sum = new float[3 * (soft + (group == null ? 0 : mesh.cornerCount()))];
        RenderWorkers.ranges(soft, (from, to) -> {
            for (int v = from; v < to; v++) {
                if (sharp[v]) continue;
                for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++)
                    add(adj.vertexCorners()[i], v, sum);
            }
        });
        int[] shared = group == null ? vertex : sharedAt(sharp, group);
        for (int c = 0; group != null && c < vertex.length; c++) if (sharp[vertex[c]]) add(c, shared[c], sum);
        useKnown(shared, sum);
        int[] ofVertex = new int[soft];
        RenderWorkers.ranges(soft, (from, to) -> {
            for (int v = from; v < to; v++) if (!sharp[v]) ofVertex[v] = PackedNormal.of(sum, v);
        });
        int[] out = new int[corners.length];
        RenderWorkers.ranges(out.length, (from, to) -> {
            for (int i = from; i < to; i++) {
                int c = corners[i];
                out[i] = sharp[vertex[c]] ? PackedNormal.of(sum, shared[c]) : ofVertex[vertex[c]];
            }
        });
        return out;
    }

    /** For each corner in which sum it has its normal: that of its vertex, or behind these that of its group. */
    private int[] sharedAt(boolean[] sharp, DisjointSets group) {
        int[] out = mesh.corners().clone();
        for (int c = 0; c < out.length; c++) if (sharp[out[c]]) out[c] = mesh.vertexCount() + group.find(c);
        return out;
    }

    /** Which corners at vertices of sharp edges share a normal. */
    private DisjointSets sharpGroups(byte[] kinds, boolean[] sharp) {
        int[] next = adj.cornerNext(), vertex = mesh.corners();
        DisjointSets group = new DisjointSets(mesh.cornerCount());
        for (int e = 0; e < kinds.length; e++) {
            if (kinds[e] != RenderMesh.SOFT) continue;
            int c = adj.edgeCorner(e, 0), d = adj.edgeCorner(e, 1);
            if (sharp[vertex[c]]) group.join(c, next[d]);
            if (sharp[vertex[d]]) group.join(next[c], d);
        }
        return group;
    }

    /** Adds what a face says at one of its corners. */
    private void add(int corner, int to, float[] sum) {
        int f = adj.cornerFace()[corner];
        float weight = weights[corner];
        sum[3 * to] += weight * areas[3 * f];
        sum[3 * to + 1] += weight * areas[3 * f + 1];
        sum[3 * to + 2] += weight * areas[3 * f + 2];
    }

    /**
     * Where the mesh carries normals, the mean of those takes the place of what the faces say.
     *
     * @param shared for each corner what it shares its normal in
     * @param sum for each of these, three values
     */
    private void useKnown(int[] shared, float[] sum) {
        float[] known = mesh.cornerNormals();
        if (known == null) return;
        boolean[] begun = new boolean[sum.length / 3];
        for (int c = 0; c < shared.length; c++) {
            if (known[3 * c] == 0 && known[3 * c + 1] == 0 && known[3 * c + 2] == 0) continue;
            int r = 3 * shared[c];
            if (!begun[shared[c]]) sum[r] = sum[r + 1] = sum[r + 2] = 0;
            begun[shared[c]] = true;
            for (int k = 0; k < 3; k++) sum[r + k] += known[3 * c + k];
        }
    }
}
