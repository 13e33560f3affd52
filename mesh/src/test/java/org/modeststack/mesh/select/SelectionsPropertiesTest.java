package org.modeststack.mesh.select;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.mesh.select.SelectionsTest.faceAt;
import static org.modeststack.mesh.select.SelectionsTest.vertexAt;

import java.util.BitSet;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;

/** What must hold of {@link SelectionsTest}'s subject for whatever is drawn at random. */
class SelectionsPropertiesTest {

    @Property(tries = 60)
    void convertingDownAndUpGivesAtLeastWhatWasThere(@ForAll @IntRange(min = 1, max = 6) int n, @ForAll long bits) {
        Mesh m = MeshFixtures.sheet(n);
        BitSet some = BitSet.valueOf(new long[] {bits});
        some.clear(m.faceCount(), 64);
        Selection faces = new Selection(ElementKind.FACE, some);
        for (ElementKind k : new ElementKind[] {ElementKind.VERTEX, ElementKind.EDGE}) {
            Selection back = faces.to(m, k).to(m, ElementKind.FACE);
            assertTrue(faces.without(back).isEmpty());
        }
        assertEquals(m.faceCount(), faces.size() + faces.inverted(m).size());
        assertTrue(faces.within(faces.inverted(m)).isEmpty());
        assertEquals(Selection.all(m, ElementKind.FACE), faces.with(faces.inverted(m)));
    }

    @Property(tries = 40)
    void shrinkingTakesBackWhatGrowingAddedInTheMiddle(@ForAll @IntRange(min = 3, max = 8) int n) {
        Mesh m = MeshFixtures.sheet(2 * n + 1);
        for (ElementKind k : new ElementKind[] {ElementKind.FACE, ElementKind.VERTEX}) {
            int at = k == ElementKind.FACE ? faceAt(m, n + 0.5, n + 0.5) : vertexAt(m, n, n);
            Selection one = Selection.of(k, at), grown = Growing.grown(m, one);
            assertEquals(one, Growing.shrunk(m, grown));
        }
    }

    @Property(tries = 40)
    void aShortestWayOverASheetHasTheLengthOfItsSteps(
            @ForAll @IntRange(max = 7) int ax,
            @ForAll @IntRange(max = 7) int ay,
            @ForAll @IntRange(max = 7) int bx,
            @ForAll @IntRange(max = 7) int by) {
        Mesh m = MeshFixtures.sheet(7);
        int a = vertexAt(m, ax, ay), b = vertexAt(m, bx, by);
        Selection way = Paths.between(m, ElementKind.VERTEX, a, b);
        assertEquals(Math.abs(ax - bx) + Math.abs(ay - by) + 1, way.size());
        assertTrue(way.contains(a) && way.contains(b));
        assertEquals(
                way.size() - 1,
                Paths.vertices(m, new int[] {a}, new int[] {b}).size() - 1,
                "in order, from end to end");
    }
}
