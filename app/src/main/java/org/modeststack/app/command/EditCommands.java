package org.modeststack.app.command;

import java.util.function.BooleanSupplier;
import org.modeststack.app.state.BackgroundJobs;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.ResultState;

/** Back and forth, and the search. */
final class EditCommands extends MenuCommands {
    EditCommands(DocumentState document, ResultState results, BackgroundJobs jobs, Runnable search) {
        super("Edit");
        BooleanSupplier always = () -> true;
        add("Undo", "Ctrl+Z", "Takes the last edit back.", "", document::canUndo, document::undo);
        add("Redo", "Ctrl+Y", "Does again what was undone.", "", document::canRedo, document::redo);
        add(
                "Stop the calculation",
                "Ctrl+Period",
                "Stops what takes long and leaves all as it is.",
                "cancel abort",
                () -> results.isBusy() || jobs.isBusy(),
                () -> {
                    results.cancel();
                    jobs.cancel();
                });
        add(
                "Find a step or command",
                "Ctrl+K",
                "Type part of a name to add a step or run a command.",
                "search",
                always,
                search);
        add(
                "Calculate again",
                "F5",
                "Works out what was stopped, or could not be done for want of memory.",
                "refresh retry recalculate",
                always,
                results::recalculate);
    }
}
