package org.modeststack.stack;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.function.LongUnaryOperator;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.OneShell;
import org.modeststack.steps.mark.TagStep;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.source.Imported;
import org.modeststack.steps.source.Linked;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Everything that can be done to a document, as functions from document to document. Long because each edit is a method of
 * its own, and all of them are found here.
 */
public final class Edits {
    private Edits() {}

    /** The same with a material that comes from elsewhere and is added to those of the document where it is new. */
    public static Document addBody(Document d, String name, Material material, Step source) {
        Materials.Added added = d.materials().adding(material);
        return addBody(d.withMaterials(added.materials()), name, added.name(), source);
    }

    /**
     * A new body at the end, made of a mesh from a file whose materials are added to those of the document.
     *
     * @param file its name, for the step
     * @param looks how the mesh's materials look
     */
    public static Document importMesh(Document d, String name, String file, Mesh mesh, Materials looks) {
        Named named = named(d, mesh, looks);
        Imported source = new Imported(file, 1, named.mesh);
        return addBody(d.withMaterials(named.materials), name, Material.DEFAULT.name(), source);
    }

    /**
     * Takes a mesh that was read again in place of the one a body was made from, and its materials.
     *
     * @param mesh with the keys of the one before where it is the same
     */
    public static Document rereadMesh(Document d, String bodyId, String file, Mesh mesh, Materials looks) {
        Imported before = (Imported) d.bodyOf(bodyId).entries().getFirst().step();
        Named named = named(d, mesh, looks);
        Imported source = new Imported(file, before.scale(), named.mesh);
        return replaceSource(d.withMaterials(named.materials), bodyId, source);
    }

    /** A mesh by the names that its materials have in a document, and the document's materials with those. */
    private record Named(Mesh mesh, Materials materials) {}

    private static Named named(Document d, Mesh mesh, Materials looks) {
        List<String> names = new ArrayList<>();
        Materials all = d.materials();
        for (String m : mesh.materials()) {
            Materials.Added added = all.adding(looks.get(m));
            all = added.materials();
            names.add(added.name());
        }
        return new Named(mesh.withMaterials(names), all);
    }

    /**
     * A new body at the end, made of a source. Its id follows from the document's next id.
     *
     * @param material the name of one of the document's
     */
    public static Document addBody(Document d, String name, String material, Step source) {
        if (!source.isSource()) throw new IllegalArgumentException("A body starts with a source.");
        String id = "b" + d.nextId();
        Body body = new Body(
                id, d.freeName(name), true, material, List.of(new Entry(d.nextId() + 1, source)), Body.END, Map.of());
        List<Body> bodies = new ArrayList<>(d.bodies());
        bodies.add(body);
        return d.withBodies(bodies).withNextId(d.nextId() + 2);
    }

    /** Removes a body; steps of others no longer use it. */
    public static Document removeBody(Document d, String id) {
        List<Body> left = new ArrayList<>();
        for (Body b : d.bodies()) {
            if (b.id().equals(id)) continue;
            List<Entry> entries = b.entries().stream()
                    .map(e -> e.bodies().contains(id) ? e.withoutBody(id) : e)
                    .toList();
            left.add(entries.equals(b.entries()) ? b : b.withEntries(entries));
        }
        return d.withBodies(left);
    }

    /** A second body like this one right behind it, with steps of its own. */
    public static Document duplicateBody(Document d, String id) {
        Body b = d.bodyOf(id);
        long next = d.nextId();
        String newId = "b" + next++;
        List<Entry> entries = new ArrayList<>();
        for (Entry e : b.entries()) {
            entries.add(copy(e, next));
            next += idsIn(e);
        }
        entries = together(b.entries(), entries);
        Body copy = new Body(
                newId, d.freeName(b.name()), b.visible(), b.material(), b.set(), entries, b.marker(), b.unknown());
        List<Body> bodies = new ArrayList<>(d.bodies());
        bodies.add(d.bodies().indexOf(b) + 1, copy);
        return d.withBodies(bodies).withNextId(next);
    }

    /** The body that {@link #duplicateBody} has just made. */
    public static Body duplicateOf(Document d, String id) {
        return d.bodies().get(d.bodies().indexOf(d.bodyOf(id)) + 1);
    }

