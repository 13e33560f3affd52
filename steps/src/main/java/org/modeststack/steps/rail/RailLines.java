package org.modeststack.steps.rail;

import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.ints.IntOpenHashSet;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.surface.CutLine;
import org.modeststack.steps.surface.Imprint;
import org.modeststack.steps.surface.SurfacePath;

/** The lines that the rails of a net, or of a part of it, are cut into the mesh along: one for each walk, station by station. */
public final class RailLines {
    /** Vertices of a rail that are nearer to each other, as a share of the width, are one. */
    static final double ONE_PLACE = 2e-3;

    private static final long END = 7;
    private static final long VIA = 8;

    private final BandNet net;
    private final StripKind kind;
    private final long seed;
    private final Map<WalkSide, CutLine> lines = new LinkedHashMap<>();
    /** For each line its stations. */
    private final Map<CutLine, List<Station>> stations = new HashMap<>();
    /** And which of its places are none, but on the way. */
    private final Map<CutLine, BitSet> isVia = new HashMap<>();
    /** The corners of stops at the ends of chains that a face closes. */
    private final IntOpenHashSet capped = new IntOpenHashSet();
    /** For the corner of each stop its number in the line; at the end of a chain that of the first, where the walk comes in. */
    private final Int2IntOpenHashMap numbers = new Int2IntOpenHashMap();

    RailLines(NetPart part, Imprint imprint, StripKind kind, long seed) {
        net = part.net();
        this.kind = kind;
        this.seed = seed;
        for (WalkSide walk : part.walks()) lines.put(walk, line(walk, imprint));
    }

    /**
     * A place in the line of a walk.
     *
     * @param before the normal of the surface on the side from which the line comes there, and {@code after} that on which
     *     it goes on; they differ at sharp edges
     * @param isVia whether there is no stop, so that it is only on the way
     * @param inFace the face that the line goes straight on in to the next place, or −1
     */
    private record Mark(
            Station station,
            SurfacePath.Place place,
            double width,
            long key,
            Vec3 before,
            Vec3 after,
            boolean isVia,
            int inFace) {
        Mark(Station station, SurfacePath.Place place, long key, Vec3 before, Vec3 after) {
            this(station, place, station.width(), key, before, after, false, -1);
        }
    }

    private CutLine line(WalkSide walk, Imprint imprint) {
        Work.checkpoint();
        List<Mark> marks = new ArrayList<>();
        IntArrayList at = new IntArrayList();
        for (int i = 0; i < walk.size(); i++) if (net.hasStop(walk, i)) at.add(i);
        for (int k = 0; k < at.size(); k++) {
            int i = at.getInt(k);
            BandNet.Stop stop = net.stop(walk, i), next = net.stop(walk, at.getInt((k + 1) % at.size()));
            Walks.Place place = new Walks.Place(walk, i);
            numbers.put(walk.corner(i), marks.size());
            Station s = stop.station();
            if (walk.turnsRound(i)) end(s, place, stop.key(), marks);
            else
                marks.add(new Mark(
                        s,
                        stop.arm().rail(s.scale()),
                        Keys.of(seed, stop.key()),
                        walk.normal(walk.before(i)),
                        walk.normal(i)));
            for (Vias.Via via : net.vias(walk, i)) {
                Station t = next.station();
                double scale = s.scale() + via.share() * (t.scale() - s.scale());
                long key = Keys.of(seed, stop.key(), VIA, Double.doubleToLongBits(via.share()));
                Station nearer = via.share() < 0.5 ? s : t;
                SurfacePath.Place p = via.arm().rail(scale);
                marks.add(new Mark(nearer, p, scale * via.arm().distance(), key, p.normal(), p.normal(), true, -1));
            }
        }
        CutLine line = imprint.line();
        stations.put(line, marks.stream().map(Mark::station).toList());
        BitSet among = new BitSet();
        for (int i = 0; i < marks.size(); i++) among.set(i, marks.get(i).isVia);
        isVia.put(line, among);
        Work.checkpoint();
        for (Mark m : marks) line.station(m.place, ONE_PLACE * m.width, m.key);
        for (int i = 0; i < marks.size(); i++) {
            Mark a = marks.get(i), b = marks.get((i + 1) % marks.size());
            double near = ONE_PLACE * Math.min(a.width, b.width);
            if (a.inFace >= 0) line.goInside(a.inFace);
            else line.go(i, a.after, b.before, near, a.key);
        }
        return line;
    }

    /** The profile at the end of a chain, from where the walk comes in to where it goes out; or the way by the end itself. */
    private void end(Station s, Walks.Place at, long key, List<Mark> marks) {
        ChainEnd end = net.walks().end(at);
        WalkSide walk = at.walk();
        SurfacePath.Place[] places;
        if (end.closing() == ChainEnd.Closing.CAPPED) {
            capped.add(at.corner());
            double scale = s.scale();
            places = new SurfacePath.Place[] {
                end.in().rail(scale), end.out().along(scale, 0), end.out().rail(scale)
            };
        } else places = kind.across(end, s);
        int last = places.length - 1, inFace = end.behind() < 0 ? -1 : walk.faceOf(end.behind());
        for (int j = 0; j <= last; j++) {
            SurfacePath.Place p = places[j];
            Vec3 before = j == 0 ? walk.normal(walk.before(at.index())) : p.normal();
            Vec3 after = j == last ? walk.normal(at.index()) : p.normal();
            long id = Keys.of(seed, key, END, j);
            marks.add(new Mark(s, p, s.width(), id, before, after, false, j < last ? inFace : -1));
        }
    }

    /** The node of a stop that is not at the end of a chain. */
    public int node(Walks.Place at) {
        return line(at).station(number(at));
    }

    /** Whether a face closes the end of a chain. */
    public boolean isCapped(Walks.Place at) {
        return capped.contains(at.corner());
    }

    private int parts(Walks.Place end) {
        return isCapped(end) ? 2 : kind.parts();
    }

    /**
     * The nodes of the line at the end of a chain, from where the walk comes in to where it goes out: of the profile, or where
     * a face closes it of its rails with the end between them.
     */
    public int[] profile(Walks.Place at) {
        int[] out = new int[parts(at) + 1];
        for (int j = 0; j < out.length; j++) out[j] = line(at).station(number(at) + j);
        return out;
    }

    /** The nodes strictly between one place of the line at the end of a chain and the next. */
    public IntArrayList across(Walks.Place at, int j) {
        return line(at).between(number(at) + j);
    }

    /** The nodes of a rail strictly between a stop and the next. */
    public IntArrayList after(Walks.Place at) {
        int part = number(at) + (at.walk().turnsRound(at.index()) ? parts(at) : 0);
        CutLine line = line(at);
        BitSet vias = Objects.requireNonNull(isVia.get(line));
        IntArrayList out = new IntArrayList(line.between(part));
        for (int next = (part + 1) % line.parts(); vias.get(next); next = (next + 1) % line.parts()) {
            out.add(line.station(next));
            out.addAll(line.between(next));
        }
        return out;
    }

    List<CutLine> all() {
        return List.copyOf(lines.values());
    }

    private CutLine line(Walks.Place at) {
        return Objects.requireNonNull(lines.get(at.walk()));
    }

    private int number(Walks.Place at) {
        return numbers.get(at.corner());
    }

    /** The stations at which lines do not come out. */
    List<Station> troubled() {
        List<Station> out = new ArrayList<>();
        stations.forEach((line, of) -> line.troubled().stream().forEach(part -> {
            out.add(of.get(part));
            out.add(of.get((part + 1) % of.size()));
        }));
        return out;
    }
}
