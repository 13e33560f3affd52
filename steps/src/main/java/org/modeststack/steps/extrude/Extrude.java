package org.modeststack.steps.extrude;

import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Role;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Unpicked;

/** Pulls picked faces out of the surface or pushes them in, with walls behind them. */
@StepInfo(
        type = "extrude",
        title = "Extrude",
        family = Family.FACES,
        help = "Pulls picked faces out, or pushes them in where the distance is negative, and puts walls behind them.",
        words = "pull push raise lower out in thicken shell solid")
public record Extrude(
        @Param(label = "Faces", help = "What is extruded.", def = "faces")
        Pick faces,

        @Param(
                label = "Distance",
                help = "How far; negative goes into the body.",
                unit = Unit.LENGTH,
                min = -1e6,
                max = 1e6,
                def = "10")
        double distance,

        @Param(
                label = "Direction",
                help = "Together along their mean normal, each face apart along its own, along the surface's normals so"
                        + " that the thickness is even, or along a given direction.",
                def = "together")
        Direction direction,

        @Param(
                label = "Along",
                help = "The given direction; its length does not matter.",
                min = -1e9,
                max = 1e9,
                def = "0 0 1",
                role = Role.DIRECTION)
        Vec3 along,

        @Param(
                label = "Turn",
                section = "More",
                help = "Turns what is extruded round its direction.",
                unit = Unit.ANGLE,
                min = -3600,
                max = 3600,
                def = "0")
        double turn,

        @Param(
                label = "Taper",
                section = "More",
                help = "How large the end is beside the beginning.",
                unit = Unit.FACTOR,
                min = 1e-4,
                max = 1e4,
                def = "1")
        double taper,

        @Param(
                label = "Floor",
                section = "More",
                help = "Keeps the picked faces also where they were, turned round: an open sheet becomes a solid.",
                def = "off")
        boolean floor)
        implements Step {

    /** Where extruded faces go. */
    public enum Direction {
        TOGETHER,
        APART,
        EVEN,
        GIVEN
    }

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        Selection picked = faces.on(in, context).to(in, ElementKind.FACE);
        if (picked.isEmpty()) return Unpicked.of(in, "faces", context);
        if (direction == Direction.GIVEN && along.length() == 0)
            throw new StepException("The direction to extrude along has no length.");
        Raising r = new Raising(in, picked, direction == Direction.APART);
        double[] places = r.places();
        BitSet raised = new BitSet();
        raised.set(0, r.groups);
        int flat = 0;
        boolean straight = taper == 1 && turn == 0;
        for (int g = 0; g < r.groups; g++) {
            if (direction == Direction.EVEN && straight) {
                EvenOffset.move(r, g, distance, places);
                continue;
            }
            GroupFrame frame = GroupFrame.of(r, g);
            Vec3 way = direction == Direction.GIVEN ? along.unit() : frame.normal();
            // Faces all round a solid have no mean direction.
            if (direction != Direction.EVEN && way.equals(Vec3.ZERO)) {
                flat++;
                raised.clear(g);
                continue;
            }
            frame.scaleAndTurn(r, g, way, taper, turn, places);
            if (direction == Direction.EVEN) EvenOffset.move(r, g, distance, places);
            else GroupFrame.shift(r, g, way.times(distance), places);
        }
        if (flat > 0) {
            context.remark(
                    Remark.Level.REMARK,
                    (flat == 1 ? "One group of faces looks" : flat + " groups of faces look")
                            + " to all sides alike, so there is no direction to go together; extrude evenly or apart.");
        }
        Mesh out = r.build(places, raised, floor, context.seed(), context.madeTag());
        CrossingRemark.say(NewCrossings.between(in, out), out, "a smaller distance or turn mends that", context);
        return out;
    }

    /** The distance is dragged from the middle of the first group of faces. */
    @Override
    public List<Handle> handles(Mesh in) {
        Selection picked = faces.on(in).selection().to(in, ElementKind.FACE);
        if (picked.isEmpty()) return List.of();
        GroupFrame frame = GroupFrame.of(new Raising(in, picked, direction == Direction.APART), 0);
        Vec3 way = direction == Direction.GIVEN ? along.unit() : frame.normal();
        if (way.equals(Vec3.ZERO)) return List.of();
        // At 0 the handle still stands clear of the face.
        double reach = Math.abs(distance) > 1e-3 ? distance : 0.05 * in.bounds().diagonal();
        return List.of(new Handle(
                "distance",
                frame.middle(),
                frame.middle().plus(way.times(reach)),
                Math.abs(distance) > 1e-3 ? Math.signum(distance) : 1));
    }

    @Override
    public String sentence() {
        String how = switch (direction) {
            case TOGETHER -> "";
            case APART -> ", each {direction}";
            case EVEN -> ", {direction} all over";
            case GIVEN -> " along {along}";
        };
        return "*Extrude* {faces} by {distance}" + how + (turn == 0 ? "" : ", turned by {turn}")
                + (taper == 1 ? "" : ", tapered by {taper}") + ".";
    }
}
