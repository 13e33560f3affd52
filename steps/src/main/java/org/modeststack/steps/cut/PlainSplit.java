package org.modeststack.steps.cut;

import java.util.Arrays;
import java.util.BitSet;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.FaceFrames;

/**
 * The topology of dividing faces evenly without moving anything: quads into a grid, triangles into smaller triangles,
 * other faces into quads from their middle, each a grid again; that takes an even number of parts. Faces beside them
 * take the new vertices in as corners.
 */
final class PlainSplit extends RingCut {
    private final BitSet faces;
    private int whole;

    /** @param parts into how many parts each side is cut, at least 2 */
    PlainSplit(Mesh mesh, BitSet faces, int parts) {
        super(mesh, sides(mesh, faces), even(parts), true);
        this.faces = faces;
    }

    private static BitSet sides(Mesh mesh, BitSet faces) {
        int[] edge = mesh.adjacency().cornerEdge();
        BitSet out = new BitSet(mesh.edgeCount());
        for (int f = faces.nextSetBit(0); f >= 0; f = faces.nextSetBit(f + 1))
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) out.set(edge[c]);
        return out;
    }

    private static double[] even(int parts) {
        double[] t = new double[parts - 1];
        for (int i = 1; i < parts; i++) t[i - 1] = (double) i / parts;
        return t;
    }

    /** How many faces could not be divided, because they have five sides or more and the parts are odd. */
    int leftWhole() {
        return whole;
    }

    @Override
    void face(int f) {
        int c = mesh.offsets()[f], sides = mesh.sides(f);
        if (!faces.get(f)) {
            polygon(f);
        } else if (sides == 4) {
            grid(f, c, c + 1, c + 2, c + 3);
        } else if (sides == 3) {
            triangles(f, c);
        } else if (n % 2 == 1) {
            fromMiddle(f, c, sides);
        } else {
            whole++;
            polygon(f);
        }
    }

    /** A triangle in rows that run along its first side; row j has one vertex less than the one before. */
    private void triangles(int f, int c) {
        int parts = n + 1;
        long inside = insideOf(f), key = partsOf(f);
        int[] low = new int[parts + 1], high = new int[parts + 1];
        for (int i = 0; i <= parts; i++) low[i] = cuts.vertex(c, i);
        for (int j = 0; j < parts; j++) {
            int width = parts - j;
            for (int i = 0; i < width; i++) high[i] = rowVertex(c, inside, i, j + 1, parts);
            for (int i = 0; i < width; i++) {
                long at = Keys.of(key, places[i], places[j]);
                values(triangle(f, at, low[i], low[i + 1], high[i]), c, parts, i, j, i + 1, j, i, j + 1);
                if (j > 0) madeEdge(low[i], low[i + 1]);
                if (i > 0) madeEdge(low[i], high[i]);
                if (i + 1 == width) continue;
                values(
                        triangle(f, Keys.of(at, 1), low[i + 1], high[i + 1], high[i]),
                        c,
                        parts,
                        i + 1,
                        j,
                        i + 1,
                        j + 1,
                        i,
                        j + 1);
                madeEdge(low[i + 1], high[i]);
            }
            int[] swap = low;
            low = high;
            high = swap;
        }
    }

    /** The i-th vertex of row j of a triangle. */
    private int rowVertex(int c, long inside, int i, int j, int parts) {
        if (i == 0) return cuts.vertex(c + 2, parts - j);
        if (i == parts - j) return cuts.vertex(c + 1, j);
        double u = (double) i / parts, v = (double) j / parts;
        double[] p = new double[3];
        for (int k = 0; k < 3; k++) p[k] = (1 - u - v) * at(c, k) + u * at(c + 1, k) + v * at(c + 2, k);
        return out.vertex(p[0], p[1], p[2], Keys.of(inside, places[i], places[j]));
    }

    private double at(int corner, int k) {
        return mesh.xyz()[3 * mesh.corners()[corner] + k];
    }

    /** @param ij places of the three corners in the rows */
    private void values(int face, int c, int parts, int... ij) {
        if (!mesh.hasCornerValues()) return;
        int[] sources = {c, c + 1, c + 2};
        for (int corner = 0; corner < 3; corner++) {
            double u = (double) ij[2 * corner] / parts, v = (double) ij[2 * corner + 1] / parts;
            out.cornerMix(out.firstCorner(face) + corner, mesh, sources, new double[] {1 - u - v, u, v});
        }
    }

    /** A quad for each corner, from the middle of the face; each is divided again where the parts are more than two. */
    private void fromMiddle(int f, int c, int sides) {
        int half = (n + 1) / 2;
        long inside = insideOf(f), parts = partsOf(f);
        double[] middles = FaceFrames.of(mesh).middles();
        int middle = out.vertex(middles[3 * f], middles[3 * f + 1], middles[3 * f + 2], inside);
        // From the middle of each side to the middle of the face.
        int[][] spoke = new int[sides][half + 1];
        for (int k = 0; k < sides; k++) {
            long key = Keys.of(inside, mesh.vertexKeys()[mesh.corners()[c + k]]);
            spoke[k][0] = cuts.vertex(c + k, half);
            spoke[k][half] = middle;
            for (int i = 1; i < half; i++)
                spoke[k][i] = between(spoke[k][0], middle, (double) i / half, Keys.of(key, Keys.fraction(i, half)));
            for (int i = 0; i < half; i++) madeEdge(spoke[k][i], spoke[k][i + 1]);
        }
        for (int k = 0; k < sides; k++) {
            int before = (k + sides - 1) % sides;
            long key = Keys.of(parts, mesh.vertexKeys()[mesh.corners()[c + k]]);
            // Rows go from the corner towards the spoke before; columns along the side that leaves the corner.
            int[] low = new int[half + 1], high = new int[half + 1];
            for (int i = 0; i <= half; i++) low[i] = cuts.vertex(c + k, i);
            for (int j = 1; j <= half; j++) {
                high[0] = cuts.vertex(c + before, n + 1 - j);
                for (int i = 1; i <= half; i++) {
                    if (j == half) high[i] = spoke[before][i];
                    else if (i == half) high[i] = spoke[k][j];
                    else {
                        long place = Keys.of(key, Keys.fraction(i, half), Keys.fraction(j, half) + (1L << 62));
                        high[i] = between(high[0], spoke[k][j], (double) i / half, place);
                    }
                }
                for (int i = 0; i < half; i++) {
                    long cell = Keys.of(key, Keys.fraction(i, half), Keys.fraction(j, half));
                    int made = quad(f, cell, low[i], low[i + 1], high[i + 1], high[i]);
                    if (i > 0) madeEdge(low[i], high[i]);
                    if (j > 1) madeEdge(low[i], low[i + 1]);
                    if (mesh.hasCornerValues()) values(made, c, sides, k, half, i, j - 1);
                }
                int[] swap = low;
                low = high;
                high = swap;
            }
        }
    }

    private int between(int a, int b, double t, long key) {
        return out.vertex(mixed(a, b, t, 0), mixed(a, b, t, 1), mixed(a, b, t, 2), key);
    }

    private double mixed(int a, int b, double t, int axis) {
        double p = out.coordinate(a, axis);
        return p + t * (out.coordinate(b, axis) - p);
    }

    /** The values of a cell of the quad at a corner: between the corner, the middles of its two sides, and the face's. */
    private void values(int face, int c, int sides, int k, int half, int i, int j) {
        int[] sources = new int[sides];
        for (int x = 0; x < sides; x++) sources[x] = c + x;
        int next = (k + 1) % sides, before = (k + sides - 1) % sides;
        for (int corner = 0; corner < 4; corner++) {
            double u = (double) (corner == 1 || corner == 2 ? i + 1 : i) / half;
            double v = (double) (corner >= 2 ? j + 1 : j) / half;
            double[] shares = new double[sides];
            Arrays.fill(shares, u * v / sides);
            shares[k] += (1 - u) * (1 - v) + 0.5 * u * (1 - v) + 0.5 * (1 - u) * v;
            shares[next] += 0.5 * u * (1 - v);
            shares[before] += 0.5 * (1 - u) * v;
            out.cornerMix(out.firstCorner(face) + corner, mesh, sources, shares);
        }
    }
}
