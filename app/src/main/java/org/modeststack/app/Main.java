package org.modeststack.app;

import javafx.application.Application;
import org.modeststack.stack.demo.SkerryLight;
import org.modeststack.stack.evaluate.Progress;

/** Starts the desktop application. */
public final class Main {
    private Main() {}

    public static void main(String[] args) {
        StartOptions options;
        try {
            options = StartOptions.parse(args);
        } catch (IllegalArgumentException e) {
            System.err.println("modest: " + e.getMessage());
            System.exit(2);
            return;
        }
        ModestApp.start = options;
        // The toolkit takes a while to start, mostly on one core; the other works on what the window will show.
        if (options.demo()) {
            Thread.ofPlatform()
                    .daemon()
                    .start(() -> ModestApp.evaluator.evaluate(SkerryLight.document(), Progress.NONE));
        }
        Application.launch(ModestApp.class);
        System.exit(ModestApp.exitCode);
    }
}
