package org.modeststack.stack;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** The marker line stays below the same step whatever is done above it, below it and exactly at it. */
class MarkerEditsTest {
    /** A source S and the steps 1, 2, 3, by their names. */
    private static Document document(int shown) {
        Document d = Edits.addBody(Document.EMPTY, "A", Material.DEFAULT, new Box(2, 2, 2, 1, 1, 1, Seat.CENTRED));
        d = named(d, 0, "S");
        for (int i = 1; i <= 3; i++) d = named(Edits.addStep(d, "b1", i, move(i)), i, "" + i);
        return Edits.setMarker(d, "b1", shown);
    }

    private static Move move(int i) {
        return new Move(new Vec3(i, 0, 0));
    }

    private static Document named(Document d, int at, String name) {
        return Edits.renameStep(d, "b1", id(d, at), name);
    }

    private static long id(Document d, int at) {
        return d.body("b1").entries().get(at).id();
    }

    /** The names of the steps with a bar where the marker line stands. */
    private static String shown(Document d) {
        Body b = d.body("b1");
        String names = b.entries().stream()
                .map(e -> e.name().isEmpty() ? "+" : e.name())
                .collect(Collectors.joining());
        return names.substring(0, b.shownSteps()) + "|" + names.substring(b.shownSteps());
    }

    @ParameterizedTest
    @CsvSource({
        // Shown before, where it is put, what is seen after it
        "1, 1, S+|123",
        "2, 1, S+1|23",
        "2, 2, S1+|23",
        "2, 3, S1|2+3",
        "2, 4, S1|23+",
        "4, 4, S123+|",
        "4, 2, S1+23|",
        "9, 2, S1+23|"
    })
    void anAddedStep(int marker, int at, String seen) {
        assertEquals(seen, shown(Edits.addStep(document(marker), "b1", at, move(9))));
    }

    @ParameterizedTest
    @CsvSource({
        "1, 1, S|23",
        "2, 1, S|23",
        "2, 2, S1|3",
        "3, 1, S2|3",
        "3, 2, S1|3",
        "3, 3, S12|",
        "4, 1, S23|",
        "2, 0, S1|23"
    })
    void aRemovedStep(int marker, int at, String seen) {
        Document d = document(marker);
        assertEquals(seen, shown(Edits.removeSteps(d, "b1", List.of(id(d, at)))));
    }

    @ParameterizedTest
    @CsvSource({"1, 1, S|1123", "2, 1, S11|23", "2, 2, S1|223", "3, 2, S122|3", "4, 3, S1233|"})
    void aDuplicatedStep(int marker, int at, String seen) {
        Document d = document(marker);
        assertEquals(seen, shown(Edits.duplicateSteps(d, "b1", List.of(id(d, at)))));
    }
}
