package org.modeststack.app.state;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CancellationException;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.select.Paths;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.Body;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.Unit;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickNames;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Picked;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.pick.Term;

/**
 * What is picked in the view: elements of the selected body for the next step, or those of a step that is being picked
 * anew. An expression all the time, so that "the loop of this edge" stays just that. What it comes to is worked out beside
 * the interface thread where that takes steps to be followed; what is done to a pick meanwhile waits for it. Lives on the
 * interface thread.
 */
public final class PickState implements AutoCloseable {
    /** How a click joins what is picked already. */
    public enum How {
        ALONE,
        ADD,
        TAKE_AWAY
    }

    private static final System.Logger LOG = System.getLogger(PickState.class.getName());

    /** A pick, and the mesh that it is asked of. */
    private record Question(Pick pick, Mesh mesh) {}

    private final DocumentState document;
    private final SelectionState selected;
    private final ResultState results;
    private final OpenStepState openStep;
    private final MessageState messages;
    private final Signal changed;
    private final Latest<Question, Picked> answers;
    /** What was asked to be done to a pick whose elements are not known yet, in order. */
    private final Deque<Runnable> waiting = new ArrayDeque<>();

    /** Whether elements are picked, and not whole bodies; of which kind they are says the pick. */
    private boolean isOn;

    private Pick pick = Pick.none(ElementKind.FACE);
    /** The step whose pick is being changed, or 0. */
    private long target;

    private String body;
    private int last = -1;
    private Mesh shownOn;
    private Selection shown;

    PickState(
            Pulse pulse,
            DocumentState document,
            SelectionState selected,
            ResultState results,
            OpenStepState openStep,
            MessageState messages) {
        this.document = document;
        this.selected = selected;
        this.results = results;
        this.openStep = openStep;
        this.messages = messages;
        changed = new Signal(pulse);
        answers = new Latest<>("picks", PickState::workOut, this::answered);
        selected.changed().listenAtOnce(this::follow);
        openStep.changed().listenAtOnce(this::answered);
    }

    public Signal changed() {
        return changed;
    }

    /** What cannot be worked out is lost. */
    private static Picked workOut(Question q) {
        try {
            // Whoever sees what is picked is likely to pick more.
            Pick.prepare(q.mesh());
            return q.pick().on(q.mesh());
        } catch (CancellationException e) {
            throw e;
        } catch (RuntimeException | Error e) {
            LOG.log(System.Logger.Level.ERROR, "pick", e);
            int all = q.pick().handPicked();
            return new Picked(Selection.none(q.pick().kind()), all, 0, all, List.of());
        }
    }

    private void answered() {
        changed.fire();
        while (!waiting.isEmpty() && isKnown()) waiting.poll().run();
    }

    /** Does something to the elements that are picked, as soon as they are known. */
    private void whenKnown(Runnable action) {
        if (waiting.isEmpty() && isKnown()) action.run();
        else waiting.add(action);
    }

    /** Whether it is known which elements are picked; where there is no mesh, there are none. */
    private boolean isKnown() {
        Mesh m = mesh();
        // What goes into a step may have to be given the tags first that it takes from below.
        return m == null ? target() == null || !openStep.isBusy() : answer(pick(), m) != null;
    }

    /** What a pick comes to, or null while that is being worked out. */
    private Picked answer(Pick p, Mesh m) {
        Picked known = p.known(m);
        return known != null ? known : answers.of(new Question(p, m));
    }

    public boolean isBusy() {
        return answers.isBusy() || !waiting.isEmpty();
    }

    @Override
    public void close() {
        answers.close();
    }

    /** Another body, or another open step, ends what was being picked. */
    private void follow() {
        Body b = selected.body();
        String now = b == null ? null : b.id();
        if (now == null || !now.equals(body)) {
            body = now;
            pick = Pick.none(pick.kind());
            last = -1;
            waiting.clear();
            endTarget();
        }
        Entry open = selected.openEntry();
        if (open == null || open.id() != target) endTarget();
    }

    /** What is clicked from now on would not go into the step any more. */
    private void endTarget() {
        if (target != 0) isOn = false;
        target = 0;
    }

    /** Null while whole bodies are picked; for a step it is the kind of the step's pick, also after an undo. */
    public ElementKind kind() {
        return isOn ? pick().kind() : null;
    }

    public boolean isOn() {
        return isOn;
    }

