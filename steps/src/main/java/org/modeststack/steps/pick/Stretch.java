package org.modeststack.steps.pick;

import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.LongList;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.select.Loops;
import org.modeststack.mesh.select.Selection;

/**
 * Elements picked by hand that hang together: faces, known by their outline, or edges in a row or vertices in a ring,
 * known by the vertices along it. As long as enough of these vertices are there, what lies within or between them is what
 * is meant, in however many elements it lies then.
 *
 * @param members which of the elements picked by hand belong to it
 * @param share how much it is of the surface or the line that it lies on, or of the size of the body; see {@link #share}
 * @param ways keys of vertices: each outline in its order, with the faces on its left, or the row of edges
 * @param corners keys of those vertices of closed ways where they turn, without which they cannot be followed
 * @param closed whether each way comes back to where it began
 */
public record Stretch(BitSet members, double share, List<LongList> ways, LongList corners, boolean closed) {
    /** Longer outlines are not written down. */
    private static final int MOST = 1024;

    /** Of so many it would take long to write down their outlines. */
    private static final int MANY = 256;

    /** Ways between fewer vertices say nothing. */
    private static final int FEWEST = 3;

    /** A way that turns by more has a corner there, as a cosine: 40 degrees. */
    private static final double CORNER = Math.cos(Math.toRadians(40));

    /** Fewer vertices in a ring are corners, and what lies between them later is not meant. */
    private static final int ROUND = 8;

    /**
     * The stretches of some elements of a mesh, without those that belong to a whole, and without those whose outline or
     * row does not lead back to just them.
     */
    static List<Stretch> of(Mesh mesh, ElementKind kind, int[] elements, BitSet inWholes) {
        Int2IntOpenHashMap member = new Int2IntOpenHashMap();
        member.defaultReturnValue(-1);
        for (int i = 0; i < elements.length; i++) if (!inWholes.get(i)) member.put(elements[i], i);
        List<Stretch> out = new ArrayList<>();
        BitSet seen = new BitSet();
        for (int i = 0; i < elements.length; i++) {
            if (inWholes.get(i) || seen.get(elements[i])) continue;
            Stretch s = switch (kind) {
                case FACE -> faces(mesh, elements[i], member, seen);
                case EDGE -> edges(mesh, elements[i], member, seen);
                case VERTEX -> vertices(mesh, elements[i], member, seen);
            };
            if (s != null && s.share != 0) out.add(s);
        }
        if (out.size() > MANY) return List.of();
        out.removeIf(s -> !elements(elements, s.members).equals(s.on(mesh, kind)));
        return out;
    }

    private static BitSet elements(int[] elements, BitSet members) {
        BitSet out = new BitSet();
        members.stream().forEach(i -> out.set(elements[i]));
        return out;
    }

    private static Stretch of(
            Mesh mesh,
            ElementKind kind,
            BitSet taken,
            Int2IntOpenHashMap member,
            List<IntArrayList> ways,
            boolean closed) {
        BitSet members = new BitSet();
        taken.stream().forEach(e -> members.set(member.get(e)));
        IntArrayList corners = new IntArrayList();
        if (closed) for (IntArrayList way : ways) corners(mesh, way, corners);
        return new Stretch(
                members,
                (float) share(mesh, kind, taken),
                ways.stream().map(w -> keys(mesh, w)).toList(),
                keys(mesh, corners),
                closed);
    }

    /** Adds the vertices at which a closed way turns. */
    private static void corners(Mesh mesh, IntArrayList way, IntArrayList out) {
        int n = way.size();
        for (int i = 0; i < n; i++) {
            Vec3 p = mesh.point(way.getInt(i));
            Vec3 in = p.minus(mesh.point(way.getInt((i + n - 1) % n))),
                    on = mesh.point(way.getInt((i + 1) % n)).minus(p);
            if (in.unit().dot(on.unit()) < CORNER) out.add(way.getInt(i));
        }
    }

