package org.modeststack.steps.surface;

import java.util.Arrays;
import org.modeststack.mesh.Vec3;

/**
 * A way over a surface from a vertex of it, straight within each triangle. There may be hundreds of thousands of them at
 * once, so they are kept as numbers.
 */
public final class SurfacePath {
    /** What keeps a path from going on. */
    public enum End {
        /** Nothing: it is as long as was asked. */
        FREE,
        /** Another edge that is rounded, or the same rim again. */
        RIM,
        /** A sharp edge, or the border of the surface. */
        EDGE
    }

    /**
     * A place on the path.
     *
     * @param triangle in which it lies
     * @param normal of the surface there
     * @param way in which the path runs there, unit length
     */
    public record Place(Vec3 at, int triangle, Vec3 normal, Vec3 way) {}

    /** What the far corner of a triangle counts at a place on its side, but for rounding. */
    private static final double ON_SIDE = 1e-9;

    /** Most go over a triangle or two. */
    private static final int FEW = 3;

    private final TriangleSurface surface;
    /** Three numbers a point, mm. */
    private double[] points = new double[3 * FEW];
    /** Behind each point. */
    private int[] triangles = new int[FEW];

    private int count;

    private double length;
    private End end = End.FREE;
    private int edge = -1;

    SurfacePath(TriangleSurface surface) {
        this.surface = surface;
    }

    /** @param triangle through which it goes on from there, or has come where it ends */
    void add(Vec3 point, int triangle) {
        if (count > 0) length += point.minus(point(count - 1)).length();
        if (count == triangles.length) {
            points = Arrays.copyOf(points, 2 * points.length);
            triangles = Arrays.copyOf(triangles, 2 * triangles.length);
        }
        points[3 * count] = point.x();
        points[3 * count + 1] = point.y();
        points[3 * count + 2] = point.z();
        triangles[count++] = triangle;
    }

    private Vec3 point(int i) {
        return new Vec3(points[3 * i], points[3 * i + 1], points[3 * i + 2]);
    }

    void endAt(End why, int at) {
        end = why;
        edge = at;
    }

    public double length() {
        return length;
    }

    public End end() {
        return end;
    }

    /** The edge of the mesh that keeps it from going on; -1 where nothing does. */
    public int edge() {
        return edge;
    }

    /** At a distance from its beginning, along it; its end where that is farther. */
    public Place at(double distance) {
        double gone = 0;
        for (int i = 1; i < count; i++) {
            Vec3 a = point(i - 1), b = point(i);
            double l = b.minus(a).length();
            if (gone + l >= distance || i == count - 1) {
                double t = l > 0 ? Math.min(1, (distance - gone) / l) : 0;
                return place(a.plus(b.minus(a).times(t)), i - 1, b.minus(a).unit());
            }
            gone += l;
        }
        return place(point(0), 0, Vec3.ZERO);
    }

    /** The edge of the mesh that it runs along at a distance from its beginning; -1 where it runs through a face. */
    public int edgeAlong(double distance) {
        double gone = 0;
        for (int i = 1; i < count; i++) {
            Vec3 a = point(i - 1), b = point(i);
            gone += b.minus(a).length();
            if (gone < distance && i < count - 1) continue;
            int t = triangles[i - 1];
            double[] atA = surface.shares(t, a), atB = surface.shares(t, b);
            for (int k = 0; k < 3; k++) {
                int opposite = (k + 2) % 3;
                if (atA[opposite] < ON_SIDE && atB[opposite] < ON_SIDE) return surface.edge(3 * t + k);
            }
            return -1;
        }
        return -1;
    }

    /**
     * The normal at a distance from the beginning, going over evenly from that of each triangle, which it has in the middle
     * of its stretch, to the next.
     */
    public Vec3 smoothNormal(double distance) {
        double gone = 0, before = 0;
        for (int i = 1; i < count; i++) {
            double l = point(i).minus(point(i - 1)).length(), middle = gone + l / 2;
            Vec3 normal = surface.normal(triangles[i - 1]);
            if (distance <= middle || i == count - 1) {
                if (i == 1 || distance >= middle) return normal;
                double t = (distance - before) / (middle - before);
                return surface.normal(triangles[i - 2])
                        .times(1 - t)
                        .plus(normal.times(t))
                        .unit();
            }
            before = middle;
            gone += l;
        }
        return surface.normal(triangles[0]);
    }

    private Place place(Vec3 at, int i, Vec3 way) {
        int t = triangles[i];
        return new Place(at, t, surface.normal(t), way);
    }
}
