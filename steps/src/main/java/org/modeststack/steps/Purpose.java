package org.modeststack.steps;

/**
 * What a mesh is worked out for, where that makes a difference: a step may do less for the view than for the result, and
 * numbers may change over time.
 *
 * @param seconds the moment, from 0 at the beginning
 */
public record Purpose(Use use, double seconds) {
    /** Who asks for it. */
    public enum Use {
        /** Somebody looks at it while working. */
        VIEW,
        /** It is exported, baked or measured. */
        RESULT
    }

    public static final Purpose VIEW = new Purpose(Use.VIEW, 0), RESULT = new Purpose(Use.RESULT, 0);

    public Purpose {
        if (!Double.isFinite(seconds)) throw new IllegalArgumentException("no moment: " + seconds);
    }
}
