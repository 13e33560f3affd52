package org.modeststack.steps.part;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.modeststack.steps.Param;

/** The axes that picked elements are moved, turned and scaled along. A parameter that several steps share. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.RECORD_COMPONENT)
@Param(label = "Axes", help = "The body's axes, or Z along the normal, or X along the edges.", def = "body")
@interface PartAxes {}
