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
import org.modeststack.render.DisplayMode;
import picocli.CommandLine;

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
        assertTrue(o.shows("ledger"));
        assertFalse(o.shows("search"));
        assertEquals(DisplayMode.SHADED_EDGES, o.mode());
        assertEquals(Path.of("a.png"), o.shot());
    }

    /** As the command line does. */
    @ParameterizedTest
    @CsvSource({"see-through, SEE_THROUGH", "See-Through, SEE_THROUGH", "SHADED_EDGES, SHADED_EDGES"})
    void modesAreTakenInAnyCase(String word, DisplayMode mode) {
        assertEquals(mode, StartOptions.parse("--show", word).mode());
    }

    @Test
    void aWordThatIsNoOptionIsTheFile() {
        assertEquals(
                Path.of("keeper.mstack"), StartOptions.parse("keeper.mstack").file());
        assertNull(StartOptions.parse("keeper.mstack").mesh());
    }

    @Test
    void aFileOfAMeshIsOneToImport() {
        assertEquals(Path.of("part.OBJ"), StartOptions.parse("part.OBJ").mesh());
        assertNull(StartOptions.parse("part.OBJ").file());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "--size 1280 | Invalid value for option '--size': not WIDTHxHEIGHT, each of 3 or 4 digits: 1280",
                "--size 12x9 | Invalid value for option '--size': not WIDTHxHEIGHT, each of 3 or 4 digits: 12x9",
                "--show legder | Invalid value for option '--show' (WORD[,WORD]): there is no legder to show; there are ledger, search, points, smoothed, faint, near, hold, shaded-edges, shaded, edges, see-through",
                "--step two | Invalid value for option '--step': 'two' is not an int",
                "--shot a.mstack | Invalid value for option '--shot': a picture's name ends in .png, not a.mstack",
                "--shot | Missing required parameter for option '--shot' (FILE.png)",
                "--frobnicate | Unknown option: '--frobnicate'"
            })
    void whatCannotBeUnderstoodIsSaid(String words, String message) {
        Exception e = assertThrows(CommandLine.ParameterException.class, () -> StartOptions.parse(words.split(" ")));
        assertEquals(message, e.getMessage());
    }
}
