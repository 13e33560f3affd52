package org.modeststack.app.state;

import java.util.Collections;
import java.util.Set;
import java.util.WeakHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import javafx.application.Platform;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.part.Geometry;

/**
 * The faces of parts that share a mesh, made beside the interface thread for whatever needs single ones, such as a pick.
 * To be asked on the interface thread, which never waits.
 */
final class MadeMeshes implements AutoCloseable {
    /** More are not made for the window alone: they would take gigabytes, and nobody picks among so many by hand. */
    static final long MOST_FACES = 4_000_000;

    private static final System.Logger LOG = System.getLogger(MadeMeshes.class.getName());

    private final Runnable whenMade;
    private final Set<Geometry> underWay = Collections.newSetFromMap(new WeakHashMap<>());
    private final ExecutorService thread = Executors.newSingleThreadExecutor(
            Thread.ofPlatform().daemon().name("faces of copies").factory());
    private int waiting;

    /** @param whenMade is told on the interface thread */
    MadeMeshes(Runnable whenMade) {
        this.whenMade = whenMade;
    }

    /** The mesh of all faces; null where it has still to be made, which is begun then, or cannot be. */
    Mesh of(Geometry g) {
        Mesh known = g.known();
        if (known != null || g.faceCount() > MOST_FACES || !underWay.add(g)) return known;
        waiting++;
        thread.execute(() -> {
            try {
                g.mesh();
            } catch (Throwable e) {
                LOG.log(System.Logger.Level.ERROR, "faces of copies", e);
            } finally {
                Platform.runLater(this::done);
            }
        });
        return null;
    }

    private void done() {
        waiting--;
        whenMade.run();
    }

    boolean isBusy() {
        return waiting > 0;
    }

    @Override
    public void close() {
        thread.shutdownNow();
    }
}
