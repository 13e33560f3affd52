package org.modeststack.mesh.validity;

import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.util.BitSet;
import java.util.function.IntPredicate;
import java.util.function.Supplier;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.exact.Predicates;
import org.modeststack.mesh.search.Bvh;
import org.modeststack.mesh.search.TrianglePairs;
import org.modeststack.mesh.work.Work;

/**
 * Where a mesh meets itself beyond the edges and vertices that its faces share, decided exactly on the triangles of its
 * faces: faces that pass through each other, faces that cover each other in one plane, also when they are neighbours
 * folded onto each other, and faces that only touch. Triangles without area are left out; they are found as faces.
 *
 * <p>About n log n in the number of faces where not many meet; bounded where very many do, and then not all are compared.
 */
public final class SelfIntersections {
    /** In what way two faces meet. */
    public enum Kind {
        /** They have a place in common without passing through each other, as two solids that stand on each other do. */
        TOUCHING,
        /** They pass through each other. */
        CROSSING,
        /** They cover each other in one plane. */
        OVERLAPPING
    }

    /** Receives two faces that meet, or twice the same where a face's own triangles do; pairs may come more than once. */
    @FunctionalInterface
    public interface Visitor {
        void meeting(int face, int other, Kind kind);
    }

    private static final int MOST_ALIKE = 16;
    private static final int LARGE_FACE = 4096;
    private static final IntPredicate ALL = _ -> true;

    private final Mesh mesh;
    private final int[] face;
    private final int[] triangles;
    private final TrianglePair pair;
    private final boolean hasLarge;
    private final Visitor visitor;
    /** For a side of a triangle and a triangle that it runs through, on which sides triangles with it lie. */
    private final Long2IntOpenHashMap lying = new Long2IntOpenHashMap();

    private final int[] side = new int[3];

    private SelfIntersections(Mesh mesh, Visitor visitor) {
        this.mesh = mesh;
        this.visitor = visitor;
        int[] corners = mesh.triangulation().triangleCorners();
        face = mesh.triangulation().triangleFace();
        triangles = new int[corners.length];
        for (int i = 0; i < corners.length; i++) {
            Work.checkpoint(i);
            triangles[i] = mesh.corners()[corners[i]];
        }
        pair = new TrianglePair(mesh.xyz());
        boolean large = false;
        for (int f = 0; f < mesh.faceCount() && !large; f++) large = mesh.sides(f) > LARGE_FACE;
        hasLarge = large;
    }

    /**
     * Tells of all faces that meet.
     *
     * @return whether all were compared, see {@link TrianglePairs#kept}
     */
    public static boolean find(Mesh mesh, Visitor visitor) {
        return find(mesh, ALL, visitor);
    }

    /**
     * @param asked faces of which at least one is in every pair that is looked for
     * @return whether all were compared, see {@link TrianglePairs#kept}
     */
    public static boolean find(Mesh mesh, IntPredicate asked, Visitor visitor) {
        return new SelfIntersections(mesh, visitor).find(asked);
    }

    /**
     * Tells of faces that pass through or cover each other, which touching alone is not; at least one is asked for.
     *
     * @return whether all were compared, see {@link TrianglePairs#kept}
     */
    public static boolean findFaults(Mesh mesh, IntPredicate asked, Bvh.PairVisitor visitor) {
        return find(mesh, asked, (f, g, kind) -> {
            if (kind != Kind.TOUCHING) visitor.pair(f, g);
        });
    }

    private boolean find(IntPredicate asked) {
        Supplier<TrianglePairs.PairTest> test = () -> {
            QuickParting quick = new QuickParting(mesh.xyz());
            return (s, t) ->
                    !isWithinLarge(s, t) && !quick.areApart(triangles, 3 * s, 3 * t) && !isFlat(s) && !isFlat(t);
        };
        BitSet more = beyondTheFirst(asked);
        // Where all are asked for, all pairs of one face and others have one of the others.
        int spared = asked == ALL ? onlyLarge() : -1;
        TrianglePairs.Kept kept = TrianglePairs.kept(
                mesh.xyz(), triangles, t -> asked.test(face[t]) && face[t] != spared && !more.get(t), test);
        for (LongArrayList piece : kept.pieces())
            for (long both : piece) {
                Work.checkpoint();
                judge((int) (both >>> 32), (int) both);
            }
        return kept.isWhole();
    }

    /** Of a face with very many corners its outline tells whether it meets itself; its own triangles are not compared. */
    private boolean isWithinLarge(int s, int t) {
        return hasLarge && face[s] == face[t] && mesh.sides(face[s]) > LARGE_FACE;
    }

    /** The only face whose own triangles are not compared, or -1 where there are none or several. */
    private int onlyLarge() {
        int found = -1;
        for (int f = 0; f < mesh.faceCount(); f++) {
            if (mesh.sides(f) <= LARGE_FACE) continue;
            if (found >= 0) return -1;
            found = f;
        }
        return found;
    }

    /** Triangles on the same vertices as many others: these are compared with the first of them, not all with all. */
    private BitSet beyondTheFirst(IntPredicate asked) {
        Long2IntOpenHashMap seen = new Long2IntOpenHashMap();
        BitSet out = new BitSet();
        int[] around = new int[mesh.vertexCount()];
        for (int v : triangles) around[v]++;
        for (int t = 0; 3 * t < triangles.length; t++) {
            Work.checkpoint(t);
            // In most meshes no three vertices have as many triangles.
            if (around[triangles[3 * t]] <= MOST_ALIKE
                    || around[triangles[3 * t + 1]] <= MOST_ALIKE
                    || around[triangles[3 * t + 2]] <= MOST_ALIKE
                    || !asked.test(face[t])) continue;
            long sum = 0;
            for (int k = 0; k < 3; k++) sum += Keys.mix(triangles[3 * t + k]);
            if (seen.addTo(sum, 1) >= MOST_ALIKE) out.set(t);
        }
        return out;
    }

    private void judge(int s, int t) {
        switch (pair.relation(triangles, 3 * s, 3 * t)) {
            case APART -> {}
            case CROSSING -> visitor.meeting(face[s], face[t], Kind.CROSSING);
            case OVERLAPPING -> visitor.meeting(face[s], face[t], Kind.OVERLAPPING);
            case TOUCHING -> {
                boolean oneWay = liesThrough(s, t), otherWay = liesThrough(t, s);
                visitor.meeting(face[s], face[t], oneWay || otherWay ? Kind.CROSSING : Kind.TOUCHING);
            }
        }
    }

    /** Whether a side of a triangle runs through another, on whose other side a triangle with that side was seen before. */
    private boolean liesThrough(int s, int t) {
        if (!pair.lyingSide(triangles, 3 * s, 3 * t, side)) return false;
        long key = ((long) side[0] * mesh.vertexCount() + side[1]) * face.length + t;
        int seen = lying.get(key) | (side[2] > 0 ? 1 : 2);
        lying.put(key, seen);
        return seen == 3;
    }

    private boolean isFlat(int t) {
        return Predicates.areOnOneLine(
                mesh.xyz(), 3 * triangles[3 * t], 3 * triangles[3 * t + 1], 3 * triangles[3 * t + 2]);
    }
}