    /** @param k null for whole bodies */
    public void setKind(ElementKind k) {
        if (k == kind()) return;
        if (k == null || target() == null && pick.kind() == k) {
            isOn = k != null;
            last = -1;
            if (k == null) target = 0;
            changed.fire();
            return;
        }
        // What goes on is what belongs to what there was.
        whenKnown(() -> {
            Mesh m = mesh();
            Pick next = m == null ? Pick.none(k) : hand(m, selection().to(m, k));
            isOn = true;
            last = -1;
            set(next);
        });
    }

    private static Pick hand(Mesh m, Selection s) {
        Pick p = Pick.hand(m, s);
        p.note(m, s);
        return p;
    }

    /** The step that is being picked for, or null. */
    public Entry target() {
        Body b = selected.body();
        return b == null || target == 0 ? null : b.entry(target);
    }

    /** Picks anew for the open step. */
    public void pickFor(Entry e) {
        ParamDescriptor p = pickOf(e.step());
        if (p == null) return;
        target = e.id();
        last = -1;
        isOn = true;
        changed.fire();
    }

    /** Lets a step pick by hand only what is there of it, as soon as that is known. */
    public void accept(Entry e) {
        pickFor(e);
        whenKnown(() -> {
            Mesh m = mesh();
            if (m != null && target == e.id()) set(pick().accepted(m));
            done();
        });
    }

    public void done() {
        target = 0;
        isOn = false;
        pick = Pick.none(pick.kind());
        changed.fire();
    }

    /** The parameter of a step that says what it works on, or null. */
    public static ParamDescriptor pickOf(Step s) {
        for (ParamDescriptor p : StepDescriptor.of(s).params()) if (p.type() == Pick.class) return p;
        return null;
    }

    private static Pick value(Step s) {
        return (Pick) StepDescriptor.of(s).value(s, pickOf(s));
    }

    public Pick pick() {
        Entry e = target();
        return e == null ? pick : value(e.step());
    }

    public void set(Pick now) {
        Entry e = target();
        if (e == null) {
            pick = now;
            changed.fire();
            return;
        }
        String id = selected.body().id();
        document.edit(
                "Change pick",
                "pick:" + e.id(),
                d -> Edits.setValue(d, id, e.id(), pickOf(e.step()).name(), now));
        document.endMerge();
    }

    /** Takes what is picked for a step that is being added, and is empty then. */
    public Pick take() {
        Pick taken = pick;
        pick = Pick.none(taken.kind());
        isOn = false;
        last = -1;
        return taken;
    }

    /** The mesh that elements are picked on: what goes into the step that is picked for, or what the body shows. */
    public Mesh mesh() {
        Body b = selected.body();
        if (b == null) return null;
        return target() == null ? results.shownMesh(b) : openStep.in();
    }

    /** What the pick comes to on the mesh; while that is being worked out, what was picked on it before. */
    public Selection selection() {
        Mesh m = mesh();
        Pick p = pick();
        if (m == null) return Selection.none(p.kind());
        Picked now = answer(p, m);
        if (now != null) {
            shown = now.selection();
            shownOn = m;
        } else if (m != shownOn || shown.kind() != p.kind()) return Selection.none(p.kind());
        return shown;
    }

    /** A click on an element; -1 is a click on none. */
    public void click(int element, How how) {
        Mesh m = mesh();
        if (m == null) return;
        if (element < 0) {
            if (how == How.ALONE && !pick().terms().isEmpty()) set(Pick.none(pick().kind()));
            last = -1;
            return;
        }
        last = element;
        join(Selection.of(pick().kind(), element), how);
    }

    /** Adds the way from the element that was clicked last to another. */
    public void pathTo(int element) {
        Mesh m = mesh();
        if (m == null || element < 0) return;
        if (last < 0) {
            click(element, How.ADD);
            return;
        }
        Selection way = Paths.between(m, pick().kind(), last, element);
        if (way.isEmpty()) messages.say("There is no way from the element picked last to this one.", true);
        else join(way, How.ADD);
        last = element;
    }

    /** Elements of the mesh that is shown join what is picked, or leave it. */
    public void join(Selection s, How how) {
        Mesh m = mesh();
        if (m == null) return;
        if (how == How.ALONE && waiting.isEmpty()) {
            // It does not matter what was picked before.
            set(hand(m, s));
            return;
        }
        whenKnown(() -> {
            // What was clicked was on that mesh; another may have come while it waited.
            if (mesh() != m || s.kind() != pick().kind()) return;
            if (how == How.ALONE) set(hand(m, s));
            else joinNow(m, s, how);
        });
    }

