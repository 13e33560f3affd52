package org.modeststack.steps.anchor;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.search.SurfacePoint;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.anchor.AnchorPoint.What;

/** Which anchor says a place of a mesh best: a vertex before the middle of an edge, of a face, of the body, and a place on a face. */
public final class AnchorFinder {
    /** What is so near to a place, of the size of the mesh, is there. */
    private static final double NEAR = 1e-7;

    private AnchorFinder() {}

    /**
     * Linear in the mesh.
     *
     * @param body the id of the body whose mesh it is; "" for what goes into the step
     * @return null where nothing of the mesh is there
     */
    public static @Nullable AnchorPoint at(String body, Mesh mesh, Vec3 place) {
        if (mesh.isEmpty()) return null;
        double near = NEAR * mesh.bounds().diagonal();
        for (int v = 0; v < mesh.vertexCount(); v++)
            if (mesh.point(v).minus(place).length() <= near) return element(body, mesh, ElementKind.VERTEX, v);
        Adjacency adj = mesh.adjacency();
        for (int e = 0; e < adj.edgeCount(); e++) {
            Vec3 middle =
                    mesh.point(adj.edgeLow(e)).plus(mesh.point(adj.edgeHigh(e))).times(0.5);
            if (middle.minus(place).length() <= near) return element(body, mesh, ElementKind.EDGE, e);
        }
        for (int f = 0; f < mesh.faceCount(); f++)
            if (FaceFrames.of(mesh).middle(f).minus(place).length() <= near)
                return element(body, mesh, ElementKind.FACE, f);
        AnchorPoint whole = ofBody(body, mesh.bounds(), place, near);
        if (whole != null) return whole;
        SurfacePoint on = SurfacePoint.nearest(mesh, place);
        return on != null && on.at().minus(place).length() <= near
                ? AnchorPoint.at(body, mesh, on.face(), place)
                : null;
    }

    private static AnchorPoint element(String body, Mesh mesh, ElementKind kind, int element) {
        return AnchorPoint.on(body, mesh, Selection.of(kind, element));
    }

    private static @Nullable AnchorPoint ofBody(String body, Bounds b, Vec3 place, double near) {
        for (What w : What.values())
            if (w.isOfBody() && w.in(b).minus(place).length() <= near) return AnchorPoint.of(body, w);
        return null;
    }
}
