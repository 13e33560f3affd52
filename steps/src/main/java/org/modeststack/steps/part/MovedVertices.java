package org.modeststack.steps.part;

import java.util.function.BiFunction;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Unpicked;

/** What moving, turning and scaling picked elements have in common: whose vertices go, and how strongly. */
final class MovedVertices {
    private MovedVertices() {}

    /**
     * @param place where a vertex goes: given its place and its weight, which is 1 for picked ones
     * @return the mesh with its vertices elsewhere
     */
    static Mesh of(
            Mesh in,
            Pick pick,
            Selection picked,
            Fade fade,
            double reach,
            StepContext context,
            BiFunction<Vec3, Double, Vec3> place) {
        if (picked.isEmpty()) return Unpicked.of(in, PickText.plural(pick.kind()), context);
        double[] weights = fade.weights(in, picked.to(in, ElementKind.VERTEX).elements(), reach);
        double[] out = in.xyz().clone();
        for (int v = 0; v < weights.length; v++) {
            if (weights[v] == 0) continue;
            Vec3 p = place.apply(in.point(v), weights[v]);
            out[3 * v] = p.x();
            out[3 * v + 1] = p.y();
            out[3 * v + 2] = p.z();
        }
        return in.withPositions(out);
    }

    /** The end of a sentence: along which axes, and how far it fades out. */
    static String tail(Axes axes, double reach) {
        return (axes == Axes.BODY ? "" : ", along the {axes}") + (reach > 0 ? ", fading out over {reach}" : "") + ".";
    }
}
