package org.modeststack.stack.file;

import java.util.Map;
import org.modeststack.steps.bevel.Rails;

/** Keeps steps of the second version and before as they were, where what they leave out means something else now. */
final class SecondVersion {
    private SecondVersion() {}

    /** @param values of a step, as far as it has any */
    static void complete(String type, Map<String, Object> values) {
        // Rails that run over the faces were not known; now they are what a bevel has by itself.
        if (type.equals("bevel")) values.putIfAbsent("rails", Rails.BESIDE);
    }
}
