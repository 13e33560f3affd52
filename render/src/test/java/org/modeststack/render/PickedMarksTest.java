package org.modeststack.render;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;

/** What is picked shows, where it should and nowhere else. */
class PickedMarksTest {
    private static final int W = 200;
    private static final int H = 150;
    private final Mesh cube = MeshFixtures.cube(10);
    private final Camera camera = Camera.DEFAULT.from(30, 30).fit(cube.bounds(), W, H);

    private int[] draw(DisplayMode mode, Selection s) {
        return draw(mode, s, null);
    }

    private int[] draw(DisplayMode mode, Selection s, Tag weights) {
        Scene scene = new Scene(
                List.of(new Scene.Item(new RenderMesh(cube), false)),
                mode,
                false,
                s == null ? null : new Scene.Picked(0, s, weights),
                Materials.NONE);
        int[] out = new int[W * H];
        new Renderer().render(scene, camera, W, H, 1, out);
        return out;
    }

    private int faceTowards(double x, double y, double z) {
        for (int f = 0; f < 6; f++) {
            Vec3 n = FaceFrames.of(cube).normal(f);
            if (n.minus(new Vec3(x, y, z)).length() < 1e-9) return f;
        }
        throw new AssertionError();
    }

    private int at(Vec3 p) {
        Vec3 s = camera.project(p, W, H);
        return W * (int) s.y() + (int) s.x();
    }

    private static int violet(int color) {
        return (color & 255) - (color >> 8 & 255);
    }

    /** The weight of a tag shows: the same element is drawn the more strongly the more it weighs. */
    @ParameterizedTest
    @EnumSource(ElementKind.class)
    void weightsShow(ElementKind kind) {
        int element = switch (kind) {
            case FACE -> faceTowards(0, 0, 1);
            case EDGE -> cube.adjacency().edgeBetween(corner(0, 0, 10), corner(10, 0, 10), cube);
            case VERTEX -> corner(10, 0, 10);
        };
        Vec3 place = kind == ElementKind.FACE ? new Vec3(5, 5, 10) : new Vec3(kind == ElementKind.EDGE ? 5 : 10, 0, 10);
        Selection s = Selection.of(kind, element);
        int before = violet(draw(DisplayMode.SHADED, null)[at(place)]);
        for (double w : new double[] {0.1, 0.5, 1}) {
            long name = Selection.tagged(cube, kind, element);
            Tag t = new Tag(kind, new long[] {name}, new double[] {w});
            assertEquals(s, Selection.of(cube, t));
            int now = violet(draw(DisplayMode.SHADED, s, t)[at(place)]);
            assertTrue(now > before + 3, kind + " " + w + ": " + before + " " + now);
            before = now;
        }
        assertArrayEquals(
                draw(DisplayMode.SHADED, s),
                draw(
                        DisplayMode.SHADED,
                        s,
                        new Tag(kind, new long[] {Selection.tagged(cube, kind, element)}, new double[] {1})),
                "a weight of 1 is what is picked");
    }

    private int corner(double x, double y, double z) {
        for (int v = 0; v < 8; v++) if (cube.point(v).minus(new Vec3(x, y, z)).length() < 1e-9) return v;
        throw new AssertionError();
    }

    @ParameterizedTest
    @EnumSource(DisplayMode.class)
    void aPickedFaceIsTintedAndItsNeighbourIsNot(DisplayMode mode) {
        int[] plain = draw(mode, null);
        int[] marked = draw(mode, Selection.of(ElementKind.FACE, faceTowards(0, 0, 1)));
        int top = at(new Vec3(5, 5, 10)), front = at(new Vec3(5, 0, 5));
        assertTrue(violet(marked[top]) > violet(plain[top]) + 25, "tinted");
        assertEquals(plain[front], marked[front]);
    }

    @ParameterizedTest
    @EnumSource(DisplayMode.class)
    void whatIsBehindShowsOnlyWhereOneSeesThrough(DisplayMode mode) {
        Selection back = Selection.of(ElementKind.FACE, faceTowards(0, 0, -1));
        int[] plain = draw(mode, null), marked = draw(mode, back);
        if (mode == DisplayMode.SEE_THROUGH) {
            int low = at(new Vec3(5, 5, 0));
            assertTrue(violet(marked[low]) > violet(plain[low]) + 5);
        } else {
            int changed = 0;
            for (int i = 0; i < plain.length; i++) if (plain[i] != marked[i]) changed++;
            // Of a hidden face only its outline along edges that show remains.
            assertTrue(changed < 700, changed + " pixels");
            int middle = at(new Vec3(5, 0, 5));
            assertEquals(plain[middle], marked[middle]);
        }
    }

    @ParameterizedTest
    @EnumSource(DisplayMode.class)
    void edgesAreBoldAndVerticesAreDots(DisplayMode mode) {
        int[] plain = draw(mode, null);
        int e = cube.adjacency().edgeBetween(vertexAt(0, 0, 10), vertexAt(10, 0, 10), cube);
        int[] edge = draw(mode, Selection.of(ElementKind.EDGE, e));
        int on = at(new Vec3(5, 0, 10));
        assertTrue(violet(edge[on]) > violet(plain[on]) + 40);
        int[] dot = draw(mode, Selection.of(ElementKind.VERTEX, vertexAt(10, 0, 10)));
        int corner = at(new Vec3(10, 0, 10));
        assertTrue(violet(dot[corner]) > 40);
        assertTrue(violet(dot[corner + 2]) > 40, "wider than a pixel");
        int hidden = vertexAt(0, 10, 0);
        int[] behind = draw(mode, Selection.of(ElementKind.VERTEX, hidden));
        int there = at(new Vec3(0, 10, 0));
        assertEquals(mode == DisplayMode.SEE_THROUGH, violet(behind[there]) > violet(plain[there]) + 10);
    }

    private int vertexAt(double x, double y, double z) {
        for (int v = 0; v < 8; v++) if (cube.point(v).minus(new Vec3(x, y, z)).length() < 1e-9) return v;
        throw new AssertionError();
    }

    @Test
    void nothingPickedDrawsNothing() {
        assertArrayEquals(
                draw(DisplayMode.SHADED_EDGES, null), draw(DisplayMode.SHADED_EDGES, Selection.none(ElementKind.EDGE)));
    }
}
