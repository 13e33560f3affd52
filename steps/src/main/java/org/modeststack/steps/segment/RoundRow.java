package org.modeststack.steps.segment;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
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
        Adjacency adj = mesh.adjacency();
        List<RoundRow> out = new ArrayList<>();
        BitSet done = new BitSet();
        for (int e = picked.nextSetBit(0); e >= 0; e = picked.nextSetBit(e + 1)) {
            for (int i = 0; i < adj.edgeSides(e); i++) {
                int c = adj.edgeCorner(e, i);
                if (done.get(adj.cornerFace()[c]) || across(mesh, adj, picked, c) < 0) continue;
                // Most rows go all the way round, and so can be walked from anywhere.
                RoundRow row = walk(mesh, adj, picked, c, done, false);
                out.add(row != null ? row : walk(mesh, adj, picked, firstOf(mesh, adj, picked, c), done, true));
            }
        }
        return out;
    }

    /** The side of the same face where a row that came in over a side goes on; -1 where it does not. */
    private static int across(Mesh mesh, Adjacency adj, BitSet picked, int c) {
        int f = adj.cornerFace()[c], b = adj.cornerNext()[c], d = adj.cornerNext()[b];
        boolean pb = picked.get(adj.cornerEdge()[b]), pd = picked.get(adj.cornerEdge()[d]);
        return switch (mesh.sides(f)) {
            case 4 -> pd && !pb && !picked.get(adj.cornerEdge()[adj.cornerNext()[d]]) ? d : -1;
            case 3 -> pb == pd ? -1 : pb ? b : d;
            default -> -1;
        };
    }

    /** The side over which the first face of the row is come to, going back from one of its sides. */
    private static int firstOf(Mesh mesh, Adjacency adj, BitSet picked, int c) {
        int at = c;
        while (true) {
            int d = adj.twin(at);
            int before = d < 0 ? -1 : across(mesh, adj, picked, d);
            if (before < 0) return at;
            at = before;
            if (at == c) return at;
        }
    }

    /** @param open whether a row that does not close is wanted; else null is given for it */
    private static RoundRow walk(Mesh mesh, Adjacency adj, BitSet picked, int first, BitSet done, boolean open) {
        IntArrayList low = new IntArrayList(64), high = new IntArrayList(64), faces = new IntArrayList(64);
        int c = first, x = across(mesh, adj, picked, c);
        while (true) {
            high.add(mesh.corners()[c]);
            low.add(mesh.corners()[adj.cornerNext()[c]]);
            faces.add(adj.cornerFace()[c]);
            int next = adj.twin(x);
            boolean closed = next == first;
            int on = closed || next < 0 ? -1 : across(mesh, adj, picked, next);
            if (on < 0 || done.get(adj.cornerFace()[next])) {
                if (!closed && !open) return null;
                for (int i = 0; i < faces.size(); i++) done.set(faces.getInt(i));
                if (closed) return new RoundRow(low, high, faces, true);
                low.add(mesh.corners()[x]);
                high.add(mesh.corners()[adj.cornerNext()[x]]);
                return new RoundRow(low, high, faces, false);
            }
            c = next;
            x = on;
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
        int n = faces.size();
        boolean point = rail.getInt(0) == rail.getInt(1);
        for (int i = 1; i < n; i++) if (rail.getInt(i) == rail.getInt((i + 1) % rail.size()) != point) return false;
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
