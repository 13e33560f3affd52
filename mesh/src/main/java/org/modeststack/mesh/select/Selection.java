package org.modeststack.mesh.select;

import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;

/**
 * A set of vertices, edges or faces of one mesh, by index; edges are numbered as in the mesh's {@link Adjacency}. Not
 * to be written to: methods return new sets.
 */
public record Selection(ElementKind kind, BitSet elements) {
    public static Selection none(ElementKind kind) {
        return new Selection(kind, new BitSet());
    }

    public static Selection of(ElementKind kind, int... elements) {
        BitSet s = new BitSet();
        for (int e : elements) s.set(e);
        return new Selection(kind, s);
    }

    public static Selection all(Mesh mesh, ElementKind kind) {
        BitSet s = new BitSet();
        s.set(0, count(mesh, kind));
        return new Selection(kind, s);
    }

    /** The edges with one face only. */
    public static Selection border(Mesh mesh) {
        BitSet s = new BitSet();
        for (int e = 0; e < mesh.edgeCount(); e++) if (mesh.adjacency().edgeSides(e) == 1) s.set(e);
        return new Selection(ElementKind.EDGE, s);
    }

    /** How a tag calls the element of an index. */
    public static long tagged(Mesh mesh, ElementKind kind, int element) {
        if (kind != ElementKind.EDGE) return element;
        return Tag.edge(mesh.adjacency().edgeLow(element), mesh.adjacency().edgeHigh(element));
    }

    /** The elements of a tag that have a weight above 0. */
    public static Selection of(Mesh mesh, Tag tag) {
        BitSet s = new BitSet();
        for (int i = 0; i < tag.size(); i++) {
            if (!(tag.weight(i) > 0)) continue;
            long e = tag.element(i);
            int at = tag.kind() == ElementKind.EDGE
                    ? mesh.adjacency().edgeBetween(Tag.edgeLow(e), Tag.edgeHigh(e), mesh)
                    : (int) e;
            if (at >= 0) s.set(at);
        }
        return new Selection(tag.kind(), s);
    }

    /** How many elements of a kind a mesh has. */
    public static int count(Mesh mesh, ElementKind kind) {
        return switch (kind) {
            case VERTEX -> mesh.vertexCount();
            case EDGE -> mesh.edgeCount();
            case FACE -> mesh.faceCount();
        };
    }

    public int size() {
        return elements.cardinality();
    }

    public boolean isEmpty() {
        return elements.isEmpty();
    }

    public boolean contains(int element) {
        return elements.get(element);
    }

    public Selection with(Selection o) {
        BitSet s = (BitSet) elements.clone();
        s.or(sameKind(o));
        return new Selection(kind, s);
    }

    public Selection within(Selection o) {
        BitSet s = (BitSet) elements.clone();
        s.and(sameKind(o));
        return new Selection(kind, s);
    }

    public Selection without(Selection o) {
        BitSet s = (BitSet) elements.clone();
        s.andNot(sameKind(o));
        return new Selection(kind, s);
    }

    public Selection inverted(Mesh mesh) {
        return all(mesh, kind).without(this);
    }

    private BitSet sameKind(Selection o) {
        if (o.kind != kind) throw new IllegalArgumentException(o.kind + " in a selection of " + kind);
        return o.elements;
    }

    /**
     * The elements of another kind that belong to these: what bounds them going down (a face's edges and vertices, an
     * edge's ends); going up, what is bounded by them alone (an edge with both ends in it, a face with all its vertices
     * or edges).
     */
    public Selection to(Mesh mesh, ElementKind other) {
        if (other == kind) return this;
        BitSet out = new BitSet();
        Adjacency adj = mesh.adjacency();
        int[] corners = mesh.corners(), offsets = mesh.offsets(), edge = adj.cornerEdge();
        switch (kind) {
            case FACE ->
                elements.stream().forEach(f -> {
                    for (int c = offsets[f]; c < offsets[f + 1]; c++)
                        out.set(other == ElementKind.VERTEX ? corners[c] : edge[c]);
                });
            case EDGE -> {
                if (other == ElementKind.VERTEX) {
                    elements.stream().forEach(e -> {
                        out.set(adj.edgeLow(e));
                        out.set(adj.edgeHigh(e));
                    });
                } else {
                    wholeFaces(mesh, edge, out);
                }
            }
            case VERTEX -> {
                if (other == ElementKind.FACE) {
                    wholeFaces(mesh, corners, out);
                } else {
                    for (int e = 0; e < adj.edgeCount(); e++)
                        if (elements.get(adj.edgeLow(e)) && elements.get(adj.edgeHigh(e))) out.set(e);
                }
            }
        }
        return new Selection(other, out);
    }

    private void wholeFaces(Mesh mesh, int[] part, BitSet out) {
        for (int f = 0; f < mesh.faceCount(); f++) {
            boolean whole = true;
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1] && whole; c++) whole = elements.get(part[c]);
            if (whole) out.set(f);
        }
    }

    /** All elements of another kind that touch one of these. */
    public Selection touching(Mesh mesh, ElementKind other) {
        Selection vertices = to(mesh, ElementKind.VERTEX);
        BitSet out = new BitSet();
        Adjacency adj = mesh.adjacency();
        switch (other) {
            case VERTEX -> {
                return vertices;
            }
            case EDGE -> {
                for (int e = 0; e < adj.edgeCount(); e++)
                    if (vertices.contains(adj.edgeLow(e)) || vertices.contains(adj.edgeHigh(e))) out.set(e);
            }
            case FACE ->
                vertices.elements.stream().forEach(v -> {
                    for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++)
                        out.set(adj.cornerFace()[adj.vertexCorners()[i]]);
                });
        }
        return new Selection(other, out);
    }
}
