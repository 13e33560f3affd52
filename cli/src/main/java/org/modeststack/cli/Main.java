package org.modeststack.cli;

import java.io.PrintWriter;
import java.util.Locale;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;
import picocli.CommandLine.UnmatchedArgumentException;

/** The command line: {@code modest eval}, {@code apply}, {@code render}, {@code check} and {@code mend}. */
@Command(
        name = "modest",
        description = "Modest Stack on the command line.",
        mixinStandardHelpOptions = true,
        versionProvider = Version.class,
        subcommands = {EvalCommand.class, RenderCommand.class, CheckCommand.class, MendCommand.class})
public final class Main implements Runnable {
    private static final int FAULT = 1;
    private static final int WRONG_USAGE = 2;

    @Spec
    private CommandSpec spec;

    private Main() {}

    @Override
    public void run() {
        throw new CommandLine.ParameterException(spec.commandLine(), "Missing: a command");
    }

    public static void main(String[] args) {
        // Numbers are written and words compared in one way everywhere.
        Locale.setDefault(Locale.ROOT);
        System.exit(run(args));
    }

    /** @return 0 done, 1 the step or file is at fault, 2 wrong usage */
    public static int run(String... args) {
        CommandLine line = new CommandLine(new Main());
        line.addSubcommand("apply", ApplyCommand.commandLine());
        line.setExecutionExceptionHandler((e, cmd, _) -> {
            PrintWriter err = cmd.getErr();
            if (e instanceof Fault) err.println(e.getMessage());
            else err.println("Modest Stack made a mistake; please report it: " + e);
            return FAULT;
        });
        line.setParameterExceptionHandler((e, _) -> {
            CommandLine wrong = e.getCommandLine();
            wrong.getErr().println(e.getMessage());
            UnmatchedArgumentException.printSuggestions(e, wrong.getErr());
            wrong.getErr().println("See '" + wrong.getCommandSpec().qualifiedName() + " --help'.");
            return WRONG_USAGE;
        });
        line.setExecutionStrategy(
                p -> p.hasSubcommand() && p.subcommand().commandSpec().name().equals("apply")
                        ? ApplyCommand.execute(p)
                        : new CommandLine.RunLast().execute(p));
        line.setCaseInsensitiveEnumValuesAllowed(true);
        int code;
        try {
            code = line.execute(args);
        } catch (OutOfMemoryError e) {
            System.err.println("There is not enough memory for this.");
            code = FAULT;
        } catch (StackOverflowError e) {
            System.err.println("Modest Stack made a mistake; please report it: it went too deep.");
            code = FAULT;
        }
        // What was printed may have come to nothing, as on a full disk.
        if (!System.out.checkError()) return code;
        System.err.println("The output could not be written.");
        return code == 0 ? FAULT : code;
    }
}
