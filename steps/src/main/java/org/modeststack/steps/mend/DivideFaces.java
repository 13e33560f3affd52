package org.modeststack.steps.mend;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.ints.IntList;
import java.util.Arrays;
import java.util.BitSet;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Successors;
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
        int most,

        @Param(label = "Into", help = "Quads where two triangles make a good one, or triangles only.", def = "quads")
        Into into)
        implements Step {

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
        picked.elements().stream().filter(f -> in.sides(f) > most).forEach(divided::set);
        int n = divided.cardinality();
        if (n == 0) {
            context.remark(Remark.Level.NOTE, "No face has more than " + most + " sides, so nothing changes.");
            return in;
        }
        BitSet pieces = new BitSet();
        Mesh triangles = triangles(in, divided, pieces, context);
        Mesh out = into == Into.TRIANGLES || most < 4
                ? triangles
                : JoinTriangles.joined(triangles, pieces, TURN, SKEW, context.seed());
        context.remark(
                Remark.Level.NOTE,
                n + (n == 1 ? " face" : " faces") + " divided into " + (out.faceCount() - in.faceCount() + n) + ".");
        return out;
    }

    private Mesh triangles(Mesh in, BitSet divided, BitSet pieces, StepContext context) {
        PolygonDivision division = new PolygonDivision(in);
        MeshBuilder b = new MeshBuilder(in.vertexCount(), in.faceCount() + 4 * divided.cardinality());
        b.verticesOf(in);
        int[] materials = b.materialsOf(in), vertexMap = new int[in.vertexCount()], faceMap = new int[in.faceCount()];
        Arrays.setAll(vertexMap, v -> v);
        int[] ring = new int[16], source = new int[16];
        IntArrayList further = new IntArrayList();
        for (int f = 0; f < in.faceCount(); f++) {
            int from = in.offsets()[f], material = materials[in.faceMaterials()[f]];
            int[] corners = divided.get(f) ? division.triangles(f) : null;
            int sides = corners == null ? in.sides(f) : 3, count = corners == null ? 1 : corners.length / 3;
            if (sides > ring.length) {
                ring = new int[2 * sides];
                source = new int[2 * sides];
            }
            for (int k = 0; k < count; k++) {
                for (int i = 0; i < sides; i++) {
                    source[i] = from + (corners == null ? i : corners[3 * k + i]);
                    ring[i] = in.corners()[source[i]];
                }
                long key = corners == null ? in.faceKeys()[f] : key(in, f, ring, context.seed());
                int made = b.face(key, material, ring, 0, sides);
                for (int i = 0; in.hasCornerValues() && i < sides; i++)
                    b.cornerLike(b.firstCorner(made) + i, in, source[i]);
                if (k == 0) faceMap[f] = made;
                else further.addAll(IntList.of(f, made));
                if (corners != null) pieces.set(made);
            }
        }
        b.carryTags(in, vertexMap, faceMap);
        Successors heirs = new Successors(in, b);
        for (int i = 0; i < further.size(); i += 2) heirs.face(further.getInt(i), further.getInt(i + 1));
        return b.build();
    }

    /** The same whichever corner a triangle begins with. */
    private static long key(Mesh in, int face, int[] ring, long seed) {
        long[] keys = {in.vertexKeys()[ring[0]], in.vertexKeys()[ring[1]], in.vertexKeys()[ring[2]]};
        Arrays.sort(keys);
        return Keys.of(seed, PIECE, in.faceKeys()[face], Keys.of(keys[0], keys[1], keys[2]));
    }

    @Override
    public String sentence() {
        return "*Divide* {faces} with more than {most} sides into {into}.";
    }
}
