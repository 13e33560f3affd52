package org.modeststack.steps.mirror;

import java.util.List;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.combine.arrange.Arrangement;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.place.Rigid;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** What is on one side of a plane. */
record HalfSpace(MirrorPlane plane, boolean above) {
    private static final Vec3 UP = new Vec3(0, 0, 1);

    /** How far a body reaches over to the other side, mm; not more than 0 where it does not. */
    double reachedOver(Bounds b) {
        double[] reach = plane.reach(b);
        return above ? -reach[0] : reach[1];
    }

    /**
     * A mesh cut off at the plane, closed there where it was closed.
     *
     * @throws StepException where it is not fit to be cut, saying why
     */
    Mesh of(Mesh in, StepContext context) throws StepException {
        if (in.isEmpty() || reachedOver(in.bounds()) <= 0) return in;
        HalfSpace other = new HalfSpace(plane, !above);
        if (other.reachedOver(in.bounds()) <= 0)
            throw new StepException("Nothing of the body is " + (above ? "above" : "below")
                    + " the plane, so nothing would be left; keep the other side.");
        return new Arrangement(
                        List.of(
                                new Arrangement.Operand(in, "", "The body"),
                                new Arrangement.Operand(box(in, context), "plane", "The plane")),
                        Operation.INTERSECTION,
                        Arrangement.Choices.EVEN,
                        context)
                .result();
    }

    /** A box that holds all of a mesh that is on this side, with a face in the plane. */
    private Mesh box(Mesh in, StepContext context) throws StepException {
        Vec3 middle = in.bounds().center(), way = plane.normal();
        double height =
                plane.axis() == null ? plane.height(middle.x(), middle.y(), middle.z()) : middle.dot(way) - plane.at();
        double size = 2 * (in.bounds().diagonal() + Math.abs(height));
        Mesh box = new Box(size, size, size, 1, 1, 1, Seat.CENTRED).apply(Mesh.EMPTY, context);
        double[] xyz = box.xyz().clone();
        if (plane.axis() == null) {
            // Turned, so that what lay in the lowest or highest face lies in the plane.
            Rigid turn = Rigid.shortest(UP, way);
            for (int i = 2; i < xyz.length; i += 3) xyz[i] += (above ? 0.5 : -0.5) * size;
            turn.place(xyz, 0, xyz.length);
            Vec3 to = middle.minus(way.times(height));
            shift(xyz, to);
            return box.withPositions(xyz);
        }
        shift(xyz, middle.plus(way.times(plane.at() - middle.dot(way) + (above ? 0.5 : -0.5) * size)));
        for (int i = plane.axis().ordinal(); i < xyz.length; i += 3) {
            // The plane itself is where it was said, not where adding has rounded it to.
            if (Math.abs(xyz[i] - plane.at()) < 0.25 * size) xyz[i] = plane.at();
        }
        return box.withPositions(xyz);
    }

    private static void shift(double[] xyz, Vec3 by) {
        for (int i = 0; i < xyz.length; i += 3) {
            xyz[i] += by.x();
            xyz[i + 1] += by.y();
            xyz[i + 2] += by.z();
        }
    }
}
