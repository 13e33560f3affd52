package org.modeststack.steps.patch;

import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Loops;

/** The ring round a hole in the order of the faces that will close it, and what is around it. */
final class HoleBorder {
    /** Of its size: a ring that is flat but for that is closed by one face. */
    private static final double FLAT = 1e-6;

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
        int n = places.length;
        double[] sizes = new double[n];
        Vec3[] around = new Vec3[n];
        int[] count = new int[n];
        Adjacency adj = mesh.adjacency();
        for (int i = 0; i < n; i++) {
            around[i] = Vec3.ZERO;
            int before = vertices[Math.floorMod(i - 1, n)], after = vertices[(i + 1) % n];
            int[] edges = Loops.edgesAt(mesh, adj, vertices[i]);
            for (int e : edges) {
                int w = adj.edgeLow(e) == vertices[i] ? adj.edgeHigh(e) : adj.edgeLow(e);
                sizes[i] += places[i].minus(mesh.point(w)).length() / edges.length;
                // Those on the ring are neighbours in the patch too.
                if (w == before || w == after) continue;
                around[i] = around[i].plus(mesh.point(w));
                count[i]++;
            }
        }
        int[] triangles = new HoleTriangulation(places, beyond).triangles();
        return new EvenPatch(places, triangles, sizes, around, count);
    }
}
