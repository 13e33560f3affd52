package org.modeststack.app.file;

import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.stage.FileChooser;
import org.modeststack.app.state.BackgroundJobs;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.MessageState;
import org.modeststack.app.ui.Dialogs;
import org.modeststack.mesh.file.FileStamp;
import org.modeststack.stack.Document;
import org.modeststack.stack.demo.SkerryLight;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.PickRenewal;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.stack.file.Autosave;
import org.modeststack.stack.file.DocumentFile;

/**
 * Opening and saving documents, and the care that no work is lost. Files are read and written beside the interface, from
 * snapshots; what comes of it is told when it is done.
 */
public final class DocumentFiles {
    private final DocumentState document;
    private final MessageState messages;
    private final BackgroundJobs jobs;
    private final Evaluator evaluator;
    private final Autosave autosave;
    private final RecentFiles recent;
    private final Dialogs dialogs;
    /** What was put into the safety copy last, so that nothing is written twice. */
    private Document kept;

    private boolean keeping;

    public DocumentFiles(
            DocumentState document,
            MessageState messages,
            BackgroundJobs jobs,
            Evaluator evaluator,
            Autosave autosave,
            RecentFiles recent,
            Dialogs dialogs) {
        this.document = document;
        this.messages = messages;
        this.jobs = jobs;
        this.evaluator = evaluator;
        this.autosave = autosave;
        this.recent = recent;
        this.dialogs = dialogs;
    }

    public List<Path> recent() {
        return recent.all();
    }

    public void newDocument() {
        leave(() -> document.open(Document.EMPTY, "Untitled"));
    }

    public void openDemo() {
        leave(() -> document.open(SkerryLight.document(), SkerryLight.NAME));
    }

    public void open() {
        leave(() -> {
            File f = chooser("Open a document").showOpenDialog(dialogs.owner());
            if (f != null) load(f.toPath());
        });
    }

    /** Opens one of the recent files. */
    public void openRecent(Path path) {
        leave(() -> load(path));
    }

    /** Opens a file; a message says what is wrong if it cannot be. What is changed meanwhile is not lost. */
    public void load(Path path) {
        Document before = document.current();
        jobs.run("Opening " + path.getFileName(), () -> DocumentFile.read(path), loaded -> {
            Runnable show = () -> show(loaded, path);
            if (document.current() == before) show.run();
            else leave(show);
        });
    }

    private void show(DocumentFile.Loaded loaded, Path path) {
        document.open(loaded.document(), path, loaded.stamp(), loaded.newer());
        recent.add(path);
        String remarks = String.join(" ", loaded.remarks());
        if (!remarks.isEmpty()) messages.say(remarks, true);
        if (loaded.hasEarlierPicks()) renewPicks(loaded.document(), remarks);
    }

    /** Beside the interface thread, since the document has to be carried out for it. */
    private void renewPicks(Document d, String remarks) {
        jobs.run(
                "Looking at the picks of an earlier version",
                () -> PickRenewal.of(d, evaluator, Progress.NONE),
                renewal -> {
                    // Another document may have been opened meanwhile.
                    boolean applies = renewal.appliesTo(document.current());
                    if (!applies && !renewal.changes().isEmpty()) return;
                    if (applies) document.edit("Bring picks up to date", renewal::on);
                    String all = (remarks + " " + renewal.inWords()).strip();
                    if (!renewal.inWords().isEmpty()) messages.say(all, !remarks.isEmpty() || renewal.lost() > 0);
                });
    }

    public void save() {
        save(_ -> {});
    }

    /** @param done is told whether it was saved */
    private void save(Consumer<Boolean> done) {
        if (document.file() == null) saveAs(done);
        else saveTo(document.file(), done);
    }

    public void saveAs() {
        saveAs(_ -> {});
    }

    private void saveAs(Consumer<Boolean> done) {
        FileChooser c = chooser("Save the document");
        c.setInitialFileName(
                document.file() == null
                        ? "untitled" + DocumentFile.EXTENSION
                        : document.file().getFileName().toString());
        File f = c.showSaveDialog(dialogs.owner());
        if (f == null) {
            done.accept(false);
            return;
        }
        Path path = f.toPath();
        if (!f.getName().contains(".")) path = path.resolveSibling(f.getName() + DocumentFile.EXTENSION);
        saveTo(path, done);
    }

    /**
     * Saves the document as it is now, unless that would lose something that only the file has.
     *
     * @param done is told whether it was saved
     */
    public void saveTo(Path path, Consumer<Boolean> done) {
        boolean own = document.file() != null
                && path.toAbsolutePath().equals(document.file().toAbsolutePath());
        if (own && document.isReadOnly()) {
            messages.say(
                    path.getFileName() + " was saved by a newer Modest Stack and would lose what is not known here."
                            + " Save under another name instead.",
                    true);
            done.accept(false);
            return;
        }
        FileStamp stamp = own ? document.stamp() : null;
        String name = "Saving " + path.getFileName();
        if (stamp == null) {
            write(path, name, done);
            return;
        }
        jobs.run(
                name,
                () -> stamp.isChanged(path),
                changed -> {
                    if (!changed) write(path, name, done);
                    else askAboutChanged(path, name, done);
                },
                () -> done.accept(false));
    }

