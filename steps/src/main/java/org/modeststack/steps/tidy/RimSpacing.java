package org.modeststack.steps.tidy;

import it.unimi.dsi.fastutil.doubles.DoubleArrayList;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Loops;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.cut.EdgeCuts;
import org.modeststack.steps.rail.EdgeChain;
import org.modeststack.steps.surface.SharpEdges;

/**
 * Chooses the places of a rim from which a collar starts, and puts vertices there. A rim that a boolean has cut has a vertex
 * wherever it crosses an edge of either body, most of which do nothing for its shape. Corners, and vertices from which a
 * sharp edge leaves, always stay. Between these the rim is either spaced evenly, or those of its vertices are taken whose
 * gaps come nearest to the spacing, by dynamic programming, with a price for each that its shape needs and that is passed
 * over. In time linear in the mesh, and in the vertices of the rim times those within four spacings.
 */
final class RimSpacing {
    /** A turn of the rim, or of the surface over an edge, that is a corner, radians. */
    static final double CORNER = Math.toRadians(28);

    /** From how far the turn at a vertex is judged, as a share of the spacing. */
    private static final double AFAR = 0.3;

    /** A place this near to a vertex of the rim is there, as a share of the spacing. */
    private static final double NEAR = 0.02;

    /** A turn is not worth a vertex of its own below this, radians. */
    private static final double LEAST_TURN = Math.toRadians(5);

    /** What a place that the rim has no vertex at costs, beside gaps. */
    private static final double INSERTED = 0.05;

    /** No vertex costs more than this to pass over. */
    private static final double DEAREST = 3;

    /** Quads are no narrower along the rim than this share of how deep a ring is, and no wider than so many rings. */
    private static final double NARROWEST = 4;

    private static final double WIDEST = 2;

    /** A closed rim has at least so many places. */
    private static final int FEWEST = 6;

    private final Mesh in;
    /** That is wanted; 0 for what suits the surroundings. */
    private final double wanted;

    private final double ring;
    private final boolean isEven;
    private final SharpEdges sharp;
    private final BitSet edges;
    private final BitSet cornerVertices = new BitSet();

    /**
     * A rim with vertices at all its places.
     *
     * @param edges of the mesh, the whole rim
     * @param places vertices of the mesh from which the collar starts
     * @param corners those of them that are corners, or from which a sharp edge leaves
     * @param spacing about how far places are from each other, mm
     * @param lines of each chain its places
     */
    record Spaced(
            Mesh mesh, BitSet edges, BitSet places, BitSet corners, double spacing, List<RimGrading.Line> lines) {}

    /** A place of a chain: on the edge behind vertex {@code at}, at a share of it; 0 is the vertex itself. */
    private record Place(int at, double share) {}

    /** Of the chain that is worked on, mm. */
    private double spacing;

    /** Null where places are spaced alike. */
    private final @Nullable RimGrading grading;

    /** The number of the chain that is worked on. */
    private int number;

    private RimSpacing(
            Mesh in, BitSet edges, double wanted, double ring, boolean isEven, @Nullable RimGrading grading) {
        this.grading = grading;
        this.in = in;
        this.edges = edges;
        this.wanted = wanted;
        this.ring = ring;
        this.isEven = isEven;
        sharp = SharpEdges.sharperThan(in, CORNER);
    }

    /**
     * @param wanted how far places are to be from each other, mm; 0 for as far as edges that leave the rim, so that they go on
     *     into the collar, but within what makes good quads
     * @param ring how deep one ring of the collar is, mm
     * @param grading where evenly spaced places come nearer to each other; null for nowhere
     * @param isEven whether places are spaced evenly; else they are vertices of the rim, and between those that are too far
     *     from each other
     */
    static Spaced of(
            Mesh in,
            BitSet edges,
            double wanted,
            double ring,
            boolean isEven,
            @Nullable RimGrading grading,
            long seed) {
        return new RimSpacing(in, edges, wanted, ring, isEven, grading).spaced(seed);
    }

