package org.modeststack.steps.part;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.modeststack.steps.Param;
import org.modeststack.steps.Unit;

/** How far what is done to picked elements reaches around them. A parameter that several steps share. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.RECORD_COMPONENT)
@Param(
        label = "Reach",
        help = "How far around it fades out; 0 leaves all but what is picked in its place.",
        unit = Unit.LENGTH,
        min = 0,
        max = 1e6,
        def = "0")
@interface SoftReach {}
