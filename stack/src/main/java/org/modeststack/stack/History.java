package org.modeststack.stack;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/**
 * The documents there have been, with what led from one to the next. Edits with the same merge key that follow each
 * other, such as the values of one drag, count as one.
 */
public final class History {
    /** How many edits can be taken back; documents share their parts, so that one costs little. */
    static final int LIMIT = 1000;

    private record State(Document document, String label, String mergeKey) {}

    private final List<State> states = new ArrayList<>();
    private int at;

    public History(Document first) {
        states.add(new State(first, "", null));
    }

    public Document current() {
        return states.get(at).document();
    }

    /**
     * Makes a document the current one; what had been undone is dropped.
     *
     * @param label what was done, for the menu: "Change diameter"
     * @param mergeKey null, or a key under which it joins the edit before
     */
    public void push(Document next, String label, String mergeKey) {
        Objects.requireNonNull(next);
        if (next.equals(current())) return;
        boolean merge =
                mergeKey != null && at > 0 && mergeKey.equals(states.get(at).mergeKey());
        while (states.size() > at + 1) states.removeLast();
        if (merge) states.set(at, new State(next, label, mergeKey));
        else {
            states.add(new State(next, label, mergeKey));
            at++;
            if (states.size() > LIMIT) {
                states.removeFirst();
                at--;
            }
        }
    }

    /** From here on an edit no longer joins the one before: the mouse was let go. */
    public void endMerge() {
        State s = states.get(at);
        states.set(at, new State(s.document(), s.label(), null));
    }

    public boolean canUndo() {
        return at > 0;
    }

    public boolean canRedo() {
        return at + 1 < states.size();
    }

    /** What undo would take back, or "". */
    public String undoLabel() {
        return canUndo() ? states.get(at).label() : "";
    }

    public String redoLabel() {
        return canRedo() ? states.get(at + 1).label() : "";
    }

    public Document undo() {
        if (canUndo()) at--;
        endMerge();
        return current();
    }

    public Document redo() {
        if (canRedo()) at++;
        endMerge();
        return current();
    }
}
