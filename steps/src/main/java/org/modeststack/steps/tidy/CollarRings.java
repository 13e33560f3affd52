package org.modeststack.steps.tidy;

import it.unimi.dsi.fastutil.ints.Int2ObjectOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.Successors;
import org.modeststack.steps.rail.Arm;
import org.modeststack.steps.rail.Band;
import org.modeststack.steps.rail.BandNet;
import org.modeststack.steps.rail.ChainEnd;
import org.modeststack.steps.rail.EdgeChain;
import org.modeststack.steps.rail.FaceRing;
import org.modeststack.steps.rail.NetPart;
import org.modeststack.steps.rail.RailLines;
import org.modeststack.steps.rail.Station;
import org.modeststack.steps.rail.StripBuilder;
import org.modeststack.steps.rail.WalkSide;
import org.modeststack.steps.rail.Walks;
import org.modeststack.steps.surface.FaceNormals;
import org.modeststack.steps.surface.ImprintMesh;
import org.modeststack.steps.surface.SurfacePath;
import org.modeststack.steps.surface.TriangleSurface;

/**
 * Puts the rings of a collar between its rim and the rails on both sides, row by row, with all vertices on the surface that
 * was there. Faces have the material and the tags of what they lie on, corners its values, and its normals where it is
 * curved.
 */
final class CollarRings implements StripBuilder {
    private static final long VERTEX = 31;
    private static final long FACE = 32;

    /** How far a face may turn against what it lies on, cosine. */
    private static final double UPRIGHT = 0.2;

    /** Triangles that turn by more than this are on two sides of a sharp edge, cosine. */
    private static final double SAME_SIDE = 0.7;

    private final TriangleSurface surface;
    private final Mesh mesh;
    private final ImprintMesh rest;
    private final int rings;
    private final long seed;
    private final String madeTag;
    private final MeshBuilder out;
    private final Successors heirs;
    private final int[] materials;
    private final FaceNormals normals;
    private final int firstFace;
    private final List<Origin> origins = new ArrayList<>();
    /** For each face of a collar a triangle of the surface that it lies on. */
    private final IntArrayList lying = new IntArrayList();

    private final Map<String, Tag> edgeTags = new TreeMap<>();
    private final BitSet rows = new BitSet();
    /** For each corner that a walk leaves a stop by its row. */
    private final Int2ObjectOpenHashMap<Row> made = new Int2ObjectOpenHashMap<>();

    /**
     * What lies across a collar on one side, from the rim on.
     *
     * @param vertices of what is built
     * @param triangle of the surface in which each lies, and {@code shares} what its corners count there
     */
    private record Row(int[] vertices, int[] triangle, double[][] shares) {}

    CollarRings(TriangleSurface surface, ImprintMesh rest, int rings, long seed, String madeTag) {
        this.surface = surface;
        this.rest = rest;
        this.rings = rings;
        this.seed = seed;
        this.madeTag = madeTag;
        mesh = rest.mesh();
        out = rest.builder();
        heirs = new Successors(mesh, out);
        materials = out.materialsOf(mesh);
        normals = new FaceNormals(mesh);
        firstFace = out.faceCount();
        out.emptyTag(madeTag, ElementKind.EDGE);
        mesh.tags().forEach((name, tag) -> {
            if (tag.kind() == ElementKind.EDGE) edgeTags.put(name, tag);
        });
    }

    @Override
    public @Nullable Origin origin(int face) {
        return face < firstFace ? null : origins.get(face - firstFace);
    }

    @Override
    public Mesh build() {
        return out.build();
    }

    /** A quad of a collar lies the right way up and has no hollow corner. */
    @Override
    public boolean isSound(Mesh built, int face) {
        int from = built.offsets()[face];
        Vec3[] ring = new Vec3[built.sides(face)];
        for (int i = 0; i < ring.length; i++) ring[i] = built.point(built.corners()[from + i]);
        Vec3 normal = FaceShape.areaVector(ring);
        Vec3 under = surface.normal(lying.getInt(face - firstFace));
        return normal.dot(under) > UPRIGHT * normal.length() && FaceShape.isFull(ring, normal.unit());
    }

    /** The number of the first face of a collar; all that follow are of collars. */
    int firstFace() {
        return firstFace;
    }

    /** The vertices of all rows: rims, rings and rails, but not what rails cross on the way. */
    BitSet rows() {
        return rows;
    }

