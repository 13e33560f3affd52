package org.modeststack.steps.pick;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.select.Selection;

/**
 * What has become of elements that a step has divided, merged or cut off, although none has their key any more: a mark is
 * put on them as a tag, the step is carried out once more ({@link Origin}), and where the mark is then, by the step's own
 * rule of carrying tags, is what stands in their place. So a face is followed into all its parts by every step that can
 * carry a tag.
 */
final class Descent {
    /** No name a person can type. */
    private static final String MARK = "\u0000mark";

    /** So many are marked one by one, to count rightly what came together; more would take long to carry. */
    private static final int FEW = 64;

    /** So much area, of its size squared, may lie between the vertices of a face; that of a square has twice its size. */
    private static final double LARGER = 32;

    /** How much smaller an element with the same key may be and still be the same. */
    private static final double SMALLER = 0.75;

    private final Mesh before;
    private final Origin origin;

    private Descent(Mesh before, Origin origin) {
        this.before = before;
        this.origin = origin;
    }

    /** How a mesh came about, or null where that is not known. */
    private static @Nullable Descent of(Mesh mesh) {
        Origin o = Origin.of(mesh);
        return o == null ? null : new Descent(o.before(), o);
    }

    /**
     * What stands in the place of elements that a mesh does not have any more, or not between the vertices they had. Each
     * is looked for in the meshes before, back to where it is as it was picked; where it never is, between its vertices in
     * the first mesh that has them; and then it is followed from there.
     *
     * @param unsure receives those that were followed from an element that has their key, but not the vertices they had
     * @return for each its elements of the mesh; none where it never was in a mesh before, or has gone without heirs
     */
    static IntArrayList[] of(Mesh mesh, ElementKind kind, List<Anchor> anchors, BitSet unsure) {
        List<Mesh> meshes = new ArrayList<>();
        List<Descent> steps = new ArrayList<>();
        List<Successors> starts = new ArrayList<>();
        BitSet open = new BitSet();
        open.set(0, anchors.size());
        // The last mesh, going back, that has an element's key although it is another than it was.
        int[] changedIn = new int[anchors.size()];
        Arrays.fill(changedIn, -1);
        for (Mesh m = mesh; m != null && !open.isEmpty(); ) {
            Successors here = new Successors();
            KeyIndex index = KeyIndex.of(m);
            for (int i = open.nextSetBit(0); i >= 0; i = open.nextSetBit(i + 1)) {
                int at = index.find(kind, anchors.get(i).key());
                if (at < 0) continue;
                if (anchors.get(i).hasEnds(m, kind, at)) {
                    here.add(at, i);
                    open.clear(i);
                } else changedIn[i] = meshes.size();
            }
            meshes.add(m);
            starts.add(here);
            Descent d = of(m);
            if (d != null) steps.add(d);
            m = d == null ? null : d.before;
        }
        for (int i = open.nextSetBit(0); i >= 0; i = open.nextSetBit(i + 1))
            if (!begin(kind, anchors.get(i), i, changedIn[i], meshes, starts)) unsure.set(i);
        Successors now = starts.getLast();
        for (int level = meshes.size() - 2; level >= 0; level--) {
            Successors next = starts.get(level);
            steps.get(level).carry(kind, now, meshes.get(level), next);
            now = next;
        }
        IntArrayList[] out = new IntArrayList[anchors.size()];
        Arrays.setAll(out, _ -> new IntArrayList());
        now.byElement.forEach((element, which) -> which.forEach(i -> out[i].add((int) element)));
        return out;
    }

    /**
     * Where an element that nowhere is as it was picked begins: between its vertices, or else as what it is now.
     *
     * @return whether it was the first
     */
    private static boolean begin(
            ElementKind kind, Anchor a, int which, int changedIn, List<Mesh> meshes, List<Successors> starts) {
        for (int i = meshes.size() - 1; i >= 0 && !a.ends().isEmpty(); i--) {
            int level = i;
            IntArrayList parts = Span.of(meshes.get(level), kind, a.ends());
            if (parts == null || kind == ElementKind.FACE && !isNoLarger(meshes.get(level), parts, a)) continue;
            parts.forEach(e -> starts.get(level).add(e, which));
            return true;
        }
        if (changedIn < 0) return false;
        int now = KeyIndex.of(meshes.get(changedIn)).find(kind, a.key());
        // One that has become so much smaller or larger is named like it, but a part of it or more than it.
        double grown = Anchor.size(meshes.get(changedIn), kind, now) / a.size();
        if (grown > SMALLER && grown < 1 / SMALLER) starts.get(changedIn).add(now, which);
        return false;
    }

