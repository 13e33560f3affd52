package org.modeststack.steps;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Vec3;

/** A step could not be done. The message is a sentence for the user. */
public final class StepException extends Exception {
    private final String message;
    private final transient @Nullable Vec3 place;
    private final boolean asks;

    public StepException(String message) {
        this(message, null);
    }

    /** @param place where to look, or null */
    public StepException(String message, @Nullable Vec3 place) {
        this(message, place, false);
    }

    private StepException(String message, @Nullable Vec3 place, boolean asks) {
        super(message);
        this.message = message;
        this.place = place;
        this.asks = asks;
    }

    /** A step waits for something that the user has still to choose, as a new one does; nothing is wrong yet. */
    public static StepException asking(String message) {
        return new StepException(message, null, true);
    }

    /** Whether it only waits for a choice. */
    public boolean asks() {
        return asks;
    }

    @Override
    public String getMessage() {
        return message;
    }

    public @Nullable Vec3 place() {
        return place;
    }
}
