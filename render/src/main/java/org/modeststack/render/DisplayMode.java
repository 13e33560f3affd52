package org.modeststack.render;

import java.util.Arrays;
import java.util.Locale;
import java.util.stream.Collectors;

/** How bodies are drawn. */
public enum DisplayMode {
    SHADED_EDGES("Shaded + edges"),
    SHADED("Shaded"),
    EDGES("Edges"),
    SEE_THROUGH("See-through");

    private final String label;

    DisplayMode(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }

    /** The word for it on command lines: "shaded-edges". */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /**
     * The mode of a word, in any case and with either a hyphen or an underscore.
     *
     * @throws IllegalArgumentException naming the words there are, if this is none
     */
    public static DisplayMode of(String word) {
        String plain = word.toLowerCase(Locale.ROOT).replace('_', '-');
        for (DisplayMode m : values()) if (m.word().equals(plain)) return m;
        throw new IllegalArgumentException("no mode is called " + word + "; there are "
                + Arrays.stream(values()).map(DisplayMode::word).collect(Collectors.joining(", ")));
    }
}