    /** Whether faces are not far more than one was; else its vertices are not round it any more. */
    private static boolean isNoLarger(Mesh mesh, IntArrayList faces, Anchor was) {
        double area = faces.intStream().mapToDouble(f -> Normals.area(mesh, f)).sum();
        return area <= LARGER * was.size() * was.size();
    }

    /** Elements of a mesh, each with the numbers of those whose place it has taken. */
    private static final class Successors {
        final Map<Integer, IntArrayList> byElement = new LinkedHashMap<>();

        void add(int element, int whose) {
            IntArrayList all = byElement.computeIfAbsent(element, _ -> new IntArrayList());
            if (!all.contains(whose)) all.add(whose);
        }

        void addAll(int element, IntArrayList whose) {
            whose.forEach(i -> add(element, i));
        }
    }

    /** Follows elements through the step: by their keys where they stay, by a mark where they do not. */
    private void carry(ElementKind kind, Successors from, Mesh after, Successors to) {
        KeyIndex index = KeyIndex.of(after);
        List<IntArrayList> marked = new ArrayList<>();
        IntArrayList elements = new IntArrayList();
        from.byElement.forEach((element, whose) -> {
            int at = index.find(kind, Anchor.keyOf(before, kind, element));
            if (at >= 0) {
                to.addAll(at, whose);
                return;
            }
            elements.add((int) element);
            marked.add(whose);
        });
        if (elements.isEmpty()) return;
        BitSet seen = new BitSet();
        MarkWeights weights = new MarkWeights(elements.size());
        Mesh again = again(Map.of(MARK, marks(kind, elements, weights)), after);
        if (again == null) return;
        Tag mark = again.tag(MARK);
        for (int i = 0; mark != null && i < mark.size(); i++) {
            int w = weights.indexOf(mark.weight(i)), e = elementOf(after, kind, mark.element(i));
            // A step may have put a mean of two marks between them, which is nobody's.
            if (e < 0 || w < 0) continue;
            to.addAll(e, marked.get(w));
            seen.set(w);
        }
        // Of marks that come together one stays: what has not been seen is gone, or one with another.
        Map<String, Tag> each = new HashMap<>();
        for (int w = seen.nextClearBit(0); w < elements.size(); w = seen.nextClearBit(w + 1))
            each.put(MARK + w, Tag.whole(kind, new long[] {name(kind, elements.getInt(w))}));
        again = each.isEmpty() || each.size() > FEW ? null : again(each, after);
        if (again == null) return;
        for (String name : each.keySet()) {
            Tag own = again.tag(name);
            for (int i = 0; own != null && i < own.size(); i++) {
                int e = elementOf(after, kind, own.element(i));
                if (e >= 0) to.addAll(e, marked.get(Integer.parseInt(name.substring(MARK.length()))));
            }
        }
    }

    /** Marks elements each by a weight of its own, so that one tag does for all. */
    private Tag marks(ElementKind kind, IntArrayList elements, MarkWeights of) {
        int n = elements.size();
        Integer[] order = new Integer[n];
        Arrays.setAll(order, i -> i);
        Arrays.sort(order, (a, b) -> Long.compare(name(kind, elements.getInt(a)), name(kind, elements.getInt(b))));
        long[] names = new long[n];
        double[] weights = new double[n];
        for (int i = 0; i < n; i++) {
            names[i] = name(kind, elements.getInt(order[i]));
            weights[i] = of.get(order[i]);
        }
        return new Tag(kind, names, weights);
    }

    /** Carries the step out once more with marks; null where it has not done what it did, as when a body is gone. */
    private @Nullable Mesh again(Map<String, Tag> marks, Mesh after) {
        Map<String, Tag> tags = new HashMap<>(before.tags());
        tags.putAll(marks);
        Mesh in = before.withTags(tags);
        // What was picked on it is the same with a mark, and what it came from too.
        in.derived(PickCache.class, _ -> before.derived(PickCache.class, _ -> new PickCache()));
        Origin.same(in, before);
        Mesh out = origin.again(in);
        return out != null && Arrays.equals(out.vertexKeys(), after.vertexKeys()) ? out : null;
    }

    private long name(ElementKind kind, int element) {
        return Selection.tagged(before, kind, element);
    }

    private static int elementOf(Mesh mesh, ElementKind kind, long name) {
        return kind == ElementKind.EDGE
                ? mesh.adjacency().edgeBetween(Tag.edgeLow(name), Tag.edgeHigh(name), mesh)
                : (int) name;
    }
}
