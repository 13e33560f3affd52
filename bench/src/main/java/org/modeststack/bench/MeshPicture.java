package org.modeststack.bench;

import java.awt.image.BufferedImage;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Selection;
import org.modeststack.render.Camera;
import org.modeststack.render.DisplayMode;
import org.modeststack.render.RenderMesh;
import org.modeststack.render.Renderer;
import org.modeststack.render.Scene;

/** Draws one mesh by itself. */
public final class MeshPicture {
    private MeshPicture() {}

    /**
     * @param marked elements that are drawn as picked
     * @param size of the square picture, pixels
     */
    public static BufferedImage of(Mesh m, @Nullable Selection marked, Camera camera, int size, DisplayMode mode) {
        List<Scene.Item> items = List.of(new Scene.Item(new RenderMesh(m), false));
        Scene scene = marked == null
                ? new Scene(items, mode, false, Materials.NONE)
                : new Scene(items, mode, false, new Scene.Picked(0, marked), Materials.NONE);
        int[] pixels = new int[size * size];
        Renderer renderer = new Renderer();
        renderer.recycle(renderer.render(scene, camera, size, size, 1, pixels));
        BufferedImage out = new BufferedImage(size, size, BufferedImage.TYPE_INT_RGB);
        out.setRGB(0, 0, size, size, pixels, 0, size);
        return out;
    }
}
