package org.modeststack.app;

import it.unimi.dsi.fastutil.ints.IntLinkedOpenHashSet;
import java.util.List;
import java.util.Locale;
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
import org.modeststack.stack.evaluate.LaterTags;
import org.modeststack.stack.evaluate.StepResult;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.pick.Term;

/**
 * What is picked in the view: elements of the selected body for the next step, or those of a step that is being picked
 * anew. An expression all the time, so that "the loop of this edge" stays just that. Lives on the interface thread.
 */
final class Picking {
    /** How a click joins what is picked already. */
    enum How {
        ALONE,
        ADD,
        TAKE_AWAY
    }

    private final Session session;
    /** Null while whole bodies are picked. */
    private ElementKind kind;

    private Pick pick = Pick.none(ElementKind.FACE);
    /** The step whose pick is being changed, or 0. */
    private long target;

    private String body;
    private int last = -1;
    private Mesh resolvedOn;
    private Pick resolvedFor;
    private Selection resolved;
    /** The mesh that goes into the target with tags that are named below it, kept so that it stays the same one. */
    private Mesh withLater;

    private Mesh laterOn;
    private Entry laterFor;

    Picking(Session session) {
        this.session = session;
        session.listen(this::follow);
    }

    /** Another body, or another open step, ends what was being picked. */
    private void follow() {
        Body b = session.body();
        String now = b == null ? null : b.id();
        if (now == null || !now.equals(body)) {
            body = now;
            pick = Pick.none(pick.kind());
            last = -1;
            target = 0;
        }
        Entry open = session.openEntry();
        if (target != 0 && (open == null || open.id() != target)) target = 0;
    }

    /** Null while whole bodies are picked; for a step it is the kind of the step's pick, also after an undo. */
    ElementKind kind() {
        return target() == null || kind == null ? kind : pick().kind();
    }

    boolean isOn() {
        return kind != null;
    }

    /** @param k null for whole bodies */
    void setKind(ElementKind k) {
        if (k == kind()) return;
        Entry e = target();
        if (k != null && e != null) {
            // The step goes on with what belongs to what it had.
            Mesh m = mesh();
            Pick next = m == null ? Pick.none(k) : Pick.hand(m, selection().to(m, k));
            kind = k;
            last = -1;
            set(next);
            return;
        }
        kind = k;
        last = -1;
        if (k != null && target == 0 && pick.kind() != k) {
            Mesh m = mesh();
            pick = m == null ? Pick.none(k) : Pick.hand(m, selection().to(m, k));
        }
        if (k == null) target = 0;
        session.changedPick();
    }

    /** The step that is being picked for, or null. */
    Entry target() {
        Body b = session.body();
        return b == null || target == 0 ? null : b.entry(target);
    }

    /** Picks anew for the open step. */
    void pickFor(Entry e) {
        ParamDescriptor p = pickOf(e.step());
        if (p == null) return;
        target = e.id();
        last = -1;
        kind = value(e.step()).kind();
        session.changedPick();
    }

    void done() {
        target = 0;
        kind = null;
        pick = Pick.none(pick.kind());
        session.changedPick();
    }

    /** The parameter of a step that says what it works on, or null. */
    static ParamDescriptor pickOf(Step s) {
        for (ParamDescriptor p : StepDescriptor.of(s).params()) if (p.kind() == ParamDescriptor.Kind.PICK) return p;
        return null;
    }

    private static Pick value(Step s) {
        return (Pick) StepDescriptor.of(s).value(s, pickOf(s));
    }

    Pick pick() {
        Entry e = target();
        return e == null ? pick : value(e.step());
    }

    void set(Pick now) {
        Entry e = target();
        if (e == null) {
            pick = now;
            session.changedPick();
            return;
        }
        String id = session.body().id();
        session.edit(
                "Change pick",
                "pick:" + e.id(),
                d -> Edits.setValue(d, id, e.id(), pickOf(e.step()).name(), now));
        session.endMerge();
    }

    /** Takes what is picked for a step that is being added, and is empty then. */
    Pick take() {
        Pick taken = pick;
        pick = Pick.none(taken.kind());
        kind = null;
        last = -1;
        return taken;
    }

    /** The mesh that elements are picked on: what goes into the step that is picked for, or what the body shows. */
    Mesh mesh() {
        Body b = session.body();
        if (b == null) return null;
        Entry e = target();
        if (e == null) return session.shownMesh(b);
        int at = b.indexOf(e.id());
        StepResult before =
                at == 0 ? null : session.result(b.id(), b.entries().get(at - 1).id());
        if (before == null) return null;
        LaterTags later = LaterTags.of(b, at, before.mesh());
        if (later.isEmpty()) return before.mesh();
        if (before.mesh() != laterOn || !e.equals(laterFor)) {
            laterOn = before.mesh();
            laterFor = e;
            withLater = later.on(before.mesh());
        }
        return withLater;
    }

    /** What the pick comes to on the mesh. */
    Selection selection() {
        Mesh m = mesh();
        Pick p = pick();
        if (m == null) return Selection.none(p.kind());
        if (m != resolvedOn || !p.equals(resolvedFor)) {
            resolved = p.on(m).selection();
            resolvedOn = m;
            resolvedFor = p;
        }
        return resolved;
    }

