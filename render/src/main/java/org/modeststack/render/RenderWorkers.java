package org.modeststack.render;

import java.util.function.IntConsumer;
import org.modeststack.mesh.work.Workers;

/** The helpers of all renderers, which are others than those of the steps: pictures go on while a step is at work. */
final class RenderWorkers {
    private static final Workers HELPERS = Workers.named("render");

    private RenderWorkers() {}

    static void run(int tasks, IntConsumer task) {
        HELPERS.run(tasks, task);
    }

    /** Many elements in pieces; few are done at once, by the caller. */
    static void ranges(int count, Workers.Range range) {
        HELPERS.runRanges(0, count, range);
    }
}
