package org.modeststack.steps;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.modeststack.steps.catalog.Steps;

/** One word for one thing: in files, on the command line, in the window and in sentences. */
class OneWordTest {
    private static final Pattern HOLE = Pattern.compile("\\{(\\w+)}");

    static List<StepDescriptor> all() {
        return Steps.ALL;
    }

    private static String hyphened(String label) {
        return label.toLowerCase(Locale.ROOT).replace(' ', '-');
    }

    private static String joined(String label) {
        List<String> words = List.of(label.split(" "));
        return words.getFirst().toLowerCase(Locale.ROOT)
                + words.stream()
                        .skip(1)
                        .map(w -> w.substring(0, 1).toUpperCase(Locale.ROOT)
                                + w.substring(1).toLowerCase(Locale.ROOT))
                        .collect(Collectors.joining());
    }

    @ParameterizedTest
    @MethodSource("all")
    void filesOptionsAndLabelsHaveTheSameWords(StepDescriptor d) {
        assertEquals(hyphened(d.title()), d.type());
        for (ParamDescriptor p : d.params()) {
            assertEquals(joined(p.label()), p.name(), d.type());
            assertEquals(hyphened(p.label()), p.option(), d.type());
        }
    }

    @ParameterizedTest
    @MethodSource("all")
    void sentencesAndRulesNameTheSame(StepDescriptor d) {
        Matcher holes = HOLE.matcher(d.createDefault().sentence());
        while (holes.find())
            if (d.param(holes.group(1)) == null) assertEquals("imported-mesh", d.type(), holes.group());
        for (ParamDescriptor p : d.params())
            if (!p.only().isEmpty()) {
                ParamDescriptor on = d.param(p.only().split("=")[0]);
                assertTrue(on != null && on.isChoice() || on != null && on.type() == boolean.class, p.only());
            }
    }

    /** In the spelling of this country, everywhere. */
    @ParameterizedTest
    @MethodSource("all")
    void centreIsSpelledInOneWay(StepDescriptor d) {
        StringBuilder words = new StringBuilder(d.type() + d.title() + d.help());
        for (ParamDescriptor p : d.params()) {
            words.append(p.name()).append(p.label()).append(p.help());
            if (p.isChoice())
                words.append(Arrays.toString(
                        p.choices().stream().map(ParamDescriptor::choiceName).toArray()));
        }
        assertFalse(words.toString().toLowerCase(Locale.ROOT).matches("(?s).*(center|color).*"), words.toString());
    }
}
