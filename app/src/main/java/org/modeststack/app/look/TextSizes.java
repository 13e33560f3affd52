package org.modeststack.app.look;

import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A style sheet whose texts, and what is as high as a text, are larger. */
final class TextSizes {
    private static final Pattern SIZE =
            Pattern.compile("(-fx-(?:font-size|(?:min|max|pref)-(?:height|width))):\\s*([0-9.]+)(px)?");

    private TextSizes() {}

    /** @param percent 100 for what is written there */
    static String scaled(String css, int percent) {
        Matcher m = SIZE.matcher(css);
        StringBuilder out = new StringBuilder();
        while (m.find()) {
            double size = Double.parseDouble(m.group(2)) * percent / 100;
            String unit = m.group(3) == null ? "" : m.group(3);
            m.appendReplacement(out, m.group(1) + ": " + String.format(Locale.ROOT, "%.4g", size) + unit);
        }
        return m.appendTail(out).toString();
    }

    /** A style sheet as an address of its own. */
    static String address(String css) {
        return "data:text/css;base64," + Base64.getEncoder().encodeToString(css.getBytes(StandardCharsets.UTF_8));
    }
}