    /**
     * The same steps with other ids, as of another body. What is baked keeps its own.
     *
     * @param ids gives the id for an id
     */
    public static List<Entry> renumbered(List<Entry> entries, LongUnaryOperator ids) {
        return together(
                entries,
                entries.stream().map(e -> e.withId(ids.applyAsLong(e.id()))).toList());
    }

    /** Copies whose picks of what another copied step made mean that step's copy. */
    private static List<Entry> together(List<Entry> originals, List<Entry> copies) {
        Map<String, String> names = new HashMap<>();
        // What is baked keeps its mesh, and with it the names of what was made.
        for (int i = 0; i < copies.size(); i++)
            if (!(copies.get(i).step() instanceof Baked))
                names.put(
                        StepContext.madeTag(originals.get(i).seed()),
                        StepContext.madeTag(copies.get(i).seed()));
        List<Entry> out = new ArrayList<>();
        for (Entry e : copies) {
            out.add(
                    e.step() instanceof Baked
                            ? e
                            : e.withStep(Pick.withMade(e.step(), tag -> {
                                int part = tag.indexOf(':', StepContext.MADE.length());
                                String whole = part < 0 ? tag : tag.substring(0, part);
                                return names.getOrDefault(whole, whole) + (part < 0 ? "" : tag.substring(part));
                            })));
        }
        return out;
    }

    /** A step like this one with an id of its own, and new ones too for the steps it was baked from. */
    private static Entry copy(Entry e, long id) {
        Entry copy = e.withId(id);
        if (!(e.step() instanceof Baked baked)) return copy;
        List<Entry> from = new ArrayList<>();
        long next = id + 1;
        for (Entry inner : baked.from()) {
            from.add(copy(inner, next));
            next += idsIn(inner);
        }
        return copy.withStep(new Baked(baked.mesh(), from, baked.input()));
    }

    /** How many ids a step takes, with those it was baked from. */
    private static long idsIn(Entry e) {
        long n = 1;
        if (e.step() instanceof Baked baked) for (Entry inner : baked.from()) n += idsIn(inner);
        return n;
    }

    /**
     * What was cut now cuts: the step leaves its body and stands at the end of the one body it uses, which it combines
     * with the first in the same way.
     */
    public static Document swapRoles(Document d, String id, long entryId) throws StepException {
        Entry e = d.bodyOf(id).entryOf(entryId);
        if (!(e.step() instanceof BooleanStep b) || b.with().ids().size() != 1) {
            throw new StepException("Roles can be swapped where a step combines with exactly one other body.");
        }
        String other = b.with().ids().getFirst();
        Document without = removeSteps(d, id, List.of(entryId));
        BooleanStep turned = new BooleanStep(b.operation(), Bodies.of(id), b.flipSheets(), b.weld(), b.followBends());
        return addStep(without, other, without.bodyOf(other).entries().size(), turned);
    }

    /** A body for each shell of this one, which follow it when it changes; it is hidden itself. */
    public static Document takeApart(Document d, String id, int shells) {
        Body b = d.bodyOf(id);
        for (int i = 1; i <= shells; i++) {
            d = addBody(d, b.name() + " part", b.material(), new Linked(Bodies.of(id)));
            Body part = d.bodies().getLast();
            int shell = i;
            long entry = d.nextId();
            d = d.with(
                            part.id(),
                            p -> p.withEntries(List.of(p.entries().getFirst(), new Entry(entry, new OneShell(shell)))))
                    .withNextId(entry + 1);
        }
        return setVisible(d, id, false);
    }

    public static Document renameBody(Document d, String id, String name) {
        return d.with(id, b -> b.withName(name.strip()));
    }

    public static Document moveBody(Document d, String id, int to) {
        List<Body> bodies = new ArrayList<>(d.bodies());
        Body b = d.bodyOf(id);
        bodies.remove(b);
        bodies.add(Math.clamp(to, 0, bodies.size()), b);
        return d.withBodies(bodies);
    }

    public static Document setVisible(Document d, Collection<String> ids, boolean visible) {
        for (String id : ids) d = setVisible(d, id, visible);
        return d;
    }

    public static Document setVisible(Document d, String id, boolean visible) {
        return d.with(id, b -> b.withVisible(visible));
    }

    /** @param set the name of the set that bodies are shown in, or "" for none */
    public static Document putInSet(Document d, Collection<String> ids, String set) {
        String name = set.strip();
        return d.withBodies(d.bodies().stream()
                .map(b -> ids.contains(b.id()) ? b.withSet(name) : b)
                .toList());
    }

