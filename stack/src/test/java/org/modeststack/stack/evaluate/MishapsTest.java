package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Set;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.work.Workers;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.pick.Origin;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** Whatever a step, a hash, a listener or a helper thread throws: the step says it, and the work goes on. */
public class MishapsTest extends OneBody {
    /** Where something goes wrong. */
    public enum Trouble {
        TOO_DEEP(StackOverflowError::new),
        NO_MEMORY(OutOfMemoryError::new),
        MISTAKE(() -> new IllegalStateException("a mistake")),
        ASSERTION(AssertionError::new),
        LINKAGE(() -> new NoClassDefFoundError("gone"));

        private final Supplier<Throwable> make;

        Trouble(Supplier<Throwable> make) {
            this.make = make;
        }

        /** Throws it without a declaration. */
        <E extends Throwable> void strike() throws E {
            @SuppressWarnings("unchecked")
            E e = (E) make.get();
            throw e;
        }
    }

    /** Does nothing, or goes wrong while the switch is on. */
    @StepInfo(type = "trouble", title = "Trouble", family = Family.SHAPE, help = "For a test.")
    public record Troubled(
            @Param(label = "Kind", help = "What is thrown.", def = "too-deep")
            Trouble kind,

            @Param(label = "Helper", help = "Where.", def = "off")
            boolean onHelper)
            implements Step {
        static volatile boolean on;

        @Override
        public Mesh apply(Mesh in, StepContext context) {
            if (!on) return in.withMaterial("well");
            if (!onHelper) kind.strike();
            Workers.each(64, i -> kind.strike());
            return in;
        }

        @Override
        public String sentence() {
            return "*Trouble*.";
        }
    }

    /** Its values cannot even be asked for. */
    @StepInfo(type = "unaskable", title = "Unaskable", family = Family.SHAPE, help = "For a test.")
    public record Unaskable(
            @Param(label = "Text", help = "A text.", def = "x")
            String text) implements Step {
        @Override
        public Mesh apply(Mesh in, StepContext context) {
            return in;
        }

        @Override
        public String text() {
            throw new StackOverflowError();
        }

        @Override
        public String sentence() {
            return "*Nothing*.";
        }
    }

    /** Waits until it is let go on, or stopped. */
    @StepInfo(type = "patient", title = "Patient", family = Family.SHAPE, help = "For a test.")
    public record Patient(
            @Param(label = "Number", help = "A number.", def = "0")
            double number) implements Step {
        static volatile CountDownLatch begun;
        static volatile CountDownLatch go;

        @Override
        public Mesh apply(Mesh in, StepContext context) {
            begun.countDown();
            Patience.until(go);
            return in;
        }

        @Override
        public String sentence() {
            return "*Wait*.";
        }
    }

    /** It cannot even be said which bodies it uses. */
    @StepInfo(type = "unlisted", title = "Unlisted", family = Family.SHAPE, help = "For a test.")
    public record Unlisted(
            @Param(label = "Number", help = "A number.", def = "0")
            double number) implements Step {
        static volatile boolean on;

        @Override
        public Mesh apply(Mesh in, StepContext context) {
            return in;
        }

        @Override
        public Set<String> bodies() {
            if (on) throw new StackOverflowError();
            return Set.of();
        }

        @Override
        public String sentence() {
            return "*Nothing*.";
        }
    }

    private final BlockingQueue<EvaluationService.Evaluation> ends = new LinkedBlockingQueue<>();

    @BeforeEach
    void block() {
        start(new Box(10, 10, 10, 1, 1, 1, Seat.CENTRED));
        Troubled.on = true;
    }

    private EvaluationService service() {
        return new EvaluationService(evaluator, ends::add, Progress.NONE);
    }

    private EvaluationService.Evaluation end() throws InterruptedException {
        EvaluationService.Evaluation e = ends.poll(30, TimeUnit.SECONDS);
        assertNotNull(e, "an answer");
        return e;
    }

