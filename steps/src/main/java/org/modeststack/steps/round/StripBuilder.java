package org.modeststack.steps.round;

import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.search.PointGrid;

/**
 * Takes the walls of tubes out of what a boolean has left, and puts strips between the rails. What the boolean has put on
 * a rail and nothing needs is left out, and what lies on one place is one.
 */
final class StripBuilder {
    private static final long VERTEX = 3;
    private static final long FACE = 4;

    /** Vertices of a rail that are nearer to each other, as a share of the width, are one. */
    private static final double ONE_PLACE = 2e-3;

    /** How near to where it should be the vertex of a station is, as a share of the width. */
    private static final double NEAR = 0.02;

    /** And how near a rail is to where a station is that it does not have, being straight there. */
    private static final double ON_RAIL = 0.05;

    private static final int FEWEST = 3;

    private final Mesh cut;
    private final Adjacency adj;
    private final boolean[] isTube;
    /** For each vertex on a rail the next one, with the body on the left; and how many faces of the body it has. */
    private final Int2IntOpenHashMap next = new Int2IntOpenHashMap();

    private final int[] faces;
    /** For each vertex the one that stands in its place: itself, another, or -1 for none. */
    private final int[] instead;

    private boolean failed;

    StripBuilder(Mesh cut) {
        this.cut = cut;
        adj = cut.adjacency();
        isTube = new boolean[cut.faceCount()];
        Tag tube = cut.tag(RimTube.TAG);
        for (int i = 0; tube != null && i < tube.size(); i++) isTube[(int) tube.element(i)] = true;
        faces = new int[cut.vertexCount()];
        instead = new int[cut.vertexCount()];
        Arrays.setAll(instead, v -> v);
        next.defaultReturnValue(-1);
        for (int f = 0; f < isTube.length; f++) {
            if (isTube[f]) continue;
            for (int c = cut.offsets()[f]; c < cut.offsets()[f + 1]; c++) {
                faces[cut.corners()[c]]++;
                int t = adj.twin(c);
                if (t < 0 || !isTube[adj.cornerFace()[t]]) continue;
                // Where rails of two strips touch nobody can say which goes on where.
                if (next.put(cut.corners()[c], cut.corners()[adj.cornerNext()[c]]) >= 0) failed = true;
            }
        }
    }

    /** A strip in the making: its stations on the two rails, -1 where there is none, and the places across it. */
    private record Strip(int[] left, int[] right, Vec3[][] section) {
        Strip(int stations, int segments) {
            this(new int[stations], new int[stations], new Vec3[stations][segments + 1]);
        }

        Strip withoutMissing() {
            int[] there =
                    IntStream.range(0, left.length).filter(k -> left[k] >= 0).toArray();
            return new Strip(
                    Arrays.stream(there).map(k -> left[k]).toArray(),
                    Arrays.stream(there).map(k -> right[k]).toArray(),
                    Arrays.stream(there).mapToObj(k -> section[k]).toArray(Vec3[][]::new));
        }
    }

    /**
     * The body with its strips.
     *
     * @param loops the stations of each rim
     * @param widths of each, mm
     * @param scales by what their widths were multiplied
     * @return null where the rails are not what they should be
     */
    @Nullable
    Mesh build(
            List<List<Station>> loops,
            double[] widths,
            double[] scales,
            Section section,
            long seed,
            String madeTag,
            @Nullable String material) {
        if (failed) return null;
        PointGrid grid = grid(widths);
        Strip[] strips = new Strip[loops.size()];
        for (int i = 0; i < strips.length; i++) {
            Strip s = strips[i] = new Strip(loops.get(i).size(), section.segments());
            for (int k = 0; k < s.left.length; k++) {
                Station at = loops.get(i).get(k);
                SurfacePath.Place l = at.left().rail(scales[i]), r = at.right().rail(scales[i]);
                s.left[k] = vertexAt(grid, l.at(), NEAR * widths[i]);
                s.right[k] = vertexAt(grid, r.at(), NEAR * widths[i]);
                if (s.left[k] >= 0 && s.right[k] >= 0) {
                    section(at.place(), l, r, section, s.section[k]);
                    continue;
                }
                // Where a rail is straight the boolean leaves the place out; then so does the strip.
                double near = ON_RAIL * widths[i];
                if (!isOnRail(l.at(), near) || !isOnRail(r.at(), near)) return null;
                s.left[k] = s.right[k] = -1;
            }
        }
        for (int i = 0; i < strips.length; i++) {
            strips[i] = strips[i].withoutMissing();
            if (strips[i].left.length < FEWEST) return null;
        }
        int stationed = 0;
        for (int i = 0; i < strips.length; i++) {
            if (!isRound(strips[i].left, false) || !isRound(strips[i].right, true)) return null;
            stationed += tidied(strips[i].left, widths[i], false) + tidied(strips[i].right, widths[i], true);
        }
        // Every vertex on a rail must be between stations, or the tube has met something else.
        if (stationed != next.size()) return null;
        return write(strips, section.segments(), seed, madeTag, material);
    }