    /** The faces of one patch that hang together with one. */
    private static @Nullable Stretch faces(Mesh mesh, int start, Int2IntOpenHashMap member, BitSet seen) {
        Adjacency adj = mesh.adjacency();
        SurfacePatches patches = SurfacePatches.of(mesh);
        int patch = patches.patchOf(start);
        BitSet taken = new BitSet(), border = new BitSet();
        IntArrayList stack = IntArrayList.of(start);
        seen.set(start);
        while (!stack.isEmpty()) {
            int f = stack.removeInt(stack.size() - 1);
            taken.set(f);
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                int o = adj.twin(c), g = o < 0 ? -1 : adj.cornerFace()[o];
                if (g < 0 || patches.patchOf(g) != patch || member.get(g) < 0) border.set(c);
                else if (!seen.get(g)) {
                    seen.set(g);
                    stack.add(g);
                }
            }
        }
        List<IntArrayList> ways = new ArrayList<>();
        int keys = 0;
        for (int first = border.nextSetBit(0); first >= 0; first = border.nextSetBit(first)) {
            IntArrayList way = new IntArrayList();
            for (int c = first; c >= 0 && border.get(c); c = nextOnBorder(adj, border, c)) {
                border.clear(c);
                way.add(mesh.corners()[c]);
            }
            keys += way.size();
            if (keys > MOST) return null;
            ways.add(way);
        }
        return ways.isEmpty() ? null : of(mesh, ElementKind.FACE, taken, member, ways, true);
    }

    /** The corner of the border behind a corner of it, at the far end of its side. */
    private static int nextOnBorder(Adjacency adj, BitSet border, int corner) {
        int c = adj.cornerNext()[corner];
        for (int turns = 0; !border.get(c); turns++) {
            int o = adj.twin(c);
            if (o < 0 || turns > MOST) return -1;
            c = adj.cornerNext()[o];
        }
        return c;
    }

    /** The edges in a row with one: no other picked edge joins in between. */
    private static @Nullable Stretch edges(Mesh mesh, int start, Int2IntOpenHashMap member, BitSet seen) {
        Adjacency adj = mesh.adjacency();
        BitSet taken = new BitSet();
        seen.set(start);
        taken.set(start);
        IntArrayList ahead = new IntArrayList(), back = new IntArrayList();
        int a = adj.edgeLow(start), b = adj.edgeHigh(start);
        walk(mesh, b, member, seen, taken, ahead);
        walk(mesh, a, member, seen, taken, back);
        IntArrayList way = new IntArrayList();
        for (int i = back.size() - 1; i >= 0; i--) way.add(back.getInt(i));
        way.add(a);
        way.add(b);
        way.addAll(ahead);
        boolean closed = way.size() > 2 && way.getInt(0) == way.getInt(way.size() - 1);
        if (closed) way.removeInt(way.size() - 1);
        return way.size() > MOST ? null : of(mesh, ElementKind.EDGE, taken, member, List.of(way), closed);
    }

    /** The vertices of a closed row round one; those of an open one may be meant as what they are. */
    private static @Nullable Stretch vertices(Mesh mesh, int start, Int2IntOpenHashMap member, BitSet seen) {
        BitSet taken = new BitSet();
        IntArrayList way = new IntArrayList();
        for (int v = start, from = -1; v >= 0 && (v != start || way.isEmpty()); ) {
            taken.set(v);
            seen.set(v);
            way.add(v);
            int next = nextInRow(mesh, v, from, member);
            from = v;
            v = next;
            if (v < 0 || v != start && taken.get(v)) return null;
        }
        if (way.size() < ROUND || way.size() > MOST) return null;
        return of(mesh, ElementKind.VERTEX, taken, member, List.of(way), true);
    }

    /** The picked vertex behind one in a row, either of two where it begins; -1 where it has not just two beside it. */
    private static int nextInRow(Mesh mesh, int v, int from, Int2IntOpenHashMap member) {
        Adjacency adj = mesh.adjacency();
        int next = -1, beside = 0;
        for (int e : Loops.edgesAt(mesh, adj, v)) {
            int w = adj.otherEnd(e, v);
            if (member.get(w) < 0) continue;
            beside++;
            if (w != from) next = w;
        }
        return beside == 2 ? next : -1;
    }

    private static void walk(
            Mesh mesh, int from, Int2IntOpenHashMap member, BitSet seen, BitSet taken, IntArrayList way) {
        Adjacency adj = mesh.adjacency();
        for (int v = from; ; ) {
            int next = -1, picked = 0;
            for (int e : Loops.edgesAt(mesh, adj, v)) {
                if (member.get(e) < 0) continue;
                picked++;
                if (!seen.get(e)) next = e;
            }
            if (picked != 2 || next < 0) return;
            seen.set(next);
            taken.set(next);
            v = adj.otherEnd(next, v);
            way.add(v);
        }
    }

    private static LongList keys(Mesh mesh, IntArrayList vertices) {
        return LongList.of(
                vertices.intStream().mapToLong(v -> mesh.vertexKeys()[v]).toArray());
    }

    /**
     * How much some elements are of the surfaces or lines that they lie on, by area or length. Edges inside a surface are
     * measured by the size of the body, which gives a number below 0.
     */
    static double share(Mesh mesh, ElementKind kind, BitSet elements) {
        SurfacePatches patches = SurfacePatches.of(mesh);
        if (kind == ElementKind.VERTEX) return 1;
        BitSet around = new BitSet();
        double part = 0, all = 0;
        boolean inside = false;
        for (int e = elements.nextSetBit(0); e >= 0; e = elements.nextSetBit(e + 1)) {
            part += size(mesh, kind, e);
            int in = kind == ElementKind.FACE ? patches.patchOf(e) : patches.lineOf(e);
            if (in < 0) inside = true;
            else around.set(in);
        }
        if (inside) return -part / mesh.bounds().diagonal();
        for (int i = around.nextSetBit(0); i >= 0; i = around.nextSetBit(i + 1)) all += patches.size(kind, i);
        return all > 0 ? part / all : 0;
    }

    private static double size(Mesh mesh, ElementKind kind, int element) {
        return kind == ElementKind.EDGE ? 2 * Anchor.size(mesh, kind, element) : Normals.area(mesh, element);
    }

    /** What it is on another mesh; null where too few of its vertices are there, or nothing clear lies between them. */
    @Nullable
    BitSet on(Mesh mesh, ElementKind kind) {
        List<IntArrayList> there = new ArrayList<>();
        for (int i = 0; i < corners.size(); i++) if (!has(mesh, corners.getLong(i))) return null;
        for (LongList way : ways) {
            IntArrayList v = present(mesh, way);
            boolean ends = closed || v.size() > 1 && has(mesh, way.getFirst()) && has(mesh, way.getLast());
            if (!ends || closed && v.size() < FEWEST) return null;
            there.add(v);
        }
        if (kind == ElementKind.FACE) return Span.within(mesh, there);
        BitSet edges = Span.along(mesh, there.getFirst(), closed);
        return edges == null || kind == ElementKind.EDGE
                ? edges
                : new Selection(ElementKind.EDGE, edges)
                        .to(mesh, ElementKind.VERTEX)
                        .elements();
    }

    private static boolean has(Mesh mesh, long key) {
        return KeyIndex.of(mesh).find(ElementKind.VERTEX, key) >= 0;
    }

    private static IntArrayList present(Mesh mesh, LongList way) {
        IntArrayList out = new IntArrayList();
        way.forEach(key -> {
            int v = KeyIndex.of(mesh).find(ElementKind.VERTEX, key);
            if (v >= 0) out.add(v);
        });
        return out;
    }
}
