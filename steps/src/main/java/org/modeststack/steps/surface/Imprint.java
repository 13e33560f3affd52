package org.modeststack.steps.surface;

import it.unimi.dsi.fastutil.ints.Int2ObjectLinkedOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayFIFOQueue;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.ints.IntLinkedOpenHashSet;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import it.unimi.dsi.fastutil.longs.Long2LongOpenHashMap;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Edges;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.work.Work;

/**
 * Cuts closed lines into the faces of a mesh and takes out what lies to their right. All decisions about what is beside
 * what are made on the nodes and faces, not on numbers, so that the result is closed wherever the mesh was; what comes out
 * crossed all the same is found and told by the part of the line that it is at. In time linear in the faces that are met
 * or taken out.
 */
public final class Imprint {
    private final Mesh mesh;
    private final Adjacency adj;
    private final SurfaceNodes nodes;
    private final PlaneTrace trace;
    private final List<CutLine> lines = new ArrayList<>();
    private final BitSet barred;
    /** For each edge the nodes on it, from its lower vertex on. */
    private final Int2ObjectLinkedOpenHashMap<IntArrayList> onEdge = new Int2ObjectLinkedOpenHashMap<>();
    /** For each face the parts of lines through it. */
    private final Int2ObjectLinkedOpenHashMap<List<Chain>> through = new Int2ObjectLinkedOpenHashMap<>();

    /** Lines that are in one face all round. */
    private final Int2ObjectLinkedOpenHashMap<int[]> loops = new Int2ObjectLinkedOpenHashMap<>();

    private final List<Piece> pieces = new ArrayList<>();
    /** For each side of a piece, from node to node, its number. */
    private final Long2IntOpenHashMap beside = new Long2IntOpenHashMap();

    private final BitSet split = new BitSet();
    /** For each side of a line, from node to node in its direction: the line and its part. */
    private final Long2LongOpenHashMap sides = new Long2LongOpenHashMap();

    /** A part of a face. */
    public record Piece(int face, int[] nodes) {}

    /**
     * A way of a line through one face, from edge to edge.
     *
     * @param parts for each node the part of the line that comes there
     */
    private record Chain(int[] nodes, int line, int[] parts) {
        int part() {
            return parts[parts.length - 1];
        }
    }

    /**
     * What is left.
     *
     * @param changed faces that are no longer there as they were: split, or taken out
     * @param pieces what is there instead of those that were split
     */
    public record Cut(BitSet changed, List<Piece> pieces) {}

    /** @param barred edges that no line may cross */
    public Imprint(TriangleSurface surface, BitSet barred) {
        this.barred = barred;
        mesh = surface.mesh;
        adj = mesh.adjacency();
        nodes = new SurfaceNodes(surface);
        trace = new PlaneTrace(surface, nodes, barred);
        beside.defaultReturnValue(-1);
        sides.defaultReturnValue(-1);
    }

    public SurfaceNodes nodes() {
        return nodes;
    }

    /** A further line; it gets its stations first and then its ways. */
    public CutLine line() {
        CutLine line = new CutLine(nodes, trace);
        lines.add(line);
        return line;
    }

    /**
     * What is to be taken out.
     *
     * @param seeds corners whose sides have it on their left; no line crosses these sides
     * @param lines that it is to the right of
     */
    public record Inside(IntArrayList seeds, List<CutLine> lines) {}

    /** @return null where lines have troubled parts; they tell */
    public @Nullable Cut cut(List<Inside> all) {
        if (isTroubled()) return null;
        gather();
        if (isTroubled()) return null;
        splitFaces();
        if (isTroubled()) return null;
        BitSet out = flood(all);
        if (isTroubled()) return null;
        checkSides(out);
        if (isTroubled()) return null;
        List<Piece> kept = new ArrayList<>();
        for (int i = 0; i < pieces.size(); i++) if (!out.get(mesh.faceCount() + i)) kept.add(pieces.get(i));
        kept.forEach(this::checkOutline);
        if (isTroubled()) return null;
        BitSet changed = (BitSet) split.clone();
        out.stream().takeWhile(o -> o < mesh.faceCount()).forEach(changed::set);
        return new Cut(changed, kept);
    }

    private boolean isTroubled() {
        return lines.stream().anyMatch(l -> !l.troubled().isEmpty());
    }

    private void trouble(long linePart) {
        lines.get((int) (linePart >>> 32)).trouble((int) linePart);
    }

    private static long linePart(int line, int part) {
        return (long) line << 32 | part;
    }

