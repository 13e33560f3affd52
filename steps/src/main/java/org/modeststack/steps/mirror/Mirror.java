package org.modeststack.steps.mirror;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.part.Part;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Family;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Limits;
import org.modeststack.steps.Param;
import org.modeststack.steps.PartStep;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Role;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;
import org.modeststack.steps.part.PickedLine;
import org.modeststack.steps.pick.Pick;

/** Adds mirror images across up to three planes, or cuts the body off at them. */
@StepInfo(
        type = "mirror",
        title = "Mirror",
        family = Family.MIRROR,
        help = "Adds the mirror image of everything so far across a plane, and welds the two where they meet.",
        words = "symmetry reflect symmetric half quarter")
public record Mirror(
        @Param(
                label = "Across",
                help = "The axis that is reversed, or two or all three of them one after another.",
                def = "x")
        Across across,

        @Param(
                label = "Plane",
                help =
                        "At a number on the axis, through the middle of the body, through that of another, or through three points.",
                def = "number")
        Where plane,

        @Param(
                label = "At",
                help = "Where the plane cuts the axis.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0")
        double at,

        @Param(
                label = "Through",
                help = "A point that the planes go through.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0 0 0",
                role = Role.POINT)
        Vec3 through,

        @Param(label = "Middle of", help = "The body whose middle the plane goes through.", only = "plane=body")
        Bodies middleOf,

        @Param(
                label = "First point",
                help = "A point of the plane.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0 0 0",
                role = Role.POINT,
                only = "plane=points")
        Vec3 firstPoint,

        @Param(
                label = "Second point",
                help = "Another point of the plane.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0 10 0",
                role = Role.POINT,
                only = "plane=points")
        Vec3 secondPoint,

        @Param(
                label = "Third point",
                help = "A point of the plane beside the line through the others.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0 0 10",
                role = Role.POINT,
                only = "plane=points")
        Vec3 thirdPoint,

        @Param(
                label = "Picked plane",
                help =
                        "A picked face gives its own plane, a picked rim that of its circle; where nothing is picked the plane"
                                + " below is taken.",
                def = "faces")
        Pick pickedPlane,

        @Param(
                label = "Keep",
                help = "All of the body, or only what is above or below the plane along the axis.",
                def = "all")
        Keep keep,

        @Param(
                label = "Image",
                help = "Off only cuts the body off: a half, a quarter or an eighth of it is left.",
                def = "on",
                only = "keep=above,below")
        boolean image,

        @Param(
                label = "Weld",
                section = "Seam",
                help = "Whether the two halves share their vertices on the plane.",
                def = "on")
        boolean weld,

        @Param(
                label = "Weld within",
                section = "Seam",
                help = "Vertices this close to the plane are put on it and shared.",
                unit = Unit.LENGTH,
                min = 0,
                max = 1e6,
                def = "0.001")
        double weldWithin,

        @Param(
                label = "Without middle line",
                section = "Seam",
                help = "Dissolves the edges in the plane where the faces beside them are flush.",
                def = "off")
        boolean withoutMiddleLine,

        @Param(
                label = "Without walls",
                section = "Seam",
                help = "Takes faces out that lie in the plane, since they would be walls inside.",
                def = "on")
        boolean withoutWalls,

        @Param(
                label = "Swap sides",
                section = "Seam",
                help =
                        "What a tag names left is named right in the image, and the other way round; so with L and R at the end.",
                def = "off")
        boolean swapSides)
        implements PartStep {

    /** Which axes are reversed. */
    public enum Across {
        X(Axis.X),
        Y(Axis.Y),
        Z(Axis.Z),
        XY(Axis.X, Axis.Y),
        XZ(Axis.X, Axis.Z),
        YZ(Axis.Y, Axis.Z),
        XYZ(Axis.X, Axis.Y, Axis.Z);

        private final List<Axis> axes;

        Across(Axis... axes) {
            this.axes = List.of(axes);
        }

        static Across of(Axis axis) {
            return values()[axis.ordinal()];
        }
    }

    /** What of the body is mirrored. */
    public enum Keep {
        ALL,
        ABOVE,
        BELOW
    }

    /** What says where the plane is. */
    public enum Where {
        NUMBER,
        MIDDLE,
        BODY,
        POINTS
    }

    /** Three points are taken to lie on a line when the third is closer to it than this share of the distances. */
    private static final double LINE = 1e-9;

    /** Mirrors all of the body. */
    public Mirror(Axis across, double at, boolean weld, double weldWithin) {
        this(across, at, weld, weldWithin, Keep.ALL);
    }

    public Mirror(Axis across, double at, boolean weld, double weldWithin, Keep keep) {
        this(
                Across.of(across),
                Where.NUMBER,
                at,
                Vec3.ZERO,
                Bodies.NONE,
                Vec3.ZERO,
                new Vec3(0, 10, 0),
                new Vec3(0, 0, 10),
                Pick.none(ElementKind.FACE),
                keep,
                true,
                weld,
                weldWithin,
                false,
                true,
                false);
    }

    @Override
    public Geometry apply(Geometry in, StepContext context) throws StepException {
        List<MirrorPlane> planes = planes(in, context);
        Geometry out = in;
        for (int i = 0; i < planes.size(); i++) {
            // Each image has keys of its own.
            long seed = i == 0 ? context.seed() : Keys.of(context.seed(), i);
            out = across(planes.get(i), out, seed, context);
        }
        return out;
    }

    private List<MirrorPlane> planes(Geometry in, StepContext context) throws StepException {
        if (!pickedPlane.terms().isEmpty()) {
            Limits.checkMaking(in);
            PickedLine found = PickedLine.of(in.mesh(), pickedPlane.on(in.mesh(), context));
            if (found == null)
                throw new StepException("What is picked gives no plane: pick a flat face, or the rim of a bore.");
            return List.of(MirrorPlane.of(found.point(), found.way()));
        }
        if (plane == Where.POINTS) {
            Vec3 u = secondPoint.minus(firstPoint), v = thirdPoint.minus(firstPoint), n = u.cross(v);
            if (!(n.length() > LINE * u.length() * v.length()))
                throw new StepException("The three points lie on one line; take one beside it.");
            return List.of(MirrorPlane.of(firstPoint, n.unit()));
        }
        if (plane == Where.NUMBER && across.axes.size() == 1)
            return List.of(MirrorPlane.across(across.axes.getFirst(), at));
        Vec3 point = point(in, context);
        return across.axes.stream()
                .map(a -> MirrorPlane.across(a, point.dot(a.direction())))
                .toList();
    }

    private Vec3 point(Geometry in, StepContext context) throws StepException {
        if (plane == Where.NUMBER) return through;
        Bounds b = plane == Where.MIDDLE ? in.exactBounds() : Bounds.EMPTY;
        if (plane == Where.BODY) {
            if (middleOf.ids().size() != 1)
                throw StepException.asking("Choose the one body whose middle the plane goes through.");
            b = context.geometry(middleOf.ids().getFirst()).exactBounds();
            if (b.isEmpty())
                throw new StepException(
                        context.bodyName(middleOf.ids().getFirst()) + " has no faces, so it has no middle.");
        }
        return b.isEmpty() ? Vec3.ZERO : b.center();
    }

    private Geometry across(MirrorPlane across, Geometry in, long seed, StepContext context) throws StepException {
        if (keep == Keep.ALL) {
            sayWhatReachesOver(across, in, context);
            return mirrored(across, in, seed, context);
        }
        Limits.checkMaking(in, 2);
        Mesh half = new HalfSpace(across, keep == Keep.ABOVE).of(in.mesh(), context);
        Geometry out = half == in.mesh() ? in : Geometry.of(half);
        return image ? mirrored(across, out, seed, context) : out;
    }

    private void sayWhatReachesOver(MirrorPlane across, Geometry in, StepContext context) {
        if (in.isEmpty()) return;
        OverPlane over = OverPlane.of(in, across, weldWithin);
        // Welding makes the mesh anyway.
        if (over != null && (weld || in.known() != null)) over = OverPlane.of(in.mesh(), across, weldWithin);
        if (over != null) context.remark(over.remark());
    }

    /** What a remark says to keep, so that the body and its image do not get into each other; null where it tells of nothing. */
    public static @Nullable Keep sideToKeep(Remark remark) {
        return OverPlane.sideIn(remark);
    }

    private Geometry mirrored(MirrorPlane across, Geometry in, long seed, StepContext context) throws StepException {
        if (weld) {
            Limits.checkMaking(in, 2);
            Mesh mesh = in.mesh();
            SeamGap gap = SeamGap.of(mesh, across, weldWithin);
            if (gap != null) context.remark(gap.remark());
            return Geometry.of(
                    new MirroredMesh(mesh, across, weldWithin, seed).made(withoutWalls, withoutMiddleLine, swapSides));
        }
        Limits.checkParts(2.0 * in.parts().size());
        Geometry from = swapSides ? in.mapped(SideNames::swapped) : in;
        List<Part> parts = new ArrayList<>(in.parts());
        for (Part p : from.parts()) parts.add(p.placed(new Reflection(across, seed)));
        return Geometry.of(parts);
    }

    /** The step with the weld that closes a gap that it tells of; null where a remark tells of none. */
    public static @Nullable Mirror closing(Mirror step, Remark remark) {
        double weld = SeamGap.weldIn(remark);
        return Double.isNaN(weld) ? null : step.with(step.keep, step.image, step.weld, weld);
    }

    private Mirror with(Keep kept, boolean images, boolean welded, double near) {
        return new Mirror(
                across,
                plane,
                at,
                through,
                middleOf,
                firstPoint,
                secondPoint,
                thirdPoint,
                pickedPlane,
                kept,
                images,
                welded,
                near,
                withoutMiddleLine,
                withoutWalls,
                swapSides);
    }

    /** This step such that the body and its images are parts for themselves: nothing cut off, nothing welded. */
    public Mirror apart() {
        return with(Keep.ALL, true, false, weldWithin);
    }

    /** This step so that it only cuts off; null where it cuts nothing off. */
    public @Nullable Mirror cutting() {
        return keep == Keep.ALL ? null : with(keep, false, weld, weldWithin);
    }

    @Override
    public boolean hasTools() {
        return false;
    }

    @Override
    public boolean uses(String param) {
        boolean picked = !pickedPlane.terms().isEmpty(), images = keep == Keep.ALL || image;
        return switch (param) {
            case "plane" -> !picked;
            case "across" -> !picked && plane != Where.POINTS;
            case "at" -> !picked && plane == Where.NUMBER && across.axes.size() == 1;
            case "through" -> !picked && plane == Where.NUMBER && across.axes.size() > 1;
            case "middleOf", "firstPoint", "secondPoint", "thirdPoint" -> !picked;
            case "weld", "swapSides" -> images;
            case "weldWithin", "withoutMiddleLine", "withoutWalls" -> images && weld;
            default -> true;
        };
    }

    @Override
    public List<Handle> handles(Mesh in) {
        if (in.isEmpty() || !uses("at")) return List.of();
        Vec3 c = in.bounds().center(), d = across.axes.getFirst().direction();
        Vec3 onPlane = c.plus(d.times(at - c.dot(d)));
        return List.of(new Handle("at", onPlane.minus(d.times(0.2 * in.bounds().diagonal())), onPlane, 1));
    }

    @Override
    public String sentence() {
        boolean cuts = keep != Keep.ALL && !image;
        String s = cuts ? "*Keep* what is {keep}" : keep == Keep.ALL ? "*Mirror*" : "*Mirror* what is {keep}";
        s += cuts ? " of the plane" : "";
        s += place();
        if (cuts) return s + ".";
        if (!weld) return s + ", without welding.";
        return s + ", weld within {weldWithin}" + (withoutMiddleLine ? ", without the middle line." : ".");
    }

    private String place() {
        if (!pickedPlane.terms().isEmpty()) return " across {pickedPlane}";
        return switch (plane) {
            case POINTS -> " across {firstPoint}, {secondPoint} and {thirdPoint}";
            case MIDDLE -> " across {across} through its middle";
            case BODY -> " across {across} through {middleOf}";
            case NUMBER ->
                across.axes.size() > 1
                        ? through.equals(Vec3.ZERO) ? " across {across}" : " across {across} through {through}"
                        : at == 0 ? " across {across}" : " across {across} at {at}";
        };
    }
}
