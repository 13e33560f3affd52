package org.modeststack.steps.round;

import org.modeststack.mesh.Vec3;

/**
 * A place of a rim at which its strip is cut across.
 *
 * @param vertex of the rim
 * @param off the way off all faces at the vertex
 */
record Station(int vertex, Vec3 place, Vec3 off, Arm left, Arm right) {
    /** How much of what was aimed at there is room for, from 0 to 1, on the side where there is less. */
    double room() {
        return Math.min(left.room(), right.room());
    }
}