    /**
     * Combines bodies: the first gets a step that uses the others, in order.
     *
     * @param step of the first, given those others
     */
    public static Document combine(Document d, List<String> ids, Function<Bodies, Step> step) throws StepException {
        Body first = d.bodyOf(ids.getFirst());
        List<String> others = ids.subList(1, ids.size());
        Document ready = BodyBefore.lookedAtBefore(
                d, first.id(), d.nextId(), first.entries().size(), others);
        for (String other : others)
            if (ready.dependsOn(other, first.id()))
                throw new StepException(d.nameOf(other) + " is made from " + first.name()
                        + ", so it cannot be its tool. Choose " + d.nameOf(other) + " first.");
        return addStep(d, first.id(), first.entries().size(), step.apply(new Bodies(others)));
    }

    /** @param material the name of one of the document's */
    public static Document setMaterial(Document d, String id, String material) {
        return d.with(id, b -> b.withMaterial(material));
    }

    public static Document addMaterial(Document d, Material material) {
        return d.withMaterials(d.materials().adding(material).materials());
    }

    /**
     * Gives a material another look, or another name, under which all that named it finds it from then on.
     *
     * @throws StepException if another material has that name
     */
    public static Document changeMaterial(Document d, String name, Material to) throws StepException {
        if (!to.name().equals(name) && d.materials().has(to.name()))
            throw new StepException("There is a material called " + to.name() + " already.");
        Document changed = d.withMaterials(d.materials().replaced(name, to));
        if (to.name().equals(name)) return changed;
        Map<String, JsonNode> unknown = new HashMap<>(d.unknown());
        if (unknown.get(Document.UNKNOWN_OF_MATERIALS) instanceof ObjectNode o && o.has(name)) {
            ObjectNode moved = o.deepCopy();
            moved.set(to.name(), moved.remove(name));
            unknown.put(Document.UNKNOWN_OF_MATERIALS, moved);
        }
        return changed.withUnknown(unknown)
                .withBodies(d.bodies().stream()
                        .map(b -> MaterialNames.renamed(b, name, to.name()))
                        .toList());
    }

    /**
     * Gives what is picked a weight in a tag, as a step at the marker line. Where the last step there gives the same pick
     * the same name, its weight changes; one after another they stand in a group.
     */
    public static Document paintTag(Document d, String bodyId, Pick pick, String name, double weight)
            throws StepException {
        Body b = d.bodyOf(bodyId);
        int at = b.shownSteps();
        Entry last = b.entries().get(at - 1);
        boolean sameTag = last.step() instanceof TagStep t && t.name().equals(name) && last.enabled();
        if (sameTag && ((TagStep) last.step()).what().equals(pick))
            return setValue(d, bodyId, last.id(), "weight", weight);
        long id = d.nextId();
        Document next = addStep(d, bodyId, at, new TagStep(pick, name, weight));
        if (!sameTag) return next;
        String group = last.group().isEmpty() ? "Weights of " + name : last.group();
        return setGroup(next, bodyId, List.of(last.id(), id), group);
    }

    /** Puts a step at a place; a source can only take the place of the first. The marker line stays with its step. */
    public static Document addStep(Document d, String bodyId, int index, Step step) {
        if (step.isSource())
            throw new IllegalArgumentException("A source can only come first; start a new body with it.");
        int at = Math.clamp(index, 1, d.bodyOf(bodyId).entries().size());
        Document ready = BodyBefore.lookedAtBefore(d, bodyId, d.nextId(), at, step.bodies());
        checkNoCircle(ready, bodyId, step);
        return ready.with(bodyId, b -> inserted(b, at, List.of(new Entry(d.nextId(), step))))
                .withNextId(d.nextId() + 1);
    }

    private static Body inserted(Body b, int at, List<Entry> added) {
        List<Entry> entries = new ArrayList<>(b.entries());
        String around = groupAround(entries, at);
        entries.addAll(
                at,
                around.isEmpty()
                        ? added
                        : added.stream().map(e -> e.withGroup(around)).toList());
        int marker = b.marker() != Body.END && at <= b.marker() ? b.marker() + added.size() : b.marker();
        return b.withEntries(entries).withMarker(marker);
    }

