package org.modeststack.mesh.select;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.MeshFixtures;

/** Selections on a square sheet of n × n quads, a cube, and a prism with caps of many sides. */
class SelectionsTest {
    static int vertexAt(Mesh m, double x, double y) {
        for (int v = 0; v < m.vertexCount(); v++) if (m.x(v) == x && m.y(v) == y) return v;
        throw new AssertionError("no vertex at " + x + ", " + y);
    }

    static int edgeAt(Mesh m, double ax, double ay, double bx, double by) {
        return m.adjacency().edgeBetween(vertexAt(m, ax, ay), vertexAt(m, bx, by), m);
    }

    static int faceAt(Mesh m, double x, double y) {
        FaceFrames frames = FaceFrames.of(m);
        for (int f = 0; f < m.faceCount(); f++)
            if (Math.abs(frames.middle(f).x() - x) < 0.1
                    && Math.abs(frames.middle(f).y() - y) < 0.1) return f;
        throw new AssertionError();
    }

    /** A prism whose caps have n sides: face 0 below, 1 above, then the sides. */
    static Mesh prism(int n) {
        MeshBuilder b = new MeshBuilder(2 * n, n + 2);
        for (int i = 0; i < 2 * n; i++)
            b.vertex(Math.cos(2 * Math.PI * i / n), Math.sin(2 * Math.PI * i / n), i < n ? 0 : 1, i + 1);
        int[] low = new int[n], high = new int[n];
        for (int i = 0; i < n; i++) {
            low[i] = n - 1 - i;
            high[i] = n + i;
        }
        int m = b.material(Material.DEFAULT.name());
        b.face(1000, m, low);
        b.face(1001, m, high);
        for (int i = 0; i < n; i++) b.face(2000 + i, m, i, (i + 1) % n, n + (i + 1) % n, n + i);
        return b.build();
    }

    static Selection edges(Mesh m, int... e) {
        return Selection.of(ElementKind.EDGE, e);
    }

    @ParameterizedTest
    @CsvSource({"VERTEX, 1, 9", "VERTEX, 2, 25", "FACE, 1, 9", "FACE, 2, 25", "EDGE, 1, 7"})
    void growingOnASheet(ElementKind kind, int times, int size) {
        Mesh m = MeshFixtures.sheet(9);
        int at = switch (kind) {
            case VERTEX -> vertexAt(m, 4, 4);
            case FACE -> faceAt(m, 4.5, 4.5);
            case EDGE -> edgeAt(m, 4, 4, 5, 4);
        };
        Selection s = Selection.of(kind, at);
        for (int i = 0; i < times; i++) s = Growing.grown(m, s);
        // A vertex grows along edges and across quads' corners alike only for faces; along edges it is a diamond.
        int expected = kind == ElementKind.VERTEX ? (times == 1 ? 5 : 13) : size;
        assertEquals(expected, s.size());
    }

    @Test
    void shrinkingStopsAtOpenBordersToo() {
        Mesh m = MeshFixtures.sheet(5);
        assertEquals(9, Growing.shrunk(m, Selection.all(m, ElementKind.FACE)).size());
        Mesh cube = MeshFixtures.cube(1);
        assertEquals(
                6, Growing.shrunk(cube, Selection.all(cube, ElementKind.FACE)).size(), "a solid has no border");
    }

    @Test
    void connectedStaysOnItsShell() {
        MeshBuilder b = new MeshBuilder(16, 12);
        b.append(MeshFixtures.cube(1), k -> k);
        b.append(MeshFixtures.moved(MeshFixtures.cube(1), 5, 0, 0), k -> k + 1000);
        Mesh m = b.build();
        for (ElementKind k : ElementKind.values()) {
            Selection s = Growing.connected(m, Selection.of(k, 0));
            assertEquals(Selection.count(m, k) / 2, s.size(), k.toString());
        }
    }

    @Test
    void flushStopsAtSharpEdges() {
        Mesh m = prism(12);
        Selection side = Selection.of(ElementKind.FACE, 2);
        assertEquals(12, Growing.flush(m, side, 30).size(), "round the side, 30° from face to face");
        assertEquals(1, Growing.flush(m, side, 29).size());
        assertEquals(14, Growing.flush(m, side, 90).size());
    }

