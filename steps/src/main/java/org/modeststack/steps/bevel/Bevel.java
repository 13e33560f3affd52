package org.modeststack.steps.bevel;

import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Guide;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Limits;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Role;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;
import org.modeststack.steps.pick.EachAlike;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Unpicked;
import org.modeststack.steps.profile.Moulding;
import org.modeststack.steps.profile.ProfileCurve;
import org.modeststack.steps.profile.Shape;
import org.modeststack.steps.round.EdgeRounding;

/** Cuts off edges or corners and puts strips with a profile in their place. */
@StepInfo(
        type = "bevel",
        title = "Bevel",
        family = Family.BEVEL,
        help = "Cuts off edges, corners or the rims of faces, flat or with a profile.",
        words = "chamfer fillet round edge corner rim break radius profile smooth")
public record Bevel(
        @Param(label = "Of", help = "What is cut off: edges, corners, or the edges round picked faces.", def = "edges")
        Of of,

        @Param(label = "Where", help = "Which of them.", def = "edges: all")
        Pick where,

        @Param(
                label = "Sharper than",
                help = "Edges whose faces turn by no more than this are left alone.",
                unit = Unit.ANGLE,
                min = 0,
                max = 180,
                def = "30",
                only = "of=edges,rims")
        double sharperThan,

        @Param(
                label = "Measure",
                help =
                        "What the width is measured along; a radius is that of a ball that rolls along the edge and touches both"
                                + " sides. Corners are always measured along the edges or across.",
                def = "along")
        Measure measure,

        @Param(
                label = "Width",
                help = "How wide it is, by the measure.",
                unit = Unit.LENGTH,
                min = 0,
                max = 1e6,
                def = "2",
                only = "measure=along,across,deep,radius,same")
        double width,

        @Param(
                label = "Share",
                help = "How wide it is where the measure is a share; 0.5 meets in the middle.",
                unit = Unit.FACTOR,
                min = 0,
                max = 1,
                def = "0.25",
                only = "measure=share")
        double share,

        @Param(label = "Segments", help = "How many faces a strip has across.", min = 1, max = 64, def = "1")
        int segments,

        @Param(
                label = "Profile",
                help = "−1 is hollow, 0 flat, 1 round, 2 full; anything between lies between.",
                min = -1,
                max = 2,
                def = "1",
                only = "shape=number")
        double profile,

        @Param(
                label = "Shape",
                section = "Section",
                help = "By the profile's number, a ready-made moulding, or a curve of one's own.",
                def = "number")
        Shape shape,

        @Param(
                label = "Section",
                section = "Section",
                help =
                        "The strip cut across. For a shape of one's own: points from rail to rail, each a share of the way"
                                + " and a height; height 1 in the middle is the old edge.",
                def = "0.25 0.5, 0.75 0.5",
                role = Role.PROFILE)
        String section,

        @Param(
                label = "Outer turns",
                section = "Corners",
                help = "How the outline goes round a corner of the faces beside it.",
                def = "pointed",
                only = "of=edges,rims")
        Turn outerTurns,

        @Param(
                label = "Inner turns",
                section = "Corners",
                help = "How the outline turns inside a corner of a face.",
                def = "pointed",
                only = "of=edges,rims")
        Turn innerTurns,

        @Param(
                label = "Meeting",
                section = "Corners",
                help = "How corners are closed where several strips meet.",
                def = "grid")
        Meeting meeting,

        @Param(label = "Guard", section = "Guard", help = "Holds the width back where strips would cross.", def = "on")
        boolean guard,

        @Param(
                label = "Held back",
                section = "Guard",
                help = "Alike: all that hangs together, by the tightest place. Near: only the corners where there is no"
                        + " room, so that strips narrow towards them.",
                def = "alike",
                only = "guard=on")
        Holding heldBack,

        @Param(
                label = "Weights",
                section = "Weights and material",
                help = "A tag whose weights the width is multiplied by; empty for none.",
                def = "")
        String weights,

        @Param(
                label = "Taper",
                section = "Weights and material",
                help = "How wide it is at the end of each chain of edges, as a share of the beginning.",
                unit = Unit.FACTOR,
                min = 0,
                max = 100,
                def = "1",
                only = "of=edges,rims")
        double taper,

        @Param(
                label = "Material",
                section = "Weights and material",
                help = "What the new faces are made of; empty for the same as beside them.",
                def = "",
                role = Role.MATERIAL)
        String material,

        @Param(
                label = "Rails",
                section = "Ways of old",
                help =
                        "Over: as far from the edge as the width says, over as many faces as that takes. Beside: only within"
                                + " the faces beside the edge. Turns that are not pointed, tapers to nothing and strips without"
                                + " guard are always beside.",
                def = "over",
                only = "of=edges,rims")
        Rails rails,

        @Param(
                label = "Whole rings",
                section = "Ways of old",
                help =
                        "A closed ring that is mostly sharper than the angle is taken whole, as long as nothing of it turns"
                                + " by less than half the angle.",
                def = "on",
                only = "of=edges,rims")
        boolean wholeRings,

        @Param(
                label = "Blend",
                section = "Corners",
                help = "Shades strips and corners as one with the faces beside them, which keep looking flat.",
                def = "off")
        boolean blend)
        implements EachAlike {

    /** Where more are taken, how wide they can be is not worked out beforehand. */
    private static final int MANY = 20_000;

    /** What is cut off. */
    public enum Of {
        EDGES,
        VERTICES,
        RIMS
    }

    /** How what is said of edges ends that are not sharp enough. */
    private static final String LEFT_ALONE = " left alone.";

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        Selection picked = where.on(in, context);
        if (picked.isEmpty()) return Unpicked.of(in, PickText.plural(where.kind()), context);
        if (amount() == 0) return in;
        BevelledElements taken = BevelledElements.of(this, in, picked);
        remark(taken, context);
        int count = taken.elements().cardinality();
        if (count == 0) return in;
        double each = of == Of.VERTICES ? 1 + 2.0 * segments * segments : segments + segments * segments / 2.0;
        Limits.checkFaces(in.faceCount() + count * each);
        return cut(in, taken, count, context);
    }

    private String what(int count) {
        return of == Of.VERTICES ? count == 1 ? "corner" : "corners" : count == 1 ? "edge" : "edges";
    }

    private void remark(BevelledElements taken, StepContext context) {
        int loose = taken.loose(), flat = taken.flat();
        if (loose > 0)
            context.remark(
                    Remark.Level.REMARK,
                    loose + (loose == 1 ? " edge was" : " edges were")
                            + " left alone: not between just two faces that go the same way round.");
        // Of all edges most are flat on most bodies; that is not worth a word.
        if (flat > 0 && (taken.elements().isEmpty() || !where.equals(Pick.all(ElementKind.EDGE))))
            context.remark(
                    Remark.Level.REMARK,
                    flat + (flat == 1 ? " edge turns" : " edges turn") + " by no more than " + Numbers.show(sharperThan)
                            + "° and " + (flat == 1 ? "was" : "were") + LEFT_ALONE);
    }

    /** Whether a remark is that of a bevel about edges that are not sharp enough. */
    public static boolean tellsOfFlatEdges(Remark remark) {
        return remark.text().endsWith(LEFT_ALONE);
    }

    private Mesh cut(Mesh in, BevelledElements taken, int all, StepContext context) throws StepException {
        if (!goesOver()) return cutBeside(in, taken, all, context);
        EdgeRounding.Rounded over = EdgesOver.round(in, this, taken, context);
        if (over.held() > 0) remarkHeld(over.held(), all, over.least(), over.place(), context);
        if (!over.without().isEmpty())
            remarkLeft(
                    over.without().cardinality(),
                    all,
                    edgeMiddle(in, over.without().nextSetBit(0)),
                    context);
        Mesh out = blend && over.mesh() != in ? BlendedStrips.of(over.mesh(), context.madeTag()) : over.mesh();
        if (over.left().isEmpty()) return out;
        BevelledElements rest = taken.on(in, over.left(), out);
        return rest.elements().isEmpty() ? out : cutBeside(out, rest, all, context);
    }

    /** Whether edges are rounded by rails that run over as many faces as they need. */
    private boolean goesOver() {
        boolean pointed = outerTurns == Turn.POINTED && innerTurns == Turn.POINTED;
        return rails == Rails.OVER && of != Of.VERTICES && pointed && taper > 0 && guard;
    }

    /** Strips that run over the faces are narrower only where there is no room, always. */
    @Override
    public boolean uses(String param) {
        return !param.equals("heldBack") || !goesOver();
    }

    private Mesh cutBeside(Mesh in, BevelledElements taken, int all, StepContext context) throws StepException {
        Cutter cutter = new Cutter(in, this, taken.weights(), context.seed(), context.madeTag());
        Mesh out = cutter.cut(taken.elements(), context::progress);
        if (cutter.held() > 0) remarkHeld(cutter.held(), all, cutter.least(), cutter.place(), context);
        if (cutter.left() > 0) remarkLeft(cutter.left(), all, cutter.place(), context);
        return out;
    }

    private void remarkLeft(int left, int all, @Nullable Vec3 place, StepContext context) {
        context.remark(new Remark(
                Remark.Level.REMARK,
                left + " of " + all + " " + what(2) + (left == 1 ? " was" : " were")
                        + " left alone: their strips would cross something however narrow they are.",
                place));
    }

    private static Vec3 edgeMiddle(Mesh m, int edge) {
        Adjacency adj = m.adjacency();
        return m.point(adj.edgeLow(edge)).plus(m.point(adj.edgeHigh(edge))).times(0.5);
    }

    private void remarkHeld(int held, int all, double least, @Nullable Vec3 place, StepContext context) {
        String to = Numbers.show(Math.rint(least * amount() * 1000) / 1000);
        context.remark(new Remark(
                Remark.Level.REMARK,
                "The width was held back at " + held + " of " + all + " " + what(2) + ", at the least to "
                        + (measure == Measure.SHARE ? "a share of " + to : to + " mm")
                        + ", so that strips do not cross.",
                place));
    }

    /** The cross-section. */
    ProfileCurve profileCurve() throws StepException {
        return switch (shape) {
            case NUMBER -> new ProfileCurve(profile, segments);
            case OWN -> new ProfileCurve(Moulding.parse(section));
            default -> new ProfileCurve(Moulding.of(shape, segments));
        };
    }

    /**
     * The cross-section at square edges, from rail to rail: share of the way and height of each place, as {@link Moulding}
     * has them.
     */
    public double[] sectionPlaces() throws StepException {
        ProfileCurve c = profileCurve();
        double[] ab = new double[2 * (c.segments() + 1)], out = new double[ab.length];
        c.at(Math.PI / 2, ab);
        for (int i = 0; i < ab.length; i += 2) {
            out[i] = (1 - ab[i] + ab[i + 1]) / 2;
            out[i + 1] = 1 - ab[i] - ab[i + 1];
        }
        return out;
    }

    /** How wide it is: a length in mm or, by that measure, a share. */
    double amount() {
        return measure == Measure.SHARE ? share : width;
    }

    @Override
    public String outlook(Mesh in) {
        try {
            BevelledElements taken = BevelledElements.of(this, in, where.on(in).selection());
            int count = taken.elements().cardinality();
            if (count == 0) return "Takes nothing here.";
            String takes = String.format(Locale.ROOT, "Takes %,d %s", count, what(count));
            if (count > MANY) return takes + ".";
            double widest = widest(in, taken).width();
            if (!(widest < Double.POSITIVE_INFINITY)) return takes + ".";
            String at = Numbers.show(Math.rint(widest * 100) / 100);
            return takes + "; strips meet at " + (measure == Measure.SHARE ? "a share of " + at : at + "\u00a0mm")
                    + ".";
        } catch (StepException e) {
            return e.getMessage();
        }
    }

    @Override
    public List<Guide> guides(Mesh in) {
        if (!guard || of == Of.VERTICES) return List.of();
        try {
            BevelledElements taken = BevelledElements.of(this, in, where.on(in).selection());
            boolean known = !taken.elements().isEmpty() && taken.elements().cardinality() <= MANY;
            return known ? widest(in, taken).rails() : List.of();
        } catch (StepException e) {
            return List.of();
        }
    }

    /** How wide it can be on a mesh before strips meet; whatever its width is now, it is worked out only once. */
    private WidestBevels.Known widest(Mesh in, BevelledElements taken) throws StepException {
        StepDescriptor d = StepDescriptor.of(Bevel.class);
        Bevel unit = (Bevel) d.with(d.with(this, "width", 1.0), "share", 1.0);
        return in.derived(WidestBevels.class, _ -> new WidestBevels())
                .of(
                        unit,
                        () -> goesOver()
                                ? EdgesOver.widest(in, unit, taken)
                                : new Cutter(in, unit, taken.weights(), 0, "").widest(taken.elements()));
    }

    /** The width is dragged away from the middle of an edge, along a face beside it. */
    @Override
    public List<Handle> handles(Mesh in) {
        Adjacency adj = in.adjacency();
        BitSet edges;
        double widest;
        try {
            BevelledElements taken = BevelledElements.of(this, in, where.on(in).selection());
            edges = taken.elements();
            widest = !guard || goesOver() || edges.isEmpty() || edges.cardinality() > MANY
                    ? Double.NaN
                    : widest(in, taken).width();
        } catch (StepException e) {
            return List.of();
        }
        int e = foremost(in, edges);
        if (e < 0) return List.of();
        Vec3 from, way;
        double per;
        if (of == Of.VERTICES) {
            FaceFan fan = new FaceFan(in);
            fan.gather(adj.vertexCorners()[adj.vertexStart()[e]]);
            from = in.point(e);
            way = in.point(in.corners()[adj.cornerNext()[fan.corner(0)]])
                    .minus(from)
                    .unit();
            per = CornerBevel.perUnit(fan, measure);
        } else {
            int c = adj.edgeCorner(e, 0);
            Vec3 p = in.point(in.corners()[c]), q = in.point(in.corners()[adj.cornerNext()[c]]);
            from = p.plus(q).times(0.5);
            way = FaceFrames.of(in)
                    .normal(adj.cornerFace()[c])
                    .cross(q.minus(p))
                    .unit();
            per = EdgeWidths.perUnit(in, edges, e, measure);
        }
        if (!(per > 0)) return List.of();
        double arm = Math.max(per * amount(), 0.02 * in.bounds().diagonal());
        Vec3 at = from.plus(way.times(per * amount()));
        return List.of(new Handle(
                        measure == Measure.SHARE ? "share" : "width",
                        per * amount() < 1e-9 ? at.minus(way.times(arm)) : from,
                        at,
                        1 / per)
                .upTo(widest));
    }

    /** The element that is highest and farthest to the front, where it is most likely seen. */
    private int foremost(Mesh in, BitSet elements) {
        Adjacency adj = in.adjacency();
        int best = -1;
        double most = Double.NEGATIVE_INFINITY;
        for (int e = elements.nextSetBit(0); e >= 0; e = elements.nextSetBit(e + 1)) {
            int u = of == Of.VERTICES ? e : adj.edgeLow(e), v = of == Of.VERTICES ? e : adj.edgeHigh(e);
            double high = in.z(u) + in.z(v) - in.y(u) - in.y(v);
            // Those that are as high but for rounding stay in their order.
            if (high <= most + 1e-9 * Math.abs(most)) continue;
            most = high;
            best = e;
        }
        return best;
    }

    private String cross() {
        return switch (shape) {
            case NUMBER -> segments > 1 ? ", in {segments} segments, profile {profile}" : "";
            case STEPS -> ", in {segments} {shape}";
            case OWN -> ", along a curve of its {shape}";
            default -> ", as {shape} of {segments} segments";
        };
    }

    @Override
    public String sentence() {
        String by = switch (measure) {
            case SHARE -> "{share} of the shorter edge";
            case ALONG -> "{width} {measure} the faces";
            case ACROSS -> "{width} {measure} the strip";
            case DEEP -> "{width} {measure}";
            case RADIUS -> "a {measure} of {width}";
            case SAME -> "the {measure} {width} along every edge";
        };
        String sharper = sharperThan > 0 ? ", sharper than {sharperThan}," : "";
        String what = switch (of) {
            // The pick says "edges" itself.
            case EDGES -> (where.kind() == ElementKind.EDGE ? "{where}" : "{of} of {where}") + sharper;
            case VERTICES -> where.kind() == ElementKind.VERTEX ? "{where}" : "{of} of {where}";
            case RIMS -> "{of} of {where}" + sharper;
        };
        return "*Bevel* " + what + " by " + by + cross() + ".";
    }
}
