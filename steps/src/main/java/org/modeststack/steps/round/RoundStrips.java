package org.modeststack.steps.round;

import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import it.unimi.dsi.fastutil.ints.Int2ObjectMap;
import it.unimi.dsi.fastutil.ints.Int2ObjectOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.Successors;
import org.modeststack.steps.profile.CornerPatch;
import org.modeststack.steps.profile.PatchFaces;
import org.modeststack.steps.profile.ProfileCurve;
import org.modeststack.steps.rail.Band;
import org.modeststack.steps.rail.BandNet;
import org.modeststack.steps.rail.EdgeChain;
import org.modeststack.steps.rail.FaceRing;
import org.modeststack.steps.rail.NetPart;
import org.modeststack.steps.rail.RailLines;
import org.modeststack.steps.rail.Station;
import org.modeststack.steps.rail.StripBuilder;
import org.modeststack.steps.rail.Walks;
import org.modeststack.steps.surface.ImprintMesh;
import org.modeststack.steps.surface.SurfacePath;

/** Strips with a profile, and grids or faces that close the corners where they meet. */
final class RoundStrips implements StripBuilder {
    private static final long VERTEX = 3;
    private static final long FACE = 4;
    private static final long CORNER = 6;
    private static final long CAP = 9;

    private final ImprintMesh rest;
    private final Mesh mesh;
    private final ProfileCurve curve;
    private final boolean grids;
    private final long seed;
    private final String madeTag;
    private final @Nullable String material;
    private final MeshBuilder out;
    private final Successors heirs;
    private final boolean hasVertexTags;
    private final boolean hasEdgeTags;
    private final int firstFace;
    private final List<Origin> origins = new ArrayList<>();
    /** For each new vertex a corner of the mesh on the left of the edges, and one on the right, that it is painted like. */
    private final Int2IntOpenHashMap likeLeft = new Int2IntOpenHashMap();

    private final Int2IntOpenHashMap likeRight = new Int2IntOpenHashMap();

    /** What is at the end of a band where several meet: its vertices from rail to rail, and the profile they lie on. */
    private record End(Band band, boolean isFirst, int[] row, StripProfile profile) {}

    /** For each vertex where bands meet what they end in, by the corner of the walk on the left of each as it leads away. */
    private final Int2ObjectOpenHashMap<Int2ObjectOpenHashMap<End>> ends = new Int2ObjectOpenHashMap<>();

    /**
     * @param grids whether corners are closed by grids, or by one face
     * @param material of the new faces; null for that of what is beside them
     */
    RoundStrips(
            ImprintMesh rest, ProfileCurve curve, boolean grids, long seed, String madeTag, @Nullable String material) {
        this.rest = rest;
        this.curve = curve;
        this.grids = grids;
        this.seed = seed;
        this.madeTag = madeTag;
        this.material = material;
        out = rest.builder();
        firstFace = out.faceCount();
        out.emptyTag(madeTag, ElementKind.FACE);
        out.emptyTag(madeTag + StripTags.CORNERS, ElementKind.FACE);
        out.emptyTag(madeTag + StripTags.ENDS, ElementKind.FACE);
        mesh = rest.mesh();
        heirs = new Successors(mesh, out);
        hasVertexTags = hasTags(ElementKind.VERTEX);
        hasEdgeTags = hasTags(ElementKind.EDGE);
        // No corner: what was not said to be like one must not be painted like the first.
        likeLeft.defaultReturnValue(-1);
        likeRight.defaultReturnValue(-1);
    }

    private boolean hasTags(ElementKind kind) {
        return mesh.tags().values().stream().anyMatch(t -> t.kind() == kind);
    }

    @Override
    public @Nullable Origin origin(int face) {
        return face < firstFace ? null : origins.get(face - firstFace);
    }

    @Override
    public Mesh build() {
        return out.build();
    }

    @Override
    public void add(NetPart part, RailLines rails) {
        for (Band band : part.bands()) strip(band, rails);
        for (Station node : part.nodes()) corner(part.net(), node);
        ends.clear();
    }

