package org.modeststack.steps.repeat;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.ElementKind;
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
import org.modeststack.steps.Role;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Trig;
import org.modeststack.steps.Unit;
import org.modeststack.steps.clean.Onward;
import org.modeststack.steps.part.PickedLine;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.place.AxisTurn;
import org.modeststack.steps.place.Rigid;
import org.modeststack.steps.place.Shift;
import org.modeststack.steps.place.Transform;

/** Copies round an axis. */
@StepInfo(
        type = "round-array",
        title = "Round array",
        family = Family.REPEAT,
        help = "A polar array: copies of everything so far, turned about an axis in equal parts.",
        words = "repeat axis array polar circular radial copies bolt circle pattern")
public record RoundArray(
        @Param(label = "Count", help = "How many there are in all.", min = 1, max = 100000, def = "6")
        int count,

        @Param(label = "Axis", help = "The axis to turn round.", def = "z")
        Axis axis,

        @Param(
                label = "Angle",
                help = "The turn they share out; a full turn has no second copy at its end.",
                unit = Unit.ANGLE,
                min = -36000,
                max = 36000,
                def = "360")
        double angle,

        @Param(
                label = "Centre",
                help = "A point on the axis.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0 0 0",
                role = Role.POINT)
        Vec3 centre,

        @Param(
                label = "Rise",
                help = "How far each copy is moved along the axis from the last.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0")
        double rise,

        @Param(
                label = "Line",
                section = "Axis of something else",
                help =
                        "A picked straight edge is the axis, of a picked rim the middle of its circle, of a face its normal; where"
                                + " nothing is picked the axis below is taken.",
                def = "edges")
        Pick line,

        @Param(
                label = "Body",
                section = "Axis of something else",
                help = "Another body: the axis goes through its middle, wherever that is.")
        Bodies body,

        @Param(label = "Upright", help = "Copies stand as the first does, and only their places go round.", def = "off")
        boolean upright,

        @LeftOut String leftOut,

        @WeldWithin double weldWithin,

        @WithoutWalls boolean withoutWalls,

        @Onward boolean onward,

        @United boolean united)
        implements PartStep {

    /** Walls stay. */
    public RoundArray(int count, Axis axis, double angle, Vec3 centre, double rise, double weldWithin) {
        this(
                count,
                axis,
                angle,
                centre,
                rise,
                Pick.none(ElementKind.EDGE),
                Bodies.NONE,
                false,
                "",
                weldWithin,
                false,
                false,
                false);
    }

    @Override
    public Geometry apply(Geometry in, StepContext context) throws StepException {
        PickedLine round = line(in, context);
        Vec3 middle = in.isEmpty() || !upright ? Vec3.ZERO : in.exactBounds().center();
        return new Copies(count, copy -> place(copy, round, middle), rules()).of(in, context);
    }

    private Copies.Rules rules() {
        return new Copies.Rules(weldWithin, withoutWalls, onward, united, leftOut);
    }

    /** The line to go round; null for an axis of the world, which keeps its numbers to the bit. */
    private @Nullable PickedLine line(Geometry in, StepContext context) throws StepException {
        if (!line.terms().isEmpty()) {
            Limits.checkMaking(in);
            PickedLine found = PickedLine.of(in.mesh(), line.on(in.mesh(), context));
            if (found == null)
                throw new StepException(
                        "What is picked gives no axis: pick a straight edge, the rim of a bore, or a face.");
            return found;
        }
        if (body.ids().isEmpty()) return null;
        if (body.ids().size() > 1) throw new StepException("Choose one body to go round.");
        Geometry other = context.geometry(body.ids().getFirst());
        if (other.isEmpty())
            throw new StepException(context.bodyName(body.ids().getFirst()) + " has no faces, so it has no middle.");
        return new PickedLine(other.exactBounds().center(), axis.direction());
    }

    private @Nullable Placement place(int copy, @Nullable PickedLine round, Vec3 middle) {
        if (copy == 0) return null;
        double cos, sin;
        if (angle != 0 && angle % 360 == 0) {
            long turns = Math.round(angle / 360);
            cos = Trig.cos(copy * turns, count);
            sin = Trig.sin(copy * turns, count);
        } else {
            double a = angle * copy / (count - 1);
            cos = Trig.cosDegrees(a);
            sin = Trig.sinDegrees(a);
        }
        if (round == null && !upright) return new AxisTurn(axis, cos, sin, centre, rise * copy);
        Vec3 way = round == null ? axis.direction() : round.way(), about = round == null ? centre : round.point();
        Affine turned = Transform.about(about, Rigid.round(way, cos, sin).affine(), 1)
                .then(Affine.shift(way.times(rise * copy)));
        return upright ? new Shift(turned.point(middle).minus(middle)) : new Transform(turned);
    }

    /** On the last copy: how far round it is, and how high. */
    @Override
    public List<Handle> handles(Mesh in) {
        if (in.isEmpty() || count < 2 || !line.terms().isEmpty() || !body.ids().isEmpty()) return List.of();
        Vec3 middle = in.bounds().center(), way = axis.direction();
        Vec3 foot = centre.plus(way.times(middle.minus(centre).dot(way)));
        List<Handle> out = new ArrayList<>();
        boolean isFull = angle % 360 == 0;
        Placement last = Objects.requireNonNull(place(count - 1, null, middle));
        Vec3 at = last.affine().point(middle);
        Vec3 level = at.minus(way.times(rise * (count - 1)));
        if (!isFull && level.minus(foot).length() > 0) out.add(Handle.turning("angle", foot, level, way));
        if (rise != 0) out.add(new Handle("rise", Handle.WHOLE, level, at, Math.signum(rise) / (count - 1)));
        return out;
    }

    @Override
    public boolean hasTools() {
        return false;
    }

    @Override
    public boolean uses(String param) {
        boolean picked = !line.terms().isEmpty(), other = !body.ids().isEmpty();
        return switch (param) {
            case "body" -> !picked;
            case "centre" -> !picked && !other;
            case "axis" -> !picked;
            default -> rules().uses(param);
        };
    }

    @Override
    public String sentence() {
        String s = "*Repeat* {count} times round ";
        if (!line.terms().isEmpty()) s += "{line}";
        else if (!body.ids().isEmpty()) s += "{body} about {axis}";
        else s += centre.equals(Vec3.ZERO) ? "{axis}" : "{axis} through {centre}";
        if (angle != 360) s += " over {angle}";
        if (rise != 0) s += ", rising {rise} each";
        if (upright) s += ", upright";
        return s + rules().inWords();
    }
}
