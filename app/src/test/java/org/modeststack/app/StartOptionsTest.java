package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class StartOptionsTest {
    @Test
    void nothingAskedIsAnEmptyWindow() {
        StartOptions o = StartOptions.parse();
        assertFalse(o.demo());
        assertNull(o.file());
        assertNull(o.shot());
        assertEquals(1280, o.width());
        assertEquals(800, o.height());
    }

    @Test
    void everythingAskedIsTakenInAnyOrder() {
        StartOptions o = StartOptions.parse(
                "--size",
                "900x640",
                "demo",
                "--step",
                "2",
                "--body",
                "Lamp housing",
                "--show",
                "ledger, shaded-edges",
                "--shot",
                "a.png");
        assertTrue(o.demo());
        assertEquals(900, o.width());
        assertEquals(640, o.height());
        assertEquals(2, o.step());
        assertEquals("Lamp housing", o.body());
        assertEquals("ledger, shaded-edges", o.show());
        assertEquals(Path.of("a.png"), o.shot());
    }

    @Test
    void aWordThatIsNoOptionIsTheFile() {
        assertEquals(
                Path.of("keeper.mstack"), StartOptions.parse("keeper.mstack").file());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "--size 1280 | --size takes WIDTHxHEIGHT, not 1280",
                "--size 12x9 | --size takes WIDTHxHEIGHT, not 12x9",
                "--show legder | --show takes ledger, search, points or a mode, but no mode is called legder; there are shaded-edges, shaded, edges, see-through",
                "--size axb | --size takes WIDTHxHEIGHT, not axb",
                "--step two | --step takes a step's number",
                "--shot | --shot needs a value",
                "--body | --body needs a value",
                "--frobnicate | there is no option --frobnicate"
            })
    void whatCannotBeUnderstoodIsSaid(String words, String message) {
        Exception e = assertThrows(IllegalArgumentException.class, () -> StartOptions.parse(words.split(" ")));
        assertEquals(message, e.getMessage());
    }
}