    /** Puts another source in the place of the first step. */
    public static Document replaceSource(Document d, String bodyId, Step source) {
        if (!source.isSource()) throw new IllegalArgumentException("A body starts with a source.");
        return d.with(bodyId, b -> b.with(b.entries().getFirst().id(), e -> e.withStep(source)));
    }

    /** @throws StepException if the value is not allowed */
    public static Document setValue(Document d, String bodyId, long entryId, String param, Object value)
            throws StepException {
        Entry entry = d.bodyOf(bodyId).entryOf(entryId);
        StepDescriptor descriptor = StepDescriptor.of(entry.step());
        Objects.requireNonNull(descriptor.param(param), param).check(value);
        if (value instanceof Bodies chosen) {
            d = BodyBefore.lookedAtBefore(d, bodyId, entryId, d.bodyOf(bodyId).indexOf(entryId), chosen.ids());
            for (String other : chosen.ids())
                if (d.dependsOn(other, bodyId)) throw new StepException(cycleMessage(d, bodyId, other));
        }
        // Numbers that are set are what is wanted, whatever was followed before.
        return d.with(
                bodyId,
                b -> b.with(entryId, e -> {
                    Entry set = e.withStep(descriptor.with(e.step(), param, value));
                    return set.anchors().containsKey(param)
                            ? set.withAnchors(AnchorEdits.without(set.anchors(), param))
                            : set;
                }));
    }

    /**
     * Sets a choice of a step, and its other numbers such that what it makes stays where it is, as far as that can be.
     *
     * @param in the mesh that goes into the step; null where it is not known
     * @throws StepException if the value is not allowed
     */
    public static Document setChoice(
            Document d, String bodyId, long entryId, String param, Object value, @Nullable Mesh in)
            throws StepException {
        Document set = setValue(d, bodyId, entryId, param, value);
        if (in == null) return set;
        Step before = d.bodyOf(bodyId).entryOf(entryId).step();
        return set.with(bodyId, b -> b.with(entryId, e -> e.withStep(e.step().rephrased(before, in))));
    }

    /** @throws IllegalArgumentException if a body would be made from itself, naming the way round */
    private static void checkNoCircle(Document d, String bodyId, Step step) {
        for (String other : step.bodies()) {
            if (d.dependsOn(other, bodyId)) throw new IllegalArgumentException(cycleMessage(d, bodyId, other));
        }
    }

    private static String cycleMessage(Document d, String bodyId, String other) {
        if (other.equals(bodyId)) return d.nameOf(bodyId) + " cannot be combined with itself.";
        return "That would go round in a circle: " + d.nameOf(bodyId) + " → " + d.wayInWords(d.wayOfUse(other, bodyId))
                + ".";
    }

    public static Document setEnabled(Document d, String bodyId, Collection<Long> entryIds, boolean enabled) {
        return changed(d, bodyId, entryIds, e -> e.withEnabled(enabled));
    }

    /** Lets the view wait with steps until they are asked for, or no longer. */
    public static Document setHeld(Document d, String bodyId, Collection<Long> entryIds, boolean held) {
        return changed(d, bodyId, entryIds, e -> e.withHeld(held));
    }

    private static Document changed(Document d, String bodyId, Collection<Long> entryIds, UnaryOperator<Entry> change) {
        return d.with(
                bodyId,
                b -> b.withEntries(b.entries().stream()
                        .map(e -> entryIds.contains(e.id()) ? change.apply(e) : e)
                        .toList()));
    }

    public static Document renameStep(Document d, String bodyId, long entryId, String name) {
        return d.with(bodyId, b -> b.with(entryId, e -> e.withName(name.strip())));
    }

    public static Document setNote(Document d, String bodyId, long entryId, String note) {
        return d.with(bodyId, b -> b.with(entryId, e -> e.withNote(note)));
    }

    /**
     * Puts steps, and whatever lies between them, into a group of a name; the source stays outside.
     *
     * @param group "" takes them out of their groups
     */
    public static Document setGroup(Document d, String bodyId, Collection<Long> entryIds, String group) {
        Body b = d.bodyOf(bodyId);
        int from = b.entries().size(), to = -1;
        for (int i = 1; i < b.entries().size(); i++) {
            if (!entryIds.contains(b.entries().get(i).id())) continue;
            from = Math.min(from, i);
            to = i;
        }
        List<Entry> entries = new ArrayList<>(b.entries());
        for (int i = from; i <= to; i++) entries.set(i, entries.get(i).withGroup(group.strip()));
        return d.with(bodyId, x -> x.withEntries(entries));
    }

