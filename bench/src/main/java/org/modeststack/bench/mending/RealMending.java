package org.modeststack.bench.mending;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.modeststack.bench.QuietContext;
import org.modeststack.bench.rounding.RealMeshes;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.fault.Faults;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.mend.Mending;

/** What mending makes of real meshes in which something is wrong: {@code RealMending FOLDER}. */
public final class RealMending {
    private static final int MOST_FACES = 60_000;

    private RealMending() {}

    public static void main(String[] args) throws IOException {
        int all = 0, wrong = 0, sound = 0;
        List<Path> files;
        try (Stream<Path> found = Files.list(Path.of(args[0]))) {
            files = found.filter(f -> f.toString().endsWith(".off")).sorted().toList();
        }
        for (Path file : files) {
            Mesh m;
            try {
                m = RealMeshes.read(file);
            } catch (NumberFormatException e) {
                System.out.println(file.getFileName() + " left out: it has colours, which are not read here");
                continue;
            }
            if (m.isEmpty() || m.faceCount() > MOST_FACES) continue;
            all++;
            if (Faults.all(m).isSound()) continue;
            wrong++;
            long begin = System.nanoTime();
            Mending mended = Mending.of(m, QuietContext::new);
            if (mended.faults().isSound()) sound++;
            String left = mended.faults().found().stream()
                    .filter(f -> f.kind().isWrong())
                    .map(f -> f.kind() + " " + f.count())
                    .collect(Collectors.joining(", "));
            System.out.printf(
                    Locale.ROOT,
                    "%s, %d faces, %d ms, volume %.4g to %.4g%s%n",
                    file.getFileName(),
                    m.faceCount(),
                    (System.nanoTime() - begin) / 1_000_000,
                    Measures.of(m).volume(),
                    Measures.of(mended.mesh()).volume(),
                    left.isEmpty() ? "" : "; left " + left);
        }
        System.out.println(
                all + " meshes, " + wrong + " with something wrong, " + sound + " of these sound when mended");
    }
}
