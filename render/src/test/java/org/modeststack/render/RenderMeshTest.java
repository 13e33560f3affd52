package org.modeststack.render;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotSame;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.BitSet;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.EdgeShading;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.shade.CornerNormals;

class RenderMeshTest {
    private static int[] kinds(RenderMesh m) {
        int[] n = new int[3];
        for (byte k : m.edgeKind) n[k]++;
        return n;
    }

    private static double[] normal(RenderMesh m, int corner) {
        int n = m.normals[corner];
        return new double[] {PackedNormal.x(n), PackedNormal.y(n), PackedNormal.z(n)};
    }

    /** Two squares that share the edge along X and meet at an angle; 0 is flat. */
    private static Mesh fold(double degrees) {
        double c = Math.cos(Math.toRadians(degrees)), s = Math.sin(Math.toRadians(degrees));
        MeshBuilder b = new MeshBuilder(6, 2);
        for (double[] p : new double[][] {{0, 0, 0}, {1, 0, 0}, {1, -1, 0}, {0, -1, 0}, {1, c, s}, {0, c, s}})
            b.vertex(p[0], p[1], p[2], b.vertexCount() + 1);
        int m = b.material(Material.DEFAULT.name());
        b.face(1, m, 3, 2, 1, 0);
        b.face(2, m, 0, 1, 4, 5);
        return b.build();
    }

    @Test
    void aCubeHasTwelveSharpEdgesAndNoDiagonals() {
        RenderMesh m = new RenderMesh(MeshFixtures.cube(10));
        assertEquals(12, m.triangleCount());
        assertEquals(12, kinds(m)[RenderMesh.SHARP]);
        assertEquals(12, m.edgeKind.length);
        int drawn = 0;
        for (byte sides : m.sides) for (int k = 0; k < 3; k++) if ((sides >> 2 * k & 3) != 0) drawn++;
        assertEquals(24, drawn, "each edge from both of its faces, the six diagonals not");
        assertTrue(m.closed);
    }

    @ParameterizedTest
    @CsvSource({"0, false", "15, false", "29, false", "31, true", "90, true", "150, true"})
    void edgesAboveTheSmoothingAngleAreSharp(double degrees, boolean sharp) {
        RenderMesh m = new RenderMesh(fold(degrees));
        assertEquals(sharp ? 0 : 1, kinds(m)[RenderMesh.SOFT]);
        assertEquals(sharp ? 7 : 6, kinds(m)[RenderMesh.SHARP], "open edges are always sharp");
        assertFalse(m.closed);
        // Where it is soft, both faces have one normal along the fold.
        boolean shared = false;
        for (int i = 0; i < m.triangles.length; i++) {
            for (int j = 0; j < m.triangles.length; j++) {
                if (m.faceOf[i / 3] == m.faceOf[j / 3] || m.triangles[i] != m.triangles[j]) continue;
                double[] a = normal(m, i), b = normal(m, j);
                boolean same = Math.abs(a[1] - b[1]) < 1e-6 && Math.abs(a[2] - b[2]) < 1e-6;
                if (degrees > 0) assertEquals(!sharp, same);
                shared |= same;
            }
        }
        assertEquals(!sharp, shared);
    }

    @Test
    void largeFacesOutweighNarrowOnes() {
        // The square is a hundred times as large as the strip that rises beside it.
        MeshBuilder b = new MeshBuilder(6, 2);
        double s = Math.sin(Math.toRadians(20)) / 100, c = Math.cos(Math.toRadians(20)) / 100;
        for (double[] p : new double[][] {{0, 0, 0}, {1, 0, 0}, {1, -1, 0}, {0, -1, 0}, {1, c, s}, {0, c, s}})
            b.vertex(p[0], p[1], p[2], b.vertexCount() + 1);
        int m = b.material(Material.DEFAULT.name());
        b.face(1, m, 3, 2, 1, 0);
        b.face(2, m, 0, 1, 4, 5);
        RenderMesh r = new RenderMesh(b.build());
        for (int i = 0; i < r.triangles.length; i++) {
            if (r.triangles[i] > 1) continue;
            double[] n = normal(r, i);
            assertTrue(Math.toDegrees(Math.acos(Math.min(1, n[2]))) < 0.4, "the flat stays flat");
        }
    }

