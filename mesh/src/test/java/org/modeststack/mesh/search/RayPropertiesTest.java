package org.modeststack.mesh.search;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.mesh.search.RayTest.random;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;

/** What must hold of {@link RayTest}'s subject for whatever is drawn at random. */
class RayPropertiesTest {

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
}
