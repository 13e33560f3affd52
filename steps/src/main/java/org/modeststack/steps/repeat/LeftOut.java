package org.modeststack.steps.repeat;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.modeststack.steps.Param;

/** Which copies are not made. A parameter that several steps share. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.RECORD_COMPONENT)
@Param(
        label = "Left out",
        section = "Single copies",
        help =
                "Copies that are not made, counted from 1: numbers and ranges, as 2, 5-7, last, or a rule, as every 3 from 1.",
        def = "")
@interface LeftOut {}
