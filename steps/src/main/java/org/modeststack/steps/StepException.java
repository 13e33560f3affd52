package org.modeststack.steps;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Vec3;

/** A step could not be done. The message is a sentence for the user. */
public final class StepException extends Exception {
    private final String message;
    private final transient @Nullable Vec3 place;

    public StepException(String message) {
        this(message, null);
    }

    /** @param place where to look, or null */
    public StepException(String message, @Nullable Vec3 place) {
        super(message);
        this.message = message;
        this.place = place;
    }

    @Override
    public String getMessage() {
        return message;
    }

    public @Nullable Vec3 place() {
        return place;
    }
}
