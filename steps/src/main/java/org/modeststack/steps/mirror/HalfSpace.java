package org.modeststack.steps.mirror;

import java.util.List;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Axis;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.combine.arrange.Arrangement;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** What is on one side of a plane across an axis. */
record HalfSpace(Axis axis, double at, boolean above) {
    /** How far a body reaches over to the other side, mm; not more than 0 where it does not. */
    double reachedOver(Bounds b) {
        double low = new Vec3(b.minX(), b.minY(), b.minZ()).dot(axis.direction());
        double high = new Vec3(b.maxX(), b.maxY(), b.maxZ()).dot(axis.direction());
        return above ? at - low : high - at;
    }

    /**
     * A mesh cut off at the plane, closed there where it was closed.
     *
     * @throws StepException where it is not fit to be cut, saying why
     */
    Mesh of(Mesh in, StepContext context) throws StepException {
        if (in.isEmpty() || reachedOver(in.bounds()) <= 0) return in;
        HalfSpace other = new HalfSpace(axis, at, !above);
        if (other.reachedOver(in.bounds()) <= 0)
            throw new StepException("Nothing of the body is " + (above ? "above" : "below")
                    + " the plane, so nothing would be left; keep the other side.");
        Vec3 middle = in.bounds().center(), way = axis.direction();
        double size = 2 * (in.bounds().diagonal() + Math.abs(middle.dot(way) - at));
        Mesh box = new Box(size, size, size, 1, 1, 1, Seat.CENTERED).apply(Mesh.EMPTY, context);
        Vec3 to = middle.plus(way.times(at - middle.dot(way) + (above ? 0.5 : -0.5) * size));
        double[] xyz = box.xyz().clone();
        for (int i = 0; i < xyz.length; i += 3) {
            xyz[i] += to.x();
            xyz[i + 1] += to.y();
            xyz[i + 2] += to.z();
            // The plane itself is where it was said, not where adding has rounded it to.
            int k = i + axis.ordinal();
            if (Math.abs(xyz[k] - at) < 0.25 * size) xyz[k] = at;
        }
        return new Arrangement(
                        List.of(
                                new Arrangement.Operand(in, "", "The body"),
                                new Arrangement.Operand(box.withPositions(xyz), "plane", "The plane")),
                        Operation.INTERSECTION,
                        false,
                        true,
                        context)
                .result();
    }
}
