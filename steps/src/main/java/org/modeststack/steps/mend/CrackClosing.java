package org.modeststack.steps.mend;

import it.unimi.dsi.fastutil.ints.Int2DoubleOpenHashMap;
import it.unimi.dsi.fastutil.ints.Int2ObjectOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.ints.IntOpenHashSet;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Edges;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.fault.Cracks;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.cut.EdgeCuts;

/**
 * Which cracks are closed: an edge is led through vertices if a part of it then has its opposite, no edge gets a third face
 * by it, and no face meets a vertex twice. What is left out of one changes its neighbours, so this is asked until nothing
 * changes. A vertex that lies near several edges belongs to the nearest, so these are closed first. Borders are matched before holes are filled as by G. Barequet, M. Sharir, "Filling gaps in the boundary of a
 * polyhedron", Computer Aided Geometric Design 12, 1995.
 */
final class CrackClosing {
    /** A vertex that is so many times nearer to one edge than to others is not led into those. */
    private static final double MUCH_NEARER = 10;

    /** As a share of the mesh: vertices lie on an edge but for that. */
    private static final double ROUNDING = 1e-12;

    private final Mesh mesh;
    private final Adjacency adj;
    private List<Cracks.Side> sides = List.of();

    CrackClosing(Mesh mesh, List<Cracks.Side> found) {
        this.mesh = mesh;
        adj = mesh.adjacency();
        add(toNearest(found));
        add(found);
    }

    /** The sides with those of their vertices that are not much nearer to another side. */
    private List<Cracks.Side> toNearest(List<Cracks.Side> found) {
        Int2DoubleOpenHashMap nearest = new Int2DoubleOpenHashMap();
        nearest.defaultReturnValue(Double.POSITIVE_INFINITY);
        for (Cracks.Side s : found)
            for (int i = 0; i < s.vertices().length; i++)
                nearest.put(s.vertices()[i], Math.min(nearest.get(s.vertices()[i]), s.off()[i]));
        double rounding = ROUNDING * mesh.bounds().diagonal();
        List<Cracks.Side> out = new ArrayList<>();
        for (Cracks.Side s : found) {
            Cracks.Side near = s.only(i -> s.off()[i] <= MUCH_NEARER * nearest.get(s.vertices()[i]) + rounding);
            if (near.vertices().length > 0) out.add(near);
        }
        return out;
    }

    /** Keeps, beside those there are, what closes more. */
    private void add(List<Cracks.Side> found) {
        List<Cracks.Side> settled = sides;
        Int2ObjectOpenHashMap<IntOpenHashSet> corners = new Int2ObjectOpenHashMap<>();
        BitSet taken = new BitSet();
        for (Cracks.Side s : settled) {
            taken.set(s.corner());
            corners.computeIfAbsent(adj.cornerFace()[s.corner()], this::cornersOf)
                    .addAll(IntArrayList.wrap(s.vertices()));
        }
        sides = new ArrayList<>(settled);
        for (Cracks.Side s : found) {
            Work.checkpoint();
            if (taken.get(s.corner())) continue;
            IntOpenHashSet ofFace = corners.computeIfAbsent(adj.cornerFace()[s.corner()], this::cornersOf);
            // Of two sides of a face that lead to one vertex, the first takes it.
            if (Arrays.stream(s.vertices()).noneMatch(ofFace::contains)) {
                ofFace.addAll(IntArrayList.wrap(s.vertices()));
                sides.add(s);
            }
        }
        for (List<Cracks.Side> kept = closing(taken); kept.size() < sides.size(); kept = closing(taken)) sides = kept;
    }

    private IntOpenHashSet cornersOf(int face) {
        return new IntOpenHashSet(mesh.corners(), mesh.offsets()[face], mesh.sides(face));
    }

    /**
     * Those of the sides that are kept, given what all of them lead to.
     *
     * @param settled corners whose sides stay
     */
    private List<Cracks.Side> closing(BitSet settled) {
        Long2IntOpenHashMap parts = new Long2IntOpenHashMap();
        BitSet led = new BitSet();
        for (Cracks.Side s : sides) {
            led.set(s.corner());
            for (long p : parts(s)) parts.addTo(p, 1);
        }
        List<Cracks.Side> kept = new ArrayList<>();
        for (Cracks.Side s : sides) {
            Work.checkpoint();
            boolean joins = false, spoils = false;
            for (long p : parts(s)) {
                int a = Edges.from(p), b = Edges.to(p), e = adj.edgeBetween(a, b, mesh);
                // What is there of the edge already and is not led elsewhere.
                int same = 0, opposite = 0;
                for (int i = 0; e >= 0 && i < adj.edgeSides(e); i++) {
                    int c = adj.edgeCorner(e, i);
                    if (led.get(c)) continue;
                    if (mesh.corners()[c] == a) same++;
                    else opposite++;
                }
                same += parts.get(p);
                opposite += parts.get(Edges.directed(b, a));
                spoils |= same > 1 || opposite > 1;
                joins |= opposite == 1;
            }
            if (settled.get(s.corner()) || joins && !spoils) kept.add(s);
        }
        return kept;
    }

    private long[] parts(Cracks.Side side) {
        int n = side.vertices().length, from = mesh.corners()[side.corner()];
        long[] out = new long[n + 1];
        for (int i = 0; i < n; i++) {
            out[i] = Edges.directed(from, side.vertices()[i]);
            from = side.vertices()[i];
        }
        out[n] = Edges.directed(from, mesh.corners()[adj.cornerNext()[side.corner()]]);
        return out;
    }

    /** How many edges are led through vertices. */
    int edges() {
        return sides.size();
    }

    Mesh closed(long seed) {
        MeshBuilder b = new MeshBuilder(mesh.vertexCount(), mesh.faceCount());
        b.verticesOf(mesh);
        EdgeCuts cuts = new EdgeCuts(mesh, b, seed);
        BitSet changed = new BitSet();
        for (Cracks.Side s : sides) {
            cuts.lead(adj.cornerEdge()[s.corner()], mesh.corners()[s.corner()], s.shares(), s.vertices());
            changed.set(adj.cornerFace()[s.corner()]);
        }
        int[] vertices = new int[mesh.vertexCount()], faces = new int[mesh.faceCount()];
        Arrays.setAll(vertices, v -> v);
        b.appendFaces(mesh, f -> !changed.get(f), k -> k, vertices, faces);
        int[] materials = b.materialsOf(mesh);
        for (int f = changed.nextSetBit(0); f >= 0; f = changed.nextSetBit(f + 1))
            faces[f] = cuts.polygon(f, mesh.faceKeys()[f], materials[mesh.faceMaterials()[f]]);
        int[] old = new int[faces.length];
        for (int f = 0; f < faces.length; f++) old[faces[f]] = f;
        cuts.tags(IntArrayList.wrap(old));
        return b.build();
    }
}
