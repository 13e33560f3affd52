package org.modeststack.steps.mirror;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Part;
import org.modeststack.mesh.part.Placement;
import org.modeststack.mesh.search.PointGrid;

/**
 * Faces of a mesh put into other places of the same mesh, in the stead of what is there. It goes where the border of the faces comes
 * to lie on edges that are there already: the faces inside them are taken out, the others put in, and the border is shared, so
 * that what was closed stays closed.
 *
 * <pre>
 *      +---+---+---+        the part on the left, whose border is drawn, comes to lie on the right: the four faces inside the
 *      |   |###|   |        same loop of edges there are taken out
 *      +---+---+---+
 * </pre>
 *
 * <p>Linear in the mesh for each place.
 */
final class CarriedPart {
    private final Mesh in;
    private final Adjacency adj;
    private final BitSet part;
    private final double within;
    private final PointGrid grid;
    /** The corners of the part whose sides are its border to other faces. */
    private final IntArrayList border = new IntArrayList();

    private final BitSet taken = new BitSet();
    /** The places that it goes into so far. */
    private final List<Placement> places = new ArrayList<>();

    private final List<Fit> fits = new ArrayList<>();

    /**
     * @param part faces
     * @param within as near to each other as this, mm, vertices are the same
     */
    CarriedPart(Mesh in, BitSet part, double within) {
        this.in = in;
        this.part = part;
        this.within = within;
        adj = in.adjacency();
        grid = new PointGrid(2 * Math.max(within, Double.MIN_NORMAL), in.vertexCount());
        for (int v = 0; v < in.vertexCount(); v++) grid.add(v, in.x(v), in.y(v), in.z(v));
        for (int f = part.nextSetBit(0); f >= 0; f = part.nextSetBit(f + 1))
            for (int c = in.offsets()[f]; c < in.offsets()[f + 1]; c++) {
                int across = adj.twin(c);
                if (across >= 0 && !part.get(adj.cornerFace()[across])) border.add(c);
            }
    }

    /** Whether it goes into a place. */
    sealed interface Outcome {}

    /**
     * Where it does not go.
     *
     * @param place of the body where it is not alike, mm; null where the part would lie on itself or on one put before
     * @param onItself whether it is the part itself that is in the way
     */
    record Misfit(@Nullable Vec3 place, boolean onItself) implements Outcome {}

    /**
     * What becomes of the vertices of the part's border at a place.
     *
     * @param vertex for each vertex of the mesh the one that its image is; -1 where it is none of the border
     * @param replaced the faces inside
     */
    private record Fit(int[] vertex, BitSet replaced) implements Outcome {}

    /**
     * Puts the part into a place.
     *
     * @param place with keys of its own
     * @return null where it goes
     */
    @Nullable
    Misfit put(Placement place) {
        return switch (fit(place)) {
            case Misfit m -> m;
            case Fit f -> {
                places.add(place);
                fits.add(f);
                taken.or(f.replaced);
                yield null;
            }
        };
    }

    private Outcome fit(Placement place) {
        int[] vertex = new int[in.vertexCount()];
        Arrays.fill(vertex, -1);
        BitSet fence = new BitSet();
        IntArrayList inside = new IntArrayList();
        BitSet replaced = new BitSet();
        for (int i = 0; i < border.size(); i++) {
            int c = border.getInt(i), a = in.corners()[c], b = in.corners()[adj.cornerNext()[c]];
            int imageA = image(a, place, vertex), imageB = image(b, place, vertex);
            int edge = imageA < 0 || imageB < 0 ? -1 : adj.edgeBetween(imageA, imageB, in);
            int face = edge < 0 ? -1 : faceAlong(edge, place.mirrors() ? imageB : imageA);
            if (face < 0) return new Misfit(placed(imageA < 0 ? a : b, place), false);
            fence.set(edge);
            if (replaced.get(face)) continue;
            replaced.set(face);
            inside.add(face);
        }
        for (int i = 0; i < inside.size(); i++) {
            int f = inside.getInt(i);
            if (part.get(f) || taken.get(f)) return new Misfit(null, part.get(f));
            for (int c = in.offsets()[f]; c < in.offsets()[f + 1]; c++) {
                int e = adj.cornerEdge()[c];
                if (fence.get(e)) continue;
                for (int s = 0; s < adj.edgeSides(e); s++) {
                    int g = adj.cornerFace()[adj.edgeCorner(e, s)];
                    if (replaced.get(g)) continue;
                    replaced.set(g);
                    inside.add(g);
                }
            }
        }
        return new Fit(vertex, replaced);
    }

