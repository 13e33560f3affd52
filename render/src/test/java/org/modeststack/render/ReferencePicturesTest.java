package org.modeststack.render;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.measure.Normals;

/**
 * Small pictures kept as text, drawn by this program and judged by eye: {@code #} is what is dark (ink, or a face in
 * shadow), a letter the face that shows there (left l, right r, front f, back b, top t, underside u), a dot paper. A
 * picture turned over, a face at a wrong place or a line that should be hidden is seen by whoever reads them.
 */
class ReferencePicturesTest {
    private static final int W = 64;
    private static final int H = 40;

    /** A body without any symmetry: a long box with a small one on it, at its front left. */
    private static Mesh body() {
        MeshBuilder b = new MeshBuilder(0, 0);
        b.append(MeshFixtures.box(0, 0, 0, 40, 20, 10), key -> key);
        b.append(MeshFixtures.box(2, 2, 10, 12, 10, 20), key -> key + 1000);
        return b.build();
    }

    /** What shows at each pixel. */
    private static String picture(Camera camera, DisplayMode mode) {
        Mesh m = body();
        Scene scene = new Scene(List.of(new Scene.Item(new RenderMesh(m), false)), mode, false, Materials.NONE);
        int[] out = new int[W * H];
        PickBuffer picks = new Renderer().render(scene, camera.fit(m.bounds(), W, H), W, H, 1, out);
        StringBuilder s = new StringBuilder();
        for (int y = 0; y < H; y++) {
            StringBuilder row = new StringBuilder();
            for (int x = 0; x < W; x++) {
                int rgb = out[y * W + x];
                int light = (rgb >> 16 & 255) + (rgb >> 8 & 255) + (rgb & 255);
                PickBuffer.Hit hit = picks.pick(x, y);
                if (light < 330) row.append('#');
                else row.append(hit == null ? '.' : letter(m, hit.face()));
            }
            s.append(row).append('\n');
        }
        return s.toString();
    }

    /** By the way the face looks. */
    private static char letter(Mesh m, int face) {
        double[] n = Normals.ofFaces(m);
        for (int axis = 0; axis < 3; axis++) {
            double way = n[3 * face + axis];
            if (Math.abs(way) > 0.5) return "lfurbt".charAt(way < 0 ? axis : axis + 3);
        }
        throw new AssertionError();
    }

    @ParameterizedTest
    @EnumSource(DisplayMode.class)
    void eachMode(DisplayMode mode) throws IOException {
        assertKept(mode.word(), picture(Camera.DEFAULT, mode));
    }

    static List<String> views() {
        return List.of("front", "back", "left", "right", "top", "below", "turned");
    }

    @ParameterizedTest
    @MethodSource("views")
    void eachView(String view) throws IOException {
        Camera c = Camera.DEFAULT.withPerspective(false);
        Camera from = switch (view) {
            case "front" -> c.from(0, 0);
            case "back" -> c.from(180, 0);
            case "left" -> c.from(-90, 0);
            case "right" -> c.from(90, 0);
            case "top" -> c.from(0, 90);
            case "below" -> c.from(0, -90);
            default -> Camera.DEFAULT.orbit(-60, -50);
        };
        assertKept("view-" + view, picture(from, DisplayMode.SHADED));
    }

    /** With {@code -Dmodest.write=true} the pictures are written anew; look at each of them before keeping it. */
    private static void assertKept(String name, String picture) throws IOException {
        Path file = Path.of("src", "test", "resources", "org", "modeststack", "render", "pictures", name + ".txt");
        if (Boolean.getBoolean("modest.write")) Files.writeString(file, picture);
        assertEquals(Files.readString(file).replace("\r\n", "\n"), picture, name);
    }
}
