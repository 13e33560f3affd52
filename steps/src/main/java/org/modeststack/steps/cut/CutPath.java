package org.modeststack.steps.cut;

import java.util.List;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;
import org.modeststack.steps.pick.HandOrder;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Unpicked;

/** Cuts new edges across faces, from one picked place to the next. */
@StepInfo(
        type = "cut-path",
        title = "Cut path",
        family = Family.FACES,
        help = "Cuts new edges straight across the faces from one picked vertex or edge to the next, in the order they"
                + " were picked.",
        words = "knife cut edge route redirect draw across split")
public record CutPath(
        @Param(label = "Through", help = "The vertices or edges, in the order they are picked.", def = "vertices")
        Pick through,

        @Param(
                label = "Share",
                help = "Where on picked edges the path runs: 50 % is their middle.",
                unit = Unit.FACTOR,
                min = 0.001,
                max = 0.999,
                def = "0.5")
        double share,

        @Param(label = "Closed", help = "Goes back to where it began.", def = "off")
        boolean closed)
        implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = through.on(in, context);
        if (picked.kind() == ElementKind.FACE) picked = picked.to(in, ElementKind.VERTEX);
        if (picked.isEmpty()) return Unpicked.of(in, PickText.plural(through.kind()), context);
        PathWalk.Place[] places = places(in, picked);
        if (places.length < 2) {
            context.remark(Remark.Level.REMARK, "A path needs two places at least; one is picked.");
            return in;
        }
        ChordCut cut = new ChordCut(in);
        PathWalk walk = new PathWalk(in);
        int[] ids = new int[places.length];
        for (int i = 0; i < ids.length; i++) ids[i] = id(cut, places[i]);
        int legs = closed && places.length > 2 ? places.length : places.length - 1, lost = 0, firstLost = -1;
        for (int i = 0; i < legs; i++) {
            int j = (i + 1) % places.length;
            List<PathWalk.Leg> way = walk.between(places[i], places[j]);
            if (way == null) {
                if (lost++ == 0) firstLost = i;
                continue;
            }
            int at = ids[i];
            for (int k = 0; k < way.size(); k++) {
                int to = k == way.size() - 1 ? ids[j] : id(cut, way.get(k).to());
                if (to != at) cut.chord(way.get(k).face(), at, to);
                at = to;
            }
        }
        Mesh out = cut.build(context.seed(), context.madeTag());
        if (lost > 0)
            context.remark(
                    Remark.Level.REMARK,
                    lost + " of " + legs + (legs == 1 ? " part" : " parts")
                            + " of the path left out: no straight way over the surface from place "
                            + (firstLost + 1) + " to place "
                            + (firstLost + 2 > places.length ? 1 : firstLost + 2) + ".");
        cut.remarkOutside(context);
        return out;
    }

    private static int id(ChordCut cut, PathWalk.Place p) {
        return p.vertex() >= 0 ? p.vertex() : cut.point(p.edge(), p.t());
    }

    private PathWalk.Place[] places(Mesh in, Selection picked) {
        int[] order = HandOrder.of(in, through, picked);
        PathWalk.Place[] out = new PathWalk.Place[order.length];
        Adjacency adj = in.adjacency();
        Vec3 before = null;
        for (int i = 0; i < order.length; i++) {
            if (picked.kind() == ElementKind.VERTEX) {
                out[i] = PathWalk.Place.of(in, order[i]);
                continue;
            }
            int e = order[i], a = adj.edgeLow(e), b = adj.edgeHigh(e);
            // All edges count their share from the same side of the path: the one that runs with those before.
            boolean swap = before == null
                    ? Long.compareUnsigned(in.vertexKeys()[a], in.vertexKeys()[b]) > 0
                    : in.point(b).minus(in.point(a)).dot(before) < 0;
            Vec3 way = in.point(b).minus(in.point(a));
            before = swap ? way.times(-1) : way;
            out[i] = PathWalk.Place.of(in, e, swap ? 1 - share : share);
        }
        return out;
    }

    @Override
    public String sentence() {
        return "*Cut a path* through {through}"
                + (through.kind() == ElementKind.EDGE && share != 0.5 ? " at {share}" : "")
                + (closed ? ", closed" : "") + ".";
    }
}
