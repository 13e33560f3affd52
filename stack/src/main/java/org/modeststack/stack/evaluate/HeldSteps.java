package org.modeststack.stack.evaluate;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Remark;

/**
 * What came last of each step that is held: one that the view waits with until it is asked for. Until then what is kept
 * here stands in its place, with all that goes on from there, and says that it is out of date. A step that was never
 * carried out is carried out once; for the result nothing is held.
 */
public final class HeldSteps {
    private static final String OUT_OF_DATE = "Held: this is from before the last changes.";

    /** What came of a step, and how. */
    record Last(Provenance provenance, StepResult result) {}

    private final Map<Long, Last> last = new ConcurrentHashMap<>();

    HeldSteps() {}

    /** Whether a remark says that a held step is out of date. */
    public static boolean tellsOfOutOfDate(Remark remark) {
        return remark.text().equals(OUT_OF_DATE);
    }

    /** What stands in the place of a held step; null where nothing is known of it, or it is not held. */
    @Nullable
    Last of(Entry entry) {
        return entry.held() ? last.get(entry.id()) : null;
    }

    /** Keeps what came of a step where it is held; of one that is let go nothing stays that could come back later. */
    void keep(Entry entry, Provenance provenance, StepResult result) {
        if (!entry.held()) last.remove(entry.id());
        else if (!result.failed()) last.put(entry.id(), new Last(provenance, result));
    }

    /** What was kept, as it stands in the place of something newer. */
    static StepResult outOfDate(StepResult kept) {
        List<Remark> remarks = new ArrayList<>(kept.remarks());
        remarks.add(new Remark(Remark.Level.REMARK, OUT_OF_DATE, null));
        return new StepResult(kept.entryId(), kept.geometry(), remarks, false, kept.ms(), kept.hash());
    }

    /** Lets a held step be carried out once more: it was asked for. */
    void forget(long entryId) {
        last.remove(entryId);
    }

    /** Lets all held steps be carried out once more: they were asked for, or are of another document. */
    void forget() {
        last.clear();
    }
}
