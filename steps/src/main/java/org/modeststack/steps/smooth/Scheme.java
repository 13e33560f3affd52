package org.modeststack.steps.smooth;

/** By which rule a mesh is subdivided. */
public enum Scheme {
    /** Quads of any faces. */
    CATMULL_CLARK,
    /** Triangles of triangles. */
    LOOP,
    /** Quads of any faces, and nothing moves. */
    LINEAR
}
