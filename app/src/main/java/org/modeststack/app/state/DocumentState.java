package org.modeststack.app.state;

import java.nio.file.Path;
import org.modeststack.mesh.file.FileStamp;
import org.modeststack.stack.Document;
import org.modeststack.stack.History;
import org.modeststack.steps.StepException;

/** The document that is open, what has been done to it, and the file it belongs to. Lives on the interface thread. */
public final class DocumentState {
    /** An edit that can be refused with a message for the user. */
    @FunctionalInterface
    public interface Edit {
        Document apply(Document d) throws StepException;
    }

    private static final String UNTITLED = "Untitled";

    private final MessageState messages;
    private final Signal changed;
    private final Signal opened;
    private History history = new History(Document.EMPTY);
    private Document saved = Document.EMPTY;
    private Path file;
    private FileStamp stamp;
    private boolean readOnly;
    private String title = UNTITLED;
    private int generation;

    DocumentState(Pulse pulse, MessageState messages) {
        this.messages = messages;
        changed = new Signal(pulse);
        opened = new Signal(pulse);
    }

    /** The document or what is known of its file. */
    public Signal changed() {
        return changed;
    }

    /** Another document has taken the place of the one before. */
    public Signal opened() {
        return opened;
    }

    public Document current() {
        return history.current();
    }

    /** The file it came from or was saved to, or null. */
    public Path file() {
        return file;
    }

    /** What that file was like when this program read or wrote it last; null where there is none. */
    public FileStamp stamp() {
        return stamp;
    }

    /** Whether it may only be looked at, or saved under another name. */
    public boolean isReadOnly() {
        return readOnly;
    }

    public boolean isDirty() {
        return !current().equals(saved);
    }

    /** What the document is called: its file, or what it was given when it was opened. */
    public String title() {
        return file == null ? title : file.getFileName().toString().replaceFirst("\\.mstack$", "");
    }

    /** Another number for each document that is opened, so that what was begun for one does not end in another. */
    public int generation() {
        return generation;
    }

    /** Opens a document that has no file yet but a name. */
    public void open(Document d, String name) {
        open(d, d, null, null, false);
        title = name;
    }

    /**
     * @param from the file it was read from;
     *
     * @param stampOf what that was like
     */
    public void open(Document d, Path from, FileStamp stampOf, boolean onlyToLookAt) {
        open(d, d, from, stampOf, onlyToLookAt);
    }

    /** Work that was never saved, such as what a crash left. */
    public void openUnsaved(Document d, Path path) {
        open(d, Document.EMPTY, path, null, false);
    }

    private void open(Document d, Document asSaved, Path from, FileStamp stampOf, boolean onlyToLookAt) {
        history = new History(d);
        saved = asSaved;
        file = from;
        stamp = stampOf;
        readOnly = onlyToLookAt;
        title = UNTITLED;
        generation++;
        messages.clear();
        opened.fire();
        changed.fire();
    }

    /** A document of this history was saved, which need not be the present one any more. */
    public void markSaved(Document what, Path path, FileStamp stampOf) {
        saved = what;
        file = path;
        stamp = stampOf;
        readOnly = false;
        changed.fire();
    }

    /** Carries out an edit as one step of history; a refusal is shown and changes nothing. */
    public void edit(String label, Edit edit) {
        edit(label, null, edit);
    }

    /** @param mergeKey null, or a key under which it joins the edit before */
    public void edit(String label, String mergeKey, Edit edit) {
        try {
            Document next = edit.apply(current());
            messages.clear();
            history.push(next, label, mergeKey);
            changed.fire();
        } catch (StepException | IllegalArgumentException e) {
            messages.say(e.getMessage(), true);
        }
    }

    /** Takes numbers that were worked out for the present document, without a step of history. */
    void settle(Document same) {
        if (same.equals(current())) return;
        boolean clean = !isDirty();
        history.settle(same);
        if (clean) saved = same;
        changed.fire();
    }

    /** Goes back to a document before as if nothing had followed it: it cannot be redone. */
    void retract(Document to) {
        history.retract(to);
        messages.clear();
        changed.fire();
    }

    public void endMerge() {
        history.endMerge();
    }

    public String undoLabel() {
        return history.undoLabel();
    }

    public String redoLabel() {
        return history.redoLabel();
    }

    public boolean canUndo() {
        return history.canUndo();
    }

    public boolean canRedo() {
        return history.canRedo();
    }

    public void undo() {
        history.undo();
        changed.fire();
    }

    public void redo() {
        history.redo();
        changed.fire();
    }
}
