package org.modeststack.steps.repeat;

import java.util.List;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.steps.Family;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Param;
import org.modeststack.steps.PartStep;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;
import org.modeststack.steps.clean.Onward;
import org.modeststack.steps.place.Shift;

/** Copies in a row. */
@StepInfo(
        type = "row-array",
        title = "Repeat in a row",
        family = Family.REPEAT,
        help = "A linear array: copies of everything so far, each the same distance from the last.",
        words = "array linear copies duplicate pattern")
public record RowArray(
        @Param(label = "Count", help = "How many there are in all.", min = 1, max = 100000, def = "3")
        int count,

        @Param(
                label = "Offset",
                help = "From one copy to the next, along X, Y and Z.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "80 0 0")
        Vec3 offset,

        @Param(
                label = "Measured",
                help = "From each copy to the next, or from the first copy to the last.",
                def = "each")
        Spacing spacing,

        @WeldWithin double weld,

        @WithoutWalls boolean withoutWalls,

        @Onward boolean onward)
        implements PartStep {

    /** Walls stay. */
    public RowArray(int count, Vec3 offset, Spacing spacing, double weld) {
        this(count, offset, spacing, weld, false, false);
    }

    /** What the offset spans. */
    public enum Spacing {
        EACH,
        TOTAL
    }

    @Override
    public Geometry apply(Geometry in, StepContext context) throws StepException {
        double share = spacing == Spacing.TOTAL ? 1.0 / Math.max(1, count - 1) : 1;
        return Copies.of(in, count, copy -> new Shift(offset.times(copy * share)), weld, withoutWalls, onward, context);
    }

    @Override
    public List<Handle> handles(Mesh in) {
        if (in.isEmpty() || count < 2 || offset.length() == 0) return List.of();
        double spans = spacing == Spacing.EACH ? count - 1 : 1;
        Vec3 first = in.bounds().center();
        return List.of(new Handle("offset", Handle.WHOLE, first, first.plus(offset.times(spans)), 1 / spans));
    }

    @Override
    public boolean uses(String param) {
        return weld > 0 || !param.equals("withoutWalls") && !param.equals("onward");
    }

    @Override
    public String sentence() {
        String s = spacing == Spacing.EACH
                ? "*Repeat* {count} times in a row, each {offset} on"
                : "*Repeat* {count} times in a row over {offset}";
        return s + Copies.howWelded(weld, withoutWalls, onward);
    }
}
