package org.modeststack.app.command;

import java.util.Locale;
import java.util.function.BooleanSupplier;
import javafx.scene.input.KeyCombination;

/**
 * Something the user can do: it has a place in a menu, can be found by typing part of its name, and may have a shortcut.
 *
 * @param menu the menu it stands in
 * @param keys its shortcut, or null
 * @param help a sentence for tooltips and search
 * @param words other words it is found by
 */
public record Command(
        String menu, String name, String keys, String help, String words, BooleanSupplier enabled, Runnable action) {
    public KeyCombination combination() {
        return keys == null ? null : KeyCombination.valueOf(keys);
    }

    /** Whether every typed word is part of its name, its menu or its other words. */
    public boolean matches(String typed) {
        String all = (name + " " + words + " " + menu).toLowerCase(Locale.ROOT);
        for (String w : typed.toLowerCase(Locale.ROOT).strip().split("\\s+")) if (!all.contains(w)) return false;
        return true;
    }

    public void run() {
        if (enabled.getAsBoolean()) action.run();
    }
}
