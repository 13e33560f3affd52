package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.function.Consumer;
import java.util.stream.Stream;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import org.mockito.ArgumentMatchers;
import org.mockito.Mockito;
import org.modeststack.app.command.Command;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.work.Work;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.stack.file.DocumentFile;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.pick.PickText;

/**
 * The real window used at random for a long time: {@code bench/soak [MINUTES [FIRST]]}. Every command, keys, clicks and drags in
 * the view, numbers, files that are broken or gone, and steps that go wrong. It must live, settle after each thing, lose no
 * document and not need more and more memory. Too long for a test; what it finds becomes one.
 */
public class Soak extends WindowDriver {
    /** Goes wrong in one of several ways. */
    public enum Trouble {
        MISTAKE,
        TOO_DEEP,
        NO_MEMORY,
        LONG,
        DEAF
    }

    /** A step that does. */
    @StepInfo(type = "faulty", title = "Faulty", family = Family.SHAPE, help = "For a test.")
    public record Faulty(
            @Param(label = "Trouble", help = "What goes wrong.", def = "mistake")
            Trouble trouble) implements Step {
        @Override
        public Mesh apply(Mesh in, StepContext context) {
            switch (trouble) {
                case MISTAKE -> throw new IllegalStateException("injected");
                case TOO_DEEP -> throw new StackOverflowError();
                case NO_MEMORY -> throw new OutOfMemoryError("injected");
                case LONG -> {
                    for (long end = System.nanoTime() + 1_000_000_000L; System.nanoTime() < end; ) Work.checkpoint();
                }
                case DEAF -> {
                    for (long end = System.nanoTime() + 4_000_000_000L; System.nanoTime() < end; ) Thread.onSpinWait();
                }
            }
            return in;
        }

        @Override
        public String sentence() {
            return "*Goes wrong*.";
        }
    }

    /** Choosers of the system's own stand before these; what they lead to is done by paths instead. */
    private static final List<String> BY_PATH =
            List.of("Open…", "Save as…", "Import mesh…", "Export mesh…", "Read mesh again…", "Quit");

    private static final int MOST_FACES = 60_000;
    private static final int MOST_BODIES = 60;

    private static final long PATIENCE_NANOS = 20_000_000_000L;
    private static final long GRACE_NANOS = 5_000_000_000L;

    private final Map<String, Integer> done = new TreeMap<>();
    /** What took longer than the robot's patience, and was stopped. */
    private final Map<String, Integer> stopped = new TreeMap<>();

    private final ConcurrentLinkedQueue<String> uncaught = new ConcurrentLinkedQueue<>();
    private Random r;

    @Test
    void forSomeTime() throws Exception {
        double minutes = Double.parseDouble(System.getProperty("modest.soak", "0.2"));
        long first = Long.getLong("modest.soak.first", 1);
        r = new Random(first);
        Thread.setDefaultUncaughtExceptionHandler((t, e) -> {
            if ("Not supported yet.".equals(e.getMessage())) return;
            uncaught.add(t.getName() + ": " + e + " at "
                    + List.of(e.getStackTrace()).stream().limit(4).toList());
        });
        answers();
        long end = System.nanoTime() + (long) (minutes * 60e9), minute = System.nanoTime();
        List<String> memory = new ArrayList<>();
        List<Command> round = new ArrayList<>();
        int things = 0;
        while (System.nanoTime() < end) {
            if (round.isEmpty()) {
                round.addAll(fx(() -> window.commands().all()));
                Collections.shuffle(round, r);
            }
            String what;
            try {
                what = r.nextInt(3) > 0 ? command(round.removeLast()) : something();
                settleOrStop();
                keepSmallIfLarge();
                settleOrStop();
            } catch (Exception | AssertionError e) {
                // The test's report leaves out what is below this class.
                e.printStackTrace(System.out);
                tellWhereItStands();
                throw new AssertionError("after " + things + " things, last " + last + ", from " + first, e);
            }
            done.merge(what, 1, Integer::sum);
            things++;
            if (things % 50 == 0) nothingIsLost();
            if (System.nanoTime() - minute > 60e9) {
                minute = System.nanoTime();
                memory.add(usedMegabytes() + " MB");
                System.out.println(things + " things, " + memory.getLast() + ", " + uncaught.size() + " uncaught");
            }
        }
        nothingIsLost();
        int commands = fx(() -> window.commands().all().size());
        System.out.println(things + " things of " + done.size() + " kinds (" + commands
                + " commands), memory after each minute " + memory);
        List<String> seldom = done.entrySet().stream()
                .filter(e -> e.getValue() < 10)
                .map(e -> e.getKey() + " " + e.getValue())
                .toList();
        System.out.println("less than ten times: " + seldom);
        forgetsWhatIsClosed();
        System.out.println("stopped after " + PATIENCE_NANOS / 1_000_000_000L + " s: " + stopped);
        assertEquals(List.of(), List.copyOf(uncaught));
    }

