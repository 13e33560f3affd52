package org.modeststack.steps.segment;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;

/**
 * A row of quads, or of triangles that meet in one vertex, from picked edge to picked edge: the lines that divide a round
 * part into segments.
 *
 * @param low for each line its vertex on the lower rail, to the left of which the row lies seen from outside
 * @param high for each line its vertex on the upper rail; all the same one where the row ends in a point
 * @param faces between a line and the next
 * @param closed whether the last face leads back to the first line
 */
record RoundRow(IntArrayList low, IntArrayList high, IntArrayList faces, boolean closed) {
    /** All rows between picked edges, each once; faces with other sides picked belong to none. */
    static List<RoundRow> of(Mesh mesh, BitSet picked) {
        return new Finder(mesh, picked).rows();
    }

    /** Walks over picked edges from face to face. */
    private static final class Finder {
        private final Adjacency adj;
        private final int[] offsets;
        private final int[] corners;
        private final int[] next;
        private final int[] faceOf;
        private final int[] edgeOf;
        private final BitSet picked;
        /** Edges of which a side may still begin a row. */
        private final BitSet open;
        /** Faces that are in a row. */
        private final BitSet done = new BitSet();

        Finder(Mesh mesh, BitSet picked) {
            this.picked = picked;
            adj = mesh.adjacency();
            offsets = mesh.offsets();
            corners = mesh.corners();
            next = adj.cornerNext();
            faceOf = adj.cornerFace();
            edgeOf = adj.cornerEdge();
            open = (BitSet) picked.clone();
        }

        List<RoundRow> rows() {
            List<RoundRow> out = new ArrayList<>();
            for (int e = open.nextSetBit(0); e >= 0; e = open.nextSetBit(e + 1)) {
                for (int i = 0; i < adj.edgeSides(e); i++) {
                    int c = adj.edgeCorner(e, i);
                    if (done.get(faceOf[c]) || across(c) < 0) continue;
                    // Most rows go all the way round, and so can be walked from anywhere.
                    RoundRow row = walk(c, false);
                    out.add(row != null ? row : walk(firstOf(c), true));
                }
            }
            return out;
        }

        /** The side of the same face where a row that came in over a side goes on; -1 where it does not. */
        private int across(int c) {
            int f = faceOf[c], from = offsets[f], sides = offsets[f + 1] - from;
            if (sides == 4) {
                int b = from + (c - from + 1 & 3), d = from + (c - from + 2 & 3), a = from + (c - from + 3 & 3);
                return picked.get(edgeOf[d]) && !picked.get(edgeOf[b]) && !picked.get(edgeOf[a]) ? d : -1;
            }
            if (sides != 3) return -1;
            int b = next[c], d = next[b];
            boolean pb = picked.get(edgeOf[b]), pd = picked.get(edgeOf[d]);
            return pb == pd ? -1 : pb ? b : d;
        }

        /** The side over which the first face of the row is come to, going back from one of its sides. */
        private int firstOf(int c) {
            int at = c;
            while (true) {
                int d = adj.twin(at);
                int before = d < 0 ? -1 : across(d);
                if (before < 0) return at;
                at = before;
                if (at == c) return at;
            }
        }

        /** @param ends whether a row that does not close is wanted; else null is given for it */
        private @Nullable RoundRow walk(int first, boolean ends) {
            IntArrayList low = new IntArrayList(64), high = new IntArrayList(64), faces = new IntArrayList(64);
            int c = first, x = across(c);
            while (true) {
                high.add(corners[c]);
                low.add(corners[next[c]]);
                faces.add(faceOf[c]);
                int on = adj.twin(x);
                boolean closed = on == first;
                int over = closed || on < 0 ? -1 : across(on);
                if (over < 0 || done.get(faceOf[on])) {
                    if (!closed && !ends) return null;
                    for (int i = 0; i < faces.size(); i++) done.set(faces.getInt(i));
                    if (closed) return new RoundRow(low, high, faces, true);
                    low.add(corners[x]);
                    high.add(corners[next[x]]);
                    return new RoundRow(low, high, faces, false);
                }
                // Both faces of this edge are in the row now.
                open.clear(edgeOf[x]);
                c = on;
                x = over;
            }
        }
    }

    int segments() {
        return faces.size();
    }

    /** Whether each rail is a line or a point throughout; rows of triangles may change sides on the way. */
    boolean isEven() {
        return isEven(low) && isEven(high);
    }

    private boolean isEven(IntArrayList rail) {
        boolean point = rail.getInt(0) == rail.getInt(1);
        int before = rail.getInt(closed ? rail.size() - 1 : 0);
        for (int i = closed ? 0 : 1; i < rail.size(); i++) {
            int v = rail.getInt(i);
            if (before == v != point) return false;
            before = v;
        }
        return true;
    }

    /** The same row gone through the other way, which makes the upper rail the lower one. */
    RoundRow reversed() {
        IntArrayList f = backwards(faces);
        // Of a closed row the last face lies between the last line and the first.
        if (closed) f.add(f.removeInt(0));
        return new RoundRow(backwards(high), backwards(low), f, closed);
    }

    private static IntArrayList backwards(IntArrayList list) {
        IntArrayList out = new IntArrayList(list.size());
        for (int i = list.size() - 1; i >= 0; i--) out.add(list.getInt(i));
        return out;
    }

    /** This row turned so that its upper rail is another row's lower one, or its lower one the upper; null if none is. */
    @Nullable
    RoundRow beside(RoundRow other, boolean upper) {
        IntArrayList rail = upper ? other.low : other.high;
        if (rail.size() != low.size() || closed != other.closed) return null;
        int ahead = startOf(rail, upper ? high : low, 1),
                back = ahead >= 0 ? -1 : startOf(rail, upper ? low : high, -1);
        if (ahead < 0 && back < 0) return null;
        if (!closed) return ahead >= 0 ? this : reversed();
        return ahead >= 0 ? from(ahead) : reversed().from(low.size() - 1 - back);
    }

    /** Whether this row, as it is turned, lies below another one, or above it. */
    boolean fits(RoundRow other, boolean below) {
        return closed == other.closed && (below ? high.equals(other.low) : low.equals(other.high));
    }

    /** Where a walk along one's own rail, ahead or back, meets the same vertices; -1 for nowhere. */
    private int startOf(IntArrayList rail, IntArrayList own, int step) {
        int n = own.size(), at = closed ? own.indexOf(rail.getInt(0)) : step > 0 ? 0 : n - 1;
        for (int i = 0, j = at; i < n && at >= 0; i++) {
            if (own.getInt(j) != rail.getInt(i)) return -1;
            j += step;
            if (j == n) j = 0;
            else if (j < 0) j = n - 1;
        }
        return at;
    }

    /** The row that begins with another line; for closed ones. */
    RoundRow from(int line) {
        return line == 0 ? this : new RoundRow(from(low, line), from(high, line), from(faces, line), true);
    }

    private static IntArrayList from(IntArrayList list, int line) {
        int n = list.size();
        IntArrayList out = new IntArrayList(n);
        out.addElements(0, list.elements(), line, n - line);
        out.addElements(n - line, list.elements(), 0, line);
        return out;
    }
}
