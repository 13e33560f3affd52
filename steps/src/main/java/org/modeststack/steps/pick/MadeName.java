package org.modeststack.steps.pick;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Keys;
import org.modeststack.steps.StepContext;

/**
 * What a step made, by the id of the step: {@code step 17}, and {@code step 17:caps} for a part of it. The tag that holds
 * it is named after the step's seed, which is worked out from the id and back.
 */
final class MadeName {
    private static final Pattern WORDS = Pattern.compile("([0-9]{1,19})((:[a-z0-9-]+)*)");
    private static final Pattern TAG = Pattern.compile(StepContext.MADE + "([0-9a-z]{1,13})((:[a-z0-9-]+)*)");

    private MadeName() {}

    /**
     * The name of the tag.
     *
     * @param words what stands behind "step"
     * @throws IllegalArgumentException if that is no id
     */
    static String tag(String words) {
        Matcher m = WORDS.matcher(words);
        long id = m.matches() ? number(m.group(1), 10) : 0;
        if (id <= 0)
            throw new IllegalArgumentException("\"made step\" takes the id of a step, as 17 or 17:caps, not " + words);
        return StepContext.madeTag(Keys.ofStep(id)) + m.group(2);
    }

    /** What stands behind "step" for a tag; null where no step's id makes that name. */
    static @Nullable String words(String tag) {
        Matcher m = TAG.matcher(tag);
        if (!m.matches()) return null;
        long id = Keys.stepOf(number(m.group(1), 36));
        return id > 0 && StepContext.madeTag(Keys.ofStep(id)).equals(StepContext.MADE + m.group(1))
                ? id + m.group(2)
                : null;
    }

    private static long number(String digits, int radix) {
        try {
            return Long.parseUnsignedLong(digits, radix);
        } catch (NumberFormatException e) {
            return 0;
        }
    }
}
