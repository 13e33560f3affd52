package org.modeststack.stack;

import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.pick.Pick;

/**
 * The documents there have been, with what led from one to the next. Edits with the same merge key that follow each
 * other, such as the values of one drag, count as one. Documents share their parts; when what they do not share takes more
 * than there is room for, the oldest ones go.
 */
public final class History {
    /** How many edits can be taken back at the most. */
    static final int LIMIT = 1000;

    /** What an element picked by hand takes, about. */
    private static final long ANCHOR_BYTES = 200;

    private static final long STEP_BYTES = 500;
    private static final long BODY_BYTES = 500;

    /** @param added the bytes of what this document has and the one before it has not */
    private record State(
            Document document, String label, @Nullable String mergeKey, long added) {}

    private final List<State> states = new ArrayList<>();
    private final long byteLimit;
    private int at;
    private long bytes;

    /** With room for an eighth of the memory. */
    public History(Document first) {
        this(first, Runtime.getRuntime().maxMemory() / 8);
    }

    /** @param byteLimit what the documents may take that can be gone back to; the present one stays in any case */
    History(Document first, long byteLimit) {
        this.byteLimit = byteLimit;
        states.add(new State(first, "", null, 0));
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
    public void push(Document next, String label, @Nullable String mergeKey) {
        Objects.requireNonNull(next);
        if (next.equals(current())) return;
        boolean merge =
                mergeKey != null && at > 0 && mergeKey.equals(states.get(at).mergeKey());
        while (states.size() > at + 1) bytes -= states.removeLast().added();
        if (merge) bytes -= states.removeLast().added();
        else at++;
        long added = added(states.getLast().document(), next);
        states.add(new State(next, label, mergeKey, added));
        bytes += added;
        while (at > 0 && (states.size() > LIMIT || bytes > byteLimit)) dropFirst();
    }

    /** What the second has counts from then on as what the first had: it is there whatever was before. */
    private void dropFirst() {
        states.removeFirst();
        at--;
        State first = states.getFirst();
        bytes -= first.added();
        states.set(0, new State(first.document(), "", null, 0));
    }

    /** Puts a document in the place of the present one that says the same, such as with numbers that were worked out for it. */
    public void settle(Document same) {
        State s = states.get(at);
        states.set(at, new State(same, s.label(), s.mergeKey(), s.added()));
    }

    /** Goes back to a document there has been, as if nothing had followed it; nothing is done where it is not there. */
    public void retract(Document to) {
        int i = at;
        while (i >= 0 && states.get(i).document() != to) i--;
        if (i < 0) return;
        while (states.size() > i + 1) bytes -= states.removeLast().added();
        at = i;
        endMerge();
    }

    /** From here on an edit no longer joins the one before: the mouse was let go. */
    public void endMerge() {
        State s = states.get(at);
        states.set(at, new State(s.document(), s.label(), null, s.added()));
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

    /** What a document takes beside the parts that its bodies share with those of another. */
    private static long added(Document before, Document now) {
        long bytes = 8L * now.bodies().size();
        for (Body b : now.bodies()) {
            Body old = before.body(b.id());
            if (old == b) continue;
            bytes += BODY_BYTES + 8L * b.entries().size();
            // A new body may be a copy of any.
            List<Entry> known = old != null
                    ? old.entries()
                    : before.bodies().stream()
                            .flatMap(x -> x.entries().stream())
                            .toList();
            bytes += added(known, b.entries());
        }
        return bytes;
    }

    private static long added(List<Entry> before, List<Entry> now) {
        Set<Object> shared = Collections.newSetFromMap(new IdentityHashMap<>());
        Memory memory = new Memory();
        for (Entry e : before) {
            shared.add(e.step());
            countMeshes(e, memory);
        }
        long known = memory.bytes();
        for (Entry e : now) {
            if (!shared.add(e.step())) continue;
            memory.addBytes(STEP_BYTES + ANCHOR_BYTES * anchors(e));
            countMeshes(e, memory);
        }
        return memory.bytes() - known;
    }

    private static long anchors(Entry e) {
        long n = 0;
        for (Pick p : Pick.in(e.step())) n += p.handPicked();
        return n;
    }

    private static void countMeshes(Entry e, Memory memory) {
        StepDescriptor d = StepDescriptor.of(e.step());
        for (ParamDescriptor p : d.params()) if (p.type() == Mesh.class) memory.add((Mesh) d.value(e.step(), p));
        if (e.step() instanceof Baked b) b.from().forEach(inner -> countMeshes(inner, memory));
    }
}
