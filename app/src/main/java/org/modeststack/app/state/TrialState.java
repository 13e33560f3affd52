package org.modeststack.app.state;

import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Entry;

/**
 * A step that was just added is on trial while it is open and nothing else is changed: until then it can be taken back without a
 * trace, however its numbers were tried out.
 */
public final class TrialState {
    private final DocumentState document;
    private final SelectionState selected;
    private Document before = Document.EMPTY;
    private String body = "";
    private long step;

    TrialState(DocumentState document, SelectionState selected) {
        this.document = document;
        this.selected = selected;
        document.changed().listenAtOnce(this::follow);
        selected.changed().listenAtOnce(this::follow);
    }

    /**
     * @param stateBefore the document without the step
     * @param added the step, in the body that is worked on
     */
    public void begin(Document stateBefore, Entry added) {
        before = stateBefore;
        body = selected.body().id();
        step = added.id();
    }

    public boolean isOn() {
        return step != 0;
    }

    /** It stays. */
    public void keep() {
        step = 0;
        before = Document.EMPTY;
    }

    /** Another step, or a change of anything but the step itself, keeps it. */
    private void follow() {
        if (step == 0) return;
        Entry open = selected.openEntry();
        Body b = selected.body();
        if (open == null || open.id() != step || b == null || !b.id().equals(body) || !onlyTheStep()) keep();
    }

    /** Whether the document is the one before but for the step. */
    private boolean onlyTheStep() {
        Document now = document.current();
        Body b = now.body(body);
        if (b == null || b.indexOf(step) < 0) return false;
        Body was = before.body(body);
        if (was == null || now.bodies().size() != before.bodies().size()) return false;
        for (Body x : now.bodies()) if (x != b && !x.equals(before.body(x.id()))) return false;
        return b.entries().stream().filter(e -> e.id() != step).toList().equals(was.entries());
    }

    /** Takes the step back as if it had never been. */
    public void takeBack() {
        if (!isOn()) return;
        Document to = before;
        keep();
        document.retract(to);
    }
}
