package org.modeststack.app.ui;

import java.util.Locale;

/** How the name of a choice is written: axes in capitals, several of them with a sign between. */
public final class ChoiceText {
    private ChoiceText() {}

    public static String of(String name) {
        return name.matches("[xyz]+")
                ? String.join("+", name.toUpperCase(Locale.ROOT).split(""))
                : name;
    }
}
