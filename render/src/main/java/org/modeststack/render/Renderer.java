package org.modeststack.render;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.atomic.AtomicReference;

/**
 * Draws scenes on the processor, the same pixels everywhere. Keeps some of its buffers for the next picture; not for use by
 * several threads at once, but for {@link #recycle}.
 *
 * <p>Nearest triangles first, then colours per pixel ("deferred shading", M. Deering et al., SIGGRAPH 1988), so that the
 * cost of light and edges depends on pixels and not on triangles. Edges are drawn by a pixel's distance from the sides
 * of its triangle (A. Bærentzen et al., "Single-pass Wireframe Rendering", SIGGRAPH Sketches 2006), outlines as lines.
 */
public final class Renderer {
    private static final int[] NONE = {};

    private final AtomicReference<Frame> free = new AtomicReference<>();
    private Frame frame;
    private Frame ghostFrame;
    private float[][] screens = {};
    private Ground ground;
    private List<Scene.Item> groundOf = List.of();
    private Scene scene;
    private Projected[] projected = {};
    private Camera camera;
    private int supersample = 1;

    /**
     * Draws a picture.
     *
     * @param newSupersample 1, or 2 for four samples a pixel
     * @param out receives width × height pixels, {@code 0xFFRRGGBB}
     * @return what lies where in it
     * @throws CancellationException if it was stopped ({@link org.modeststack.mesh.work.Work}); the next may follow at once
     */
    public PickBuffer render(Scene newScene, Camera newCamera, int width, int height, int newSupersample, int[] out) {
        try {
            return draw(newScene, newCamera, width, height, newSupersample, out);
        } catch (CancellationException e) {
            free.set(frame);
            throw e;
        }
    }

    private PickBuffer draw(Scene newScene, Camera newCamera, int width, int height, int newSupersample, int[] out) {
        scene = newScene;
        camera = newCamera;
        supersample = newSupersample;
        int w = width * supersample, h = height * supersample;
        if (ghostFrame != null && (ghostFrame.width != w || ghostFrame.height != h)) ghostFrame = null;
        frame = frameOf(w, h);
        frame.colorInto(supersample == 1 ? out : null);
        double reach = reach(scene, camera);
        Projection projection = new Projection(camera, w, h, reach);
        Rasterizer rasterizer = new Rasterizer(projection, supersample);
        project(rasterizer);

        DisplayMode mode = scene.mode();
        boolean seeThrough = mode == DisplayMode.SEE_THROUGH;
        List<Projected> solids = with(Scene.Item.Look.SOLID);
        boolean glass = (mode == DisplayMode.SHADED || mode == DisplayMode.SHADED_EDGES)
                && solids.stream().anyMatch(p -> p.appearance.anyTransparent);
        SortedTriangles triangles =
                glass ? rasterizer.sortOpaque(solids, frame) : rasterizer.sort(solids, frame, !seeThrough);
        Lines lines = new Lines(projection, 0.5f * supersample);
        Lines.Found outlines = mode == DisplayMode.SHADED ? null : lines.find(solids, Lines.Which.OUTLINES);
        Lines.Found all = seeThrough ? lines.find(solids, Lines.Which.ALL) : null;
        if (scene.ground()) updateGround();
        double spacing = Ground.spacing(camera.scale(height));
        Shader shader = new Shader(
                projection, projected, mode, scene.ground() ? ground : null, scene.palette(), spacing, supersample);
        int[] layers = seeThrough ? frame.layers() : null;
        // All that is done for a band is done at once, while its pixels are near the core.
        Bands.run(h, (y0, y1) -> {
            frame.clear(y0, y1);
            triangles.fill(frame, y0, y1, layers);
            if (outlines != null) lines.draw(outlines, frame, frame.ink, 0.92f, 0, y0, y1);
            if (all != null) lines.draw(all, frame, frame.ink, 0.5f, 0.45f, y0, y1);
            shader.shade(frame, y0, y1);
        });
        if (glass) glass(rasterizer, shader, solids, w, h);
        lay(Scene.Item.Look.FAINT, rasterizer, lines, w, h, shader::overlayFaint);
        lay(Scene.Item.Look.GHOST, rasterizer, lines, w, h, shader::overlay);
        if (isThere(Scene.Item.Look.CAGE)) cages(rasterizer, lines, w, h);
        Scene.Picked picked = scene.picked();
        if (picked != null && !picked.selection().isEmpty()) {
            if (ghostFrame == null) ghostFrame = new Frame(w, h);
            boolean through = seeThrough || scene.items().get(picked.item()).look() == Scene.Item.Look.CAGE;
            new PickedMarks(
                            projection,
                            projected[picked.item()],
                            picked,
                            through,
                            scene.palette().picked(),
                            supersample)
                    .draw(rasterizer, frame, ghostFrame);
        }
        deliver(width, height, out);
        PickBuffer.Item[] ids = new PickBuffer.Item[projected.length];
        for (int i = 0; i < ids.length; i++)
            ids[i] = new PickBuffer.Item(
                    projected[i].firstId, projected[i].mesh == null ? NONE : projected[i].mesh.faceOf);
        return new PickBuffer(frame, ids, camera, reach, supersample);
    }

    /** Gives the buffers of a picture back that nobody asks any more, for one that is to come. From any thread. */
    public void recycle(PickBuffer done) {
        free.set(done.frame());
    }

