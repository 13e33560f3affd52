package org.modeststack.steps.tidy;

import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Limits;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Unpicked;

/** Makes the surface beside a rim anew, of even quads. */
@StepInfo(
        type = "tidy",
        title = "Tidy rim",
        family = Family.CLEAN,
        help = "Lays rings of even quads on the surface beside a cut, and leads what is around to them, so that rounding and"
                + " smoothing come out clean.",
        words = "topology retopology collar edge flow quads boolean cleanup loops rings")
public record Tidy(
        @Param(label = "Rim", help = "The edges of the cut.", def = "edges: sharper 30")
        Pick where,

        @Param(
                label = "Reach",
                help = "How far beside the rim the surface is made anew, the way over into what is around included.",
                unit = Unit.LENGTH,
                min = 0,
                max = 1e6,
                def = "4")
        double reach,

        @Param(label = "Rings", help = "How many rings of quads lie on either side.", min = 1, max = 32, def = "2")
        int rings,

        @Param(
                label = "Its vertices",
                help = "Kept: those stay where they are that come nearest to the spacing. Even: the rim is spaced anew along"
                        + " itself, but for its corners.",
                def = "kept")
        Vertices vertices,

        @Param(
                label = "Spacing",
                help = "About how far the vertices of the rim are from each other; 0 for as much as a ring is deep.",
                unit = Unit.LENGTH,
                min = 0,
                max = 1e6,
                def = "0")
        double spacing,

        @Param(
                label = "Lead around",
                help = "Leads edges of the surrounding surface to the outer ring, and takes out what is too narrow there.",
                def = "on")
        boolean lead)
        implements Step {

    /** What becomes of the vertices of the rim. */
    public enum Vertices {
        KEPT,
        EVEN
    }

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        Selection picked = where.on(in, context);
        BitSet edges = sound(in, picked.to(in, ElementKind.EDGE).elements());
        if (edges.isEmpty() && picked.isEmpty()) return Unpicked.of(in, "edges", context);
        int loose = picked.to(in, ElementKind.EDGE).elements().cardinality() - edges.cardinality();
        if (loose > 0) context.remark(Remark.Level.REMARK, loose + (loose == 1 ? " edge was" : " edges were") + " left alone: not between just two faces that go the same way round.");
        if (edges.isEmpty() || reach == 0) return in;
        Limits.checkFaces(in.faceCount() + 4.0 * rings * edges.cardinality());
        double ring = reach / (rings + 1), gap = spacing > 0 ? spacing : ring;
        RimSpacing.Spaced rim = RimSpacing.of(in, edges, gap, vertices == Vertices.EVEN, context.seed());
        CollarBuilding.Built built = new CollarBuilding(rim, rings * ring, rings, context).build(context.seed());
        remark(built, rings * ring, context);
        if (built.mesh() == null || built.rings() == null) return in;
        Mesh out = built.mesh().mesh();
        if (!lead) return out;
        return Transition.led(out, built.rings().firstFace(), built.rings().rows(), gap, ring);
    }

    private static BitSet sound(Mesh in, BitSet edges) {
        Adjacency adj = in.adjacency();
        BitSet out = new BitSet();
        edges.stream()
                .filter(e -> adj.edgeSides(e) == 2
                        && in.corners()[adj.edgeCorner(e, 0)] != in.corners()[adj.edgeCorner(e, 1)])
                .forEach(out::set);
        return out;
    }

    private static void remark(CollarBuilding.Built built, double width, StepContext context) {
        if (built.left() > 0 && built.mesh() != null)
            context.remark(Remark.Level.REMARK, built.left() + (built.left() == 1 ? " edge has" : " edges have") + " no rings: beside a border, or without room.");
        if (built.mesh() == null)
            context.remark(Remark.Level.REMARK, "No rings come out here: beside a border, or without room.");
        else if (built.held() > 0)
            context.remark(new Remark(Remark.Level.REMARK, "The rings were held back at " + built.held() + (built.held() == 1 ? " place" : " places") + ", at the least to " + Numbers.show(Math.rint(built.least() * width * 1000) / 1000) + " mm, so that they do not cross.", built.place()));
    }

    @Override
    public String sentence() {
        return "*Tidy* the rim along {where}: {rings} rings within {reach}.";
    }
}