    private Spaced spaced(long seed) {
        MeshBuilder out = new MeshBuilder(in.vertexCount(), in.faceCount());
        out.verticesOf(in);
        EdgeCuts cuts = new EdgeCuts(in, out, seed);
        BitSet places = new BitSet();
        List<EdgeChain> chains = EdgeChain.of(in, edges);
        List<IntArrayList> lines = new ArrayList<>();
        double length = 0;
        List<RimGrading.Line> told = new ArrayList<>();
        for (EdgeChain chain : chains) {
            double[] gone = gone(chain);
            double whole = gone[chain.edges()];
            List<Place> at = places(chain, gone);
            RimGrading.Line placed =
                    new RimGrading.Line(new IntArrayList(), new DoubleArrayList(), whole, chain.isClosed(), spacing);
            lines.add(cut(chain, gone, at, cuts, out, placed));
            placed.vertices().forEach(places::set);
            told.add(placed);
            length += whole;
            number++;
        }
        IntArrayList faceOf = new IntArrayList(in.faceCount());
        int[] materials = out.materialsOf(in);
        for (int f = 0; f < in.faceCount(); f++) {
            Work.checkpoint(f);
            cuts.polygon(f, in.faceKeys()[f], materials[in.faceMaterials()[f]]);
            faceOf.add(f);
        }
        cuts.tags(faceOf);
        Mesh made = out.build();
        BitSet rim = new BitSet();
        for (IntArrayList line : lines)
            for (int i = 1; i < line.size(); i++)
                rim.set(made.adjacency().edgeBetween(line.getInt(i - 1), line.getInt(i), made));
        return new Spaced(made, rim, places, cornerVertices, length / Math.max(1, places.cardinality()), told);
    }

    private double[] gone(EdgeChain chain) {
        double[] gone = new double[chain.edges() + 1];
        for (int i = 0; i < chain.edges(); i++)
            gone[i + 1] = gone[i] + point(chain, i + 1).minus(point(chain, i)).length();
        return gone;
    }

    /**
     * Puts the vertices on the edges of a chain.
     *
     * @param placed receives those that are places
     * @return all vertices along it, of a closed one the first again at its end
     */
    private IntArrayList cut(
            EdgeChain chain, double[] gone, List<Place> at, EdgeCuts cuts, MeshBuilder out, RimGrading.Line placed) {
        IntArrayList line = new IntArrayList();
        int next = 0;
        for (int i = 0; i < chain.edges(); i++) {
            line.add(chain.vertex(i));
            DoubleArrayList shares = new DoubleArrayList();
            for (; next < at.size() && at.get(next).at == i; next++) {
                if (at.get(next).share == 0) placed.add(chain.vertex(i), gone[i]);
                else shares.add(at.get(next).share);
            }
            if (shares.isEmpty()) continue;
            int first = out.vertexCount();
            cuts.cut(chain.edge(in, i), chain.vertex(i), shares.toDoubleArray());
            for (int k = 0; k < shares.size(); k++) {
                placed.add(first + k, gone[i] + shares.getDouble(k) * (gone[i + 1] - gone[i]));
                line.add(first + k);
            }
        }
        line.add(chain.vertex(chain.edges()));
        if (!chain.isClosed()) placed.add(chain.vertex(chain.edges()), gone[chain.edges()]);
        return line;
    }

    private List<Place> places(EdgeChain chain, double[] gone) {
        Work.checkpoint();
        int n = chain.edges();
        spacing = wanted > 0 ? wanted : Math.clamp(gone[n] / leaving(chain), ring / NARROWEST, ring * WIDEST);
        double[] turns = new double[n + 1];
        for (int i = 0; i <= n; i++) if (!chain.isEnd(i)) turns[i] = turnFromAfar(chain, i, gone);
        BitSet corners = new BitSet();
        for (int i = 0; i < chain.size(); i++) if (hasSharp(chain.vertex(i))) corners.set(i);
        BitSet sharp = (BitSet) corners.clone();
        for (int i = 0; i < chain.size(); i++)
            if (chain.isEnd(i) || isCorner(chain, i, gone, turns, sharp)) corners.set(i);
        corners.stream().forEach(i -> cornerVertices.set(chain.vertex(i)));
        if (corners.isEmpty()) corners.set(sharpest(turns, n));
        int[] at = corners.stream().toArray();
        List<Place> out = new ArrayList<>();
        int pieces = chain.isClosed() ? at.length : at.length - 1;
        int least = chain.isClosed() ? Math.ceilDiv(FEWEST, pieces) : 1;
        for (int k = 0; k < pieces; k++) {
            Work.checkpoint();
            int from = at[k], to = k + 1 < at.length ? at[k + 1] : at[0] + n;
            stretch(new Stretch(from, to, gone, turns, n), least, out);
        }
        out.sort((a, b) -> a.at != b.at ? Integer.compare(a.at, b.at) : Double.compare(a.share, b.share));
        return out;
    }

