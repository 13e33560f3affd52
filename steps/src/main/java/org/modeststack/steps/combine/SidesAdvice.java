package org.modeststack.steps.combine;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;

/**
 * With how many sides a round tool would meet the edges of the body that it has cut.
 *
 * @param tool what its body is called
 * @param sides how many it has
 * @param better how many it had better have; the same where it is only turned
 * @param cut what the body that it has cut is called
 */
public record SidesAdvice(String tool, int sides, int better, String cut) {
    static final String THIS = "this body";
    private static final Pattern SAYS = Pattern.compile(
            "With (\\d+) sides instead of (\\d+), and turned to suit, (.*) would meet the edges of (.*) in its corners\\.",
            Pattern.DOTALL);

    Remark remark() {
        return new Remark(
                Remark.Level.NOTE,
                (better == sides
                                ? "Turned to suit, "
                                : "With " + better + " sides instead of " + sides + ", and turned to suit, ")
                        + tool + " would meet the edges of " + cut + " in its corners.",
                null);
    }

    /** What a remark advises; null where it is none that advises another number of sides. */
    public static @Nullable SidesAdvice in(Remark remark) {
        Matcher m = SAYS.matcher(remark.text());
        return m.matches()
                ? new SidesAdvice(m.group(3), Integer.parseInt(m.group(2)), Integer.parseInt(m.group(1)), m.group(4))
                : null;
    }

    /** The same as it is said elsewhere than at the body that was cut. */
    public Remark of(String name) {
        return new SidesAdvice(tool, sides, better, name).remark();
    }

    /** Whether a source has the sides that this is said of. */
    public boolean fits(Step source) {
        Integer own = sidesOf(source);
        return own != null && own == sides;
    }

    /** How many sides a source has; null for one that has no such number. */
    public static @Nullable Integer sidesOf(Step source) {
        StepDescriptor d = StepDescriptor.of(source);
        return d.params().stream()
                .filter(p -> p.isCount() && p.name().equals("sides"))
                .map(p -> (Integer) d.value(source, p))
                .findFirst()
                .orElse(null);
    }
}
