package org.modeststack.steps.extrude;

import java.util.ArrayList;
import java.util.List;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Param;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;
import org.modeststack.steps.pick.EachAlike;
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

        @Param(
                label = "Guard",
                section = "Guard",
                help = "Holds the width back where the inside would cross itself.",
                def = "on")
        boolean guard,

        @Param(
                label = "Guard around",
                section = "Guard",
                help = "Also holds the width back where the frame would run through anything beside it.",
                def = "on")
        boolean guardAround)
        implements EachAlike {

    /** Guarded against what is around as against itself. */
    public Inset(Pick faces, double thickness, double depth, Frames frames, boolean guard) {
        this(faces, thickness, depth, frames, guard, guard);
    }

    /** What gets a frame of its own. */
    public enum Frames {
        TOGETHER,
        EACH
    }

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = faces.on(in, context).to(in, ElementKind.FACE);
        if (picked.isEmpty()) return Unpicked.of(in, "faces", context);
        InsetFrames made = new InsetFrames(this, new Raising(in, picked, frames == Frames.EACH), context);
        Mesh out = made.build();
        NewCrossings crossings = NewCrossings.between(in, out);
        // A frame outwards in the surface lies over what is there, however narrow it is.
        boolean helps = thickness > 0 || depth != 0;
        if (guard && guardAround && helps && !crossings.isEmpty()) {
            Mesh held = made.heldBack(crossings, out);
            if (held != out) crossings = NewCrossings.between(in, held);
            out = held;
        }
        made.remark();
        CrossingRemark.say(crossings, out, instead(helps), context);
        return out;
    }

    @Override
    public boolean uses(String param) {
        return !param.equals("guardAround") || guard;
    }

    private String instead(boolean helps) {
        if (!helps) return "outwards it lies over what is beside it";
        return depth == 0 ? "a smaller thickness mends that" : "a smaller thickness or depth mends that";
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
