package org.modeststack.app.command;

import java.util.Locale;
import org.modeststack.app.look.Appearance;
import org.modeststack.app.look.Theme;

/** In which colours the window is shown, and how large its texts are. */
final class LookCommands extends MenuCommands {
    LookCommands(Appearance appearance) {
        super("View");
        for (Theme t : Theme.values()) {
            String name = t.label().toLowerCase(Locale.ROOT);
            add(
                    t.label() + " colours",
                    null,
                    "Shows the window in " + name + " colours, also at the next start.",
                    "theme appearance night day contrast colors",
                    () -> appearance.theme() != t,
                    () -> appearance.setTheme(t));
        }
        int smallest = Appearance.SIZES.getFirst(), largest = Appearance.SIZES.getLast();
        add(
                "Larger text",
                "Ctrl+Equals",
                "Makes all texts of the window larger, up to twice the usual size.",
                "font size zoom interface big",
                () -> appearance.textSize() < largest,
                () -> appearance.resizeText(1));
        add(
                "Smaller text",
                "Ctrl+Minus",
                "Makes all texts of the window smaller again.",
                "font size zoom interface",
                () -> appearance.textSize() > smallest,
                () -> appearance.resizeText(-1));
    }
}