    /** A part of a chain between two of its corners, which may go on behind the end of the numbers of a closed one. */
    private record Stretch(int from, int to, double[] gone, double[] turns, int n) {
        double at(int i) {
            return i <= n ? gone[i] : gone[n] + gone[i - n];
        }

        double length() {
            return at(to) - at(from);
        }

        double turn(int i) {
            return turns[i % n];
        }

        /** The place so far along the chain. */
        Place place(double far, double near) {
            int i = from;
            while (i < to - 1 && at(i + 1) <= far) i++;
            double length = at(i + 1) - at(i), on = far - at(i);
            if (on <= near) return new Place(i % n, 0);
            if (length - on <= near) return new Place((i + 1) % n, 0);
            return new Place(i % n, on / length);
        }
    }

    /** The places of a stretch, without its end. */
    private void stretch(Stretch s, int least, List<Place> out) {
        out.add(new Place(s.from % s.n, 0));
        if (isEven) {
            if (grading == null) even(s, s.at(s.from), s.at(s.to), pieces(s.length(), least), out);
            else
                for (double far : grading.between(number, s.at(s.from), s.at(s.to), spacing, least))
                    add(s.place(far, NEAR * spacing / 4), out);
            return;
        }
        int before = s.from;
        for (int i : chosen(s, Math.max(spacing / 4, Math.min(spacing, s.length() / least)))) {
            double length = s.at(i) - s.at(before);
            even(s, s.at(before), s.at(i), pieces(length, before == s.from && i == s.to ? least : 1), out);
            if (i < s.to) out.add(new Place(i % s.n, 0));
            before = i;
        }
    }

    private void even(Stretch s, double from, double to, int pieces, List<Place> out) {
        for (int k = 1; k < pieces; k++) add(s.place(from + (to - from) * k / pieces, NEAR * spacing), out);
    }

    private static void add(Place p, List<Place> to) {
        if (!to.getLast().equals(p)) to.add(p);
    }

    private int pieces(double length, int least) {
        return Math.max(least, (int) Math.rint(length / spacing));
    }

    /** The vertices of a stretch that are taken, ascending, its end included. */
    private int[] chosen(Stretch s, double gap) {
        int n = s.to - s.from;
        double perGap = 0;
        for (int i = s.from + 1; i < s.to; i++) perGap += s.turn(i);
        perGap = Math.max(LEAST_TURN, perGap * gap / s.length());
        double[] cost = new double[n + 1];
        int[] before = new int[n + 1];
        Arrays.fill(cost, Double.POSITIVE_INFINITY);
        cost[0] = 0;
        for (int i = 1; i <= n; i++) {
            Work.checkpoint();
            double passed = 0;
            for (int j = i - 1; j >= 0; j--) {
                double length = s.at(s.from + i) - s.at(s.from + j);
                double all = cost[j] + passed + ofGap(length, gap);
                if (all < cost[i]) {
                    cost[i] = all;
                    before[i] = j;
                }
                double turn = s.turn(s.from + j) / perGap;
                passed += Math.min(DEAREST, turn * turn);
                if (length > 4 * gap && j < i - 1) break;
            }
        }
        IntArrayList out = new IntArrayList();
        for (int i = n; i > 0; i = before[i]) out.add(s.from + i);
        int[] all = out.toIntArray();
        Arrays.sort(all);
        return all;
    }