    private static long usedMegabytes() {
        System.gc();
        return (Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory()) / 1_000_000;
    }

    /** With another document open nothing is left of all before but what is kept for speed, half of the heap at most. */
    private void forgetsWhatIsClosed() throws Exception {
        fx(() -> {
            document.open(Document.EMPTY, "Empty");
            return null;
        });
        settle();
        long used = usedMegabytes(), heap = Runtime.getRuntime().maxMemory() / 1_000_000;
        System.out.println("with an empty document " + used + " MB of " + heap);
        assertTrue(used < heap * 2 / 3, "what was closed is still held: " + used + " MB");
    }

    /** What goes on for long is stopped as the user would, and must have stopped soon after. */
    private void settleOrStop() throws Exception {
        for (long end = System.nanoTime() + PATIENCE_NANOS; System.nanoTime() < end; Thread.sleep(20))
            if (fx(window::isUpToDate)) {
                settle();
                return;
            }
        stopped.merge(last, 1, Integer::sum);
        fx(() -> {
            window.commands().named("Stop the calculation").run();
            return null;
        });
        for (long end = System.nanoTime() + GRACE_NANOS; fx(results::isBusy); Thread.sleep(20))
            assertTrue(System.nanoTime() < end, "it does not stop");
        keepSmall();
        settle();
    }

    /** Keeps the document, and prints what every thread of ours is at. */
    private void tellWhereItStands() throws Exception {
        Path kept = Files.createTempFile("soak", DocumentFile.EXTENSION);
        DocumentFile.write(fx(document::current), kept);
        System.out.println("the document: " + kept);
        Thread.getAllStackTraces().forEach((thread, stack) -> {
            if (List.of(stack).stream().noneMatch(at -> at.getClassName().startsWith("org.modeststack"))) return;
            System.out.println(thread.getName());
            for (StackTraceElement at : stack) System.out.println("    " + at);
        });
    }

    private String last = "";

    /** Dialogs are answered in any way. */
    private void answers() {
        Mockito.when(dialogs.decide(any(), any(), any(), any(), any())).thenAnswer(_ -> switch (r.nextInt(3)) {
            case 0 -> true;
            case 1 -> false;
            default -> null;
        });
        Mockito.doAnswer(call -> {
                    Consumer<String> take = call.getArgument(3);
                    if (r.nextBoolean())
                        take.accept(List.of("", "A name", "3", "-1e9", "ä".repeat(300))
                                .get(r.nextInt(5)));
                    return null;
                })
                .when(dialogs)
                .ask(any(), any(), any(), ArgumentMatchers.any());
        Mockito.doAnswer(call -> {
                    Consumer<String> take = call.getArgument(4);
                    List<String> all = call.getArgument(3);
                    if (r.nextBoolean()) take.accept(all.get(r.nextInt(all.size())));
                    return null;
                })
                .when(dialogs)
                .choose(any(), any(), any(), ArgumentMatchers.any(), ArgumentMatchers.any());
    }

    private static String any() {
        return ArgumentMatchers.anyString();
    }

    private String command(Command c) throws Exception {
        last = c.menu() + ", " + c.name();
        if (!BY_PATH.contains(c.name()))
            fx(() -> {
                try {
                    c.run();
                } catch (UnsupportedOperationException e) {
                    // The offscreen platform has no choosers of the system's own.
                    if (!"Not supported yet.".equals(e.getMessage())) throw e;
                }
                return null;
            });
        return last;
    }

