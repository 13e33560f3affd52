package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.IntArrays;
import java.util.Arrays;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.clean.Welding;

/**
 * Edges that a boolean makes between places that are one but for the rounding of its operands, as where an edge of one
 * runs along an edge of the other: too short for their direction to mean anything. Such places become one, at a vertex
 * that an operand was given with if there is one among them. So do corners of one face that lie on each other, since
 * between them it has no width.
 */
final class ShortEdges {
    private ShortEdges() {}

    /** @return the same mesh if there are none */
    static Mesh merged(Mesh mesh, Origins origins) {
        int[] origin = origins.of(mesh);
        double least = Validity.SHORT * mesh.bounds().diagonal(), least2 = least * least;
        DisjointSets sets = null;
        for (int f = 0; f < mesh.faceCount(); f++) {
            Work.checkpoint(f);
            if (Origins.areOfOne(origin, mesh, f)) continue;
            int[] order = byFirstCoordinate(mesh, f);
            for (int i = 0; i < order.length; i++) {
                for (int j = i + 1; j < order.length && mesh.x(order[j]) - mesh.x(order[i]) <= least; j++) {
                    int v = order[i], w = order[j];
                    if (Origins.areOfOne(origin[v], origin[w]) || squaredLength(mesh, v, w) >= least2) continue;
                    if (sets == null) sets = new DisjointSets(mesh.vertexCount());
                    sets.join(v, w);
                }
            }
        }
        return sets == null ? mesh : Welding.collapseTellingParts(mesh, targets(sets.roots(), origin));
    }

    /** The vertices of a face, ascending by x, so that those near each other are beside each other. */
    private static int[] byFirstCoordinate(Mesh mesh, int face) {
        int[] order = Arrays.copyOfRange(mesh.corners(), mesh.offsets()[face], mesh.offsets()[face + 1]);
        IntArrays.quickSort(order, (v, w) -> Double.compare(mesh.x(v), mesh.x(w)));
        return order;
    }

    private static double squaredLength(Mesh mesh, int v, int w) {
        double[] p = mesh.xyz();
        double x = p[3 * v] - p[3 * w], y = p[3 * v + 1] - p[3 * w + 1], z = p[3 * v + 2] - p[3 * w + 2];
        return x * x + y * y + z * z;
    }

    /** Given vertices stand for made ones, those of the first operands for those of later ones. */
    private static int[] targets(int[] root, int[] origin) {
        int[] best = new int[root.length], target = new int[root.length];
        for (int v = 0; v < best.length; v++) best[v] = v;
        for (int v = 0; v < root.length; v++) if (origin[v] < origin[best[root[v]]]) best[root[v]] = v;
        for (int v = 0; v < root.length; v++) target[v] = best[root[v]];
        return target;
    }
}
