package org.modeststack.app.state;

import java.util.Collections;
import java.util.Set;
import java.util.WeakHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Consumer;
import javafx.application.Platform;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.steps.Numbers;

/**
 * The faces of parts that share a mesh, made beside the interface thread for whatever needs single ones, such as a pick.
 * To be asked on the interface thread, which never waits.
 */
final class MadeMeshes implements AutoCloseable {
    /** More are not made for the window alone: they would take gigabytes, and nobody picks among so many by hand. */
    static final long MOST_FACES = 4_000_000;

    private static final System.Logger LOG = System.getLogger(MadeMeshes.class.getName());

    private final Runnable whenMade;
    private final Consumer<String> whenNot;
    private final Set<Geometry> underWay = Collections.newSetFromMap(new WeakHashMap<>());
    private final ExecutorService thread = Executors.newSingleThreadExecutor(
            Thread.ofPlatform().daemon().name("faces of copies").factory());
    private int waiting;

    /**
     * @param whenMade is told on the interface thread
     * @param whenNot is told there too, in the user's words, why there will be no faces
     */
    MadeMeshes(Runnable whenMade, Consumer<String> whenNot) {
        this.whenMade = whenMade;
        this.whenNot = whenNot;
    }

    /** The mesh of all faces; null where it has still to be made, which is begun then, or cannot be. */
    Mesh of(Geometry g) {
        Mesh known = g.known();
        if (known != null || !underWay.add(g)) return known;
        if (g.faceCount() > MOST_FACES) {
            String faces = Numbers.count(g.faceCount());
            whenNot.accept(
                    "The copies have " + faces + " faces together, too many to pick from. Pick before the copies.");
            return null;
        }
        waiting++;
        thread.execute(() -> {
            try {
                g.mesh();
            } catch (Throwable e) {
                LOG.log(System.Logger.Level.ERROR, "faces of copies", e);
                Platform.runLater(() -> whenNot.accept(
                        e instanceof OutOfMemoryError
                                ? "There is not enough memory for the faces of all copies, so that none can be picked."
                                : "The faces of its copies could not be made, so that none can be picked."));
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