    private void joinNow(Mesh m, Selection s, How how) {
        Pick now = pick();
        Selection before = selection();
        Selection after = how == How.ADD ? before.with(s) : before.without(s);
        if (after.equals(before)) return;
        boolean none = now.terms().isEmpty();
        Rule.Hand hand = now.terms().size() == 1
                        && now.terms().getFirst() instanceof Term.Where w
                        && w.how() == Term.How.AND
                        && w.rule() instanceof Rule.Hand h
                ? h
                : null;
        Pick next;
        if (after.isEmpty() && (none || hand != null)) next = Pick.none(after.kind());
        else if (none) next = Pick.hand(m, after);
        else if (hand != null) next = Pick.of(after.kind(), Rule.Hand.of(m, after.kind(), hand.inOrder(m, after)));
        else {
            // A rule stays a rule: what is added or taken away by hand comes behind it.
            Selection by = how == How.ADD ? s.without(before) : s.within(before);
            Term.How joined = how == How.ADD ? Term.How.AND : Term.How.WITHOUT;
            next = now.and(new Term.Where(joined, Rule.Hand.of(m, by)));
        }
        next.note(m, after);
        set(next);
    }

    /** Grows, shrinks, loops … what is picked. */
    public void change(Term.Kind change, double amount) {
        whenKnown(() -> changeNow(change, amount));
    }

    private void changeNow(Term.Kind change, double amount) {
        Pick now = pick();
        if (selection().isEmpty() && change != Term.Kind.INVERT) {
            messages.say("Nothing is picked yet.", false);
            return;
        }
        List<Term> terms = now.terms();
        boolean counts = change == Term.Kind.GROW || change == Term.Kind.SHRINK;
        if (counts && terms.getLast() instanceof Term.Change c && c.kind() == change) {
            now = now.without(terms.size() - 1);
            amount += c.amount();
        }
        set(now.and(new Term.Change(change, amount)));
    }

    /** Adds what a rule says. */
    public void rule(Rule rule) {
        set(pick().and(Term.where(rule)));
    }

    /** Adds the faces that look the way the picked ones do, wherever they are. */
    public void alike(double degrees) {
        whenKnown(() -> alikeNow(degrees));
    }

    private void alikeNow(double degrees) {
        Mesh m = mesh();
        Selection faces =
                m == null ? Selection.none(ElementKind.FACE) : selection().to(m, ElementKind.FACE);
        if (faces.isEmpty()) {
            messages.say("Pick a face first; then those that look the same way are found.", false);
            return;
        }
        double[] n = new double[3];
        Normals.areaVector(m, faces.elements().nextSetBit(0), n);
        rule(new Rule.Facing(new Vec3(n[0], n[1], n[2]).unit(), degrees));
    }

    /** Adds the faces with as many sides, or of the same material, as the first picked one. */
    public void likeFirst(boolean material) {
        whenKnown(() -> likeFirstNow(material));
    }

    private void likeFirstNow(boolean material) {
        Mesh m = mesh();
        Selection faces =
                m == null ? Selection.none(ElementKind.FACE) : selection().to(m, ElementKind.FACE);
        if (faces.isEmpty()) {
            messages.say("Pick a face first; then those like it are found.", false);
            return;
        }
        int f = faces.elements().nextSetBit(0);
        rule(material ? new Rule.OfMaterial(m.materialOf(f)) : new Rule.Sides(m.sides(f)));
    }

    /** "12 edges, 84.2 mm"; "" when nothing is picked. */
    public String inNumbers() {
        Mesh m = mesh();
        Selection s = selection();
        if (m == null || s.isEmpty()) return "nothing picked";
        String count = PickText.count(s.size(), s.kind());
        double sum = 0;
        Adjacency adj = m.adjacency();
        for (int i = s.elements().nextSetBit(0); i >= 0; i = s.elements().nextSetBit(i + 1)) {
            if (s.kind() == ElementKind.EDGE) sum += adj.edgeLength(i, m);
            if (s.kind() == ElementKind.FACE) sum += Normals.area(m, i);
        }
        if (s.kind() == ElementKind.EDGE) return count + ", " + Unit.LENGTH.of(Math.rint(sum * 10) / 10);
        if (s.kind() == ElementKind.FACE)
            return count + ", "
                    + (sum < 1000
                            ? Numbers.show(Math.rint(sum * 10) / 10) + " mm²"
                            : String.format(Locale.ROOT, "%,.1f cm²", sum / 100).replace(',', ' '));
        return count;
    }

    /** What the things are called that the picks of a step of the selected body speak of. */
    public PickNames names(Entry e) {
        return new PickNaming(document, results, selected.body(), e);
    }
}
