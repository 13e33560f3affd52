package org.modeststack.app;

import javafx.application.Application;

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
        Application.launch(ModestApp.class);
        System.exit(ModestApp.exitCode);
    }
}
