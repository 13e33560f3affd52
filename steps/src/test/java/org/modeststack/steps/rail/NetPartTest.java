package org.modeststack.steps.rail;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.modeststack.steps.StepException;

class NetPartTest {
    private static Set<Station> some(BandNet net, Random r) {
        List<Station> of = NetFixtures.stations(net);
        Set<Station> out = new HashSet<>();
        for (int i = r.nextInt(3); i >= 0; i--) out.add(of.get(r.nextInt(of.size())));
        return out;
    }

    private static boolean isAt(Band b, Set<Station> any) {
        return b.stations().stream().anyMatch(any::contains);
    }

    private static void assertNodes(BandNet net, NetPart part) {
        Set<Integer> among = part.bands().stream().map(System::identityHashCode).collect(Collectors.toSet());
        List<Station> whole = net.nodes().stream()
                .filter(s -> net.bands().stream()
                        .filter(b -> b.stations().contains(s))
                        .allMatch(b -> among.contains(System.identityHashCode(b))))
                .toList();
        assertEquals(new HashSet<>(whole), new HashSet<>(part.nodes()), "corners with all their bands");
    }

    @Property(tries = 20)
    void whatIsNearTroubleIsAPart(@ForAll @IntRange(max = 1_000_000) int number) throws StepException {
        BandNet net = NetFixtures.allEdges(NetFixtures.plate(14, number), 0.5);
        Set<Station> troubled = some(net, new Random(number));
        NetPart part = NetPart.near(net, troubled);
        assertTrue(part.bands().size() < net.bands().size() / 2, "a part");
        for (Band b : net.bands()) {
            boolean isIn = part.bands().stream().anyMatch(o -> o == b);
            assertTrue(isIn || !isAt(b, troubled), "all that is in trouble");
            assertEquals(part.walks().containsAll(BandIndex.walks(b)), isIn, "both sides of it");
        }
        assertNodes(net, part);
        assertEquals(Set.of(), part.open());
    }

    @Property(tries = 20)
    void withoutTroubleTheRestIsLeft(@ForAll @IntRange(max = 1_000_000) int number) throws StepException {
        BandNet net = NetFixtures.allEdges(NetFixtures.plate(10, number), 0.5);
        Set<Station> troubled = some(net, new Random(number));
        NetPart rest = NetPart.whole(net).without(troubled);
        Set<WalkSide> gone = new HashSet<>(NetPart.whole(net).walks());
        rest.walks().forEach(gone::remove);
        for (Band b : net.bands()) {
            boolean isIn = rest.bands().stream().anyMatch(o -> o == b);
            assertFalse(isIn && isAt(b, troubled), "nothing in trouble");
            assertEquals(BandIndex.walks(b).stream().noneMatch(gone::contains), isIn, "with both of its sides");
            if (!isIn) assertTrue(rest.open().containsAll(b.stations()), "nothing is said of what is beside it");
        }
        assertNodes(net, rest);
        assertFalse(rest.bands().isEmpty());
        // What has nothing to do with it stays as it is.
        BandNet other = NetFixtures.allEdges(NetFixtures.plate(10, number), 0.5);
        NetPart whole = NetPart.whole(other);
        assertSame(whole, whole.without(troubled));
    }

    @Test
    void aSmallNetIsTriedAsAWhole() throws StepException {
        BandNet net = NetFixtures.allEdges(NetFixtures.plate(2, 1), 0.5);
        Set<Station> one = Set.of(NetFixtures.stations(net).getFirst());
        assertEquals(net.bands(), NetPart.near(net, one).bands());
        assertTrue(NetPart.whole(net).without(one).bands().isEmpty());
    }
}
