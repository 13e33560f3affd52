package org.modeststack.app.look;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.prefs.Preferences;
import javafx.application.ColorScheme;
import javafx.application.Platform;
import javafx.collections.ObservableList;

/** How the window and its dialogs look: in which colours, and how large their texts are. Kept for the next start. */
public final class Appearance {
    /** The sizes of text there are, in percent of the usual one. */
    public static final List<Integer> SIZES = List.of(100, 115, 130, 150, 175, 200);

    private static final String THEME = "theme", SIZE = "textSize";

    private final Preferences preferences;
    private final List<ObservableList<String>> dressed = new ArrayList<>();
    private final List<Runnable> listeners = new ArrayList<>();
    private Theme theme;
    private int percent;

    /** As it was left; the first time as light or dark as the desktop. */
    public Appearance(Preferences preferences) {
        this.preferences = preferences;
        Theme kept = Theme.of(preferences.get(THEME, ""));
        theme = kept != null ? kept : ofDesktop();
        percent = SIZES.contains(preferences.getInt(SIZE, 100)) ? preferences.getInt(SIZE, 100) : 100;
    }

    private static Theme ofDesktop() {
        if (!Platform.isFxApplicationThread()) return Theme.LIGHT;
        return Platform.getPreferences().getColorScheme() == ColorScheme.DARK ? Theme.DARK : Theme.LIGHT;
    }

    public Theme theme() {
        return theme;
    }

    /** In percent of the usual size. */
    public int textSize() {
        return percent;
    }

    /** How much larger texts are, and with them what is as wide as a text: 1 to 2. */
    public double textScale() {
        return percent / 100.0;
    }

    public void setTheme(Theme now) {
        preferences.put(THEME, now.word());
        show(now, percent);
    }

    /** @param now one of {@link #SIZES} */
    public void setTextSize(int now) {
        if (!SIZES.contains(now)) throw new IllegalArgumentException("there are texts of " + SIZES + " percent");
        preferences.putInt(SIZE, now);
        show(theme, now);
    }

    /** Larger or smaller by one size, as far as there are any. */
    public void resizeText(int by) {
        setTextSize(SIZES.get(Math.clamp(SIZES.indexOf(percent) + by, 0, SIZES.size() - 1)));
    }

    /**
     * Looks so until it is told otherwise, and does not keep it.
     *
     * @param size one of {@link #SIZES}
     */
    public void show(Theme colors, int size) {
        theme = colors;
        percent = size;
        List<String> sheets = sheets();
        for (ObservableList<String> d : dressed) d.setAll(sheets);
        for (Runnable l : List.copyOf(listeners)) l.run();
    }

    /** @param listener is told at once after each change */
    public void listen(Runnable listener) {
        listeners.add(listener);
    }

    /** Gives a scene or a dialog this look, for as long as it is there. */
    public void dress(ObservableList<String> stylesheets) {
        stylesheets.setAll(sheets());
        dressed.add(stylesheets);
    }

    /** For what has been closed. */
    public void forget(ObservableList<String> stylesheets) {
        dressed.removeIf(d -> d == stylesheets);
    }

    private List<String> sheets() {
        String window = Theme.class.getResource("window.css").toExternalForm();
        return List.of(
                theme.address(), percent == 100 ? window : TextSizes.address(TextSizes.scaled(windowCss(), percent)));
    }

    private static String windowCss() {
        try (InputStream in = Theme.class.getResourceAsStream("window.css")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new IllegalStateException("window.css cannot be read", e);
        }
    }
}
