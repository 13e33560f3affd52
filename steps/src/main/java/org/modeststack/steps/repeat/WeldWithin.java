package org.modeststack.steps.repeat;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.modeststack.steps.Param;
import org.modeststack.steps.Unit;

/** How close vertices of different copies are merged. A parameter that several steps share. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.RECORD_COMPONENT)
@Param(
        label = "Weld within",
        section = "Joining",
        help = "Merges vertices of touching copies closer than this; 0 leaves them apart.",
        unit = Unit.LENGTH,
        min = 0,
        max = 1e6,
        def = "0")
@interface WeldWithin {}