    /** Sorts what the lines are made of by edges and faces. */
    private void gather() {
        Long2LongOpenHashMap seen = new Long2LongOpenHashMap();
        seen.defaultReturnValue(-1);
        for (int l = 0; l < lines.size(); l++) {
            Work.checkpoint();
            CutLine line = lines.get(l);
            IntArrayList all = new IntArrayList(), faces = new IntArrayList(), parts = new IntArrayList();
            for (int k = 0; k < line.parts(); k++) {
                Work.checkpoint(k);
                all.addAll(line.way(k));
                faces.addAll(line.faces(k));
                while (parts.size() < all.size()) parts.add(k);
            }
            int n = all.size();
            if (n < 3) {
                line.trouble(0);
                continue;
            }
            for (int i = 0; i < n; i++) {
                Work.checkpoint(i);
                int a = all.getInt((i + n - 1) % n), b = all.getInt(i), part = parts.getInt(i);
                long had = seen.put(b, linePart(l, part));
                if (had >= 0) {
                    trouble(had);
                    line.trouble(part);
                }
                sides.put(Edges.directed(a, b), linePart(l, part));
                int e = nodes.edge(b);
                if (e < 0) continue;
                if (adj.edgeSides(e) != 2) line.trouble(part);
                onEdge.computeIfAbsent(e, _ -> new IntArrayList()).add(b);
            }
            // Chains begin and end where the line meets an edge.
            int begin = 0;
            while (begin < n && nodes.isInside(all.getInt(begin))) begin++;
            if (begin == n) {
                inside(l, all.toIntArray(), faces.getInt(0));
                continue;
            }
            IntArrayList chain = new IntArrayList(), of = new IntArrayList();
            chain.add(all.getInt(begin));
            of.add(parts.getInt(begin));
            for (int i = 1; i <= n; i++) {
                Work.checkpoint(i);
                int at = (begin + i) % n, b = all.getInt(at);
                chain.add(b);
                of.add(parts.getInt(at));
                if (nodes.isInside(b)) continue;
                if (chain.size() > 2 || !nodes.areOnOneEdge(chain.getInt(0), b)) {
                    through.computeIfAbsent(faces.getInt(at), _ -> new ArrayList<>())
                            .add(new Chain(chain.toIntArray(), l, of.toIntArray()));
                }
                chain.clear();
                of.clear();
                chain.add(b);
                of.add(parts.getInt(at));
            }
        }
        onEdge.values().forEach(list -> list.sort((a, b) -> Double.compare(nodes.share(a), nodes.share(b))));
    }

    /** Takes a line that is in one face all round, which it can only have one of. */
    private void inside(int l, int[] nodes, int face) {
        if (loops.put(face, nodes) != null || !new Outline(places(nodes), normal(face)).turnsLeft())
            lines.get(l).trouble(0);
    }

    private Vec3[] places(int[] of) {
        return Arrays.stream(of).mapToObj(nodes::at).toArray(Vec3[]::new);
    }

    private Vec3 normal(int face) {
        return FaceFrames.of(mesh).normal(face);
    }

    /** A face with a line inside is a piece within the line, and one round it that goes. */
    private void splitInside(int f, int[] loop) {
        split.set(f);
        add(f, outline(f));
        int n = loop.length;
        for (int i = 0; i < n; i++) beside.put(Edges.directed(loop[(i + 1) % n], loop[i]), pieces.size() - 1);
        add(f, loop);
    }

    private void add(int f, int[] piece) {
        int n = piece.length;
        for (int i = 0; i < n; i++) beside.put(Edges.directed(piece[i], piece[(i + 1) % n]), pieces.size());
        pieces.add(new Piece(f, piece));
    }

    private void splitFaces() {
        loops.forEach(this::splitInside);
        IntLinkedOpenHashSet met = new IntLinkedOpenHashSet(through.keySet());
        for (int e : onEdge.keySet()) {
            Work.checkpoint();
            for (int i = 0; i < adj.edgeSides(e); i++) met.add(adj.cornerFace()[adj.edgeCorner(e, i)]);
        }
        for (int f : met) {
            Work.checkpoint();
            if (loops.containsKey(f)) {
                // A line goes through it as well.
                for (Chain c : through.getOrDefault(f, List.of()))
                    lines.get(c.line).trouble(c.part());
                continue;
            }
            FaceSplit parts = new FaceSplit(outline(f));
            List<Chain> chains = through.getOrDefault(f, List.of());
            for (Chain c : chains) if (!parts.along(c.nodes)) crosses(c, chains, normal(f));
            split.set(f);
            parts.pieces().forEach(piece -> add(f, piece));
        }
    }

    /** A chain does not come out in a face: to blame are its parts that cross others there, and these; or its last one. */
    private void crosses(Chain chain, List<Chain> inFace, Vec3 normal) {
        Vec3[] places = places(chain.nodes);
        boolean[] any = {false};
        for (Chain other : inFace) {
            Work.checkpoint();
            ChainCrossings.find(places, other == chain ? places : places(other.nodes), normal, (i, k) -> {
                any[0] = true;
                lines.get(chain.line).trouble(chain.parts[i]);
                lines.get(other.line).trouble(other.parts[k]);
            });
        }
        if (!any[0]) lines.get(chain.line).trouble(chain.part());
    }

