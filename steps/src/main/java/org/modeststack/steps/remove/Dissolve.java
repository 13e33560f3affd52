package org.modeststack.steps.remove;

import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Unpicked;

/** Takes picked edges or vertices out of the surface without leaving a hole. */
@StepInfo(
        type = "dissolve",
        title = "Dissolve",
        family = Family.FACES,
        help = "Takes picked edges or vertices out and joins the faces beside them; picked faces become one.",
        words = "remove merge join faces clean simplify")
public record Dissolve(
        @Param(label = "What", help = "Edges or vertices to take out, or faces to join.", def = "edges")
        Pick what,

        @Param(label = "Tidy", help = "Also takes out vertices that only two edges are left at.", def = "on")
        boolean tidy,

        @Param(
                label = "Bend",
                help = "Edges stay where the faces joined over them would turn against each other by more than this in"
                        + " all; faces and vertices that are picked are joined whatever they turn.",
                unit = Unit.ANGLE,
                min = 0,
                max = 360,
                def = "60")
        double bend)
        implements Step {

    /** Joins whatever faces turn. */
    public Dissolve(Pick what, boolean tidy) {
        this(what, tidy, Merging.WHATEVER_BENT);
    }

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = what.on(in, context);
        if (picked.isEmpty()) return Unpicked.of(in, PickText.plural(what.kind()), context);
        Merging m = new Merging(in, picked, uses("bend") ? bend : Merging.WHATEVER_BENT);
        if (m.bent() > 0) {
            context.remark(
                    Remark.Level.REMARK,
                    m.bent() + (m.bent() == 1 ? " edge stays, since the face" : " edges stay, since the faces")
                            + " joined over " + (m.bent() == 1 ? "it" : "them") + " would bend by more than "
                            + Numbers.show(bend) + "° in all.");
        }
        if (m.refused() > 0) {
            context.remark(
                    Remark.Level.REMARK,
                    (m.refused() == 1 ? "One group of faces was" : m.refused() + " groups of faces were")
                            + " left as found: joined, "
                            + (m.refused() == 1 ? "it" : "they")
                            + " would have a hole, touch themselves or lie on another face, which one face cannot.");
        }
        return m.build(tidy, context.seed());
    }

    /**
     * A mesh without some edges, where the faces beside them bend by little, and without vertices that only two edges are left
     * at.
     *
     * @param bend by how much they may bend in all, degrees
     * @param seed of the keys of joined faces
     */
    public static Mesh dissolved(Mesh in, Selection edges, double bend, long seed) {
        return new Merging(in, edges, bend).build(true, seed);
    }

    @Override
    public boolean uses(String param) {
        return !param.equals("bend") || what.kind() == ElementKind.EDGE;
    }

    @Override
    public String sentence() {
        return "*Dissolve* {what}.";
    }
}
