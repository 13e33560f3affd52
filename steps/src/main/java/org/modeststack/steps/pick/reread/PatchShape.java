package org.modeststack.steps.pick.reread;

import it.unimi.dsi.fastutil.ints.IntOpenHashSet;
import java.util.Arrays;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.steps.pick.SurfacePatches;

/**
 * What tells a patch of a surface from others where nothing but its shape is known.
 *
 * @param area mm²
 * @param way the mean of its normals; short where it goes round
 * @param outward 1 where it looks away from its middle all round, −1 where it looks at it, as the wall of a hole does
 * @param euler its Euler characteristic: 1 for a sheet, 0 for one with a hole or for a band
 * @param box round it
 * @param inWhole where the middle of that box lies in the whole, brought to the size of the whole now
 * @param inPlace whether it may lie where it did, and not only in proportion
 */
record PatchShape(double area, Vec3 way, double outward, int euler, Bounds box, Vec3 inWhole, boolean inPlace) {
    /** So far may it have gone, as a share of its size. */
    private static final double FAR = 0.25;

    /** So many times as large may it be. */
    private static final double LARGER = 3;

    /** More or fewer holes count as so much. */
    private static final double HOLES = 0.4;

    /**
     * The shapes of all patches of a mesh, null for those without area; linear in the mesh.
     *
     * @param moved brings the mesh to where it is compared
     * @param to the box round the whole mesh that it is compared with
     * @param inPlace whether things may lie where they did, and not only in proportion
     */
    static @Nullable PatchShape[] all(Mesh m, Affine moved, Bounds to, boolean inPlace) {
        SurfacePatches patches = SurfacePatches.of(m);
        Bounds[] boxes = new Bounds[patches.count()];
        Arrays.setAll(boxes, p -> patches.box(p, moved));
        Bounds from = Arrays.stream(boxes).reduce(Bounds.EMPTY, Bounds::union);
        @Nullable PatchShape[] out = new PatchShape[boxes.length];
        for (int p = 0; p < out.length; p++)
            if (patches.size(ElementKind.FACE, p) > 0)
                out[p] = of(m, p, moved, boxes[p], from.inProportion(boxes[p].center(), to), inPlace);
        return out;
    }

    private static PatchShape of(Mesh m, int p, Affine moved, Bounds box, Vec3 inWhole, boolean inPlace) {
        SurfacePatches patches = SurfacePatches.of(m);
        double out = 0, all = 0;
        for (int f : patches.faces(p)) {
            Vec3 middle = moved.point(FaceFrames.of(m).middle(f)).minus(box.center());
            double area = Normals.area(m, f);
            out += area * moved.direction(FaceFrames.of(m).normal(f)).dot(middle);
            all += area * middle.length();
        }
        return new PatchShape(
                patches.size(ElementKind.FACE, p),
                moved.direction(patches.way(p)),
                all > 0 ? out / all : 0,
                euler(m, patches, p),
                box,
                inWhole,
                inPlace);
    }

    private static int euler(Mesh m, SurfacePatches patches, int p) {
        IntOpenHashSet edges = new IntOpenHashSet();
        for (int f : patches.faces(p))
            for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++)
                edges.add(m.adjacency().cornerEdge()[c]);
        return patches.verticesOf(p).size() - edges.size() + patches.faces(p).size();
    }

    /** How far it has gone, as a share of its size; what has grown with the whole lies where it did in proportion. */
    private double far(PatchShape o) {
        double gone = inWhole.minus(o.inWhole).length();
        if (inPlace && o.inPlace)
            gone = Math.min(gone, box.center().minus(o.box.center()).length());
        return gone / Math.max(box.diagonal(), o.box.diagonal());
    }

    private double larger(PatchShape o) {
        return Math.abs(Math.log(area / o.area));
    }

    /** Whether it can be another. */
    boolean canBe(PatchShape o) {
        return far(o) <= FAR && larger(o) <= Math.log(LARGER);
    }

    /** 0 for the same. */
    double differs(PatchShape o) {
        return larger(o)
                + way.minus(o.way).length()
                + Math.abs(outward - o.outward)
                + (euler == o.euler ? 0 : HOLES)
                + far(o);
    }
}
