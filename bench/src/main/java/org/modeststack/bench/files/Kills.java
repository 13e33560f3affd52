package org.modeststack.bench.files;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.exchange.registry.MeshFormat;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.file.LeftOvers;
import org.modeststack.mesh.measure.Health;
import org.modeststack.stack.Document;
import org.modeststack.stack.Entry;
import org.modeststack.stack.file.Autosave;
import org.modeststack.stack.file.DocumentFile;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.source.Imported;

/**
 * Kills programs while they write, at random moments, two of them on one file in one folder, and looks at what is there
 * then: {@code bench/kills [TIMES]}. Each file must be one of those that were written, whole, and the last that one of the writers
 * said it had written, or the one it was at; after the next start nothing else may lie about.
 */
public final class Kills {
    private static final int WRITERS = 2;

    /** The version that was found in the file last. */
    private static int standing;

    private Kills() {}

    public static void main(String[] args) throws Exception {
        int times = args.length > 0 ? Integer.parseInt(args[0]) : 200;
        Random r = new Random(1);
        boolean well = true;
        for (String mode : List.of("save", "autosave", "export")) {
            standing = 0;
            TreeMap<String, Integer> found = new TreeMap<>();
            Path folder = Files.createTempDirectory("kills");
            for (int killed = 0; killed < times; killed += WRITERS) {
                for (String outcome : round(mode, folder, r)) found.merge(outcome, 1, Integer::sum);
            }
            for (Path f : all(folder)) Files.delete(f);
            Files.delete(folder);
            System.out.printf("%-9s %d kills: %s%n", mode, times, found);
            well &= found.keySet().stream().allMatch(k -> k.equals("whole") || k.equals("nothing yet"));
        }
        System.exit(well ? 0 : 1);
    }

    private static List<Path> all(Path folder) throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.toList();
        }
    }

    /** What is found after some writers have been killed. */
    private static List<String> round(String mode, Path folder, Random r) throws Exception {
        List<Process> writers = new ArrayList<>();
        List<Thread> readers = new ArrayList<>();
        int[] last = new int[WRITERS];
        for (int i = 0; i < WRITERS; i++) {
            Process p = new ProcessBuilder(
                            Path.of(System.getProperty("java.home"), "bin", "java")
                                    .toString(),
                            "-Xshare:auto",
                            "-XX:TieredStopAtLevel=1",
                            "-cp",
                            System.getProperty("java.class.path"),
                            KilledWriter.class.getName(),
                            mode,
                            folder.toString())
                    .redirectError(ProcessBuilder.Redirect.INHERIT)
                    .start();
            writers.add(p);
            BufferedReader said = new BufferedReader(new InputStreamReader(p.getInputStream(), StandardCharsets.UTF_8));
            said.readLine();
            int who = i;
            readers.add(Thread.ofVirtual().start(() -> {
                try {
                    for (String line; (line = said.readLine()) != null; ) last[who] = Integer.parseInt(line);
                } catch (IOException | NumberFormatException e) {
                    // Cut off in the middle of a line by the kill.
                    Thread.currentThread().interrupt();
                }
            }));
        }
        for (Process p : writers) {
            Thread.sleep(200 + r.nextInt(1200));
            p.destroyForcibly().waitFor();
        }
        for (Thread t : readers) t.join();
        List<String> out = new ArrayList<>();
        if (mode.equals("autosave")) copies(folder, last, out);
        else out.add(file(mode, folder, last));
        LeftOvers.remove(folder);
        for (Path f : all(folder))
            if (!f.getFileName().toString().startsWith("work.")) out.add("left over: " + f.getFileName());
        return out;
    }

    private static String file(String mode, Path folder, int[] said) {
        // Where nobody came to the end of a first one, what was there before stays.
        int[] last = Arrays.stream(said).allMatch(v -> v == 0) ? new int[] {0, standing} : said;
        Path file = folder.resolve(mode.equals("save") ? "work.mstack" : "work.obj");
        if (!Files.exists(file)) return last[0] + last[1] == 0 ? "nothing yet" : "lost";
        try {
            if (mode.equals("save")) return judge(DocumentFile.read(file).document(), last);
            Mesh m = MeshFormat.read(file, LengthUnit.MM).mesh();
            if (!Health.of(m).isClosed()) return "half";
            for (int one : last)
                for (int version = one; version <= one + 1; version++)
                    if (m.faceCount() == KilledWriter.mesh(version).faceCount()) {
                        standing = version;
                        return "whole";
                    }
            return "not the last";
        } catch (IOException e) {
            return "half: " + e.getMessage();
        }
    }

    /** What the next start offers: a copy of each that had said it has written one. */
    private static void copies(Path folder, int[] last, List<String> out) {
        int offered = 0;
        for (Autosave.Left left : new Autosave(folder).left()) {
            offered++;
            try {
                out.add(judge(DocumentFile.read(left.copy()).document(), last));
            } catch (IOException e) {
                out.add("half: " + e.getMessage());
            }
            left.discard();
        }
        for (int version : last) if (version > 0) offered--;
        if (offered < 0) out.add("lost");
    }

    /** @param last the last version that each writer has said */
    private static String judge(Document d, int[] last) {
        int version = Integer.parseInt(d.bodies().getFirst().name().replace("Version ", ""));
        Entry move = d.bodies().getFirst().entries().get(1);
        Entry mesh = d.bodies().get(1).entries().getFirst();
        boolean same = move.step() instanceof Move m
                && m.by().x() == version
                && mesh.step() instanceof Imported i
                && i.mesh().sameAs(KilledWriter.mesh(version));
        if (!same) return "half";
        standing = version;
        return Arrays.stream(last).anyMatch(said -> version == said || version == said + 1) ? "whole" : "not the last";
    }
}
