package org.modeststack.mesh;

/** The three kinds of element a mesh is made of. */
public enum ElementKind {
    VERTEX,
    EDGE,
    FACE
}