    @ParameterizedTest
    @EnumSource(Trouble.class)
    void whatAStepThrowsStandsAtTheStepAndTheNextRequestIsAnswered(Trouble trouble) throws Exception {
        for (boolean onHelper : new boolean[] {false, true}) {
            block();
            add(new Troubled(trouble, onHelper));
            add(new Move(new Vec3(5, 0, 0)));
            try (EvaluationService service = service()) {
                service.request(d);
                EvaluationService.Evaluation e = end();
                assertEquals(EvaluationService.End.DONE, e.end());
                BodyResult r = e.results().get(a);
                assertTrue(r.steps().get(1).failed());
                String said = r.steps().get(1).remarks().getLast().text();
                assertTrue(
                        said.startsWith(
                                trouble == Trouble.NO_MEMORY
                                        ? "There is not enough memory"
                                        : "Modest Stack made a mistake in this step"),
                        said);
                assertEquals(trouble == Trouble.TOO_DEEP, said.endsWith("(it went too deep)"), said);
                assertEquals(r.steps().get(0).hash(), r.steps().get(1).hash(), "it is what went in");
                assertEquals(10, r.mesh().bounds().maxX(), "the steps above go on with what went in");
                for (int i = 0; i < 3000 && service.isBusy(); i++) Thread.sleep(1);
                assertFalse(service.isBusy());
                service.request(Edits.renameBody(d, a, "Again"));
                assertEquals(EvaluationService.End.DONE, end().end());
            }
        }
    }

    /** Neither the step nor those above it are remembered as they were when memory ran out. */
    @ParameterizedTest
    @EnumSource(Trouble.class)
    void aMishapIsNotKeptAsIfItFollowedFromTheInput(Trouble trouble) {
        add(new Troubled(trouble, false));
        add(new Subdivide(1));
        assertTrue(evaluator.evaluate(d, a, Progress.NONE).failed());
        Troubled.on = false;
        BodyResult r = evaluator.evaluate(d, a, Progress.NONE);
        assertFalse(r.failed());
        assertEquals("well", r.mesh().materialOf(0), "the step above has what it makes now");
    }

    @Test
    void aStepWhoseValuesCannotBeReadSaysSo() throws Exception {
        add(new Unaskable("x"));
        add(new Move(new Vec3(5, 0, 0)));
        try (EvaluationService service = service();
                LoggedMistakes log = new LoggedMistakes(StepRunner.class)) {
            service.request(d);
            BodyResult r = end().results().get(a);
            assertTrue(r.steps().get(1).failed());
            assertEquals(r.steps().get(0).hash(), r.steps().get(1).hash());
            assertEquals(10, r.mesh().bounds().maxX());
            assertTrue(log.texts().getFirst().startsWith("step "), log.texts().toString());
        }
    }

    /** Before any step is carried out it must be known which bodies need each other. */
    @Test
    void aDocumentThatCannotEvenBeReadIsToldAndTheNextIsAnswered() throws Exception {
        Document plain = d;
        add(new Unlisted(1));
        try (LoggedMistakes log = new LoggedMistakes(EvaluationService.class);
                EvaluationService service = service()) {
            Unlisted.on = true;
            service.request(d.withNextId(d.nextId() + 1));
            EvaluationService.Evaluation e = end();
            assertEquals(EvaluationService.End.BROKEN, e.end());
            assertEquals(List.of("evaluation"), log.texts());
            assertNull(e.results());
            for (int i = 0; i < 3000 && service.isBusy(); i++) Thread.sleep(1);
            assertFalse(service.isBusy());
            service.request(plain);
            assertEquals(EvaluationService.End.DONE, end().end());
        } finally {
            Unlisted.on = false;
        }
    }

    @Test
    void theThreadEndsWithItsService() throws Exception {
        Set<Thread> others = Thread.getAllStackTraces().keySet();
        EvaluationService service = service();
        service.request(d);
        end();
        Thread its = Thread.getAllStackTraces().keySet().stream()
                .filter(t -> t.getName().equals("evaluation") && !others.contains(t))
                .findFirst()
                .orElseThrow();
        service.close();
        its.join(10_000);
        assertFalse(its.isAlive());
    }

    @Test
    void whatIsAskedForAndForgottenIsNotWorkedOut() throws Exception {
        Patient.begun = new CountDownLatch(1);
        Patient.go = new CountDownLatch(1);
        Document plain = d;
        add(new Patient(7));
        try (EvaluationService service = service()) {
            service.request(d);
            assertTrue(Patient.begun.await(30, TimeUnit.SECONDS));
            service.request(plain);
            service.cancel();
            EvaluationService.Evaluation e = end();
            assertSame(d, e.document());
            assertEquals(EvaluationService.End.STOPPED, e.end());
            assertTrue(e.ms() > 0 && e.ms() < 60_000, e.ms() + " ms");
            for (int i = 0; i < 3000 && service.isBusy(); i++) Thread.sleep(1);
            assertFalse(service.isBusy());
            assertTrue(ends.isEmpty(), "what was forgotten is not told of");
        }
    }

