package org.modeststack.steps.rail;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.work.Work;
import org.modeststack.mesh.work.Workers;

/**
 * Tries nets until all come out that do: what is in trouble is held back, then begun anew, narrower where that was, and at
 * last left out there. Each net goes its own way through this; those in trouble are tried on what is near them, and all
 * together on the whole mesh once these come out.
 */
public final class NetTrials {
    /** What has not come out by then is left to others. */
    private static final int ROUNDS = 1000;

    /** Makes the nets of some edges. */
    @FunctionalInterface
    public interface Nets {
        /**
         * @param of the edges that nets are wanted for
         * @param rest all edges that are rounded
         */
        List<BandNet> of(BitSet of, BitSet rest, NarrowPlaces narrow);
    }

    /**
     * A net that is narrow along pieces that are long, and waits for these to be made finer.
     *
     * @param edges all of it
     * @param troubled vertices at which it is in trouble
     */
    public record Waiting(BitSet edges, List<LongPiece> pieces, BitSet troubled) {}

    private final Mesh mesh;
    private final StripAttempt attempt;
    private final UnaryOperator<BitSet> whole;
    private final Nets begin;
    private final NarrowPlaces narrow;
    private final BitSet rest;
    private List<NetTrial> trials = new ArrayList<>();

    /** @param whole adds to edges what should be left out with them where leaving them out alone is no help */
    public NetTrials(Mesh mesh, BitSet edges, StripAttempt attempt, UnaryOperator<BitSet> whole, Nets begin) {
        this.whole = whole;
        this.mesh = mesh;
        this.attempt = attempt;
        this.begin = begin;
        narrow = new NarrowPlaces(mesh);
        rest = (BitSet) edges.clone();
    }

    /** The mesh with the strips of all nets that come out; null where none do. */
    @Nullable
    public StripMesh run() {
        return run(null, new BitSet());
    }

    /**
     * The mesh with the strips of all nets that come out, unless some have long pieces that are narrow: these are not held back,
     * and when the others have come out it stops.
     *
     * @param isWanted which pieces it stops for; null for none
     * @param suspect vertices at which large nets are tried first, since they were in trouble there before they were made finer
     * @return null where no net comes out, or it has stopped
     */
    @Nullable
    public StripMesh run(@Nullable Predicate<LongPiece> isWanted, BitSet suspect) {
        for (BandNet net : begin.of(rest, rest, narrow)) trials.add(NetTrial.first(net, suspect));
        waitForPieces(isWanted);
        for (int round = 0; round < ROUNDS && !trials.isEmpty(); round++) {
            Work.checkpoint();
            List<List<NetTrial>> groups = NetTrial.groupsInTrouble(trials);
            if (groups.isEmpty() && round > 0 && isWaiting()) return null;
            if (groups.isEmpty()) {
                Trouble trouble = new Trouble();
                StripMesh out = attempt.onAll(rest, nets(), trouble);
                if (out != null && trouble.isNone() && !isWaiting()) return out;
                trials.forEach(t -> t.judge(trouble));
            } else
                Workers.each(groups.size(), i -> {
                    Trouble trouble = new Trouble();
                    List<NetTrial> group = groups.get(i);
                    attempt.nearby(rest, group.stream().map(NetTrial::part).toList(), trouble);
                    group.forEach(t -> t.judge(trouble));
                });
            trials.forEach(NetTrial::fit);
            waitForPieces(isWanted);
            goOn();
        }
        return null;
    }

    private void waitForPieces(@Nullable Predicate<LongPiece> isWanted) {
        if (isWanted != null) trials.forEach(t -> t.waitForPieces(isWanted));
    }

    /** Whether it has nets that it stops for. */
    public boolean isWaiting() {
        return trials.stream().anyMatch(NetTrial::isWaiting);
    }

    /** These. */
    public List<Waiting> waiting() {
        return trials.stream()
                .filter(NetTrial::isWaiting)
                .map(t -> new Waiting(t.edges(mesh), t.longPieces(), t.troubledVertices()))
                .toList();
    }

    /** The edges that are still to be rounded. */
    public BitSet rest() {
        return rest;
    }

    public List<BandNet> nets() {
        return trials.stream().map(NetTrial::net).toList();
    }

    private void goOn() {
        List<NetTrial> next = new ArrayList<>();
        for (NetTrial t : trials) {
            if (t.goesOn()) next.add(t);
            else beginAnew(t, next);
        }
        trials = next;
    }

    private void beginAnew(NetTrial t, List<NetTrial> to) {
        BitSet edges = t.edges(mesh);
        boolean isLess = !t.mayBeNarrower() || !narrow.add(t.places());
        if (isLess) {
            // Where not even the narrowest comes out the edges there are left out, so that the others do; what was in
            // their way is gone with them.
            BitSet troubled = t.edgesInTrouble();
            rest.andNot(t.isGivenUp() ? edges : t.isLess() ? whole.apply(troubled) : troubled);
            narrow.forget(t.places());
        }
        edges.and(rest);
        for (BandNet net : begin.of(edges, rest, narrow)) to.add(t.anew(net, isLess));
    }
}
