package org.modeststack.render;

/**
 * Elements of a mesh in blocks, in the order they have: for each block a ball that holds them and a cone that holds their
 * normals, so that one look tells of most blocks that the eye sees all of them from behind, or none (L. Shirman and S.
 * Abi-Ezzi, "The cone of normals technique for fast processing of curved patches", Eurographics 1993). Made in time
 * linear in the mesh.
 */
final class NormalCones {
    /** Elements of a block. */
    static final int BLOCK = 64;

    /** How much surer than by the numbers it must be, as a share of the distance: those are rounded. */
    private static final float MARGIN = 4e-3f;

    /** What an eye sees of a block. */
    enum Side {
        FRONT,
        BACK,
        EITHER
    }

    /** For each block the middle of its ball, and its radius. */
    private final float[] balls;
    /**
     * For each block the middle of its cone, and the cosine of the angle between that and its sides; -1 where it holds all
     * directions.
     */
    private final float[] cones;

    private NormalCones(int elements) {
        int blocks = (elements + BLOCK - 1) / BLOCK;
        balls = new float[4 * blocks];
        cones = new float[4 * blocks];
    }

    /** Of the triangles of a mesh, with the normals that their corners give. */
    static NormalCones ofTriangles(RenderMesh m) {
        int n = m.triangleCount();
        NormalCones out = new NormalCones(n);
        float[] normals = new float[3 * BLOCK];
        int[] tri = m.triangles;
        for (int from = 0; from < n; from += BLOCK) {
            int to = Math.min(n, from + BLOCK), count = 0;
            for (int t = from; t < to; t++)
                if (crossProduct(m.xyz, 3 * tri[3 * t], 3 * tri[3 * t + 1], 3 * tri[3 * t + 2], normals, 3 * count))
                    count++;
            out.ball(from / BLOCK, m.xyz, tri, 3 * from, 3 * to);
            out.cone(from / BLOCK, normals, count);
        }
        return out;
    }

    /** Of the edges of a mesh, with the normals of the faces at both their sides; open ones have all normals. */
    static NormalCones ofEdges(RenderMesh m) {
        int n = m.edgeKind.length;
        NormalCones out = new NormalCones(n);
        float[] normals = new float[6 * BLOCK];
        for (int from = 0; from < n; from += BLOCK) {
            int to = Math.min(n, from + BLOCK), count = 0;
            boolean open = false;
            for (int i = 2 * from; i < 2 * to; i++) {
                int packed = m.edgeNormals[i];
                open |= packed == 0;
                normals[3 * count] = PackedNormal.x(packed);
                normals[3 * count + 1] = PackedNormal.y(packed);
                normals[3 * count + 2] = PackedNormal.z(packed);
                if (unit(normals, 3 * count)) count++;
            }
            out.ball(from / BLOCK, m.xyz, m.edges, 2 * from, 2 * to);
            if (open) out.cones[4 * (from / BLOCK) + 3] = -1;
            else out.cone(from / BLOCK, normals, count);
        }
        return out;
    }

    /** Where an eye is that looks at a mesh, relative to the mesh's origin, or the direction of sight of a parallel view. */
    record Eye(boolean perspective, float x, float y, float z) {}

    /** What an eye sees of the elements of a block. */
    Side side(Eye eye, int block) {
        int i = 4 * block;
        float x = eye.x, y = eye.y, z = eye.z, cos = cones[i + 3];
        // A cone that is as wide as a half space has no direction in which all of it is seen from one side.
        if (cos <= 0) return Side.EITHER;
        float sin = (float) Math.sqrt(Math.max(0, 1 - cos * cos));
        if (eye.perspective) {
            x = balls[i] - x;
            y = balls[i + 1] - y;
            z = balls[i + 2] - z;
        }
        float distance = (float) Math.sqrt(x * x + y * y + z * z);
        if (eye.perspective) {
            // The directions from the eye to the ball fill a cone themselves: the two angles are added.
            float sinBall = balls[i + 3] / distance;
            if (!(sinBall < 1)) return Side.EITHER;
            float cosBall = (float) Math.sqrt(1 - sinBall * sinBall);
            if (cos * cosBall <= sin * sinBall) return Side.EITHER;
            sin = sin * cosBall + cos * sinBall;
        }
        float along = x * cones[i] + y * cones[i + 1] + z * cones[i + 2], limit = (sin + MARGIN) * distance;
        return along > limit ? Side.BACK : along < -limit ? Side.FRONT : Side.EITHER;
    }

    private void ball(int block, float[] xyz, int[] vertices, int from, int to) {
        float[] low = {Float.MAX_VALUE, Float.MAX_VALUE, Float.MAX_VALUE},
                high = {-Float.MAX_VALUE, -Float.MAX_VALUE, -Float.MAX_VALUE};
        for (int i = from; i < to; i++) {
            for (int k = 0; k < 3; k++) {
                float v = xyz[3 * vertices[i] + k];
                if (v < low[k]) low[k] = v;
                if (v > high[k]) high[k] = v;
            }
        }
        float squared = 0;
        for (int k = 0; k < 3; k++) {
            balls[4 * block + k] = (low[k] + high[k]) / 2;
            squared += (high[k] - low[k]) * (high[k] - low[k]) / 4;
        }
        balls[4 * block + 3] = (float) Math.sqrt(squared);
    }

    private void cone(int block, float[] normals, int count) {
        int at = 4 * block;
        for (int i = 0; i < 3 * count; i++) cones[at + i % 3] += normals[i];
        if (!unit(cones, at)) {
            cones[at + 3] = -1;
            return;
        }
        float least = 1;
        for (int i = 0; i < count; i++) {
            float dot = 0;
            for (int k = 0; k < 3; k++) dot += cones[at + k] * normals[3 * i + k];
            if (dot < least) least = dot;
        }
        cones[at + 3] = least;
    }

    private static boolean crossProduct(float[] p, int a, int b, int c, float[] out, int at) {
        float ux = p[b] - p[a], uy = p[b + 1] - p[a + 1], uz = p[b + 2] - p[a + 2];
        float vx = p[c] - p[a], vy = p[c + 1] - p[a + 1], vz = p[c + 2] - p[a + 2];
        out[at] = uy * vz - uz * vy;
        out[at + 1] = uz * vx - ux * vz;
        out[at + 2] = ux * vy - uy * vx;
        return unit(out, at);
    }

    /** Makes a vector as long as 1; false where it has no length. */
    private static boolean unit(float[] v, int at) {
        double l = Math.sqrt((double) v[at] * v[at] + (double) v[at + 1] * v[at + 1] + (double) v[at + 2] * v[at + 2]);
        if (!(l > 0)) return false;
        for (int k = at; k < at + 3; k++) v[k] = (float) (v[k] / l);
        return true;
    }
}
