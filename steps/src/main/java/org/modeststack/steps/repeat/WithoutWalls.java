package org.modeststack.steps.repeat;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.modeststack.steps.Param;

/** Whether walls between welded copies go. A parameter that several steps share. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.RECORD_COMPONENT)
@Param(
        label = "Without walls",
        section = "Joining",
        help = "Takes out faces of welded copies that lie on each other, so that the copies become one hollow.",
        def = "off")
@interface WithoutWalls {}
