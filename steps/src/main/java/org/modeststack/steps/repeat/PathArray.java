package org.modeststack.steps.repeat;

import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.part.Placement;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Family;
import org.modeststack.steps.Limits;
import org.modeststack.steps.Param;
import org.modeststack.steps.PartStep;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;
import org.modeststack.steps.clean.Onward;
import org.modeststack.steps.place.Rigid;
import org.modeststack.steps.place.Shift;

/** Copies along edges of another body. */
@StepInfo(
        type = "path-array",
        title = "Path array",
        family = Family.REPEAT,
        help = "Copies of everything so far along edges of another body, turned with them without twist.",
        words = "repeat array curve follow rail chain fence copies edge loop")
public record PathArray(
        @Param(label = "Path", help = "The body whose edges are followed.")
        Bodies path,

        @Param(
                label = "Tag",
                help =
                        "The tag of the edges to follow; empty for its border, or for all of its edges where it has none.",
                def = "")
        String tag,

        @Param(label = "Spacing", help = "So many from end to end, or one every so far.", def = "count")
        Spacing spacing,

        @Param(
                label = "Count",
                help = "How many there are in all.",
                min = 1,
                max = 100000,
                def = "8",
                only = "spacing=count")
        int count,

        @Param(
                label = "Every",
                help = "How far from one copy to the next, along the path.",
                unit = Unit.LENGTH,
                min = 1e-6,
                max = 1e9,
                def = "20",
                only = "spacing=distance")
        double every,

        @Param(label = "Turned", help = "With the path, only as it turns on the level, or not at all.", def = "path")
        Turned turned,

        @Param(
                label = "Forward",
                section = "More",
                help = "The axis of the body that looks along the path.",
                def = "x",
                only = "turned=path,level")
        Axis forward,

        @Param(
                label = "Point",
                section = "More",
                help = "The point of the body that lies on the path.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0 0 0")
        Vec3 point,

        @Param(label = "Reversed", section = "More", help = "Begins at the other end.", def = "off")
        boolean reversed,

        @WeldWithin double weldWithin,

        @WithoutWalls boolean withoutWalls,

        @Onward boolean onward,

        @United boolean united,

        @LeftOut String leftOut,

        @FirstCopy Bodies firstCopy,

        @LastCopy Bodies lastCopy)
        implements PartStep {

    /** What says how many copies there are. */
    public enum Spacing {
        COUNT,
        DISTANCE
    }

    /** How copies are turned. */
    public enum Turned {
        PATH,
        LEVEL,
        NOT
    }

    private static final Vec3 UP = new Vec3(0, 0, 1);

    @Override
    public Geometry apply(Geometry in, StepContext context) throws StepException {
        TaggedPlaces places = TaggedPlaces.of(path, tag, "whose edges are followed", context);
        EdgePath line = EdgePath.along(places.mesh(), places.named(ElementKind.EDGE), reversed, places.name());
        double[] ways = ways(line);
        Vec3[] ups = turned == Turned.PATH ? MovingFrames.ups(line, ways, UP) : new Vec3[0];
        return new Copies(ways.length, copy -> place(line, ways[copy], ups.length == 0 ? UP : ups[copy]), rules())
                .of(in, context);
    }

    private Copies.Rules rules() {
        return new Copies.Rules(weldWithin, withoutWalls, onward, united, leftOut, firstCopy, lastCopy);
    }

    /** How far along the copies are. */
    private double[] ways(EdgePath line) throws StepException {
        double length = line.length();
        double n = count;
        if (spacing == Spacing.DISTANCE) {
            double gaps = Copies.gaps(length, every);
            // Round a closed path the last would stand where the first does.
            n = line.isClosed() && gaps * every > length * (1 - Copies.ROUNDING) ? gaps : gaps + 1;
        }
        Limits.checkParts(n);
        double step = spacing == Spacing.DISTANCE ? every : length / Math.max(1, line.isClosed() ? n : n - 1);
        double[] out = new double[(int) Math.max(1, n)];
        for (int i = 0; i < out.length; i++) out[i] = Math.min(length, i * step);
        return out;
    }

    private Placement place(EdgePath line, double way, Vec3 up) {
        Vec3 at = line.at(way);
        if (turned == Turned.NOT) return new Shift(at.minus(point));
        Vec3 along = line.along(way);
        if (turned == Turned.LEVEL) along = MovingFrames.level(along);
        Vec3 axis = forward.direction(), over = forward == Axis.Z ? Axis.X.direction() : UP;
        return Rigid.between(frame(axis, over), point, frame(along, up), at);
    }

    private static Vec3[] frame(Vec3 along, Vec3 up) {
        return new Vec3[] {along, up.cross(along), up};
    }

    @Override
    public boolean hasTools() {
        return false;
    }

    @Override
    public boolean uses(String param) {
        return rules().uses(param);
    }

    @Override
    public String sentence() {
        String s = spacing == Spacing.COUNT
                ? "*Repeat* {count} times along {path}"
                : "*Repeat* every {every} along {path}";
        if (!tag.isBlank()) s += ", its {tag}";
        if (turned == Turned.LEVEL) s += ", turned on the level";
        if (turned == Turned.NOT) s += ", not turned";
        return s + rules().inWords();
    }
}
