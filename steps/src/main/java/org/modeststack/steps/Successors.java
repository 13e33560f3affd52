package org.modeststack.steps;

import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;

/** Gives new elements the weights that the nearest old ones have. */
public record Successors(Mesh mesh, MeshBuilder b) {
    public void vertex(int old, int made) {
        give(ElementKind.VERTEX, old, made);
    }

    public void face(int old, int made) {
        give(ElementKind.FACE, old, made);
    }

    public void edge(int u, int v, int madeU, int madeV) {
        if (u != v && madeU != madeV) give(ElementKind.EDGE, Tag.edge(u, v), Tag.edge(madeU, madeV));
    }

    public boolean none() {
        return mesh.tags().isEmpty();
    }

    private void give(ElementKind kind, long old, long made) {
        mesh.tags().forEach((name, tag) -> {
            double w = tag.kind() == kind ? tag.weightOf(old) : 0;
            if (w > 0) b.tag(name, kind, made, w);
        });
    }
}
