package org.modeststack.bench.smoothing;

import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.bench.mending.BrokenBodies;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Closure;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.smooth.Crease;
import org.modeststack.steps.smooth.FinerFaces;
import org.modeststack.steps.smooth.Relax;
import org.modeststack.steps.smooth.Scheme;
import org.modeststack.steps.smooth.Subdivide;

/**
 * The smoothing steps with numbers at random on broken solids, whole and in part: {@code SmoothingJudge [COUNT]}. Counts what ends in
 * an exception, opens what was closed, or is nowhere.
 */
public final class SmoothingJudge {
    private static final int USUAL = 340, ROUNDS = 4;

    private final Map<String, Integer> found = new TreeMap<>();
    private int tried;

    private SmoothingJudge() {}

    public static void main(String[] args) throws StepException {
        SmoothingJudge judge = new SmoothingJudge();
        int count = args.length > 0 ? Integer.parseInt(args[0]) : USUAL;
        for (int i = 0; i < count; i++) {
            BrokenBodies.Case broken = BrokenBodies.of(i);
            Random r = new Random(i);
            for (int k = 0; k < ROUNDS; k++) judge.judge(broken, r);
        }
        System.out.println(judge.tried + " steps, "
                + judge.found.values().stream().mapToInt(Integer::intValue).sum() + " of them wrong");
        judge.found.forEach((what, times) -> System.out.println(times + " " + what));
    }

    private void judge(BrokenBodies.Case broken, Random r) {
        Mesh m = broken.mesh();
        for (Step s : List.of(subdivide(m, r), relax(r), finer(r))) {
            tried++;
            String name = broken.kind() + " " + s.getClass().getSimpleName() + ": ";
            try {
                boolean creased = s instanceof Subdivide && r.nextBoolean();
                Step crease = new Crease(Pick.all(ElementKind.EDGE), 3 * r.nextDouble());
                Mesh out = s.apply(creased ? crease.apply(m, new QuietContext()) : m, new QuietContext());
                if (!Arrays.stream(out.xyz()).allMatch(Double::isFinite))
                    found.merge(name + "nowhere", 1, Integer::sum);
                if (Closure.of(m).isClosed() && !Closure.of(out).isClosed())
                    found.merge(name + "opened", 1, Integer::sum);
            } catch (StepException | RuntimeException e) {
                found.merge(name + e, 1, Integer::sum);
            }
        }
    }

    private static Step subdivide(Mesh m, Random r) {
        BitSet some = new BitSet();
        for (int f = 0; f < m.faceCount(); f++) if (r.nextInt(3) == 0) some.set(f);
        boolean all = some.isEmpty() || r.nextBoolean();
        return NamedSteps.step(
                "subdivide",
                "levels",
                1 + r.nextInt(2),
                "faces",
                all ? Pick.all(ElementKind.FACE) : Pick.hand(m, new Selection(ElementKind.FACE, some)),
                "scheme",
                any(Scheme.values(), r),
                "limit",
                r.nextBoolean(),
                "borders",
                any(Subdivide.Borders.values(), r),
                "around",
                any(Subdivide.Around.values(), r));
    }

    private static Step relax(Random r) {
        return NamedSteps.step(
                "relax",
                "strength",
                r.nextDouble(),
                "passes",
                3,
                "neighbours",
                any(Relax.Neighbours.values(), r),
                "keeps",
                any(Relax.Keeps.values(), r),
                "borders",
                any(Relax.Borders.values(), r));
    }

    private static Step finer(Random r) {
        return NamedSteps.step(
                "finer-faces",
                "from",
                any(FinerFaces.From.values(), r),
                "times",
                1 + r.nextInt(2),
                "bulge",
                r.nextDouble());
    }

    private static <T> T any(T[] of, Random r) {
        return of[r.nextInt(of.length)];
    }
}
