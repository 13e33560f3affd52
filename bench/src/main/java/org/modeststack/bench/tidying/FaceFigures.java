package org.modeststack.bench.tidying;

import java.util.BitSet;
import java.util.Locale;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;

/**
 * What some faces of a mesh look like.
 *
 * @param leastAngle the smallest inner angle of any of them, degrees; 180 where there are none
 * @param aspect the longest side of a face over its shortest, of the worst
 */
record FaceFigures(int count, int quadCount, int triangles, double leastAngle, double aspect) {
    double quads() {
        return count == 0 ? 1 : (double) quadCount / count;
    }

    static FaceFigures of(Mesh m, BitSet faces) {
        int quads = 0, triangles = 0;
        double least = 180, aspect = 0;
        for (int f = faces.nextSetBit(0); f >= 0; f = faces.nextSetBit(f + 1)) {
            int n = m.sides(f);
            if (n == 4) quads++;
            if (n == 3) triangles++;
            double longest = 0, shortest = Double.POSITIVE_INFINITY;
            for (int i = 0; i < n; i++) {
                Vec3 p = at(m, f, i),
                        a = at(m, f, i + 1).minus(p),
                        b = at(m, f, i + n - 1).minus(p);
                least = Math.min(least, Math.toDegrees(Math.atan2(a.cross(b).length(), a.dot(b))));
                longest = Math.max(longest, a.length());
                shortest = Math.min(shortest, a.length());
            }
            aspect = Math.max(aspect, longest / shortest);
        }
        return new FaceFigures(faces.cardinality(), quads, triangles, least, aspect);
    }

    private static Vec3 at(Mesh m, int f, int i) {
        return m.point(m.corners()[m.offsets()[f] + i % m.sides(f)]);
    }

    /** How wide the narrower part of a collar is: the least of its quads' sides across, times its rings, mm. */
    static double width(Mesh m, BitSet collar, int rings) {
        double least = Double.POSITIVE_INFINITY;
        for (int f = collar.nextSetBit(0); f >= 0; f = collar.nextSetBit(f + 1)) {
            // A face of a collar begins with its side along the rim.
            double a = at(m, f, 1).minus(at(m, f, 2)).length(),
                    b = at(m, f, 0).minus(at(m, f, m.sides(f) - 1)).length();
            if (m.sides(f) > 3) least = Math.min(least, (a + b) / 2);
        }
        return least < Double.POSITIVE_INFINITY ? least * rings : 0;
    }

    @Override
    public String toString() {
        return String.format(
                Locale.ROOT,
                "%d (%d quads, %d triangles, angle %.1f, aspect %.1f)",
                count,
                quadCount,
                triangles,
                leastAngle,
                aspect);
    }
}
