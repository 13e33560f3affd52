package org.modeststack.app.view.picture;

import java.util.List;
import java.util.Objects;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.select.Selection;
import org.modeststack.render.Camera;
import org.modeststack.render.DisplayMode;
import org.modeststack.render.Palette;
import org.modeststack.render.Scene;

/**
 * A picture that is wanted.
 *
 * @param picked what is shown as picked, or null
 * @param materials how the materials of the bodies look
 * @param palette all other colours
 * @param samples 1, or 2 for four samples a pixel
 */
public record PictureRequest(
        List<ShownBody> bodies,
        Picked picked,
        Materials materials,
        Palette palette,
        DisplayMode mode,
        Camera camera,
        int width,
        int height,
        int samples) {
    /**
     * One body in it; meshes are told apart by identity, which is quick.
     *
     * @param mesh its faces, or null where it is drawn part by part
     * @param parts its parts, or null where it is drawn as one mesh
     * @param look how it is drawn
     * @param smooth whether it is drawn as if it were smoothed, its edges over that
     */
    public record ShownBody(String body, Mesh mesh, Geometry parts, Scene.Item.Look look, boolean smooth) {
        /** Up to so many faces are drawn as one mesh, which then is there anyway. */
        private static final int FEW_FACES = 20_000;

        /** Copies that share a mesh are drawn part by part, unless they are few. */
        public static ShownBody of(String body, Geometry g, Scene.Item.Look look, boolean smooth) {
            // Never made here: this is asked on the interface thread.
            Mesh known = g.known();
            boolean whole = known != null && (g.parts().size() == 1 || g.faceCount() <= FEW_FACES);
            return new ShownBody(body, whole ? known : null, whole ? null : g, look, smooth);
        }
    }

    /**
     * What is picked on one of the bodies.
     *
     * @param weights how strongly each element is shown, or null where all are alike
     */
    public record Picked(int item, Selection selection, Tag weights) {}

    PictureRequest withSamples(int n) {
        return new PictureRequest(bodies, picked, materials, palette, mode, camera, width, height, n);
    }

    /** Whether a picture of this would look the same. */
    public boolean looksLike(PictureRequest o) {
        return o != null
                && mode == o.mode
                && width == o.width
                && height == o.height
                && camera.equals(o.camera)
                && bodies.equals(o.bodies)
                && materials.equals(o.materials)
                && palette.equals(o.palette)
                && Objects.equals(picked, o.picked);
    }
}
