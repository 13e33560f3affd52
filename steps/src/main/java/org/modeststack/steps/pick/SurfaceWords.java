package org.modeststack.steps.pick;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.part.Affine;
import org.modeststack.steps.StepContext;

/**
 * What the patches of a mesh are called: after the body that a boolean has taken them from and which of its copies, after
 * the step that made them, or after the way they look.
 */
final class SurfaceWords {
    /** The mean of normals that are all the same is so long. */
    private static final double FLAT = 0.999;

    /** How near to an axis a flat surface looks that is named after it, as a cosine: 5 degrees. */
    private static final double ALONG = Math.cos(Math.toRadians(5));

    /** In tools of more faces nobody looks for copies while a sentence is written. */
    private static final int MOST = 50_000;

    /** So much may rounding put a patch out of the box of its tool, as a share of its size. */
    private static final double NEAR = 1e-6;

    private static final Map<String, Vec3> SIDES = Map.of(
            "the top", new Vec3(0, 0, 1),
            "the underside", new Vec3(0, 0, -1),
            "the right side", new Vec3(1, 0, 0),
            "the left side", new Vec3(-1, 0, 0),
            "the back", new Vec3(0, 1, 0),
            "the front", new Vec3(0, -1, 0));

    private final Mesh mesh;
    private final SurfacePatches patches;
    private final PickNames names;

    private SurfaceWords(Mesh mesh, SurfacePatches patches, PickNames names) {
        this.mesh = mesh;
        this.patches = patches;
        this.names = names;
    }

    /** Null where the patches of the mesh have not been worked out, which takes too long for a sentence. */
    static @Nullable SurfaceWords of(PickNames names) {
        Mesh mesh = names.mesh();
        SurfacePatches patches = mesh == null ? null : mesh.known(SurfacePatches.class);
        return mesh == null || patches == null ? null : new SurfaceWords(mesh, patches, names);
    }

    /** What a whole is on the mesh; null where it is not there. */
    @Nullable
    String of(Whole whole) {
        int p = whole.first().on(mesh).nextSetBit(0);
        if (p < 0) return null;
        if (whole.extent() == Whole.Extent.PATCH) return patch(p);
        if (whole.second() == null) return "the open border of " + patch(p);
        int q = whole.second().on(mesh).nextSetBit(0);
        if (q < 0) return null;
        // What was taken from elsewhere meets what was there.
        boolean turned = tool(p) == null && tool(q) != null;
        String a = patch(turned ? q : p), b = patch(turned ? p : q);
        return "where " + a + (a.contains(",") ? ", meets " : " meets ") + (b.equals(a) ? "another like it" : b);
    }

    private String patch(int p) {
        boolean flat = patches.way(p).length() > FLAT;
        String tool = tool(p);
        if (tool != null) return (flat ? "a side of " : "the wall of ") + names.body(tool) + copy(tool, p);
        String step = step(p);
        if (step != null) return "what " + names.madeBy(step) + " made";
        if (!flat) return "a round wall";
        Vec3 way = patches.way(p).unit();
        for (var side : SIDES.entrySet()) if (side.getValue().dot(way) > ALONG) return side.getKey();
        return "a slanted side";
    }

    /** The id of the body that a boolean has taken a patch from, or null. */
    private @Nullable String tool(int p) {
        for (String name : madeOf(p)) {
            String body = part(name);
            if (names.body(body) != null) return body;
        }
        return null;
    }

    /** The name of the tag of the step that has made a patch, the one that says most; or null. */
    private @Nullable String step(int p) {
        String best = null;
        // What a boolean has left of the body's own surface has no name behind the step's.
        for (String name : madeOf(p)) if (!name.endsWith(":") && (best == null || size(name) < size(best))) best = name;
        return best;
    }

    private long size(String name) {
        Tag tag = mesh.tag(name);
        return tag == null ? Long.MAX_VALUE : tag.size();
    }

    private List<String> madeOf(int p) {
        int face = patches.faces(p).getInt(0);
        return mesh.tags().entrySet().stream()
                .filter(e -> e.getKey().startsWith(StepContext.MADE)
                        && e.getValue().kind() == ElementKind.FACE
                        && e.getValue().contains(face))
                .map(Map.Entry::getKey)
                .sorted()
                .toList();
    }

    /** What stands behind the step in the name of a tag. */
    private static String part(String tag) {
        return tag.substring(Math.max(tag.indexOf(':', StepContext.MADE.length()), 0) + 1);
    }

    /** Which of the copies of a tool a patch is of, by the shell of the tool that it lies within: ", copy 3"; or nothing. */
    private String copy(String body, int p) {
        int copies = names.copies(body);
        Mesh tool = names.meshOf(body);
        if (copies < 2 || tool == null || tool.faceCount() > MOST) return "";
        List<Bounds> shells = Shells.of(tool).boxes();
        if (shells.size() % copies != 0) return "";
        Bounds patch = patches.box(p, Affine.IDENTITY);
        double near = NEAR * patch.diagonal();
        int found = -1;
        for (int i = 0; i < shells.size(); i++) {
            if (!shells.get(i).contains(patch, near)) continue;
            if (found >= 0) return "";
            found = i;
        }
        return found < 0 ? "" : ", copy " + (found / (shells.size() / copies) + 1);
    }

    /** The boxes round what hangs together in a mesh, in the order of its faces. */
    private record Shells(List<Bounds> boxes) implements Memory.Counted {
        static Shells of(Mesh mesh) {
            return mesh.derived(Shells.class, Shells::find);
        }

        private static Shells find(Mesh mesh) {
            int[] shellOf = new int[mesh.faceCount()];
            Bounds[] boxes = new Bounds[Measures.shellOfFaces(mesh, shellOf)];
            Arrays.fill(boxes, Bounds.EMPTY);
            for (int f = 0; f < shellOf.length; f++) {
                for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                    Vec3 p = mesh.point(mesh.corners()[c]);
                    Bounds at = new Bounds(p.x(), p.y(), p.z(), p.x(), p.y(), p.z());
                    boxes[shellOf[f]] = boxes[shellOf[f]].union(at);
                }
            }
            return new Shells(List.of(boxes));
        }

        @Override
        public void count(Memory memory) {
            memory.addArray(new double[6 * boxes.size()]);
        }
    }
}
