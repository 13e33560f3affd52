package org.modeststack.app.command;

import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.render.Camera;

/** Where to look from to see one element of a mesh with what is around it. */
final class ElementView {
    /** So many times its own size is seen round an element, and at least this share of the body. */
    private static final double AROUND = 4, LEAST = 0.04;

    /** A surface is seen well enough if it looks towards the eye by this, cosine. */
    private static final double SEEN = 0.5;

    private static final int TURN = 15;

    private ElementView() {}

    /** The camera moved to an element, and turned as little as need be for it not to look away. */
    static Camera of(Camera camera, Mesh mesh, ElementKind kind, int element) {
        Adjacency adj = mesh.adjacency();
        Bounds box = Bounds.EMPTY;
        Vec3 normal = Vec3.ZERO;
        FaceFrames frames = FaceFrames.of(mesh);
        switch (kind) {
            case VERTEX -> {
                box = box.including(mesh.point(element));
                for (int i = adj.vertexStart()[element]; i < adj.vertexStart()[element + 1]; i++)
                    normal = normal.plus(frames.normal(adj.cornerFace()[adj.vertexCorners()[i]]));
            }
            case EDGE -> {
                box = box.including(mesh.point(adj.edgeLow(element))).including(mesh.point(adj.edgeHigh(element)));
                for (int i = 0; i < adj.edgeSides(element); i++)
                    normal = normal.plus(frames.normal(adj.cornerFace()[adj.edgeCorner(element, i)]));
            }
            case FACE -> {
                box = Bounds.of(mesh, element);
                normal = frames.normal(element);
            }
        }
        double around = Math.max(AROUND * box.diagonal(), LEAST * mesh.bounds().diagonal());
        return turned(camera, normal).fit(box.grown(around), 1, 1);
    }

    private static Camera turned(Camera camera, Vec3 normal) {
        if (normal.length() == 0 || seen(camera, normal)) return camera;
        Camera best = camera;
        double nearest = -2;
        for (int yaw = 0; yaw < 360; yaw += TURN)
            for (int pitch = -75; pitch <= 75; pitch += TURN) {
                Camera c = camera.from(yaw, pitch);
                double like = c.forward().dot(camera.forward());
                if (!seen(c, normal) || like <= nearest) continue;
                nearest = like;
                best = c;
            }
        return best;
    }

    private static boolean seen(Camera camera, Vec3 normal) {
        return -camera.forward().dot(normal.unit()) > SEEN;
    }
}