    @Test
    void whereMaterialsMeetAnEdgeIsDrawnInFull() {
        Mesh flat = fold(0), red = flat.withMaterial("lamp red");
        assertEquals(1, kinds(new RenderMesh(red))[RenderMesh.SOFT]);
        MeshBuilder b = new MeshBuilder(6, 2);
        for (int v = 0; v < flat.vertexCount(); v++)
            b.vertex(flat.xyz()[3 * v], flat.xyz()[3 * v + 1], flat.xyz()[3 * v + 2], v + 1);
        b.face(1, b.material(Material.DEFAULT.name()), 3, 2, 1, 0);
        b.face(2, b.material("lamp red"), 0, 1, 4, 5);
        assertEquals(0, kinds(new RenderMesh(b.build()))[RenderMesh.SOFT]);
    }

    @Test
    void positionsKeepTheirPlacesFarFromTheOrigin() {
        Mesh far = MeshFixtures.moved(MeshFixtures.cube(1), 1e7, -1e7, 1e7);
        RenderMesh m = new RenderMesh(far);
        for (int v = 0; v < far.vertexCount(); v++) {
            assertEquals(far.xyz()[3 * v], m.origin.x() + m.xyz[3 * v], 1e-8);
            assertEquals(far.xyz()[3 * v + 1], m.origin.y() + m.xyz[3 * v + 1], 1e-8);
        }
    }

    @Test
    void nothingIsNoTriangles() {
        RenderMesh m = new RenderMesh(Mesh.EMPTY);
        assertEquals(0, m.triangleCount());
        assertEquals(0, m.edgeKind.length);
    }

    /** Two squares at a right angle: by angle they are apart, shaded smooth they share the normal between them. */
    @Test
    void edgesCanBeShadedWhateverTheirAngle() {
        Mesh fold = fold(90);
        BitSet all = new BitSet();
        all.set(0, fold.edgeCount());
        RenderMesh smooth = new RenderMesh(EdgeShading.shaded(fold, all, EdgeShading.SMOOTH));
        boolean between = false;
        for (int i = 0; i < 3 * smooth.triangleCount(); i++)
            between |= Math.abs(normal(smooth, i)[1] * normal(smooth, i)[2]) > 0.4;
        assertTrue(between, "a normal half-way between the two faces");
        assertEquals(1, kinds(smooth)[RenderMesh.SOFT], "the border stays sharp");

        Mesh flat = fold(5);
        assertEquals(1, kinds(new RenderMesh(flat))[RenderMesh.SOFT]);
        RenderMesh hard = new RenderMesh(EdgeShading.shaded(flat, all, EdgeShading.HARD));
        assertEquals(0, kinds(hard)[RenderMesh.SOFT]);
        assertEquals(1, kinds(new RenderMesh(EdgeShading.shaded(hard.mesh(), all, null)))[RenderMesh.SOFT]);
    }

    @Test
    void whoDrawsTheSameMeshSharesWhatWasMadeOfIt() {
        Mesh cube = MeshFixtures.cube(1), other = cube.withPositions(cube.xyz().clone());
        RenderMesh made = RenderMesh.of(cube);
        assertSame(made, RenderMesh.of(cube));
        assertNotSame(made, RenderMesh.of(other));
        assertSame(cube, made.mesh());
    }

