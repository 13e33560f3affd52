package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import java.util.Arrays;
import org.modeststack.mesh.Edges;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.StepException;

/**
 * All operands cut up along their contacts: small triangles between points, each with the triangle it lies in. A
 * triangle that nothing touches is its own fragment and has the same number; the pieces of the others come behind.
 */
final class Fragments {
    final Soup soup;
    final Points points;
    private final boolean[] touched;
    private final IntArrayList corners = new IntArrayList();
    private final IntArrayList triangle = new IntArrayList();
    /** For each side of a piece: the piece across it in the same triangle, or ~edge where it runs along the border. */
    private final IntArrayList across = new IntArrayList();
    /** The pieces of each touched triangle: those from firstPiece[rank] to firstPiece[rank + 1]. */
    private final int[] touchedList;

    private final IntArrayList firstPiece = new IntArrayList();
    /** Sides of pieces by their two points, chained. */
    private final Long2IntOpenHashMap bySide = new Long2IntOpenHashMap();

    private final IntArrayList nextSide = new IntArrayList();
    /** The edges along which surfaces meet. */
    private final LongOpenHashSet cuts = new LongOpenHashSet();

    Fragments(Soup soup, Points points, Contacts contacts, int[] touchedList, Runnable tick) throws StepException {
        this.soup = soup;
        this.points = points;
        this.touchedList = touchedList;
        touched = new boolean[soup.triangleCount];
        bySide.defaultReturnValue(-1);
        FacetTriangulation cutter = new FacetTriangulation(points);
        int done = 0;
        for (int t : touchedList) {
            touched[t] = true;
            firstPiece.add(triangle.size());
            if ((++done & 0xFF) == 0) tick.run();
            if (soup.turn(t) == 0) continue;
            try {
                cutUp(t, contacts, cutter);
            } catch (IllegalStateException e) {
                Vec3 place = new Vec3(
                        soup.xyz[3 * soup.vertex(t, 0)],
                        soup.xyz[3 * soup.vertex(t, 0) + 1],
                        soup.xyz[3 * soup.vertex(t, 0) + 2]);
                throw new StepException("The bodies cannot be combined at this place (" + e.getMessage() + ").", place);
            }
        }
        firstPiece.add(triangle.size());
    }

    private void cutUp(int t, Contacts contacts, FacetTriangulation cutter) {
        int p = points.find(soup.vertex(t, 0)), q = points.find(soup.vertex(t, 1)), r = points.find(soup.vertex(t, 2));
        cutter.start(p, q, r, soup.axis(t), soup.turn(t));
        for (int i = 0; i < 3; i++) insert(cutter, contacts.onEdge(soup.edge(t, i)));
        insert(cutter, contacts.inTriangle(t));
        IntArrayList segments = contacts.segments(t);
        if (segments != null) {
            for (int i = 0; i < segments.size(); i += 3) {
                // A segment's end may lie on another one without being noted here; then it is a corner already.
                cutter.insert(segments.getInt(i));
                cutter.insert(segments.getInt(i + 1));
            }
            for (int i = 0; i < segments.size(); i += 3) cutter.force(segments.getInt(i), segments.getInt(i + 1));
        }
        int base = soup.triangleCount + triangle.size();
        for (int f = 0; f < cutter.count(); f++) {
            triangle.add(t);
            for (int i = 0; i < 3; i++) corners.add(cutter.corner(f, i));
        }
        for (int f = 0; f < cutter.count(); f++) {
            for (int i = 0; i < 3; i++) {
                int a = cutter.corner(f, i), b = cutter.corner(f, (i + 1) % 3);
                int o = cutter.across(f, i);
                boolean fixed = cutter.isFixed(f, i);
                if (fixed) cuts.add(Edges.key(a, b));
                across.add(o >= 0 ? base + o : ~borderSide(t, p, q, r, a, b));
                int head = -1;
                if (o < 0 || fixed) head = bySide.put(Edges.directed(a, b), 3 * (base + f) + i);
                nextSide.add(head);
            }
        }
    }

    /** The side of triangle t along which a border piece runs. */
    private int borderSide(int t, int p, int q, int r, int a, int b) {
        int k = soup.axis(t);
        for (int i = 0; i < 3; i++) {
            int x = i == 0 ? p : i == 1 ? q : r, y = i == 0 ? q : i == 1 ? r : p;
            if ((a == x || points.orient(x, y, a, k) == 0) && (b == y || points.orient(x, y, b, k) == 0)) return i;
        }
        throw new IllegalStateException("a piece has lost its border");
    }

