package org.modeststack.steps.pick.reread;

import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.search.PointGrid;

/** The vertices of a mesh by where they are. */
final class VertexPlaces {
    final Mesh mesh;
    private final double near;
    private final PointGrid grid;

    /** @param near how far from a place a vertex may be that is there, mm */
    VertexPlaces(Mesh mesh, double near) {
        this.mesh = mesh;
        this.near = near;
        grid = new PointGrid(4 * near, mesh.vertexCount());
        for (int v = 0; v < mesh.vertexCount(); v++) grid.add(v, mesh.x(v), mesh.y(v), mesh.z(v));
    }

    double near() {
        return near;
    }

    /** Receives a vertex, and how far it is from the place that was asked for. */
    interface Visitor {
        void visit(int vertex, double far);
    }

    /** Visits the vertices at a place. */
    void at(Vec3 p, Visitor visitor) {
        grid.near(p.x(), p.y(), p.z(), near, w -> {
            double far = mesh.point(w).minus(p).length();
            if (far <= near) visitor.visit(w, far);
        });
    }

    boolean hasAny(Vec3 p) {
        boolean[] any = {false};
        at(p, (_, _) -> any[0] = true);
        return any[0];
    }
}
