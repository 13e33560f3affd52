package org.modeststack.steps.round;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import it.unimi.dsi.fastutil.ints.IntList;
import java.util.BitSet;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.rail.LongPiece;
import org.modeststack.steps.rail.NetTrials;
import org.modeststack.steps.rail.StripWidths;

/** One edge of a block of 10 by 20 by 30, along X, from vertex to vertex. */
class FinerChainsTest {
    private static final long SEED = 7;

    private final Mesh mesh = MeshFixtures.telling(MeshFixtures.box(0, 0, 0, 10, 20, 30));
    private final int edge = alongX();
    private final FinerChains whole = FinerChains.of(mesh, bits(edge));

    private int alongX() {
        for (int e = 0; ; e++) if (mesh.adjacency().edgeLength(e, mesh) == 10) return e;
    }

    private static BitSet bits(int... of) {
        BitSet out = new BitSet();
        for (int i : of) out.set(i);
        return out;
    }

    private LongPiece piece(double width) {
        return new LongPiece(
                IntList.of(mesh.adjacency().edgeLow(edge), mesh.adjacency().edgeHigh(edge)), width);
    }

    private FinerChains finer(double width) {
        return whole.with(List.of(new NetTrials.Waiting(bits(edge), List.of(piece(width)), new BitSet())), SEED);
    }

    @ParameterizedTest
    @CsvSource({"10, 1", "7, 1", "6, 2", "4, 2", "2.5, 4", "1, 10", "0.1, 16"})
    void anEdgeIsDividedIntoPartsAboutAsLongAsTheStripIsWide(double width, int parts) {
        assertEquals(parts > 1, whole.canBeFiner(piece(width)));
        FinerChains finer = finer(width);
        assertEquals(parts, finer.edges().cardinality());
        assertEquals(parts - 1, finer.stations().cardinality());
        finer.edges().stream()
                .forEach(
                        e -> assertEquals(10.0 / parts, finer.mesh().adjacency().edgeLength(e, finer.mesh()), 1e-12));
    }

    @Test
    void theBodyStaysAsItIs() {
        Mesh m = finer(1).mesh();
        assertEquals(mesh.faceCount(), m.faceCount());
        assertArrayEquals(mesh.faceKeys(), m.faceKeys());
        assertEquals(Measures.of(mesh).volume(), Measures.of(m).volume(), 1e-9);
        mesh.tags().forEach((name, tag) -> {
            double before = tag.weightOf(
                    Tag.edge(mesh.adjacency().edgeLow(edge), mesh.adjacency().edgeHigh(edge)));
            if (tag.kind() != ElementKind.EDGE || before == 0) return;
            finer(1).edges().stream()
                    .forEach(e -> assertEquals(
                            before,
                            m.tag(name)
                                    .weightOf(Tag.edge(
                                            m.adjacency().edgeLow(e),
                                            m.adjacency().edgeHigh(e)))));
        });
    }

    @Test
    void widthsAreThoseOfTheEdgeAndTaperEvenlyAlongIt() {
        int low = mesh.adjacency().edgeLow(edge);
        StripWidths asked = StripWidths.of(e -> e == edge ? 3 : 5).tapering(v -> v == low ? 1 : 0.5);
        FinerChains finer = finer(2.5);
        StripWidths widths = finer.widths(asked);
        finer.edges().stream().forEach(e -> assertEquals(3, widths.ofEdge().applyAsDouble(e)));
        finer.stations().stream().forEach(v -> {
            double share = finer.mesh().point(v).minus(mesh.point(low)).length() / 10;
            assertEquals(1 - 0.5 * share, widths.taper().applyAsDouble(v), 1e-12);
        });
    }

    @Test
    void partsAreTracedToTheEdgeThatTheyArePartsOf() {
        FinerChains finer = finer(2);
        BitSet one = bits(finer.edges().nextSetBit(0));
        assertEquals(bits(edge), finer.origins(one));
        assertEquals(finer.edges(), finer.whole(one));
    }

    @Test
    void whatNoStripHasTakenThePlaceOfIsGoneAfterwards() {
        FinerChains finer = finer(1);
        Mesh out = finer.withoutIdle(finer.mesh());
        assertEquals(mesh.vertexCount(), out.vertexCount());
        assertEquals(mesh.cornerCount(), out.cornerCount());
        assertSame(mesh, whole.withoutIdle(mesh));
    }

    @Test
    void aNetIsGivenMoreThreeTimesAtMost() {
        FinerChains c = whole;
        for (int i = 0; i < 3; i++) {
            assertTrue(c.canBeFiner(piece(1)));
            // Of the net, but of no piece of it, so that the edge stays as it is.
            c = c.with(List.of(new NetTrials.Waiting(bits(edge), List.of(), new BitSet())), SEED);
        }
        assertFalse(c.canBeFiner(piece(1)));
    }
}
