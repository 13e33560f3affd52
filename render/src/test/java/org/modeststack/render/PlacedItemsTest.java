package org.modeststack.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.select.Selection;

/** Parts that share a mesh are drawn as if each had one of its own. */
class PlacedItemsTest {
    private static final int W = 240;
    private static final int H = 160;

    private static int[] draw(Scene s, Camera c) {
        int[] out = new int[W * H];
        new Renderer().render(s, c, W, H, 1, out);
        return out;
    }

    private static Mesh moved(Mesh m, Affine to) {
        double[] xyz = m.xyz().clone();
        for (int v = 0; v < m.vertexCount(); v++) {
            Vec3 p = to.point(m.point(v));
            xyz[3 * v] = p.x();
            xyz[3 * v + 1] = p.y();
            xyz[3 * v + 2] = p.z();
        }
        Mesh out = m.withPositions(xyz);
        return to.determinant() < 0 ? out.flipped() : out;
    }

    /** Turned, mirrored, stretched: what a chain of steps may do to a part. */
    static Stream<Affine> placements() {
        Affine turn = new Affine(new Vec3(0.6, 0.8, 0), new Vec3(-0.8, 0.6, 0), new Vec3(0, 0, 1), new Vec3(3, -2, 5));
        Affine mirror = new Affine(new Vec3(-1, 0, 0), new Vec3(0, 1, 0), new Vec3(0, 0, 1), new Vec3(4, 0, 0));
        Affine stretch = new Affine(new Vec3(2, 0, 0), new Vec3(0, 0.5, 0), new Vec3(0, 0, 1.25), Vec3.ZERO);
        return Stream.of(
                Affine.shift(new Vec3(7, 1, -3)),
                turn,
                mirror,
                stretch,
                turn.then(stretch),
                stretch.then(turn).then(mirror));
    }

    private static double share(int[] a, int[] b) {
        int differ = 0;
        for (int i = 0; i < a.length; i++) {
            int most = 0;
            for (int k = 0; k < 24; k += 8) most = Math.max(most, Math.abs((a[i] >> k & 255) - (b[i] >> k & 255)));
            if (most > 6) differ++;
        }
        return (double) differ / a.length;
    }

    @ParameterizedTest
    @MethodSource("placements")
    void aPlacedItemLooksLikeTheMeshThatIsThere(Affine to) {
        Mesh m = MeshFixtures.posed(MeshFixtures.cube(10), new Random(3), 4);
        // Stretched squares may be cut along the other diagonal, over which unequal colours run otherwise.
        if (to.isRigid()) m = MeshFixtures.telling(m);
        for (DisplayMode mode : DisplayMode.values()) {
            List<Scene.Item> real = List.of(new Scene.Item(new RenderMesh(moved(m, to)), false));
            Scene there = new Scene(real, mode, false, Materials.NONE);
            Scene placed =
                    new Scene(List.of(new Scene.Item(new RenderMesh(m), to, false)), mode, false, Materials.NONE);
            Camera c = Camera.DEFAULT.fit(there.bounds(), W, H);
            assertTrue(share(draw(there, c), draw(placed, c)) < 0.002, mode + " " + to);
        }
    }

    @Test
    void eachIsFoundUnderThePointer() {
        RenderMesh cube = new RenderMesh(MeshFixtures.cube(4));
        List<Scene.Item> items = new ArrayList<>();
        for (int i = 0; i < 5; i++) items.add(new Scene.Item(cube, Affine.shift(new Vec3(10 * i, 0, 0)), false));
        Scene s = new Scene(items, DisplayMode.SHADED, false, Materials.NONE);
        Camera c = Camera.DEFAULT.fit(s.bounds(), W, H);
        PickBuffer pick = new Renderer().render(s, c, W, H, 1, new int[W * H]);
        for (int i = 0; i < 5; i++) {
            Vec3 p = c.project(new Vec3(10 * i + 2, 2, 4), W, H);
            PickBuffer.Hit hit = pick.pick((int) p.x(), (int) p.y());
            assertNotNull(hit);
            assertEquals(i, hit.item());
            assertEquals(4, hit.point().z(), 0.05, "on its top");
        }
    }

