package org.modeststack.steps.cut;

import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Loops;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Limits;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Unpicked;

/** Cuts loops of edges across the quads that picked edges lie side by side on. */
@StepInfo(
        type = "cut-loop",
        title = "Cut loop",
        family = Family.FACES,
        help = "Cuts edges in a row across the quads beside picked edges, all the way round or to the first face that"
                + " has not four sides.",
        words = "loop cut ring edge insert divide subdivide support")
public record CutLoop(
        @Param(
                label = "Across",
                help = "One edge of each row of quads to cut; the rest of the ring follows.",
                def = "edges")
        Pick across,

        @Param(label = "Count", help = "How many loops.", min = 1, max = 1000, def = "1")
        int count,

        @Param(
                label = "Spread",
                help = "How far apart they lie: 1 divides evenly, less brings them together.",
                unit = Unit.FACTOR,
                min = 0,
                max = 2,
                def = "1")
        double spread,

        @Param(
                label = "Slide",
                help = "Moves all of them to one side: -1 and 1 are the ends.",
                unit = Unit.FACTOR,
                min = -1,
                max = 1,
                def = "0")
        double slide,

        @Param(
                label = "Alone",
                help = "Also cuts edges that no face of four sides is beside; their new vertices join nothing.",
                def = "off")
        boolean alone)
        implements Step {

    /** Cuts keep this share of an edge's length from its ends, so that nothing has no area. */
    private static final double MARGIN = 1e-4;

    /** Cuts only where there is a ring to follow. */
    public CutLoop(Pick across, int count, double spread, double slide) {
        this(across, count, spread, slide, false);
    }

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        Selection picked = across.on(in, context).to(in, ElementKind.EDGE);
        if (picked.isEmpty()) return Unpicked.of(in, "edges", context);
        Selection ring = Loops.rings(in, picked);
        if (!alone) ring = withFaces(in, picked, ring, context);
        if (ring.isEmpty()) return in;
        Limits.checkFaces(in.faceCount() + (double) ring.size() * count);
        return new RingCut(in, ring.elements(), shares()).build(context.seed(), context.madeTag());
    }

    /** The edges of rings without those that no face is cut across from, which are said. */
    private static Selection withFaces(Mesh in, Selection picked, Selection ring, StepContext context) {
        BitSet followed = followed(in, ring.elements());
        int lone = 0;
        for (int e = picked.elements().nextSetBit(0);
                e >= 0;
                e = picked.elements().nextSetBit(e + 1)) if (!followed.get(e)) lone++;
        if (lone > 0) {
            context.remark(
                    Remark.Level.REMARK,
                    (lone == picked.size()
                                    ? "No face of four sides is beside what is picked"
                                    : lone + " of " + picked.size()
                                            + " edges were left alone: no face of four sides is beside them")
                            + ", so there is no ring to follow. Join triangles first where there are any.");
        }
        return lone == 0 ? ring : new Selection(ElementKind.EDGE, followed);
    }

    /** The edges of rings that some face is cut across from. */
    private static BitSet followed(Mesh in, BitSet ring) {
        Adjacency adj = in.adjacency();
        BitSet out = new BitSet();
        for (int e = ring.nextSetBit(0); e >= 0; e = ring.nextSetBit(e + 1))
            for (int i = 0; i < adj.edgeSides(e); i++) {
                int c = adj.edgeCorner(e, i);
                if (in.sides(adj.cornerFace()[c]) != 4) continue;
                if (ring.get(adj.cornerEdge()[adj.cornerNext()[adj.cornerNext()[c]]])) out.set(e);
            }
        return out;
    }

    /** Where the cuts lie on each edge, from 0 to 1, in order. */
    double[] shares() {
        double[] t = new double[count];
        double room = 1 - 2 * MARGIN;
        double half = count == 1 ? 0 : 0.5 * spread * (count - 1) / (count + 1);
        half = Math.min(half, 0.5 * room);
        double middle = 0.5 + slide * (0.5 * room - half);
        for (int i = 0; i < count; i++) t[i] = count == 1 ? middle : middle - half + 2 * half * i / (count - 1);
        return t;
    }

    @Override
    public List<Handle> handles(Mesh in) {
        Selection ring = Loops.rings(in, across.on(in).selection().to(in, ElementKind.EDGE));
        int e = ring.elements().nextSetBit(0);
        if (e < 0) return List.of();
        int a = RingCut.startOf(in, e), low = in.adjacency().edgeLow(e);
        int b = a == low ? in.adjacency().edgeHigh(e) : low;
        Vec3 from = in.point(a), way = in.point(b).minus(from);
        double[] t = shares();
        double middle = 0.5 * (t[0] + t[count - 1]), room = 0.5 - MARGIN - 0.5 * (t[count - 1] - t[0]);
        // Loops spread over all of the edge have no room to slide.
        if (room * way.length() <= 0) return List.of();
        return List.of(new Handle("slide", from, from.plus(way.times(middle)), 1 / (room * way.length())));
    }

    @Override
    public String sentence() {
        return (count == 1 ? "*Cut a loop* across {across}" : "*Cut* {count} *loops* across {across}")
                + (spread != 1 && count > 1 ? ", spread {spread}" : "") + (slide == 0 ? "" : ", slid by {slide}") + ".";
    }
}
