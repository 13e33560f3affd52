package org.modeststack.app.state;

import org.modeststack.stack.Body;
import org.modeststack.stack.BodyBefore;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.stack.evaluate.StepResult;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.StepDescriptor;

/** The open step asks for a body, as a boolean does that is new: the next that is clicked in the view, or let go on it, is it. */
public final class ToolAsking {
    private final DocumentState document;
    private final SelectionState selected;
    private final ResultState results;
    /** The step that asks no more though it has none: the user thought better of it. */
    private long declined;

    ToolAsking(DocumentState document, SelectionState selected, ResultState results) {
        this.document = document;
        this.selected = selected;
        this.results = results;
    }

    public boolean isOn() {
        return param() != null;
    }

    /** The parameter that has no body yet, or null. */
    private ParamDescriptor param() {
        Body b = selected.body();
        Entry open = selected.openEntry();
        if (b == null || open == null || !open.enabled() || open.id() == declined) return null;
        StepResult r = results.result(b.id(), open.id());
        if (r == null || !r.asks()) return null;
        StepDescriptor d = StepDescriptor.of(open.step());
        for (ParamDescriptor p : d.params())
            if (d.value(open.step(), p) instanceof Bodies bodies
                    && bodies.ids().isEmpty()
                    && d.isRelevant(open.step(), p)) return p;
        return null;
    }

    public String prompt() {
        return "Click the body to use, in the view or in the row, or drag it here";
    }

    public void decline() {
        Entry open = selected.openEntry();
        declined = open == null ? 0 : open.id();
    }

    /** Whether a body can be the one: circles are none. */
    public boolean fits(String id) {
        Body b = selected.body();
        return b != null && isOn() && BodyBefore.mayBeTool(document.current(), id, b.id());
    }

    /** @return whether the body was taken */
    public boolean accept(String id) {
        Body b = selected.body();
        Entry open = selected.openEntry();
        ParamDescriptor p = param();
        if (b == null || open == null || p == null || id.equals(b.id())) return false;
        // Whoever it depends on already is refused with the way there.
        document.edit(
                "Choose " + document.current().nameOf(id),
                d -> Edits.setValue(d, b.id(), open.id(), p.name(), Bodies.of(id)));
        return true;
    }
}