    @Test
    void aRimIsWhereTheSelectionEnds() {
        Mesh m = MeshFixtures.sheet(5);
        Selection block = Selection.of(ElementKind.FACE, faceAt(m, 1.5, 1.5), faceAt(m, 2.5, 1.5));
        assertEquals(6, Growing.rim(m, block).size());
        assertEquals(20, Growing.rim(m, Selection.all(m, ElementKind.FACE)).size(), "open borders count");
    }

    @Test
    void loopsGoStraightOnAndStopWhereThereAreNotFourEdges() {
        Mesh m = MeshFixtures.sheet(6);
        Selection loop = Loops.loops(m, edges(m, edgeAt(m, 2, 3, 3, 3)));
        assertEquals(6, loop.size(), "from border to border");
        loop.elements().stream().forEach(e -> assertEquals(3, m.y(m.adjacency().edgeLow(e))));
        Selection border = Loops.loops(m, edges(m, edgeAt(m, 0, 0, 1, 0)));
        assertEquals(24, border.size(), "all round the open border");
        Mesh cube = MeshFixtures.cube(1);
        assertEquals(1, Loops.loops(cube, edges(cube, 0)).size(), "three edges meet at each corner");
    }

    @Test
    void loopsGoRoundCapsOfManySides() {
        Mesh m = prism(16);
        Adjacency adj = m.adjacency();
        int rim = adj.cornerEdge()[m.offsets()[1]];
        Selection loop = Loops.loops(m, edges(m, rim));
        assertEquals(16, loop.size());
        loop.elements().stream().forEach(e -> assertEquals(1, m.z(adj.edgeLow(e))));
    }

    @Test
    void ringsGoAcrossQuads() {
        Mesh m = MeshFixtures.sheet(6);
        Selection ring = Loops.rings(m, edges(m, edgeAt(m, 2, 3, 3, 3)));
        assertEquals(7, ring.size());
        Mesh p = prism(16);
        int upright = p.adjacency().edgeBetween(0, 16, p);
        assertEquals(16, Loops.rings(p, edges(p, upright)).size(), "closed all round");
        int rim = p.adjacency().cornerEdge()[p.offsets()[1]];
        assertEquals(2, Loops.rings(p, edges(p, rim)).size(), "it stops at the caps");
    }

    @Test
    void rowsOfFacesFollowTwoNeighbours() {
        Mesh m = MeshFixtures.sheet(6);
        int f = faceAt(m, 2.5, 3.5), g = faceAt(m, 3.5, 3.5);
        assertEquals(11, Loops.loops(m, Selection.of(ElementKind.FACE, f)).size(), "both rows of one");
        assertEquals(6, Loops.loops(m, Selection.of(ElementKind.FACE, f, g)).size(), "the row of two");
    }

    @Test
    void verticesLoopAlongTheEdgesBetweenThem() {
        Mesh m = MeshFixtures.sheet(6);
        Selection two = Selection.of(ElementKind.VERTEX, vertexAt(m, 2, 3), vertexAt(m, 3, 3));
        assertEquals(7, Loops.loops(m, two).size());
        Selection one = Selection.of(ElementKind.VERTEX, vertexAt(m, 2, 3));
        assertEquals(one, Loops.loops(m, one));
    }

    @Test
    void waysBetweenEdgesAndFacesHaveBothEnds() {
        Mesh m = MeshFixtures.sheet(7);
        int f = faceAt(m, 0.5, 0.5), g = faceAt(m, 4.5, 0.5);
        assertEquals(5, Paths.between(m, ElementKind.FACE, f, g).size());
        int d = edgeAt(m, 0, 3, 1, 3), e = edgeAt(m, 5, 3, 6, 3);
        Selection way = Paths.between(m, ElementKind.EDGE, d, e);
        assertEquals(6, way.size());
        MeshBuilder b = new MeshBuilder(16, 12);
        b.append(MeshFixtures.cube(1), k -> k);
        b.append(MeshFixtures.moved(MeshFixtures.cube(1), 5, 0, 0), k -> k + 1000);
        assertTrue(Paths.between(b.build(), ElementKind.FACE, 0, 11).isEmpty(), "no way between two shells");
    }
}
