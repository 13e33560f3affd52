package org.modeststack.steps.segment;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2ObjectOpenHashMap;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Edges;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.work.Workers;
import org.modeststack.steps.Successors;

/**
 * The topology of dividing round parts into another number of segments: rows of faces that share rails are taken
 * together, each rail gets new vertices on the curve it lies on, and the one face beyond a rail takes them as corners.
 * Parts whose rails are held by several faces are left alone.
 */
final class RoundPart {
    /** The cosine of a hundredth of a degree. */
    private static final double ON_AXIS = Math.cos(Math.toRadians(0.01));

    private final Mesh mesh;
    private final Adjacency adj;
    private final List<RoundRow> rows;
    private final int segments;
    private final Segments.Begin begin;
    /** The places along a part, as numbers that do not change with the count. */
    private final long[] fractions;
    /** For each face the part it belongs to, or -1. */
    private final int[] partOf;

    private final List<Part> parts = new ArrayList<>();
    private final Long2ObjectOpenHashMap<RoundRail> forward = new Long2ObjectOpenHashMap<>();
    private final Long2ObjectOpenHashMap<RoundRail> backward = new Long2ObjectOpenHashMap<>();
    /** Faces that lie beyond a rail. */
    private final BitSet beyond = new BitSet();

    private int held;
    private int straight;

    /**
     * Rows that share rails, all beginning with the same line.
     *
     * @param low for each row its lower rail
     * @param high for each row its upper rail
     * @param rails all of them, each once
     */
    private record Part(List<RoundRow> rows, List<RoundRail> low, List<RoundRail> high, Collection<RoundRail> rails) {
        Stream<RoundStrip> strips() {
            return IntStream.range(0, rows.size()).mapToObj(i -> new RoundStrip(rows.get(i), low.get(i), high.get(i)));
        }
    }

    RoundPart(Mesh mesh, BitSet lines, int segments, Segments.Begin begin) {
        this.mesh = mesh;
        this.segments = segments;
        this.begin = begin;
        fractions = Keys.fractions(segments);
        adj = mesh.adjacency();
        rows = RoundRow.of(mesh, lines);
        partOf = new int[mesh.faceCount()];
        Arrays.fill(partOf, -1);
        gather();
    }

    int rowCount() {
        return rows.size();
    }

    /** How many parts can be divided anew. */
    int parts() {
        return parts.size();
    }

    /** Whether one of them goes all the way round. */
    boolean closes() {
        return parts.stream().anyMatch(p -> p.low.getFirst().closed);
    }

    /** How many parts were left alone, because other faces hold their rails. */
    int held() {
        return held;
    }

    /** How many rails lie on no circle; their new vertices are on the old edges. */
    int notRound() {
        return straight;
    }

    /** Sorts rows into parts that share rails, each row with the same line first. */
    private void gather() {
        int[] rowOf = new int[mesh.faceCount()];
        Arrays.fill(rowOf, -1);
        for (int r = 0; r < rows.size(); r++) {
            IntArrayList row = rows.get(r).faces();
            for (int i = 0; i < row.size(); i++) rowOf[row.getInt(i)] = r;
        }
        RoundRow[] turned = new RoundRow[rows.size()];
        for (int seed = 0; seed < turned.length; seed++) {
            if (turned[seed] != null) continue;
            turned[seed] = canonical(rows.get(seed));
            List<RoundRow> all = new ArrayList<>();
            IntArrayList stack = new IntArrayList();
            stack.add(seed);
            boolean fits = true;
            while (!stack.isEmpty()) {
                RoundRow row = turned[stack.removeInt(stack.size() - 1)];
                all.add(row);
                if (!row.isEven()) fits = false;
                for (int side = 0; side < 2; side++) {
                    int next = neighbour(row, side == 0, rowOf);
                    if (next < 0) continue;
                    if (turned[next] == null) {
                        turned[next] = rows.get(next).beside(row, side == 0);
                        if (turned[next] == null) fits = false;
                        else stack.add(next);
                    } else if (!turned[next].fits(row, side == 0)) fits = false;
                }
            }
            for (RoundRow row : all) mark(row, parts.size());
            Part part = fits ? part(all) : null;
            if (part == null) {
                for (RoundRow row : all) mark(row, -1);
                held++;
            } else {
                parts.add(part);
            }
        }
    }

