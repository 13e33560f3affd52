package org.modeststack.mesh.validity;

import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Normals;

/**
 * What is wrong with the shape of a mesh, in counts; what is wrong with how its faces hang together is told by {@link
 * Health}. Crossing, covering and touching
 * faces and outlines are decided exactly, the rest by the tolerances that stand beside it.
 *
 * @param crossing pairs of faces that pass through each other
 * @param overlapping pairs of faces that cover each other in one plane
 * @param touching pairs of faces that touch beyond the edges and vertices they share; not wrong in itself
 * @param folded edges whose two faces lie on each other, or within {@link #FOLD} degrees of it
 * @param outlines faces whose outline crosses or touches itself
 * @param flat faces without area
 * @param shortEdges edges shorter than {@link #SHORT} of the mesh's diagonal
 */
public record Validity(
        long crossing, long overlapping, long touching, long folded, long outlines, long flat, long shortEdges) {
    /** Edges shorter than this share of the mesh's diagonal have no length that means anything. */
    public static final double SHORT = 1e-9;
    /** Degrees between two neighbours that lie on each other and what still counts as that. */
    public static final double FOLD = 0.1;

    /** The cosine of the turn from which on two neighbours lie on each other. */
    public static final double FOLD_COSINE = -Math.cos(Math.toRadians(FOLD));

    public static Validity of(Mesh mesh) {
        LongOpenHashSet crossing = new LongOpenHashSet(),
                overlapping = new LongOpenHashSet(),
                touching = new LongOpenHashSet();
        SelfIntersections.find(mesh, (f, g, kind) -> {
            LongOpenHashSet set = switch (kind) {
                case CROSSING -> crossing;
                case OVERLAPPING -> overlapping;
                case TOUCHING -> touching;
            };
            set.add(f < g ? (long) f << 32 | g : (long) g << 32 | f);
        });
        int flat = 0;
        for (int f = 0; f < mesh.faceCount(); f++) if (Health.isDegenerate(mesh, f)) flat++;
        return new Validity(
                crossing.size(),
                overlapping.size(),
                touching.size(),
                folded(mesh),
                FaceOutlines.meetingThemselves(mesh).cardinality(),
                flat,
                shortEdges(mesh));
    }

    /** Whether nothing is wrong that can be told exactly; touching alone is not, and a thin wedge may be meant. */
    public boolean isSound() {
        return crossing + overlapping + outlines + flat + shortEdges == 0;
    }

    /** Whether nothing is wrong and nothing is folded. */
    public boolean isValid() {
        return isSound() && folded == 0;
    }

    private static int folded(Mesh mesh) {
        Adjacency adj = mesh.adjacency();
        double[] n = Normals.ofFaces(mesh);
        int count = 0;
        for (int e = 0; e < adj.edgeCount(); e++) {
            if (adj.edgeSides(e) != 2) continue;
            int f = 3 * adj.cornerFace()[adj.edgeCorner(e, 0)], g = 3 * adj.cornerFace()[adj.edgeCorner(e, 1)];
            if (n[f] * n[g] + n[f + 1] * n[g + 1] + n[f + 2] * n[g + 2] < FOLD_COSINE) count++;
        }
        return count;
    }

    private static int shortEdges(Mesh mesh) {
        Adjacency adj = mesh.adjacency();
        double least = SHORT * mesh.bounds().diagonal();
        int count = 0;
        for (int e = 0; e < adj.edgeCount(); e++) {
            if (!(adj.edgeLength(e, mesh) >= least)) count++;
        }
        return count;
    }
}