    @Override
    public void add(NetPart part, RailLines rails) {
        BandNet net = part.net();
        made.clear();
        for (Band band : part.bands())
            for (int k = 0; k < band.pieces(); k++) {
                Work.checkpoint();
                int l = (k + 1) % band.size();
                Walks.Place from = band.sides().leftAt(band.at()[k]),
                        to = band.sides().leftAt(band.at()[l]);
                Walks.Place back = band.sides().rightAt(band.at()[l]),
                        home = band.sides().rightAt(band.at()[k]);
                piece(net, band, k, from, to, rails);
                piece(net, band, k, back, home, rails);
                tagRim(band, k);
            }
    }

    /** The rings from one stop of a walk to the next, on its left. */
    private void piece(BandNet net, Band band, int k, Walks.Place from, Walks.Place to, RailLines rails) {
        Row a = row(net, from, false, rails), b = row(net, to, true, rails);
        IntArrayList rail = rails.after(from);
        long key = Keys.of(seed, FACE, out.vertexKey(a.vertices[1]), out.vertexKey(b.vertices[1]));
        for (int j = 0; j < rings; j++) {
            made(a.vertices[j], a.vertices[j + 1]);
            made(b.vertices[j], b.vertices[j + 1]);
            if (j > 0) made(a.vertices[j], b.vertices[j]);
            IntArrayList ring = IntArrayList.of(a.vertices[j], b.vertices[j], b.vertices[j + 1]);
            for (int i = rail.size() - 1; j == rings - 1 && i >= 0; i--) ring.add(rest.vertex(rail.getInt(i)));
            ring.add(a.vertices[j + 1]);
            face(ring, a, b, j, Keys.of(key, j), new Origin(band, -1, band.station(k), band.station(k + 1)));
        }
    }

    /** An edge within the collar; faces are not told by it, since they belong to the surface that was there. */
    private void made(int u, int v) {
        if (u != v) out.tag(madeTag, ElementKind.EDGE, Tag.edge(u, v), 1);
    }

    private void face(IntArrayList ring, Row a, Row b, int j, long key, Origin origin) {
        IntArrayList once = FaceRing.withoutRepeats(ring);
        if (once.size() < 3) return;
        int lies = under(once, a, b, j);
        int under = surface.faceOf(lies);
        int f = out.face(key, materials[mesh.faceMaterials()[under]], once.elements(), 0, once.size());
        heirs.face(under, f);
        origins.add(origin);
        lying.add(lies);
        for (int i = 0; i < once.size(); i++) {
            int v = once.getInt(i);
            int corner = out.firstCorner(f) + i;
            if (!values(corner, v, a, lies) && !values(corner, v, b, lies)) nearest(corner, v, a, b, j + 1, lies);
        }
    }

    /** Of the triangles at the corners of a face the one that it lies on: of those beside a sharp edge the one like it. */
    private int under(IntArrayList face, Row a, Row b, int j) {
        Vec3[] ring = new Vec3[face.size()];
        for (int i = 0; i < ring.length; i++) ring[i] = out.point(face.getInt(i));
        Vec3 normal = FaceShape.areaVector(ring);
        int best = a.triangle[0];
        double most = Double.NEGATIVE_INFINITY;
        for (int t : new int[] {
            a.triangle[0], b.triangle[0], a.triangle[j], b.triangle[j], a.triangle[j + 1], b.triangle[j + 1]
        }) {
            double like = normal.dot(surface.normal(t));
            // Those that are as good but for rounding stay in their order.
            if (like <= most + 1e-9 * normal.length()) continue;
            most = like;
            best = t;
        }
        return best;
    }

    private boolean values(int corner, int v, Row row, int lies) {
        for (int j = 0; j <= rings; j++)
            if (row.vertices[j] == v) {
                values(corner, row.triangle[j], row.shares[j], lies);
                return true;
            }
        return false;
    }

    /** A place that a rail crosses on the way is painted like the end that is nearer. */
    private void nearest(int corner, int v, Row a, Row b, int j, int lies) {
        Vec3 p = out.point(v);
        Row near = out.point(a.vertices[j]).minus(p).length()
                        < out.point(b.vertices[j]).minus(p).length()
                ? a
                : b;
        values(corner, near.triangle[j], near.shares[j], lies);
    }

