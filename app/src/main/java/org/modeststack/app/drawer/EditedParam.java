package org.modeststack.app.drawer;

import java.util.List;
import java.util.Locale;
import java.util.function.Supplier;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.AnchorEdits;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.anchor.AnchorPoint;

/** A parameter of the open step as an editor sees it: its value now, a way to change it, and news of other changes. */
final class EditedParam {
    private final ParamDescriptor param;
    private final Supplier<Entry> entry;
    private final DocumentState document;
    private final SelectionState selected;
    private final ResultState results;
    private final List<Runnable> refresh;

    /**
     * @param entry the open step as it is now; null where the drawer is closed
     * @param refresh takes what is to be done whenever the value may have changed
     */
    EditedParam(
            ParamDescriptor param,
            Supplier<Entry> entry,
            DocumentState document,
            SelectionState selected,
            ResultState results,
            List<Runnable> refresh) {
        this.param = param;
        this.entry = entry;
        this.document = document;
        this.selected = selected;
        this.results = results;
        this.refresh = refresh;
    }

    ParamDescriptor param() {
        return param;
    }

    /** The step, or null where it is not open any more. */
    Entry entry() {
        Entry e = entry.get();
        // In another document a step of the same id may be of another kind, and an editor may still have the focus
        // then.
        return e == null || StepDescriptor.of(e.step()).param(param.name()) != param ? null : e;
    }

    /** The value; the usual one where the step is not open any more. */
    Object value() {
        Entry e = entry();
        return e == null ? param.defaultValue() : StepDescriptor.of(e.step()).value(e.step(), param);
    }

    void set(Object value) {
        if (entry() == null) return;
        String body = selected.body().id();
        long id = entry().id();
        document.edit(
                "Change " + param.label().toLowerCase(Locale.ROOT),
                d -> Edits.setValue(d, body, id, param.name(), value));
    }

    /** Sets the value while it is dragged: one step of history until {@link #endDrag}. */
    void drag(Object value) {
        if (entry() == null) return;
        String body = selected.body().id();
        long id = entry().id();
        document.edit(
                "Change " + param.label().toLowerCase(Locale.ROOT),
                "value:" + id + ":" + param.name(),
                d -> Edits.setValue(d, body, id, param.name(), value));
    }

    void endDrag() {
        document.endMerge();
    }

    /** Sets a choice such that what the step makes stays where it is, as far as it can. */
    void choose(Object value) {
        if (entry() == null) return;
        Body body = selected.body();
        long id = entry().id();
        document.edit(
                "Change " + param.label().toLowerCase(Locale.ROOT),
                d -> Edits.setChoice(d, body.id(), id, param.name(), value, results.before(body, id)));
    }

    /** Changes something of the document, of which this parameter is a part. */
    void change(String label, DocumentState.Edit edit) {
        document.edit(label, edit);
    }

    /** A document in which it has a value. */
    Document with(Document d, Object value) throws StepException {
        Entry e = entry();
        return e == null ? d : Edits.setValue(d, selected.body().id(), e.id(), param.name(), value);
    }

    Document document() {
        return document.current();
    }

    /** What it follows; null for numbers. */
    AnchorPoint anchor() {
        Entry e = entry();
        return e == null ? null : e.anchors().get(param.name());
    }

    /** What is added to the place that it follows, mm. */
    void offset(Vec3 v) {
        String body = selected.body().id();
        long id = entry.get().id();
        document.edit(
                "Change " + param.label().toLowerCase(Locale.ROOT),
                d -> AnchorEdits.setOffset(d, body, id, param.name(), v));
    }

    /** Turns what it follows into the numbers that this has come to. */
    void free() {
        String body = selected.body().id();
        long id = entry.get().id();
        document.edit(
                "Free " + param.label().toLowerCase(Locale.ROOT),
                d -> Edits.setValue(d, body, id, param.name(), value()));
    }

    /** Does something now and then whenever the value may have changed. */
    void onRefresh(Runnable action) {
        refresh.add(action);
    }
}
