package org.modeststack.steps.place;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Family;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Param;
import org.modeststack.steps.Role;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Trig;
import org.modeststack.steps.Unit;

/** Puts a body with one of its points at a place, turned square to the surface there where asked. */
@StepInfo(
        type = "place",
        title = "Place",
        family = Family.SHAPE,
        help = "Puts the body with one of its points at a place, and turns the side it stands on to the surface there."
                + " Both are taken from the view by a click each, or typed.",
        words = "snap put attach seat onto surface normal square move")
public record Place(
        @Param(
                label = "Point",
                help = "The point of the body that comes to the place.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0 0 0",
                role = Role.POINT,
                facing = "side")
        Vec3 point,

        @Param(
                label = "Side",
                help = "The way the side of the body looks that comes to lie on the surface.",
                min = -1e9,
                max = 1e9,
                def = "0 0 -1",
                role = Role.DIRECTION)
        Vec3 side,

        @Param(
                label = "At",
                help = "Where the point comes to.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0 0 0",
                role = Role.POINT,
                facing = "normal")
        Vec3 at,

        @Param(
                label = "Normal",
                help = "The way the surface there looks.",
                min = -1e9,
                max = 1e9,
                def = "0 0 1",
                role = Role.DIRECTION)
        Vec3 normal,

        @Param(label = "Square", help = "Turns the body so that its side lies flat on the surface.", def = "on")
        boolean square,

        @Param(
                label = "Turned",
                help = "Turns it on the surface.",
                unit = Unit.ANGLE,
                min = -36000,
                max = 36000,
                def = "0")
        double turned,

        @Param(
                label = "Above",
                help = "How far above the surface.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0")
        double above)
        implements RigidStep {
    /** What is shorter than this, mm, shows nowhere. */
    private static final double LEAST = 1e-6;

    @Override
    public Rigid motion() throws StepException {
        if (normal.equals(Vec3.ZERO)) throw new StepException("Normal needs a direction; all three numbers are 0.");
        if (!square) return Rigid.shift(target().minus(point));
        if (side.equals(Vec3.ZERO)) throw new StepException("Side needs a direction; all three numbers are 0.");
        Rigid turn = Rigid.shortest(side, normal.times(-1))
                .then(Rigid.round(normal.unit(), Trig.cosDegrees(turned), Trig.sinDegrees(turned)));
        return Rigid.shift(point.times(-1)).then(turn).then(Rigid.shift(target()));
    }

    /**
     * The same, turned on the surface so that what looked along its X before shows to a place.
     *
     * @return this where that place lies in the line of the normal, or nothing is square to the surface
     */
    public Place turnedTowards(Vec3 place) throws StepException {
        if (!square || normal.equals(Vec3.ZERO)) return this;
        Vec3 n = normal.unit();
        Affine straight =
                new Place(point, side, at, normal, true, 0, above).motion().affine();
        Vec3 from = level(straight.x(), n), to = level(place.minus(target()), n);
        if (from.length() < LEAST) from = level(straight.y(), n);
        if (to.length() < LEAST) return this;
        double angle = Math.toDegrees(Math.atan2(n.dot(from.cross(to)), from.dot(to)));
        return new Place(point, side, at, normal, true, Math.rint(angle * 100) / 100 + 0.0, above);
    }

    /** What of a direction lies in the surface. */
    private static Vec3 level(Vec3 v, Vec3 n) {
        return v.minus(n.times(v.dot(n)));
    }

    private Vec3 target() {
        return at.plus(normal.unit().times(above));
    }

    @Override
    public List<Handle> handles(Mesh in) {
        if (in.isEmpty() || normal.equals(Vec3.ZERO)) return List.of();
        double reach = 0.4 * in.bounds().diagonal();
        List<Handle> all = new ArrayList<>();
        all.add(Handle.point("at", target()));
        Vec3 n = normal.unit();
        all.add(Handle.shifting("above", Handle.WHOLE, target(), target().plus(n.times(reach))));
        if (square) {
            Vec3 level = Axis.Z.direction().cross(n);
            Vec3 arm = (level.length() < 1e-6 ? Axis.X.direction() : level.unit()).times(reach);
            Rigid turn = Rigid.round(n, Trig.cosDegrees(turned), Trig.sinDegrees(turned));
            all.add(Handle.turning(
                    "turned", target(), target().plus(turn.affine().direction(arm)), n));
        }
        return all;
    }

    /** It stays where it stands until a place is given. */
    @Override
    public Step suited(Bounds in, Step before) {
        if (in.isEmpty()) return this;
        Vec3 foot = new Vec3(in.center().x(), in.center().y(), in.minZ());
        return new Place(foot, side, foot, normal, square, turned, above);
    }

    @Override
    public String pointAtBottom() {
        return "point";
    }

    @Override
    public String sentence(Set<String> anchored) {
        String it = anchored.contains("point") ? "*Place* its {point} " : "*Place* it with {point} ";
        String where = anchored.contains("at") ? "on {at}" : "at {at}";
        String square = !square() ? "" : anchored.contains("normal") ? ", square to it" : ", square to {normal}";
        return it + where + square + (square() && turned != 0 ? ", turned {turned}" : "")
                + (above != 0 ? ", {above} above" : "") + ".";
    }

    @Override
    public String sentence() {
        return sentence(Set.of());
    }
}
