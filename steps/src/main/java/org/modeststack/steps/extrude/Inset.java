package org.modeststack.steps.extrude;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Unpicked;

/** Puts a frame of even width round the inside of picked faces, and sinks or raises what is inside it. */
@StepInfo(
        type = "inset",
        title = "Inset",
        family = Family.FACES,
        help = "Shrinks picked faces within their own outline and puts a frame round them, sunk or raised by a depth.",
        words = "frame border panel offset inner recess sink")
public record Inset(
        @Param(label = "Faces", help = "What is inset.", def = "faces")
        Pick faces,

        @Param(
                label = "Thickness",
                help = "How wide the frame is; negative goes outwards.",
                unit = Unit.LENGTH,
                min = -1e6,
                max = 1e6,
                def = "2")
        double thickness,

        @Param(
                label = "Depth",
                help = "How far the inside goes in; negative comes out.",
                unit = Unit.LENGTH,
                min = -1e6,
                max = 1e6,
                def = "0")
        double depth,

        @Param(
                label = "Frames",
                help = "One round each group of faces that hang together, or one round each face.",
                def = "together")
        Frames frames,

        @Param(label = "Guard", help = "Holds the width back where the inside would cross itself.", def = "on")
        boolean guard)
        implements Step {

    /** What gets a frame of its own. */
    public enum Frames {
        TOGETHER,
        EACH
    }

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = faces.on(in, context).to(in, ElementKind.FACE);
        if (picked.isEmpty()) return Unpicked.of(in, "faces", context);
        Raising r = new Raising(in, picked, frames == Frames.EACH);
        double[] places = r.places();
        InsetRule rule = new InsetRule(r);
        int held = 0, rimless = 0;
        double least = Double.POSITIVE_INFINITY;
        for (int g = 0; g < r.groups; g++) {
            if (!rule.hasRim(g)) {
                rimless++;
                continue;
            }
            double width = guard ? rule.widest(g, thickness) : thickness;
            if (width != thickness) {
                held++;
                if (Math.abs(width) < Math.abs(least)) least = width;
            }
            rule.move(g, width, places);
        }
        // The depth goes along the normals of the faces as they were.
        if (depth != 0) for (int g = 0; g < r.groups; g++) if (rule.hasRim(g)) EvenOffset.move(r, g, -depth, places);
        String what = frames == Frames.EACH ? "faces" : "groups";
        if (held > 0) {
            context.remark(
                    Remark.Level.REMARK,
                    "The frame was held back on " + held + " of " + r.groups + " " + what + ", at the least to "
                            + Numbers.show(Math.rint(least * 1000) / 1000) + " mm, so that the inside does not cross"
                            + " itself.");
        }
        if (rimless > 0)
            context.remark(
                    Remark.Level.REMARK,
                    "Faces that go all round a body have no outline to inset; "
                            + (rimless == 1 ? "one group was" : rimless + " groups were") + " left as they are.");
        BitSet all = new BitSet();
        for (int g = 0; g < r.groups; g++) if (rule.hasRim(g)) all.set(g);
        Mesh out = r.build(places, all, false, context.seed(), context.madeTag());
        CrossingRemark.say(in, out, "a smaller thickness mends that", context);
        return out;
    }

    /** The thickness is dragged from the first side of the outline, the depth from the middle of the first group. */
    @Override
    public List<Handle> handles(Mesh in) {
        Selection picked = faces.on(in).selection().to(in, ElementKind.FACE);
        if (picked.isEmpty()) return List.of();
        Raising r = new Raising(in, picked, frames == Frames.EACH);
        GroupFrame frame = GroupFrame.of(r, 0);
        List<Handle> all = new ArrayList<>();
        double least = 0.05 * in.bounds().diagonal();
        int c = r.rim.nextSetBit(0);
        if (c >= 0) {
            Vec3 p = in.point(in.corners()[c]),
                    q = in.point(in.corners()[in.adjacency().cornerNext()[c]]);
            Vec3 from = p.plus(q).times(0.5);
            Vec3 inward = FaceFrames.of(in)
                    .normal(in.adjacency().cornerFace()[c])
                    .cross(q.minus(p))
                    .unit();
            all.add(Handle.measuring("thickness", from, inward, thickness, least));
        }
        if (!frame.normal().equals(Vec3.ZERO))
            all.add(Handle.measuring("depth", frame.middle(), frame.normal().times(-1), depth, least));
        return all;
    }

    @Override
    public String sentence() {
        return "*Inset* {faces} by {thickness}" + (frames == Frames.EACH ? ", {frames} apart" : "")
                + (depth == 0 ? "" : depth > 0 ? ", sunk by {depth}" : ", raised by {depth}") + ".";
    }
}
