package org.modeststack.steps.pick;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.BitSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;

/** What elements picked by hand are the whole of, or a stretch of, and what that is on a mesh that is divided otherwise. */
class WholeTest {
    private static Mesh drum(int sides, int segments, int rings) throws StepException {
        return TestContext.run(new Cylinder(20, 10, sides, segments, rings, Seat.STANDING));
    }

    private static Rule.Hand hand(Mesh m, String pick) {
        Selection s = PickText.parse(pick).on(m).selection();
        return Rule.Hand.of(m, s);
    }

    @ParameterizedTest
    @CsvSource({
        // The wall goes all the way round; the ends are flat.
        "faces: facing 0 0 1 10, 1, 0",
        "faces: facing 0 0 1 10; invert, 2, 0",
        "faces: all, 3, 0",
        "edges: sharper 30, 2, 0",
        "edges: facing 0 0 1 10; rim, 1, 0",
        "vertices: facing 0 0 1 10, 1, 0",
        // What is not a whole of anything hangs together.
        "faces: facing 1 0 0 40, 0, 1",
        "faces: inside -100 -100 4 100 100 11; without facing 0 0 1 10, 0, 1",
        "edges: inside -100 -100 9 100 0.1 11; within sharper 30, 0, 1"
    })
    void wholesAndStretchesAreSeen(String pick, int wholes, int stretches) throws StepException {
        Rule.Hand h = hand(drum(24, 2, 0), pick);
        assertEquals(wholes, h.wholes().size(), "wholes");
        assertEquals(stretches, h.stretches().size(), "stretches");
        BitSet members = new BitSet();
        h.wholes().forEach(w -> members.or(w.members()));
        h.stretches().forEach(s -> members.or(s.members()));
        assertTrue(h.anchors().isEmpty() || members.length() <= h.anchors().size());
    }

    static Stream<String> picks() {
        return Stream.of(
                "faces: facing 0 0 1 10",
                "faces: facing 0 0 1 10; invert",
                "edges: sharper 30",
                "edges: facing 0 0 1 10; rim",
                "faces: inside -100 -100 4 100 100 11; without facing 0 0 1 10",
                "edges: inside -100 -0.1 9 100 100 11; within sharper 30");
    }

    /** Whatever the sides and segments become, the same rule picks what the hand picked: 36 has few of 24's places. */
    @ParameterizedTest
    @MethodSource("picks")
    void theyAreFoundHoweverTheyAreDivided(String pick) throws StepException {
        Mesh before = drum(24, 2, 1);
        Pick p = Pick.of(PickText.parse(pick).kind(), hand(before, pick));
        for (int[] n : new int[][] {{48, 2, 1}, {36, 2, 1}, {32, 4, 2}, {40, 2, 3}, {24, 6, 1}}) {
            Mesh now = drum(n[0], n[1], n[2]);
            Picked found = p.on(now);
            assertEquals(PickText.parse(pick).on(now).selection(), found.selection(), n[0] + " sides");
            assertEquals(0, found.lost());
        }
    }

    /** One edge that was picked for its loop may be another edge of the same line later; alone it may not. */
    @Test
    void aLoopIsFoundFromAnotherOfItsEdges() throws StepException {
        Mesh before = drum(24, 1, 1), now = drum(25, 1, 1);
        Selection rim = PickText.parse("edges: facing 0 0 1 10; rim").on(before).selection();
        // The first edge of the rim that has none of its vertices on the new one.
        int edge = rim.elements().stream().skip(7).findFirst().orElseThrow();
        Pick one = Pick.hand(before, Selection.of(ElementKind.EDGE, edge));
        Pick loop = one.and(new Term.Change(Term.Kind.LOOP, 0));
        assertEquals(24, loop.on(before).selection().size());
        assertEquals(
                PickText.parse("edges: facing 0 0 1 10; rim").on(now).selection(),
                loop.on(now).selection());
        assertEquals(0, loop.on(now).lost());
        assertTrue(one.on(now).selection().size() <= 1);
        assertEquals(loop, PickText.parse(PickText.write(loop)));
    }

    /** A side of a box is none of its other sides, though they have vertices in common. */
    @Test
    void aSideStaysItself() throws StepException {
        for (String way : new String[] {"1 0 0", "0 1 0", "0 0 1", "-1 0 0", "0 -1 0", "0 0 -1"}) {
            String pick = "faces: facing " + way + " 10";
            Mesh before = TestContext.run(new Box(20, 30, 10, 1, 1, 1, Seat.STANDING));
            Mesh now = TestContext.run(new Box(50, 12, 24, 3, 2, 4, Seat.STANDING));
            Pick p = Pick.of(ElementKind.FACE, hand(before, pick));
            assertEquals(PickText.parse(pick).on(now).selection(), p.on(now).selection(), way);
        }
    }

    /** Two corners are not meant as all that may come to lie between them. */
    @Test
    void cornersStayCorners() throws StepException {
        Mesh before = TestContext.run(new Box(20, 30, 10, 1, 1, 1, Seat.STANDING));
        Pick top = Pick.of(ElementKind.VERTEX, hand(before, "vertices: facing 0 0 1 10"));
        Mesh now = TestContext.run(new Box(20, 30, 10, 3, 3, 3, Seat.STANDING));
        assertEquals(4, top.on(now).selection().size());
        assertEquals(0, top.on(now).lost());
    }

    @ParameterizedTest
    @MethodSource("picks")
    void theyComeBackFromText(String pick) throws StepException {
        Pick p = Pick.of(PickText.parse(pick).kind(), hand(drum(24, 2, 1), pick));
        assertEquals(p, PickText.parse(PickText.write(p)));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "edges: sharper 30 | 48 picked edges, 2 whole lines",
                "faces: facing 0 0 1 10 | 24 picked faces, a whole surface",
                "faces: facing 1 0 0 40 | 12 picked faces"
            })
    void theSentenceSaysWhatTheyAre(String pick, String words) throws StepException {
        Pick p = Pick.of(PickText.parse(pick).kind(), hand(drum(24, 2, 1), pick));
        assertEquals(words, PickText.words(p, _ -> ""));
    }

    @Test
    void openBordersAreLinesToo() {
        Mesh sheet = MeshFixtures.sheet(4);
        Pick p = Pick.of(ElementKind.EDGE, hand(sheet, "edges: border"));
        Rule.Hand h = hand(sheet, "edges: border");
        assertEquals(1, h.wholes().size());
        assertEquals(16, p.on(sheet).selection().size());
        assertEquals(p, PickText.parse(PickText.write(p)));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "=p0|1/0,0,1/0.5/a",
                "=x0|1/0,0,1/0.5/a/b",
                "=p0-|1/0,0,1/0.5/a/b",
                "=l0|1/0,0,1/0.5/a/b",
                "=p9|1/0,0,1/0.5/a/b",
                "~c0|a.b",
                "~c0/0|a.b",
                "~x0/1|a.b",
                "~c0/1",
                "~r3/0.5|a.b",
                "=",
                "~"
            })
    void whatIsDamagedIsSaid(String word) {
        String text = "faces: hand 0 0 0 1 1 1 a@0,0,0/0,0,1/1 " + word;
        String said = assertThrows(IllegalArgumentException.class, () -> PickText.parse(text))
                .getMessage();
        assertTrue(said.contains("is no element") || said.contains("more elements than it has"), said);
    }
}
