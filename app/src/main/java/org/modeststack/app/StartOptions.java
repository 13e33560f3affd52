package org.modeststack.app;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.modeststack.app.look.Appearance;
import org.modeststack.app.look.Theme;
import org.modeststack.exchange.registry.MeshFormat;
import org.modeststack.render.DisplayMode;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.TypeConversionException;

/** What the program is asked for when it starts. */
@Command(name = "modest", description = "Opens the window of Modest Stack.", usageHelpAutoWidth = true)
final class StartOptions {
    private static final String DEMO = "demo";

    /** What can be shown besides: the ledger, the search, the taking of points, the body as if it were smoothed. */
    static final List<String> PARTS = List.of("ledger", "search", "points", "smoothed", "faint", "near", "hold");

    @Parameters(
            arity = "0..1",
            paramLabel = "FILE",
            description =
                    "The document to open or the mesh to import, or \"demo\" for the fittings of the Skerry Light.")
    private Path document;

    @Option(
            names = "--shot",
            paramLabel = "FILE.png",
            converter = PictureName.class,
            description = "Draws the window into this picture and ends.")
    private Path shot;

    @Option(
            names = "--size",
            paramLabel = "WIDTHxHEIGHT",
            defaultValue = "1280x800",
            converter = SizeWord.class,
            description = "The window's size; ${DEFAULT-VALUE} if it is not said.")
    private Size size;

    @Option(names = "--body", paramLabel = "NAME", description = "Selects this body.")
    private String body;

    @Option(names = "--step", paramLabel = "NUMBER", description = "Opens this step of it, counted from 1.")
    private int step;

    @Option(names = "--pick", paramLabel = "TEXT", description = "Picks this: \"faces: facing 0 0 1\".")
    private String pick;

    @Option(
            names = "--show",
            split = ",",
            hideParamSyntax = true,
            paramLabel = "WORD[,WORD]",
            converter = ShowWord.class,
            completionCandidates = ShowWord.class,
            description = "Shows these too: ${COMPLETION-CANDIDATES}.")
    private Set<String> show = new LinkedHashSet<>();

    @Option(
            names = "--colours",
            paramLabel = "WORD",
            converter = ThemeWord.class,
            description = "Shows the window in these colours this time: light, dark, contrast.")
    private Theme theme;

    /** By its former name. */
    @Option(names = "--colors", hidden = true, converter = ThemeWord.class)
    private Theme formerTheme;

    @Option(
            names = "--text",
            paramLabel = "PERCENT",
            converter = TextWord.class,
            description = "Shows texts of this size this time: 100, 115, 130, 150, 175 or 200.")
    private Integer text;

    @Option(
            names = {"-h", "--help"},
            usageHelp = true,
            description = "Prints this.")
    private boolean help;

    private StartOptions() {}

    /** @throws CommandLine.ParameterException with a message for the one who typed it */
    static StartOptions parse(String... args) {
        StartOptions o = new StartOptions();
        new CommandLine(o).parseArgs(args);
        return o;
    }

    /** Whether only the list of options is asked for. */
    boolean help() {
        return help;
    }

    static String usage() {
        return new CommandLine(new StartOptions()).getUsageMessage();
    }

    /** Open the demo document. */
    boolean demo() {
        return document != null && document.toString().equals(DEMO);
    }

    /** The document to open, or null. */
    Path file() {
        return demo() || mesh() != null ? null : document;
    }

    /** The mesh to import, or null. */
    Path mesh() {
        return document != null && MeshFormat.isMesh(document) ? document : null;
    }

    /** Draw the window into this picture and exit, or null. */
    Path shot() {
        return shot;
    }

    int width() {
        return size.width;
    }

    int height() {
        return size.height;
    }

    /** The colours to show this time, or null for those that were left. */
    Theme theme() {
        return theme == null ? formerTheme : theme;
    }

    /** The size of texts to show this time, in percent, or null for the one that was left. */
    Integer text() {
        return text;
    }

    /** Select this body by name, or null. */
    String body() {
        return body;
    }

    /** Open the drawer of this step, counted from 1, or 0. */
    int step() {
        return step;
    }

    /** An expression of what is picked, or null. */
    String pick() {
        return pick;
    }

    /** Whether a part of the window is to be opened, one of {@link #PARTS}. */
    boolean shows(String part) {
        return show.contains(part);
    }

    /** The display mode that is asked for, or null. */
    DisplayMode mode() {
        return show.stream()
                .filter(w -> !PARTS.contains(w))
                .map(DisplayMode::of)
                .findFirst()
                .orElse(null);
    }

    private record Size(int width, int height) {}

    private static final class SizeWord implements ITypeConverter<Size> {
        private static final Pattern FORM = Pattern.compile("([0-9]{3,4})x([0-9]{3,4})");

        @Override
        public Size convert(String word) {
            Matcher m = FORM.matcher(word);
            if (!m.matches()) throw new TypeConversionException("not WIDTHxHEIGHT, each of 3 or 4 digits: " + word);
            return new Size(Integer.parseInt(m.group(1)), Integer.parseInt(m.group(2)));
        }
    }

    /** So that no picture takes the place of a document. */
    private static final class PictureName implements ITypeConverter<Path> {
        @Override
        public Path convert(String word) {
            if (!word.toLowerCase(Locale.ROOT).endsWith(".png"))
                throw new TypeConversionException("a picture's name ends in .png, not " + word);
            return Path.of(word);
        }
    }

    private static final class ThemeWord implements ITypeConverter<Theme> {
        @Override
        public Theme convert(String word) {
            Theme t = Theme.of(word.strip());
            if (t == null) throw new TypeConversionException("there are light, dark and contrast, not " + word);
            return t;
        }
    }

    private static final class TextWord implements ITypeConverter<Integer> {
        @Override
        public Integer convert(String word) {
            for (int size : Appearance.SIZES) if (word.strip().equals(String.valueOf(size))) return size;
            throw new TypeConversionException("there are texts of " + Appearance.SIZES + " percent, not " + word);
        }
    }

    /** The words behind {@code --show}. */
    private static final class ShowWord extends ArrayList<String> implements ITypeConverter<String> {
        ShowWord() {
            addAll(PARTS);
            for (DisplayMode m : DisplayMode.values()) add(m.word());
        }

        @Override
        public String convert(String typed) {
            String word = typed.strip();
            if (PARTS.contains(word)) return word;
            try {
                return DisplayMode.of(word).word();
            } catch (IllegalArgumentException e) {
                throw new TypeConversionException(
                        "there is no " + word + " to show; there are " + String.join(", ", this));
            }
        }
    }
}
