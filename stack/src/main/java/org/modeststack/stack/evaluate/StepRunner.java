package org.modeststack.stack.evaluate;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.work.Work;
import org.modeststack.stack.Baked;
import org.modeststack.stack.Body;
import org.modeststack.stack.Entry;
import org.modeststack.stack.SourcePlace;
import org.modeststack.steps.Limits;
import org.modeststack.steps.PartStep;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.pick.Origin;

/**
 * Carries out single steps, and finds again what was carried out before. Whatever a step throws becomes a remark at the
 * step; only being stopped goes further.
 */
final class StepRunner {
    private static final System.Logger LOG = System.getLogger(StepRunner.class.getName());
    private static final long WAIT_MS = 10;
    private static final long STUCK_NANOS = 1_500_000_000L;

    /** Up to so many faces are made at once, though parts could share them. */
    private static final int SMALL = 20_000;

    private final ResultCache cache;
    private final ConcurrentMap<String, UnderWay> underWay = new ConcurrentHashMap<>();

    private final HeldSteps held = new HeldSteps();

    StepRunner(ResultCache cache) {
        this.cache = cache;
    }

    HeldSteps held() {
        return held;
    }

    ResultCache cache() {
        return cache;
    }

    /**
     * A step's result.
     *
     * @param provenance how its mesh came about: without the step where that was left out by a mishap
     * @param lasting whether it follows from what went in; not so where memory ran out, the program made a mistake, or the
     *     step is held
     */
    record Ran(StepResult result, @Nullable Provenance provenance, boolean lasting) {}

    /**
     * The result of a step in its place.
     *
     * @param entry the step, with its numbers for what it is wanted for
     * @param before how the mesh came about that goes in, or null for none
     * @param in what that is
     * @param mayWait whether what came of a held step before may stand in its place
     */
    Ran run(
            Body body,
            int index,
            Entry entry,
            boolean mayWait,
            @Nullable Provenance before,
            Geometry in,
            Map<String, Provenance.Operand> operands,
            Progress progress) {
        try {
            LaterTags later = LaterTags.of(body, index, in);
            Provenance provenance = Provenance.of(entry, body.name(), body.material(), before, later.steps(), operands);
            HeldSteps.Last last = mayWait ? held.of(entry) : null;
            if (last != null && !last.provenance().equals(provenance) && cache.get(provenance.hash()) == null)
                return new Ran(HeldSteps.outOfDate(last.result()), last.provenance(), false);
            Kept r = result(provenance, in, Map.of(), progress);
            if (mayWait && r.lasting()) held.keep(entry, provenance, r.result());
            StepResult placed = inItsPlace(r.result(), entry, index, before);
            return new Ran(placed, r.lasting() ? provenance : before, r.lasting());
        } catch (CancellationException e) {
            throw e;
        } catch (Throwable e) {
            // What is asked of a step before it is carried out, its values or what it picks by, can go wrong too.
            String hash = before == null ? "" : before.hash();
            return new Ran(failed(entry, in, mishap(entry, e), 0, hash), before, false);
        }
    }

    private static StepResult inItsPlace(StepResult r, Entry entry, int index, @Nullable Provenance before) {
        Remark wrong = SourcePlace.remark(entry.step(), index);
        if (wrong == null) return r;
        if (wrong.level() == Remark.Level.FAULT) return failed(entry, Geometry.EMPTY, wrong, r.ms(), r.hash());
        if (before == null) return r;
        List<Remark> remarks = new ArrayList<>(r.remarks());
        remarks.addFirst(wrong);
        return new StepResult(r.entryId(), r.geometry(), remarks, r.failed(), r.ms(), r.hash(), r.anchored());
    }

    /** A result, and whether it follows from what went in. */
    private record Kept(StepResult result, boolean lasting) {}

    /** What came of a step, which is carried out again if it is not kept. */
    Geometry geometry(@Nullable Provenance p) {
        if (p == null) return Geometry.EMPTY;
        StepResult kept = cache.get(p.hash());
        return kept != null ? kept.geometry() : carriedOutAgain(p);
    }

    /** A result that is to be made again, and what it needs and has got. */
    private static final class Again {
        final Provenance provenance;
        final Iterator<Provenance> needed;
        final Map<String, Geometry> found = new HashMap<>();

        Again(Provenance provenance) {
            this.provenance = provenance;
            List<Provenance> all = new ArrayList<>();
            if (provenance.before() != null) all.add(provenance.before());
            for (Provenance.Operand o : provenance.operands().values()) if (o.result() != null) all.add(o.result());
            needed = all.iterator();
        }
    }

    /**
     * Makes a result again, and before that whatever it needs that is not kept either, step by step and over as many bodies
     * as it takes. Chains of these may be longer than calls can be nested.
     */
    private Geometry carriedOutAgain(Provenance wanted) {
        Deque<Again> path = new ArrayDeque<>(List.of(new Again(wanted)));
        while (true) {
            Again a = path.peek();
            if (a.needed.hasNext()) {
                Provenance next = a.needed.next();
                StepResult kept = cache.get(next.hash());
                if (kept == null) path.push(new Again(next));
                else a.found.put(next.hash(), kept.geometry());
                continue;
            }
            Provenance before = a.provenance.before();
            Geometry in = before == null ? Geometry.EMPTY : Objects.requireNonNull(a.found.get(before.hash()));
            Geometry out =
                    result(a.provenance, in, a.found, Progress.NONE).result().geometry();
            path.pop();
            if (path.isEmpty()) return out;
            path.peek().found.put(a.provenance.hash(), out);
        }
    }