    /** The group that a step comes to stand in when it is put at a place: the one that both neighbours belong to. */
    private static String groupAround(List<Entry> entries, int at) {
        if (at < 1 || at >= entries.size()) return "";
        String before = entries.get(at - 1).group();
        return before.equals(entries.get(at).group()) ? before : "";
    }

    /** Removes steps. The source stays: a body without one would be nothing. */
    public static Document removeSteps(Document d, String bodyId, Collection<Long> entryIds) {
        return d.with(bodyId, b -> {
            List<Entry> left = new ArrayList<>();
            int marker = b.marker();
            for (int i = 0; i < b.entries().size(); i++) {
                Entry e = b.entries().get(i);
                if (i == 0 || !entryIds.contains(e.id())) left.add(e);
                else if (b.marker() != Body.END && i < b.marker()) marker--;
            }
            return b.withMarker(Body.END).withEntries(left).withMarker(marker);
        });
    }

    /** A copy of each of the steps behind the last of them. */
    public static Document duplicateSteps(Document d, String bodyId, Collection<Long> entryIds) {
        Body body = d.bodyOf(bodyId);
        int behind = 0;
        List<Entry> originals = new ArrayList<>(), copies = new ArrayList<>();
        long next = d.nextId();
        for (int i = 0; i < body.entries().size(); i++) {
            Entry e = body.entries().get(i);
            if (!entryIds.contains(e.id()) || e.step().isSource()) continue;
            copies.add(copy(e, next));
            originals.add(e);
            next += idsIn(e);
            behind = i + 1;
        }
        if (copies.isEmpty()) return d;
        int at = behind;
        return d.with(bodyId, b -> inserted(b, at, together(originals, copies))).withNextId(next);
    }

    /** Copies of steps at the end of another body. Sources are left out. */
    public static Document copySteps(Document d, String fromBody, Collection<Long> entryIds, String toBody) {
        List<Entry> originals = new ArrayList<>(), copies = new ArrayList<>();
        long next = d.nextId();
        for (Entry e : d.bodyOf(fromBody).entries()) {
            if (!entryIds.contains(e.id()) || e.step().isSource()) continue;
            checkNoCircle(d, toBody, e.step());
            copies.add(copy(e, next));
            originals.add(e);
            next += idsIn(e);
        }
        return d.with(toBody, b -> inserted(b, b.entries().size(), together(originals, copies)))
                .withNextId(next);
    }

    /**
     * Moves a step to another place. The source stays first.
     *
     * @param to its place when it has been taken out
     */
    public static Document moveStep(Document d, String bodyId, long entryId, int to) {
        Body body = d.bodyOf(bodyId);
        int from = body.indexOf(entryId);
        if (from <= 0) return d;
        List<Entry> entries = new ArrayList<>(body.entries());
        Entry e = entries.remove(from);
        int at = Math.clamp(to, 1, entries.size());
        boolean beside = at < entries.size() && entries.get(at).group().equals(e.group())
                || entries.get(at - 1).group().equals(e.group());
        String around = groupAround(entries, at);
        entries.add(at, !around.isEmpty() || !beside ? e.withGroup(around) : e);
        return d.with(bodyId, b -> b.withEntries(entries));
    }

    /**
     * Moves steps together, in the order they are in, to before the step that is at a place now.
     *
     * @param to the number of steps above that place
     */
    public static Document moveSteps(Document d, String bodyId, Collection<Long> entryIds, int to) {
        Body b = d.bodyOf(bodyId);
        List<Entry> moved = b.entries().subList(1, b.entries().size()).stream()
                .filter(e -> entryIds.contains(e.id()))
                .toList();
        List<Entry> left = new ArrayList<>(b.entries());
        left.removeAll(moved);
        int at = 0;
        for (Entry e : b.entries().subList(0, Math.clamp(to, 1, b.entries().size()))) if (left.contains(e)) at++;
        left.addAll(at, moved);
        return d.with(bodyId, x -> x.withEntries(left));
    }

    /** @param shown how many steps the view shows; all, or more, puts the marker line at the end */
    public static Document setMarker(Document d, String bodyId, int shown) {
        return d.with(bodyId, b -> b.withMarker(shown));
    }
}
