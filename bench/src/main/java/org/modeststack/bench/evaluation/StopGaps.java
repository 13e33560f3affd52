package org.modeststack.bench.evaluation;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Family;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/**
 * How long a step can go on after it is told to stop: the longest time between two of the moments in which it asks whether
 * it is still wanted, for every step on bodies of about 100,000 faces of which nothing is known yet. The least of several
 * runs, since the machine itself stalls now and then. Prints a table; exit code 1 if any step is over the limit.
 *
 * <p>Arguments: a part of a step's name to look at those alone, {@code --where} to print what it does in gaps of more than a
 * third of the limit, and {@code --large} for bodies of nine times as many faces.
 */
public final class StopGaps {
    private static final double LIMIT_MS = 100;
    private static final int RUNS = 4;

    private StopGaps() {}

    /** A step on a body, by a name for the table. */
    private record Case(String name, Step step, Mesh in) {}

    /** What one run took, all in milliseconds but the calls. */
    private record Gaps(double total, double longest, int reports) {}

    public static void main(String[] args) throws StepException {
        int finer = List.of(args).contains("--large") ? 3 : 1, cells = 128 * finer, round = 512 * finer;
        Mesh box = source(new Box(100, 100, 100, cells, cells, cells, Seat.CENTRED));
        Mesh cylinder = source(new Cylinder(100, 100, round, 180 * finer, 4, Seat.CENTRED));
        Mesh ball = source(new UvSphere(120, round, 200 * finer, Seat.CENTRED));
        boolean over = false, where = List.of(args).contains("--where");
        String only = List.of(args).stream()
                .filter(a -> !a.startsWith("-"))
                .findFirst()
                .orElse("");
        System.out.printf("%-34s %10s %12s %8s%n", "step", "total ms", "longest gap", "reports");
        for (Case c : cases(box, cylinder)) {
            if (!c.name.contains(only)) continue;
            Gaps best = null;
            for (int i = 0; i < RUNS; i++) {
                Gaps g = measure(c, ball, where && i == RUNS - 1);
                if (best == null || g.longest < best.longest) best = g;
            }
            boolean late = best.longest > LIMIT_MS;
            over |= late;
            System.out.printf(
                    Locale.ROOT,
                    "%-34s %10.0f %12.1f %8d%s%n",
                    c.name,
                    best.total,
                    best.longest,
                    best.reports,
                    late ? "  over" : "");
        }
        System.exit(over ? 1 : 0);
    }

    private static Mesh source(Step s) throws StepException {
        return s.apply(Mesh.EMPTY, new Watching(null, new AtomicInteger()));
    }

    private static List<Case> cases(Mesh box, Mesh cylinder) {
        List<Case> out = new ArrayList<>();
        for (StepDescriptor d : Steps.ALL) {
            if (d.type().equals("imported-mesh") || d.type().equals("linked-copy")) continue;
            if (d.family() == Family.SOURCE) {
                out.add(new Case(d.type(), large(d), Mesh.EMPTY));
                continue;
            }
            for (String rule : List.of("all", "facing 0 0 1 10")) {
                Step s = d.createDefault();
                boolean picks = false;
                for (ParamDescriptor p : d.params()) {
                    if (p.type() == Bodies.class) s = d.with(s, p.name(), Bodies.of("ball"));
                    if (p.type() != Pick.class) continue;
                    picks = true;
                    Pick kind = (Pick) p.defaultValue();
                    s = d.with(s, p.name(), PickText.parse(PickText.plural(kind.kind()) + ": " + rule));
                }
                if (!picks && !rule.equals("all")) continue;
                out.add(new Case(d.type() + (picks ? ", " + rule : ""), s, box));
                if (picks) out.add(new Case(d.type() + ", " + rule + ", round", s, cylinder));
            }
        }
        return out;
    }

    /** A source of about 100,000 faces. */
    private static Step large(StepDescriptor d) {
        Step s = d.createDefault();
        int counts =
                (int) d.params().stream().filter(p -> p.type() == int.class).count();
        int each = counts >= 3 ? 130 : counts == 2 ? 320 : 1000;
        for (ParamDescriptor p : d.params())
            if (p.type() == int.class) s = d.with(s, p.name(), (int) Math.clamp(each, p.min(), p.max()));
        return s;
    }

    /** Prints now and then what a thread is at that has not asked for long. */
    private static void watch(Thread worker, AtomicLong asked) {
        try {
            while (!Thread.currentThread().isInterrupted()) {
                Thread.sleep(5);
                double gap = (System.nanoTime() - asked.get()) / 1e6;
                if (gap < LIMIT_MS / 3) continue;
                System.out.printf(Locale.ROOT, "    %.0f ms in", gap);
                StackTraceElement[] stack = worker.getStackTrace();
                for (int i = 0; i < Math.min(6, stack.length); i++)
                    System.out.print(" " + stack[i].getFileName() + ":" + stack[i].getLineNumber());
                System.out.println();
                Thread.sleep(25);
            }
        } catch (InterruptedException e) {
            // The run is over.
        }
    }

    private static Gaps measure(Case c, Mesh ball, boolean where) {
        AtomicLong longest = new AtomicLong();
        AtomicInteger reports = new AtomicInteger();
        ThreadLocal<long[]> last = ThreadLocal.withInitial(() -> new long[] {0});
        Mesh in = c.in.fresh(), other = ball.fresh();
        Thread self = Thread.currentThread();
        AtomicLong asked = new AtomicLong(System.nanoTime());
        Thread watcher = where ? Thread.ofPlatform().daemon().start(() -> watch(self, asked)) : null;
        long begun = System.nanoTime();
        last.get()[0] = begun;
        Work.stoppable(
                () -> {
                    long now = System.nanoTime();
                    long[] before = last.get();
                    // A helper that has just been taken on has nothing before.
                    if (before[0] > 0) longest.accumulateAndGet(now - before[0], Math::max);
                    before[0] = now;
                    if (Thread.currentThread() == self) asked.set(now);
                    return false;
                },
                () -> {
                    try {
                        return c.step.apply(in, new Watching(other, reports));
                    } catch (StepException e) {
                        return Mesh.EMPTY;
                    }
                });
        long end = System.nanoTime();
        if (watcher != null) watcher.interrupt();
        longest.accumulateAndGet(end - last.get()[0], Math::max);
        return new Gaps((end - begun) / 1e6, longest.get() / 1e6, reports.get());
    }

    /** Asks whenever the step reports, as an evaluation does. */
    private record Watching(Mesh ball, AtomicInteger reports) implements StepContext {
        @Override
        public long seed() {
            return Keys.mix(7);
        }

        @Override
        public Mesh body(String id) {
            return ball;
        }

        @Override
        public String bodyName(String id) {
            return id;
        }

        @Override
        public void remark(Remark remark) {
            // Not of interest here.
        }

        @Override
        public void progress(double done) {
            reports.incrementAndGet();
            Work.checkpoint();
        }
    }
}
