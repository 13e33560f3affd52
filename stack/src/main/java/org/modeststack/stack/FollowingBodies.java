package org.modeststack.stack;

import java.util.ArrayList;
import java.util.List;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.StepException;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.shape.Scale;
import org.modeststack.steps.source.Linked;

/** Edits for bodies that follow another: they start from what it comes to, so that a change of it shows in all. */
public final class FollowingBodies {
    private FollowingBodies() {}

    /**
     * A body that follows another, somewhere else.
     *
     * @param beside how far from it, mm
     */
    public static Document copy(Document d, String id, Vec3 beside) {
        Document with = linked(d, id, " following");
        Body copy = with.bodies().getLast();
        return Edits.addStep(with, copy.id(), copy.entries().size(), new Move(beside));
    }

    /** A body that follows another as its mirror image, by negating an axis. */
    public static Document mirrored(Document d, String id, Axis axis) {
        Document with = linked(d, id, " mirrored");
        Vec3 all = new Vec3(1, 1, 1);
        Vec3 factors = all.minus(axis.direction().times(2));
        Body copy = with.bodies().getLast();
        return Edits.addStep(with, copy.id(), copy.entries().size(), new Scale(factors, Vec3.ZERO));
    }

    private static Document linked(Document d, String id, String suffix) {
        Body b = d.bodyOf(id);
        return Edits.addBody(d, b.name() + suffix, b.material(), new Linked(Bodies.of(id)));
    }

    /** Whether a body starts from another. */
    public static boolean isFollowing(Body b) {
        return b.entries().getFirst().step() instanceof Linked;
    }

    /**
     * A body that follows another gets the steps of that one as its own, before those that it has; it looks as it did.
     *
     * @throws StepException if it follows none
     */
    public static Document independent(Document d, String id) throws StepException {
        Body b = d.bodyOf(id);
        if (!(b.entries().getFirst().step() instanceof Linked linked)
                || linked.of().ids().size() != 1) throw new StepException(b.name() + " follows no other body.");
        Body of = d.bodyOf(linked.of().ids().getFirst());
        Document copied = Edits.duplicateBody(d, of.id());
        Body copy = copied.bodies().get(copied.bodies().indexOf(copied.bodyOf(of.id())) + 1);
        List<Entry> entries = new ArrayList<>(copy.entries());
        entries.addAll(b.entries().subList(1, b.entries().size()));
        int marker =
                b.marker() == Body.END ? Body.END : b.marker() + copy.entries().size() - 1;
        List<Body> bodies = new ArrayList<>();
        for (Body x : copied.bodies()) {
            if (x == copy) continue;
            bodies.add(
                    x.id().equals(id)
                            ? new Body(id, b.name(), b.visible(), of.material(), b.set(), entries, marker, b.unknown())
                            : x);
        }
        return copied.withBodies(bodies);
    }
}
