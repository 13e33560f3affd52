package org.modeststack.steps;

import org.modeststack.mesh.Vec3;

/** A line in the view that shows how far a step can go on what goes into it, mm. */
public record Guide(Vec3 from, Vec3 to) {}
