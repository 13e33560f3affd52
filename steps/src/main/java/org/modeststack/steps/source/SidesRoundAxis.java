package org.modeststack.steps.source;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.modeststack.steps.Param;

/** How many faces go round a solid of revolution. A parameter that several steps share. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.RECORD_COMPONENT)
@Param(label = "Sides", help = "Faces round the axis.", min = 3, max = 10000, def = "48")
@interface SidesRoundAxis {}