    /** A closed body of many faces. */
    private static Mesh ball(int rows, int columns) {
        MeshBuilder b = new MeshBuilder(rows * columns, rows * columns);
        for (int i = 0; i <= rows; i++)
            for (int j = 0; j < columns; j++) {
                double u = Math.PI * (i + 0.001) / (rows + 0.002), v = 2 * Math.PI * j / columns;
                double r = Math.sin(u) * (1 + 0.1 * Math.sin(5 * v));
                b.vertex(10 * r * Math.cos(v), 10 * r * Math.sin(v), 10 * Math.cos(u), 100_000 + columns * i + j);
            }
        int m = b.material("plain");
        for (int i = 0; i < rows; i++)
            for (int j = 0; j < columns; j++) {
                int k = (j + 1) % columns, a = columns * i;
                b.face(a + j, m, a + j, a + columns + j, a + columns + k, a + k);
            }
        return b.build();
    }

    /** Seen from afar a fine mesh is drawn from few triangles, and nobody sees it. */
    @ParameterizedTest
    @EnumSource(DisplayMode.class)
    void coarseFormsLookLikeTheWhole(DisplayMode mode) {
        RenderMesh full = new RenderMesh(ball(150, 200));
        for (int pixels : new int[] {20, 50, 100}) {
            Scene s = new Scene(List.of(new Scene.Item(full, false)), mode, true, Materials.NONE);
            Camera near = Camera.DEFAULT.fit(s.bounds(), W, H);
            Camera c = near.zoom(H / (double) pixels, W / 2.0, H / 2.0, W, H);
            RenderMesh coarse = full.fineEnough(1 / c.scale(H));
            assertTrue(coarse.triangleCount() < 0.7 * full.triangleCount() || pixels == 100);
            // What is picked is always drawn whole, so this is the picture without coarse forms.
            Scene.Picked whole = new Scene.Picked(0, Selection.none(ElementKind.FACE));
            // While it is new it is drawn whole; only what stays in the picture gets coarse forms.
            for (int i = 0; i < 3; i++) draw(s, c);
            int[] a = draw(s, c), b = draw(new Scene(s.items(), mode, true, whole, Materials.NONE), c);
            assertTrue(share(a, b) < 0.01, mode + " at " + pixels + ": " + share(a, b));
        }
    }

    /** From wherever one looks the outline comes back to where it began: hardly any vertex has an odd number of its lines. */
    @Test
    void outlinesOfCoarseFormsHaveNoGaps() {
        RenderMesh coarse = new RenderMesh(ball(150, 200)).fineEnough(0.5);
        Random random = new Random(8);
        int ends = 0, all = 0;
        for (int i = 0; i < 20; i++) {
            Vec3 d = new Vec3(random.nextGaussian(), random.nextGaussian(), random.nextGaussian());
            Map<Integer, Integer> lines = new HashMap<>();
            for (int e = 0; e < coarse.edgeKind.length; e++) {
                if (isFront(coarse.edgeNormals[2 * e], d) == isFront(coarse.edgeNormals[2 * e + 1], d)) continue;
                lines.merge(coarse.edges[2 * e], 1, Integer::sum);
                lines.merge(coarse.edges[2 * e + 1], 1, Integer::sum);
            }
            all += lines.size();
            for (int n : lines.values()) ends += n % 2;
        }
        assertTrue(all > 1000 && ends < 0.02 * all, ends + " ends among " + all);
    }

    private static boolean isFront(int normal, Vec3 d) {
        return PackedNormal.x(normal) * d.x() + PackedNormal.y(normal) * d.y() + PackedNormal.z(normal) * d.z() > 0;
    }

    @Test
    void whatIsNearOrSmallIsDrawnWhole() {
        RenderMesh full = new RenderMesh(ball(150, 200)), few = new RenderMesh(MeshFixtures.cube(3));
        assertSame(full, full.fineEnough(1e-4));
        assertSame(full, full.fineEnough(0));
        assertSame(few, few.fineEnough(1));
        assertSame(full.fineEnough(0.5), full.fineEnough(0.45), "kept");
        RenderMesh coarse = full.fineEnough(0.5);
        float far = 0;
        for (int t = 0; t < coarse.triangleCount(); t++)
            for (int k = 0; k < 3; k++) {
                Vec3 was = full.mesh().point(full.mesh().corners()[coarse.corners[3 * t + k]]);
                int v = 3 * coarse.triangles[3 * t + k];
                Vec3 is = new Vec3(coarse.xyz[v], coarse.xyz[v + 1], coarse.xyz[v + 2]).plus(coarse.origin);
                far = Math.max(far, (float) was.minus(is).length());
            }
        assertTrue(far > 0 && far <= 0.5 * Math.sqrt(3), "no vertex moves farther than a cell reaches: " + far);
    }
}
