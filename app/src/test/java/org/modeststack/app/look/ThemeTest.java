package org.modeststack.app.look;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javafx.scene.paint.Color;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Themes give every name its colour, and words can be read on what they stand on (WCAG 2.2, 1.4.3, 1.4.6 and 1.4.11). */
class ThemeTest {
    private static final Pattern RULE = Pattern.compile("([^{}]+)\\{([^}]*)\\}");
    private static final Pattern TEXT = Pattern.compile("-fx-text-fill:\\s*-([a-z-]+)");
    private static final Pattern BACK = Pattern.compile("-fx-background-color:\\s*([^;]+);");
    private static final Pattern NAME = Pattern.compile("[ ,]-(?!fx-)([a-z]+(?:-[a-z]+)*)(?=[ ,;])");

    /** What words of a colour of their own stand on besides what their rule says. */
    private static final List<String> GROUNDS = List.of("sheet", "paper", "active-soft");

    private static String window() throws Exception {
        try (InputStream in = Theme.class.getResourceAsStream("window.css")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8).replaceAll("(?s)/\\*.*?\\*/", "");
        }
    }

    /** Relative luminance as WCAG 2.2 defines it. */
    private static double luminance(Color c) {
        double[] rgb = {c.getRed(), c.getGreen(), c.getBlue()};
        for (int i = 0; i < 3; i++)
            rgb[i] = rgb[i] <= 0.04045 ? rgb[i] / 12.92 : Math.pow((rgb[i] + 0.055) / 1.055, 2.4);
        return 0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2];
    }

    private static double contrast(Color a, Color b) {
        double la = luminance(a), lb = luminance(b);
        return (Math.max(la, lb) + 0.05) / (Math.min(la, lb) + 0.05);
    }

    @Test
    void theMeasureOfContrastIsThatOfTheStandard() {
        assertEquals(21, contrast(Color.BLACK, Color.WHITE), 1e-9);
        // Grey #767676 is known as the lightest that passes on white (WebAIM; common practice).
        assertEquals(4.54, contrast(Color.web("#767676"), Color.WHITE), 0.005);
    }

    @ParameterizedTest
    @EnumSource(Theme.class)
    void everyNameOfTheStyleSheetHasAColour(Theme theme) throws Exception {
        Set<String> used = new TreeSet<>();
        Matcher rule = RULE.matcher(window());
        while (rule.find()) {
            Matcher name = NAME.matcher(rule.group(2).replace("\n", " "));
            while (name.find()) used.add(name.group(1));
        }
        assertTrue(used.size() > 25, used.toString());
        used.removeAll(theme.colors().keySet());
        assertEquals(Set.of(), used);
        assertEquals(Theme.LIGHT.colors().keySet(), theme.colors().keySet());
    }

    @ParameterizedTest
    @EnumSource(Theme.class)
    void allWordsCanBeRead(Theme theme) throws Exception {
        double least = theme == Theme.CONTRAST ? 7 : 4.5;
        List<String> hard = new ArrayList<>();
        int pairs = 0;
        Matcher rule = RULE.matcher(window());
        while (rule.find()) {
            Matcher text = TEXT.matcher(rule.group(2)), back = BACK.matcher(rule.group(2));
            if (!text.find()) continue;
            List<String> on = GROUNDS;
            if (back.find() && !back.group(1).contains("transparent")) {
                String[] layers = back.group(1).split(",");
                on = List.of(layers[layers.length - 1].strip().substring(1));
            }
            // What is chosen stands on its own colour, by another rule.
            if (text.group(1).startsWith("on-")) on = List.of(text.group(1).substring(3));
            for (String ground : on) {
                pairs++;
                double c = contrast(theme.color(text.group(1)), theme.color(ground));
                if (c < least) hard.add(text.group(1) + " on " + ground + ": " + Math.round(c * 100) / 100.0);
            }
        }
        assertTrue(pairs > 60, "only " + pairs);
        assertEquals(List.of(), hard.stream().distinct().toList());
    }

    @ParameterizedTest
    @EnumSource(Theme.class)
    void whatIsActiveOrPickedStandsOutFromThePicture(Theme theme) {
        for (String name : List.of("ink", "active", "picked", "ghost", "axis-x", "axis-y", "axis-z")) {
            assertTrue(contrast(theme.color(name), picture(theme.palette().top())) >= 3, name);
            assertTrue(contrast(theme.color(name), picture(theme.palette().bottom())) >= 3, name);
        }
    }

    private static Color picture(int rgb) {
        return Color.rgb(rgb >> 16 & 255, rgb >> 8 & 255, rgb & 255);
    }
}
