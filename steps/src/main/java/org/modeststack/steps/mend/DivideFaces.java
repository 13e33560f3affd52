package org.modeststack.steps.mend;

import java.util.Arrays;
import java.util.BitSet;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.RingWriter;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.pick.EachAlike;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Unpicked;
import org.modeststack.steps.remove.JoinTriangles;

/** Divides faces of many sides. */
@StepInfo(
        type = "divide-faces",
        title = "Divide faces",
        family = Family.CLEAN,
        help = "Divides faces of many sides between their corners, into quads as far as that goes, or into triangles.",
        words = "ngon triangulate quadrangulate split tessellate")
public record DivideFaces(
        @Param(label = "Faces", help = "Which faces are divided, if they have too many sides.", def = "faces: all")
        Pick faces,

        @Param(
                label = "Most sides",
                help = "Faces with more sides than this are divided; others stay.",
                min = 3,
                max = 100,
                def = "4")
        int mostSides,

        @Param(label = "Into", help = "Quads where two triangles make a good one, or triangles only.", def = "quads")
        Into into)
        implements EachAlike {

    /** What faces are divided into. */
    public enum Into {
        QUADS,
        TRIANGLES
    }

    private static final long PIECE = 1;
    /** How much two triangles may turn, and their quad be off square, degrees. */
    private static final double TURN = 30, SKEW = 75;

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = faces.on(in, context).to(in, ElementKind.FACE);
        if (picked.isEmpty()) return Unpicked.of(in, "faces", context);
        BitSet divided = new BitSet();
        picked.elements().stream().filter(f -> in.sides(f) > mostSides).forEach(divided::set);
        int n = divided.cardinality();
        if (n == 0) {
            context.remark(Remark.Level.NOTE, "No face has more than " + mostSides + " sides, so nothing changes.");
            return in;
        }
        Mesh out = divided(in, divided, into, mostSides, context);
        context.remark(
                Remark.Level.NOTE,
                n + (n == 1 ? " face" : " faces") + " divided into " + (out.faceCount() - in.faceCount() + n) + ".");
        return out;
    }

    /**
     * The mesh with some of its faces divided.
     *
     * @param divided faces of more than three sides
     */
    public static Mesh divided(Mesh in, BitSet divided, Into into, int mostSides, StepContext context) {
        BitSet pieces = new BitSet();
        Mesh triangles = triangles(in, divided, pieces, context);
        return into == Into.TRIANGLES || mostSides < 4
                ? triangles
                : JoinTriangles.joined(triangles, pieces, TURN, SKEW, context.seed());
    }

    private static Mesh triangles(Mesh in, BitSet divided, BitSet pieces, StepContext context) {
        PolygonDivision division = new PolygonDivision(in);
        RingWriter out = new RingWriter(in);
        for (int f = 0; f < in.faceCount(); f++) {
            int from = in.offsets()[f];
            if (!divided.get(f)) {
                for (int i = 0; i < in.sides(f); i++) out.corner(from + i);
                out.face(f);
                continue;
            }
            int[] corners = division.triangles(f);
            for (int k = 0; k < corners.length; k += 3) {
                for (int i = k; i < k + 3; i++) out.corner(from + corners[i]);
                pieces.set(out.piece(f, key(in, f, corners, k, context.seed())));
            }
        }
        return out.build();
    }

    /** The same whichever corner a triangle begins with. */
    private static long key(Mesh in, int face, int[] triangles, int at, long seed) {
        long[] keys = new long[3];
        for (int i = 0; i < 3; i++) keys[i] = in.vertexKeys()[in.corners()[in.offsets()[face] + triangles[at + i]]];
        Arrays.sort(keys);
        return Keys.of(seed, PIECE, in.faceKeys()[face], Keys.of(keys[0], keys[1], keys[2]));
    }

    @Override
    public String sentence() {
        return "*Divide* {faces} with more than {mostSides} sides into {into}.";
    }
}
