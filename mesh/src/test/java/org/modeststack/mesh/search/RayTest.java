package org.modeststack.mesh.search;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;

class RayTest {
    static Vec3 random(Random r) {
        return new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian());
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