    private Frame frameOf(int w, int h) {
        Frame given = free.getAndSet(null);
        return given != null && given.width == w && given.height == h ? given : new Frame(w, h);
    }

    private static double reach(Scene scene, Camera camera) {
        return scene.bounds().isEmpty()
                ? 1
                : scene.bounds().diagonal()
                        + scene.bounds().center().minus(camera.target()).length();
    }

    private void project(Rasterizer rasterizer) {
        int n = scene.items().size();
        // What is picked on it names vertices of the mesh itself.
        int whole = scene.picked() == null ? -1 : scene.picked().item();
        if (screens.length < n) screens = Arrays.copyOf(screens, n);
        projected = rasterizer.project(scene.items(), scene.materials(), whole, screens);
    }

    private boolean isThere(Scene.Item.Look look) {
        return scene.items().stream().anyMatch(i -> i.look() == look);
    }

    /** The items that are drawn in one way. */
    private List<Projected> with(Scene.Item.Look look) {
        List<Projected> out = new ArrayList<>();
        for (int i = 0; i < projected.length; i++)
            if (scene.items().get(i).look() == look && projected[i].mesh != null) out.add(projected[i]);
        return out;
    }

    /** Lays the nearest face that can be seen through over what lies behind it; it is what a pick finds there. */
    private void glass(Rasterizer rasterizer, Shader shader, List<Projected> solids, int w, int h) {
        if (ghostFrame == null) ghostFrame = new Frame(w, h);
        List<Projected> some =
                solids.stream().filter(p -> p.appearance.anyTransparent).toList();
        SortedTriangles triangles = rasterizer.sortTransparent(some, ghostFrame);
        Bands.run(h, (y0, y1) -> {
            ghostFrame.clear(y0, y1);
            triangles.fill(ghostFrame, y0, y1, null);
            shader.overlayGlass(frame, ghostFrame, y0, y1);
        });
    }

    /** Lays something that has been drawn for itself over a band of the picture. */
    private interface Overlay {
        void lay(Frame picture, Frame over, int y0, int y1);
    }

    /** Draws what looks in one way for itself, with its outlines, and lays it over the picture. */
    private void lay(Scene.Item.Look look, Rasterizer rasterizer, Lines lines, int w, int h, Overlay overlay) {
        if (!isThere(look)) return;
        if (ghostFrame == null) ghostFrame = new Frame(w, h);
        List<Projected> some = with(look);
        SortedTriangles triangles = rasterizer.sort(some, ghostFrame, true);
        Lines.Found outlines = lines.find(some, Lines.Which.OUTLINES);
        Bands.run(h, (y0, y1) -> {
            ghostFrame.clear(y0, y1);
            triangles.fill(ghostFrame, y0, y1, null);
            lines.draw(outlines, ghostFrame, ghostFrame.ink, 0.9f, 0, y0, y1);
            overlay.lay(frame, ghostFrame, y0, y1);
        });
    }

    /** Lays the edges of cages over the picture; from then on their faces are what is found where they or their solids are. */
    private void cages(Rasterizer rasterizer, Lines lines, int w, int h) {
        if (ghostFrame == null) ghostFrame = new Frame(w, h);
        List<Projected> cages = with(Scene.Item.Look.CAGE);
        int[] solidFrom = new int[cages.size()], solidTo = new int[cages.size()];
        List<Projected> all = Arrays.asList(projected);
        for (int i = 0; i < solidFrom.length; i++) {
            Projected solid = projected[all.indexOf(cages.get(i)) + 1];
            solidFrom[i] = solid.firstId;
            solidTo[i] = solid.firstId + solid.triangleCount();
        }
        SortedTriangles triangles = rasterizer.sort(cages, ghostFrame, true);
        Lines.Found edges = lines.find(cages, Lines.Which.EVERY);
        CageLayer layer =
                new CageLayer(cages, solidFrom, solidTo, scene.palette().cage());
        Bands.run(h, (y0, y1) -> {
            ghostFrame.clear(y0, y1);
            triangles.fill(ghostFrame, y0, y1, null);
            lines.draw(edges, frame, ghostFrame.ink, 1, CageLayer.HIDDEN, y0, y1);
            layer.lay(frame, ghostFrame, y0, y1);
        });
    }

    /** The shadow depends on the bodies alone, so it is worked out only when they change. */
    private void updateGround() {
        List<Scene.Item> solids = scene.items().stream()
                .filter(i -> i.look() == Scene.Item.Look.SOLID)
                .toList();
        if (ground != null && solids.equals(groundOf)) return;
        ground = new Ground(solids);
        groundOf = solids;
    }

    private void deliver(int width, int height, int[] out) {
        // Where there is a sample for each pixel the colours are there already.
        if (supersample == 1) return;
        int n = supersample, samples = n * n;
        Bands.run(height, (y0, y1) -> {
            for (int y = y0; y < y1; y++) {
                for (int x = 0; x < width; x++) {
                    int r = 0, g = 0, b = 0;
                    for (int j = 0; j < n; j++) {
                        for (int i = 0; i < n; i++) {
                            int c = frame.color[(y * n + j) * frame.width + x * n + i];
                            r += c >> 16 & 255;
                            g += c >> 8 & 255;
                            b += c & 255;
                        }
                    }
                    out[y * width + x] = 0xFF000000 | r / samples << 16 | g / samples << 8 | b / samples;
                }
            }
        });
    }
}
