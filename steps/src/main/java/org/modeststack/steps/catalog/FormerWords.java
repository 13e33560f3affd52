package org.modeststack.steps.catalog;

import static java.util.Map.entry;

import java.util.Map;

/**
 * What steps and their values were called before they were called as they are in the window. Files of format 9 and before
 * have these words, and the command line still takes them.
 */
public final class FormerWords {
    private static final Map<String, String> TYPES = Map.ofEntries(
            entry("imported", "imported-mesh"),
            entry("linked", "linked-copy"),
            entry("one-shell", "keep-one-shell"),
            entry("fill", "fill-holes"),
            entry("collapse-small", "collapse-slivers"),
            entry("drop-idle", "take-out-idle-vertices"),
            entry("turn-faces", "turn-faces-one-way"),
            entry("part-surfaces", "part-at-bad-edges"),
            entry("outer-faces", "take-out-inner-faces"),
            entry("resolve", "resolve-crossings"),
            entry("tidy", "tidy-rim"));

    private static final Map<String, String> SOURCE = Map.of("seat", "origin");
    private static final Map<String, String> COPIES =
            Map.of("first", "firstCopy", "last", "lastCopy", "weld", "weldWithin");

    /** By what the step is called now: what its values were called, and are. */
    private static final Map<String, Map<String, String>> VALUES = Map.ofEntries(
            entry("box", SOURCE),
            entry("cylinder", Map.of("seat", "origin", "capSegments", "capRings")),
            entry("cone", SOURCE),
            entry("uv-sphere", SOURCE),
            entry("torus", Map.of("seat", "origin", "tubeSides", "barSides")),
            entry("tube", SOURCE),
            entry("prism", SOURCE),
            entry(
                    "bevel",
                    Map.of(
                            "angle", "sharperThan",
                            "curve", "section",
                            "cornerOuter", "outerTurns",
                            "cornerInner", "innerTurns",
                            "holding", "heldBack",
                            "rings", "wholeRings")),
            entry("row-array", COPIES),
            entry("path-array", COPIES),
            entry("round-array", Map.of("center", "centre", "weld", "weldWithin")),
            entry("scatter", Map.of("spin", "turnUpTo", "vary", "sizeUpTo", "others", "mixedWith")),
            entry(
                    "mirror",
                    Map.of(
                            "axis", "across",
                            "where", "plane",
                            "plane", "pickedPlane",
                            "body", "middleOf",
                            "first", "firstPoint",
                            "second", "secondPoint",
                            "third", "thirdPoint",
                            "distance", "weldWithin",
                            "dissolved", "withoutMiddleLine",
                            "swapped", "swapSides")),
            entry("carry-over", Map.of("center", "centre", "rings", "grownBy")),
            entry("subdivide", Map.of("where", "faces")),
            entry("finer-faces", Map.of("where", "faces")),
            entry("relax", Map.of("where", "vertices")),
            entry(
                    "align",
                    Map.of(
                            "first", "firstPoint",
                            "second", "secondPoint",
                            "third", "thirdPoint",
                            "firstTo", "firstPlace",
                            "secondTo", "secondPlace",
                            "thirdTo", "thirdPlace")),
            entry("weld", Map.of("distance", "within")),
            entry("join-triangles", Map.of("turn", "flatterThan")),
            entry("divide-faces", Map.of("most", "mostSides")),
            entry("collapse-slivers", Map.of("length", "shorterThan", "slender", "thinnerThan")),
            entry("take-out-idle-vertices", Map.of("turn", "turnUpTo")),
            entry("tidy-rim", Map.of("where", "rim", "vertices", "rimVertices", "lead", "leadAround")));

    private static final Map<String, String> CHOICES = Map.of("centered", "centred");

    private FormerWords() {}

    /** What a kind of step is called now; the same word where that has not changed. */
    public static String type(String former) {
        return TYPES.getOrDefault(former, former);
    }

    /** What kinds of steps were called that are called otherwise now, and how. */
    public static Map<String, String> types() {
        return TYPES;
    }

    /**
     * The former words for the values of a step that are called otherwise now, and how.
     *
     * @param type what the step is called now
     */
    public static Map<String, String> values(String type) {
        return VALUES.getOrDefault(type, Map.of());
    }

    /** What a choice is called now. */
    public static String choice(String former) {
        return CHOICES.getOrDefault(former, former);
    }
}
