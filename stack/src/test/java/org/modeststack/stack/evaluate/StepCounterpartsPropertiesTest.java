package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.Chars;
import net.jqwik.api.constraints.StringLength;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Body;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Step;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** Which steps of two bodies stand for each other. A body is written as a word: B is a box, M a move, S a smoothing. */
class StepCounterpartsPropertiesTest {
    private static Step step(char kind) {
        return switch (Character.toUpperCase(kind)) {
            case 'M' -> new Move(new Vec3(1, 0, 0));
            case 'S' -> new Subdivide(1);
            default -> new Box(1, 1, 1, 1, 1, 1, Seat.CENTRED);
        };
    }

    /** @param word small letters are switched off */
    private static Body body(String word, long firstId) {
        List<Entry> entries = new ArrayList<>();
        for (char c : ("B" + word).toCharArray())
            entries.add(new Entry(firstId + entries.size(), step(c)).withEnabled(Character.isUpperCase(c)));
        return new Body("b" + firstId, "Body", true, "steel", entries, Body.END, Map.of());
    }

    /** How long a common subsequence can be: tries all of the first. */
    private static int longest(String a, String b) {
        int most = 0;
        for (int mask = 0; mask < 1 << a.length(); mask++) {
            int at = 0, size = Integer.bitCount(mask);
            for (int i = 0; i < a.length() && at >= 0; i++)
                if ((mask >> i & 1) != 0)
                    at = b.indexOf(a.charAt(i), at) + 1 == 0 ? -1 : b.indexOf(a.charAt(i), at) + 1;
            if (at >= 0) most = Math.max(most, size);
        }
        return most;
    }

    @Property(tries = 300)
    void asManyAsCanBeOfOneKindInTheirOrder(
            @ForAll @StringLength(max = 7) @Chars({'M', 'S', 'm', 's'}) String one,
            @ForAll @StringLength(max = 7) @Chars({'M', 'S', 'm', 's'}) String two) {
        Map<Long, Long> pairs = StepCopies.counterparts(body(one, 100), body(two, 200), Set.of());
        assertEquals(longest("B" + one, "B" + two), pairs.size());
        assertEquals(pairs.size(), new HashSet<>(pairs.values()).size());
        long before = -1;
        for (long id : pairs.keySet().stream().sorted().toList()) {
            assertTrue(pairs.get(id) > before);
            before = pairs.get(id);
            assertEquals(("B" + one).charAt((int) id - 100), ("B" + two).charAt((int) before - 200));
        }
    }

    @Example
    void stepsThatAreLeftOutHaveNone() {
        assertEquals(
                Map.of(100L, 200L, 103L, 202L),
                StepCopies.counterparts(body("MSM", 100), body("SM", 200), Set.of(102L)));
        assertEquals(
                Map.of(100L, 200L, 102L, 201L, 103L, 202L),
                StepCopies.counterparts(body("MSM", 100), body("SM", 200), Set.of()));
    }
}
