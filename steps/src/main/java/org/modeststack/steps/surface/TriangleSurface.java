package org.modeststack.steps.surface;

import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.Arrays;
import java.util.function.IntConsumer;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Edges;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Triangulation;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;

/**
 * The triangles of a mesh beside each other, to walk over; kept with the mesh. What lies beside what is worked out where a
 * walk comes by, in time linear in the face it comes to, so that a large mesh costs little where little of it is walked
 * over. Several threads may walk at once: what they work out is the same, and each number is written once it is final.
 */
public final class TriangleSurface implements Memory.Counted {
    /** Beside another face, or beside nothing; above these are corners, one up. */
    private static final int OUTSIDE = -1, NOTHING = -2;

    public final Mesh mesh;
    /** The vertex of each corner of a triangle, three each. */
    public final int[] vertex;

    private final Adjacency adj;
    /** The face of the mesh that each triangle is a part of. */
    private final int[] face;
    /** The corner of the mesh at each corner of a triangle. */
    private final int[] corner;
    /** For each corner of a triangle the one across its side in the same face; 0 where it is not known yet. */
    private final int[] across;
    /** For each corner of the mesh that of the triangle along the side that leaves it; 0 where it is not known yet. */
    private final int[] along;

    private TriangleSurface(Mesh mesh) {
        this.mesh = mesh;
        adj = mesh.adjacency();
        Triangulation t = mesh.triangulation();
        face = t.triangleFace();
        corner = t.triangleCorners();
        vertex = new int[3 * t.count()];
        for (int c = 0; c < vertex.length; c++) vertex[c] = mesh.corners()[corner[c]];
        across = new int[vertex.length];
        along = new int[mesh.cornerCount()];
    }

    public static TriangleSurface of(Mesh mesh) {
        return mesh.derived(TriangleSurface.class, TriangleSurface::new);
    }

    @Override
    public void count(Memory memory) {
        memory.addArray(vertex);
        memory.addArray(across);
        memory.addArray(along);
    }

    public static int next(int corner) {
        return corner % 3 == 2 ? corner - 2 : corner + 1;
    }

    public Vec3 point(int corner) {
        return mesh.point(vertex[corner]);
    }

    /** The corner in the triangle across the side that leaves a corner, or -1 where there is none, or more than one. */
    public int twin(int corner) {
        if (across[corner] == 0) workOut(face[corner / 3]);
        int found = across[corner];
        if (found > 0) return found - 1;
        int other = found == OUTSIDE ? adj.twin(this.corner[corner]) : -1;
        return other < 0 ? -1 : alongSide(other);
    }

    /** The corner of a triangle along the side that leaves a corner of the mesh, or -1 where a face has no such triangle. */
    private int alongSide(int meshCorner) {
        if (along[meshCorner] == 0) workOut(adj.cornerFace()[meshCorner]);
        return along[meshCorner] > 0 ? along[meshCorner] - 1 : -1;
    }

    private void workOut(int f) {
        int from = mesh.offsets()[f], sides = mesh.offsets()[f + 1] - from, first = 3 * Triangulation.first(mesh, f);
        int[] beside = new int[3 * (sides - 2)], leaving = new int[sides];
        Arrays.fill(leaving, NOTHING);
        Arrays.fill(beside, NOTHING);
        Long2IntOpenHashMap open = new Long2IntOpenHashMap(sides - 3);
        open.defaultReturnValue(-1);
        for (int i = 0; i < beside.length; i++) {
            int a = corner[first + i], b = corner[first + next(i)];
            if (b == adj.cornerNext()[a]) {
                beside[i] = OUTSIDE;
                leaving[a - from] = first + i + 1;
                continue;
            }
            int other = open.remove(Edges.directed(b, a));
            if (other < 0) open.put(Edges.directed(a, b), i);
            else {
                beside[i] = first + other + 1;
                beside[other] = first + i + 1;
            }
        }
        System.arraycopy(beside, 0, across, first, beside.length);
        System.arraycopy(leaving, 0, along, from, sides);
    }

    /** The corner whose side runs along an edge of the mesh from one vertex to another, or -1. */
    public int cornerOf(int from, int to) {
        for (int i = adj.vertexStart()[from]; i < adj.vertexStart()[from + 1]; i++) {
            int c = adj.vertexCorners()[i];
            if (mesh.corners()[adj.cornerNext()[c]] == to) return alongSide(c);
        }
        return -1;
    }

    /** Tells of the triangles at a vertex. */
    public void eachTriangleAt(int v, IntConsumer visitor) {
        for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++) {
            int meshCorner = adj.vertexCorners()[i], f = adj.cornerFace()[meshCorner];
            int first = Triangulation.first(mesh, f), end = Triangulation.first(mesh, f + 1);
            for (int t = first; t < end; t++)
                if (corner[3 * t] == meshCorner || corner[3 * t + 1] == meshCorner || corner[3 * t + 2] == meshCorner)
                    visitor.accept(t);
        }
    }

    /** The angle at a corner, radians. */
    public double angle(int corner) {
        Vec3 p = point(corner),
                a = point(next(corner)).minus(p),
                b = point(next(next(corner))).minus(p);
        // A side without length has a square angle at either end, as if it were short, so that all three make two
        // squares.
        if (a.dot(a) == 0 || b.dot(b) == 0) return Math.PI / 2;
        return Math.atan2(a.cross(b).length(), a.dot(b));
    }

    /** The unit normal of a triangle; that of its face where it has no area. */
    public Vec3 normal(int triangle) {
        Vec3 p = point(3 * triangle);
        Vec3 n = point(3 * triangle + 1).minus(p).cross(point(3 * triangle + 2).minus(p));
        return n.dot(n) > 0 ? n.unit() : FaceFrames.of(mesh).normal(face[triangle]);
    }

    /** How much each corner of a triangle counts at a place in it; together 1. */
    public double[] shares(int triangle, Vec3 p) {
        double[] beyond = sharesBeyond(triangle, p);
        double u = Math.clamp(beyond[0], 0, 1), v = Math.clamp(beyond[1], 0, 1 - u);
        return new double[] {u, v, 1 - u - v};
    }

    /** The same at a place that may lie beside it, in its plane: as what is linear in the triangle goes on there. */
    double[] sharesBeyond(int triangle, Vec3 p) {
        Vec3 a = point(3 * triangle),
                b = point(3 * triangle + 1),
                c = point(3 * triangle + 2),
                n = b.minus(a).cross(c.minus(a));
        double area = n.dot(n);
        if (area == 0) return new double[] {1, 0, 0};
        double u = c.minus(b).cross(p.minus(b)).dot(n) / area;
        double v = a.minus(c).cross(p.minus(c)).dot(n) / area;
        return new double[] {u, v, 1 - u - v};
    }

    /** The corner at the same vertex in the next triangle counter-clockwise, or -1 at a border. */
    public int turned(int corner) {
        return twin(next(next(corner)));
    }

    /** The face of the mesh that a triangle is a part of. */
    public int faceOf(int triangle) {
        return face[triangle];
    }

    /** The corner of the mesh at a corner of a triangle. */
    public int meshCorner(int corner) {
        return this.corner[corner];
    }

    /** The edge of the mesh along the side that leaves a corner, or -1. In constant time. */
    public int edge(int corner) {
        int here = this.corner[corner];
        return adj.cornerNext()[here] == this.corner[next(corner)] ? adj.cornerEdge()[here] : -1;
    }
}