    private String something() throws Exception {
        int which = r.nextInt(14);
        last = switch (which) {
            case 0, 1 -> "value";
            case 2 -> "step";
            case 3 -> "click";
            case 4 -> "drag";
            case 5 -> "key";
            case 6 -> "save";
            case 7 -> "open";
            case 8 -> "faulty step";
            case 9 -> "pick";
            case 10 -> "export";
            case 11 -> "import";
            case 12 -> "undo";
            default -> "smaller";
        };
        switch (last) {
            case "value" -> value();
            case "step" -> step(any(Steps.ALL).createDefault());
            case "click" -> mouse(window.view(), r.nextInt(800), r.nextInt(500), MouseButton.PRIMARY, 0, 0);
            case "drag" ->
                mouse(
                        window.view(),
                        r.nextInt(800),
                        r.nextInt(500),
                        r.nextBoolean() ? MouseButton.PRIMARY : MouseButton.SECONDARY,
                        r.nextInt(200) - 100,
                        r.nextInt(200) - 100);
            case "key" -> press(any(KEYS));
            case "save" -> saveSomewhere();
            case "open" -> openSomething();
            case "faulty step" -> {
                step(new Faulty(Trouble.values()[r.nextInt(Trouble.values().length)]));
                if (r.nextBoolean()) {
                    Thread.sleep(r.nextInt(300));
                    fx(() -> {
                        results.cancel();
                        return null;
                    });
                }
                settle();
                fx(() -> {
                    document.undo();
                    return null;
                });
            }
            case "pick" -> pick();
            case "export" -> {
                Path to = dir.resolve("out" + r.nextInt(3) + (r.nextBoolean() ? ".obj" : ".nothing"));
                fx(() -> {
                    if (selected.body() != null) meshes.exportTo(to, LengthUnit.MM);
                    return null;
                });
            }
            case "import" -> {
                Path from = Files.writeString(
                        dir.resolve("in.obj"),
                        "v 0 0 0\nv 9 0 0\nv 0 9 0\nv 0 0 9\nf 1 3 2\nf 1 2 4\nf 2 3 4\nf "
                                + List.of("3 1 4", "3 1 9", "x").get(r.nextInt(3)) + "\n");
                fx(() -> {
                    meshes.importFrom(from, LengthUnit.MM);
                    return null;
                });
                settleOrStop();
                if (r.nextBoolean() && fx(meshes::canReread)) {
                    last = "read again";
                    fx(() -> {
                        meshes.rereadFrom(from, LengthUnit.MM);
                        return null;
                    });
                }
            }
            case "undo" -> {
                for (int i = r.nextInt(15); i >= 0; i--)
                    fx(() -> {
                        if (r.nextInt(3) > 0) document.undo();
                        else document.redo();
                        return null;
                    });
            }
            default -> keepSmall();
        }
        return last;
    }

    private static final List<KeyCode> KEYS = List.of(
            KeyCode.ESCAPE,
            KeyCode.ENTER,
            KeyCode.TAB,
            KeyCode.DELETE,
            KeyCode.SPACE,
            KeyCode.UP,
            KeyCode.DOWN,
            KeyCode.LEFT,
            KeyCode.DIGIT1,
            KeyCode.DIGIT2,
            KeyCode.DIGIT3,
            KeyCode.DIGIT4,
            KeyCode.F6,
            KeyCode.X,
            KeyCode.F);

    private <T> T any(List<T> all) {
        return all.get(r.nextInt(all.size()));
    }

    private Body anyBody() throws Exception {
        List<Body> all = document().bodies();
        return all.isEmpty() ? null : any(all);
    }

    private void edit(String name, DocumentEdit edit) throws Exception {
        fx(() -> {
            document.edit(name, d -> {
                try {
                    return edit.of(d);
                } catch (StepException | IllegalArgumentException e) {
                    // The window says the same to whoever tries.
                    return d;
                }
            });
            return null;
        });
    }

    private interface DocumentEdit {
        Document of(Document d) throws StepException;
    }