    private PointGrid grid(double[] widths) {
        double least = Arrays.stream(widths).min().orElseThrow();
        PointGrid grid = new PointGrid(Math.max(4 * NEAR * least, 1e-12), cut.vertexCount());
        next.keySet().forEach(v -> grid.add(v, cut.x(v), cut.y(v), cut.z(v)));
        return grid;
    }

    private int vertexAt(PointGrid grid, Vec3 p, double near) {
        int[] best = {-1};
        double[] least = {near};
        grid.near(p.x(), p.y(), p.z(), near, v -> {
            double far = cut.point(v).minus(p).length();
            if (far > least[0] || far == least[0] && v > best[0]) return;
            least[0] = far;
            best[0] = v;
        });
        return best[0];
    }

    /** Whether a place lies on a rail, between two vertices of it. */
    private boolean isOnRail(Vec3 p, double near) {
        for (var e : next.int2IntEntrySet())
            if (p.distanceTo(cut.point(e.getIntKey()), cut.point(e.getIntValue())) < near) return true;
        return false;
    }

    /** Whether stations lie once round a rail, in their order or against it. */
    private boolean isRound(int[] stations, boolean back) {
        int m = stations.length, at = stations[0], steps = 0;
        for (int k = 1; k <= m; k++) {
            int to = stations[back ? (m - k) % m : k % m];
            int start = at;
            do {
                at = next.get(at);
                if (at < 0 || ++steps > next.size()) return false;
            } while (at != to && at != start);
            if (at != to) return false;
        }
        return true;
    }

    /**
     * Leaves out what lies between the stations and only one face has, and joins what lies on one place.
     *
     * @return how many vertices the rail has had
     */
    private int tidied(int[] stations, double width, boolean back) {
        int m = stations.length, count = 0;
        for (int k = 0; k < m; k++) {
            int from = stations[back ? (m - k) % m : k], to = stations[back ? (2 * m - k - 1) % m : (k + 1) % m];
            int last = from;
            count++;
            for (int v = next.get(from); v != to; v = next.get(v)) {
                count++;
                if (faces[v] < 2) instead[v] = -1;
                else if (isNear(v, last, width)) instead[v] = last;
                else if (isNear(v, to, width)) instead[v] = to;
                else last = v;
            }
        }
        return count;
    }

    private boolean isNear(int v, int w, double width) {
        return cut.point(v).minus(cut.point(w)).length() < ONE_PLACE * width;
    }

    /** The places of a section between two rails, whose corner is where the surfaces would meet if they went on straight. */
    private static void section(Vec3 rim, SurfacePath.Place l, SurfacePath.Place r, Section section, Vec3[] out) {
        Vec3 corner = corner(rim, l, r), a = l.at().minus(corner), b = r.at().minus(corner);
        double turn = Math.PI - Math.atan2(a.cross(b).length(), a.dot(b));
        double[] ab = new double[2 * out.length];
        section.at(turn, ab);
        for (int j = 0; j < out.length; j++)
            out[j] = corner.plus(a.times(ab[2 * j])).plus(b.times(ab[2 * j + 1]));
    }

    /** The middle of where the tangents at the rails come nearest to each other; the rim itself where that is far off. */
    private static Vec3 corner(Vec3 rim, SurfacePath.Place l, SurfacePath.Place r) {
        Vec3 d = l.at().minus(r.at()), u = l.way(), v = r.way();
        double uv = u.dot(v), det = 1 - uv * uv;
        if (det < 1e-4) return rim;
        double s = (uv * v.dot(d) - u.dot(d)) / det, t = (v.dot(d) - uv * u.dot(d)) / det;
        Vec3 p = l.at().plus(u.times(s)).plus(r.at().plus(v.times(t))).times(0.5);
        double far = Math.min(l.at().minus(rim).length(), r.at().minus(rim).length());
        return s < 0 && t < 0 && p.minus(rim).length() < far / 2 ? p : rim;
    }

