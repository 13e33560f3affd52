package org.modeststack.steps.repeat;

import java.util.Arrays;
import java.util.BitSet;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.StepException;
import org.modeststack.steps.part.Chain;

/**
 * A line along edges, by the way on it. Where it bends by little it is taken for a curve, and its direction turns evenly from
 * one vertex to the next; at sharper corners it turns at once.
 */
final class EdgePath {
    /** What bends by more is a corner, as in shading; degrees. */
    private static final double CORNER = 30;

    private static final double COS_CORNER = Math.cos(Math.toRadians(CORNER + 1e-3));

    /** The points in order; a closed path has its first again at its end. */
    private final Vec3[] points;

    private final boolean closed;
    /** The way to each point, mm. */
    private final double[] way;
    /** The direction at the beginning and at the end of each piece, unit length. */
    private final Vec3[] begins;

    private final Vec3[] ends;

    private EdgePath(Vec3[] points, boolean closed) {
        this.points = points;
        this.closed = closed;
        int pieces = points.length - 1;
        way = new double[points.length];
        Vec3[] straight = new Vec3[pieces];
        for (int i = 0; i < pieces; i++) {
            Vec3 d = points[i + 1].minus(points[i]);
            way[i + 1] = way[i] + d.length();
            straight[i] = d.unit();
        }
        begins = straight.clone();
        ends = straight.clone();
        for (int i = closed ? 0 : 1; i < pieces; i++) {
            int before = i == 0 ? pieces - 1 : i - 1;
            if (straight[before].dot(straight[i]) < COS_CORNER) continue;
            ends[before] = begins[i] = straight[before].plus(straight[i]).unit();
        }
    }

    /** Through points; those that repeat the one before are dropped. */
    static EdgePath of(Vec3[] all, boolean closed) {
        Vec3[] out = new Vec3[all.length + 1];
        int n = 0;
        for (Vec3 p : all) if (n == 0 || p.minus(out[n - 1]).length() > 0) out[n++] = p;
        if (closed && n > 1 && out[n - 1].minus(out[0]).length() > 0) out[n++] = out[0];
        return new EdgePath(Arrays.copyOf(out, n), closed);
    }

    /**
     * Along edges of a mesh: those that are picked, or else its one border, or else all.
     *
     * @param name what the mesh is called, for messages
     * @throws StepException where they are no single line, saying where it branches
     */
    static EdgePath along(Mesh mesh, @Nullable Selection picked, boolean reversed, String name) throws StepException {
        Selection edges = picked;
        if (edges == null) {
            edges = Selection.border(mesh);
            if (edges.isEmpty()) edges = Selection.all(mesh, ElementKind.EDGE);
        }
        if (edges.isEmpty()) throw new StepException(name + " has no edges to follow.");
        Chain.Found found = Chain.of(mesh, edges);
        if (found.branching() > 0) throw new StepException(branches(mesh, edges, name));
        if (found.chains().size() > 1)
            throw new StepException("The edges of " + name + " to follow are "
                    + found.chains().size() + " separate lines; name those of one with a tag.");
        Chain chain = found.chains().getFirst();
        int n = chain.vertices().size();
        Vec3[] points = new Vec3[n];
        for (int i = 0; i < n; i++)
            points[reversed ? n - 1 - i : i] = mesh.point(chain.vertices().getInt(i));
        EdgePath path = of(points, chain.closed());
        if (path.length() == 0) throw new StepException("The edges of " + name + " to follow have no length.");
        return path;
    }

    private static String branches(Mesh mesh, Selection edges, String name) {
        int[] at = new int[mesh.vertexCount()];
        Adjacency adj = mesh.adjacency();
        BitSet all = edges.elements();
        for (int e = all.nextSetBit(0); e >= 0; e = all.nextSetBit(e + 1))
            for (int v : new int[] {adj.edgeLow(e), adj.edgeHigh(e)})
                if (++at[v] == 3)
                    return String.format(
                            Locale.ROOT,
                            "The edges of %s to follow branch at %s, %s, %s; name those of one line with a tag.",
                            name,
                            Numbers.show(rounded(mesh.x(v))),
                            Numbers.show(rounded(mesh.y(v))),
                            Numbers.show(rounded(mesh.z(v))));
        return "The edges of " + name + " to follow branch; name those of one line with a tag.";
    }

    private static double rounded(double d) {
        return Math.rint(1000 * d) / 1000;
    }

    double length() {
        return way[way.length - 1];
    }

    boolean isClosed() {
        return closed;
    }

    int pieces() {
        return points.length - 1;
    }

    Vec3 point(int i) {
        return points[i];
    }

    /** How far along a point is, mm. */
    double wayTo(int i) {
        return way[i];
    }

    Vec3 begin(int piece) {
        return begins[piece];
    }

    Vec3 end(int piece) {
        return ends[piece];
    }

    /** The piece that a place lies on; at a point between two the second. */
    int pieceAt(double s) {
        int i = Arrays.binarySearch(way, s);
        int piece = i >= 0 ? i : -i - 2;
        return Math.clamp(piece, 0, pieces() - 1);
    }

    /** The place so far along, mm. */
    Vec3 at(double s) {
        int i = pieceAt(s);
        double share = (s - way[i]) / (way[i + 1] - way[i]);
        return points[i].plus(points[i + 1].minus(points[i]).times(share));
    }

    /** The direction so far along; at a corner that between the two pieces. */
    Vec3 along(double s) {
        int i = pieceAt(s);
        boolean atBegin = s <= way[i], atEnd = s >= way[i + 1];
        if (atBegin && (i > 0 || closed)) return between(ends[i > 0 ? i - 1 : pieces() - 1], begins[i]);
        if (atEnd && closed && i == pieces() - 1) return between(ends[i], begins[0]);
        double share = Math.clamp((s - way[i]) / (way[i + 1] - way[i]), 0, 1);
        return between(begins[i].times(1 - share), ends[i].times(share), ends[i]);
    }

    private static Vec3 between(Vec3 a, Vec3 b) {
        return between(a, b, b);
    }

    private static Vec3 between(Vec3 a, Vec3 b, Vec3 otherwise) {
        Vec3 sum = a.plus(b);
        return sum.length() > 1e-9 ? sum.unit() : otherwise;
    }
}
