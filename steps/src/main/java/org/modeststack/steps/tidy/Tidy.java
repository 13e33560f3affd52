package org.modeststack.steps.tidy;

import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import java.util.BitSet;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.Family;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Limits;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Role;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Unpicked;

/** Makes the surface beside a rim anew, of even quads. */
@StepInfo(
        type = "tidy-rim",
        title = "Tidy rim",
        family = Family.CLEAN,
        help =
                "Lays rings of even quads on the surface on both sides of a cut, and leads what is around to them, so that"
                        + " rounding and smoothing come out clean.",
        words = "topology retopology collar edge flow quads boolean cleanup loops rings")
public record Tidy(
        @Param(label = "Rim", help = "The edges of the cut.", def = "edges: sharper 30", role = Role.CUT)
        Pick rim,

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
                label = "Rim vertices",
                help =
                        "Even: the rim is spaced anew along itself, but for its corners. Kept: its vertices stay where they"
                                + " are; those that do nothing for its shape go.",
                def = "even")
        Vertices rimVertices,

        @Param(
                label = "Spacing",
                help =
                        "About how far the vertices of the rim are from each other; 0 for as far as the edges that come to it.",
                unit = Unit.LENGTH,
                min = 0,
                max = 1e6,
                def = "0")
        double spacing,

        @Param(
                label = "Graded",
                section = "More",
                help =
                        "Where there is little room the vertices of the rim come nearer to each other, so that faces are not"
                                + " long and thin there.",
                def = "on",
                only = "rimVertices=even")
        boolean graded,

        @Param(
                label = "Lead around",
                section = "More",
                help =
                        "Leads edges of the surrounding surface to the outer ring, and takes out what is too narrow there.",
                def = "on")
        boolean leadAround)
        implements Step {

    /** How high walls on borders are, in reaches, so that they have room for what is made on them. */
    private static final double WALLS = 3;

    /** What becomes of the vertices of the rim. */
    public enum Vertices {
        EVEN,
        KEPT
    }

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        BitSet picked = rim.on(in, context).to(in, ElementKind.EDGE).elements();
        if (picked.isEmpty()) return Unpicked.of(in, "edges", context);
        Mesh walled = reach > 0 ? BorderWalls.with(in, picked, WALLS * reach) : in;
        BitSet edges = betweenTwo(walled, sameEdges(in, picked, walled));
        int loose = picked.cardinality() - edges.cardinality();
        if (loose > 0)
            context.remark(
                    Remark.Level.REMARK,
                    loose + (loose == 1 ? " edge was" : " edges were")
                            + " left alone: not on a surface that goes the same way round on both sides.");
        if (edges.isEmpty() || reach == 0) return in;
        Limits.checkFaces(in.faceCount()
                + 2.0
                        * rings
                        * Math.max(edges.cardinality(), 4 * length(walled, edges) / (spacing > 0 ? spacing : ring())));
        Made made = made(walled, edges, context);
        CollarBuilding.Built built = made.built;
        remark(built, context);
        CollarRings collars = built.rings();
        if (collars == null) return in;
        Mesh led = leadAround
                ? Transition.led(
                        built.mesh(),
                        collars.firstFace(),
                        collars.rows(),
                        made.rim.spacing(),
                        ring(),
                        graded,
                        context.seed())
                : built.mesh();
        Mesh out = BorderWalls.without(led);
        LongOpenHashSet keys = new LongOpenHashSet();
        for (int f = collars.firstFace(); f < built.mesh().faceCount(); f++) {
            Work.checkpoint(f);
            keys.add(built.mesh().faceKeys()[f]);
        }
        NarrowFaces narrow = NarrowFaces.in(out, keys);
        if (narrow.count() > 0) context.remark(narrow.remark());
        return out;
    }

    private record Made(RimSpacing.Spaced rim, CollarBuilding.Built built) {}

    /** Collars with places spaced alike, which tell how much room there is; where it is little, others with graded places. */
    private Made made(Mesh walled, BitSet edges, StepContext context) throws StepException {
        Made alike = made(walled, edges, null, context);
        if (!graded || rimVertices != Vertices.EVEN || alike.built.rings() == null) return alike;
        RimGrading grading = RimGrading.of(alike.rim.lines(), alike.built.nets(), ring());
        if (grading == null) return alike;
        Made closer = made(walled, edges, grading, context);
        return closer.built.rings() != null && closer.built.left() <= alike.built.left() ? closer : alike;
    }

    private Made made(Mesh walled, BitSet edges, @Nullable RimGrading grading, StepContext context)
            throws StepException {
        RimSpacing.Spaced rim =
                RimSpacing.of(walled, edges, spacing, ring(), rimVertices == Vertices.EVEN, grading, context.seed());
        return new Made(rim, new CollarBuilding(rim, rings * ring(), rings, context).build());
    }

    /** How deep each ring is, and what is made anew beyond them, mm. */
    private double ring() {
        return reach / (rings + 1);
    }

    private static BitSet sameEdges(Mesh in, BitSet edges, Mesh out) {
        if (out == in) return edges;
        BitSet same = new BitSet();
        Adjacency adj = in.adjacency();
        edges.stream().forEach(e -> same.set(out.adjacency().edgeBetween(adj.edgeLow(e), adj.edgeHigh(e), out)));
        return same;
    }

    private static BitSet betweenTwo(Mesh in, BitSet edges) {
        Adjacency adj = in.adjacency();
        BitSet out = new BitSet();
        edges.stream()
                .filter(e -> adj.edgeSides(e) == 2
                        && in.corners()[adj.edgeCorner(e, 0)] != in.corners()[adj.edgeCorner(e, 1)])
                .forEach(out::set);
        return out;
    }

    private static double length(Mesh in, BitSet edges) {
        return edges.stream().mapToDouble(e -> along(in, e).length()).sum();
    }

    private static Vec3 along(Mesh in, int e) {
        return in.point(in.adjacency().edgeHigh(e))
                .minus(in.point(in.adjacency().edgeLow(e)));
    }

    private void remark(CollarBuilding.Built built, StepContext context) {
        if (built.rings() == null) context.remark(Remark.Level.REMARK, "No rings come out here: there is no room.");
        else if (built.left() > 0)
            context.remark(
                    Remark.Level.REMARK,
                    built.left() + (built.left() == 1 ? " edge has" : " edges have") + " no rings: there is no room.");
        if (built.rings() == null || built.held() == 0) return;
        double least = Math.rint(built.least() * rings * ring() * 1000) / 1000;
        context.remark(new Remark(
                Remark.Level.REMARK,
                "Rings are narrower at " + built.held() + (built.held() == 1 ? " place" : " places")
                        + ", at the least " + Numbers.show(least)
                        + " mm together, since something is near there.",
                built.place()));
    }

    /** The reach is dragged away from the middle of the highest edge of the rim, along a face beside it. */
    @Override
    public List<Handle> handles(Mesh in) {
        BitSet edges =
                betweenTwo(in, rim.on(in).selection().to(in, ElementKind.EDGE).elements());
        int best = -1;
        double most = Double.NEGATIVE_INFINITY;
        for (int e = edges.nextSetBit(0); e >= 0; e = edges.nextSetBit(e + 1)) {
            double high = middle(in, e).z();
            // Those that are as high but for rounding stay in their order.
            if (high <= most + 1e-9 * Math.abs(most)) continue;
            most = high;
            best = e;
        }
        if (best < 0) return List.of();
        int c = in.adjacency().edgeCorner(best, 0);
        Vec3 p = in.point(in.corners()[c]),
                q = in.point(in.corners()[in.adjacency().cornerNext()[c]]);
        Vec3 way = FaceFrames.of(in)
                .normal(in.adjacency().cornerFace()[c])
                .cross(q.minus(p))
                .unit();
        Vec3 from = middle(in, best);
        return List.of(new Handle("reach", from, from.plus(way.times(reach)), 1));
    }

    private static Vec3 middle(Mesh in, int e) {
        return in.point(in.adjacency().edgeLow(e)).plus(along(in, e).times(0.5));
    }

    @Override
    public String sentence() {
        return "*Tidy* the rim along {rim}" + (rimVertices == Vertices.EVEN ? ", spaced evenly" : "")
                + ", with {rings} " + (rings == 1 ? "ring" : "rings") + " within {reach}.";
    }
}
