package org.modeststack.steps.source;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.modeststack.steps.Param;

/** How many faces follow one another along the axis of a solid. A parameter that several steps share. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.RECORD_COMPONENT)
@Param(label = "Segments", help = "Faces along the axis.", min = 1, max = 10000, def = "1")
@interface SegmentsAlongAxis {}
