package org.modeststack.mesh.part;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;

/** Normals that a mesh carries go where its surface goes, and nowhere else. */
class CarriedNormalsTest {
    /** A cube round the origin whose normals point away from there, as those of a ball would. */
    private static Mesh cube() {
        MeshBuilder b = new MeshBuilder(8, 6);
        b.append(MeshFixtures.box(-1, -1, -1, 1, 1, 1), k -> k);
        Mesh plain = MeshFixtures.box(-1, -1, -1, 1, 1, 1);
        for (int c = 0; c < plain.cornerCount(); c++) {
            Vec3 n = plain.point(plain.corners()[c]).unit();
            b.normal(c, n.x(), n.y(), n.z());
        }
        return b.build();
    }

    private static Vec3 normal(Mesh m, int c) {
        float[] n = m.cornerNormals();
        return n == null ? Vec3.ZERO : new Vec3(n[3 * c], n[3 * c + 1], n[3 * c + 2]);
    }

    private record Put(Affine affine, boolean mirrors) implements Placement {
        @Override
        public void place(double[] xyz, int from, int to) {
            for (int i = from; i < to; i += 3) {
                Vec3 p = affine.point(new Vec3(xyz[i], xyz[i + 1], xyz[i + 2]));
                xyz[i] = p.x();
                xyz[i + 1] = p.y();
                xyz[i + 2] = p.z();
            }
        }
    }

    private static Affine scaled(double x, double y, double z, Vec3 shift) {
        double c = Math.cos(0.7), s = Math.sin(0.7);
        return new Affine(new Vec3(x, 0, 0), new Vec3(0, y * c, y * s), new Vec3(0, -z * s, z * c), shift);
    }

    /** A point of a quadric keeps its normal by the inverse transpose: of a ball made an ellipsoid, the gradient of its equation. */
    @ParameterizedTest
    @CsvSource({"1, 1, 1", "-1, 1, 1", "2, 1, 1", "2, 3, 0.5", "-2, 3, 0.5"})
    void theyAreSquareToTheSurfaceWhereItIsPut(double x, double y, double z) {
        Affine a = scaled(x, y, z, new Vec3(5, 6, 7)), back = a.inverse();
        Put put = new Put(a, a.determinant() < 0);
        Geometry two = Geometry.of(List.of(Part.of(cube()).placed(put), Part.of(cube())));
        for (Mesh m : new Mesh[] {Part.of(cube()).placed(put).placedMesh(), two.mesh()})
            for (int c = 0; c < 24; c++) {
                Vec3 p = back.point(m.point(m.corners()[c])).unit();
                // Along the way from a neighbouring place of the ball to the next it must not rise.
                for (Vec3 off : new Vec3[] {p.cross(new Vec3(1, 0, 0)), p.cross(new Vec3(0, 1, 0))})
                    assertEquals(0, normal(m, c).dot(a.direction(off).unit()), 1e-6);
                assertTrue(normal(m, c).dot(a.direction(p)) > 0, "outwards");
                assertEquals(1, normal(m, c).length(), 1e-6);
            }
        for (int c = 24; c < 48; c++)
            assertEquals(
                    1,
                    normal(two.mesh(), c)
                            .dot(two.mesh().point(two.mesh().corners()[c]).unit()),
                    1e-6);
    }

    @Test
    void turnedOverTheyPointTheOtherWay() {
        Mesh m = cube().flipped();
        for (int c = 0; c < 24; c++)
            assertEquals(-1, normal(m, c).dot(m.point(m.corners()[c]).unit()), 1e-6);
    }

    @Test
    void aFaceThatIsBentLosesThemAndOthersDoNot() {
        Mesh m = cube();
        double[] xyz = m.xyz().clone();
        xyz[0] -= 0.5;
        Mesh bent = m.withPositions(xyz);
        int kept = 0;
        for (int f = 0; f < 6; f++) {
            boolean touches = false;
            for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++) touches |= m.corners()[c] == 0;
            for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++) {
                assertEquals(touches, normal(bent, c).length() == 0);
                if (!touches) kept++;
            }
        }
        assertEquals(12, kept);
        for (int i = 0; i < xyz.length; i++) xyz[i] *= 2;
        assertNull(m.withPositions(xyz).cornerNormals(), "nothing is where it was");
        boolean[] all = new boolean[24];
        assertNotNull(m.withoutDirections(all).cornerNormals());
        Arrays.fill(all, true);
        assertFalse(m.withoutDirections(all).hasCornerLayers());
    }

    /** Faces go on with their normals if their vertices are where they were. */
    @Test
    void facesAddedElsewhereLoseThem() {
        Mesh m = cube();
        MeshBuilder b = new MeshBuilder(8, 6);
        int[] vertices = new int[8], faces = new int[6];
        Arrays.fill(vertices, -1);
        vertices[0] = b.vertex(-2, -1, -1, 9);
        b.appendFaces(m, _ -> true, k -> k, vertices, faces);
        Mesh out = b.build();
        int kept = 0;
        for (int c = 0; c < 24; c++) if (normal(out, c).length() > 0.5) kept++;
        assertEquals(12, kept);
    }
}
