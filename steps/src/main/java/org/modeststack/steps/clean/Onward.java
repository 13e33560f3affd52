package org.modeststack.steps.clean;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.modeststack.steps.Param;

/** Whether merging goes on from one vertex to the next. A parameter that several steps share. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.RECORD_COMPONENT)
@Param(
        label = "Onward",
        help =
                "Also merges what is close to what was merged, from one to the next: whole rows may become one vertex. Else"
                        + " nothing moves farther than the distance.",
        def = "off")
public @interface Onward {}
