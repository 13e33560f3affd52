package org.modeststack.steps.bevel;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.util.Arrays;
import java.util.function.IntUnaryOperator;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.profile.PatchFaces;

/**
 * What becomes of some of a mesh's vertices when edges or corners are cut off: the new vertices, what stands in place of
 * the corners there, and the faces that close the gaps. Several pieces can be worked on side by side; vertices are
 * numbered within each until the {@link CutMesh} puts them together.
 *
 * <p>New vertices are kept as offsets from the old vertex they replace, all in proportion to the width, so that the
 * {@link Guard} can still hold them back.
 */
final class CutPiece {
    final CutMesh whole;
    private final Mesh mesh;

    int count;
    int[] origin;
    double[] offset;
    long[] key;
    /** How many stand in place of a corner, and then which, for each that is replaced by several. */
    final IntArrayList chains = new IntArrayList();
    /** The corners that something stands in place of. */
    final IntArrayList replaced = new IntArrayList();

    /** Old vertices that stay where they are. */
    final IntArrayList sames = new IntArrayList();

    final IntArrayList faceStart = new IntArrayList();
    final IntArrayList faceVertices = new IntArrayList();
    final LongArrayList faceKeys = new LongArrayList();
    final IntArrayList faceLike = new IntArrayList();
    /** Whether faces may name a vertex twice in a row. */
    boolean repeats;
    /** Whether something was made whose shape is not certain to keep clear of what is beside it, however small it is. */
    boolean doubtful;

    CutPiece(CutMesh whole, int room) {
        this.whole = whole;
        mesh = whole.mesh;
        int size = Math.max(16, room);
        origin = new int[size];
        offset = new double[3 * size];
        key = new long[size];
        faceStart.add(0);
    }

    /**
     * A new vertex beside an old one.
     *
     * @return its number; those made one after another are numbered so
     */
    int vertex(int old, double x, double y, double z, long k) {
        if (count == origin.length) {
            origin = Arrays.copyOf(origin, 2 * count);
            offset = Arrays.copyOf(offset, 6 * count);
            key = Arrays.copyOf(key, 2 * count);
        }
        origin[count] = old;
        offset[3 * count] = x;
        offset[3 * count + 1] = y;
        offset[3 * count + 2] = z;
        key[count] = k;
        return count++;
    }

    /** The old vertex where it is; only of those that this piece is about. */
    int same(int old) {
        if (whole.same[old] < 0) {
            whole.same[old] = vertex(old, 0, 0, 0, mesh.vertexKeys()[old]);
            sames.add(old);
        }
        return whole.same[old];
    }

    int vertexCount() {
        return count;
    }

    double offset(int vertex, int axis) {
        return offset[3 * vertex + axis];
    }

    /** Puts one vertex in place of a corner. */
    void replace(int c, int vertex) {
        whole.corner[c] = vertex;
        replaced.add(c);
    }

    /** Puts several in place of a corner, in the order of a walk round its face. */
    void replace(int c, int... vertices) {
        if (vertices.length == 1) {
            replace(c, vertices[0]);
            return;
        }
        whole.corner[c] = ~chains.size();
        replaced.add(c);
        chains.add(vertices.length);
        chains.addElements(chains.size(), vertices);
    }

    /**
     * Closes a gap at a vertex.
     *
     * @param like the old face that it takes its material from
     */
    void face(long k, int like, int[] vertices, int from, int to) {
        faceVertices.addElements(faceVertices.size(), vertices, from, to - from);
        faceStart.add(faceVertices.size());
        faceKeys.add(k);
        faceLike.add(like);
    }

    /** Takes a grid at an old vertex. */
    PatchFaces.Sink at(int old, IntUnaryOperator like) {
        return new PatchFaces.Sink() {
            @Override
            public int vertex(Vec3 place, long k) {
                return CutPiece.this.vertex(old, place.x(), place.y(), place.z(), k);
            }

            @Override
            public void face(long k, int side, int[] vertices, int sides) {
                CutPiece.this.face(k, like.applyAsInt(side), vertices, 0, sides);
            }
        };
    }
}
