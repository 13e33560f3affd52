package org.modeststack.steps.pick;

import it.unimi.dsi.fastutil.ints.Int2IntLinkedOpenHashMap;
import it.unimi.dsi.fastutil.ints.Int2ObjectOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import it.unimi.dsi.fastutil.longs.Long2ObjectOpenHashMap;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Loops;
import org.modeststack.mesh.select.Selection;

/**
 * A whole that was picked by hand, all its elements: a patch of a surface, or the line along which two patches meet. It is
 * followed as that, in however many elements it lies later; the elements it was picked by are what is left if it cannot be
 * found.
 *
 * @param members which of the elements picked by hand belong to it
 * @param first the patch, or one of the two
 * @param second the other one; null for a patch, and where a line is an open border
 */
public record Whole(
        Extent extent,
        BitSet members,
        PatchName first,
        @Nullable PatchName second) {
    /** What was picked, and how much of it. */
    enum Extent {
        PATCH,
        /** All lines between the two patches. */
        ALL_LINES,
        /** One of several between them. */
        LINE,
        /** One edge of a line, which is its loop: where loops are meant, it leads to the line. */
        LOOP,
        /** One edge of a line: where loops are meant, another edge of the line will do. */
        PART;

        /** Whether it was picked itself, and not an edge that leads to it. */
        boolean isWhole() {
            return this != LOOP && this != PART;
        }
    }

    /** A line that has no more vertices is an edge, and these are its ends. */
    private static final int CORNERS = 2;

    /** So many places are enough to tell where a line was. */
    private static final int SAMPLE = 32;

    /** The nearest of several lines must be so much nearer than the second. */
    private static final double FAR = 0.5;

    /** More edges are not likely to be there for their loops. */
    private static final int FEW = 8;

    /** Of so many it would take long to write down by what they are known. */
    private static final int MOST = 256;

    /**
     * What some elements of a mesh are the whole of, as far as its name leads back to just them: where a surface is so
     * uneven that its patches cannot be told apart, elements are better known one by one. In time linear in the elements
     * and in what they are the whole of.
     */
    static List<Whole> of(Mesh mesh, ElementKind kind, int[] elements, List<Anchor> anchors) {
        if (elements.length == 0) return List.of();
        BitSet picked = new BitSet();
        for (int e : elements) picked.set(e);
        IntArrayList wholes = wholes(mesh, kind, picked, elements);
        if (wholes.size() > MOST) return List.of();
        SurfacePatches patches = SurfacePatches.of(mesh);
        Names names = new Names(mesh);
        List<Whole> out = new ArrayList<>();
        if (kind == ElementKind.FACE) {
            wholes.forEach(p -> {
                BitSet faces = bits(patches.faces(p));
                Whole w = new Whole(Extent.PATCH, members(elements, faces), names.of(p), null);
                if (faces.equals(w.on(mesh, kind, anchors))) out.add(w);
            });
            return out;
        }
        BitSet lines = bits(wholes);
        // For each two patches, how many of the lines between them are not picked.
        Long2IntOpenHashMap left = new Long2IntOpenHashMap();
        for (int line = lines.nextClearBit(0); line < patches.lineCount(); line = lines.nextClearBit(line + 1))
            left.addTo(pair(patches, line), 1);
        // All lines between two patches are what each of them leads to.
        Long2ObjectOpenHashMap<BitSet> between = new Long2ObjectOpenHashMap<>();
        for (int line = lines.nextSetBit(0); line >= 0; line = lines.nextSetBit(line + 1))
            between.computeIfAbsent(pair(patches, line), _ -> new BitSet()).or(elements(patches, kind, line));
        for (int line = lines.nextSetBit(0); line >= 0; line = lines.nextSetBit(line + 1)) {
            boolean all = left.get(pair(patches, line)) == 0;
            BitSet one = elements(patches, kind, line);
            Whole w = ofLine(all ? Extent.ALL_LINES : Extent.LINE, members(elements, one), line, names);
            if ((all ? between.get(pair(patches, line)) : one).equals(w.on(mesh, kind, anchors))) out.add(w);
        }
        if (kind == ElementKind.EDGE && elements.length <= FEW) parts(mesh, elements, lines, names, out);
        return out;
    }

    /** The patches, or the lines, all elements of which are picked, in the order of the elements. */
    private static IntArrayList wholes(Mesh mesh, ElementKind kind, BitSet picked, int[] elements) {
        SurfacePatches patches = SurfacePatches.of(mesh);
        Int2IntLinkedOpenHashMap counts = new Int2IntLinkedOpenHashMap();
        for (int e : elements) {
            if (!picked.get(e)) continue;
            // Each is counted once, however often it was picked.
            picked.clear(e);
            switch (kind) {
                case FACE -> counts.addTo(patches.patchOf(e), 1);
                case EDGE -> {
                    if (patches.lineOf(e) >= 0) counts.addTo(patches.lineOf(e), 1);
                }
                case VERTEX -> patches.linesAt(e).forEach(line -> counts.addTo(line, 1));
            }
        }
        IntArrayList out = new IntArrayList();
        counts.forEach((patchOrLine, count) -> {
            int all = kind == ElementKind.FACE
                    ? patches.faces(patchOrLine).size()
                    : elements(patches, kind, patchOrLine).cardinality();
            // Two corners are not meant as all that will ever lie between them.
            if (count == all && (kind != ElementKind.VERTEX || all > CORNERS)) out.add(patchOrLine);
        });
        return out;
    }

    /** Names of patches, each worked out once. */
    private record Names(Mesh mesh, Int2ObjectOpenHashMap<PatchName> known) {
        Names(Mesh mesh) {
            this(mesh, new Int2ObjectOpenHashMap<>());
        }

        PatchName of(int patch) {
            return known.computeIfAbsent(patch, p -> PatchName.of(mesh, p));
        }
    }

    private static Whole ofLine(Extent extent, BitSet members, int line, Names names) {
        SurfacePatches patches = SurfacePatches.of(names.mesh);
        int low = patches.low(line);
        return new Whole(extent, members, names.of(patches.high(line)), low < 0 ? null : names.of(low));
    }

    /** The edges of a line, or its vertices. */
    private static BitSet elements(SurfacePatches patches, ElementKind kind, int line) {
        return kind == ElementKind.EDGE ? bits(patches.edges(line)) : patches.verticesOfLine(line);
    }

    /** Few edges may be there for their loops: the lines that they are on. */
    private static void parts(Mesh mesh, int[] elements, BitSet whole, Names names, List<Whole> out) {
        SurfacePatches patches = SurfacePatches.of(mesh);
        for (int i = 0; i < elements.length; i++) {
            int line = patches.lineOf(elements[i]);
            if (line < 0 || whole.get(line)) continue;
            BitSet member = new BitSet();
            member.set(i);
            BitSet loop = Loops.loops(mesh, Selection.of(ElementKind.EDGE, elements[i]))
                    .elements();
            boolean isLine = loop.equals(bits(patches.edges(line)));
            out.add(ofLine(isLine ? Extent.LOOP : Extent.PART, member, line, names));
        }
    }

    private static long pair(SurfacePatches patches, int line) {
        return (long) patches.low(line) << 32 | patches.high(line);
    }

    private static BitSet members(int[] elements, BitSet of) {
        BitSet out = new BitSet();
        for (int i = 0; i < elements.length; i++) if (of.get(elements[i])) out.set(i);
        return out;
    }

    private static BitSet bits(IntArrayList list) {
        BitSet out = new BitSet();
        list.forEach(out::set);
        return out;
    }

    /** What it is on another mesh; null where that cannot be said. */
    @Nullable
    BitSet on(Mesh mesh, ElementKind kind, List<Anchor> anchors) {
        SurfacePatches patches = SurfacePatches.of(mesh);
        BitSet p = first.on(mesh);
        if (extent == Extent.PATCH) {
            BitSet out = new BitSet();
            p.stream().forEach(patch -> patches.faces(patch).forEach(out::set));
            return out.isEmpty() ? null : out;
        }
        BitSet q = second == null ? null : second.on(mesh);
        IntArrayList found = new IntArrayList();
        if (q == null || !p.intersects(q))
            for (int patch = p.nextSetBit(0); patch >= 0; patch = p.nextSetBit(patch + 1))
                for (int l : patches.linesOf(patch)) if (isBetween(patches, l, p, q)) found.add(l);
        found.sort(null);
        if (extent != Extent.ALL_LINES && found.size() > 1) {
            int best = withMost(mesh, kind, anchors, found);
            found.clear();
            if (best >= 0) found.add(best);
        }
        if (found.isEmpty()) return null;
        BitSet out = new BitSet();
        found.forEach(l -> out.or(elements(patches, kind, l)));
        return out;
    }

    /** @param q null for the open borders of the others */
    private static boolean isBetween(SurfacePatches patches, int line, BitSet p, @Nullable BitSet q) {
        int low = patches.low(line), high = patches.high(line);
        if (q == null) return low < 0 && p.get(high);
        return low >= 0 && (p.get(low) && q.get(high) || p.get(high) && q.get(low));
    }

    /** The one of several lines that has more of the vertices it was picked by than any other, or -1. */
    private int withMost(Mesh mesh, ElementKind kind, List<Anchor> anchors, IntArrayList lines) {
        KeyIndex index = KeyIndex.of(mesh);
        BitSet known = new BitSet();
        for (int i = members.nextSetBit(0); i >= 0; i = members.nextSetBit(i + 1)) {
            Anchor a = anchors.get(i);
            if (kind == ElementKind.VERTEX) note(index, a.key(), known);
            a.ends().forEach(key -> note(index, key, known));
        }
        int best = -1, most = 0, second = 0;
        for (int i = 0; i < lines.size(); i++) {
            BitSet on = SurfacePatches.of(mesh).verticesOfLine(lines.getInt(i));
            on.and(known);
            int n = on.cardinality();
            if (n > most) {
                second = most;
                most = n;
                best = lines.getInt(i);
            } else second = Math.max(second, n);
        }
        return most > second ? best : most == 0 ? nearest(mesh, anchors, lines) : -1;
    }

    /** The one that lies by far nearest to where it was picked, or -1. */
    private int nearest(Mesh mesh, List<Anchor> anchors, IntArrayList lines) {
        int best = -1;
        double least = Double.POSITIVE_INFINITY, second = Double.POSITIVE_INFINITY;
        for (int i = 0; i < lines.size(); i++) {
            BitSet on = SurfacePatches.of(mesh).verticesOfLine(lines.getInt(i));
            double far = 0;
            int step = Math.max(1, members.cardinality() / SAMPLE), n = 0;
            for (int m = members.nextSetBit(0); m >= 0; m = members.nextSetBit(m + 1)) {
                if (n++ % step != 0) continue;
                Vec3 place = anchors.get(m).place();
                far += on.stream()
                        .mapToDouble(v -> mesh.point(v).minus(place).length())
                        .min()
                        .orElseThrow();
            }
            if (far < least) {
                second = least;
                least = far;
                best = lines.getInt(i);
            } else second = Math.min(second, far);
        }
        return least < FAR * second ? best : -1;
    }

    private static void note(KeyIndex index, long key, BitSet known) {
        int v = index.find(ElementKind.VERTEX, key);
        if (v >= 0) known.set(v);
    }
}
