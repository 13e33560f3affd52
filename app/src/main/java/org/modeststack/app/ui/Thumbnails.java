package org.modeststack.app.ui;

import java.util.concurrent.CountDownLatch;
import javafx.scene.image.Image;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import org.modeststack.app.state.PerGeometry;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.render.Camera;
import org.modeststack.render.DisplayMode;
import org.modeststack.render.Palette;
import org.modeststack.render.Renderer;
import org.modeststack.render.Scene;

/** Small pictures of meshes, for the steps and the bodies. */
public final class Thumbnails {
    public static final int WIDTH = 58;
    public static final int HEIGHT = 44;
    /** Drawn larger than shown, so that they stay clear on fine screens. */
    private static final int SCALE = 2;

    private final Renderer renderer = new Renderer();
    private final PerGeometry<Image> images;
    private volatile Materials materials = Materials.NONE;
    private volatile Palette palette = Palette.LIGHT;

    /**
     * @param whenDrawn is told on the interface thread when there are new pictures
     * @param begin none is drawn before this opens
     */
    public Thumbnails(Runnable whenDrawn, CountDownLatch begin) {
        images = new PerGeometry<>("pictures", this::draw, whenDrawn, begin);
    }

    /** The picture of a result, or null where there is none or it has still to be drawn. */
    public Image of(Geometry geometry) {
        return geometry == null || geometry.isEmpty() ? null : images.of(geometry);
    }

    /** Draws all anew, where materials look different from now on. */
    public void setMaterials(Materials now) {
        if (now.equals(materials)) return;
        materials = now;
        images.forget();
    }

    /** Draws all anew in other colours. */
    public void setPalette(Palette now) {
        if (now.equals(palette)) return;
        palette = now;
        images.forget();
    }

    public void close() {
        images.close();
    }

    public boolean isBusy() {
        return images.isBusy();
    }

    private Image draw(Geometry geometry) {
        int w = WIDTH * SCALE, h = HEIGHT * SCALE;
        Scene scene =
                new Scene(Scene.Item.of(geometry, false), DisplayMode.SHADED_EDGES, false, null, materials, palette);
        int[] pixels = new int[w * h];
        renderer.render(scene, Camera.DEFAULT.fit(geometry.bounds(), w, h), w, h, 2, pixels);
        WritableImage image = new WritableImage(w, h);
        image.getPixelWriter().setPixels(0, 0, w, h, PixelFormat.getIntArgbInstance(), pixels, 0, w);
        return image;
    }
}
