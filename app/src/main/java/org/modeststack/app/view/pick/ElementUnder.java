package org.modeststack.app.view.pick;

import java.util.BitSet;
import org.modeststack.app.ui.PointerNeighbourhood;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;
import org.modeststack.render.Camera;

/** Which element of a mesh lies under the pointer, or inside a box on the screen. */
public record ElementUnder(Mesh mesh, Camera camera, int width, int height) {
    /** Farther away than this, in pixels, an edge or vertex is not meant. */
    private static final double REACH = 18;

    /** Places beside the pointer, in pixels, where what is seen through is looked for too. */
    private static final double ASIDE = 6;

    private Vec3 screen(int v) {
        return camera.project(mesh.point(v), width, height);
    }

    /** The element of a kind that is nearest to a pixel where a face shows; -1 if none is near. */
    public int at(ElementKind kind, int face, double x, double y) {
        if (kind == ElementKind.FACE) return face;
        int from = mesh.offsets()[face], to = mesh.offsets()[face + 1], best = -1;
        double nearest = REACH;
        for (int c = from; c < to; c++) {
            Vec3 a = screen(mesh.corners()[c]);
            double far;
            if (kind == ElementKind.VERTEX) {
                far = Math.hypot(a.x() - x, a.y() - y);
            } else {
                Vec3 b = screen(mesh.corners()[c + 1 == to ? from : c + 1]);
                far = fromSegment(a, b, x, y);
            }
            if (far >= nearest) continue;
            nearest = far;
            best = kind == ElementKind.VERTEX
                    ? mesh.corners()[c]
                    : mesh.adjacency().cornerEdge()[c];
        }
        return best;
    }

    /**
     * The element of a kind that is nearest to a pixel, seen through what lies before it; -1 if none is near.
     *
     * @param behind for faces, how many of those under the pixel are passed over
     */
    public int through(ElementKind kind, double x, double y, int behind) {
        if (kind == ElementKind.FACE) {
            int[] faces = camera.ray(x, y, width, height).faces(mesh);
            return faces.length == 0 ? -1 : faces[behind % faces.length];
        }
        int best = -1;
        double nearest = REACH;
        // An outline is reached from outside as well.
        for (double[] p : PointerNeighbourhood.withCentre(x, y, ASIDE)) {
            for (int f : camera.ray(p[0], p[1], width, height).faces(mesh)) {
                int e = at(kind, f, x, y);
                double far = e < 0 ? REACH : distance(kind, e, x, y);
                // What lies behind must be clearly nearer to the pointer than what lies before.
                if (far >= nearest - (best < 0 ? 0 : 1)) continue;
                nearest = far;
                best = e;
            }
        }
        return best;
    }

    private double distance(ElementKind kind, int e, double x, double y) {
        if (kind == ElementKind.EDGE)
            return fromSegment(
                    screen(mesh.adjacency().edgeLow(e)), screen(mesh.adjacency().edgeHigh(e)), x, y);
        Vec3 p = screen(e);
        return Math.hypot(p.x() - x, p.y() - y);
    }

    private static double fromSegment(Vec3 a, Vec3 b, double x, double y) {
        double dx = b.x() - a.x(), dy = b.y() - a.y(), l2 = dx * dx + dy * dy;
        double t = l2 > 0 ? Math.clamp(((x - a.x()) * dx + (y - a.y()) * dy) / l2, 0.0, 1.0) : 0;
        return Math.hypot(a.x() + t * dx - x, a.y() + t * dy - y);
    }

    /**
     * The elements that lie wholly inside a box on the screen.
     *
     * @param shown the faces that can be seen in it, or null where one sees through
     */
    public Selection inside(ElementKind kind, double x0, double y0, double x1, double y1, BitSet shown) {
        BitSet vertices = new BitSet();
        for (int v = 0; v < mesh.vertexCount(); v++) {
            Vec3 p = screen(v);
            if (p.z() > 0 && p.x() >= x0 && p.x() <= x1 && p.y() >= y0 && p.y() <= y1) vertices.set(v);
        }
        Selection s = new Selection(ElementKind.VERTEX, vertices).to(mesh, kind);
        if (shown == null) return s;
        Adjacency adj = mesh.adjacency();
        BitSet out = new BitSet();
        s.elements().stream().forEach(e -> {
            boolean seen = switch (kind) {
                case FACE -> shown.get(e);
                case EDGE -> {
                    boolean any = false;
                    for (int i = 0; i < adj.edgeSides(e); i++) any |= shown.get(adj.cornerFace()[adj.edgeCorner(e, i)]);
                    yield any;
                }
                case VERTEX -> {
                    boolean any = false;
                    for (int i = adj.vertexStart()[e]; i < adj.vertexStart()[e + 1]; i++)
                        any |= shown.get(adj.cornerFace()[adj.vertexCorners()[i]]);
                    yield any;
                }
            };
            if (seen) out.set(e);
        });
        return new Selection(kind, out);
    }
}
