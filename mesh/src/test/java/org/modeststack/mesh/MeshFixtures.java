package org.modeststack.mesh;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.LongStream;

/** Small meshes for tests of every module. */
public final class MeshFixtures {
    private MeshFixtures() {}

    /** A cube of this side with one corner at the origin. */
    public static Mesh cube(double side) {
        return box(0, 0, 0, side, side, side);
    }

    public static Mesh box(double ax, double ay, double az, double bx, double by, double bz) {
        MeshBuilder b = new MeshBuilder(8, 6);
        for (int i = 0; i < 8; i++) {
            b.vertex((i & 1) == 0 ? ax : bx, (i & 2) == 0 ? ay : by, (i & 4) == 0 ? az : bz, Keys.of(1, i));
        }
        int m = b.material(Material.DEFAULT.name());
        int[][] faces = {{0, 2, 3, 1}, {4, 5, 7, 6}, {0, 1, 5, 4}, {2, 6, 7, 3}, {0, 4, 6, 2}, {1, 3, 7, 5}};
        for (int f = 0; f < 6; f++) b.face(Keys.of(2, f), m, faces[f]);
        return b.build();
    }

    /** A regular tetrahedron with its corners at alternate corners of a cube of side 2 round the origin. */
    public static Mesh tetrahedron() {
        MeshBuilder b = new MeshBuilder(4, 4);
        b.vertex(1, 1, 1, 1);
        b.vertex(-1, -1, 1, 2);
        b.vertex(-1, 1, -1, 3);
        b.vertex(1, -1, -1, 4);
        int m = b.material(Material.DEFAULT.name());
        int[][] faces = {{0, 2, 1}, {0, 1, 3}, {0, 3, 2}, {1, 2, 3}};
        for (int f = 0; f < 4; f++) b.face(10 + f, m, faces[f]);
        return b.build();
    }

    /** A sheet of n × n quads of side 1 in the plane z = 0. */
    public static Mesh sheet(int n) {
        MeshBuilder b = new MeshBuilder((n + 1) * (n + 1), n * n);
        for (int j = 0; j <= n; j++) for (int i = 0; i <= n; i++) b.vertex(i, j, 0, Keys.of(3, i, j));
        int m = b.material(Material.DEFAULT.name());
        for (int j = 0; j < n; j++) {
            for (int i = 0; i < n; i++) {
                int v = j * (n + 1) + i;
                b.face(Keys.of(4, i, j), m, v, v + 1, v + n + 2, v + n + 1);
            }
        }
        return b.build();
    }

    /** One polygon in the plane z = 0; coordinates x, y in turn. */
    public static Mesh polygon(double... xy) {
        MeshBuilder b = new MeshBuilder(xy.length / 2, 1);
        int[] ring = new int[xy.length / 2];
        for (int i = 0; i < ring.length; i++) ring[i] = b.vertex(xy[2 * i], xy[2 * i + 1], 0, i);
        b.face(1, b.material(Material.DEFAULT.name()), ring);
        return b.build();
    }

    /** A prism along Y of an outline in X and Z. */
    public static Mesh prism(double depth, double[]... outline) {
        int n = outline.length;
        MeshBuilder b = new MeshBuilder(2 * n, n + 2);
        b.material("one");
        for (int y = 0; y < 2; y++)
            for (int i = 0; i < n; i++) b.vertex(outline[i][0], y * depth, outline[i][1], (long) y * n + i);
        int[] front = new int[n], back = new int[n];
        Arrays.setAll(front, i -> i);
        Arrays.setAll(back, i -> 2 * n - 1 - i);
        b.face(0, 0, front);
        b.face(1, 0, back);
        for (int i = 0; i < n; i++) {
            int j = (i + 1) % n;
            b.face(2 + i, 0, new int[] {j, i, n + i, n + j});
        }
        return b.build();
    }

    /** A regular polygon about the origin, in the plane z = 0. */
    public static Mesh regular(int sides, double radius) {
        double[] xy = new double[2 * sides];
        for (int i = 0; i < sides; i++) {
            xy[2 * i] = radius * Math.cos(2 * Math.PI * i / sides);
            xy[2 * i + 1] = radius * Math.sin(2 * Math.PI * i / sides);
        }
        return polygon(xy);
    }

    /**
     * Faces given by their vertices' indices.
     *
     * @param xyz three numbers a vertex
     */
    public static Mesh faces(double[] xyz, int[][] faces) {
        MeshBuilder b = new MeshBuilder(xyz.length / 3, faces.length);
        for (int i = 0; i < xyz.length; i += 3) b.vertex(xyz[i], xyz[i + 1], xyz[i + 2], Keys.of(5, i));
        for (int f = 0; f < faces.length; f++) b.face(Keys.of(6, f), b.material(Material.DEFAULT.name()), faces[f]);
        return b.build();
    }

    /** What {@link #painted} paints with: red, green, blue, alpha. */
    public static final float[] PAINT = {0.2f, 0.4f, 0.6f, 0.8f};

    /** The mesh with one colour all over. */
    public static Mesh painted(Mesh m) {
        float[] colors = new float[4 * m.cornerCount()];
        for (int i = 0; i < colors.length; i++) colors[i] = PAINT[i % 4];
        return withColors(m, colors);
    }