    private Mesh write(Strip[] strips, int segments, long seed, String madeTag, @Nullable String material) {
        MeshBuilder b = new MeshBuilder(cut.vertexCount(), cut.faceCount());
        int[] vertexMap = new int[cut.vertexCount()],
                faceMap = new int[cut.faceCount()],
                materials = b.materialsOf(cut);
        Arrays.fill(vertexMap, -1);
        Arrays.fill(faceMap, -1);
        IntArrayList ring = new IntArrayList(), corners = new IntArrayList();
        for (int f = 0; f < isTube.length; f++) {
            if (isTube[f]) continue;
            ring.clear();
            corners.clear();
            for (int c = cut.offsets()[f]; c < cut.offsets()[f + 1]; c++) {
                int v = instead[cut.corners()[c]];
                if (v < 0 || !ring.isEmpty() && ring.getInt(ring.size() - 1) == v) continue;
                ring.add(v);
                corners.add(c);
            }
            while (ring.size() > 1 && ring.getInt(0) == ring.getInt(ring.size() - 1)) {
                ring.removeInt(ring.size() - 1);
                corners.removeInt(corners.size() - 1);
            }
            if (ring.size() < 3) continue;
            for (int i = 0; i < ring.size(); i++) ring.set(i, vertex(b, vertexMap, ring.getInt(i)));
            faceMap[f] = b.face(cut.faceKeys()[f], materials[cut.faceMaterials()[f]], ring.elements(), 0, ring.size());
            for (int i = 0; cut.hasCornerValues() && i < ring.size(); i++)
                b.cornerLike(b.firstCorner(faceMap[f]) + i, cut, corners.getInt(i));
        }
        b.carryTags(cut.withTags(without(cut.tags(), RimTube.TAG, RimTube.RAILS)), vertexMap, faceMap);
        b.emptyTag(madeTag, ElementKind.FACE);
        for (Strip s : strips) strip(b, s, segments, vertexMap, materials, seed, madeTag, material);
        return b.build();
    }

    /** Tags that only the boolean needed are not shown to others. */
    private static Map<String, Tag> without(Map<String, Tag> tags, String... names) {
        Map<String, Tag> left = new HashMap<>(tags);
        for (String name : names) left.remove(name);
        return left;
    }

    private int vertex(MeshBuilder b, int[] map, int v) {
        if (map[v] < 0) map[v] = b.vertex(cut.x(v), cut.y(v), cut.z(v), cut.vertexKeys()[v]);
        return map[v];
    }

    private void strip(
            MeshBuilder b,
            Strip s,
            int segments,
            int[] map,
            int[] materials,
            long seed,
            String madeTag,
            @Nullable String material) {
        int m = s.left.length;
        int[][] on = new int[m][segments + 1];
        long[] keys = new long[m];
        for (int k = 0; k < m; k++) {
            // Rails have their keys from the boolean; what lies between has its own.
            keys[k] = Keys.of(seed, cut.vertexKeys()[s.left[k]], cut.vertexKeys()[s.right[k]]);
            on[k][0] = vertex(b, map, s.left[k]);
            on[k][segments] = vertex(b, map, s.right[k]);
            for (int j = 1; j < segments; j++) {
                Vec3 p = s.section[k][j];
                on[k][j] = b.vertex(p.x(), p.y(), p.z(), Keys.of(keys[k], VERTEX, j));
            }
        }
        int like = faceBeside(s.left[0]);
        int made = material == null ? materials[cut.faceMaterials()[like]] : b.material(material);
        IntArrayList ring = new IntArrayList();
        for (int k = 0; k < m; k++) {
            int l = (k + 1) % m;
            for (int j = 0; j < segments; j++) {
                ring.clear();
                ring.add(on[k][j]);
                ring.add(on[k][j + 1]);
                // Both rails run against the face, so that they are gone through backwards.
                if (j == segments - 1) between(map, s.right[l], s.right[k], ring);
                ring.add(on[l][j + 1]);
                ring.add(on[l][j]);
                if (j == 0) between(map, s.left[k], s.left[l], ring);
                int f = b.face(Keys.of(keys[k], FACE, j), made, ring.elements(), 0, ring.size());
                b.tag(madeTag, ElementKind.FACE, f, 1);
            }
        }
    }

    /** Adds the vertices of a rail between two stations, the last one first. */
    private void between(int[] map, int from, int to, IntArrayList out) {
        int at = out.size();
        for (int v = next.get(from); v != to; v = next.get(v)) if (instead[v] == v) out.add(at, map[v]);
    }

    private int faceBeside(int v) {
        for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++) {
            int f = adj.cornerFace()[adj.vertexCorners()[i]];
            if (!isTube[f]) return f;
        }
        throw new IllegalStateException("a rail without a body");
    }
}
