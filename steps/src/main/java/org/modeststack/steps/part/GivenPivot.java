package org.modeststack.steps.part;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.modeststack.steps.Param;
import org.modeststack.steps.Role;
import org.modeststack.steps.Unit;

/** The point that picked elements are turned or scaled about, where it is given. A parameter that several steps share. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.RECORD_COMPONENT)
@Param(
        label = "Point",
        help = "The given pivot.",
        unit = Unit.LENGTH,
        min = -1e9,
        max = 1e9,
        def = "0 0 0",
        role = Role.POINT)
@interface GivenPivot {}
