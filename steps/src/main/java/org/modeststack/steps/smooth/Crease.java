package org.modeststack.steps.smooth;

import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.mark.TaggedElements;
import org.modeststack.steps.pick.EachAlike;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Unpicked;

/** Says which edges and vertices smoothing by subdivision keeps sharp, and how sharp. */
@StepInfo(
        type = "crease",
        title = "Crease",
        family = Family.SMOOTH,
        help = "Keeps picked edges sharp, and picked vertices pointed, where steps below smooth by subdivision.",
        words = "hold sharp edge weight subdivision semi-sharp corner")
public record Crease(
        @Param(
                label = "What",
                help = "Edges become creases, vertices corners; of faces the edges around them.",
                def = "edges: sharper 30")
        Pick what,

        @Param(
                label = "Sharpness",
                help =
                        "For how many levels it stays as sharp as it is; between, some of it is kept. 10 is for ever, 0 makes it"
                                + " smooth again.",
                min = 0,
                max = 10,
                def = "2")
        double sharpness)
        implements EachAlike {

    /** The tag that creases are put into, with their sharpness as weights. */
    public static final String EDGES = "crease";
    /** The tag that corners are put into. */
    public static final String VERTICES = "corner";

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        Selection picked = what.on(in, context);
        if (picked.isEmpty()) return Unpicked.of(in, PickText.plural(what.kind()), context);
        if (what.kind() == ElementKind.VERTEX) return TaggedElements.put(in, VERTICES, picked, sharpness);
        return TaggedElements.put(in, EDGES, picked.to(in, ElementKind.EDGE), sharpness);
    }

    @Override
    public String sentence() {
        return sharpness == 0 ? "Make {what} *smooth* again." : "*Crease* {what}, sharp for {sharpness} levels.";
    }
}
