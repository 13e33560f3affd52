package org.modeststack.steps.source;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.modeststack.steps.Param;

/** Where the origin of a solid is. A parameter that several steps share. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.RECORD_COMPONENT)
@Param(label = "Origin", help = "Whether the origin is in the middle of the bottom or in the centre.", def = "standing")
@interface SeatOrigin {}
