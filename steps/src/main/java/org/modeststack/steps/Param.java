package org.modeststack.steps;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Describes a parameter of a step: a component of its record. On an annotation it describes a parameter that several steps
 * share, so that its words and limits stand once: a component that carries that annotation has all of it.
 */
@Retention(RetentionPolicy.RUNTIME)
@Target({ElementType.RECORD_COMPONENT, ElementType.ANNOTATION_TYPE})
public @interface Param {
    String label();

    String help();

    Unit unit() default Unit.NONE;

    double min() default Double.NEGATIVE_INFINITY;

    double max() default Double.POSITIVE_INFINITY;

    /** The default as it would be typed: "12.5", "true", "union", "0 0 10"; not used for bodies and meshes. */
    String def() default "";

    /**
     * Another parameter's values at which this one means anything, as "measure=along,across" or "guard=on"; "" where it
     * always does.
     */
    String only() default "";

    /** What a vector's numbers mean. */
    Role role() default Role.NUMBERS;

    /** The heading that it stands under in the form, folded until it is wanted; "" for what is used most. */
    String section() default "";

    /** For a point: the parameter that takes the way the surface looks where the point is taken; "" for none. */
    String facing() default "";
}
