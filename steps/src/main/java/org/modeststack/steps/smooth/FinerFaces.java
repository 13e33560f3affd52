package org.modeststack.steps.smooth;

import java.util.BitSet;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Limits;
import org.modeststack.steps.Param;
import org.modeststack.steps.RingWriter;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.pick.EachAlike;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Unpicked;

/** Divides faces into smaller ones, which may bulge. */
@StepInfo(
        type = "finer-faces",
        title = "Finer faces",
        family = Family.SMOOTH,
        help = "Divides faces from the middles of their edges or from their centres; what is new may bulge out or in.",
        words = "subdivide divide refine tessellate poke bulge inflate spikes")
public record FinerFaces(
        @Param(label = "Faces", help = "What is divided. Around it nothing moves.", def = "faces: all")
        Pick faces,

        @Param(
                label = "From",
                help =
                        "The middles of edges: quads, or triangles if all are triangles. The centres of faces: triangles.",
                def = "edges")
        From from,

        @Param(label = "Times", help = "How often they are divided.", min = 1, max = 4, def = "1")
        int times,

        @Param(
                label = "Bulge",
                help = "How far new vertices come out, in halves of an edge: 0 is flat, less than 0 goes in.",
                min = -3,
                max = 3,
                def = "0")
        double bulge)
        implements EachAlike {

    /** Where new vertices are put. */
    public enum From {
        EDGES,
        CENTRES
    }

    private static final int OF_CENTRE = 0xFC;

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        Selection picked = faces.on(in, context).to(in, ElementKind.FACE);
        if (picked.isEmpty()) return Unpicked.of(in, "faces", context);
        BitSet faces = picked.elements();
        double corners = faces.stream().mapToLong(in::sides).sum();
        Limits.checkFaces(
                in.faceCount() + corners * (from == From.EDGES ? Math.pow(4, times - 1) : Math.pow(3, times - 1)));
        return from == From.EDGES ? fromEdges(in, faces, context) : fromCentres(in, faces, context);
    }

    private Mesh fromEdges(Mesh in, BitSet faces, StepContext context) {
        boolean triangles = faces.stream().allMatch(f -> in.sides(f) == 3);
        Subdivision.Rules rules =
                new Subdivision.Rules(Scheme.LINEAR, triangles, false, false, Subdivide.Values.LINEAR, bulge);
        if (faces.cardinality() == in.faceCount()) return Subdivision.of(in, rules, times, null, null, context);
        return PartSubdivision.of(in, faces, null, null, (m, e, v) -> Subdivision.of(m, rules, times, e, v, context))
                .mesh();
    }

    private Mesh fromCentres(Mesh in, BitSet faces, StepContext context) {
        Mesh mesh = in;
        BitSet divided = faces;
        for (int i = 0; i < times; i++) {
            BitSet made = new BitSet();
            mesh = fans(mesh, divided, made, context.seed());
            divided = made;
        }
        return mesh;
    }

    /** @param made receives the faces that stand for those that are divided */
    private Mesh fans(Mesh in, BitSet divided, BitSet made, long seed) {
        RingWriter out = new RingWriter(in);
        FaceFrames frames = FaceFrames.of(in);
        for (int f = 0; f < in.faceCount(); f++) {
            int first = in.offsets()[f], n = in.sides(f);
            if (!divided.get(f)) {
                for (int i = 0; i < n; i++) out.corner(first + i);
                out.face(f);
                continue;
            }
            double around = 0;
            int[] all = new int[n];
            double[] shares = new double[n];
            for (int i = 0; i < n; i++) {
                Vec3 side = in.point(in.corners()[first + i]).minus(in.point(in.corners()[first + (i + 1) % n]));
                around += side.length();
                all[i] = first + i;
                shares[i] = 1.0 / n;
            }
            Vec3 place = frames.middle(f).plus(frames.normal(f).times(bulge * around / n / 2));
            int middle = out.vertex(place, Keys.of(seed, OF_CENTRE, in.faceKeys()[f]));
            for (int i = 0; i < n; i++) {
                out.corner(first + i);
                out.corner(first + (i + 1) % n);
                out.between(middle, all, shares);
                made.set(out.piece(
                        f, Keys.of(seed, OF_CENTRE, in.faceKeys()[f], in.vertexKeys()[in.corners()[first + i]])));
            }
        }
        return out.build();
    }

    @Override
    public String sentence() {
        String bulging = bulge == 0 ? "" : ", bulging by {bulge}";
        return "*Divide* {faces} from their {from}" + (times == 1 ? "" : " {times} times") + bulging + ".";
    }
}
