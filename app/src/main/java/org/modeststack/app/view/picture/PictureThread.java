package org.modeststack.app.view.picture;

import java.util.IdentityHashMap;
import java.util.concurrent.CancellationException;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import javafx.application.Platform;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.work.Work;
import org.modeststack.render.RenderMesh;
import org.modeststack.render.Renderer;
import org.modeststack.render.Scene;

/**
 * Draws pictures on a thread of its own, always the newest that is wanted, quickly while things move and with four samples
 * a pixel once they rest. Nothing that drawing throws ends the thread.
 */
public final class PictureThread implements AutoCloseable {
    private static final System.Logger LOG = System.getLogger(PictureThread.class.getName());

    /** A picture that takes longer would come too late to follow a drag; it is drawn at half the size. */
    private static final double TOO_SLOW_MS = 40;

    /** How much longer a whole picture takes than one of half the size: less than the pixels say, since meshes stay. */
    private static final double SHRUNK_SHARE = 3;

    /** So long nothing newer must be wanted before the same picture is drawn finely. */
    private static final long REST_MS = 120;

    private final Consumer<Picture> drawn;
    private final Consumer<Throwable> failed;
    private final Renderer renderer = new Renderer();
    private final IdentityHashMap<Mesh, RenderMesh> prepared = new IdentityHashMap<>();
    private final Object lock = new Object();
    private final Thread thread;
    /** Changed under the lock alone; looked at without it while a picture is drawn. */
    private volatile PictureRequest wanted;

    private boolean drawing;
    /** Whether what was asked for last has been drawn, and is only drawn finer now. */
    private boolean refining;
    /** How long a picture of the whole size takes, as far as the last one tells. */
    private double wholeMs;

    /**
     * @param drawn receives each picture on the interface thread
     * @param failed is told there of one that could not be drawn; the next may well succeed
     */
    public PictureThread(Consumer<Picture> drawn, Consumer<Throwable> failed) {
        this.drawn = drawn;
        this.failed = failed;
        thread = Thread.ofPlatform().name("view").daemon().start(this::run);
    }

    /** Asks for a picture; it takes the place of any that is still waiting. */
    public void request(PictureRequest request) {
        synchronized (lock) {
            wanted = request;
            lock.notifyAll();
        }
    }

    public boolean isBusy() {
        synchronized (lock) {
            return drawing || wanted != null;
        }
    }

    /** Whether what was asked for last has not been drawn at all yet, not even coarsely. */
    public boolean isBehind() {
        synchronized (lock) {
            return drawing && !refining || wanted != null && wanted.samples() == 1;
        }
    }

    /** Gives the buffers back of a picture that is not shown any more. */
    public void recycle(Picture old) {
        renderer.recycle(old.buffer());
    }

    private void run() {
        try {
            while (true) {
                PictureRequest next = next();
                try {
                    // A fine picture takes long; it is left as soon as something moves again.
                    boolean fine = next.samples() > 1;
                    Picture picture = Work.stoppable(() -> fine && wanted != null, () -> draw(next));
                    Platform.runLater(() -> drawn.accept(picture));
                } catch (CancellationException e) {
                    continue;
                } catch (Throwable e) {
                    LOG.log(System.Logger.Level.ERROR, "picture", e);
                    Platform.runLater(() -> failed.accept(e));
                    continue;
                }
                if (next.samples() == 1) rest(next);
            }
        } catch (InterruptedException e) {
            // The window is gone.
        }
    }

    private PictureRequest next() throws InterruptedException {
        synchronized (lock) {
            drawing = false;
            while (wanted == null) lock.wait();
            PictureRequest next = wanted;
            wanted = null;
            drawing = true;
            refining = next.samples() > 1;
            return next;
        }
    }

    private Picture draw(PictureRequest r) {
        int shrink = r.samples() == 1 && wholeMs > TOO_SLOW_MS ? 2 : 1;
        int width = Math.max(1, r.width() / shrink), height = Math.max(1, r.height() / shrink);
        int[] pixels = new int[width * height];
        long began = System.nanoTime();
        ShownItems items = itemsOf(r);
        var buffer = renderer.render(sceneOf(r, items), r.camera(), width, height, r.samples(), pixels);
        if (r.samples() == 1) wholeMs = (System.nanoTime() - began) / 1e6 * (shrink == 1 ? 1 : SHRUNK_SHARE);
        return new Picture(r, items, shrink, width, height, pixels, buffer);
    }

    /** Makes the meshes ready for drawing; those of the picture before are there already. */
    private ShownItems itemsOf(PictureRequest r) {
        ShownItems items = new ShownItems(r.bodies(), prepared);
        IdentityHashMap<Mesh, Boolean> used = items.meshes();
        prepared.keySet().removeIf(m -> !used.containsKey(m));
        return items;
    }

    private static Scene sceneOf(PictureRequest r, ShownItems items) {
        PictureRequest.Picked p = r.picked();
        Scene.Picked picked =
                p == null ? null : new Scene.Picked(items.firstItem(p.item()), p.selection(), p.weights());
        return new Scene(items.all(), r.mode(), true, picked, r.materials(), r.palette());
    }

    /** When nothing newer is wanted for a moment, the same picture is drawn finely. */
    private void rest(PictureRequest r) throws InterruptedException {
        synchronized (lock) {
            refining = true;
            long until = System.nanoTime() + REST_MS * 1_000_000L, left = until - System.nanoTime();
            while (wanted == null && left > 0) {
                TimeUnit.NANOSECONDS.timedWait(lock, left);
                left = until - System.nanoTime();
            }
            if (wanted == null) wanted = r.withSamples(2);
        }
    }

    /** Ends the thread; the window is gone. */
    @Override
    public void close() {
        thread.interrupt();
    }
}
