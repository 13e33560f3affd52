package org.modeststack.steps.shading;

import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.EdgeShading;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.pick.EachAlike;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Unpicked;

/** Says which edges are shaded smooth and which hard. */
@StepInfo(
        type = "shade-edges",
        title = "Shade edges",
        family = Family.BEVEL,
        help =
                "Shades picked edges smooth or hard, whatever their angle. Smooth ones blend; large flat faces beside them"
                        + " keep looking flat, since each face counts by its area.",
        words = "smooth hard normals weighted face area shading sharp soft")
public record ShadeEdges(
        @Param(label = "Edges", help = "Which edges.", def = "edges")
        Pick edges,

        @Param(label = "As", help = "Smooth, hard, or by their angle again.", def = "smooth")
        As as)
        implements EachAlike {

    /** How edges are shaded. */
    public enum As {
        SMOOTH,
        HARD,
        BY_ANGLE
    }

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = edges.on(in, context).to(in, ElementKind.EDGE);
        if (picked.isEmpty()) return Unpicked.of(in, "edges", context);
        String tag = switch (as) {
            case SMOOTH -> EdgeShading.SMOOTH;
            case HARD -> EdgeShading.HARD;
            case BY_ANGLE -> null;
        };
        return EdgeShading.shaded(as == As.HARD ? facetted(in, picked) : in, picked.elements(), tag);
    }

    /** Beside hard edges a face looks as it is, whatever surface it was once cut from. */
    private static Mesh facetted(Mesh in, Selection edges) {
        boolean[] at = new boolean[in.cornerCount()];
        Adjacency adj = in.adjacency();
        edges.elements().stream().forEach(e -> {
            for (int i = 0; i < adj.edgeSides(e); i++) {
                int c = adj.edgeCorner(e, i);
                at[c] = true;
                at[adj.cornerNext()[c]] = true;
            }
        });
        return in.withoutDirections(at);
    }

    @Override
    public String sentence() {
        return "*Shade* {edges} {as}.";
    }
}
