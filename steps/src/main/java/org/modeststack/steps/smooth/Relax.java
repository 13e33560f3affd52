package org.modeststack.steps.smooth;

import java.util.BitSet;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.measure.Closure;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.pick.EachAlike;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Unpicked;

/** Evens bumps out by moving vertices towards the middle of their neighbours. */
@StepInfo(
        type = "relax",
        title = "Relax",
        family = Family.SMOOTH,
        help = "Moves vertices towards the middle of their neighbours, so that bumps even out; nothing is divided.",
        words = "smooth laplacian taubin even fair polish average")
public record Relax(
        @Param(label = "Vertices", help = "What is moved.", def = "vertices: all")
        Pick vertices,

        @Param(label = "Strength", help = "How far towards the middle each pass moves.", min = 0, max = 1, def = "0.5")
        double strength,

        @Param(label = "Passes", help = "How often.", min = 0, max = 1000, def = "10")
        int passes,

        @Param(
                label = "Neighbours",
                help =
                        "Alike: all count the same, so that edges also become even. By shape: nearer ones count more, so that"
                                + " the vertices stay where they are along the surface.",
                def = "alike")
        Neighbours neighbours,

        @Param(
                label = "Keeps",
                help =
                        "Nothing: round parts shrink. Size: each pass is followed by one that swells the large forms again."
                                + " Volume: a closed body is swollen to the volume that it had.",
                def = "size")
        Keeps keeps,

        @Param(
                label = "Borders",
                help = "Held: they stay. Along: they even out as curves. Creases do as borders do.",
                def = "held")
        Borders borders,

        @Param(label = "Creases", help = "The tag of the edges that stay sharp; empty for none.", def = Crease.EDGES)
        String creases)
        implements EachAlike {

    /** How much each neighbour counts. */
    public enum Neighbours {
        ALIKE,
        BY_SHAPE
    }

    /** What must not shrink. */
    public enum Keeps {
        NOTHING,
        SIZE,
        VOLUME
    }

    /** What becomes of borders and creases. */
    public enum Borders {
        HELD,
        ALONG
    }

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = vertices.on(in, context).to(in, ElementKind.VERTEX);
        if (picked.isEmpty()) return Unpicked.of(in, "vertices", context);
        if (passes == 0 || strength == 0) return in;
        BitSet moved = picked.elements();
        Relaxing relaxing =
                new Relaxing(in, moved, sharp(in), borders == Borders.ALONG, neighbours == Neighbours.BY_SHAPE);
        double[] xyz = relaxing.relaxed(strength, passes, keeps == Keeps.SIZE, context);
        if (keeps == Keeps.VOLUME) {
            if (!Closure.of(in).isClosed())
                context.remark(
                        Remark.Level.REMARK, "The body is open, so it has no volume to keep; it may have shrunk.");
            else if (!relaxing.keepVolume(xyz))
                context.remark(Remark.Level.REMARK, "What was picked could not make the volume good that was lost.");
        }
        return in.withPositions(xyz);
    }

    private @Nullable Tag sharp(Mesh in) {
        Tag tag = creases.isBlank() ? null : in.tag(creases);
        return tag == null || tag.kind() != ElementKind.EDGE ? null : tag;
    }

    @Override
    public String sentence() {
        String kept = switch (keeps) {
            case NOTHING -> "";
            case SIZE -> ", keeping the {keeps}";
            case VOLUME -> ", keeping the {keeps}";
        };
        return "*Relax* {vertices}" + (passes == 1 ? " once" : " {passes} times") + kept + ".";
    }
}