    @Test
    void whatListenersThrowStopsNothing() throws Exception {
        EvaluationService.Listener rude = new EvaluationService.Listener() {
            @Override
            public void ready(Document document, BodyResult result) {
                throw new AssertionError("ready");
            }

            @Override
            public void finished(EvaluationService.Evaluation e) {
                ends.add(e);
                throw new StackOverflowError();
            }
        };
        Progress alsoRude = (_, _, _) -> {
            throw new IllegalStateException("progress");
        };
        LoggedMistakes log = new LoggedMistakes(EvaluationService.class);
        try (log;
                EvaluationService service = new EvaluationService(evaluator, rude, alsoRude)) {
            for (int i = 0; i < 3; i++) {
                service.request(Edits.renameBody(d, a, "Name " + i));
                EvaluationService.Evaluation e = end();
                assertEquals(EvaluationService.End.DONE, e.end());
                assertFalse(e.results().get(a).failed(), "a listener's mistake is not the step's");
            }
            for (int i = 0; i < 3000 && service.isBusy(); i++) Thread.sleep(1);
            for (String what : List.of("results", "progress", "evaluations"))
                for (int i = 0; !log.texts().contains("listener to " + what); i++) {
                    assertTrue(i < 3000, what + " in " + log.texts());
                    Thread.sleep(1);
                }
        }
    }

    @Test
    void aStoppedEvaluationIsToldAndLeavesNothingBusy() throws Exception {
        Patient.begun = new CountDownLatch(1);
        Patient.go = new CountDownLatch(1);
        add(new Patient(1));
        try (EvaluationService service = service()) {
            service.request(d);
            assertTrue(Patient.begun.await(30, TimeUnit.SECONDS));
            assertTrue(service.isBusy());
            service.cancel();
            EvaluationService.Evaluation e = end();
            assertEquals(EvaluationService.End.STOPPED, e.end());
            assertNull(e.results());
            assertSame(d, e.document());
            for (int i = 0; i < 3000 && service.isBusy(); i++) Thread.sleep(1);
            assertFalse(service.isBusy());
            // The same document again is worked out after all.
            Patient.go.countDown();
            service.request(d);
            assertEquals(EvaluationService.End.DONE, end().end());
        }
    }

    @Test
    void bodiesAreToldAsTheyComeTheUrgentOneFirst() throws Exception {
        Patient.begun = new CountDownLatch(1);
        Patient.go = new CountDownLatch(1);
        add(new Patient(2));
        d = Edits.addBody(d, "B", Material.DEFAULT, new Box(1, 1, 1, 1, 1, 1, Seat.CENTRED));
        String b = d.bodies().getLast().id();
        d = Edits.setVisible(d, a, false);
        BlockingQueue<String> told = new LinkedBlockingQueue<>();
        EvaluationService.Listener listener = new EvaluationService.Listener() {
            @Override
            public void ready(Document document, BodyResult result) {
                told.add(result.bodyId());
            }

            @Override
            public void finished(EvaluationService.Evaluation e) {
                ends.add(e);
            }
        };
        try (EvaluationService service = new EvaluationService(evaluator, listener, Progress.NONE)) {
            service.request(d, b);
            assertEquals(b, told.poll(30, TimeUnit.SECONDS), "while the hidden one is still at work");
            assertTrue(Patient.begun.await(30, TimeUnit.SECONDS));
            assertTrue(ends.isEmpty());
            // What is hidden does not hold up what is wanted next.
            Document moved = Edits.addStep(d, b, 1, new Move(new Vec3(1, 0, 0)));
            service.request(moved, b);
            assertEquals(b, told.poll(30, TimeUnit.SECONDS));
            Patient.go.countDown();
            EvaluationService.Evaluation e = end();
            assertSame(moved, e.document());
            assertEquals(Set.of(a, b), e.results().keySet());
        }
    }

    /** A mesh does not keep alive what it was made of; where that is gone it is made again. */
    @Test
    void whereAMeshComesFromIsKnownByHashesAlone() {
        Evaluator small = new Evaluator(1);
        for (int i = 0; i < 5; i++) add(new Subdivide(1));
        BodyResult r = small.evaluate(d, a, Progress.NONE);
        Mesh at = r.mesh();
        for (int i = 4; i >= 0; i--) {
            at = Origin.of(at).before();
            assertTrue(at.sameAs(r.steps().get(i).mesh()));
        }
        assertTrue(small.cachedBytes() < r.mesh().cornerCount() * 400L, "one result at the most");
    }
}
