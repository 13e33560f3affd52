package org.modeststack.stack.evaluate;

import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;

/** What there is to know of a mesh in numbers: for the ledger and for reports. */
public record MeshReport(int vertices, int edges, int faces, Health health, Measures measures) {
    public static MeshReport of(Mesh mesh) {
        return new MeshReport(
                mesh.vertexCount(), mesh.edgeCount(), mesh.faceCount(), Health.of(mesh), Measures.of(mesh));
    }
}
