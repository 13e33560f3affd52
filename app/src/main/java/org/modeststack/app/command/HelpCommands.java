package org.modeststack.app.command;

import java.util.function.BooleanSupplier;
import org.modeststack.app.file.DocumentFiles;

/** The demo, and the keys. */
final class HelpCommands extends MenuCommands {
    HelpCommands(DocumentFiles files, Runnable showKeys) {
        super("Help");
        BooleanSupplier always = () -> true;
        add("Open the demo", null, "Opens the fittings of the Skerry Light.", "example", always, files::openDemo);
        add("Keys", "F1", "Lists all shortcuts.", "shortcuts keyboard help", always, showKeys);
    }
}
