package org.modeststack.app;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.function.Consumer;
import java.util.logging.FileHandler;
import java.util.logging.Handler;
import java.util.logging.Level;
import java.util.logging.Logger;
import java.util.logging.SimpleFormatter;

/**
 * What becomes of mistakes of the program that nothing else has caught: they go into a log file in the user's folder, with
 * all else that is logged as a warning or worse, and the user is told in one line where it is. The program goes on.
 */
final class Mishaps {
    private static final System.Logger LOG = System.getLogger(Mishaps.class.getName());
    private static final int MAX_BYTES = 1_000_000;
    private static final int FILES = 2;

    private final Path folder;
    private Handler handler;

    /** @param folder where the log goes; made if it is missing */
    Mishaps(Path folder) {
        this.folder = folder;
    }

    /** @param tell receives a line for the user, on whatever thread the mistake was made */
    void watch(Consumer<String> tell) {
        try {
            Files.createDirectories(folder);
            // Numbered by the handler, also where several windows write at the same time.
            handler = new FileHandler(folder.resolve("modest-%u-%g.log").toString(), MAX_BYTES, FILES, true);
            handler.setFormatter(new SimpleFormatter());
            handler.setLevel(Level.WARNING);
            Logger.getLogger("").addHandler(handler);
        } catch (IOException e) {
            LOG.log(System.Logger.Level.WARNING, "there will be no log file", e);
        }
        Thread.setDefaultUncaughtExceptionHandler((thread, e) -> {
            LOG.log(System.Logger.Level.ERROR, "thread " + thread.getName(), e);
            tell.accept("Modest Stack made a mistake (" + e
                    + "). You can go on working; what happened is written down in " + folder + " for a report.");
        });
    }

    /** Lets go of the file. */
    void close() {
        if (handler == null) return;
        Logger.getLogger("").removeHandler(handler);
        handler.close();
    }
}