    private static double ofGap(double length, double gap) {
        int pieces = Math.max(1, (int) Math.rint(length / gap));
        double off = Math.log(Math.max(length, 1e-9 * gap) / (pieces * gap));
        return pieces * off * off + INSERTED * (pieces - 1);
    }

    /** How many vertices of a chain an edge leaves, on the side that has more of them. */
    private int leaving(EdgeChain chain) {
        Adjacency adj = in.adjacency();
        int left = 0, right = 0;
        for (int i = 0; i < chain.size(); i++) {
            if (chain.isEnd(i)) continue;
            int v = chain.vertex(i), before = chain.vertex(i - 1), after = chain.vertex(i + 1);
            if (leaves(adj, v, after, before)) left++;
            if (leaves(adj, v, before, after)) right++;
        }
        return Math.max(1, Math.max(left, right));
    }

    /** Whether an edge lies between two others at a vertex, counter-clockwise. */
    private boolean leaves(Adjacency adj, int v, int from, int to) {
        for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++) {
            int c = adj.vertexCorners()[i];
            if (in.corners()[adj.cornerNext()[c]] == from) return in.corners()[adj.cornerBefore(c, in)] != to;
        }
        return false;
    }

    private Vec3 point(EdgeChain chain, int i) {
        return in.point(chain.vertex(i));
    }

    /**
     * Whether the rim turns sharply at a vertex, seen from a bit along it on either side, and at no other one near it more:
     * what the short edges of a cut do does not matter.
     *
     * @param turns how much it turns at each vertex, seen so
     * @param sharp where a sharp edge leaves, which is a corner already
     */
    private boolean isCorner(EdgeChain chain, int i, double[] gone, double[] turns, BitSet sharp) {
        double turn = turns[i];
        if (turn <= CORNER) return false;
        for (int step : new int[] {1, -1})
            for (int k = 1; k < chain.size(); k++) {
                int j = i + step * k;
                if (!chain.isClosed() && (j < 0 || j >= chain.size()) || along(chain, i, j, gone) > AFAR * spacing)
                    break;
                int there = chain.isClosed() ? Math.floorMod(j, chain.size()) : j;
                double other = turns[there];
                if (sharp.get(there)) return false;
                if (other > turn + 1e-9 || step > 0 && other > turn - 1e-9) return false;
            }
        return true;
    }

    private double turnFromAfar(EdgeChain chain, int i, double[] gone) {
        Vec3 p = point(chain, i),
                a = p.minus(point(chain, afar(chain, i, -1, gone))),
                b = point(chain, afar(chain, i, 1, gone)).minus(p);
        return Math.atan2(a.cross(b).length(), a.dot(b));
    }

    /** The first vertex far enough from one to tell where the rim comes from or goes to. */
    private int afar(EdgeChain chain, int i, int step, double[] gone) {
        int last = chain.size() - 1;
        int j = chain.isClosed() ? i + step : Math.clamp(i + step, 0, last);
        for (int k = 2; k < chain.size() / 2 && along(chain, i, j, gone) < AFAR * spacing; k++) {
            if (!chain.isClosed() && (j + step < 0 || j + step > last)) break;
            j += step;
        }
        return j;
    }

    /** How far it is along the chain from one vertex to another, over at most one end of the numbers. */
    private static double along(EdgeChain chain, int i, int j, double[] gone) {
        return Math.abs(at(chain, j, gone) - at(chain, i, gone));
    }

    private static double at(EdgeChain chain, int i, double[] gone) {
        int n = chain.edges();
        if (!chain.isClosed()) return gone[i];
        return gone[Math.floorMod(i, n)] + Math.floorDiv(i, n) * gone[n];
    }

    private static int sharpest(double[] turns, int n) {
        int best = 0;
        for (int i = 1; i < n; i++) if (turns[i] > turns[best] + 1e-9) best = i;
        return best;
    }

    private boolean hasSharp(int v) {
        for (int e : Loops.edgesAt(in, in.adjacency(), v)) if (!edges.get(e) && sharp.is(e)) return true;
        return false;
    }
}
