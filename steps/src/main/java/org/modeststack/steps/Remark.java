package org.modeststack.steps;

import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Vec3;

/**
 * Something a step has to say, in the user's words.
 *
 * @param place where to look, or null
 */
public record Remark(Level level, String text, @Nullable Vec3 place) {
    /** How much it matters. */
    public enum Level {
        /** Worth knowing. */
        NOTE,
        /** Done, but not quite as asked. */
        REMARK,
        /** Not done yet: the user has still to choose something; what came in was passed on. */
        ASK,
        /** Not done; what came in was passed on. */
        FAULT
    }

    public Remark {
        Objects.requireNonNull(level);
        Objects.requireNonNull(text);
    }
}
