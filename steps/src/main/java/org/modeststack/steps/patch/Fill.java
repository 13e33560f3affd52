package org.modeststack.steps.patch;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;
import java.util.BitSet;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Unpicked;

/** Closes holes: each ring of picked open edges gets a face. */
@StepInfo(
        type = "fill-holes",
        title = "Fill holes",
        family = Family.FACES,
        help =
                "Closes each ring of picked open edges with one face, a fan of triangles, or even triangles that go on with"
                        + " the bend around.",
        words = "cap close hole border patch fill")
public record Fill(
        @Param(label = "Borders", help = "Open edges that make closed rings.", def = "edges: border")
        Pick borders,

        @Param(
                label = "Filling",
                help =
                        "One face with many sides, triangles round a vertex in the middle, or even triangles that go on with"
                                + " the bend around; over a flat hole these are one face.",
                def = "face")
        Filling filling)
        implements Step {

    /** What fills a hole. */
    public enum Filling {
        FACE,
        FAN,
        EVEN
    }

    private static final long FACE_KEY = 1;
    private static final long MIDDLE = 2;

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = borders.on(in, context).to(in, ElementKind.EDGE);
        BitSet open = new BitSet();
        picked.elements().stream().filter(e -> in.adjacency().edgeSides(e) == 1).forEach(open::set);
        if (open.isEmpty()) return Unpicked.of(in, "open edges", context);
        Border.Found found = Border.of(in, open);
        if (found.left() > 0) {
            context.remark(
                    Remark.Level.REMARK,
                    found.left() + (found.left() == 1 ? " open edge makes" : " open edges make")
                            + " no closed ring and stay open.");
        }
        MeshBuilder b = new MeshBuilder(in.vertexCount() + found.rings().size(), in.faceCount() + open.cardinality());
        int[] vertexMap = new int[in.vertexCount()], faceMap = new int[in.faceCount()];
        Arrays.fill(vertexMap, -1);
        b.appendFaces(in, _ -> true, k -> k, vertexMap, faceMap);
        b.carryTags(in, vertexMap, faceMap);
        int[] materials = b.materialsOf(in);
        b.emptyTag(context.madeTag(), ElementKind.FACE);
        for (Border r : found.rings()) fill(in, b, r, vertexMap, materials, context);
        return b.build();
    }

    private void fill(Mesh in, MeshBuilder b, Border r, int[] vertexMap, int[] materials, StepContext context) {
        int material = materials[
                in.faceMaterials()[in.adjacency().cornerFace()[r.corners().getInt(0)]]];
        long least = Long.MAX_VALUE;
        IntArrayList ring = new IntArrayList();
        // Against the direction of the faces along the border.
        Paint paint = new Paint(in, b);
        for (int i = r.size() - 1; i >= 0; i--) {
            int v = r.vertex(in, i);
            least = Math.min(least, in.vertexKeys()[v]);
            ring.add(vertexMap[v]);
            paint.like(vertexMap[v], r.corners().getInt(i));
        }
        switch (filling) {
            case FACE -> face(b, paint, material, Keys.of(context.seed(), FACE_KEY, least), ring.toIntArray(), context);
            case FAN -> fan(in, b, r, paint, material, ring, least, context);
            case EVEN -> even(in, b, r, paint, material, ring, least, context);
        }
    }

    private static void face(MeshBuilder b, Paint paint, int material, long key, int[] ring, StepContext context) {
        int f = b.face(key, material, ring);
        b.tag(context.madeTag(), ElementKind.FACE, f, 1);
        paint.face(f, ring);
    }

    private static void even(
            Mesh in,
            MeshBuilder b,
            Border r,
            Paint paint,
            int material,
            IntArrayList ring,
            long least,
            StepContext context) {
        HoleBorder hole = new HoleBorder(in, r);
        if (hole.isFlat()) {
            face(b, paint, material, Keys.of(context.seed(), FACE_KEY, least), ring.toIntArray(), context);
            return;
        }
        EvenPatch patch = hole.evenPatch();
        int border = ring.size();
        for (int i = border; i < patch.points().size(); i++) {
            Vec3 p = patch.points().get(i);
            int v = b.vertex(p.x(), p.y(), p.z(), Keys.of(context.seed(), MIDDLE, least, i));
            paint.amid(v, ring.toIntArray());
            ring.add(v);
        }
        int[] t = patch.triangles();
        for (int i = 0; i < t.length; i += 3) {
            int[] corners = {ring.getInt(t[i]), ring.getInt(t[i + 1]), ring.getInt(t[i + 2])};
            long[] keys = {b.vertexKey(corners[0]), b.vertexKey(corners[1]), b.vertexKey(corners[2])};
            Arrays.sort(keys);
            long key = Keys.of(context.seed(), FACE_KEY, Keys.of(keys[0], keys[1], keys[2]));
            face(b, paint, material, key, corners, context);
        }
    }

    private static void fan(
            Mesh in,
            MeshBuilder b,
            Border r,
            Paint paint,
            int material,
            IntArrayList ring,
            long least,
            StepContext context) {
        Vec3 sum = Vec3.ZERO;
        for (int i = 0; i < r.size(); i++) sum = sum.plus(in.point(r.vertex(in, i)));
        Vec3 c = sum.times(1.0 / r.size());
        int middle = b.vertex(c.x(), c.y(), c.z(), Keys.of(context.seed(), MIDDLE, least));
        paint.amid(middle, ring.toIntArray());
        for (int i = 0; i < ring.size(); i++) {
            int p = ring.getInt(i), q = ring.getInt((i + 1) % ring.size());
            long key = Keys.of(context.seed(), FACE_KEY, Keys.ofPair(b.vertexKey(p), b.vertexKey(q)));
            face(b, paint, material, key, new int[] {p, q, middle}, context);
        }
    }

    @Override
    public String sentence() {
        return filling == Filling.EVEN
                ? "*Fill* {borders} with {filling} triangles."
                : "*Fill* {borders} with a {filling}.";
    }
}