    /** The row beginning with the line that stays; of several with that of the lowest key, whatever the numbering. */
    private RoundRow canonical(RoundRow row) {
        if (!row.closed()) return row;
        BitSet onAxis = begin == Segments.Begin.AXIS ? linesOnAxes(row) : new BitSet();
        int best = 0;
        long least = Long.MAX_VALUE;
        for (int i = 0; i < row.segments(); i++) {
            if (!onAxis.isEmpty() && !onAxis.get(i)) continue;
            long key = mesh.edgeKey(row.low().getInt(i), row.high().getInt(i));
            if (key >= least) continue;
            least = key;
            best = i;
        }
        return row.from(best);
    }

    /** The lines of a closed row that lie along X, Y or Z as seen from the middle of the rail. */
    private BitSet linesOnAxes(RoundRow row) {
        IntArrayList rail = row.low().getInt(0) == row.low().getInt(1) ? row.high() : row.low();
        Vec3 middle = Vec3.ZERO;
        for (int i = 0; i < row.segments(); i++)
            middle = middle.plus(mesh.point(rail.getInt(i)).times(1.0 / row.segments()));
        BitSet out = new BitSet();
        for (int i = 0; i < row.segments(); i++) {
            Vec3 d = mesh.point(rail.getInt(i)).minus(middle).unit();
            if (Math.max(Math.abs(d.x()), Math.max(Math.abs(d.y()), Math.abs(d.z()))) > ON_AXIS) out.set(i);
        }
        return out;
    }

    private void mark(RoundRow row, int part) {
        IntArrayList faces = row.faces();
        for (int i = 0; i < faces.size(); i++) partOf[faces.getInt(i)] = part;
    }

    /** The row beyond one rail, or -1. */
    private int neighbour(RoundRow row, boolean low, int[] rowOf) {
        IntArrayList rail = low ? row.low() : row.high();
        if (rail.getInt(0) == rail.getInt(1)) return -1;
        int other =
                beyond(sideBetween(rail.getInt(0), rail.getInt(1), row.faces().getInt(0)));
        return other < 0 ? -1 : rowOf[other];
    }

    /** The corner of a face whose side runs between two of its vertices, either way. */
    private int sideBetween(int u, int v, int face) {
        int[] corners = mesh.corners(), next = adj.cornerNext();
        for (int c = mesh.offsets()[face]; ; c++) {
            int p = corners[c], q = corners[next[c]];
            if (p == u && q == v || p == v && q == u) return c;
        }
    }

    /** The other face at a side; -1 where there is none or more than one. */
    private int beyond(int corner) {
        int e = adj.cornerEdge()[corner];
        if (adj.edgeSides(e) != 2) return -1;
        int o = adj.edgeCorner(e, 0);
        return adj.cornerFace()[o == corner ? adj.edgeCorner(e, 1) : o];
    }

    /** The rails of some rows; null where other faces hold them. */
    private @Nullable Part part(List<RoundRow> all) {
        Map<Long, RoundRail> rails = new LinkedHashMap<>();
        List<RoundRail> low = new ArrayList<>(), high = new ArrayList<>();
        for (RoundRow row : all) {
            low.add(rail(row.low(), row, rails));
            high.add(rail(row.high(), row, rails));
        }
        for (RoundRail r : rails.values()) if (!r.isPoint() && !isBetween(r) && !free(r)) return null;
        return new Part(all, low, high, rails.values());
    }

    private static RoundRail rail(IntArrayList vertices, RoundRow row, Map<Long, RoundRail> rails) {
        // Rows that share a rail go along it alike, so that where it begins tells it from others.
        RoundRail r = rails.computeIfAbsent(
                Edges.directed(vertices.getInt(0), vertices.getInt(1)), _ -> new RoundRail(vertices, row.closed()));
        r.rows.add(row);
        return r;
    }

