package org.modeststack.app.state;

import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.Set;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Entry;

/** The body that is worked on, which of its steps are selected, and the one whose drawer is open. */
public final class SelectionState {
    private final DocumentState document;
    private final Signal changed;
    private final Set<Long> steps = new LinkedHashSet<>();
    private String bodyId;
    private long openStep;

    SelectionState(Pulse pulse, DocumentState document) {
        this.document = document;
        changed = new Signal(pulse);
        document.opened().listenAtOnce(this::reset);
        document.changed().listenAtOnce(this::follow);
    }

    public Signal changed() {
        return changed;
    }

    private void reset() {
        steps.clear();
        openStep = 0;
        bodyId = null;
        follow();
    }

    /** What was selected may be gone. */
    private void follow() {
        Document d = document.current();
        if (d.body(bodyId) == null)
            bodyId = d.bodies().isEmpty() ? null : d.bodies().getFirst().id();
        Body b = body();
        steps.removeIf(id -> b == null || b.entry(id) == null);
        if (b == null || b.entry(openStep) == null) openStep = 0;
        changed.fire();
    }

    /** Null where the document has no bodies. */
    public Body body() {
        return document.current().body(bodyId);
    }

    public void select(String id) {
        if (id == null || id.equals(bodyId)) return;
        bodyId = id;
        steps.clear();
        openStep = 0;
        changed.fire();
    }

    public Set<Long> steps() {
        return Set.copyOf(steps);
    }

    /** Selects steps of the body; the drawer of a single one opens. */
    public void selectSteps(Collection<Long> ids) {
        steps.clear();
        steps.addAll(ids);
        openStep = steps.size() == 1 ? steps.iterator().next() : 0;
        changed.fire();
    }

    /** The step whose drawer is open, or null. */
    public Entry openEntry() {
        Body b = body();
        return b == null || openStep == 0 ? null : b.entry(openStep);
    }

    public void closeDrawer() {
        openStep = 0;
        steps.clear();
        changed.fire();
    }
}
