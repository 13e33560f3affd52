package org.modeststack.bench;

import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.steps.Axis;
import org.modeststack.steps.shape.Turn;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/** Meshes for benchmarks. */
public final class BenchMeshes {
    private BenchMeshes() {}

    /** A ball of about this many triangles, turned so that nothing lines up with the axes. */
    public static Mesh sphere(int triangles) {
        int rings = (int) Math.round(Math.sqrt(triangles / 4.0));
        Document d = Edits.addBody(
                Document.EMPTY, "Ball", Material.DEFAULT, new UvSphere(100, 2 * rings, rings, Seat.CENTRED));
        d = Edits.addStep(d, "b1", 1, new Turn(Axis.X, 33.3, Vec3.ZERO));
        return new Evaluator().evaluate(d, "b1", Progress.NONE).mesh();
    }
}
