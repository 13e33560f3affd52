package org.modeststack.stack.evaluate;

import java.util.ArrayList;
import java.util.List;
import org.modeststack.mesh.Mesh;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Step;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.pick.Term;

/**
 * Picks by hand of a document of an earlier version, which knew elements one by one, written anew as what they are
 * together: the document is carried out once, and where all that was picked is there it is looked at.
 *
 * @param changes steps that pick the same in another way
 * @param lost how many picks name something that is not there any more; they stay as they are, and their steps say so
 */
public record PickRenewal(List<Change> changes, int lost) {
    /** A step of a body, as it was and as it is to be. */
    public record Change(String body, long entry, Step before, Step after) {}

    /** What is to be changed in a document; takes as long as carrying out its bodies with such picks. */
    public static PickRenewal of(Document d, Evaluator evaluator, Progress progress) {
        List<Change> changes = new ArrayList<>();
        int lost = 0;
        for (Body b : d.bodies()) {
            if (b.entries().stream().noneMatch(e -> hasOld(e.step()))) continue;
            BodyResult result = evaluator.evaluate(d, b.id(), progress);
            for (int i = 1; i < b.entries().size() && i <= result.steps().size(); i++) {
                Entry e = b.entries().get(i);
                if (!e.enabled() || !hasOld(e.step())) continue;
                Mesh in = result.steps().get(i - 1).mesh();
                Step after = Pick.together(e.step(), in);
                if (!after.equals(e.step())) changes.add(new Change(b.id(), e.id(), e.step(), after));
                lost += (int) Pick.in(e.step()).stream()
                        .filter(p -> p.handPicked() > 0 && p.on(in).lost() > 0)
                        .count();
            }
        }
        return new PickRenewal(List.copyOf(changes), lost);
    }

    private static boolean hasOld(Step step) {
        return Pick.in(step).stream()
                .flatMap(p -> p.terms().stream())
                .anyMatch(t -> t instanceof Term.Where w && w.rule() instanceof Rule.Hand h && !h.isTogether());
    }

    /** Whether a document has any of the steps as they were. */
    public boolean appliesTo(Document d) {
        return changes.stream().anyMatch(c -> {
            Body b = d.body(c.body);
            return b != null && b.entries().stream().anyMatch(e -> isBefore(e, c));
        });
    }

    private static boolean isBefore(Entry e, Change c) {
        return e.id() == c.entry && e.step().equals(c.before);
    }

    /** The document with the changes, but for steps that have been changed meanwhile. */
    public Document on(Document d) {
        Document out = d;
        for (Change c : changes)
            if (out.body(c.body) != null)
                out = out.with(
                        c.body,
                        b -> b.withEntries(b.entries().stream()
                                .map(e -> isBefore(e, c) ? e.withStep(c.after) : e)
                                .toList()));
        return out;
    }

    /** What has been done, in a sentence; empty where there was nothing to do. */
    public String inWords() {
        String done = changes.isEmpty()
                ? ""
                : "Picks of " + count(changes.size(), "step")
                        + " of an earlier version now mean the whole of what was picked.";
        String left = lost == 0
                ? ""
                : count(lost, "pick") + (lost == 1 ? " names" : " name") + " what is not there any more; "
                        + (lost == 1 ? "its step tells" : "their steps tell") + " of it.";
        return (done + " " + left).strip();
    }

    private static String count(int n, String what) {
        return n + " " + what + (n == 1 ? "" : "s");
    }
}
