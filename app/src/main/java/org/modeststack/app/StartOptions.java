package org.modeststack.app;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.modeststack.render.DisplayMode;

/**
 * What the program is asked for when it starts.
 *
 * @param demo open the demo document
 * @param file open this document, or null
 * @param shot draw the window into this picture and exit, or null
 * @param body select this body by name, or null
 * @param step open the drawer of this step, counted from 1, or 0
 * @param pick an expression of what is picked, or null
 * @param show further parts to open: words of {@link #PARTS}, or that of a display mode
 */
record StartOptions(
        boolean demo,
        Path file,
        Path shot,
        int width,
        int height,
        String body,
        int step,
        String pick,
        Set<String> show) {
    /** What can be opened besides: the ledger, the search, the taking of points. */
    static final List<String> PARTS = List.of("ledger", "search", "points");

    static StartOptions parse(String... args) {
        boolean demo = false;
        Path file = null, shot = null;
        int width = 1280, height = 800, step = 0;
        String body = null, pick = null;
        Set<String> show = new LinkedHashSet<>();
        for (int i = 0; i < args.length; i++) {
            switch (args[i]) {
                case "demo" -> demo = true;
                case "--shot" -> shot = Path.of(value(args, i++));
                case "--size" -> {
                    String size = value(args, i++);
                    if (!size.matches("[0-9]{3,4}x[0-9]{3,4}")) {
                        throw new IllegalArgumentException("--size takes WIDTHxHEIGHT, not " + size);
                    }
                    width = Integer.parseInt(size.substring(0, size.indexOf('x')));
                    height = Integer.parseInt(size.substring(size.indexOf('x') + 1));
                }
                case "--body" -> body = value(args, i++);
                case "--step" -> {
                    try {
                        step = Integer.parseInt(value(args, i++));
                    } catch (NumberFormatException e) {
                        throw new IllegalArgumentException("--step takes a step's number");
                    }
                }
                case "--pick" -> pick = value(args, i++);
                case "--show" -> show.addAll(words(value(args, i++)));
                default -> {
                    if (args[i].startsWith("-")) throw new IllegalArgumentException("there is no option " + args[i]);
                    file = Path.of(args[i]);
                }
            }
        }
        return new StartOptions(demo, file, shot, width, height, body, step, pick, show);
    }

    /** The words behind {@code --show}. */
    private static List<String> words(String text) {
        List<String> words = Arrays.stream(text.split(",")).map(String::strip).toList();
        for (String w : words) {
            if (PARTS.contains(w)) continue;
            try {
                DisplayMode.of(w);
            } catch (IllegalArgumentException e) {
                throw new IllegalArgumentException(
                        "--show takes " + String.join(", ", PARTS) + " or a mode, but " + e.getMessage());
            }
        }
        return words;
    }

    /** The display mode that is asked for, or null. */
    DisplayMode mode() {
        return show.stream()
                .filter(w -> !PARTS.contains(w))
                .map(DisplayMode::of)
                .findFirst()
                .orElse(null);
    }

    private static String value(String[] args, int i) {
        if (i + 1 >= args.length) throw new IllegalArgumentException(args[i] + " needs a value");
        return args[i + 1];
    }
}
