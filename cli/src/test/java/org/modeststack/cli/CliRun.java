package org.modeststack.cli;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.function.Supplier;

/**
 * A command as it was run.
 *
 * @param said what it wrote to either stream, in order
 * @param out what it wrote to standard output
 * @param err what it wrote to standard error
 */
record CliRun(int code, String said, String out, String err) {
    static CliRun of(String... args) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        return of(out, () -> text(out), args);
    }

    /** With the standard output going somewhere else; only what went to standard error is kept. */
    static CliRun into(OutputStream out, String... args) {
        return of(out, () -> "", args);
    }

    private static CliRun of(OutputStream out, Supplier<String> written, String... args) {
        ByteArrayOutputStream all = new ByteArrayOutputStream(), err = new ByteArrayOutputStream();
        int code = run(print(new Both(out, all)), print(new Both(err, all)), args);
        return new CliRun(code, text(all), written.get(), text(err));
    }

    private static PrintStream print(OutputStream to) {
        return new PrintStream(to, true, StandardCharsets.UTF_8);
    }

    private static String text(ByteArrayOutputStream bytes) {
        return bytes.toString(StandardCharsets.UTF_8);
    }

    private static final class Both extends OutputStream {
        private final OutputStream one;
        private final OutputStream other;

        Both(OutputStream one, OutputStream other) {
            this.one = one;
            this.other = other;
        }

        @Override
        public void write(int b) throws IOException {
            one.write(b);
            other.write(b);
        }
    }

    private static int run(PrintStream out, PrintStream err, String... args) {
        PrintStream outBefore = System.out, errBefore = System.err;
        try {
            System.setOut(out);
            System.setErr(err);
            return Main.run(args);
        } finally {
            System.setOut(outBefore);
            System.setErr(errBefore);
        }
    }
}