    private void strip(Band band, RailLines rails) {
        Work.checkpoint();
        int m = band.size(), segments = curve.segments();
        int[][] on = new int[m][];
        for (int k = 0; k < m; k++) {
            on[k] = row(band, k, rails);
            for (int v : on[k]) {
                paint(v, band, k);
                tagVertex(v, band.station(k).vertex());
            }
        }
        int made = material(band);
        if (!band.chain().isClosed()) {
            cap(band, 0, on[0], made, rails);
            cap(band, m - 1, on[m - 1], made, rails);
        }
        for (int k = 0; k < band.pieces(); k++) {
            int l = (k + 1) % m;
            // Both rails run against the strip's faces, so that they are gone through backwards.
            IntArrayList right = rails.after(band.sides().rightAt(band.at()[l]));
            IntArrayList left = rails.after(band.sides().leftAt(band.at()[k]));
            for (IntArrayList rail : List.of(left, right))
                for (int node : rail) {
                    paint(rest.vertex(node), band, k);
                    int old = hasVertexTags ? between(band, k, rest.at(node)) : -1;
                    if (old >= 0) tagVertex(rest.vertex(node), old);
                }
            if (hasEdgeTags)
                tagRails(band, k, side(on[l][0], left, on[k][0]), side(on[k][segments], right, on[l][segments]));
            long onLeft = Keys.ofPair(out.vertexKey(on[k][0]), out.vertexKey(on[l][0]));
            long onRight = Keys.ofPair(out.vertexKey(on[k][segments]), out.vertexKey(on[l][segments]));
            for (int j = 0; j < segments; j++) {
                Origin origin = new Origin(band, k * segments + j, band.station(k), band.station(l));
                IntArrayList there = side(on[k][j + 1], j == segments - 1 ? right : IntArrayList.of(), on[l][j + 1]);
                boolean isRight = 2 * j >= segments;
                there.addAll(inner(across(band, l, j, rails)));
                IntArrayList back = side(on[l][j], j == 0 ? left : IntArrayList.of(), on[k][j]);
                back.addAll(inner(across(band, k, j, rails)));
                long key = across(onLeft, onRight, FACE, j, segments - 1);
                if (band.divided().get(origin.face())) triangles(there, back, key, made, origin, isRight);
                else {
                    there.addAll(back);
                    face(there, key, made, origin, isRight);
                }
            }
        }
    }

    /** The key of the j-th of n + 1 things between two rails, told from the nearer one, whichever is on the left. */
    private long across(long left, long right, long role, int j, int n) {
        long both = Keys.of(seed, role, Keys.ofPair(left, right));
        if (2 * j == n) return both;
        return 2 * j < n ? Keys.of(both, Keys.fraction(j, n), left) : Keys.of(both, Keys.fraction(n - j, n), right);
    }

    /** What lies on the profile at the end of a chain between its places j and j + 1, as the line goes there. */
    private IntArrayList across(Band band, int k, int j, RailLines rails) {
        Walks.Place at = band.sides().leftAt(band.at()[k]);
        if (!at.walk().turnsRound(at.index()) || rails.isCapped(at)) return IntArrayList.of();
        IntArrayList nodes = rails.across(at, k == 0 ? curve.segments() - 1 - j : j);
        for (int node : nodes) paint(rest.vertex(node), band, k);
        return nodes;
    }

    /** The face from the end of a chain to the profile there, where the surface behind has no place for that. */
    private void cap(Band band, int k, int[] row, int made, RailLines rails) {
        Walks.Place at = band.sides().leftAt(band.at()[k]);
        if (!rails.isCapped(at)) return;
        int end = rest.vertex(rails.profile(at)[1]);
        // From where the walk comes in, which at the first station is on the right, to where it goes out.
        int[] across = k == 0 ? reversed(row) : row;
        IntArrayList ring = IntArrayList.wrap(across.clone());
        ring.addAll(inner(rails.across(at, 1)));
        ring.add(end);
        ring.addAll(inner(rails.across(at, 0)));
        for (int v : ring) paint(v, band, k);
        Station s = band.station(k);
        long key = Keys.of(seed, CAP, out.vertexKey(row[0]) + out.vertexKey(row[row.length - 1]));
        face(ring, key, made, new Origin(null, 0, s, s), false, madeTag + StripTags.ENDS);
    }

    private int material(Band band) {
        return material == null
                ? rest.materialBeside(band.chain().vertex(0), band.chain().vertex(1))
                : out.material(material);
    }

    /** The vertices of a strip at a station, from the left rail to the right one. */
    private int[] row(Band band, int k, RailLines rails) {
        int segments = curve.segments();
        Walks.Place onLeft = band.sides().leftAt(band.at()[k]),
                onRight = band.sides().rightAt(band.at()[k]);
        int[] row = new int[segments + 1];
        boolean isFirst = k == 0, isAlone = onLeft.walk().turnsRound(onLeft.index());
        boolean isCapped = rails.isCapped(onLeft),
                meets = !isAlone && band.chain().isEnd(band.at()[k]);
        if (isAlone && !isCapped) {
            int[] nodes = rails.profile(onLeft);
            // At the first station the walk on the right comes in.
            for (int j = 0; j <= segments; j++) row[j] = rest.vertex(nodes[isFirst ? segments - j : j]);
            return row;
        }
        Station s = band.station(k);
        int l, r;
        if (isCapped) {
            int[] nodes = rails.profile(onLeft);
            l = nodes[isFirst ? 2 : 0];
            r = nodes[isFirst ? 0 : 2];
        } else {
            l = rails.node(onLeft);
            r = rails.node(onRight);
        }
        StripProfile profile = profile(band, k, meets, rest.at(l), rest.at(r));
        row[0] = rest.vertex(l);
        row[segments] = rest.vertex(r);
        for (int j = 1; j < segments; j++) {
            Vec3 p = profile.places()[j];
            row[j] = out.vertex(p.x(), p.y(), p.z(), across(rest.key(l), rest.key(r), VERTEX, j, segments));
        }
        if (meets)
            ends.computeIfAbsent(s.vertex(), _ -> new Int2ObjectOpenHashMap<>())
                    .put((isFirst ? onLeft : onRight).corner(), new End(band, isFirst, row, profile));
        return row;
    }

