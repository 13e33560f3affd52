package org.modeststack.steps.extrude;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.pick.Pick;

/** Walls wear the material of the face that they hang from and are painted on like its corners. */
class ExtrudeCarriesTest {
    private static final Mesh BOX = MeshFixtures.telling(MeshFixtures.box(0, 0, 0, 4, 5, 6));

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 2, 3, 4, 5})
    void oneFaceOut(int face) throws StepException {
        Pick pick = Pick.hand(BOX, Selection.of(ElementKind.FACE, face));
        TestContext context = new TestContext();
        Mesh out = ExtrudeInsetTest.extrude(pick, 3, Extrude.Direction.TOGETHER, 0, 1)
                .apply(BOX, context);
        assertEquals(6 + 4, out.faceCount());
        int walls = 0;
        for (int f = 0; f < out.faceCount(); f++) {
            if (!out.tag(context.madeTag()).contains(f)) {
                int old = faceOfKey(BOX, out.faceKeys()[f]);
                assertEquals(BOX.materialOf(old), out.materialOf(f));
                assertEquals(BOX.tag("f").weightOf(old), out.tag("f").weightOf(f));
                for (int i = 0; i < 4; i++) {
                    assertArrayEquals(
                            MeshFixtures.colorOf(BOX, BOX.offsets()[old] + i),
                            MeshFixtures.colorOf(out, out.offsets()[f] + i),
                            "face " + f);
                }
                continue;
            }
            walls++;
            assertEquals(BOX.materialOf(face), out.materialOf(f));
            assertWallIsPaintedLikeTheCap(face, out, f);
        }
        assertEquals(4, walls);
    }

    /** Of each wall's two lower corners each has the colour of the face's corner there, and so has the one above it. */
    private static void assertWallIsPaintedLikeTheCap(int face, Mesh out, int wall) {
        int from = out.offsets()[wall], old = 0;
        for (int i = 0; i < 4; i++) {
            int v = out.corners()[from + i];
            if (v >= BOX.vertexCount()) continue;
            old++;
            int like = cornerAt(face, v);
            // The corner of the wall that is not on this side is above or below it.
            int before = (i + 3) % 4, after = (i + 1) % 4;
            int above = out.corners()[from + before] >= BOX.vertexCount() ? before : after;
            assertArrayEquals(MeshFixtures.colorOf(BOX, like), MeshFixtures.colorOf(out, from + i));
            assertArrayEquals(MeshFixtures.colorOf(BOX, like), MeshFixtures.colorOf(out, from + above));
        }
        assertEquals(2, old, "corners at old vertices");
    }

    private static int cornerAt(int face, int vertex) {
        for (int c = BOX.offsets()[face]; c < BOX.offsets()[face + 1]; c++) if (BOX.corners()[c] == vertex) return c;
        throw new AssertionError("vertex " + vertex + " is none of the face's");
    }

    private static int faceOfKey(Mesh m, long key) {
        for (int f = 0; f < m.faceCount(); f++) if (m.faceKeys()[f] == key) return f;
        throw new AssertionError("no face has this key");
    }
}
