package org.modeststack.stack.evaluate;

import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Closure;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.part.Part;

/** Whether a body that was closed at one of its steps is so in the end, with its faces outward. */
public final class Soundness {
    private final long open;
    private final long branching;
    private final long turned;
    private final double volume;

    private Soundness(Geometry g) {
        long o = 0, b = 0, t = 0;
        IdentityHashMap<Mesh, Closure> known = new IdentityHashMap<>();
        Mesh made = g.known();
        if (made != null) known.put(made, Closure.of(made));
        List<Mesh> meshes = made != null
                ? List.of(made)
                : g.parts().stream().map(Part::mesh).toList();
        for (Mesh m : meshes) {
            Closure c = known.computeIfAbsent(m, Closure::of);
            o += c.open();
            b += c.branching();
            t += c.turned();
        }
        open = o;
        branching = b;
        turned = t;
        volume = MeshReport.of(g).measures().volume();
    }

    private boolean isClosed() {
        return open + branching + turned == 0;
    }

    /**
     * What is wrong at the end that was not before.
     *
     * @return a sentence for the user; null where the body is closed, or never was
     */
    public static @Nullable String lost(BodyResult body) {
        List<StepResult> steps = body.steps();
        Geometry end = body.geometry();
        if (end.isEmpty()) return null;
        Soundness now = new Soundness(end);
        if (now.isClosed() && now.volume >= 0) return null;
        for (int i = steps.size() - 1; i >= 0; i--) {
            Geometry g = steps.get(i).geometry();
            if (g.isEmpty() || g == end) continue;
            Soundness before = new Soundness(g);
            if (before.isClosed() && before.volume > 0)
                return String.format(
                        Locale.ROOT,
                        "it was closed after step %d, and ends %s.",
                        i + 1,
                        String.join(", ", now.wrong()));
        }
        return null;
    }

    private List<String> wrong() {
        List<String> what = new ArrayList<>();
        if (open > 0) what.add("with " + edges(open, "open edge"));
        if (branching > 0) what.add("with " + edges(branching, "edge") + " of three faces and more");
        if (turned > 0) what.add("with " + edges(turned, "edge") + " between faces turned against each other");
        if (isClosed()) what.add("inside out");
        return what;
    }

    private static String edges(long n, String one) {
        return String.format(Locale.ROOT, "%,d %s%s", n, one, n == 1 ? "" : "s");
    }
}