    /** @param meets whether other strips end there too */
    private StripProfile profile(Band band, int k, boolean meets, Vec3 left, Vec3 right) {
        Station s = band.station(k);
        if (!meets) {
            SurfacePath.Place l = band.left()[k].rail(s.scale()), r = band.right()[k].rail(s.scale());
            return StripProfile.of(curve, s.place(), left, l, right, r);
        }
        Vec3 along = band.station(k == 0 ? 1 : k - 1).place().minus(s.place()).unit();
        return StripProfile.atCorner(curve, s.place(), along, left, right);
    }

    /** Closes what is left open where several strips end. */
    private void corner(BandNet net, Station node) {
        Work.checkpoint();
        Int2ObjectOpenHashMap<End> here = ends.get(node.vertex());
        if (here == null || here.size() < 3) return;
        int start = -1, least = Integer.MAX_VALUE;
        for (Int2ObjectMap.Entry<End> e : here.int2ObjectEntrySet()) {
            int rails = e.getValue().row[0] + e.getValue().row[curve.segments()];
            if (rails > least || rails == least && e.getIntKey() > start) continue;
            least = rails;
            start = e.getIntKey();
        }
        List<End> around = new ArrayList<>();
        int at = start;
        do {
            End end = here.get(at);
            if (end == null) throw new IllegalStateException("a corner that does not close");
            around.add(end);
            // On the left of a band lies the walk that has come in along the next one.
            at = net.walks().back(at).corner();
        } while (at != start);
        close(around, node);
    }

    /** From the outline of a corner, counter-clockwise, a grid or a face. */
    private void close(List<End> around, Station node) {
        int sides = around.size(), n = curve.segments();
        int[][] outline = new int[sides][];
        Vec3[] feet = new Vec3[sides], starts = new Vec3[sides];
        double[] turn = new double[sides];
        for (int i = 0; i < sides; i++) {
            End e = around.get(i);
            // Seen from the corner the side runs from the right rail to the left.
            outline[i] = e.isFirst ? reversed(e.row) : e.row;
            feet[i] = e.profile.foot().minus(node.place());
            Vec3[] p = e.profile.places();
            starts[i] = p[e.isFirst ? n : 0].minus(node.place());
            turn[i] = e.profile.turn();
        }
        Origin origin = new Origin(null, 0, node, node);
        long[] keys = new long[sides];
        int[] made = new int[sides];
        long all = 0;
        for (int i = 0; i < sides; i++) {
            keys[i] = key(around.get(i));
            made[i] = material(around.get(i).band);
            all += keys[i];
        }
        long whole = Keys.of(seed, CORNER, all);
        if (!grids || n == 1) {
            IntArrayList ring = new IntArrayList();
            for (int[] side : outline) for (int j = 0; j < n; j++) ring.add(side[j]);
            face(ring, whole, made[0], origin, false);
            return;
        }
        Vec3[] places = new CornerPatch(curve, feet, starts, turn).places();
        PatchFaces.Sink sink = new PatchFaces.Sink() {
            @Override
            public int vertex(Vec3 place, long key) {
                Vec3 p = node.place().plus(place);
                int v = out.vertex(p.x(), p.y(), p.z(), key);
                if (mesh.hasCornerValues()) {
                    int first = around.getFirst().row[0];
                    likeLeft.put(v, likeLeft.get(first));
                    likeRight.put(v, likeRight.get(first));
                }
                tagVertex(v, node.vertex());
                return v;
            }

            @Override
            public void face(long key, int side, int[] vertices, int count) {
                IntArrayList ring = new IntArrayList(vertices, 0, count);
                RoundStrips.this.face(ring, key, made[side], origin, false);
            }
        };
        PatchFaces.emit(sink, outline, places, i -> Keys.of(whole, keys[i]));
    }

    private long key(End e) {
        return Keys.ofPair(out.vertexKey(e.row[0]), out.vertexKey(e.row[e.row.length - 1]));
    }

    private static int[] reversed(int[] row) {
        int[] back = new int[row.length];
        for (int i = 0; i < row.length; i++) back[i] = row[row.length - 1 - i];
        return back;
    }

