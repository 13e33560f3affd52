package org.modeststack.steps.repeat;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.part.Placement;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Family;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Limits;
import org.modeststack.steps.Param;
import org.modeststack.steps.PartStep;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Trig;
import org.modeststack.steps.Unit;
import org.modeststack.steps.clean.Onward;
import org.modeststack.steps.place.Rigid;
import org.modeststack.steps.place.Shift;
import org.modeststack.steps.place.Transform;

/** Copies in a row. */
@StepInfo(
        type = "row-array",
        title = "Row array",
        family = Family.REPEAT,
        help = "A linear array: copies of everything so far, each the same distance from the last.",
        words = "repeat array linear copies duplicate pattern")
public record RowArray(
        @Param(
                label = "Count",
                help = "How many there are in all.",
                min = 1,
                max = 100000,
                def = "3",
                only = "spacing=each,total,extent")
        int count,

        @Param(
                label = "Spacing",
                help =
                        "Each: from a copy to the next. Total: from the first copy to the last. Extent: in sizes of the body,"
                                + " 1 is touching. Fill: as many as go from the first to the last at a spacing.",
                def = "each")
        Spacing spacing,

        @Param(
                label = "Offset",
                help = "From one copy to the next, or from the first to the last, along X, Y and Z.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "80 0 0",
                only = "spacing=each,total,fill")
        Vec3 offset,

        @Param(
                label = "Sizes",
                help = "From one copy to the next, in sizes of the body along X, Y and Z; 1 is touching.",
                unit = Unit.FACTOR,
                min = -1e6,
                max = 1e6,
                def = "1 0 0",
                only = "spacing=extent")
        Vec3 sizes,

        @Param(
                label = "Every",
                help = "How far from one copy to the next.",
                unit = Unit.LENGTH,
                min = 1e-6,
                max = 1e9,
                def = "20",
                only = "spacing=fill")
        double every,

        @Param(
                label = "Turn",
                section = "From copy to copy",
                help = "How far each copy is turned on from the last, about its own middle.",
                unit = Unit.ANGLE,
                min = -36000,
                max = 36000,
                def = "0")
        double turn,

        @Param(label = "Turn axis", section = "From copy to copy", help = "The axis of that turn.", def = "z")
        Axis turnAxis,

        @Param(
                label = "Scale",
                section = "From copy to copy",
                help = "How many times as large as the last each copy is, about its own middle.",
                unit = Unit.FACTOR,
                min = 0.001,
                max = 1000,
                def = "1")
        double scale,

        @LeftOut String leftOut,

        @FirstCopy Bodies firstCopy,

        @LastCopy Bodies lastCopy,

        @WeldWithin double weldWithin,

        @WithoutWalls boolean withoutWalls,

        @Onward boolean onward,

        @United boolean united)
        implements PartStep {

    private static final int MOST = 100_000;

    /** How far apart new copies stand, in sizes of the body. */
    private static final double APART = 1.25;

    public RowArray(int count, Vec3 offset, Spacing spacing, double weldWithin) {
        this(
                count,
                spacing,
                offset,
                new Vec3(1, 0, 0),
                20,
                0,
                Axis.Z,
                1,
                "",
                Bodies.NONE,
                Bodies.NONE,
                weldWithin,
                false,
                false,
                false);
    }

    /** What the offset spans. */
    public enum Spacing {
        EACH,
        TOTAL,
        EXTENT,
        FILL
    }

    @Override
    public Geometry apply(Geometry in, StepContext context) throws StepException {
        if (spacing == Spacing.FILL && offset.length() == 0)
            throw new StepException("There is no way to fill: the offset says how far and in which direction.");
        boolean asksSize = spacing == Spacing.EXTENT || turn != 0 || scale != 1;
        Row row = row(asksSize ? in.exactBounds() : Bounds.EMPTY);
        Limits.checkParts(row.count);
        return new Copies((int) row.count, copy -> place(row, copy), rules()).of(in, context);
    }

    private Copies.Rules rules() {
        return new Copies.Rules(weldWithin, withoutWalls, onward, united, leftOut, firstCopy, lastCopy);
    }

    /**
     * How the copies stand.
     *
     * @param step that from one to the next is a share of, mm
     * @param middle what each turns about
     */
    private record Row(double count, Vec3 step, double share, Vec3 middle) {}

    private Row row(Bounds body) {
        Vec3 middle = body.isEmpty() ? Vec3.ZERO : body.center();
        return switch (spacing) {
            case EACH -> new Row(count, offset, 1, middle);
            case TOTAL -> new Row(count, offset, 1.0 / Math.max(1, count - 1), middle);
            case EXTENT -> {
                Vec3 size = body.isEmpty() ? Vec3.ZERO : body.size();
                Vec3 step = new Vec3(sizes.x() * size.x(), sizes.y() * size.y(), sizes.z() * size.z());
                yield new Row(count, step, 1, middle);
            }
            case FILL -> {
                double length = offset.length();
                double gaps = Copies.gaps(length, every);
                yield new Row(gaps + 1, length == 0 ? offset : offset.times(every / length), 1, middle);
            }
        };
    }

    private @Nullable Placement place(Row row, int copy) {
        if (copy == 0) return null;
        Vec3 by = row.step.times(copy * row.share);
        if (turn == 0 && scale == 1) return new Shift(by);
        double angle = turn * copy;
        Affine turned = Rigid.round(turnAxis.direction(), Trig.cosDegrees(angle), Trig.sinDegrees(angle))
                .affine();
        return new Transform(
                Transform.about(row.middle, turned, Math.pow(scale, copy)).then(Affine.shift(by)));
    }

    /** On the last copy and on the first; what fills a length has one at its end. */
    @Override
    public List<Handle> handles(Mesh in) {
        if (in.isEmpty()) return List.of();
        Row row = row(in.bounds());
        Vec3 step = row.step.times(row.share), from = row.middle;
        if (spacing == Spacing.FILL)
            return offset.length() == 0
                    ? List.of()
                    : List.of(new Handle("offset", Handle.WHOLE, from, from.plus(offset), 1));
        if (count < 2 || step.length() == 0) return List.of();
        if (spacing == Spacing.EXTENT) {
            int axis = longest(step);
            double rate = sizes.get(axis) / step.get(axis) / (count - 1) * Math.signum(sizes.get(axis));
            return List.of(new Handle("sizes", axis, from, from.plus(step.times(count - 1)), rate));
        }
        List<Handle> out = new ArrayList<>();
        double whole = spacing == Spacing.EACH ? 1 : count - 1;
        out.add(new Handle("offset", Handle.WHOLE, from, from.plus(step.times(count - 1)), whole / (count - 1)));
        if (count > 2) out.add(new Handle("offset", Handle.WHOLE, from, from.plus(step), whole));
        return out;
    }

    private static int longest(Vec3 v) {
        int axis = 0;
        for (int i = 1; i < 3; i++) if (Math.abs(v.get(i)) > Math.abs(v.get(axis))) axis = i;
        return axis;
    }

    /** A little farther than the body is wide; behind a row along one axis along the next, so that a sheet or a block comes of it. */
    @Override
    public Step suited(Bounds in, Step before) {
        if (in.isEmpty()) return this;
        int axis = before instanceof RowArray row && row.spacing != Spacing.EXTENT ? (longest(row.offset) + 1) % 3 : 0;
        Vec3 size = in.size();
        double length = APART * size.get(axis);
        double unit = Math.pow(10, Math.floor(Math.log10(Math.max(length, Double.MIN_NORMAL))) - 1);
        double next = length > 0 ? Math.ceil(length / unit - Copies.ROUNDING) * unit : offset.length();
        return with(count, Vec3.ZERO.with(axis, next), sizes, every);
    }

    /** As the copies stood before it was measured in another way, as far as that can be. */
    @Override
    public Step rephrased(Step before, Mesh in) {
        if (!(before instanceof RowArray old) || old.spacing == spacing || in.isEmpty()) return this;
        Row row = old.row(in.bounds());
        Vec3 step = row.step.times(row.share), size = in.bounds().size();
        int n = (int) Math.min(row.count, MOST);
        Vec3 total = step.times(Math.max(1, n - 1));
        return switch (spacing) {
            case EACH -> with(n, step, sizes, every);
            case TOTAL -> with(n, total, sizes, every);
            case FILL -> with(n, total, sizes, step.length() > 0 ? step.length() : every);
            case EXTENT ->
                with(
                        n,
                        offset,
                        new Vec3(
                                times(step.x(), size.x(), sizes.x()),
                                times(step.y(), size.y(), sizes.y()),
                                times(step.z(), size.z(), sizes.z())),
                        every);
        };
    }

    private static double times(double length, double size, double otherwise) {
        return size > 0 ? length / size : length == 0 ? 0 : otherwise;
    }

    private RowArray with(int newCount, Vec3 newOffset, Vec3 newSizes, double newEvery) {
        return new RowArray(
                newCount,
                spacing,
                newOffset,
                newSizes,
                newEvery,
                turn,
                turnAxis,
                scale,
                leftOut,
                firstCopy,
                lastCopy,
                weldWithin,
                withoutWalls,
                onward,
                united);
    }

    @Override
    public boolean uses(String param) {
        if (param.equals("turnAxis")) return turn != 0;
        return rules().uses(param);
    }

    @Override
    public String sentence() {
        String s = switch (spacing) {
            case EACH -> "*Repeat* {count} times in a row, each {offset} on";
            case TOTAL -> "*Repeat* {count} times in a row over {offset}";
            case EXTENT -> "*Repeat* {count} times in a row, each {sizes} of its size on";
            case FILL -> "*Repeat* every {every} in a row over {offset}";
        };
        if (turn != 0) s += ", turned {turn} each";
        if (scale != 1) s += ", {scale} times as large each";
        return s + rules().inWords();
    }
}