    private Vec3 placed(int v, Placement place) {
        double[] p = {in.x(v), in.y(v), in.z(v)};
        place.place(p, 0, 3);
        return new Vec3(p[0], p[1], p[2]);
    }

    /** The vertex where the image of another lies; -1 for none. */
    private int image(int v, Placement place, int[] known) {
        if (known[v] >= 0) return known[v];
        Vec3 p = placed(v, place);
        int[] best = {-1};
        double[] least = {within};
        grid.near(p.x(), p.y(), p.z(), within, w -> {
            double d = in.point(w).minus(p).length();
            if (d > least[0] || d == least[0] && best[0] >= 0) return;
            least[0] = d;
            best[0] = w;
        });
        return known[v] = best[0];
    }

    /** The face whose outline runs along an edge from a vertex; -1 for none. */
    private int faceAlong(int edge, int from) {
        for (int s = 0; s < adj.edgeSides(edge); s++) {
            int c = adj.edgeCorner(edge, s);
            if (in.corners()[c] == from) return adj.cornerFace()[c];
        }
        return -1;
    }

    /**
     * The mesh with the part in all the places where it was put.
     *
     * @param tag receives the faces that are put in
     */
    Mesh mesh(String tag) {
        MeshBuilder b = new MeshBuilder(in.vertexCount(), in.faceCount());
        int[] kept = new int[in.vertexCount()], faces = new int[in.faceCount()];
        Arrays.fill(kept, -1);
        Arrays.fill(faces, -1);
        b.appendFaces(in, f -> !taken.get(f), k -> k, kept, faces);
        b.carryTags(in, kept, faces);
        MeshBuilder pieceOnly = new MeshBuilder(in.vertexCount(), part.cardinality());
        int[] inPiece = new int[in.vertexCount()], pieceFaces = new int[in.faceCount()];
        Arrays.fill(inPiece, -1);
        Arrays.fill(pieceFaces, -1);
        pieceOnly.appendFaces(in, part::get, k -> k, inPiece, pieceFaces);
        pieceOnly.carryTags(in, inPiece, pieceFaces);
        Mesh piece = pieceOnly.build();
        for (int i = 0; i < places.size(); i++) {
            Mesh put = Part.of(piece).placed(places.get(i)).placedMesh();
            int[] to = new int[put.vertexCount()], madeFaces = new int[put.faceCount()];
            Arrays.fill(to, -1);
            Arrays.fill(madeFaces, -1);
            int[] border = fits.get(i).vertex;
            for (int v = 0; v < in.vertexCount(); v++)
                if (inPiece[v] >= 0 && border[v] >= 0) to[inPiece[v]] = shared(border[v], kept, b);
            b.appendFaces(put, _ -> true, k -> k, to, madeFaces);
            b.carryTags(put, to, madeFaces);
            for (int f : madeFaces) b.tag(tag, ElementKind.FACE, f, 1);
        }
        return b.build();
    }

    /** A vertex at a border, which stays though all faces at it may be replaced: those that are put in share it. */
    private int shared(int v, int[] kept, MeshBuilder b) {
        if (kept[v] < 0) kept[v] = b.vertex(in.x(v), in.y(v), in.z(v), in.vertexKeys()[v]);
        return kept[v];
    }
}
