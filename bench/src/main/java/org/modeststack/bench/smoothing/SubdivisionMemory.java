package org.modeststack.bench.smoothing;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.StepException;

/**
 * How much memory a cube needs to be subdivided: {@code SubdivisionMemory LEVEL}. The least heap with which it goes well is found by
 * trying, in programs of their own, less what one level needs; it is told in times of the arrays of the result.
 */
public final class SubdivisionMemory {
    private static final long MB = 1 << 20;

    private SubdivisionMemory() {}

    public static void main(String[] args) throws StepException, IOException, InterruptedException {
        int level = Integer.parseInt(args[0]);
        if (args.length > 1) {
            subdivided(level);
            return;
        }
        Memory result = new Memory();
        result.add(subdivided(level));
        double arrays = (double) result.bytes() / MB;
        long least = least(level, (long) arrays, (long) (8 * arrays) + 64), base = least(1, 1, 64);
        System.out.printf(
                Locale.ROOT,
                "level %d: arrays of the result %.0f MB; least heap %d MB, less %d MB for one level: %.2f times%n",
                level,
                arrays,
                least,
                base,
                (least - base) / arrays);
    }

    private static Mesh subdivided(int level) throws StepException {
        Mesh cube = NamedSteps.step("box").apply(Mesh.EMPTY, new QuietContext());
        return NamedSteps.step("subdivide", "levels", level).apply(cube, new QuietContext());
    }

    private static long least(int level, long tooLittle, long enough) throws IOException, InterruptedException {
        long low = tooLittle, high = enough;
        while (high - low > Math.max(1, high / 100)) {
            long middle = (low + high) / 2;
            if (goesWell(level, middle)) high = middle;
            else low = middle;
        }
        return high;
    }

    private static boolean goesWell(int level, long heapMb) throws IOException, InterruptedException {
        List<String> command = List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:+UseSerialGC",
                "-Xmn2m",
                "-Xmx" + heapMb + "m",
                "-cp",
                System.getProperty("java.class.path"),
                SubdivisionMemory.class.getName(),
                Integer.toString(level),
                "child");
        return new ProcessBuilder(command)
                        .redirectErrorStream(true)
                        .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                        .start()
                        .waitFor()
                == 0;
    }
}
