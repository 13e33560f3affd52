package org.modeststack.steps.anchor;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Triangulation;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.search.SurfacePoint;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.part.Chain;

/**
 * The middle of what one element has become: of an edge that is now an arc half-way along it, of a face that is now curved the place
 * of its surface before or behind the mean of its parts, so that what stands there still stands on it.
 */
final class DividedMiddle {
    /** Triangles that are so near to a line, of the size of the mesh, are met by it alike. */
    private static final double NEAR = 1e-9;

    private DividedMiddle() {}

    /** @param s the parts of one edge or face */
    static Vec3 of(Mesh mesh, Selection s) {
        Vec3 mean = ElementMiddle.of(mesh, s);
        if (s.size() == 1) return mean;
        Vec3 on = switch (s.kind()) {
            case VERTEX -> null;
            case EDGE -> halfWay(mesh, s);
            case FACE -> onFaces(mesh, s, mean);
        };
        return on == null ? mean : on;
    }

    private static @Nullable Vec3 halfWay(Mesh mesh, Selection edges) {
        Chain.Found found = Chain.of(mesh, edges);
        if (found.branching() > 0
                || found.chains().size() != 1
                || found.chains().getFirst().closed()) return null;
        List<Vec3> points = found.chains()
                .getFirst()
                .vertices()
                .intStream()
                .mapToObj(mesh::point)
                .toList();
        double length = 0;
        for (int i = 1; i < points.size(); i++)
            length += points.get(i).minus(points.get(i - 1)).length();
        double left = length / 2;
        for (int i = 1; i < points.size(); i++) {
            Vec3 from = points.get(i - 1), way = points.get(i).minus(from);
            double piece = way.length();
            if (piece >= left && piece > 0) return from.plus(way.times(left / piece));
            left -= piece;
        }
        return points.getLast();
    }

    /**
     * Where the line through the mean, the way the faces look, meets them, the nearest to the mean. Each triangle is asked for its
     * place next to that line, so that a line through a vertex is not missed between them.
     */
    private static @Nullable Vec3 onFaces(Mesh mesh, Selection faces, Vec3 mean) {
        Vec3 way = SurfaceWay.of(mesh, faces);
        if (way.equals(Vec3.ZERO)) return null;
        double near = NEAR * mesh.bounds().diagonal();
        Vec3 best = null;
        double leastAside = Double.POSITIVE_INFINITY;
        int[] triangles = mesh.triangulation().triangleCorners();
        for (int f = faces.elements().nextSetBit(0);
                f >= 0;
                f = faces.elements().nextSetBit(f + 1)) {
            for (int t = Triangulation.first(mesh, f); t < Triangulation.first(mesh, f + 1); t++) {
                Vec3 a = mesh.point(mesh.corners()[triangles[3 * t]]),
                        b = mesh.point(mesh.corners()[triangles[3 * t + 1]]),
                        c = mesh.point(mesh.corners()[triangles[3 * t + 2]]),
                        normal = b.minus(a).cross(c.minus(a));
                double along = way.dot(normal);
                if (along == 0) continue;
                Vec3 met = mean.plus(way.times(a.minus(mean).dot(normal) / along)),
                        on = SurfacePoint.onTriangle(a, b, c, met);
                double aside = on.minus(met).length();
                boolean nearer = best == null
                        || aside < leastAside - near
                        || aside < leastAside + near
                                && on.minus(mean).length() < best.minus(mean).length();
                if (!nearer) continue;
                best = on;
                leastAside = Math.min(aside, leastAside);
            }
        }
        return best;
    }
}
