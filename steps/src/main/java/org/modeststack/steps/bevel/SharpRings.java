package org.modeststack.steps.bevel;

import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.work.Work;

/**
 * Closed rings of edges that are sharp as a whole: most of their length turns by more than an angle and none of it by
 * less than half of that. Left out, the few edges between would end the strips of the others in the middle of a rim.
 * Linear in the edges.
 */
final class SharpRings {
    private SharpRings() {}

    /**
     * @param edges of which rings are made
     * @param angle degrees
     * @return the edges of all such rings
     */
    static BitSet of(Mesh mesh, BitSet edges, double angle) {
        Adjacency adj = mesh.adjacency();
        int[] degree = new int[mesh.vertexCount()];
        DisjointSets chains = new DisjointSets(mesh.vertexCount());
        for (int e = edges.nextSetBit(0); e >= 0; e = edges.nextSetBit(e + 1)) {
            Work.checkpoint();
            degree[adj.edgeLow(e)]++;
            degree[adj.edgeHigh(e)]++;
            chains.join(adj.edgeLow(e), adj.edgeHigh(e));
        }
        double[] sharp = new double[degree.length], flat = new double[degree.length];
        BitSet broken = new BitSet();
        for (int v = 0; v < degree.length; v++) if (degree[v] != 0 && degree[v] != 2) broken.set(chains.find(v));
        FaceFrames frames = FaceFrames.of(mesh);
        double limit = Math.cos(Math.toRadians(angle)), half = Math.cos(Math.toRadians(angle / 2));
        for (int e = edges.nextSetBit(0); e >= 0; e = edges.nextSetBit(e + 1)) {
            Work.checkpoint();
            int chain = chains.find(adj.edgeLow(e));
            if (adj.edgeSides(e) != 2) {
                broken.set(chain);
                continue;
            }
            double dot = frames.cosine(adj.cornerFace()[adj.edgeCorner(e, 0)], adj.cornerFace()[adj.edgeCorner(e, 1)]);
            double length = mesh.point(adj.edgeLow(e))
                    .minus(mesh.point(adj.edgeHigh(e)))
                    .length();
            if (dot > half) broken.set(chain);
            else if (dot < limit) sharp[chain] += length;
            else flat[chain] += length;
        }
        BitSet out = new BitSet();
        for (int e = edges.nextSetBit(0); e >= 0; e = edges.nextSetBit(e + 1)) {
            Work.checkpoint();
            int chain = chains.find(adj.edgeLow(e));
            if (!broken.get(chain) && sharp[chain] > flat[chain]) out.set(e);
        }
        return out;
    }
}
