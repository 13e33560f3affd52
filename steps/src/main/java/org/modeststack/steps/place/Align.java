package org.modeststack.steps.place;

import java.util.List;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Family;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Param;
import org.modeststack.steps.Role;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;

/** Turns and moves a body so that three of its points come to three others. */
@StepInfo(
        type = "align",
        title = "Align",
        family = Family.SHAPE,
        help = "Turns and moves the body: its first point comes to its place, the second into its direction from there,"
                + " the third onto its side. Click the six points in the view, or type them.",
        words = "snap orient match fit place points")
public record Align(
        @Param(
                label = "First point",
                help = "A point of the body.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0 0 0",
                role = Role.POINT)
        Vec3 firstPoint,

        @Param(
                label = "First place",
                help = "Where the first point comes to.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0 0 0",
                role = Role.POINT)
        Vec3 firstPlace,

        @Param(
                label = "Second point",
                help = "Another point of the body.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "10 0 0",
                role = Role.POINT)
        Vec3 secondPoint,

        @Param(
                label = "Second place",
                help = "In which direction from the first place it comes to lie.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "10 0 0",
                role = Role.POINT)
        Vec3 secondPlace,

        @Param(
                label = "Third point",
                help = "A point of the body beside the line through the others.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0 10 0",
                role = Role.POINT)
        Vec3 thirdPoint,

        @Param(
                label = "Third place",
                help = "On which side of that line it comes to lie.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0 10 0",
                role = Role.POINT)
        Vec3 thirdPlace)
        implements RigidStep {

    /** Three points are taken to lie on a line when the third is closer to it than this share of the distances. */
    private static final double LINE = 1e-9;

    @Override
    public Rigid motion() throws StepException {
        return Rigid.between(
                frame(firstPoint, secondPoint, thirdPoint, "points"),
                firstPoint,
                frame(firstPlace, secondPlace, thirdPlace, "places"),
                firstPlace);
    }

    private static Vec3[] frame(Vec3 a, Vec3 b, Vec3 c, String what) throws StepException {
        Vec3 x = b.minus(a), side = c.minus(a), z = x.cross(side);
        if (!(z.length() > LINE * x.length() * side.length()))
            throw new StepException("The three " + what + " lie on one line; take one beside it.");
        z = z.unit();
        x = x.unit();
        return new Vec3[] {x, z.cross(x), z};
    }

    @Override
    public List<Handle> handles(Mesh in) {
        return List.of(
                Handle.point("firstPlace", firstPlace),
                Handle.point("secondPlace", secondPlace),
                Handle.point("thirdPlace", thirdPlace));
    }

    @Override
    public String sentence() {
        return "*Align* {firstPoint} with {firstPlace}, {secondPoint} towards {secondPlace} and {thirdPoint} beside {thirdPlace}.";
    }
}