    /** Whether two rows of the part lie at a rail all along, and nothing but their faces touches what will go. */
    private boolean isBetween(RoundRail rail) {
        if (rail.rows.size() != 2) return false;
        int[] start = adj.vertexStart();
        for (int i = rail.closed ? 0 : 1, n = rail.segments(); i < n; i++) {
            int v = rail.vertices.getInt(i);
            if (start[v + 1] - start[v] != 4) return false;
        }
        // An open one of one segment has no vertex that tells.
        return rail.segments() > 1;
    }

    /** Whether nothing but the part and one face beyond touches what will go; notes that face. */
    private boolean free(RoundRail rail) {
        RoundRow row = rail.rows.getFirst();
        int own = partOf[row.faces().getInt(0)];
        int n = rail.segments(), across = 0;
        int[] vertices = rail.vertices.toIntArray();
        for (int i = 0; i < n; i++) {
            int v = i + 1 == vertices.length ? vertices[0] : vertices[i + 1];
            int side = sideBetween(vertices[i], v, row.faces().getInt(i));
            if (adj.edgeSides(adj.cornerEdge()[side]) > 2) return false;
            int other = beyond(side);
            if (other >= 0 && partOf[other] == own) {
                across++;
                continue;
            }
            if (i > 0 && other != rail.beyond) return false;
            rail.beyond = other;
        }
        // Two faces of the row at each vertex, and across from them two more or the one beyond: mostly that is all.
        int usual = across == n ? 4 : across > 0 ? -1 : rail.beyond < 0 ? 2 : 3;
        for (int i = rail.closed ? 0 : 1; i < n; i++) {
            int v = vertices[i];
            if (adj.vertexStart()[v + 1] - adj.vertexStart()[v] == usual) continue;
            for (int k = adj.vertexStart()[v]; k < adj.vertexStart()[v + 1]; k++) {
                int f = adj.cornerFace()[adj.vertexCorners()[k]];
                if (f != rail.beyond && partOf[f] != own) return false;
            }
        }
        return true;
    }

    Mesh build(long seed, String madeTag) {
        int[] same = new int[mesh.vertexCount()];
        Arrays.fill(same, -1);
        // What goes: the vertices of rails, but for the ends of open ones, points, and where closed ones begin.
        BitSet gone = new BitSet();
        List<RoundRail> all = parts.stream().flatMap(p -> p.rails.stream()).toList();
        for (RoundRail r : all) {
            if (r.isPoint()) continue;
            for (int i = 1, n = r.segments(); i < n; i++) gone.set(r.vertices.getInt(i));
        }
        int rowCount = parts.stream().mapToInt(p -> p.rows.size()).sum(), kept = 0;
        for (int part : partOf) if (part < 0) kept++;
        MeshBuilder b = new MeshBuilder(
                mesh.vertexCount() - gone.cardinality() + all.size() * (segments - 1), kept + rowCount * segments);
        int[] materials = b.materialsOf(mesh);
        for (int v = gone.nextClearBit(0); v < mesh.vertexCount(); v = gone.nextClearBit(v + 1))
            same[v] = b.vertex(mesh.x(v), mesh.y(v), mesh.z(v), mesh.vertexKeys()[v]);
        Workers.each(all.size(), i -> all.get(i).place(mesh, segments, seed, fractions));
        // Whatever a new vertex or face is nearest to along the part, it takes its tags from.
        Successors heirs = new Successors(mesh, b);
        for (RoundRail r : all) {
            lay(r, b, same, heirs);
            note(r);
        }
        int[] faceMap = new int[mesh.faceCount()];
        if (!heirs.none()) Arrays.fill(faceMap, -1);
        for (int f = 0; f < mesh.faceCount(); f++)
            if (partOf[f] < 0) faceMap[f] = kept(f, b, same, materials[mesh.faceMaterials()[f]]);
        b.carryTags(mesh, same, faceMap);
        int first = b.faceCount();
        List<RoundStrip> strips = parts.stream().flatMap(Part::strips).toList();
        Workers.each(strips.size(), i -> strips.get(i).weave(mesh, segments, materials, seed, fractions));
        for (RoundStrip s : strips) lay(s, b, heirs);
        b.tag(madeTag, Tag.faces(first, b.faceCount()));
        return b.build();
    }

