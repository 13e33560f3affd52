package org.modeststack.render;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;

/** What is left out because a whole block cannot be seen would not have been seen. */
class NormalConesTest {
    private static final int W = 480;
    private static final int H = 360;

    /** A ring of round bodies' faces, lumpy, some of its faces left out where it is open. */
    private static Mesh ring(Random random, boolean open) {
        int rows = 12 + random.nextInt(30), columns = 20 + random.nextInt(60);
        double lump = 0.2 * random.nextDouble();
        MeshBuilder b = new MeshBuilder(rows * columns, rows * columns);
        for (int i = 0; i < rows; i++)
            for (int j = 0; j < columns; j++) {
                double u = 2 * Math.PI * i / rows, v = 2 * Math.PI * j / columns;
                double r = 10 + (4 + lump * 10 * Math.sin(3 * v)) * Math.cos(u);
                b.vertex(r * Math.cos(v), r * Math.sin(v), 4 * Math.sin(u), 1000 + columns * i + j);
            }
        int m = b.material("plain");
        for (int i = 0; i < rows; i++)
            for (int j = 0; j < columns; j++) {
                if (open && random.nextInt(40) == 0) continue;
                int k = (j + 1) % columns, a = columns * i, c = columns * ((i + 1) % rows);
                b.face(a + j, m, a + j, a + k, c + k, c + j);
            }
        return MeshFixtures.posed(b.build(), random, 5);
    }

    /** The first pictures of a mesh are drawn without blocks, later ones with them. */
    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void laterPicturesAreTheSameToTheBit(boolean perspective) {
        Random random = new Random(perspective ? 41 : 42);
        for (int round = 0; round < 30; round++) {
            RenderMesh mesh = new RenderMesh(ring(random, round % 3 == 0));
            Affine to = new Affine(
                    new Vec3(random.nextBoolean() ? 1 : -1, 0.3 * random.nextDouble(), 0),
                    new Vec3(0, 0.5 + random.nextDouble(), 0),
                    new Vec3(0, 0, 1),
                    new Vec3(3, 1, 2));
            Scene.Item item = round % 2 == 0 ? new Scene.Item(mesh, false) : new Scene.Item(mesh, to, false);
            DisplayMode mode = DisplayMode.values()[round % DisplayMode.values().length];
            Scene scene = new Scene(List.of(item), mode, true, Materials.NONE);
            Camera camera = Camera.DEFAULT
                    .withPerspective(perspective)
                    .orbit(random.nextInt(900), random.nextInt(300))
                    .fit(scene.bounds(), W, H)
                    // From far off to inside the ring, yet never so far that coarse forms are drawn.
                    .zoom(0.05 + random.nextDouble(), random.nextInt(W), random.nextInt(H), W, H);
            int[] first = draw(scene, camera);
            for (int i = 0; i < 3; i++) draw(scene, camera);
            assertTrue(mesh.isSteady());
            assertArrayEquals(first, draw(scene, camera), "round " + round);
        }
    }

    private static int[] draw(Scene scene, Camera camera) {
        int[] out = new int[W * H];
        new Renderer().render(scene, camera, W, H, 1, out);
        return out;
    }

    @Test
    void aSideIsThatOfEachTriangleOfTheBlock() {
        Random random = new Random(43);
        int told = 0, all = 0;
        for (int round = 0; round < 40; round++) {
            RenderMesh m = new RenderMesh(ring(random, false));
            NormalCones cones = m.triangleCones();
            Vec3 e = new Vec3(random.nextGaussian(), random.nextGaussian(), random.nextGaussian()).times(60);
            NormalCones.Eye eye = new NormalCones.Eye(round % 2 == 0, (float) e.x(), (float) e.y(), (float) e.z());
            for (int block = 0; NormalCones.BLOCK * block < m.triangleCount(); block++) {
                all++;
                NormalCones.Side side = cones.side(eye, block);
                if (side == NormalCones.Side.EITHER) continue;
                told++;
                int to = Math.min(m.triangleCount(), NormalCones.BLOCK * (block + 1));
                for (int t = NormalCones.BLOCK * block; t < to; t++)
                    assertEquals(side == NormalCones.Side.BACK, isBack(m, t, e, eye.perspective()));
            }
        }
        assertTrue(told > 0.15 * all, told + " of " + all);
    }

    private static boolean isBack(RenderMesh m, int t, Vec3 eye, boolean perspective) {
        Vec3 a = corner(m, t, 0),
                n = corner(m, t, 1).minus(a).cross(corner(m, t, 2).minus(a));
        return n.dot(perspective ? a.minus(eye) : eye) > 0;
    }

    private static Vec3 corner(RenderMesh m, int t, int k) {
        int v = 3 * m.triangles[3 * t + k];
        return new Vec3(m.xyz[v], m.xyz[v + 1], m.xyz[v + 2]);
    }

    @Test
    void openEdgesAreNeverLeftOut() {
        Mesh sheet = MeshFixtures.sheet(20);
        RenderMesh m = new RenderMesh(sheet);
        NormalCones cones = m.edgeCones();
        NormalCones.Eye above = new NormalCones.Eye(true, 0, 0, 1000);
        for (int e = 0; e < m.edgeKind.length; e++)
            if (m.edgeNormals[2 * e + 1] == 0)
                assertEquals(NormalCones.Side.EITHER, cones.side(above, e / NormalCones.BLOCK));
    }
}