    /** A click on an element; -1 is a click on none. */
    void click(int element, How how) {
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
    void pathTo(int element) {
        Mesh m = mesh();
        if (m == null || element < 0) return;
        if (last < 0) {
            click(element, How.ADD);
            return;
        }
        Selection way = Paths.between(m, pick().kind(), last, element);
        if (way.isEmpty()) session.say("There is no way from the element picked last to this one.", true);
        else join(way, How.ADD);
        last = element;
    }

    /** Elements join what is picked, or leave it. */
    void join(Selection s, How how) {
        Mesh m = mesh();
        if (m == null) return;
        Pick now = pick();
        if (how == How.ALONE) {
            set(Pick.hand(m, s));
            return;
        }
        Selection before = selection();
        Selection after = how == How.ADD ? before.with(s) : before.without(s);
        if (after.equals(before)) return;
        boolean hand = now.terms().isEmpty()
                || (now.terms().size() == 1
                        && ((now.terms().getFirst() instanceof Term.Where w)
                                && w.how() == Term.How.AND
                                && w.rule() instanceof Rule.Hand));
        if (hand) {
            set(
                    after.isEmpty()
                            ? Pick.none(after.kind())
                            : Pick.of(after.kind(), Rule.Hand.of(m, after.kind(), inOrder(m, now, after))));
            return;
        }
        // A rule stays a rule: what is added or taken away by hand comes behind it.
        Selection by = how == How.ADD ? s.without(before) : s.within(before);
        Term.How joined = how == How.ADD ? Term.How.AND : Term.How.WITHOUT;
        set(now.and(new Term.Where(joined, Rule.Hand.of(m, by))));
    }

    /** The elements as they were picked: those that were there before come first, in their order. */
    private static int[] inOrder(Mesh m, Pick before, Selection now) {
        IntLinkedOpenHashSet order = new IntLinkedOpenHashSet();
        for (Term t : before.terms()) {
            if (!(t instanceof Term.Where w) || !(w.rule() instanceof Rule.Hand h)) continue;
            for (int e : h.elementsOn(m, before.kind())) if (now.contains(e)) order.add(e);
        }
        now.elements().stream().forEach(order::add);
        return order.toIntArray();
    }

    /** Grows, shrinks, loops … what is picked. */
    void change(Term.Kind change, double amount) {
        Pick now = pick();
        if (selection().isEmpty() && change != Term.Kind.INVERT) {
            session.say("Nothing is picked yet.", false);
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
    void rule(Rule rule) {
        set(pick().and(Term.where(rule)));
    }

    /** Adds the faces that look the way the picked ones do, wherever they are. */
    void alike(double degrees) {
        Mesh m = mesh();
        Selection faces =
                m == null ? Selection.none(ElementKind.FACE) : selection().to(m, ElementKind.FACE);
        if (faces.isEmpty()) {
            session.say("Pick a face first; then those that look the same way are found.", false);
            return;
        }
        double[] n = new double[3];
        Normals.areaVector(m, faces.elements().nextSetBit(0), n);
        rule(new Rule.Facing(new Vec3(n[0], n[1], n[2]).unit(), degrees));
    }

    /** Adds the faces with as many sides, or of the same material, as the first picked one. */
    void likeFirst(boolean material) {
        Mesh m = mesh();
        Selection faces =
                m == null ? Selection.none(ElementKind.FACE) : selection().to(m, ElementKind.FACE);
        if (faces.isEmpty()) {
            session.say("Pick a face first; then those like it are found.", false);
            return;
        }
        int f = faces.elements().nextSetBit(0);
        rule(material ? new Rule.OfMaterial(m.materialOf(f).name()) : new Rule.Sides(m.sides(f)));
    }

    /** "12 edges, 84.2 mm"; "" when nothing is picked. */
    String inNumbers() {
        Mesh m = mesh();
        Selection s = selection();
        if (m == null || s.isEmpty()) return "nothing picked";
        String count = PickText.count(s.size(), s.kind());
        double sum = 0;
        Adjacency adj = m.adjacency();
        double[] n = new double[3];
        for (int i = s.elements().nextSetBit(0); i >= 0; i = s.elements().nextSetBit(i + 1)) {
            if (s.kind() == ElementKind.EDGE)
                sum += m.point(adj.edgeLow(i)).minus(m.point(adj.edgeHigh(i))).length();
            if (s.kind() == ElementKind.FACE) {
                Normals.areaVector(m, i, n);
                sum += Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]);
            }
        }
        if (s.kind() == ElementKind.EDGE) return count + ", " + Numbers.show(Math.rint(sum * 10) / 10) + " mm";
        if (s.kind() == ElementKind.FACE)
            return count + ", "
                    + (sum < 1000
                            ? Numbers.show(Math.rint(sum * 10) / 10) + " mm²"
                            : String.format(Locale.ROOT, "%,.1f cm²", sum / 100).replace(',', ' '));
        return count;
    }

    /** The step whose elements a tag holds, in words. */
    String madeBy(String tag) {
        Body b = session.body();
        if (b == null) return "an earlier step";
        for (int i = 0; i < b.entries().size(); i++) {
            String name = StepContext.madeTag(b.entries().get(i).seed());
            if (tag.equals(name)) return "step " + (i + 1);
            if (tag.startsWith(name + ":")) return "step " + (i + 1) + " (" + tag.substring(name.length() + 1) + ")";
        }
        return "a step that is gone";
    }
}