    private static void insert(FacetTriangulation cut, IntArrayList list) {
        if (list == null) return;
        for (int i = 0; i < list.size(); i++) cut.insert(list.getInt(i));
    }

    // ---- asking

    boolean isTouched(int t) {
        return touched[t];
    }

    int[] touchedTriangles() {
        return touchedList;
    }

    /** One more than the highest number of a fragment; touched triangles' own numbers stand for none. */
    int limit() {
        return soup.triangleCount + triangle.size();
    }

    boolean isPiece(int f) {
        return f >= soup.triangleCount;
    }

    int corner(int f, int i) {
        return isPiece(f) ? corners.getInt(3 * (f - soup.triangleCount) + i) : points.find(soup.vertex(f, i));
    }

    int triangleOf(int f) {
        return isPiece(f) ? triangle.getInt(f - soup.triangleCount) : f;
    }

    /** The pieces of a touched triangle. */
    int firstPiece(int t) {
        return soup.triangleCount + firstPiece.getInt(Arrays.binarySearch(touchedList, t));
    }

    int endPiece(int t) {
        return soup.triangleCount + firstPiece.getInt(Arrays.binarySearch(touchedList, t) + 1);
    }

    /** The number of the first piece of an operand or a later one. */
    int firstPieceOf(int operand) {
        int i = Arrays.binarySearch(touchedList, soup.triangleBase(operand));
        return soup.triangleCount + firstPiece.getInt(i < 0 ? ~i : i);
    }

    boolean isCut(int p, int q) {
        return cuts.contains(Edges.key(p, q));
    }

    /**
     * The fragment across side i of f on the same surface, or -1 where there is none, more than one, or another surface
     * meets this one there.
     */
    int across(int f, int i) {
        if (!isPiece(f)) {
            int n = soup.neighbor(f, i);
            // Where a solid meets itself along a side, the triangle on its other side need not be touched itself.
            if (n >= 0 && touched[n] && isCut(corner(f, i), corner(f, (i + 1) % 3))) return -1;
        } else if (isCut(corner(f, i), corner(f, (i + 1) % 3))) return -1;
        return beyond(f, i);
    }

    /** The fragment across side i of f on the same surface, whether or not another surface meets it there, or -1. */
    int beyond(int f, int i) {
        int t = f, side = i;
        if (isPiece(f)) {
            int a = across.getInt(3 * (f - soup.triangleCount) + i);
            if (a >= 0) return a;
            side = ~a;
            t = triangleOf(f);
        }
        int n = soup.neighbor(t, side);
        if (n < 0 || !touched[n]) return n;
        return sideOf(n, corner(f, (i + 1) % 3), corner(f, i)) / 3;
    }

    /** Whether the surface ends, or branches, at side i of f. */
    boolean endsAt(int f, int i) {
        if (!isPiece(f)) return soup.neighbor(f, i) < 0;
        int a = across.getInt(3 * (f - soup.triangleCount) + i);
        return a < 0 && soup.neighbor(triangleOf(f), ~a) < 0;
    }

    /** A corner of a triangle that lies strictly at the left of the line p q inside it. */
    int apexLeftOf(int t, int p, int q) {
        for (int i = 0; i < 3; i++) {
            int v = soup.vertex(t, i);
            if (points.orient(p, q, points.find(v), soup.axis(t)) * soup.turn(t) > 0) return v;
        }
        throw new IllegalStateException("a fragment without area");
    }

    /** The side of a piece of triangle t that runs from p to q, as 3 × fragment + side, or -3. */
    int sideOf(int t, int p, int q) {
        for (int s = bySide.get(Edges.directed(p, q)); s >= 0; s = nextSide.getInt(s - 3 * soup.triangleCount)) {
            if (triangleOf(s / 3) == t) return s;
        }
        return -3;
    }

    /** The first of the sides of pieces that run from p to q along a border or cut, or -1; see {@link #nextSide}. */
    int firstSide(int p, int q) {
        return bySide.get(Edges.directed(p, q));
    }

    int nextSide(int side) {
        return nextSide.getInt(side - 3 * soup.triangleCount);
    }
}