    private IntArrayList side(int from, IntArrayList nodes, int to) {
        IntArrayList side = new IntArrayList();
        side.add(from);
        side.addAll(inner(nodes));
        side.add(to);
        return side;
    }

    /** The vertices of nodes, the last one first. */
    private IntArrayList inner(IntArrayList nodes) {
        IntArrayList out = new IntArrayList();
        for (int i = nodes.size() - 1; i >= 0; i--) out.add(rest.vertex(nodes.getInt(i)));
        return out;
    }

    private void face(IntArrayList ring, long key, int made, Origin origin, boolean isRight) {
        face(ring, key, made, origin, isRight, origin.band() == null ? madeTag + StripTags.CORNERS : madeTag);
    }

    private void face(IntArrayList ring, long key, int made, Origin origin, boolean isRight, String tag) {
        IntArrayList once = FaceRing.withoutRepeats(ring);
        if (once.size() < 3) return;
        int f = out.face(key, made, once.elements(), 0, once.size());
        out.tag(tag, ElementKind.FACE, f, 1);
        origins.add(origin);
        if (!mesh.hasCornerValues()) return;
        Int2IntOpenHashMap like = isRight ? likeRight : likeLeft;
        for (int i = 0; i < once.size(); i++) out.cornerLike(out.firstCorner(f) + i, mesh, like.get(once.getInt(i)));
    }

    /** A new vertex is painted like what was beside the edges there. */
    private void paint(int v, Band band, int k) {
        if (!mesh.hasCornerValues()) return;
        Walks.Place left = band.sides().leftAt(band.at()[k]),
                right = band.sides().rightAt(band.at()[k]);
        likeLeft.put(v, rest.corner(left.walk().corner(left.index())));
        likeRight.put(v, rest.corner(right.walk().corner(right.index())));
    }

    /** The vertex of a chain between a station and the next in whose place a point of a rail stands; -1 where none is near. */
    private int between(Band band, int k, Vec3 p) {
        EdgeChain chain = band.chain();
        int edges = band.edges(k), best = 0;
        for (int i = 1; i <= edges; i++)
            if (far(chain, band.at()[k] + i, p) < far(chain, band.at()[k] + best, p)) best = i;
        // What is nearest to a station has that one's own rail vertex beside it.
        return best == 0 || best == edges ? -1 : chain.vertex(band.at()[k] + best);
    }

    private double far(EdgeChain chain, int i, Vec3 p) {
        return mesh.point(chain.vertex(i)).minus(p).length();
    }

    private void tagVertex(int v, int old) {
        if (hasVertexTags) heirs.vertex(old, v);
    }

    /** What is in a tag along the edges is so along both rails, each part of which goes by the edge that is nearest. */
    private void tagRails(Band band, int k, IntArrayList left, IntArrayList right) {
        for (IntArrayList rail : List.of(left, right))
            for (int i = 1; i < rail.size(); i++) {
                int u = rail.getInt(i - 1), v = rail.getInt(i);
                if (u == v) continue;
                long old = nearestEdge(band, k, place(u).plus(place(v)).times(0.5));
                mesh.tags().forEach((name, tag) -> {
                    double weight = tag.kind() == ElementKind.EDGE ? tag.weightOf(old) : 0;
                    if (weight > 0) out.tag(name, ElementKind.EDGE, Tag.edge(u, v), weight);
                });
            }
    }

    private Vec3 place(int v) {
        return out.point(v);
    }

    /** Of the edges from a station to the next, as tags have them. */
    private long nearestEdge(Band band, int k, Vec3 p) {
        EdgeChain chain = band.chain();
        int from = band.at()[k], best = from;
        double least = Double.POSITIVE_INFINITY;
        for (int i = from; i < from + band.edges(k); i++) {
            double far = p.distanceTo(mesh.point(chain.vertex(i)), mesh.point(chain.vertex(i + 1)));
            if (far >= least) continue;
            least = far;
            best = i;
        }
        return Tag.edge(chain.vertex(best), chain.vertex(best + 1));
    }

    /** Fills what is between two sides that run against each other, by the shorter diagonal each time. */
    private void triangles(IntArrayList there, IntArrayList back, long key, int made, Origin origin, boolean isRight) {
        int i = 0, j = back.size() - 1, count = 0;
        while (i < there.size() - 1 || j > 0) {
            int a = there.getInt(i), b = back.getInt(j);
            boolean onThere =
                    j == 0 || i < there.size() - 1 && apart(there.getInt(i + 1), b) <= apart(a, back.getInt(j - 1));
            int c = onThere ? there.getInt(++i) : back.getInt(--j);
            face(IntArrayList.of(a, c, b), Keys.of(key, count++), made, origin, isRight);
        }
    }

    private double apart(int a, int b) {
        Vec3 way = place(a).minus(place(b));
        return way.dot(way);
    }
}
