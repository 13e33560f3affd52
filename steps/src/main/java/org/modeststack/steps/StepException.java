package org.modeststack.steps;

import org.modeststack.mesh.Vec3;

/** A step could not be done. The message is a sentence for the user. */
public final class StepException extends Exception {
    private final transient Vec3 place;

    public StepException(String message) {
        this(message, null);
    }

    /** @param place where to look, or null */
    public StepException(String message, Vec3 place) {
        super(message);
        this.place = place;
    }

    public Vec3 place() {
        return place;
    }
}