    private void lay(RoundRail r, MeshBuilder b, int[] same, Successors heirs) {
        r.made = new int[segments + 1];
        int start = same[r.vertices.getInt(0)];
        if (r.isPoint()) {
            Arrays.fill(r.made, start);
            return;
        }
        if (r.straight) straight++;
        int first = b.vertices(r.places, r.keys);
        r.made[0] = start;
        for (int i = 1; i < segments; i++) r.made[i] = first + i - 1;
        r.made[segments] = r.closed ? start : same[r.vertices.getInt(r.vertices.size() - 1)];
        if (heirs.none()) return;
        for (int i = 1; i < segments; i++) {
            int old = (int) Math.rint((double) i / segments * r.segments());
            heirs.vertex(r.vertices.getInt(old % r.vertices.size()), r.made[i]);
        }
        for (int i = 0; i < segments; i++) {
            int old = RoundRail.nearest(i, r.segments(), segments);
            heirs.edge(
                    r.vertices.getInt(old), r.vertices.getInt((old + 1) % r.vertices.size()), r.made[i], r.made[i + 1]);
        }
    }

    /** A face that is no part of it; where it lies beyond a rail, with the new vertices instead of the old. */
    private int kept(int f, MeshBuilder b, int[] same, int material) {
        IntArrayList ring = new IntArrayList(), source = new IntArrayList();
        int from = mesh.offsets()[f], sides = mesh.sides(f);
        for (int k = 0; k < sides; k++) {
            int c = from + k, v = mesh.corners()[c];
            if (same[v] >= 0) {
                ring.add(same[v]);
                source.add(c);
            }
            if (!beyond.get(f)) continue;
            long side = Edges.directed(v, mesh.corners()[adj.cornerNext()[c]]);
            RoundRail on = forward.get(side), back = backward.get(side);
            boolean ahead = on != null && on.beyond == f;
            if (!ahead && (back == null || back.beyond != f)) continue;
            for (int i = 1; i < segments; i++) {
                ring.add(ahead ? on.made[i] : back.made[segments - i]);
                source.add(c);
            }
        }
        int made = b.face(mesh.faceKeys()[f], material, ring.toIntArray());
        for (int i = 0; mesh.hasCornerValues() && i < source.size(); i++)
            b.cornerLike(b.firstCorner(made) + i, mesh, source.getInt(i));
        return made;
    }

    /** Notes by which directed sides a walk round the face beyond comes onto a rail, from either end. */
    private void note(RoundRail r) {
        if (r.beyond < 0) return;
        beyond.set(r.beyond);
        int n = r.vertices.size(), last = r.vertices.getInt(n - 1);
        forward.put(Edges.directed(r.vertices.getInt(0), r.vertices.getInt(1)), r);
        if (r.closed) backward.put(Edges.directed(r.vertices.getInt(0), last), r);
        else backward.put(Edges.directed(last, r.vertices.getInt(n - 2)), r);
    }

    private void lay(RoundStrip s, MeshBuilder b, Successors heirs) {
        int first = b.faces(s.sides(), s.keys, s.materials, s.corners);
        if (!mesh.hasCornerValues() && heirs.none()) return;
        RoundRow row = s.row;
        for (int i = 0; i < segments; i++) {
            int old = row.faces().getInt(RoundRail.nearest(i, row.segments(), segments)), made = first + i;
            for (int k = 0; mesh.hasCornerValues() && k < s.sides(); k++)
                b.cornerLike(b.firstCorner(made) + k, mesh, mesh.offsets()[old] + Math.min(k, mesh.sides(old) - 1));
            if (heirs.none()) continue;
            heirs.face(old, made);
            int line = (int) Math.rint((double) i / segments * row.segments())
                    % row.low().size();
            if (i > 0) heirs.edge(row.low().getInt(line), row.high().getInt(line), s.low.made[i], s.high.made[i]);
        }
    }
}
