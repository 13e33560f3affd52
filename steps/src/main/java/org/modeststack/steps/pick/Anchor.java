package org.modeststack.steps.pick;

import it.unimi.dsi.fastutil.longs.LongList;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Loops;

/**
 * One element picked by hand: its key, and where it was, so that it can be found again when the key is gone. Numbers
 * have single precision, which keeps files short and is more than finding a place needs.
 *
 * @param place the middle of a face or edge, or the vertex, mm
 * @param way the normal of a face or vertex, or the direction of an edge; unit length
 * @param size half of how wide the element is, mm
 * @param ends the keys of the vertices of an edge, or of a face with few sides in their order; else none
 */
public record Anchor(long key, Vec3 place, Vec3 way, double size, LongList ends) {
    /** Of faces with more sides the vertices are not written down. */
    private static final int FEW_SIDES = 6;

    public Anchor {
        place = coarse(place);
        way = coarse(way);
        size = coarse(size);
    }

    private static double coarse(double d) {
        return (float) d;
    }

    private static Vec3 coarse(Vec3 v) {
        return new Vec3((float) v.x(), (float) v.y(), (float) v.z());
    }

    /** Of an element of a mesh. */
    public static Anchor of(Mesh mesh, ElementKind kind, int element) {
        return new Anchor(
                keyOf(mesh, kind, element),
                place(mesh, kind, element),
                way(mesh, kind, element),
                size(mesh, kind, element),
                ends(mesh, kind, element));
    }

    private static LongList ends(Mesh mesh, ElementKind kind, int element) {
        long[] keys = mesh.vertexKeys();
        return switch (kind) {
            case VERTEX -> LongList.of();
            case EDGE ->
                LongList.of(
                        keys[mesh.adjacency().edgeLow(element)],
                        keys[mesh.adjacency().edgeHigh(element)]);
            case FACE -> {
                int from = mesh.offsets()[element], n = mesh.sides(element);
                long[] out = new long[n > FEW_SIDES ? 0 : n];
                for (int i = 0; i < out.length; i++) out[i] = keys[mesh.corners()[from + i]];
                yield LongList.of(out);
            }
        };
    }

    /** Whether an element has the vertices that this one had, or it is not known which those were. */
    boolean hasEnds(Mesh mesh, ElementKind kind, int element) {
        // An edge's key tells as much.
        if (ends.isEmpty() || kind != ElementKind.FACE) return true;
        int from = mesh.offsets()[element], n = mesh.sides(element);
        if (n != ends.size()) return false;
        for (int i = 0; i < n; i++) if (!ends.contains(mesh.vertexKeys()[mesh.corners()[from + i]])) return false;
        return true;
    }

    static long keyOf(Mesh mesh, ElementKind kind, int element) {
        return switch (kind) {
            case VERTEX -> mesh.vertexKeys()[element];
            case FACE -> mesh.faceKeys()[element];
            case EDGE ->
                mesh.edgeKey(mesh.adjacency().edgeLow(element), mesh.adjacency().edgeHigh(element));
        };
    }

    public static Vec3 place(Mesh mesh, ElementKind kind, int element) {
        return switch (kind) {
            case VERTEX -> mesh.point(element);
            case FACE -> FaceFrames.of(mesh).middle(element);
            case EDGE ->
                mesh.point(mesh.adjacency().edgeLow(element))
                        .plus(mesh.point(mesh.adjacency().edgeHigh(element)))
                        .times(0.5);
        };
    }

    public static Vec3 way(Mesh mesh, ElementKind kind, int element) {
        Adjacency adj = mesh.adjacency();
        return switch (kind) {
            case FACE -> FaceFrames.of(mesh).normal(element);
            case EDGE ->
                mesh.point(adj.edgeHigh(element))
                        .minus(mesh.point(adj.edgeLow(element)))
                        .unit();
            case VERTEX -> {
                Vec3 sum = Vec3.ZERO;
                for (int i = adj.vertexStart()[element]; i < adj.vertexStart()[element + 1]; i++)
                    sum = sum.plus(FaceFrames.of(mesh).normal(adj.cornerFace()[adj.vertexCorners()[i]]));
                yield sum.unit();
            }
        };
    }

    static double size(Mesh mesh, ElementKind kind, int element) {
        Adjacency adj = mesh.adjacency();
        return switch (kind) {
            case EDGE ->
                mesh.point(adj.edgeHigh(element))
                                .minus(mesh.point(adj.edgeLow(element)))
                                .length()
                        / 2;
            case VERTEX -> {
                double least = Double.POSITIVE_INFINITY;
                for (int e : Loops.edgesAt(mesh, adj, element))
                    least = Math.min(least, size(mesh, ElementKind.EDGE, e));
                yield least == Double.POSITIVE_INFINITY ? 0 : least;
            }
            case FACE -> {
                Vec3 middle = FaceFrames.of(mesh).middle(element);
                double sum = 0;
                for (int c = mesh.offsets()[element]; c < mesh.offsets()[element + 1]; c++)
                    sum += mesh.point(mesh.corners()[c]).minus(middle).length();
                yield sum / mesh.sides(element);
            }
        };
    }
}
