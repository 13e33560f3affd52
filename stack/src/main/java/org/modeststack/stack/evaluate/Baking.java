package org.modeststack.stack.evaluate;

import java.util.ArrayList;
import java.util.List;
import org.modeststack.mesh.Mesh;
import org.modeststack.stack.Baked;
import org.modeststack.stack.BakedInput;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Entry;
import org.modeststack.steps.StepException;
import org.modeststack.steps.pick.Pick;

/** Freezes steps into their result, and brings them back. */
public final class Baking {
    private Baking() {}

    /**
     * Freezes the steps from one place to another, both included, as they come out now. What steps above have picked by
     * hand is looked for without those that are baked, which can take as long as carrying them out.
     *
     * @param result of this body in this document
     * @throws StepException if one of them is at fault
     */
    public static Document bake(Document d, String bodyId, int from, int to, BodyResult result) throws StepException {
        Body body = d.bodyOf(bodyId);
        for (int i = from; i <= to; i++) {
            if (body.entries().get(i).enabled() && result.steps().get(i).failed()) {
                throw new StepException(
                        "Step " + (i + 1) + " is at fault; put it right or switch it off before baking.");
            }
        }
        Mesh before = from == 0 ? Mesh.EMPTY : result.steps().get(from - 1).mesh();
        Baked baked =
                new Baked(result.steps().get(to).mesh(), body.entries().subList(from, to + 1), BakedInput.of(before));
        List<Entry> entries = new ArrayList<>(body.entries().subList(0, from));
        entries.add(new Entry(d.nextId(), baked));
        // What steps above have picked must be told without those that are baked.
        for (int i = to + 1; i < body.entries().size(); i++) {
            Entry e = body.entries().get(i);
            entries.add(
                    e.withStep(Pick.settled(e.step(), result.steps().get(i - 1).mesh())));
        }
        int gone = to - from;
        int marker = body.marker() == Body.END || body.marker() <= from
                ? body.marker()
                : Math.max(from + 1, body.marker() - gone);
        return d.with(bodyId, b -> b.withMarker(Body.END).withEntries(entries).withMarker(marker))
                .withNextId(d.nextId() + 1);
    }

    /** Puts the steps back that a baked one was made from. */
    public static Document unbake(Document d, String bodyId, long entryId) {
        Body body = d.bodyOf(bodyId);
        int i = body.indexOf(entryId);
        if (i < 0 || !(body.entries().get(i).step() instanceof Baked baked)) return d;
        List<Entry> entries = new ArrayList<>(body.entries());
        entries.remove(i);
        entries.addAll(i, baked.from());
        int added = baked.from().size() - 1;
        int marker = body.marker() == Body.END || body.marker() <= i ? body.marker() : body.marker() + added;
        return d.with(bodyId, b -> b.withEntries(entries).withMarker(marker));
    }
}
