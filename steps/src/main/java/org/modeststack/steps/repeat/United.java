package org.modeststack.steps.repeat;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.modeststack.steps.Param;

/** Whether copies become one body. A parameter that several steps share. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.RECORD_COMPONENT)
@Param(
        label = "United",
        section = "Joining",
        help = "Copies that overlap or touch become one body by an exact union.",
        def = "off")
@interface United {}
