package org.modeststack.mesh.fault;

import org.modeststack.mesh.ElementKind;

/** What can be wrong with a mesh, in the order in which it is told. */
public enum FaultKind {
    OPEN_EDGE(ElementKind.EDGE, true, "open border edge", "open border edges"),
    BRANCHING_EDGE(ElementKind.EDGE, true, "edge with three or more faces", "edges with three or more faces"),
    TURNED_EDGE(
            ElementKind.EDGE,
            true,
            "edge whose faces are turned against each other",
            "edges whose faces are turned against each other"),
    JOINED_FANS(
            ElementKind.VERTEX, true, "vertex in which surfaces only touch", "vertices in which surfaces only touch"),
    INSIDE_OUT(ElementKind.FACE, true, "shell turned inside out", "shells turned inside out"),
    INSIDE(ElementKind.FACE, true, "face inside the solid", "faces inside the solid"),
    DOUBLED(ElementKind.FACE, true, "face that is there twice", "faces that are there twice"),
    CROSSING(ElementKind.FACE, true, "face that passes through another", "faces that pass through others"),
    COVERING(ElementKind.FACE, true, "face that lies on another", "faces that lie on others"),
    OWN_OUTLINE(ElementKind.FACE, true, "face whose outline meets itself", "faces whose outline meets itself"),
    NO_AREA(ElementKind.FACE, true, "face without area", "faces without area"),
    NO_LENGTH(ElementKind.EDGE, true, "edge without length", "edges without length"),
    NEAR(ElementKind.VERTEX, true, "border vertex that lies beside another", "border vertices that lie beside others"),
    CRACK(ElementKind.VERTEX, true, "border vertex on the edge of another", "border vertices on edges of others"),
    LOOSE(ElementKind.VERTEX, true, "vertex without a face", "vertices without a face"),
    FOLDED(
            ElementKind.EDGE,
            false,
            "edge whose faces are folded onto each other",
            "edges whose faces are folded onto each other"),
    SLIVER(ElementKind.FACE, false, "sliver", "slivers"),
    SHORT(ElementKind.EDGE, false, "short edge", "short edges"),
    TWO_EDGES(ElementKind.VERTEX, false, "vertex that only joins two edges", "vertices that only join two edges"),
    MANY_SIDES(ElementKind.FACE, false, "face with more than four sides", "faces with more than four sides"),
    BENT(ElementKind.FACE, false, "bent face", "bent faces");

    private final ElementKind element;
    private final boolean wrong;
    private final String one;
    private final String many;

    FaultKind(ElementKind element, boolean wrong, String one, String many) {
        this.element = element;
        this.wrong = wrong;
        this.one = one;
        this.many = many;
    }

    /** What it is found on. */
    public ElementKind element() {
        return element;
    }

    /** Whether the mesh is no sound surface with it; else it may be meant, and only later steps may suffer. */
    public boolean isWrong() {
        return wrong;
    }

    /** What so many are called, without the number. */
    public String named(long count) {
        return count == 1 ? one : many;
    }
}
