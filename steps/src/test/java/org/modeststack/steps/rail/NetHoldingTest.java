package org.modeststack.steps.rail;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.modeststack.steps.StepException;

/** What is worked out at few stations is what looking at all of them would find. */
class NetHoldingTest {
    private static List<Station> some(List<Station> of, Random r) {
        List<Station> out = new ArrayList<>();
        for (int i = r.nextInt(4); i >= 0; i--) out.add(of.get(r.nextInt(of.size())));
        return out;
    }

    @Property(tries = 20)
    void stripsBesideThoseHeldBackAreAsNarrowAsTheyMustBe(
            @ForAll @IntRange(max = 1_000_000) int number, @ForAll @DoubleRange(min = 6, max = 20) double width)
            throws StepException {
        BandNet net = NetFixtures.allEdges(NetFixtures.plate(6, number), width);
        BandNet all = NetFixtures.allEdges(NetFixtures.plate(6, number), width);
        List<Station> stations = NetFixtures.stations(net), others = NetFixtures.stations(all);
        NetHolding holding = new NetHolding(net);
        Random r = new Random(number);
        Set<Station> ever = new HashSet<>();
        for (int round = 0; round < 6; round++) {
            Set<Station> held = new LinkedHashSet<>(some(stations, r));
            ever.addAll(held);
            for (int again = 0; again < 4; again++) {
                holding.hold(held);
                held.forEach(s -> others.get(stations.indexOf(s)).hold());
                smooth(all);
            }
            for (int i = 0; i < stations.size(); i++)
                assertEquals(others.get(i).scale(), stations.get(i).scale(), 1e-12, "station " + i);
            assertEquals(new NetHolding(all).isWorthwhile(), holding.isWorthwhile());
        }
        long beside = stations.stream()
                .filter(s -> !ever.contains(s) && s.scale() < 1)
                .count();
        assertTrue(beside > ever.size(), "strips are long beside their width, so that others become narrower too");
    }

    /** All bands again and again, until nothing changes. */
    private static void smooth(BandNet net) {
        Set<Station> narrowed = new HashSet<>();
        do {
            narrowed.clear();
            net.bands().forEach(b -> b.smooth(narrowed::add));
        } while (!narrowed.isEmpty());
    }

    @Property(tries = 20)
    void longPiecesBesideWhatHasBecomeNarrowAreFound(@ForAll @IntRange(max = 1_000_000) int number)
            throws StepException {
        BandNet net = NetFixtures.allEdges(NetFixtures.plate(6, number), 1);
        List<Station> stations = NetFixtures.stations(net);
        NetHolding holding = new NetHolding(net);
        Set<LongPiece> known = new HashSet<>(pieces(holding, Set.of()));
        Random r = new Random(number);
        boolean any = false;
        for (int round = 0; round < 4; round++) {
            Set<Station> troubled = new LinkedHashSet<>(some(stations, r));
            holding.hold(some(stations, r));
            List<LongPiece> found = pieces(holding, troubled);
            List<LongPiece> whole = pieces(new NetHolding(net), troubled);
            assertTrue(new HashSet<>(whole).containsAll(found), "none that is not long and narrow");
            known.addAll(found);
            assertTrue(known.containsAll(whole), "none that was never told of");
            any |= !found.isEmpty();
        }
        assertTrue(any, "edges of five widths are long");
    }

    private static List<LongPiece> pieces(NetHolding holding, Set<Station> troubled) {
        List<LongPiece> out = new ArrayList<>();
        holding.longPieces(troubled, out);
        return out;
    }

    @Test
    void whatIsHeldBackToNothingIsNotWorthwhile() throws StepException {
        BandNet net = NetFixtures.allEdges(NetFixtures.plate(6, 1), 0.5);
        NetHolding holding = new NetHolding(net);
        assertTrue(holding.isWorthwhile());
        Set<Station> one = Set.of(NetFixtures.stations(net).getFirst());
        int rounds = 0;
        do holding.hold(one);
        while (holding.isWorthwhile() && ++rounds < 100);
        assertTrue(rounds > 3 && rounds < 100, "rounds: " + rounds);
    }

    @Test
    void whatIsNarrowAlmostAllOverIsNotWorthwhile() throws StepException {
        BandNet net = NetFixtures.allEdges(NetFixtures.plate(6, 1), 0.5);
        NetHolding holding = new NetHolding(net);
        List<Station> stations = NetFixtures.stations(net);
        boolean is = holding.isWorthwhile();
        assertTrue(is);
        for (int round = 0; is && round < 100; round++) {
            holding.hold(stations);
            is = holding.isWorthwhile();
            assertEquals(new NetHolding(net).isWorthwhile(), is, "as counted all over, round " + round);
        }
        assertFalse(is);
        assertTrue(stations.stream().allMatch(s -> s.share() > 0.002), "none is as good as closed");
    }
}
