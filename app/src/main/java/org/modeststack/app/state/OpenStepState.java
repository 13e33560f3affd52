package org.modeststack.app.state;

import java.util.List;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.stack.Body;
import org.modeststack.stack.Entry;
import org.modeststack.stack.evaluate.LaterTags;
import org.modeststack.steps.Guide;
import org.modeststack.steps.Handle;
import org.modeststack.steps.PartStep;
import org.modeststack.steps.Step;

/**
 * What the window shows of the open step beside its values: handles, guides and what can be said before it is done. Worked
 * out beside the interface thread for the step and what goes into it now; until that is there, what was there before
 * stays. Lives on the interface thread.
 */
public final class OpenStepState implements AutoCloseable {
    /**
     * What was worked out.
     *
     * @param kind the class of the step, which may have been exchanged since
     * @param in what goes into the step, with tags that only steps below give where it picks by those
     * @param outlook what the step says of itself before it is done, or ""
     */
    public record Aids(
            long entryId, Class<?> kind, Mesh in, List<Handle> handles, List<Guide> guides, String outlook) {}

    /** A step, what goes into it, and the tags that it takes from below. */
    private record Question(long entryId, Step step, Mesh before, LaterTags later) {}

    private final SelectionState selected;
    private final ResultState results;
    private final Latest<Question, Aids> aids;
    private final Signal changed;
    private Geometry standInFor;
    private Mesh standIn;

    OpenStepState(Pulse pulse, SelectionState selected, ResultState results) {
        this.selected = selected;
        this.results = results;
        changed = new Signal(pulse);
        aids = new Latest<>("open step", OpenStepState::workOut, changed::fire);
    }

    public Signal changed() {
        return changed;
    }

    private static Aids workOut(Question q) {
        Mesh in = q.later().on(q.before());
        return new Aids(
                q.entryId(),
                q.step().getClass(),
                in,
                q.step().handles(in),
                q.step().guides(in),
                q.step().outlook(in));
    }

    /** For steps that move whole parts the size of it all is enough: one triangle across it in place of all faces. */
    private Mesh standIn(Geometry parts) {
        if (parts != standInFor) {
            standInFor = parts;
            Bounds b = parts.bounds();
            double[] xyz = {b.minX(), b.minY(), b.minZ(), b.maxX(), b.maxY(), b.minZ(), b.maxX(), b.maxY(), b.maxZ()};
            MeshBuilder box = new MeshBuilder(3, 1);
            for (int i = 0; i < 9; i += 3) box.vertex(xyz[i], xyz[i + 1], xyz[i + 2], i);
            box.face(0, box.material(Material.DEFAULT.name()), 0, 1, 2);
            standIn = box.build();
        }
        return standIn;
    }

    /** For the open step as it is now, or as it was a moment ago; null where there is none, or nothing is known yet. */
    public Aids aids() {
        Body b = selected.body();
        Entry open = selected.openEntry();
        if (open == null) return null;
        Geometry parts = results.partsBefore(b, open.id());
        if (parts == null) return null;
        Mesh before = open.step() instanceof PartStep && parts.known() == null
                ? standIn(parts)
                : results.before(b, open.id());
        if (before == null) return null;
        LaterTags later = LaterTags.of(b, b.indexOf(open.id()), parts);
        Aids now = aids.of(new Question(open.id(), open.step(), before, later));
        if (now != null) return now;
        Aids last = aids.last();
        boolean same = last != null
                && last.entryId() == open.id()
                && last.kind() == open.step().getClass();
        return same ? last : null;
    }

    /** What goes into the open step, with the tags that it takes from below; null where that is not known yet. */
    public Mesh in() {
        Body b = selected.body();
        Entry open = selected.openEntry();
        Mesh before = open == null ? null : results.before(b, open.id());
        if (before == null) return null;
        if (LaterTags.of(b, b.indexOf(open.id()), results.partsBefore(b, open.id()))
                .isEmpty()) return before;
        Aids now = aids();
        return now == null ? null : now.in();
    }

    public boolean isBusy() {
        return aids.isBusy();
    }

    @Override
    public void close() {
        aids.close();
    }
}
