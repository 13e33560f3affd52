package org.modeststack.stack.evaluate;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Closure;
import org.modeststack.steps.Remark;

/** What a step says that leaves a closed body open, or no solid. */
final class ClosureRemark {
    private ClosureRemark() {}

    /**
     * @param in what went into the step, or null where it was not made
     * @param out what came of it
     * @return null where there is nothing to say
     */
    static @Nullable Remark of(@Nullable Mesh in, @Nullable Mesh out) {
        if (in == null || out == null || in.isEmpty()) return null;
        // What only moves vertices, as most drags do, keeps all edges as they are.
        if (in.corners() == out.corners() || !Closure.of(in).isClosed()) return null;
        Closure now = Closure.of(out);
        if (now.isClosed()) return null;
        List<String> what = new ArrayList<>();
        if (now.open() > 0) what.add(edges(now.open(), "open edge"));
        if (now.branching() > 0) what.add(edges(now.branching(), "edge") + " of three faces and more");
        if (now.turned() > 0)
            what.add(edges(now.turned(), "edge") + " between faces that are turned against each other");
        // To open a body can be what is wanted; what no solid can have is not.
        Remark.Level level = now.branching() + now.turned() > 0 ? Remark.Level.REMARK : Remark.Level.NOTE;
        return new Remark(level, "The body was closed; this leaves " + String.join(", ", what) + ".", now.place());
    }

    private static String edges(int n, String one) {
        return n + " " + one + (n == 1 ? "" : "s");
    }
}
