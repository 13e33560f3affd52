package org.modeststack.stack.file;

import java.util.Map;
import org.modeststack.steps.Step;
import org.modeststack.steps.bevel.Measure;
import org.modeststack.steps.bevel.Rails;
import org.modeststack.steps.pick.EachAlike;
import org.modeststack.steps.segment.Segments;

/** Keeps steps of earlier versions as they were, where what they leave out means something else now. */
final class EarlierVersions {
    private EarlierVersions() {}

    /**
     * @param version of the document
     * @param values of a step, as far as it has any
     */
    static void complete(int version, String type, Map<String, Object> values) {
        // Rails that run over the faces were not known before the third; now they are what a bevel has by itself.
        if (version < 3 && type.equals("bevel")) values.putIfAbsent("rails", Rails.BESIDE);
        // Booleans left what only rounding keeps apart as it came before the fourth.
        if (version < 4 && type.equals("boolean")) values.putIfAbsent("weld", false);
        // Before the sixth some measures and tapers were always beside, whatever was said of rails.
        if (version < 6 && type.equals("bevel") && wasBeside(values)) values.put("rails", Rails.BESIDE);
        // Loops were cut into edges, too, that no face could be cut across from, before the seventh.
        if (version < 7 && type.equals("cut-loop")) values.putIfAbsent("alone", true);
        // Welding went on from one vertex to the next before the seventh.
        if (version < 7 && (type.equals("weld") || type.equals("weld-picked"))) values.putIfAbsent("onward", true);
        if (version < 8) completeBeforeEight(type, values);
        // Rims were spaced alike everywhere before the eleventh.
        if (version < 11 && type.equals("tidy-rim")) values.putIfAbsent("graded", false);
        // Bent faces that were cut were joined across their diagonals before the eleventh.
        if (version < 11 && type.equals("boolean")) values.putIfAbsent("followBends", false);
    }

    /** What held back too little, or kept less than it could, before the eighth. */
    private static void completeBeforeEight(String type, Map<String, Object> values) {
        switch (type) {
            case "dissolve" -> values.putIfAbsent("bend", 360.0);
            case "inset" -> values.putIfAbsent("guardAround", false);
            case "segments" -> values.putIfAbsent("begin", Segments.Begin.ANY);
            case "bevel" -> values.putIfAbsent("wholeRings", false);
            case "subdivide" -> {
                values.putIfAbsent("creases", "");
                values.putIfAbsent("corners", "");
            }
            case "row-array", "round-array" -> values.putIfAbsent("onward", true);
            default -> {}
        }
    }

    /** Whether a step of a document worked on all copies as one mesh. */
    static boolean together(int version, Step step) {
        return version < 9 && step instanceof EachAlike;
    }

    private static boolean wasBeside(Map<String, Object> bevel) {
        Object measure = bevel.get("measure");
        boolean tapers = bevel.get("taper") instanceof Number n && n.doubleValue() != 1;
        return tapers || measure == Measure.SHARE || measure == Measure.SAME;
    }
}
