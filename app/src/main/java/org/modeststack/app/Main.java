package org.modeststack.app;

import java.util.Locale;
import javafx.application.Application;
import org.modeststack.stack.demo.SkerryLight;
import org.modeststack.stack.evaluate.Progress;
import picocli.CommandLine;

/** Starts the desktop application. */
public final class Main {
    private Main() {}

    public static void main(String[] args) {
        // Numbers are written and words compared in one way everywhere.
        Locale.setDefault(Locale.ROOT);
        StartOptions options;
        try {
            options = StartOptions.parse(args);
        } catch (CommandLine.ParameterException e) {
            System.err.println("modest: " + e.getMessage());
            System.exit(2);
            return;
        }
        if (options.help()) {
            System.out.print(StartOptions.usage());
            return;
        }
        ModestApp.start = options;
        // The toolkit takes a while to start, mostly on one core; the other works on what the window will show.
        if (options.demo()) {
            Thread.ofPlatform()
                    .daemon()
                    .start(() -> ModestApp.evaluator.evaluate(SkerryLight.document(), Progress.NONE));
        }
        try {
            Application.launch(ModestApp.class);
        } catch (UnsupportedOperationException e) {
            System.err.println("modest: the window cannot be opened: " + e.getMessage()
                    + " On Linux it needs GTK 3 (package libgtk-3-0).");
            System.exit(1);
        }
        System.exit(ModestApp.exitCode);
    }
}
