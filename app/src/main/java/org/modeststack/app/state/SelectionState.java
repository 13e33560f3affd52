package org.modeststack.app.state;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Entry;

/**
 * The bodies that are chosen, in that order, of which the first is worked on; which of its steps are selected, and the one whose
 * drawer is open.
 */
public final class SelectionState {
    private final DocumentState document;
    private final Signal changed;
    private final Set<Long> steps = new LinkedHashSet<>();
    /** The first is worked on; empty only where the document has no bodies. */
    private final List<String> chosen = new ArrayList<>();
    /** The ids from a body that stands for itself over tools and their tools to the one that is worked on. */
    private List<String> way = List.of();

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
        chosen.clear();
        way = List.of();
        follow();
    }

    /** What was selected may be gone. */
    private void follow() {
        Document d = document.current();
        chosen.removeIf(id -> d.body(id) == null);
        if (chosen.isEmpty() && !d.bodies().isEmpty())
            chosen.add(d.bodies().getFirst().id());
        way = chosen.isEmpty() ? List.of() : wayTo(chosen.getFirst());
        Body b = body();
        steps.removeIf(id -> b == null || b.entry(id) == null);
        if (b == null || b.entry(openStep) == null) openStep = 0;
        changed.fire();
    }

    /** The body that is worked on; null where the document has no bodies. */
    public Body body() {
        return chosen.isEmpty() ? null : document.current().body(chosen.getFirst());
    }

    /** All chosen bodies, the one that is worked on first. */
    public List<Body> chosen() {
        return chosen.stream().map(document.current()::body).toList();
    }

    public boolean isChosen(String id) {
        return chosen.contains(id);
    }

    /** From a body that stands for itself to the one that is worked on: each is a tool of the one before. */
    public List<Body> way() {
        return way.stream().map(document.current()::body).toList();
    }

    /** Chooses one body alone. */
    public void select(String id) {
        if (id == null || chosen.size() == 1 && id.equals(chosen.getFirst())) return;
        choose(List.of(id));
    }

    /** Chooses one more, or no longer; one stays chosen. */
    public void toggle(String id) {
        List<String> now = new ArrayList<>(chosen);
        if (!now.remove(id)) now.add(id);
        if (!now.isEmpty()) choose(now);
    }

    /** @param ids in order; nothing is changed where there are none */
    public void choose(Collection<String> ids) {
        if (ids.isEmpty() || List.copyOf(ids).equals(chosen)) return;
        boolean same = !chosen.isEmpty() && ids.iterator().next().equals(chosen.getFirst());
        chosen.clear();
        chosen.addAll(new LinkedHashSet<>(ids));
        way = wayTo(chosen.getFirst());
        if (!same) {
            steps.clear();
            openStep = 0;
        }
        changed.fire();
    }

    /** The way there, like the one before as far as can be: a body may be the tool of several. */
    private List<String> wayTo(String id) {
        Document d = document.current();
        List<String> known = new ArrayList<>();
        for (String on : way) {
            if (d.body(on) == null || !known.isEmpty() && !isTool(d, on, known.getLast())) break;
            known.add(on);
            if (on.equals(id)) break;
        }
        if (!known.isEmpty() && d.isTool(known.getFirst())) known.clear();
        while (!known.isEmpty() && !known.getLast().equals(id)) {
            if (isTool(d, id, known.getLast())) {
                known.add(id);
                return known;
            }
            known.removeLast();
        }
        if (!known.isEmpty()) return known;
        Deque<String> up = new ArrayDeque<>(List.of(id));
        while (d.isTool(up.getFirst())) {
            String user = d.usersOf(up.getFirst()).stream()
                    .map(Body::id)
                    .filter(u -> !up.contains(u) && isTool(d, up.getFirst(), u))
                    .findFirst()
                    .orElse(null);
            if (user == null) break;
            up.addFirst(user);
        }
        return new ArrayList<>(up);
    }

    private static boolean isTool(Document d, String id, String of) {
        return d.toolsOf(of).stream().anyMatch(b -> b.id().equals(id));
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
