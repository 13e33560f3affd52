package org.modeststack.steps.part;

import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Growing;
import org.modeststack.mesh.select.Selection;

/** The chains of edges that a pick means to steps on loops: picked edges, or the outline of picked faces. */
public final class Outlines {
    private Outlines() {}

    public static Chain.Found of(Mesh mesh, Selection picked) {
        return Chain.of(mesh, picked.kind() == ElementKind.FACE ? Growing.rim(mesh, picked) : picked);
    }
}