    /** All corners at once or one by one: with edges said to be smooth or hard, and normals carried at some corners. */
    @Test
    void normalsAreThoseOfCornersOneByOne() {
        Mesh sheet = MeshFixtures.sheet(6);
        double[] xyz = sheet.xyz().clone();
        Random random = new Random(4);
        for (int i = 2; i < xyz.length; i += 3) xyz[i] = random.nextDouble();
        Mesh rough = sheet.withPositions(xyz);
        for (String tag : new String[] {EdgeShading.SMOOTH, EdgeShading.HARD}) {
            BitSet some = new BitSet();
            for (int e = 0; e < rough.edgeCount(); e++) if (random.nextInt(4) == 0) some.set(e);
            rough = EdgeShading.shaded(rough, some, tag);
        }
        MeshBuilder b = new MeshBuilder(rough.vertexCount(), rough.faceCount());
        b.append(rough, k -> k);
        for (int c = 0; c < rough.cornerCount(); c += 5) b.normal(c, 0.6, 0, 0.8);
        for (Mesh m : new Mesh[] {rough, b.build()}) {
            RenderMesh drawn = new RenderMesh(m);
            CornerNormals one = new CornerNormals(m);
            double[] n = new double[3];
            for (int i = 0; i < drawn.corners.length; i++) {
                one.at(drawn.corners[i], n);
                assertArrayEquals(n, normal(drawn, i), 2e-3);
            }
        }
    }

    /** A dragged surface is drawn as one made anew: at every step of the way, also where edges become sharp. */
    @Test
    void aSmoothSurfaceThatMovesIsDrawnAsOneMadeAnew() {
        Mesh sheet = MeshFixtures.sheet(6);
        RenderMesh first = RenderMesh.withoutSoftEdges(sheet);
        for (double up : new double[] {0.05, 0.2, 3}) {
            double[] xyz = sheet.xyz().clone();
            for (int v = 0; v < sheet.vertexCount(); v += 3) xyz[3 * v + 2] = up * (v % 5);
            Mesh moved = sheet.withPositions(xyz);
            RenderMesh following = RenderMesh.withoutSoftEdges(moved);
            RenderMesh anew = RenderMesh.withoutSoftEdges(moved.fresh());
            assertSame(first.edges, following.edges, "what does not depend on places is kept");
            assertNotSame(first.edges, anew.edges);
            assertArrayEquals(anew.xyz, following.xyz);
            assertArrayEquals(anew.edgeKind, following.edgeKind);
            assertArrayEquals(anew.edgeNormals, following.edgeNormals);
            for (int i = 0; i < following.corners.length; i++) {
                int c = following.corners[i];
                boolean found = false;
                for (int k = 0; k < anew.corners.length; k++)
                    found |= anew.corners[k] == c && anew.normals[k] == following.normals[i];
                assertTrue(found, "the normal of corner " + c);
            }
        }
    }

    /** What has many sides is cut into other triangles when it moves, so that nothing of before is taken. */
    @Test
    void facesOfManySidesAreCutAnewWhenTheyMove() {
        MeshBuilder b = new MeshBuilder(5, 1);
        double[][] outline = {{0, 0}, {4, 0}, {4, 4}, {2, 5}, {0, 4}};
        for (double[] p : outline) b.vertex(p[0], p[1], 0, b.vertexCount() + 1);
        b.face(1, 0, 0, 1, 2, 3, 4);
        Mesh flat = b.build();
        RenderMesh first = RenderMesh.withoutSoftEdges(flat);
        double[] dented = flat.xyz().clone();
        dented[3 * 3 + 1] = 1;
        RenderMesh moved = RenderMesh.withoutSoftEdges(flat.withPositions(dented));
        assertNotSame(first.triangles, moved.triangles);
        double area = 0;
        for (int t = 0; t < moved.triangleCount(); t++) {
            int p = 3 * moved.triangles[3 * t], q = 3 * moved.triangles[3 * t + 1], r = 3 * moved.triangles[3 * t + 2];
            float[] at = moved.xyz;
            double twice = (at[q] - at[p]) * (at[r + 1] - at[p + 1]) - (at[q + 1] - at[p + 1]) * (at[r] - at[p]);
            assertTrue(twice > 0, "no triangle outside of the dent");
            area += twice / 2;
        }
        assertEquals(10, area, 1e-5);
    }
}
