package org.modeststack.app.drawer;

import java.util.List;
import java.util.Locale;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
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
     * @param entry the step as it is now; null where it is not open any more
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
        return entry.get();
    }

    /** The value; the usual one where the step is not open any more. */
    Object value() {
        Entry e = entry();
        return e == null ? param.defaultValue() : StepDescriptor.of(e.step()).value(e.step(), param);
    }

    /** What becomes of a document by an edit of a step. */
    private interface Change {
        Document of(Document d, String body, long step) throws StepException;
    }

    /**
     * Edits the step; nothing where it is not open any more.
     *
     * @param merge what edits that follow each other become one by, or null
     */
    private void edit(String verb, @Nullable String merge, Change change) {
        Entry e = entry();
        if (e == null) return;
        String body = selected.body().id();
        document.edit(verb + " " + param.label().toLowerCase(Locale.ROOT), merge, d -> change.of(d, body, e.id()));
    }

    void set(Object value) {
        edit("Change", null, (d, body, step) -> Edits.setValue(d, body, step, param.name(), value));
    }

    /** Sets the value while it is dragged: one step of history until {@link #endDrag}. */
    void drag(Object value) {
        Entry e = entry();
        if (e == null) return;
        String merge = "value:" + e.id() + ":" + param.name();
        edit("Change", merge, (d, body, step) -> Edits.setValue(d, body, step, param.name(), value));
    }

    void endDrag() {
        document.endMerge();
    }

    /** Sets a choice such that what the step makes stays where it is, as far as it can. */
    void choose(Object value) {
        Body of = selected.body();
        edit(
                "Change",
                null,
                (d, body, step) -> Edits.setChoice(d, body, step, param.name(), value, results.before(of, step)));
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
        edit("Change", null, (d, body, step) -> AnchorEdits.setOffset(d, body, step, param.name(), v));
    }

    /** Turns what it follows into the numbers that this has come to. */
    void free() {
        edit("Free", null, (d, body, step) -> Edits.setValue(d, body, step, param.name(), value()));
    }

    /** Does something now and then whenever the value may have changed. */
    void onRefresh(Runnable action) {
        refresh.add(action);
    }

    /**
     * Makes nodes anew, but only where they show something else: what is being pressed, has the focus or has its menu open
     * stays while results come in.
     *
     * @param shown all that the nodes depend on
     */
    void onOther(Supplier<List<?>> shown, Runnable rebuild) {
        AtomicReference<List<?>> last = new AtomicReference<>();
        onRefresh(() -> {
            List<?> now = shown.get();
            if (!now.equals(last.getAndSet(now))) rebuild.run();
        });
    }
}
