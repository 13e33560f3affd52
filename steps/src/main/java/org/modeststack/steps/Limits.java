package org.modeststack.steps;

import java.util.Locale;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Coordinates;
import org.modeststack.mesh.part.Geometry;

/** How large a mesh a step may make, so that a slip of the keyboard does not exhaust the memory. */
public final class Limits {
    private static final long MAX_FACES = 20_000_000;

    /**
     * What a face of a mesh costs at the least while a step makes it, bytes: that of a quad, with its share of edges and
     * vertices, what is known of its neighbours, and the builder's own. Pictures and searches come on top.
     */
    private static final long BYTES_A_FACE = 300;

    /** Three coordinates each must go into one array. */
    private static final long MAX_VERTICES = (Integer.MAX_VALUE - 8) / 3;

    /** Four colour values each must go into one array. */
    private static final long MAX_CORNERS = (Integer.MAX_VALUE - 8) / 4;

    private static final long MAX_PARTS = 200_000;

    private Limits() {}

    /** @throws StepException if a step would make more faces than there is room for */
    public static void checkFaces(double faces) throws StepException {
        check(faces, MAX_FACES, "faces");
        checkMemory(faces, Runtime.getRuntime().maxMemory());
    }

    /** What does not fit is refused before others, who draw the window too, are left without memory. */
    static void checkMemory(double faces, long bytes) throws StepException {
        long most = bytes / BYTES_A_FACE;
        if (faces > most)
            throw new StepException(String.format(
                    Locale.ROOT,
                    "This would make %,.0f faces; there is memory for about %,d. Use smaller numbers.",
                    faces,
                    most));
    }

    /**
     * For steps that put whole meshes together; counts that would not fit into an {@code int} are fine here.
     *
     * @throws StepException if there would be more of anything than there is room for
     */
    public static void checkCounts(double vertices, double faces, double corners) throws StepException {
        checkArrays(vertices, faces, corners);
        checkMemory(faces, Runtime.getRuntime().maxMemory());
    }

    static void checkArrays(double vertices, double faces, double corners) throws StepException {
        check(faces, MAX_FACES, "faces");
        check(vertices, MAX_VERTICES, "vertices");
        check(corners, MAX_CORNERS, "corners");
    }

    /** @throws StepException if there would be more parts than there is room for */
    public static void checkParts(double parts) throws StepException {
        check(parts, MAX_PARTS, "copies");
    }

    /** @throws StepException if the faces of all parts are more than there is room for */
    public static void checkMaking(Geometry geometry) throws StepException {
        checkMaking(geometry, 1);
    }

    /** @throws StepException if so many times the faces of all parts are more than there is room for */
    public static void checkMaking(Geometry geometry, int times) throws StepException {
        checkCounts(
                (double) times * geometry.vertexCount(),
                (double) times * geometry.faceCount(),
                (double) times * geometry.cornerCount());
    }

    /** @throws StepException if a body would lie farther out than lengths can be reckoned with */
    public static void checkReach(Geometry geometry) throws StepException {
        Bounds b = geometry.bounds();
        if (b.isEmpty()) return;
        double far = 0;
        for (double d : new double[] {b.minX(), b.minY(), b.minZ(), b.maxX(), b.maxY(), b.maxZ()})
            far = Double.isFinite(d) ? Math.max(far, Math.abs(d)) : Double.POSITIVE_INFINITY;
        if (!Coordinates.isInReach(far))
            throw new StepException("This would reach farther out than a million kilometres. Use smaller numbers.");
    }

    private static void check(double number, long most, String what) throws StepException {
        if (number <= most) return;
        throw new StepException(String.format(
                Locale.ROOT, "This would make %,.0f %s; the most is %,d. Use smaller numbers.", number, what, most));
    }
}
