package org.modeststack.app.look;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javafx.scene.paint.Color;
import org.modeststack.render.Palette;

/** The colours of the window. Its style sheet knows names only; a theme gives each of them its colour. */
public enum Theme {
    LIGHT("Light", "light", Palette.LIGHT),
    DARK("Dark", "dark", Palette.DARK),
    CONTRAST("High contrast", "contrast", Palette.CONTRAST);

    private static final Pattern COLOR = Pattern.compile("-([a-z-]+):\\s*(#[0-9A-Fa-f]{6,8});");

    private final String label;
    private final String word;
    private final Palette palette;
    private Map<String, Color> colors;

    Theme(String label, String word, Palette palette) {
        this.label = label;
        this.word = word;
        this.palette = palette;
    }

    public String label() {
        return label;
    }

    /** How it is called in preferences and at the start. */
    public String word() {
        return word;
    }

    /** The colours of the picture of the bodies. */
    public Palette palette() {
        return palette;
    }

    /**
     * The theme of a word.
     *
     * @return null where there is none
     */
    public static Theme of(String word) {
        for (Theme t : values()) if (t.word.equals(word)) return t;
        return null;
    }

    private String resource() {
        return "theme-" + word + ".css";
    }

    /** The address of the style sheet that gives the names of colours their values. */
    String address() {
        return Theme.class.getResource(resource()).toExternalForm();
    }

    /** What the names of the style sheet stand for, for what is drawn without it. */
    public Color color(String name) {
        Color c = colors().get(name);
        if (c == null) throw new IllegalArgumentException("no colour is called " + name);
        return c;
    }

    /** All names of colours, without the dash before them. */
    synchronized Map<String, Color> colors() {
        if (colors != null) return colors;
        Map<String, Color> found = new LinkedHashMap<>();
        try (InputStream in = Theme.class.getResourceAsStream(resource())) {
            Matcher m = COLOR.matcher(new String(in.readAllBytes(), StandardCharsets.UTF_8));
            while (m.find()) found.put(m.group(1), Color.web(m.group(2)));
        } catch (IOException e) {
            throw new IllegalStateException(resource() + " cannot be read", e);
        }
        return colors = found;
    }
}