    /**
     * @param in what goes in
     * @param found results of other bodies that are at hand, by their hashes
     */
    private Kept result(Provenance p, Geometry in, Map<String, Geometry> found, Progress progress) {
        while (true) {
            StepResult known = cache.get(p.hash());
            if (known != null) return new Kept(known, true);
            UnderWay mine = new UnderWay(new CompletableFuture<>(), Work.question());
            UnderWay others = underWay.putIfAbsent(p.hash(), mine);
            if (others != null) {
                Kept theirs = await(others);
                if (theirs != null) return theirs;
                if (others.isStuck()) return stuck(p, in);
                continue;
            }
            try {
                Kept r = carryOut(p, in, found, progress);
                mine.result.complete(r);
                return r;
            } finally {
                underWay.remove(p.hash());
                mine.result.cancel(false);
            }
        }
    }

    /** A step that some thread is at, and whether what that does is still wanted. */
    private static final class UnderWay {
        final CompletableFuture<Kept> result;
        private final BooleanSupplier unwanted;
        private long unwantedSince;

        UnderWay(CompletableFuture<Kept> result, BooleanSupplier unwanted) {
            this.result = result;
            this.unwanted = unwanted;
        }

        /** Whether it should have ended for some time. */
        synchronized boolean isStuck() {
            if (!unwanted.getAsBoolean()) return false;
            if (unwantedSince == 0) unwantedSince = System.nanoTime();
            return System.nanoTime() - unwantedSince > STUCK_NANOS;
        }
    }

    private Kept stuck(Provenance p, Geometry in) {
        String text =
                "This step was stopped and does not end. Change its numbers or what goes into it, or switch it off; what"
                        + " it is at goes on behind until it is done or Modest Stack is closed.";
        return new Kept(
                failed(
                        p.entry(),
                        in,
                        new Remark(Remark.Level.FAULT, text, null),
                        0,
                        p.before() == null ? "" : p.before().hash()),
                false);
    }

    /** What another thread is at; null if it was stopped or does not end. */
    private static @Nullable Kept await(UnderWay theirs) {
        while (true) {
            Work.checkpoint();
            if (theirs.isStuck()) return null;
            try {
                return theirs.result.get(WAIT_MS, TimeUnit.MILLISECONDS);
            } catch (TimeoutException e) {
                // Asks again whether the result is still wanted here.
            } catch (ExecutionException | CancellationException e) {
                return null;
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new CancellationException();
            }
        }
    }

    private Kept carryOut(Provenance p, Geometry in, Map<String, Geometry> found, Progress progress) {
        Entry entry = p.entry();
        List<Remark> remarks = new ArrayList<>();
        long start = System.nanoTime();
        try {
            StepDescriptor d = StepDescriptor.of(entry.step());
            Work.checkpoint();
            progress.at(p.body(), d.title(), 0);
            d.check(entry.step());
            Geometry out = apply(p, in, new Context(p, found, remarks, progress));
            if (remarks.stream().anyMatch(r -> r.level() == Remark.Level.FAULT)) {
                return keep(p, new StepResult(entry.id(), in, remarks, true, since(start), p.hash()));
            }
            if (out != in) Limits.checkReach(out);
            boolean same = out == in || out.known() != null && out.known() == in.known();
            if (!entry.step().isSource() && !same) out.whenMade(m -> Origin.note(m, new ByProvenance(p)));
            // What is baked was said where it was made.
            Remark opened = entry.step() instanceof Baked ? null : ClosureRemark.of(in.known(), out.known());
            if (opened != null) remarks.add(opened);
            // What is small is made at once, so that nobody has to wait for it when it is picked on.
            if (out.parts().size() > 1 && out.faceCount() <= SMALL) out.mesh();
            return keep(p, new StepResult(entry.id(), out, remarks, false, since(start), p.hash()));
        } catch (CancellationException e) {
            throw e;
        } catch (StepException e) {
            remarks.add(new Remark(e.asks() ? Remark.Level.ASK : Remark.Level.FAULT, e.getMessage(), e.place()));
            return keep(p, new StepResult(entry.id(), in, remarks, true, since(start), p.hash()));
        } catch (Throwable e) {
            // Another time it may go well, so this is not kept.
            String hash = p.before() == null ? "" : p.before().hash();
            return new Kept(failed(entry, in, mishap(entry, e), since(start), hash), false);
        }
    }

    private Kept keep(Provenance p, StepResult r) {
        cache.put(p.hash(), r);
        return new Kept(r, true);
    }

    private static double since(long start) {
        return (System.nanoTime() - start) / 1e6;
    }

