package org.modeststack.steps.round;

/** What the tags of faces beside strips are called behind that of the strips. */
public final class StripTags {
    /** Of faces that close corners. */
    public static final String CORNERS = ":corners";

    /** Of faces that close the ends of strips. */
    public static final String ENDS = ":ends";

    private StripTags() {}
}
