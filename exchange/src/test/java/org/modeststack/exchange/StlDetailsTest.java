package org.modeststack.exchange;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.exchange.stl.StlReader;
import org.modeststack.exchange.stl.StlWriter;
import org.modeststack.mesh.MeshFixtures;

/** Odd but valid STL files, and what is wrong with others. */
class StlDetailsTest {
    private static final String FACET =
            "facet normal 0 0 1\nouter loop\nvertex %s\nvertex %s\nvertex %s\nendloop\nendfacet\n";

    private static Loaded read(String text) throws ExchangeException {
        return StlReader.read(text.getBytes(StandardCharsets.US_ASCII), "m.stl", LengthUnit.MM);
    }

    /** Two triangles that share a side; one writes its zeros with a sign. */
    @Test
    void minusZeroIsZero() throws ExchangeException {
        String one = String.format(FACET, "0 0 0", "1 0 0", "0 1 0");
        String other = String.format(FACET, "-0 1 -0", "1 -0.0 -0", "1 1 0");
        assertEquals(4, read("solid s\n" + one + other + "endsolid s\n").mesh().vertexCount());
    }

    @Test
    void facetsWithoutAreaAreCounted() throws ExchangeException {
        String good = String.format(FACET, "0 0 0", "1 0 0", "0 1 0");
        String flat = String.format(FACET, "0 0 0", "1 0 0", "1 0 0");
        Loaded l = read("solid s\n" + good + flat + flat + "endsolid s\n");
        assertEquals(1, l.mesh().faceCount());
        assertEquals(List.of("2 facets without area were left out."), l.remarks());
        assertEquals(List.of(), read("solid s\n" + good + "endsolid s\n").remarks());
    }

    @ParameterizedTest
    @ValueSource(strings = {"solid", "SOLID s", "\n  \t solid s", "Solid a long name"})
    void textBeginsWithTheWordInAnyCase(String first) throws ExchangeException {
        String facet = String.format(FACET, "0 0 0", "1 0 0", "0 1 0");
        assertEquals(1, read(first + "\n" + facet + "endsolid\n").mesh().faceCount());
    }

    @Test
    void aNumberThatIsNoneIsSaidWithItsPlace() throws ExchangeException {
        byte[] stl = StlWriter.binary(MeshFixtures.cube(1), LengthUnit.MM);
        ByteBuffer.wrap(stl).order(ByteOrder.LITTLE_ENDIAN).putFloat(84 + 3 * 50 + 12 + 4, Float.NaN);
        Exception e = assertThrows(ExchangeException.class, () -> StlReader.read(stl, "m.stl", LengthUnit.MM));
        assertEquals(
                "m.stl: the facet at byte " + (84 + 3 * 50) + " has a corner that is not a finite number.",
                e.getMessage());
    }

    @Test
    void aFileWithoutFacetsIsNoMesh() {
        assertEquals(
                "m.stl has no facets.",
                assertThrows(ExchangeException.class, () -> read("solid s\nendsolid s\n"))
                        .getMessage());
        byte[] header = new byte[84];
        assertEquals(
                "m.stl has no facets.",
                assertThrows(ExchangeException.class, () -> StlReader.read(header, "m.stl", LengthUnit.MM))
                        .getMessage());
    }
}