    private static StepResult failed(Entry entry, Geometry in, Remark remark, double ms, String hash) {
        return new StepResult(entry.id(), in, List.of(remark), true, ms, hash);
    }

    private static Geometry apply(Provenance p, Geometry in, StepContext context) throws StepException {
        Step step = p.entry().step();
        LaterTags later = new LaterTags(p.later());
        CopiesAlike alike = CopiesAlike.of(p, in, context);
        Geometry out;
        if (step instanceof PartStep s && later.isEmpty()) {
            out = alone(s.apply(in, context));
        } else if (alike != null) {
            out = alike.apply();
        } else {
            Mesh given = made(in, context), mesh = later.off(step.apply(later.on(given), context));
            // A step that has nothing to do gives back what it got, parts and all.
            out = mesh == given ? in : Geometry.of(mesh);
        }
        return step.isSource() && isPlain(out) ? out.mapped(m -> m.withMaterial(p.material())) : out;
    }

    /** A lone part shares its mesh with none, so it is made, and does not keep the mesh alive that it came from. */
    private static Geometry alone(Geometry g) {
        return g.parts().size() == 1 && g.parts().getFirst().isPlaced() ? Geometry.of(g.mesh()) : g;
    }

    private static boolean isPlain(Geometry g) {
        List<String> plain = List.of(Material.DEFAULT.name());
        return g.parts().stream().allMatch(p -> p.mesh().materials().equals(plain));
    }

    /** All faces, for a step that works on them; it says so where many are made for it that were shared. */
    private static Mesh made(Geometry in, StepContext context) throws StepException {
        if (in.known() != null) return in.known();
        Limits.checkMaking(in);
        Mesh m = in.mesh();
        if (in.faceCount() > SMALL)
            context.remark(
                    Remark.Level.NOTE,
                    String.format(
                            Locale.ROOT,
                            "This needs faces of its own, so the %,d copies do not share theirs from here on: %,d faces.",
                            in.parts().size(),
                            in.faceCount()));
        return m;
    }

    /** What to say of something that no step should throw; the whole of it goes into the log. */
    private static Remark mishap(Entry entry, Throwable e) {
        String text;
        if (e instanceof OutOfMemoryError) text = "There is not enough memory for this; use smaller numbers.";
        else {
            String what = e instanceof StackOverflowError ? "it went too deep" : e.toString();
            text = "Modest Stack made a mistake in this step, which is left out; please report it. (" + what + ")";
            LOG.log(
                    System.Logger.Level.ERROR,
                    "step " + entry.id() + " of kind " + entry.step().getClass(),
                    e);
        }
        return new Remark(Remark.Level.FAULT, text, null);
    }

    /** The way back from a result to what it was made of. */
    private final class ByProvenance implements Origin {
        private final Provenance provenance;

        ByProvenance(Provenance provenance) {
            this.provenance = provenance;
        }

        @Override
        public Mesh before() {
            return geometry(provenance.before()).mesh();
        }

        @Override
        public @Nullable Mesh again(Mesh marked) {
            try {
                Context context = new Context(provenance, Map.of(), new ArrayList<>(), Progress.NONE);
                CopiesAlike alike = CopiesAlike.of(provenance, geometry(provenance.before()), context);
                Geometry out = alike != null ? alike.apply(marked) : apply(provenance, Geometry.of(marked), context);
                return out.mesh();
            } catch (CancellationException e) {
                throw e;
            } catch (StepException e) {
                // It went well before; whatever is amiss now, the pick is then looked for by place.
                return null;
            } catch (RuntimeException | StackOverflowError e) {
                LOG.log(System.Logger.Level.ERROR, "step followed for a pick", e);
                return null;
            }
        }

        @Override
        public void count(Memory memory) {
            // What it knows belongs to the document.
        }
    }

    /** What a step sees of the evaluation. */
    private final class Context implements StepContext {
        private final Provenance provenance;
        private final Map<String, Geometry> found;
        private final List<Remark> remarks;
        private final Progress progress;

        Context(Provenance provenance, Map<String, Geometry> found, List<Remark> remarks, Progress progress) {
            this.provenance = provenance;
            this.found = found;
            this.remarks = remarks;
            this.progress = progress;
        }

        @Override
        public long seed() {
            return provenance.entry().seed();
        }

        @Override
        public Mesh body(String id) throws StepException {
            Geometry g = geometry(id);
            Limits.checkMaking(g);
            return g.mesh();
        }

        @Override
        public Geometry geometry(String id) throws StepException {
            Provenance.Operand o = provenance.operands().get(id);
            if (o == null) throw new StepException("A body this step needs is not there any more.");
            Geometry known = o.result() == null ? null : found.get(o.result().hash());
            return known != null ? known : StepRunner.this.geometry(o.result());
        }

        @Override
        public String bodyName(String id) {
            Provenance.Operand o = provenance.operands().get(id);
            return o == null ? id : o.name();
        }

        @Override
        public void remark(Remark remark) {
            remarks.add(remark);
        }

        @Override
        public void progress(double share) {
            Work.checkpoint();
            progress.at(
                    provenance.body(),
                    StepDescriptor.of(provenance.entry().step()).title(),
                    share);
        }
    }
}
