package org.modeststack.app.command;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.BooleanSupplier;

/** The commands of one menu, in its order. */
abstract class MenuCommands {
    private final String menu;
    private final List<Command> all = new ArrayList<>();

    MenuCommands(String menu) {
        this.menu = menu;
    }

    List<Command> all() {
        return all;
    }

    /**
     * @param keys its shortcut, or null
     * @param help a sentence for tooltips and search
     * @param words other words it is found by
     */
    final void add(String name, String keys, String help, String words, BooleanSupplier enabled, Runnable action) {
        all.add(new Command(menu, name, keys, help, words, enabled, action));
    }

    /** A title inside a sentence: it begins small, unless it begins with initials. */
    static String inSentence(String title) {
        boolean initials = title.length() > 1 && Character.isUpperCase(title.charAt(1));
        return initials ? title : title.substring(0, 1).toLowerCase(Locale.ROOT) + title.substring(1);
    }
}