    /** @param lies a triangle that the face lies on, which a place on a sharp edge may be on the other side of */
    private void values(int corner, int at, double[] sharesThere, int lies) {
        int triangle = at;
        double[] shares = sharesThere;
        Vec3 side = surface.normal(lies);
        if (side.dot(surface.normal(at)) < SAME_SIDE)
            for (int c = 3 * at; c < 3 * at + 3; c++) {
                int twin = surface.twin(c);
                if (twin < 0 || side.dot(surface.normal(twin / 3)) < SAME_SIDE) continue;
                Vec3 p = Vec3.ZERO;
                for (int i = 0; i < 3; i++) p = p.plus(surface.point(3 * at + i).times(sharesThere[i]));
                triangle = twin / 3;
                shares = surface.shares(triangle, p);
            }
        int f = surface.faceOf(triangle);
        boolean isCurved = normals.isCurved(f);
        if (!mesh.hasCornerValues() && !isCurved) return;
        int[] sources = new int[3];
        for (int i = 0; i < 3; i++) sources[i] = surface.meshCorner(3 * triangle + i);
        if (mesh.hasCornerValues()) out.cornerMix(corner, mesh, sources, shares);
        double[] n = isCurved ? normals.between(sources, shares) : null;
        if (n != null) out.normal(corner, n[0], n[1], n[2]);
    }

    /** @param arrives whether the walk comes to it; at the end of a chain it goes on from another row */
    private Row row(BandNet net, Walks.Place at, boolean arrives, RailLines rails) {
        WalkSide walk = at.walk();
        if (!walk.turnsRound(at.index())) return made.computeIfAbsent(at.corner(), _ -> row(net, at, rails));
        int[] profile = rails.profile(at);
        Row out = new Row(new int[rings + 1], new int[rings + 1], new double[rings + 1][]);
        Station s = net.stop(walk, at.index()).station();
        ChainEnd end = net.walks().end(at);
        Arm arm = arrives ? end.in() : end.out();
        for (int j = 0; j <= rings; j++) {
            SurfacePath.Place p = arm.along(s.scale(), (double) j / rings);
            out.vertices[j] = rest.vertex(profile[arrives ? rings - j : rings + j]);
            locate(out, j, p);
            rows.set(out.vertices[j]);
        }
        tagRow(out, arm, s);
        return out;
    }

    private Row row(BandNet net, Walks.Place at, RailLines rails) {
        WalkSide walk = at.walk();
        BandNet.Stop stop = net.stop(walk, at.index());
        Station s = stop.station();
        Row row = new Row(new int[rings + 1], new int[rings + 1], new double[rings + 1][]);
        row.vertices[0] = rim(s.vertex());
        int corner = walk.corner(at.index());
        row.triangle[0] = corner / 3;
        row.shares[0] = new double[3];
        row.shares[0][corner % 3] = 1;
        for (int j = 1; j <= rings; j++) {
            SurfacePath.Place p = stop.arm().along(s.scale(), (double) j / rings);
            row.vertices[j] = j == rings
                    ? rest.vertex(rails.node(at))
                    : out.vertex(p.at().x(), p.at().y(), p.at().z(), Keys.of(seed, VERTEX, stop.key(), j));
            locate(row, j, p);
        }
        for (int v : row.vertices) rows.set(v);
        tagRow(row, stop.arm(), s);
        return row;
    }

    /** A row that runs along an edge of the mesh goes on being in its tags. */
    private void tagRow(Row row, Arm arm, Station s) {
        if (edgeTags.isEmpty()) return;
        Adjacency adj = mesh.adjacency();
        for (int j = 0; j < rings; j++) {
            int e = arm.edgeAlong(s.scale(), (j + 0.5) / rings);
            if (e < 0 || row.vertices[j] == row.vertices[j + 1]) continue;
            long was = Tag.edge(adj.edgeLow(e), adj.edgeHigh(e)), is = Tag.edge(row.vertices[j], row.vertices[j + 1]);
            edgeTags.forEach((name, tag) -> {
                double weight = tag.weightOf(was);
                if (weight > 0) out.tag(name, ElementKind.EDGE, is, weight);
            });
        }
    }

    /** A vertex of the rim, which has its tags still. */
    private int rim(int old) {
        if (rest.made(old) >= 0) return rest.made(old);
        int v = rest.vertex(old);
        heirs.vertex(old, v);
        return v;
    }

    private void locate(Row row, int j, SurfacePath.Place p) {
        row.triangle[j] = p.triangle();
        row.shares[j] = surface.shares(p.triangle(), p.at());
    }

    /** What is in a tag along the rim stays in it from place to place. */
    private void tagRim(Band band, int k) {
        EdgeChain chain = band.chain();
        int from = band.at()[k];
        int a = rest.vertex(band.station(k).vertex()),
                b = rest.vertex(band.station(k + 1).vertex());
        edgeTags.forEach((name, tag) -> {
            double weight = 0;
            for (int i = from; i < from + band.edges(k); i++)
                weight = Math.max(weight, tag.weightOf(Tag.edge(chain.vertex(i), chain.vertex(i + 1))));
            if (weight > 0) out.tag(name, ElementKind.EDGE, Tag.edge(a, b), weight);
        });
    }
}
