package org.modeststack.steps.rail;

import it.unimi.dsi.fastutil.ints.Int2ObjectLinkedOpenHashMap;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;

/**
 * A net that is tried until its strips come out: how long it has been in trouble as it is, how often it was begun anew before, and
 * how long it has been in trouble in all.
 */
final class NetTrial {
    /** What has not come out after so many rounds is begun anew, narrower where it was in trouble. */
    private static final int LATE = 12;

    /** And once it was, since its places are made narrower each time, after so many. */
    private static final int LATE_AGAIN = 5;

    /** So often a net is begun anew, narrower at some places, before the edges there are left out. */
    private static final int ANEW = 6;

    /** After so many rounds in trouble it is given up. */
    private static final int LAST = 150;

    private final BandNet net;
    private final NetHolding holding;
    /** How wide its strips are at most. */
    private final double reach;

    private final Bounds bounds;
    private final int anew;
    private int rounds;
    private int all;
    /** Whether it came out before, so that trouble is with others. */
    private boolean cameOut;
    /** Whether it was narrowed between rims that face each other, and whether that was just now. */
    private boolean isFitted;

    private boolean isJustFitted;
    /** How often edges of it were left out before. */
    private int less;

    private final List<LongPiece> longPieces = new ArrayList<>();
    /** What did not come out the last time it was tried; of a net that is begun anew what did not before. */
    private Trouble trouble = new Trouble();
    /** Where it is tried first. */
    private final Set<Station> suspect = new LinkedHashSet<>();
    /** What of it is tried where it is in trouble. */
    private @Nullable NetPart part;

    private NetTrial(BandNet net, int anew, int all) {
        this.net = net;
        holding = new NetHolding(net);
        reach = net.farthest();
        bounds = net.bounds().grown(reach);
        this.anew = anew;
        this.all = all;
    }

    /** @param suspect vertices at which it is tried first if it is large */
    static NetTrial first(BandNet net, BitSet suspect) {
        NetTrial t = new NetTrial(net, 0, 0);
        if (!suspect.isEmpty() && NetPart.isLarge(net))
            for (Band b : net.bands()) for (Station s : b.stations()) if (suspect.get(s.vertex())) t.suspect.add(s);
        return t;
    }

    /**
     * The same edges, or some of them, in a net that is begun anew.
     *
     * @param isLess whether edges were left out, so that what comes of the others is open again
     */
    NetTrial anew(BandNet net, boolean isLess) {
        NetTrial t = new NetTrial(net, isLess ? 0 : anew + 1, all);
        t.less = isLess ? less + 1 : less;
        t.trouble = trouble;
        t.cameOut = cameOut;
        return t;
    }

    BandNet net() {
        return net;
    }

    /** What of the net is tried where it was in trouble. */
    NetPart part() {
        if (part == null) part = NetPart.near(net, suspect.isEmpty() ? trouble.stations() : suspect);
        return part;
    }

    boolean mayBeNarrower() {
        return anew < ANEW;
    }

    boolean isLess() {
        return less > 0;
    }

    boolean isGivenUp() {
        return all >= LAST;
    }

    /**
     * Nets in trouble, each with those near it if it came out without them; nets that are in two such groups make one of
     * both.
     */
    static List<List<NetTrial>> groupsInTrouble(List<NetTrial> of) {
        DisjointSets sets = new DisjointSets(of.size());
        BitSet in = new BitSet();
        for (int i = 0; i < of.size(); i++) {
            if (!of.get(i).isInTrouble()) continue;
            in.set(i);
            if (!of.get(i).cameOut) continue;
            for (int k = 0; k < of.size(); k++) {
                if (k == i || !of.get(k).isNear(of.get(i))) continue;
                in.set(k);
                sets.join(i, k);
            }
        }
        Int2ObjectLinkedOpenHashMap<List<NetTrial>> groups = new Int2ObjectLinkedOpenHashMap<>();
        in.stream()
                .forEach(i -> groups.computeIfAbsent(sets.find(i), _ -> new ArrayList<>())
                        .add(of.get(i)));
        return List.copyOf(groups.values());
    }

    private boolean isInTrouble() {
        return !(trouble.isNone() && suspect.isEmpty()) && !isWaiting();
    }

    /** Whether it may have to do with the trouble of another. */
    private boolean isNear(NetTrial other) {
        for (Vec3 p : other.places())
            if (bounds.meets(Bounds.EMPTY.including(p).grown(other.reach)) && net.isWithin(p, reach + other.reach))
                return true;
        return false;
    }

    /** Takes what came of an attempt. */
    void judge(Trouble of) {
        trouble = of.in(net);
        suspect.clear();
        part = null;
    }

    /** When it is in trouble for the first time, makes it fit between rims that face each other. */
    void fit() {
        if (isFitted || isWaiting() || trouble.stations().isEmpty()) return;
        isFitted = true;
        isJustFitted = holding.narrowBetweenRims(part().walks(), trouble.stations());
    }

    /** Lets it wait, out of trouble, if it has long pieces that are narrow. */
    void waitForPieces(Predicate<LongPiece> isWanted) {
        if (isWaiting() || isJustFitted) return;
        holding.longPieces(trouble.stations(), longPieces);
        longPieces.removeIf(isWanted.negate());
    }

    boolean isWaiting() {
        return !longPieces.isEmpty();
    }

    /** What it waits for. */
    List<LongPiece> longPieces() {
        return longPieces;
    }

    /** The vertices at which it is in trouble. */
    BitSet troubledVertices() {
        BitSet out = new BitSet();
        trouble.stations().forEach(s -> out.set(s.vertex()));
        return out;
    }

    /** Where it is in trouble. */
    List<Vec3> places() {
        return trouble.stations().stream().map(Station::place).toList();
    }

    /**
     * The edges in trouble. Where edges were left out before and that was no help, each further time those a width farther
     * round them too.
     */
    BitSet edgesInTrouble() {
        BitSet out = holding.edgesBeside(trouble.stations());
        double round = (less - 1) * reach;
        if (round > 0) places().forEach(p -> holding.edgesWithin(p, round, out));
        return out;
    }

    /**
     * Holds back what is in trouble.
     *
     * @return false where that does not help any more
     */
    boolean goesOn() {
        if (!isInTrouble()) {
            cameOut = true;
            return true;
        }
        // Faces that were divided may do.
        if (trouble.stations().isEmpty()) return true;
        all++;
        if (isJustFitted) {
            isJustFitted = false;
            holding.smooth();
            return true;
        }
        if (net.leaveOut(part().walks(), trouble.stations())) return true;
        holding.hold(trouble.stations());
        return ++rounds <= (anew == 0 ? LATE : LATE_AGAIN) && holding.isWorthwhile();
    }

    /** All edges of the net. */
    BitSet edges(Mesh mesh) {
        BitSet out = new BitSet();
        for (Band b : net.bands()) b.chain().edges(mesh, out);
        return out;
    }
}