    private void askAboutChanged(Path path, String name, Consumer<Boolean> done) {
        Boolean over = dialogs.decide(
                "File changed",
                path.getFileName() + " was changed by another program.",
                "Since it was opened here, something else has written to it. What that wrote is lost if you save over it.",
                "Save over it",
                "Save as…");
        if (over == null) done.accept(false);
        else if (over) write(path, name, done);
        else saveAs(done);
    }

    private void write(Path path, String name, Consumer<Boolean> done) {
        Document now = document.current();
        int generation = document.generation();
        jobs.run(
                name,
                () -> DocumentFile.write(now, path),
                stamp -> {
                    recent.add(path);
                    // Where another document was opened meanwhile this one is safe all the same.
                    if (document.generation() == generation) {
                        document.markSaved(now, path, stamp);
                        if (!document.isDirty()) forget();
                        messages.say("Saved to " + path.getFileName() + ".", false);
                    }
                    done.accept(true);
                },
                () -> done.accept(false));
    }

    public void quit() {
        leave(Platform::exit);
    }

    /** Whether the document can be left without asking. */
    public boolean mayLeave() {
        return !document.isDirty() || document.current().bodies().isEmpty();
    }

    /** Goes on once it is settled what becomes of unsaved work; not at all where the user stays. */
    public void leave(Runnable next) {
        if (mayLeave()) {
            forget();
            next.run();
            return;
        }
        String name = document.file() == null
                ? "the new document"
                : document.file().getFileName().toString();
        Boolean keep = dialogs.decide(
                "Unsaved changes",
                "Save the changes to " + name + "?",
                "What is not saved is lost.",
                "Save",
                "Don't save");
        if (keep == null) return;
        if (!keep) {
            forget();
            next.run();
            return;
        }
        save(saved -> {
            // What was changed while it was being saved is asked about in its turn.
            if (saved) leave(next);
        });
    }

    private void forget() {
        kept = null;
        jobs.run(
                "Tidying up",
                () -> {
                    autosave.clear();
                    return null;
                },
                _ -> {});
    }

    /** Keeps a safety copy of unsaved work; called now and then. */
    public void keepSafe() {
        Document now = document.current();
        if (keeping || !document.isDirty() || now.equals(kept)) return;
        keeping = true;
        Path file = document.file();
        jobs.run(
                "Keeping a safety copy",
                () -> {
                    autosave.write(now, file);
                    return null;
                },
                _ -> {
                    keeping = false;
                    kept = now;
                },
                () -> keeping = false);
    }

    /**
     * Offers what a crash left behind, one after the other.
     *
     * @param then when that is answered, or could not be found out
     */
    public void recover(Runnable then) {
        jobs.run(
                "Looking for unsaved work",
                autosave::left,
                left -> {
                    offer(left);
                    then.run();
                },
                then);
    }

    private void offer(List<Autosave.Left> left) {
        for (int i = 0; i < left.size(); i++) {
            Autosave.Left one = left.get(i);
            Boolean open = dialogs.decide(
                    "Unsaved work",
                    "Modest Stack ended without saving.",
                    "There is unsaved work on "
                            + (one.origin() == null
                                    ? "a new document"
                                    : one.origin().getFileName().toString())
                            + ".",
                    "Recover",
                    "Throw away");
            if (open == null) one.keep();
            else if (!open) one.discard();
            else {
                left.subList(i + 1, left.size()).forEach(Autosave.Left::keep);
                recover(one);
                return;
            }
        }
    }

    /** Opens a safety copy as unsaved work; it goes only when this window has a copy of its own. */
    public void recover(Autosave.Left left) {
        jobs.run(
                "Recovering unsaved work",
                () -> {
                    DocumentFile.Loaded loaded = DocumentFile.read(left.copy());
                    autosave.write(loaded.document(), left.origin());
                    left.discard();
                    return loaded;
                },
                loaded -> {
                    document.openUnsaved(loaded.document(), left.origin());
                    kept = loaded.document();
                    if (loaded.hasEarlierPicks()) renewPicks(loaded.document(), "");
                },
                left::keep);
    }

    private FileChooser chooser(String title) {
        FileChooser c = new FileChooser();
        c.setTitle(title);
        c.getExtensionFilters()
                .add(new FileChooser.ExtensionFilter("Modest Stack documents", "*" + DocumentFile.EXTENSION));
        Path folder = document.file() == null
                ? null
                : document.file().toAbsolutePath().getParent();
        if (folder != null && folder.toFile().isDirectory()) c.setInitialDirectory(folder.toFile());
        return c;
    }
}
