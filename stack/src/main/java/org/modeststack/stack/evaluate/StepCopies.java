package org.modeststack.stack.evaluate;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.modeststack.mesh.Mesh;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.pick.Pick;

/**
 * Copies steps to another body, so that what they pick by hand means the same named things there. Names come from the
 * steps that made a thing, so the first body is carried out once more as if its steps were those of the other one, kind
 * by kind in their order: what has been picked has the names then that it has on the other body. What that does not have
 * is lost, and said at the step.
 */
public final class StepCopies {
    private final Document document;
    private final Evaluator evaluator;
    /** Bodies of the document that stand for others while names are looked up. */
    private final Map<String, Body> standIns = new LinkedHashMap<>();

    private long nextId;

    private StepCopies(Document document, Evaluator evaluator) {
        this.document = document;
        this.evaluator = evaluator;
        nextId = document.nextId();
    }

    /**
     * The document with copies of steps at the end of another body; sources are left out. Takes as long as carrying out
     * the steps where one of them picks by hand. Can be stopped.
     *
     * @throws StepException if the other body cannot have one of the steps, as when it would use itself
     */
    public static Document copy(
            Document d, String fromBody, Collection<Long> entryIds, String toBody, Evaluator evaluator)
            throws StepException {
        Document copied = copied(d, fromBody, entryIds, toBody);
        Body from = d.bodyOf(fromBody), to = d.bodyOf(toBody);
        List<Entry> added = copied.bodyOf(toBody)
                .entries()
                .subList(to.entries().size(), copied.bodyOf(toBody).entries().size());
        if (added.stream().allMatch(e -> handPicks(e.step()) == 0)) return copied;
        Map<Long, Long> copies = new HashMap<>();
        int next = 0;
        for (Entry e : from.entries())
            if (entryIds.contains(e.id()) && !e.step().isSource())
                copies.put(e.id(), added.get(next++).id());
        Map<Long, Step> named = new StepCopies(copied, evaluator).named(from, to, copies, added);
        return copied.with(
                toBody,
                b -> b.withEntries(b.entries().stream()
                        .map(e -> named.containsKey(e.id()) ? e.withStep(named.get(e.id())) : e)
                        .toList()));
    }

    private static Document copied(Document d, String fromBody, Collection<Long> entryIds, String toBody)
            throws StepException {
        try {
            return Edits.copySteps(d, fromBody, entryIds, toBody);
        } catch (IllegalArgumentException e) {
            throw new StepException(Objects.requireNonNull(e.getMessage()));
        }
    }

    private static int handPicks(Step s) {
        return Pick.in(s).stream().mapToInt(Pick::handPicked).sum();
    }

    /** The steps that were added with picks by the names of the other body, by their ids. */
    private Map<Long, Step> named(Body from, Body to, Map<Long, Long> copies, List<Entry> added) {
        Map<Long, Long> ids = counterparts(from, to, copies.keySet());
        ids.putAll(copies);
        String id = "copy of " + from.id();
        standIns.put(id, as(from, to, id, ids));
        List<Body> bodies = new ArrayList<>();
        for (Body b : document.bodies()) bodies.add(standIns.getOrDefault(b.id(), b));
        bodies.add(standIns.get(id));
        Document named = document.withBodies(bodies).withNextId(nextId);
        BodyResult before = evaluator.evaluate(document, from.id(), Progress.NONE);
        BodyResult after = evaluator.evaluate(named, id, Progress.NONE);
        Map<Long, Step> out = new HashMap<>();
        for (Entry e : added) {
            int i = named.bodyOf(id).indexOf(e.id());
            if (i <= 0 || handPicks(e.step()) == 0) continue;
            Mesh picked = before.steps().get(i - 1).mesh(),
                    other = after.steps().get(i - 1).mesh();
            out.put(e.id(), Pick.renamed(e.step(), picked, other));
        }
        return out;
    }

    /** A body with the ids of the steps of another one, of whose tools its own take the names too. */
    private Body as(Body a, Body b, String id, Map<Long, Long> ids) {
        List<Entry> entries = Edits.renumbered(a.entries(), old -> ids.computeIfAbsent(old, _ -> nextId++));
        List<Entry> out = new ArrayList<>();
        for (Entry e : entries) {
            Entry other = b.entry(e.id());
            out.add(other == null ? e : e.withStep(withTools(e.step(), other.step())));
        }
        return new Body(id, a.name(), a.visible(), a.material(), a.set(), out, a.marker(), a.unknown());
    }

    /** A step that uses what has the names of the tools of another one. */
    private Step withTools(Step step, Step other) {
        StepDescriptor d = StepDescriptor.of(step);
        Step out = step;
        for (ParamDescriptor p : d.params()) {
            if (p.type() != Bodies.class) continue;
            List<String> mine = ((Bodies) d.value(step, p)).ids(), its = ((Bodies) d.value(other, p)).ids();
            if (mine.size() != its.size()) continue;
            List<String> tools = new ArrayList<>();
            for (int i = 0; i < mine.size(); i++) tools.add(standIn(mine.get(i), its.get(i)));
            out = d.with(out, p.name(), new Bodies(tools));
        }
        return out;
    }

    /** A body under the id of another; itself where that is taken. */
    private String standIn(String tool, String as) {
        Body a = document.body(tool), b = document.body(as);
        if (tool.equals(as) || a == null || b == null || standIns.containsKey(as)) return tool;
        // So that tools of tools that go in a circle of names come to an end.
        standIns.put(as, b);
        standIns.put(as, as(a, b, as, counterparts(a, b, Set.of())));
        return as;
    }

    /**
     * For steps of one body the steps of another that do the same kind of thing, in the same order: a longest common
     * subsequence, by the table of Wagner and Fischer, "The string-to-string correction problem", J. ACM 21, 1974.
     *
     * @param without steps of the first that have no counterpart
     */
    static Map<Long, Long> counterparts(Body a, Body b, Set<Long> without) {
        List<Entry> s =
                a.entries().stream().filter(e -> !without.contains(e.id())).toList();
        List<Entry> t = b.entries();
        int[][] length = new int[s.size() + 1][t.size() + 1];
        for (int i = s.size() - 1; i >= 0; i--)
            for (int j = t.size() - 1; j >= 0; j--)
                length[i][j] = isAlike(s.get(i), t.get(j))
                        ? length[i + 1][j + 1] + 1
                        : Math.max(length[i + 1][j], length[i][j + 1]);
        Map<Long, Long> out = new HashMap<>();
        for (int i = 0, j = 0; i < s.size() && j < t.size(); ) {
            if (isAlike(s.get(i), t.get(j))) out.put(s.get(i++).id(), t.get(j++).id());
            else if (length[i + 1][j] >= length[i][j + 1]) i++;
            else j++;
        }
        return out;
    }

    private static boolean isAlike(Entry a, Entry b) {
        return a.enabled() == b.enabled() && a.step().getClass() == b.step().getClass();
    }
}
