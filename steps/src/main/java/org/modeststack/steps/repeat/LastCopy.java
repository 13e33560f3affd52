package org.modeststack.steps.repeat;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.modeststack.steps.Param;

/** A body that takes the place of the last copy. A parameter that several steps share. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.RECORD_COMPONENT)
@Param(label = "Last copy", section = "Single copies", help = "Another body in the place of the last.")
@interface LastCopy {}
