package org.modeststack.steps.pick;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
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
 * @param line whether it is a line
 * @param all whether it is all that lies between the two patches, and not one line of several; of a part, whether its loop
 *     is the line
 * @param part whether only a part of the line was picked, which leads to it where its loop is meant
 */
public record Whole(
        BitSet members, PatchName first, @Nullable PatchName second, boolean line, boolean all, boolean part) {
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

    /** What some elements of a mesh are the whole of. */
    static List<Whole> of(Mesh mesh, ElementKind kind, int[] elements) {
        if (elements.length == 0) return List.of();
        List<Whole> all = find(mesh, kind, elements);
        return all.size() > MOST ? List.of() : all;
    }

    private static List<Whole> find(Mesh mesh, ElementKind kind, int[] elements) {
        SurfacePatches patches = SurfacePatches.of(mesh);
        BitSet picked = new BitSet();
        for (int e : elements) picked.set(e);
        List<Whole> out = new ArrayList<>();
        if (kind == ElementKind.FACE) {
            BitSet seen = new BitSet();
            for (int f : elements) {
                int p = patches.patchOf(f);
                if (seen.get(p)) continue;
                seen.set(p);
                BitSet all = bits(patches.faces(p));
                if (isIn(all, picked))
                    out.add(new Whole(members(elements, all), PatchName.of(mesh, p), null, false, true, false));
            }
            return out;
        }
        BitSet lines = new BitSet();
        for (int line = 0; line < patches.lineCount(); line++) {
            BitSet all = kind == ElementKind.EDGE ? bits(patches.edges(line)) : patches.verticesOfLine(line);
            // Two corners are not meant as all that will ever lie between them.
            if (kind == ElementKind.VERTEX && all.cardinality() <= CORNERS) continue;
            if (isIn(all, picked)) lines.set(line);
        }
        // For each two patches, how many of the lines between them are not picked.
        Long2IntOpenHashMap between = new Long2IntOpenHashMap();
        for (int line = lines.nextClearBit(0); line < patches.lineCount(); line = lines.nextClearBit(line + 1))
            between.addTo(pair(patches.low(line), patches.high(line)), 1);
        for (int line = lines.nextSetBit(0); line >= 0; line = lines.nextSetBit(line + 1)) {
            BitSet all = kind == ElementKind.EDGE ? bits(patches.edges(line)) : patches.verticesOfLine(line);
            int p = patches.low(line), q = patches.high(line);
            boolean every = between.get(pair(p, q)) == 0;
            PatchName high = PatchName.of(mesh, q), low = p < 0 ? null : PatchName.of(mesh, p);
            out.add(new Whole(members(elements, all), high, low, true, every, false));
        }
        if (kind == ElementKind.EDGE && elements.length <= FEW) parts(mesh, elements, lines, out);
        return out;
    }

    /** Few edges may be there for their loops: the lines that they are on. */
    private static void parts(Mesh mesh, int[] elements, BitSet whole, List<Whole> out) {
        SurfacePatches patches = SurfacePatches.of(mesh);
        for (int i = 0; i < elements.length; i++) {
            int line = patches.lineOf(elements[i]);
            if (line < 0 || whole.get(line)) continue;
            BitSet member = new BitSet();
            member.set(i);
            int p = patches.low(line);
            PatchName high = PatchName.of(mesh, patches.high(line)), low = p < 0 ? null : PatchName.of(mesh, p);
            BitSet loop = Loops.loops(mesh, Selection.of(ElementKind.EDGE, elements[i]))
                    .elements();
            out.add(new Whole(member, high, low, true, loop.equals(bits(patches.edges(line))), true));
        }
    }

    private static long pair(int p, int q) {
        return (long) p << 32 | q;
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

    private static boolean isIn(BitSet part, BitSet all) {
        BitSet rest = (BitSet) part.clone();
        rest.andNot(all);
        return rest.isEmpty();
    }

    /** What it is on another mesh; null where that cannot be said. */
    @Nullable
    BitSet on(Mesh mesh, ElementKind kind, List<Anchor> anchors) {
        SurfacePatches patches = SurfacePatches.of(mesh);
        int p = first.on(mesh);
        if (!line) return p < 0 ? null : bits(patches.faces(p));
        int q = second == null ? -1 : second.on(mesh);
        IntArrayList found = new IntArrayList();
        if (p >= 0 && (q >= 0 || second == null) && p != q) {
            for (int l = 0; l < patches.lineCount(); l++)
                if (patches.low(l) == Math.min(p, q) && patches.high(l) == Math.max(p, q)) found.add(l);
        }
        if ((!all || part) && found.size() > 1) {
            int best = withMost(mesh, kind, anchors, found);
            found.clear();
            if (best >= 0) found.add(best);
        }
        if (found.isEmpty()) return null;
        BitSet out = new BitSet();
        for (int i = 0; i < found.size(); i++)
            out.or(
                    kind == ElementKind.EDGE
                            ? bits(patches.edges(found.getInt(i)))
                            : patches.verticesOfLine(found.getInt(i)));
        return out;
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
