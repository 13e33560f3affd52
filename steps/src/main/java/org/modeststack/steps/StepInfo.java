package org.modeststack.steps;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** What there is to say of a kind of step as a whole. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.TYPE)
public @interface StepInfo {
    /** The name in files and on the command line: small letters and hyphens. Never changed once published. */
    String type();

    /** The name in the interface. */
    String title();

    Family family();

    /** One or two sentences for tooltips and {@code --help}. */
    String help();

    /** Other words people search for, separated by spaces. */
    String words() default "";
}
