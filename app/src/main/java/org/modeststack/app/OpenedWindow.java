package org.modeststack.app;

import java.nio.file.Path;
import java.util.prefs.Preferences;
import org.modeststack.app.file.DocumentFiles;
import org.modeststack.app.file.MeshFiles;
import org.modeststack.app.file.RecentFiles;
import org.modeststack.app.look.Appearance;
import org.modeststack.app.state.AppState;
import org.modeststack.app.ui.Dialogs;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.file.Autosave;

/** A window with all that belongs to it: its state, the files it reads and writes, its safety copy. */
record OpenedWindow(
        AppState state, DocumentFiles files, MeshFiles meshes, Dialogs dialogs, Autosave autosave, MainWindow window)
        implements AutoCloseable {
    /**
     * @param evaluator may be at work already
     * @param safety the folder for safety copies of unsaved work
     */
    static OpenedWindow open(
            Evaluator evaluator, Path safety, Preferences preferences, Appearance appearance, Dialogs dialogs) {
        AppState state = new AppState(evaluator);
        Autosave autosave = new Autosave(safety);
        DocumentFiles files = new DocumentFiles(
                state.document(),
                state.messages(),
                state.jobs(),
                evaluator,
                autosave,
                new RecentFiles(preferences),
                dialogs);
        MeshFiles meshes = new MeshFiles(
                state.document(),
                state.selected(),
                state.results(),
                state.messages(),
                state.jobs(),
                preferences,
                dialogs);
        MainWindow window = new MainWindow(state, files, meshes, preferences, appearance, dialogs);
        return new OpenedWindow(state, files, meshes, dialogs, autosave, window);
    }

    @Override
    public void close() {
        window.close();
        autosave.close();
    }
}
