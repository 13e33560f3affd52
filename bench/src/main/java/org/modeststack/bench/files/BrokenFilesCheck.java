package org.modeststack.bench.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import org.modeststack.exchange.ExchangeException;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.exchange.Loaded;
import org.modeststack.exchange.registry.MeshFormat;
import org.modeststack.mesh.fault.Faults;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.work.Work;
import org.modeststack.stack.Document;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.stack.file.DocumentException;
import org.modeststack.stack.file.DocumentFile;

/**
 * Reads broken files and does with what comes of them what the window would do at once: measure and look for faults, work a
 * document out, write it again: {@code bench/broken-files [COUNT [FIRST]]}. What may come of it is a mesh or a document, or
 * one sentence; not a trace, not a want of memory that nobody names, and nothing that goes on for more than ten seconds.
 */
public final class BrokenFilesCheck {
    private static final long LIMIT_NANOS = 10_000_000_000L;
    /** What is told to stop then has so long to do it. */
    private static final long GRACE_NANOS = 2_000_000_000L;

    private static final int LONGEST_SENTENCE = 700;

    /** What came of a file. */
    enum Outcome {
        READ,
        SAID,
        /** Working it out was long, and stopped when it was told to. */
        STOPPED,
        TRACE,
        NO_MEMORY,
        HANG,
        NO_SENTENCE
    }

    private BrokenFilesCheck() {}

    public static void main(String[] args) throws Exception {
        int count = args.length > 0 ? Integer.parseInt(args[0]) : 2000;
        int first = args.length > 1 ? Integer.parseInt(args[1]) : 0;
        List<String> bad = new ArrayList<>();
        TreeMap<String, TreeMap<Outcome, Integer>> table = new TreeMap<>();
        Path folder = Files.createTempDirectory("broken");
        List<BrokenFiles.Kind> kinds = new BrokenFiles().kinds();
        double slowest = 0;
        for (int i = first; i < first + count; i++) {
            BrokenFiles.Kind kind = kinds.get(i % kinds.size());
            long began = System.nanoTime();
            Outcome o = outcome(kind, i, folder, bad);
            double s = (System.nanoTime() - began) / 1e9;
            if (s > slowest)
                System.out.printf("file %d, %s (%s): %.1f s, %s%n", i, kind.name(), kind.ending(), slowest = s, o);
            table.computeIfAbsent(kind.ending() + ", " + kind.name(), _ -> new TreeMap<>())
                    .merge(o, 1, Integer::sum);
        }
        try (Stream<Path> left = Files.list(folder)) {
            for (Path f : left.toList()) Files.delete(f);
        }
        Files.delete(folder);
        TreeMap<Outcome, Integer> all = new TreeMap<>();
        table.forEach((kind, outcomes) -> {
            System.out.println(kind + ": " + outcomes);
            outcomes.forEach((o, n) -> all.merge(o, n, Integer::sum));
        });
        bad.forEach(System.out::println);
        System.out.println(kinds.size() + " kinds, " + count + " files: " + all);
        System.exit(bad.isEmpty() ? 0 : 1);
    }

    /**
     * Makes one file and does with it what can be done.
     *
     * @param bad receives what must not be
     */
    static Outcome outcome(BrokenFiles.Kind kind, int number, Path folder, List<String> bad) throws IOException {
        Path file = folder.resolve("broken." + kind.ending());
        Files.write(file, kind.make().apply(new Random(number)));
        String[] wrong = new String[1];
        Outcome o = tried(file, wrong);
        if (o.compareTo(Outcome.STOPPED) > 0)
            bad.add("file " + number + ", " + kind.name() + " (" + kind.ending() + "): " + o + ": " + wrong[0]);
        return o;
    }

    /** @param wrong receives what to say of it */
    private static Outcome tried(Path file, String[] wrong) {
        long began = System.nanoTime();
        boolean[] working = new boolean[1];
        Outcome o;
        try {
            Work.stoppable(() -> System.nanoTime() - began > LIMIT_NANOS, () -> {
                try {
                    use(file, working);
                } catch (IOException e) {
                    throw new Said(e);
                }
                return null;
            });
            o = Outcome.READ;
        } catch (Said e) {
            String text = String.valueOf(e.getCause().getMessage());
            wrong[0] = text;
            boolean sentence = text.endsWith(".")
                    && text.length() < LONGEST_SENTENCE
                    && !text.contains("\n")
                    && !text.contains("Exception");
            o = sentence ? Outcome.SAID : Outcome.NO_SENTENCE;
        } catch (CancellationException e) {
            o = working[0] ? Outcome.STOPPED : Outcome.HANG;
        } catch (OutOfMemoryError e) {
            wrong[0] = traced(e);
            return Outcome.NO_MEMORY;
        } catch (RuntimeException | Error e) {
            wrong[0] = traced(e);
            return Outcome.TRACE;
        }
        long took = System.nanoTime() - began;
        if (took <= LIMIT_NANOS + (o == Outcome.STOPPED ? GRACE_NANOS : 0) && o != Outcome.HANG) return o;
        wrong[0] = String.format("%.1f s", took / 1e9);
        return Outcome.HANG;
    }

    private static String traced(Throwable e) {
        return e + " at " + Arrays.stream(e.getStackTrace()).limit(6).toList();
    }

    private static final class Said extends RuntimeException {
        private static final long serialVersionUID = 1;

        Said(IOException e) {
            super(e);
        }
    }

    private static void use(Path file, boolean[] working) throws DocumentException, ExchangeException {
        if (file.toString().endsWith(DocumentFile.EXTENSION)) {
            DocumentFile.Loaded loaded = DocumentFile.read(file);
            Document d = loaded.document();
            if (!DocumentFile.parse(BrokenFiles.bytes(DocumentFile.toText(d)), "again")
                    .document()
                    .equals(d)) throw new IllegalStateException("written and read again it is another");
            working[0] = true;
            new Evaluator().evaluate(d, Progress.NONE);
            return;
        }
        Loaded loaded = MeshFormat.read(file, LengthUnit.MM);
        working[0] = true;
        Measures.of(loaded.mesh());
        Faults.quick(loaded.mesh());
        for (MeshFormat f : MeshFormat.values())
            MeshFormat.write(
                    loaded.mesh(), loaded.materials(), file.resolveSibling("again." + f.extension()), LengthUnit.MM);
    }
}