    private int[] outline(int f) {
        Work.checkpoint();
        IntArrayList out = new IntArrayList();
        for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
            int v = mesh.corners()[c], e = adj.cornerEdge()[c];
            out.add(v);
            IntArrayList on = onEdge.get(e);
            if (on == null) continue;
            boolean ascends = adj.edgeLow(e) == v;
            for (int i = 0; i < on.size(); i++) out.add(on.getInt(ascends ? i : on.size() - 1 - i));
        }
        return out.toIntArray();
    }

    /** What has a side from one node to another: a face, or a piece as the number of faces and its own; or -1. */
    private int owner(int a, int b) {
        int piece = beside.get(Edges.directed(a, b));
        if (piece >= 0) return mesh.faceCount() + piece;
        if (!nodes.isVertex(a) || !nodes.isVertex(b)) return -1;
        int e = adj.edgeBetween(a, b, mesh);
        for (int i = 0; e >= 0 && i < adj.edgeSides(e); i++) {
            int c = adj.edgeCorner(e, i), f = adj.cornerFace()[c];
            if (mesh.corners()[c] == a && !split.get(f)) return f;
        }
        return -1;
    }

    private BitSet flood(List<Inside> of) {
        BitSet out = new BitSet();
        of.forEach(inside -> flood(inside, out));
        return out;
    }

    /** In the order of nearness, so that what runs out past a line is noticed before it has gone far. */
    private void flood(Inside inside, BitSet out) {
        IntArrayFIFOQueue todo = new IntArrayFIFOQueue();
        for (int c : inside.seeds) {
            Work.checkpoint();
            int o = owner(mesh.corners()[c], mesh.corners()[adj.cornerNext()[c]]);
            if (o < 0 || out.get(o)) continue;
            out.set(o);
            todo.enqueue(o);
        }
        while (!todo.isEmpty()) {
            Work.checkpoint();
            int[] ring = ring(todo.dequeueInt());
            for (int i = 0; i < ring.length; i++) {
                int a = ring[i], b = ring[(i + 1) % ring.length];
                long passed = sides.get(Edges.directed(a, b));
                if (passed >= 0) {
                    runsOut(inside, passed, nodes.at(a));
                    return;
                }
                if (sides.get(Edges.directed(b, a)) >= 0 || isBarred(a, b)) continue;
                int o = owner(b, a);
                if (o < 0 || out.get(o)) continue;
                out.set(o);
                todo.enqueue(o);
            }
        }
    }

    /** What is taken out has come to the side of a line that stays: that line is to blame, and its own that is nearest. */
    private void runsOut(Inside inside, long passed, Vec3 place) {
        trouble(passed);
        CutLine nearest = null;
        int part = 0;
        double least = Double.POSITIVE_INFINITY;
        for (CutLine line : inside.lines)
            for (int k = 0; k < line.parts(); k++) {
                double far = nodes.at(line.station(k)).minus(place).length();
                if (far >= least) continue;
                least = far;
                nearest = line;
                part = k;
            }
        if (nearest != null) nearest.trouble(part);
    }

    private boolean isBarred(int a, int b) {
        if (!nodes.isVertex(a) || !nodes.isVertex(b)) return false;
        int e = adj.edgeBetween(a, b, mesh);
        return e >= 0 && barred.get(e);
    }

    private int[] ring(int owner) {
        if (owner >= mesh.faceCount()) return pieces.get(owner - mesh.faceCount()).nodes;
        int[] out = new int[mesh.sides(owner)];
        System.arraycopy(mesh.corners(), mesh.offsets()[owner], out, 0, out.length);
        return out;
    }

    /** To the right of each line there must be what is taken out. */
    private void checkSides(BitSet out) {
        sides.long2LongEntrySet().forEach(e -> {
            Work.checkpoint();
            int a = (int) (e.getLongKey() >>> 32), b = (int) e.getLongKey();
            int left = owner(a, b), right = owner(b, a);
            if (left < 0 || right < 0 || !out.get(right)) trouble(e.getLongValue());
        });
    }

    private void checkOutline(Piece piece) {
        Work.checkpoint();
        int n = piece.nodes.length;
        Outline outline = new Outline(places(piece.nodes), normal(piece.face));
        LongArrayList meeting = new LongArrayList(), all = new LongArrayList();
        for (int i = 0; i < n; i++) {
            long which = sides.get(Edges.directed(piece.nodes[i], piece.nodes[(i + 1) % n]));
            if (which < 0) continue;
            all.add(which);
            if (outline.meets(i)) meeting.add(which);
        }
        // All of it only where it goes round the wrong way and nobody knows why.
        if (!meeting.isEmpty()) meeting.forEach(this::trouble);
        else if (!outline.turnsLeft()) all.forEach(this::trouble);
    }
}
