package org.modeststack.steps.cut;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Unpicked;

/** Divides faces by edges between their picked corners. */
@StepInfo(
        type = "connect",
        title = "Connect vertices",
        family = Family.FACES,
        help = "Divides each face with several picked corners by edges from one to the next.",
        words = "split cut face edge between join vertices")
public record Connect(
        @Param(label = "Vertices", help = "The corners to connect.", def = "vertices")
        Pick vertices) implements Step {

    private static final long PART = 1;

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = vertices.on(in, context).to(in, ElementKind.VERTEX);
        if (picked.isEmpty()) return Unpicked.of(in, "vertices", context);
        MeshBuilder b = new MeshBuilder(in.vertexCount(), in.faceCount() + picked.size());
        for (int v = 0; v < in.vertexCount(); v++) b.vertex(in.x(v), in.y(v), in.z(v), in.vertexKeys()[v]);
        int[] materials = b.materialsOf(in);
        IntArrayList from = new IntArrayList();
        b.emptyTag(context.madeTag(), ElementKind.EDGE);
        int outside = 0, divided = 0;
        for (int f = 0; f < in.faceCount(); f++) {
            List<int[]> parts = new ArrayList<>();
            int[] whole = new int[in.sides(f)];
            for (int i = 0; i < whole.length; i++) whole[i] = in.offsets()[f] + i;
            parts.add(whole);
            outside += divide(in, f, picked.elements(), parts, b, context.madeTag());
            if (parts.size() > 1) divided++;
            for (int k = 0; k < parts.size(); k++) {
                int[] corners = parts.get(k);
                long key = parts.size() == 1
                        ? in.faceKeys()[f]
                        : Keys.of(
                                Keys.of(context.seed(), PART, in.faceKeys()[f]),
                                in.vertexKeys()[in.corners()[corners[0]]],
                                in.vertexKeys()[in.corners()[corners[1]]]);
                int made = b.face(
                        key,
                        materials[in.faceMaterials()[f]],
                        Arrays.stream(corners).map(c -> in.corners()[c]).toArray());
                from.add(f);
                paint(in, b, made, corners);
            }
        }
        carryTags(in, b, from);
        if (divided == 0 && outside == 0)
            context.remark(
                    Remark.Level.REMARK,
                    "No face has two picked corners that are not neighbours, so nothing is divided.");
        if (outside > 0)
            context.remark(
                    Remark.Level.REMARK,
                    outside + (outside == 1 ? " edge was" : " edges were")
                            + " left out: it would run outside its face.");
        return b.build();
    }

    /** Cuts a face along chords between picked corners. @return how many would lie outside it */
    private static int divide(Mesh in, int f, BitSet picked, List<int[]> parts, MeshBuilder b, String made) {
        int[] whole = parts.getFirst();
        IntArrayList at = new IntArrayList();
        for (int i = 0; i < whole.length; i++) if (picked.get(in.corners()[whole[i]])) at.add(i);
        if (at.size() < 2) return 0;
        int outside = 0, chords = at.size() == 2 ? 1 : at.size();
        for (int k = 0; k < chords; k++) {
            int c = whole[at.getInt(k)], d = whole[at.getInt((k + 1) % at.size())];
            for (int p = 0; p < parts.size(); p++) {
                int[] ring = parts.get(p);
                int i = indexOf(ring, c), j = indexOf(ring, d);
                if (i < 0 || j < 0) continue;
                int apart = Math.floorMod(j - i, ring.length);
                if (apart < 2 || apart > ring.length - 2) break;
                if (!isInside(in, f, ring, i, j)) {
                    outside++;
                    break;
                }
                int[] one = new int[apart + 1], two = new int[ring.length - apart + 1];
                for (int x = 0; x < one.length; x++) one[x] = ring[(i + x) % ring.length];
                for (int x = 0; x < two.length; x++) two[x] = ring[(j + x) % ring.length];
                parts.set(p, one);
                parts.add(p + 1, two);
                b.tag(made, ElementKind.EDGE, Tag.edge(in.corners()[c], in.corners()[d]), 1);
                break;
            }
        }
        return outside;
    }

    private static int indexOf(int[] ring, int corner) {
        for (int i = 0; i < ring.length; i++) if (ring[i] == corner) return i;
        return -1;
    }

    /** Whether a chord runs inside a ring, seen along the face's normal: it leaves inwards and crosses no side. */
    private static boolean isInside(Mesh in, int f, int[] ring, int i, int j) {
        Vec3 n = FaceFrames.of(in).normal(f);
        int size = ring.length;
        Vec3 p = point(in, ring, i), q = point(in, ring, j);
        Vec3 before = point(in, ring, i + size - 1).minus(p),
                after = point(in, ring, i + 1).minus(p),
                way = q.minus(p);
        boolean convex = after.cross(before).dot(n) >= 0;
        boolean left = after.cross(way).dot(n) > 0, right = way.cross(before).dot(n) > 0;
        if (convex ? !(left && right) : !(left || right)) return false;
        for (int k = 0; k < size; k++) {
            int l = (k + 1) % size;
            if (k == i || k == j || l == i || l == j) continue;
            Vec3 r = point(in, ring, k), s = point(in, ring, l);
            double a = way.cross(r.minus(p)).dot(n), b = way.cross(s.minus(p)).dot(n);
            double c = s.minus(r).cross(p.minus(r)).dot(n),
                    d = s.minus(r).cross(q.minus(r)).dot(n);
            if (a * b <= 0 && c * d <= 0) return false;
        }
        return true;
    }

    private static Vec3 point(Mesh in, int[] ring, int i) {
        return in.point(in.corners()[ring[i % ring.length]]);
    }

    private static void paint(Mesh in, MeshBuilder b, int face, int[] corners) {
        float[] k = in.cornerColors();
        for (int i = 0; k != null && i < corners.length; i++) {
            int c = 4 * corners[i];
            b.color(b.firstCorner(face) + i, k[c], k[c + 1], k[c + 2], k[c + 3]);
        }
    }

    private static void carryTags(Mesh in, MeshBuilder b, IntArrayList from) {
        in.tags().forEach((name, tag) -> {
            if (tag.kind() != ElementKind.FACE) {
                b.tag(name, tag);
                return;
            }
            b.emptyTag(name, ElementKind.FACE);
            for (int i = 0; i < from.size(); i++) {
                double w = tag.weightOf(from.getInt(i));
                if (w > 0) b.tag(name, ElementKind.FACE, i, w);
            }
        });
    }

    @Override
    public String sentence() {
        return "*Connect* {vertices} across their faces.";
    }
}
