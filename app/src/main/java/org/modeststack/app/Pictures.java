package org.modeststack.app;

import java.util.ArrayDeque;
import java.util.Collections;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.WeakHashMap;
import javafx.application.Platform;
import javafx.scene.image.Image;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import org.modeststack.mesh.Mesh;
import org.modeststack.render.Camera;
import org.modeststack.render.DisplayMode;
import org.modeststack.render.RenderMesh;
import org.modeststack.render.Renderer;
import org.modeststack.render.Scene;

/** Small pictures of meshes, drawn one by one in the background and kept as long as the mesh is. */
final class Pictures {
    static final int WIDTH = 58;
    static final int HEIGHT = 44;
    /** Drawn larger than shown, so that they stay clear on fine screens. */
    private static final int SCALE = 2;

    private final Map<Mesh, Image> done = Collections.synchronizedMap(new WeakHashMap<>());
    private final Deque<Mesh> wanted = new ArrayDeque<>();
    private final Runnable whenDrawn;
    private boolean working;

    /** @param whenDrawn is told on the interface thread when there are new pictures */
    Pictures(Runnable whenDrawn) {
        this.whenDrawn = whenDrawn;
        Thread.ofPlatform()
                .name("pictures")
                .daemon()
                .priority(Thread.MIN_PRIORITY)
                .start(this::run);
    }

    /** The picture of a mesh, or null where it has still to be drawn. */
    Image of(Mesh mesh) {
        if (mesh == null || mesh.isEmpty()) return null;
        Image known = done.get(mesh);
        if (known == null) {
            synchronized (wanted) {
                if (!wanted.contains(mesh)) wanted.addLast(mesh);
                // Pictures of values a drag has left behind are not worth drawing.
                while (wanted.size() > 64) wanted.removeFirst();
                wanted.notifyAll();
            }
        }
        return known;
    }

    boolean isBusy() {
        synchronized (wanted) {
            return working || !wanted.isEmpty();
        }
    }

    private void run() {
        Renderer renderer = new Renderer();
        while (true) {
            Mesh mesh;
            synchronized (wanted) {
                working = false;
                while (wanted.isEmpty()) {
                    try {
                        wanted.wait();
                    } catch (InterruptedException e) {
                        return;
                    }
                }
                mesh = wanted.removeLast();
                working = true;
            }
            done.put(mesh, draw(renderer, mesh));
            Platform.runLater(whenDrawn);
        }
    }

    private static Image draw(Renderer renderer, Mesh mesh) {
        int w = WIDTH * SCALE, h = HEIGHT * SCALE;
        Scene scene = new Scene(List.of(new Scene.Item(new RenderMesh(mesh), false)), DisplayMode.SHADED_EDGES, false);
        int[] pixels = new int[w * h];
        renderer.render(scene, Camera.DEFAULT.fit(mesh.bounds(), w, h), w, h, 2, pixels);
        WritableImage image = new WritableImage(w, h);
        image.getPixelWriter().setPixels(0, 0, w, h, PixelFormat.getIntArgbInstance(), pixels, 0, w);
        return image;
    }
}
