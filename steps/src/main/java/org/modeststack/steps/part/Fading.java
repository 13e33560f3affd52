package org.modeststack.steps.part;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.modeststack.steps.Param;

/** How what is done to picked elements fades out around them. A parameter that several steps share. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.RECORD_COMPONENT)
@Param(label = "Fade", help = "How it fades out.", def = "smooth")
@interface Fading {}