    private void value() throws Exception {
        Body b = anyBody();
        if (b == null) return;
        Entry e = any(b.entries());
        List<ParamDescriptor> params = StepDescriptor.of(e.step()).params().stream()
                .filter(p -> p.isNumber() || p.isChoice() || p.type() == boolean.class)
                .toList();
        if (params.isEmpty()) return;
        ParamDescriptor p = any(params);
        Object v = p.isChoice()
                ? any(p.choices())
                : p.type() == boolean.class
                        ? (Object) r.nextBoolean()
                        : p.isCount() ? (Object) (int) p.clamp(r.nextInt(12)) : (Object) p.clamp(r.nextGaussian() * 20);
        edit("Value", d -> Edits.setValue(d, b.id(), e.id(), p.name(), v));
    }

    private void step(Step s) throws Exception {
        Body b = anyBody();
        if (b == null || s.isSource()) return;
        edit("Step", d -> Edits.addStep(d, b.id(), 1 + r.nextInt(b.entries().size()), s));
    }

    private void pick() throws Exception {
        Body b = anyBody();
        if (b == null) return;
        String text = any(List.of(
                "faces: facing 0 0 1 10",
                "edges: sharper 30",
                "vertices: all",
                "edges: border",
                "faces: sides 4; grow 1"));
        fx(() -> {
            selected.select(b.id());
            picks.setKind(any(List.of(ElementKind.values())));
            picks.set(PickText.parse(text));
            return null;
        });
    }

    private void saveSomewhere() throws Exception {
        Path where = switch (r.nextInt(4)) {
            case 0 -> dir.resolve("nowhere").resolve("a.mstack");
            case 1 -> Files.createDirectories(dir.resolve("folder.mstack"));
            default -> dir.resolve("work" + r.nextInt(3) + ".mstack");
        };
        Document d = document();
        Boolean saved = save(where);
        boolean must = where.getFileName().toString().startsWith("work");
        if (!must) return;
        assertTrue(saved != null && saved, "not saved to " + where);

        Document again = DocumentFile.read(where).document();
        if (holdsFaulty(d)) return;
        assertSame(d, again);
    }

    /** Meshes are the same by what they hold, so that the texts tell. */
    private static void assertSame(Document saved, Document read) {
        assertEquals(DocumentFile.toText(saved), DocumentFile.toText(read));
    }

    private static boolean holdsFaulty(Document d) {
        return d.bodies().stream().anyMatch(b -> b.entries().stream().anyMatch(e -> e.step() instanceof Faulty));
    }

    private void openSomething() throws Exception {
        Path file;
        try (Stream<Path> files = Files.list(dir)) {
            List<Path> all = files.filter(f -> f.toString().endsWith(".mstack")).toList();
            file = all.isEmpty() ? dir.resolve("gone.mstack") : any(all);
        }
        if (r.nextInt(3) == 0) {
            byte[] bytes = Files.isRegularFile(file) ? Files.readAllBytes(file) : new byte[0];
            for (int i = 0; i < 5 && bytes.length > 0; i++) bytes[r.nextInt(bytes.length)] = (byte) r.nextInt();
            file = Files.write(dir.resolve("broken.mstack"), bytes);
        }
        Path from = file;
        fx(() -> {
            files.load(from);
            return null;
        });
    }

    private void keepSmallIfLarge() throws Exception {
        Document d = document();
        long faces = fx(() -> {
            long sum = 0;
            for (Body b : d.bodies())
                if (results.result(b.id()) != null)
                    sum += results.result(b.id()).geometry().faceCount();
            return sum;
        });
        boolean deep = d.bodies().stream().anyMatch(b -> b.entries().size() > 60);
        if (faces > MOST_FACES || d.bodies().size() > MOST_BODIES || d.bodies().isEmpty() || deep) keepSmall();
    }

    private void keepSmall() throws Exception {
        fx(() -> {
            document.open(fittings(), "fittings");
            return null;
        });
    }

    /** What is on the screen can be saved and read, and is the same. */
    private void nothingIsLost() throws Exception {
        Document d = document();
        if (holdsFaulty(d)) return;
        Path file = dir.resolve("check.mstack");
        DocumentFile.write(d, file);
        assertSame(d, DocumentFile.read(file).document());
    }
}