    /** The mesh with the colour (x, y, 0) plus an offset at each corner, so that it can be read off any part of it. */
    public static Mesh coloredByPlace(Mesh m, double offset) {
        float[] colors = new float[4 * m.cornerCount()];
        for (int c = 0; c < m.cornerCount(); c++) {
            colors[4 * c] = (float) (offset + m.x(m.corners()[c]));
            colors[4 * c + 1] = (float) (offset + m.y(m.corners()[c]));
            colors[4 * c + 3] = 1;
        }
        return withColors(m, colors);
    }

    /** The materials of {@link #telling}, by turns. */
    public static final List<String> TWO_MATERIALS = List.of("one", "two");

    /**
     * The mesh with everything it can carry, no two alike: another colour at every corner, two materials by turns, and
     * tags "v", "e" and "f" of all vertices, edges and faces with another weight each. What a step swaps, loses or gives
     * to the wrong element can be told.
     */
    public static Mesh telling(Mesh m) {
        float[] colors = new float[4 * m.cornerCount()];
        for (int c = 0; c < m.cornerCount(); c++) {
            colors[4 * c] = (c + 1f) / (m.cornerCount() + 1);
            colors[4 * c + 1] = 1 - colors[4 * c];
            colors[4 * c + 2] = c % 7 / 7f;
            colors[4 * c + 3] = 1 - c % 3 / 4f;
        }
        int[] materials = new int[m.faceCount()];
        for (int f = 0; f < materials.length; f++) materials[f] = f % 2;
        long[] edges = new long[m.edgeCount()];
        for (int e = 0; e < edges.length; e++) {
            int c = m.adjacency().edgeCorner(e, 0);
            edges[e] = Tag.edge(m.corners()[c], m.corners()[m.adjacency().cornerNext()[c]]);
        }
        Arrays.sort(edges);
        Map<String, Tag> tags = Map.of(
                "v", rising(ElementKind.VERTEX, upTo(m.vertexCount())),
                "e", rising(ElementKind.EDGE, edges),
                "f", rising(ElementKind.FACE, upTo(m.faceCount())));
        return new Mesh(
                m.xyz(),
                m.offsets(),
                m.corners(),
                materials,
                TWO_MATERIALS,
                colors,
                tags,
                m.vertexKeys(),
                m.faceKeys());
    }

    private static long[] upTo(int n) {
        return LongStream.range(0, n).toArray();
    }

    /** Weights that rise from element to element, all between 0 and 1. */
    private static Tag rising(ElementKind kind, long[] elements) {
        double[] weights = new double[elements.length];
        for (int i = 0; i < weights.length; i++) weights[i] = (i + 1.0) / (weights.length + 1);
        return new Tag(kind, elements, weights);
    }

    /** The colour of a corner of a mesh that has colours: red, green, blue, alpha. */
    public static float[] colorOf(Mesh m, int corner) {
        return Arrays.copyOfRange(m.cornerColors(), 4 * corner, 4 * corner + 4);
    }

    private static Mesh withColors(Mesh m, float[] colors) {
        return new Mesh(
                m.xyz(),
                m.offsets(),
                m.corners(),
                m.faceMaterials(),
                m.materials(),
                colors,
                m.tags(),
                m.vertexKeys(),
                m.faceKeys());
    }

    /** The mesh turned by a random rotation and then moved by up to this much along each axis. */
    public static Mesh posed(Mesh mesh, Random random, double reach) {
        double[] q = new double[4];
        double l = 0;
        for (int i = 0; i < 4; i++) {
            q[i] = random.nextGaussian();
            l += q[i] * q[i];
        }
        l = Math.sqrt(l);
        double w = q[0] / l, x = q[1] / l, y = q[2] / l, z = q[3] / l;
        double[][] r = {
            {1 - 2 * (y * y + z * z), 2 * (x * y - z * w), 2 * (x * z + y * w)},
            {2 * (x * y + z * w), 1 - 2 * (x * x + z * z), 2 * (y * z - x * w)},
            {2 * (x * z - y * w), 2 * (y * z + x * w), 1 - 2 * (x * x + y * y)}
        };
        double[] move = new double[3];
        for (int i = 0; i < 3; i++) move[i] = (2 * random.nextDouble() - 1) * reach;
        double[] out = new double[mesh.xyz().length];
        for (int i = 0; i < out.length; i += 3) {
            for (int k = 0; k < 3; k++) {
                out[i + k] = move[k];
                for (int j = 0; j < 3; j++) out[i + k] += r[k][j] * mesh.xyz()[i + j];
            }
        }
        return mesh.withPositions(out);
    }

    /** Two meshes in one, whatever they have in common in space. */
    public static Mesh both(Mesh a, Mesh b) {
        MeshBuilder out = new MeshBuilder(a.vertexCount() + b.vertexCount(), a.faceCount() + b.faceCount());
        out.append(a, k -> k);
        out.append(b, k -> ~k);
        return out.build();
    }

    /** The mesh with every coordinate of its vertices moved by up to this much. */
    public static Mesh shaken(Mesh mesh, double reach, Random random) {
        double[] xyz = mesh.xyz().clone();
        for (int i = 0; i < xyz.length; i++) xyz[i] += (2 * random.nextDouble() - 1) * reach;
        return mesh.withPositions(xyz);
    }

    /** The mesh moved. */
    public static Mesh moved(Mesh mesh, double x, double y, double z) {
        double[] out = mesh.xyz().clone();
        for (int i = 0; i < out.length; i += 3) {
            out[i] += x;
            out[i + 1] += y;
            out[i + 2] += z;
        }
        return mesh.withPositions(out);
    }
}
