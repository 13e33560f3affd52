package org.modeststack.steps.surface;

import it.unimi.dsi.fastutil.doubles.DoubleArrayList;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;

/**
 * The vertices of a mesh, and new ones on its edges and within its faces. Those of the mesh keep their numbers; new ones
 * follow after them.
 */
public final class SurfaceNodes {
    private static final long ON_EDGE = 1;

    private final TriangleSurface surface;
    private final Mesh mesh;
    private final int first;
    private final DoubleArrayList xyz = new DoubleArrayList();
    private final LongArrayList keys = new LongArrayList();
    /** For each new node its edge, or -1 within a face. */
    private final IntArrayList edges = new IntArrayList();
    /** How far along its edge it is, from the lower vertex at 0 to the higher at 1. */
    private final DoubleArrayList shares = new DoubleArrayList();
    /** A triangle in which it lies. */
    private final IntArrayList triangles = new IntArrayList();

    SurfaceNodes(TriangleSurface surface) {
        this.surface = surface;
        mesh = surface.mesh;
        first = mesh.vertexCount();
    }

    /** How many vertices the mesh has; the first number of a new node. */
    int first() {
        return first;
    }

    /** All of them, those of the mesh as well. */
    public int count() {
        return first + edges.size();
    }

    public boolean isVertex(int node) {
        return node < first;
    }

    /** The edge of the mesh that a new node lies on, or -1 where it lies within a face or is a vertex. */
    int edge(int node) {
        return node < first ? -1 : edges.getInt(node - first);
    }

    double share(int node) {
        return shares.getDouble(node - first);
    }

    /** A triangle in which a new node lies. */
    int triangle(int node) {
        return triangles.getInt(node - first);
    }

    boolean isInside(int node) {
        return node >= first && edges.getInt(node - first) < 0;
    }

    public Vec3 at(int node) {
        if (node < first) return mesh.point(node);
        int i = 3 * (node - first);
        return new Vec3(xyz.getDouble(i), xyz.getDouble(i + 1), xyz.getDouble(i + 2));
    }

    public long key(int node) {
        return node < first ? mesh.vertexKeys()[node] : keys.getLong(node - first);
    }

    /**
     * A node at a place of the surface: a vertex or a point of an edge where one of them is near, else within a face.
     *
     * @param near how near, mm
     */
    int at(Vec3 p, int triangle, double near, long key) {
        int best = -1;
        double least = near;
        for (int c = 3 * triangle; c < 3 * triangle + 3; c++) {
            double far = surface.point(c).minus(p).length();
            if (far >= least) continue;
            least = far;
            best = surface.vertex[c];
        }
        if (best >= 0) return best;
        int side = -1;
        least = near;
        for (int c = 3 * triangle; c < 3 * triangle + 3; c++) {
            if (surface.edge(c) < 0) continue;
            double far = p.distanceTo(surface.point(c), surface.point(TriangleSurface.next(c)));
            if (far >= least) continue;
            least = far;
            side = c;
        }
        if (side < 0) return add(p, -1, 0, triangle, key);
        Vec3 a = surface.point(side),
                along = surface.point(TriangleSurface.next(side)).minus(a);
        return onSide(side, p.minus(a).dot(along) / along.dot(along), 0, key);
    }

    /**
     * A node on a side of a triangle that is an edge of the mesh, or one of its ends where that is near.
     *
     * @param share of the side from its corner on
     * @param key of the way that crosses it
     */
    int onSide(int corner, double share, double near, long key) {
        int a = surface.vertex[corner], b = surface.vertex[TriangleSurface.next(corner)];
        Vec3 p = surface.point(corner),
                along = surface.point(TriangleSurface.next(corner)).minus(p);
        double length = along.length();
        if (share <= 0.5 && share * length <= near) return a;
        if (share > 0.5 && (1 - share) * length <= near) return b;
        Adjacency adj = mesh.adjacency();
        int e = surface.edge(corner);
        boolean ascends = adj.edgeLow(e) == a;
        long pair = Keys.ofPair(mesh.vertexKeys()[a], mesh.vertexKeys()[b]);
        return add(p.plus(along.times(share)), e, ascends ? share : 1 - share, corner / 3, Keys.of(key, ON_EDGE, pair));
    }

    private int add(Vec3 p, int edge, double share, int triangle, long key) {
        xyz.add(p.x());
        xyz.add(p.y());
        xyz.add(p.z());
        edges.add(edge);
        shares.add(share);
        triangles.add(triangle);
        keys.add(key);
        return count() - 1;
    }

    /** Whether two nodes lie on one edge of the mesh, its ends being on it as well. */
    boolean areOnOneEdge(int a, int b) {
        Adjacency adj = mesh.adjacency();
        int e = edge(a), f = edge(b);
        if (e >= 0 && f >= 0) return e == f;
        if (isInside(a) || isInside(b)) return false;
        if (e >= 0) return adj.edgeLow(e) == b || adj.edgeHigh(e) == b;
        if (f >= 0) return adj.edgeLow(f) == a || adj.edgeHigh(f) == a;
        return adj.edgeBetween(a, b, mesh) >= 0;
    }
}
