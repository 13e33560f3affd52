package org.modeststack.render;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.work.Work;

class RendererTest {
    private static final int W = 200;
    private static final int H = 150;
    private static final Materials RED = Materials.of(List.of(new Material("red", 0xC03020)));

    private static Scene scene(DisplayMode mode, Mesh... meshes) {
        return new Scene(
                Arrays.stream(meshes)
                        .map(m -> new Scene.Item(new RenderMesh(m), false))
                        .toList(),
                mode,
                false,
                RED);
    }

    private static int[] draw(Renderer r, Scene s, Camera c) {
        int[] out = new int[W * H];
        r.render(s, c, W, H, 1, out);
        return out;
    }

    private static PickBuffer shown(Scene s, Camera c) {
        return new Renderer().render(s, c, W, H, 1, new int[W * H]);
    }

    private static Camera front(Bounds b, boolean perspective) {
        return Camera.DEFAULT.from(0, 0).withPerspective(perspective).fit(b, W, H);
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void theNearerBodyHidesTheFartherAndIsPicked(boolean perspective) {
        Mesh near = MeshFixtures.box(0, 0, 0, 10, 1, 10), far = MeshFixtures.box(-5, 20, -5, 15, 21, 15);
        Scene s = scene(DisplayMode.SHADED, far, near);
        Camera c = front(s.bounds(), perspective);
        PickBuffer r = shown(s, c);
        Vec3 at = c.project(new Vec3(5, 0, 5), W, H);
        PickBuffer.Hit hit = r.pick((int) at.x(), (int) at.y());
        assertEquals(1, hit.item());
        assertEquals(2, hit.face(), "the face at the front");
        assertEquals(0, hit.point().y(), 1e-2);
        assertEquals(5, hit.point().x(), 0.3);
        Vec3 corner = c.project(new Vec3(-4, 20, 14), W, H);
        assertEquals(0, r.pick((int) corner.x(), (int) corner.y()).item());
        assertNull(r.pick(1, 1));
        assertNull(r.pick(-1, 5));
    }

    @Test
    void oneFaceOfAFlatMaterialHasOneColour() {
        Mesh m = MeshFixtures.cube(10).withMaterial("red");
        Scene s = scene(DisplayMode.SHADED, m);
        Camera c = front(s.bounds(), false);
        int[] out = draw(new Renderer(), s, c);
        int a = out[H / 2 * W + W / 2], b = out[(H / 2 - 20) * W + W / 2 + 20];
        assertEquals(a, b);
        assertTrue((a >> 16 & 255) > 2 * (a & 255), "red stays red");
    }

    private static int[] drawn(Material material, DisplayMode mode, Mesh... meshes) {
        Scene s = scene(mode, meshes);
        s = new Scene(s.items(), mode, false, Materials.of(List.of(material)));
        return draw(new Renderer(), s, front(s.bounds(), false));
    }

    private static int middle(int[] picture) {
        return picture[H / 2 * W + W / 2] >> 8 & 255;
    }

    /** What is behind shows through in its share; see-through or not makes no difference where there is nothing. */
    @Test
    void aTransparentFaceLetsThroughItsShare() {
        Mesh pane = MeshFixtures.box(0, 0, 0, 10, 1, 10).withMaterial("glass");
        Mesh wall = MeshFixtures.box(-5, 5, -5, 15, 6, 15).withMaterial("plain");
        int middle = H / 2 * W + W / 2;
        int[] shares = new int[5];
        for (int i = 0; i < 5; i++)
            shares[i] =
                    drawn(new Material("glass", 0, 1, 0, i / 4.0), DisplayMode.SHADED, wall, pane)[middle] >> 8 & 255;
        int behind = drawn(new Material("glass", 0), DisplayMode.SHADED, wall)[middle] >> 8 & 255;
        assertTrue(shares[0] < 20, "black and not to be seen through");
        assertEquals(behind, shares[4], 1, "not to be seen at all");
        for (int i = 1; i < 4; i++) assertEquals(shares[0] + (behind - shares[0]) * i / 4.0, shares[i], 3);
    }

    /** The nearest face is the one that is pointed at, also where it is seen through. */
    @Test
    void transparentFacesArePicked() {
        Mesh pane = MeshFixtures.box(0, 0, 0, 10, 1, 10).withMaterial("glass");
        Mesh wall = MeshFixtures.box(-5, 5, -5, 15, 6, 15);
        Scene s = scene(DisplayMode.SHADED_EDGES, wall, pane);
        s = new Scene(s.items(), s.mode(), false, Materials.of(List.of(new Material("glass", 0x88AACC, 0.1, 0, 0.75))));
        Camera c = front(s.bounds(), false);
        PickBuffer r = shown(s, c);
        assertEquals(1, r.pick(W / 2, H / 2).item());
        Vec3 beside = c.project(new Vec3(-3, 5, -3), W, H);
        assertEquals(0, r.pick((int) beside.x(), (int) beside.y()).item());
    }

    /** A square that mirrors the lamp into the eye: its normal lies between them. */
    private static Mesh mirroring() {
        Vec3 back = new Vec3(0, -1, 0), lamp = new Vec3(-0.55, -0.65, 0.72).unit();
        Vec3 normal = lamp.plus(back).unit(),
                u = normal.cross(new Vec3(1, 0, 0)).unit(),
                v = normal.cross(u);
        double[] xyz = new double[12];
        int[][] signs = {{-1, -1}, {1, -1}, {1, 1}, {-1, 1}};
        for (int i = 0; i < 4; i++) {
            Vec3 p = u.times(signs[i][0]).plus(v.times(signs[i][1]));
            xyz[3 * i] = p.x();
            xyz[3 * i + 1] = p.y();
            xyz[3 * i + 2] = p.z();
        }
        return MeshFixtures.faces(xyz, new int[][] {{0, 1, 2, 3}}).withMaterial("x");
    }

    /** A highlight makes a face brighter, the smoother the brighter; matt is what it always was. */
    @Test
    void smoothMaterialsHaveAHighlight() {
        Mesh face = mirroring();
        int matt = middle(drawn(new Material("x", 0x404040), DisplayMode.SHADED, face));
        int silk = middle(drawn(new Material("x", 0x404040, 0.5, 0, 0), DisplayMode.SHADED, face));
        int gloss = middle(drawn(new Material("x", 0x404040, 0.2, 0, 0), DisplayMode.SHADED, face));
        assertTrue(matt < silk && silk < gloss, matt + " " + silk + " " + gloss);
        int[] gold = drawn(new Material("x", 0xC02000, 0.2, 1, 0), DisplayMode.SHADED, face);
        int gilt = gold[H / 2 * W + W / 2];
        assertTrue((gilt >> 16 & 255) > 4 * (gilt & 255), "the highlight of a metal has its own colour");
    }

    @ParameterizedTest
    @EnumSource(DisplayMode.class)
    void theSameSceneGivesTheSamePixels(DisplayMode mode) {
        Scene s = scene(mode, MeshFixtures.cube(10), MeshFixtures.sheet(7));
        Camera c = Camera.DEFAULT.fit(s.bounds(), W, H);
        Renderer used = new Renderer();
        draw(used, scene(DisplayMode.SHADED, MeshFixtures.tetrahedron()), c);
        assertArrayEquals(draw(new Renderer(), s, c), draw(used, s, c));
    }

    /** A picture that is stopped, early or late, leaves nothing behind in the next. */
    @Test
    void aStoppedPictureDoesNoHarm() {
        Scene s = scene(DisplayMode.SHADED_EDGES, MeshFixtures.cube(10), MeshFixtures.sheet(40));
        Camera c = Camera.DEFAULT.fit(s.bounds(), W, H);
        int[] whole = draw(new Renderer(), s, c);
        Renderer renderer = new Renderer();
        for (int after : new int[] {0, 1, 3, 5, 8}) {
            AtomicInteger left = new AtomicInteger(after);
            assertThrows(
                    CancellationException.class,
                    () -> Work.stoppable(
                            () -> left.getAndDecrement() <= 0,
                            () -> renderer.render(s, c, 4 * W, 4 * H, 1, new int[16 * W * H])));
            assertArrayEquals(whole, draw(renderer, s, c), "stopped after " + after);
        }
    }

    @Test
    void edgesAreInkAndHiddenOnesAreNot() {
        Scene plain = scene(DisplayMode.SHADED, MeshFixtures.cube(10));
        Scene edges = scene(DisplayMode.SHADED_EDGES, MeshFixtures.cube(10));
        Camera c = Camera.DEFAULT.fit(plain.bounds(), W, H);
        int[] a = draw(new Renderer(), plain, c), b = draw(new Renderer(), edges, c);
        Vec3 shown = c.project(new Vec3(10, 0, 5), W, H), hidden = c.project(new Vec3(0, 10, 2), W, H);
        int at = W * (int) shown.y() + (int) shown.x();
        assertTrue((b[at] >> 8 & 255) < (a[at] >> 8 & 255) - 20, "a shown edge is dark");
        int behind = W * (int) hidden.y() + (int) hidden.x();
        assertEquals(a[behind], b[behind], "a hidden edge leaves no ink");
    }

    /** Several hundred small bodies, some empty, are drawn as if they were one, and each is found under the pointer. */
    @ParameterizedTest
    @EnumSource(DisplayMode.class)
    void manyBodiesAreDrawnAsOne(DisplayMode mode) {
        List<Mesh> boxes = new ArrayList<>();
        MeshBuilder all = new MeshBuilder(0, 0);
        for (int i = 0; i < 300; i++) {
            Mesh box = MeshFixtures.moved(MeshFixtures.cube(4), 10 * (i % 20), 10 * (i / 20), 0);
            boxes.add(box);
            boxes.add(Mesh.EMPTY);
            all.append(box, key -> key + 1);
        }
        Scene many = scene(mode, boxes.toArray(Mesh[]::new)), one = scene(mode, all.build());
        Camera c = Camera.DEFAULT.fit(one.bounds(), W, H);
        int[] together = draw(new Renderer(), one, c), apart = draw(new Renderer(), many, c);
        int other = 0;
        for (int i = 0; i < together.length; i++)
            for (int shift : new int[] {0, 8, 16})
                if (Math.abs((together[i] >> shift & 255) - (apart[i] >> shift & 255)) > 6) other++;
        // Places are kept relative to each body's own middle, which rounds otherwise.
        assertTrue(other <= together.length / 500, other + " values of pixels differ");
        PickBuffer picture = shown(many, c), whole = shown(one, c);
        int found = 0, missed = 0;
        for (int y = 0; y < H; y += 3) {
            for (int x = 0; x < W; x += 3) {
                PickBuffer.Hit hit = picture.pick(x, y), expected = whole.pick(x, y);
                if (hit == null || expected == null) continue;
                if (expected.face() == 6 * (hit.item() / 2) + hit.face()) found++;
                else missed++;
            }
        }
        assertTrue(found > 200 && missed <= found / 100, found + " found, " + missed + " missed");
    }

    @Test
    void ghostsAreLookedThroughAndNotPicked() {
        Mesh solid = MeshFixtures.box(0, 5, 0, 10, 6, 10), tool = MeshFixtures.box(3, 0, 3, 7, 1, 7);
        Scene without = scene(DisplayMode.SHADED, solid);
        Scene with = new Scene(
                List.of(new Scene.Item(new RenderMesh(solid), false), new Scene.Item(new RenderMesh(tool), true)),
                DisplayMode.SHADED,
                false,
                Materials.NONE);
        Camera c = front(solid.bounds(), false);
        int[] a = draw(new Renderer(), without, c), b = draw(new Renderer(), with, c);
        assertNotEquals(a[H / 2 * W + W / 2], b[H / 2 * W + W / 2]);
        assertEquals(0, shown(with, c).pick(W / 2, H / 2).item());
    }

    /** A cage is found where it is and in the place of what is made from it, also where that is in front; other solids stay. */
    @Test
    void aCageIsFoundInThePlaceOfItsSolid() {
        Mesh cage = MeshFixtures.box(0, 0, 0, 10, 10, 10), smooth = MeshFixtures.box(3, -2, 3, 7, 8, 7);
        Mesh before = MeshFixtures.box(4, -9, 4, 6, -8, 6);
        Scene.Item drawn = new Scene.Item(new RenderMesh(cage), Affine.IDENTITY, Scene.Item.Look.CAGE);
        Scene.Item solid = new Scene.Item(new RenderMesh(smooth), false);
        Camera c = front(cage.bounds(), false);
        Scene two = new Scene(List.of(drawn, solid), DisplayMode.SHADED_EDGES, false, Materials.NONE);
        PickBuffer found = shown(two, c);
        assertEquals(0, found.pick(W / 2, H / 2).item(), "where its solid is in front");
        int x = W / 2;
        while (shown(scene(DisplayMode.SHADED, smooth), c).pick(x, H / 2) != null) x++;
        assertEquals(0, found.pick(x + 2, H / 2).item(), "where its solid is not");
        Scene.Item other = new Scene.Item(new RenderMesh(before), false);
        Scene three = new Scene(List.of(drawn, solid, other), DisplayMode.SHADED_EDGES, false, Materials.NONE);
        assertEquals(2, shown(three, c).pick(W / 2, H / 2).item(), "behind another body");
        int[] with = draw(new Renderer(), two, c),
                without = draw(new Renderer(), scene(DisplayMode.SHADED_EDGES, smooth), c);
        int changed = 0;
        for (int i = 0; i < with.length; i++) if (with[i] != without[i]) changed++;
        assertTrue(changed > 100, "its edges are drawn: " + changed);
    }

    /** What is under the pointer is asked while the next picture, of something else, is drawn. */
    @Test
    void aPictureKeepsWhatItShowsWhileOthersAreDrawn() {
        Mesh box = MeshFixtures.box(0, 0, 0, 10, 10, 10);
        Scene full = scene(DisplayMode.SHADED, box), empty = scene(DisplayMode.SHADED);
        Camera c = front(box.bounds(), true);
        Renderer r = new Renderer();
        int[] out = new int[W * H];
        PickBuffer first = r.render(full, c, W, H, 1, out);
        PickBuffer second = r.render(empty, c, W, H, 1, out);
        assertEquals(0, first.pick(W / 2, H / 2).item());
        assertNull(second.pick(W / 2, H / 2));
        // A buffer that is given back serves another picture, which is the same as with a new one.
        r.recycle(first);
        int[] again = new int[W * H];
        assertEquals(0, r.render(full, c, W, H, 1, again).pick(W / 2, H / 2).item());
        assertArrayEquals(draw(new Renderer(), full, c), again);
    }

    @Test
    void aBodyAroundTheEyeIsCutAtTheNearPlane() {
        Scene s = scene(
                DisplayMode.SHADED_EDGES,
                MeshFixtures.box(-50, -50, -50, 50, 50, 50),
                MeshFixtures.moved(MeshFixtures.sheet(40), -20, -20, 0));
        PickBuffer r = shown(s, new Camera(new Vec3(0, 0, 5), 30, 20, 10, true));
        assertTrue(r.pick(W / 2, H - 2) != null, "the sheet below the eye shows");
    }

    @Test
    void anEmptySceneIsPaper() {
        int[] out = draw(new Renderer(), scene(DisplayMode.SHADED_EDGES), Camera.DEFAULT);
        // Paper that darkens evenly from the top to the bottom, and nothing on it.
        assertEquals(0xFFEFEBE2, out[0]);
        int lowest = out[(H - 1) * W];
        for (int shift : new int[] {0, 8, 16})
            assertEquals(0xFFDBD7CE >> shift & 255, lowest >> shift & 255, 1.0, "the last row");
        for (int y = 0; y < H; y++) {
            for (int x = 1; x < W; x++) assertEquals(out[y * W], out[y * W + x], x + ", " + y);
            if (y > 0) assertTrue((out[y * W] & 255) <= (out[(y - 1) * W] & 255), "row " + y);
        }
    }

    @Test
    void zoomKeepsThePointUnderThePointer() {
        Camera c = new Camera(new Vec3(1, 2, 3), 40, 25, 100, false);
        Vec3 p = new Vec3(4, 5, 6), before = c.project(p, W, H);
        Vec3 after = c.zoom(0.5, before.x(), before.y(), W, H).project(p, W, H);
        assertEquals(before.x(), after.x(), 1e-9);
        assertEquals(before.y(), after.y(), 1e-9);
        Vec3 panned = c.pan(10, -4, H).project(p, W, H);
        assertEquals(before.x() + 10, panned.x(), 1e-9);
        assertEquals(before.y() - 4, panned.y(), 1e-9);
    }

    @Test
    void fittingBringsEverythingIn() {
        Bounds b = new Bounds(-3, 10, 2, 50, 11, 90);
        for (int yaw = 0; yaw < 360; yaw += 30) {
            for (boolean perspective : new boolean[] {true, false}) {
                Camera c = new Camera(Vec3.ZERO, yaw, 30, 1, perspective).fit(b, W, H);
                for (int i = 0; i < 8; i++) {
                    Vec3 p = new Vec3(
                            (i & 1) == 0 ? b.minX() : b.maxX(),
                            (i & 2) == 0 ? b.minY() : b.maxY(),
                            (i & 4) == 0 ? b.minZ() : b.maxZ());
                    Vec3 s = c.project(p, W, H);
                    assertTrue(s.x() >= 0 && s.x() <= W && s.y() >= 0 && s.y() <= H, s.toString());
                }
            }
        }
    }
}
