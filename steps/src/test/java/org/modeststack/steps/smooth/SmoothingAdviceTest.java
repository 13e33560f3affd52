package org.modeststack.steps.smooth;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** Whatever would spoil a smooth surface is said, and the step that is offered leaves nothing to say. */
class SmoothingAdviceTest {
    private static final Box BOX = new Box(20, 20, 20, 2, 1, 1, Seat.CENTRED);

    static Stream<Arguments> spoilt() throws StepException {
        return Stream.of(
                Arguments.of("a wall inside", walled(), "at walls inside", "take-out-inner-faces"),
                Arguments.of("two boxes that share an edge", touching(), "1 edge has more than two faces", "part"),
                Arguments.of("sides that are not joined", unjoined(), "border vertices that lie beside others", "weld"),
                Arguments.of("a face that is there twice", doubled(), "there twice too", "take-out-inner-faces"),
                Arguments.of("a vertex without a face", loose(), "1 vertex without a face", "take-out-idle-vertices"));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("spoilt")
    void isSaidAndCured(String what, Mesh mesh, String said, String type) throws StepException {
        TestContext before = new TestContext();
        new Subdivide(1).apply(mesh, before);
        Remark remark = before.remarks.getFirst();
        assertTrue(remark.text().contains(said), remark.text());
        assertNotNull(remark.place());
        Step cure = Objects.requireNonNull(SmoothingAdvice.cure(remark, mesh));
        assertTrue(
                StepDescriptor.of(cure).type().startsWith(type),
                StepDescriptor.of(cure).type());
        TestContext after = new TestContext();
        new Subdivide(1).apply(cure.apply(mesh, new TestContext()), after);
        assertEquals(List.of(), after.remarks);
    }

    /** A box in two halves with the wall between them left. */
    private static Mesh walled() throws StepException {
        Mesh box = TestContext.run(BOX);
        MeshBuilder b = new MeshBuilder(box.vertexCount(), box.faceCount() + 1);
        int[] at = vertices(box, b);
        faces(box, at, b);
        int[] ring = new int[4];
        double[][] places = {{0, -10, -10}, {0, 10, -10}, {0, 10, 10}, {0, -10, 10}};
        for (int i = 0; i < 4; i++)
            for (int v = 0; v < at.length; v++)
                if (box.x(v) == places[i][0] && box.y(v) == places[i][1] && box.z(v) == places[i][2]) ring[i] = at[v];
        b.face(77, 0, ring);
        return b.build();
    }

    private static int[] vertices(Mesh m, MeshBuilder b) {
        b.material("one");
        int[] at = new int[m.vertexCount()];
        for (int v = 0; v < at.length; v++) at[v] = b.vertex(m.x(v), m.y(v), m.z(v), m.vertexKeys()[v]);
        return at;
    }

    private static void faces(Mesh m, int[] at, MeshBuilder b) {
        for (int f = 0; f < m.faceCount(); f++) b.face(m.faceKeys()[f], 0, ring(m, f, at));
    }

    private static int[] ring(Mesh m, int face, int[] at) {
        int[] out = new int[m.sides(face)];
        for (int i = 0; i < out.length; i++) out[i] = at[m.corners()[m.offsets()[face] + i]];
        return out;
    }

    /** Two boxes that have the edge between them in common. */
    private static Mesh touching() throws StepException {
        Mesh box = TestContext.run(new Box(20, 20, 20, 1, 1, 1, Seat.CENTRED));
        MeshBuilder b = new MeshBuilder(16, 12);
        int[] at = vertices(box, b);
        faces(box, at, b);
        int[] other = new int[at.length];
        for (int v = 0; v < at.length; v++) {
            int shared = -1;
            for (int w = 0; w < at.length; w++)
                if (box.x(w) == box.x(v) + 20 && box.y(w) == box.y(v) + 20 && box.z(w) == box.z(v)) shared = at[w];
            other[v] = shared >= 0 ? shared : b.vertex(box.x(v) + 20, box.y(v) + 20, box.z(v), 900L + v);
        }
        for (int f = 0; f < box.faceCount(); f++) b.face(800L + f, 0, ring(box, f, other));
        return b.build();
    }

    /** A box whose faces have each their own vertices. */
    private static Mesh unjoined() throws StepException {
        Mesh box = TestContext.run(BOX);
        MeshBuilder b = new MeshBuilder(0, box.faceCount());
        b.material("one");
        long key = 0;
        for (int f = 0; f < box.faceCount(); f++) {
            int[] ring = ring(box, f, new int[box.vertexCount()]);
            for (int i = 0; i < ring.length; i++) {
                int v = box.corners()[box.offsets()[f] + i];
                ring[i] = b.vertex(box.x(v), box.y(v), box.z(v), ++key);
            }
            b.face(++key, 0, ring);
        }
        return b.build();
    }

    /** A sheet of two faces, one of them there twice, on a vertex loop of its own so that no edge branches. */
    private static Mesh doubled() {
        MeshBuilder b = new MeshBuilder(4, 2);
        b.material("one");
        int[] ring = {b.vertex(0, 0, 0, 1), b.vertex(9, 0, 0, 2), b.vertex(9, 9, 0, 3), b.vertex(0, 9, 0, 4)};
        b.face(5, 0, ring);
        b.face(6, 0, ring);
        return b.build();
    }

    private static Mesh loose() throws StepException {
        Mesh box = TestContext.run(BOX);
        MeshBuilder b = new MeshBuilder(box.vertexCount() + 1, box.faceCount());
        int[] at = vertices(box, b);
        faces(box, at, b);
        b.vertex(50, 0, 0, 99);
        return b.build();
    }
}
