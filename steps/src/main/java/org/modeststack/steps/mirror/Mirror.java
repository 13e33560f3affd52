package org.modeststack.steps.mirror;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.part.Part;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Family;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Limits;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.Param;
import org.modeststack.steps.PartStep;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;

/** Adds the mirror image across a plane square to an axis. */
@StepInfo(
        type = "mirror",
        title = "Mirror",
        family = Family.MIRROR,
        help = "Adds the mirror image of everything so far across a plane, and welds the two where they meet.",
        words = "symmetry reflect symmetric")
public record Mirror(
        @Param(label = "Across", help = "The axis that is reversed.", def = "x")
        Axis axis,

        @Param(
                label = "Plane at",
                help = "Where the plane cuts the axis.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0")
        double at,

        @Param(label = "Weld", help = "Whether the two halves share their vertices on the plane.", def = "on")
        boolean weld,

        @Param(
                label = "Weld within",
                help = "Vertices this close to the plane are put on it and shared.",
                unit = Unit.LENGTH,
                min = 0,
                max = 1e6,
                def = "0.001")
        double distance,

        @Param(
                label = "Keep",
                help = "All of the body, or only what is above or below the plane along the axis.",
                def = "all")
        Keep keep)
        implements PartStep {

    /** What of the body is mirrored. */
    public enum Keep {
        ALL,
        ABOVE,
        BELOW
    }

    /** Mirrors all of the body. */
    public Mirror(Axis axis, double at, boolean weld, double distance) {
        this(axis, at, weld, distance, Keep.ALL);
    }

    @Override
    public Geometry apply(Geometry in, StepContext context) throws StepException {
        if (keep == Keep.ALL) {
            double over = Math.min(
                    new HalfSpace(axis, at, true).reachedOver(in.bounds()),
                    new HalfSpace(axis, at, false).reachedOver(in.bounds()));
            if (over > distance)
                context.remark(
                        Remark.Level.REMARK,
                        "The body reaches over the plane by " + Numbers.show(Math.rint(over * 1000) / 1000)
                                + " mm, so it and its image run through each other. Keep only what is above or below to"
                                + " cut it off there.");
            return mirrored(in, context);
        }
        Limits.checkMaking(in, 2);
        return mirrored(Geometry.of(new HalfSpace(axis, at, keep == Keep.ABOVE).of(in.mesh(), context)), context);
    }

    private Geometry mirrored(Geometry in, StepContext context) throws StepException {
        if (weld) {
            Limits.checkMaking(in, 2);
            return Geometry.of(welded(in.mesh(), context));
        }
        Limits.checkParts(2.0 * in.parts().size());
        List<Part> parts = new ArrayList<>(in.parts());
        for (Part p : in.parts()) parts.add(p.placed(new Reflection(axis, at, context.seed())));
        return Geometry.of(parts);
    }

    private Mesh welded(Mesh in, StepContext context) {
        int a = axis.ordinal(), n = in.vertexCount();
        MeshBuilder b = new MeshBuilder(2 * n, 2 * in.faceCount());
        int[] materials = b.materialsOf(in);
        int[] same = new int[n], image = new int[n];
        boolean[] onPlane = new boolean[n];
        double[] p = new double[3];
        for (int v = 0; v < n; v++) {
            onPlane[v] = Math.abs(in.xyz()[3 * v + a] - at) <= distance;
            put(in, v, p);
            if (onPlane[v]) p[a] = at;
            same[v] = b.vertex(p[0], p[1], p[2], in.vertexKeys()[v]);
        }
        for (int v = 0; v < n; v++) {
            if (onPlane[v]) {
                image[v] = same[v];
                continue;
            }
            put(in, v, p);
            p[a] = 2 * at - p[a];
            image[v] = b.vertex(p[0], p[1], p[2], Keys.of(in.vertexKeys()[v], context.seed()));
        }
        Mesh mirrored = in.cornerNormals() == null
                ? in
                : in.placed(in.xyz(), new Reflection(axis, at, context.seed()).affine()::direction);
        int[] sameFace = new int[in.faceCount()], imageFace = new int[in.faceCount()];
        Arrays.fill(sameFace, -1);
        Arrays.fill(imageFace, -1);
        int inner = 0;
        for (int f = 0; f < in.faceCount(); f++) {
            // A face that lies in the plane would become a wall inside the mirrored body.
            if (liesInPlane(in, f, onPlane)) {
                inner++;
                continue;
            }
            sameFace[f] = face(in, f, b, same, false, in.faceKeys()[f], materials);
        }
        for (int f = 0; f < in.faceCount(); f++) {
            if (sameFace[f] >= 0)
                imageFace[f] = face(mirrored, f, b, image, true, Keys.of(in.faceKeys()[f], context.seed()), materials);
        }
        b.carryTags(in, same, sameFace);
        b.carryTags(in, image, imageFace);
        Mesh out = b.build();
        return inner == 0 ? out : withoutLooseVertices(out);
    }

    private static void put(Mesh in, int v, double[] p) {
        System.arraycopy(in.xyz(), 3 * v, p, 0, 3);
    }

    private static boolean liesInPlane(Mesh in, int f, boolean[] onPlane) {
        for (int c = in.offsets()[f]; c < in.offsets()[f + 1]; c++) if (!onPlane[in.corners()[c]]) return false;
        return true;
    }

    private static int face(Mesh in, int f, MeshBuilder b, int[] map, boolean reversed, long key, int[] materials) {
        int from = in.offsets()[f], sides = in.sides(f);
        int[] ring = new int[sides];
        int[] source = new int[sides];
        for (int i = 0; i < sides; i++) {
            source[i] = from + (reversed ? (sides - i) % sides : i);
            ring[i] = map[in.corners()[source[i]]];
        }
        int g = b.face(key, materials[in.faceMaterials()[f]], ring);
        for (int i = 0; in.hasCornerLayers() && i < sides; i++)
            b.cornerOnSurface(b.firstCorner(g) + i, in, source[i], false);
        return g;
    }

    /** Appending takes over only the vertices that faces use. */
    private static Mesh withoutLooseVertices(Mesh in) {
        MeshBuilder b = new MeshBuilder(in.vertexCount(), in.faceCount());
        b.append(in, key -> key);
        return b.build();
    }

    @Override
    public List<Handle> handles(Mesh in) {
        if (in.isEmpty()) return List.of();
        Vec3 c = in.bounds().center(), d = axis.direction();
        Vec3 onPlane = c.plus(d.times(at - c.dot(d)));
        return List.of(new Handle("at", onPlane.minus(d.times(0.2 * in.bounds().diagonal())), onPlane, 1));
    }

    @Override
    public String sentence() {
        String s = keep == Keep.ALL ? "*Mirror*" : "*Mirror* what is {keep}";
        s += at == 0 ? " across {axis}" : " across {axis} at {at}";
        return s + (weld ? ", weld within {distance}." : ", without welding.");
    }
}
