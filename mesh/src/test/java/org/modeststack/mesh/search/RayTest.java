package org.modeststack.mesh.search;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;

class RayTest {
    private static Vec3 random(Random r) {
        return new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian());
    }

    /** A box with many more triangles than a leaf of the tree holds: where a line enters it is known (slabs). */
    @Property(tries = 300)
    void aRayMeetsABoxWhereItsSlabsSay(@ForAll long seed) {
        Random r = new Random(seed);
        Mesh m = MeshFixtures.cube(10);
        Vec3 from = random(r).times(20), to = new Vec3(r.nextDouble(), r.nextDouble(), r.nextDouble()).times(10);
        Vec3 way = to.minus(from).unit();
        double in = Double.NEGATIVE_INFINITY, out = Double.POSITIVE_INFINITY;
        for (int k = 0; k < 3; k++) {
            double s = -from.get(k) / way.get(k), t = (10 - from.get(k)) / way.get(k);
            in = Math.max(in, Math.min(s, t));
            out = Math.min(out, Math.max(s, t));
        }
        Ray ray = new Ray(from, way);
        SurfacePoint p = ray.first(m);
        assertEquals(in > 0 ? in : out, p.at().minus(from).length(), 1e-9);
        assertNull(new Ray(from.plus(way.times(out + 1)), way).first(m), "behind it there is nothing");
    }

    @Test
    void aRayAlongAnAxisGoesThroughAGridOfFaces() {
        Mesh m = MeshFixtures.sheet(20);
        for (int i = 0; i < 20; i++) {
            for (int j = 0; j < 20; j++) {
                SurfacePoint p = new Ray(new Vec3(i + 0.3, j + 0.6, 5), new Vec3(0, 0, -1)).first(m);
                assertEquals(j * 20 + i, p.face());
                assertEquals(0, p.at().z(), 1e-12);
            }
        }
        assertNull(new Ray(new Vec3(-1, 3.5, 5), new Vec3(0, 0, -1)).first(m));
        assertNull(new Ray(new Vec3(1, 3.5, 5), new Vec3(0, 1, 0)).first(m), "beside the plane");
    }

    /** No place of the surface is nearer than the one found: tried against many. */
    @Property(tries = 100)
    void theNearestPlaceIsTheNearest(@ForAll long seed) {
        Random r = new Random(seed);
        Mesh m = MeshFixtures.posed(MeshFixtures.tetrahedron(), r, 3);
        Vec3 p = random(r).times(3);
        SurfacePoint nearest = SurfacePoint.nearest(m, p);
        double least = nearest.at().minus(p).length();
        for (int i = 0; i < 200; i++) {
            int f = r.nextInt(m.faceCount()), c = m.offsets()[f];
            double u = r.nextDouble(), v = r.nextDouble() * (1 - u);
            Vec3 a = m.point(m.corners()[c]), b = m.point(m.corners()[c + 1]), d = m.point(m.corners()[c + 2]);
            Vec3 q = a.plus(b.minus(a).times(u)).plus(d.minus(a).times(v));
            assertTrue(q.minus(p).length() >= least - 1e-12);
        }
        Vec3 corner = m.point(0), away = corner.plus(corner.minus(m.bounds().center()));
        assertTrue(SurfacePoint.nearest(m, away).at().minus(away).length()
                <= corner.minus(away).length() + 1e-12);
        assertNull(SurfacePoint.nearest(Mesh.EMPTY, p));
    }

    @Test
    void allFacesOnTheWayAreFoundInOrder() {
        Mesh m = MeshFixtures.cube(10);
        int[] f = new Ray(new Vec3(3, 4, 30), new Vec3(0, 0, -1)).faces(m);
        assertEquals(2, f.length);
        assertEquals(10, FaceFrames.of(m).middle(f[0]).z(), 1e-9);
        assertEquals(0, FaceFrames.of(m).middle(f[1]).z(), 1e-9);
        assertEquals(0, new Ray(new Vec3(30, 4, 30), new Vec3(0, 0, -1)).faces(m).length);
    }

    /** Most boxes are passed by: of a sheet of many faces only few are looked at. */
    @Test
    void fewItemsAreVisited() {
        Mesh m = MeshFixtures.sheet(100);
        int[] triangles = m.triangulation().triangleCorners().clone();
        for (int i = 0; i < triangles.length; i++) triangles[i] = m.corners()[triangles[i]];
        Bvh tree = new Bvh(Bvh.triangleBoxes(m.xyz(), triangles));
        int[] seen = {0};
        tree.onRay(new double[] {40.3, 60.6, 9}, new double[] {0.01, 0.02, -1}, t -> {
            seen[0]++;
            return Double.POSITIVE_INFINITY;
        });
        assertTrue(seen[0] >= 1 && seen[0] <= 8, seen[0] + " of 20,000");
    }

    @Test
    void planesAreMetBeforeTheRayOnly() {
        Ray down = new Ray(new Vec3(1, 2, 5), new Vec3(0, 0, -1));
        assertEquals(new Vec3(1, 2, 0), down.meets(Vec3.ZERO, new Vec3(0, 0, 1)));
        assertNull(down.meets(new Vec3(0, 0, 9), new Vec3(0, 0, 1)));
        assertNull(down.meets(Vec3.ZERO, new Vec3(1, 0, 0)));
    }
}
