package org.modeststack.steps.patch;

import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.ints.IntLinkedOpenHashSet;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Loops;
import org.modeststack.mesh.triangulate.PolygonTriangulator;

/** The ring round a hole in the order of the faces that will close it, and what is around it. */
final class HoleBorder {
    /** Of its size: a ring that is flat but for that is closed by one face. */
    private static final double FLAT = 1e-6;
    /** Where faces turn by more than this against each other, degrees, there is an edge that is meant. */
    private static final double SHARP = 45;

    private final Mesh mesh;
    private final int[] vertices;
    private final Vec3[] places;
    private final Vec3[] beyond;

    HoleBorder(Mesh mesh, Border ring) {
        this.mesh = mesh;
        int n = ring.size();
        vertices = new int[n];
        places = new Vec3[n];
        beyond = new Vec3[n];
        FaceFrames frames = FaceFrames.of(mesh);
        for (int i = 0; i < n; i++) {
            int k = n - 1 - i;
            vertices[i] = ring.vertex(mesh, k);
            places[i] = mesh.point(vertices[i]);
            // The side to the next place of the new ring is the old one that comes here.
            int corner = ring.corners().getInt(Math.floorMod(k - 1, n));
            beyond[i] = frames.normal(mesh.adjacency().cornerFace()[corner]);
        }
    }

    boolean isFlat() {
        Vec3 normal = Vec3.ZERO, middle = Vec3.ZERO;
        int n = places.length;
        double size = 0;
        for (int i = 0; i < n; i++) {
            Vec3 u = places[i].minus(places[0]), v = places[(i + 1) % n].minus(places[0]);
            normal = normal.plus(u.cross(v));
            middle = middle.plus(places[i].times(1.0 / n));
            size = Math.max(size, u.length());
        }
        normal = normal.unit();
        for (Vec3 p : places) if (Math.abs(p.minus(middle).dot(normal)) > FLAT * size) return false;
        return true;
    }

    EvenPatch evenPatch() {
        int[] triangles = new HoleTriangulation(places, beyond).triangles();
        List<Vec3> outer = new ArrayList<>();
        int[] outerTriangles = outerTriangles(outer);
        return new EvenPatch(places, triangles, sizes(), sharp(triangles), outer, outerTriangles);
    }

    /** The places at whose sides the faces beyond turn so much that the surface ends there in an edge. */
    private BitSet sharp(int[] triangles) {
        BitSet out = new BitSet();
        int n = places.length;
        double least = Math.cos(Math.toRadians(SHARP));
        for (int t = 0; t < triangles.length; t++) {
            int a = triangles[t], third = t / 3 * 3;
            int b = triangles[third + (t + 1) % 3], c = triangles[third + (t + 2) % 3];
            if (b != (a + 1) % n) continue;
            Vec3 normal =
                    places[b].minus(places[a]).cross(places[c].minus(places[a])).unit();
            if (normal.dot(beyond[a]) > least) continue;
            out.set(a);
            out.set(b);
        }
        return out;
    }

    /** For each place the mean length of the old edges there. */
    private double[] sizes() {
        double[] sizes = new double[places.length];
        Adjacency adj = mesh.adjacency();
        for (int i = 0; i < sizes.length; i++) {
            int[] edges = Loops.edgesAt(mesh, adj, vertices[i]);
            for (int e : edges) {
                int w = adj.edgeLow(e) == vertices[i] ? adj.edgeHigh(e) : adj.edgeLow(e);
                sizes[i] += places[i].minus(mesh.point(w)).length() / edges.length;
            }
        }
        return sizes;
    }

    /** The old triangles at the border: places of it by their number, others from there on, which are put in a list. */
    private int[] outerTriangles(List<Vec3> outer) {
        Int2IntOpenHashMap number = new Int2IntOpenHashMap();
        number.defaultReturnValue(-1);
        for (int i = 0; i < vertices.length; i++) number.put(vertices[i], i);
        IntLinkedOpenHashSet faces = new IntLinkedOpenHashSet();
        Adjacency adj = mesh.adjacency();
        for (int v : vertices)
            for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++)
                faces.add(adj.cornerFace()[adj.vertexCorners()[i]]);
        IntArrayList out = new IntArrayList();
        PolygonTriangulator cut = new PolygonTriangulator();
        for (int f : faces) {
            int from = mesh.offsets()[f], sides = mesh.sides(f);
            int[] corners = new int[3 * (sides - 2)];
            cut.triangulate(mesh.xyz(), mesh.corners(), from, from + sides, corners, 0);
            for (int c : corners) {
                int v = mesh.corners()[c];
                if (number.get(v) < 0) {
                    number.put(v, vertices.length + outer.size());
                    outer.add(mesh.point(v));
                }
                out.add(number.get(v));
            }
        }
        return out.toIntArray();
    }
}
