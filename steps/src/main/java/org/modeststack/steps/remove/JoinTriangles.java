package org.modeststack.steps.remove;

import java.util.BitSet;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;
import org.modeststack.steps.pick.EachAlike;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Unpicked;

/** Joins triangles two by two into faces of four sides. */
@StepInfo(
        type = "join-triangles",
        title = "Join triangles",
        family = Family.CLEAN,
        help = "Joins triangles two by two into faces of four sides, the squarest first, so that loops can be cut and"
                + " followed.",
        words = "triangles quads pair merge untriangulate retopology")
public record JoinTriangles(
        @Param(label = "Faces", help = "The faces; those that are no triangles are left alone.", def = "faces: all")
        Pick faces,

        @Param(
                label = "Flatter than",
                help = "Two triangles that turn by more against each other are not joined.",
                unit = Unit.ANGLE,
                min = 0,
                max = 180,
                def = "30")
        double flatterThan,

        @Param(
                label = "Skew",
                help = "How far corners may be from square.",
                unit = Unit.ANGLE,
                min = 0,
                max = 90,
                def = "60")
        double skew)
        implements EachAlike {

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = faces.on(in, context).to(in, ElementKind.FACE);
        if (picked.isEmpty()) return Unpicked.of(in, "faces", context);
        long triangles =
                picked.elements().stream().filter(f -> in.sides(f) == 3).count();
        BitSet edges = new TrianglePairing(in, picked.elements(), flatterThan, skew).edges();
        int pairs = edges.cardinality();
        if (pairs == 0) {
            context.remark(
                    Remark.Level.REMARK,
                    triangles == 0
                            ? "There are no triangles among the faces, so nothing changes."
                            : "No two triangles are flat and square enough together, so nothing changes.");
            return in;
        }
        long left = triangles - 2L * pairs;
        context.remark(
                Remark.Level.NOTE,
                (pairs == 1 ? "1 pair of triangles" : pairs + " pairs of triangles") + " joined"
                        + (left == 0
                                ? "."
                                : left == 1 ? ", 1 triangle is left." : ", " + left + " triangles are left."));
        return joined(in, edges, context.seed());
    }

    /**
     * Joins triangles into quads as the step does, and says nothing.
     *
     * @param faces those that may be joined
     * @param flatterThan how much two of them may turn against each other at most, degrees
     * @param skew how far corners of a quad may be from square at most, degrees
     */
    public static Mesh joined(Mesh in, BitSet faces, double flatterThan, double skew, long seed) {
        BitSet edges = new TrianglePairing(in, faces, flatterThan, skew).edges();
        return edges.isEmpty() ? in : joined(in, edges, seed);
    }

    private static Mesh joined(Mesh in, BitSet edges, long seed) {
        return new Merging(in, new Selection(ElementKind.EDGE, edges), Merging.WHATEVER_BENT).build(false, seed);
    }

    @Override
    public String sentence() {
        return "*Join triangles* of {faces} that turn by less than {flatterThan}.";
    }
}
