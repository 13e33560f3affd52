package org.modeststack.steps.extrude;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;
import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.select.Selection;

/**
 * The topology that extruding and insetting share: picked faces come loose from what surrounds them, as caps on copies
 * of their vertices, and a wall of quads closes the gap along their rims. Where the copies go is up to the caller, so
 * that this knows nothing of distances.
 *
 * <p>Faces that hang together over edges are raised as one group, or each alone. A copy belongs to one group: groups
 * that touch at a vertex get one each, and so do the parts of a group that touch only there. A vertex that only its group uses is not copied but moved.
 *
 * <p>Caps keep their keys, materials, colours and tags, so what was picked on them stays picked; walls take the
 * material and the colours of the cap they border.
 */
final class Raising {
    private static final long VERTEX = 1;
    private static final long WALL = 2;

    final Mesh mesh;
    final Adjacency adj;
    /** For each face its group, or -1 where it is not picked. */
    final int[] groupOf;

    final int groups;
    /** Faces of group g are {@code faces[groupStart[g]]} to {@code faces[groupStart[g + 1] - 1]}. */
    final int[] groupStart;

    final int[] faces;
    /** For each copy its old vertex and group. Copies of one group lie together. */
    final IntArrayList copyVertex = new IntArrayList();

    final IntArrayList copyGroup = new IntArrayList();
    final int[] copyStart;
    /** For each corner of the mesh the copy that its cap has there; -1 on faces that are not picked. */
    final int[] copyAt;
    /** Corners of picked faces whose side is on the rim of their group. */
    final BitSet rim = new BitSet();

    /** @param apart whether each face is a group of its own */
    Raising(Mesh mesh, Selection picked, boolean apart) {
        this.mesh = mesh;
        adj = mesh.adjacency();
        groupOf = new int[mesh.faceCount()];
        Arrays.fill(groupOf, -1);
        IntArrayList order = new IntArrayList(), starts = new IntArrayList();
        for (int f = picked.elements().nextSetBit(0);
                f >= 0;
                f = picked.elements().nextSetBit(f + 1)) {
            if (groupOf[f] >= 0) continue;
            starts.add(order.size());
            spread(f, starts.size() - 1, picked, apart, order);
        }
        groups = starts.size();
        starts.add(order.size());
        groupStart = starts.toIntArray();
        faces = order.toIntArray();
        copyAt = new int[mesh.cornerCount()];
        Arrays.fill(copyAt, -1);
        copyStart = new int[groups + 1];
        for (int f : faces) {
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) if (isRim(c, groupOf[f])) rim.set(c);
        }
        int[] fan = fans();
        int[] copyOf = new int[mesh.cornerCount()];
        Arrays.fill(copyOf, -1);
        for (int g = 0; g < groups; g++) {
            for (int i = groupStart[g]; i < groupStart[g + 1]; i++) {
                for (int c = mesh.offsets()[faces[i]]; c < mesh.offsets()[faces[i] + 1]; c++) {
                    int root = find(fan, c);
                    if (copyOf[root] < 0) {
                        copyOf[root] = copyVertex.size();
                        copyVertex.add(mesh.corners()[c]);
                        copyGroup.add(g);
                    }
                    copyAt[c] = copyOf[root];
                }
            }
            copyStart[g + 1] = copyVertex.size();
        }
    }

    /**
     * Joins the corners that stay together: those at one vertex that are reached from each other inside the group. Where
     * a group only touches itself at a vertex it has two copies there, or the walls would share an edge by fours.
     */
    private int[] fans() {
        int[] fan = new int[mesh.cornerCount()];
        for (int c = 0; c < fan.length; c++) fan[c] = c;
        for (int f : faces) {
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                if (rim.get(c)) continue;
                int e = adj.cornerEdge()[c];
                int o = adj.edgeCorner(e, 0) == c ? adj.edgeCorner(e, 1) : adj.edgeCorner(e, 0);
                join(fan, c, adj.cornerNext()[o]);
                join(fan, adj.cornerNext()[c], o);
            }
        }
        return fan;
    }

    private static int find(int[] parent, int i) {
        while (parent[i] != i) {
            parent[i] = parent[parent[i]];
            i = parent[i];
        }
        return i;
    }

    private static void join(int[] parent, int a, int b) {
        parent[find(parent, a)] = find(parent, b);
    }

    private void spread(int seed, int group, Selection picked, boolean apart, IntArrayList order) {
        int head = order.size();
        groupOf[seed] = group;
        order.add(seed);
        if (apart) return;
        for (; head < order.size(); head++) {
            int f = order.getInt(head);
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                int e = adj.cornerEdge()[c];
                if (adj.edgeSides(e) != 2) continue;
                for (int i = 0; i < 2; i++) {
                    int g = adj.cornerFace()[adj.edgeCorner(e, i)];
                    if (groupOf[g] >= 0 || !picked.contains(g)) continue;
                    groupOf[g] = group;
                    order.add(g);
                }
            }
        }
    }

    /** Whether nothing of the same group lies across the side that leaves a corner. */
    private boolean isRim(int corner, int group) {
        int e = adj.cornerEdge()[corner];
        if (adj.edgeSides(e) != 2) return true;
        int other = adj.edgeCorner(e, 0) == corner ? adj.edgeCorner(e, 1) : adj.edgeCorner(e, 0);
        return groupOf[adj.cornerFace()[other]] != group || mesh.corners()[other] == mesh.corners()[corner];
    }

    int copies() {
        return copyVertex.size();
    }

    /** The old places of all copies, three values each. */
    double[] places() {
        double[] out = new double[3 * copies()];
        for (int i = 0; i < copies(); i++) System.arraycopy(mesh.xyz(), 3 * copyVertex.getInt(i), out, 3 * i, 3);
        return out;
    }

    /**
     * Makes the mesh.
     *
     * @param places of the copies, three values each
     * @param raised which groups are raised; the others stay as they are
     * @param floor whether the picked faces also stay where they were, turned round where nothing lies behind them
     * @param seed the root of the keys of what is new
     * @param walls the name of a tag for the walls, and with ":caps" behind it for the caps
     */
    Mesh build(double[] places, BitSet raised, boolean floor, long seed, String walls) {
        MeshBuilder b = new MeshBuilder(
                mesh.vertexCount() + copies(), mesh.faceCount() + rim.cardinality() + (floor ? faces.length : 0));
        BitSet kept = keptVertices(raised, floor);
        int[] vertexMap = new int[mesh.vertexCount()];
        Arrays.fill(vertexMap, -1);
        for (int v = 0; v < vertexMap.length; v++)
            if (kept.get(v)) vertexMap[v] = b.vertex(mesh.x(v), mesh.y(v), mesh.z(v), mesh.vertexKeys()[v]);
        int[] copyMap = copyMap(b, places, raised, kept, seed);

        int[] materials = b.materialsOf(mesh), ring = new int[8];
        int[] cap = new int[mesh.faceCount()];
        for (int f = 0; f < mesh.faceCount(); f++) {
            boolean up = groupOf[f] >= 0 && raised.get(groupOf[f]);
            int from = mesh.offsets()[f], n = mesh.sides(f);
            if (n > ring.length) ring = new int[2 * n];
            for (int i = 0; i < n; i++) {
                int c = from + i;
                ring[i] = up ? copyMap[copyAt[c]] : vertexMap[mesh.corners()[c]];
            }
            cap[f] = b.face(mesh.faceKeys()[f], materials[mesh.faceMaterials()[f]], ring, 0, n);
            paint(b, cap[f], 0, from, 1, n);
        }
        b.emptyTag(walls, ElementKind.FACE);
        b.emptyTag(walls + ":caps", ElementKind.FACE);
        for (int f : faces) {
            if (!raised.get(groupOf[f])) continue;
            b.tag(walls + ":caps", ElementKind.FACE, cap[f], 1);
            int material = materials[mesh.faceMaterials()[f]];
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                if (rim.get(c)) wall(b, c, material, vertexMap, copyMap, seed, walls);
            }
            if (floor) floor(b, f, material, vertexMap, seed);
        }
        carryTags(b, vertexMap, copyMap, cap, raised);
        return b.build();
    }

    private void floor(MeshBuilder b, int f, int material, int[] vertexMap, long seed) {
        int from = mesh.offsets()[f], n = mesh.sides(f);
        int[] ring = new int[n];
        // Turned round, with the first corner kept first.
        for (int i = 0; i < n; i++) ring[i] = vertexMap[mesh.corners()[from + (n - i) % n]];
        int made = b.face(Keys.of(seed, WALL, mesh.faceKeys()[f]), material, ring);
        for (int i = 0; mesh.hasColors() && i < n; i++) paint(b, made, i, from + (n - i) % n, 1, 1);
    }

    private void wall(MeshBuilder b, int c, int material, int[] vertexMap, int[] copyMap, long seed, String walls) {
        int d = adj.cornerNext()[c];
        int p = mesh.corners()[c], q = mesh.corners()[d];
        long key = Keys.of(seed, WALL, mesh.edgeKey(p, q), mesh.faceKeys()[adj.cornerFace()[c]]);
        int made = b.face(key, material, vertexMap[p], vertexMap[q], copyMap[copyAt[d]], copyMap[copyAt[c]]);
        b.tag(walls, ElementKind.FACE, made, 1);
        if (!mesh.hasColors()) return;
        paint(b, made, 0, c, 0, 1);
        paint(b, made, 1, d, 0, 1);
        paint(b, made, 2, d, 0, 1);
        paint(b, made, 3, c, 0, 1);
    }

    /** Paints corners of a new face as old ones are. */
    private void paint(MeshBuilder b, int face, int at, int corner, int step, int n) {
        float[] k = mesh.cornerColors();
        if (k == null) return;
        for (int i = 0; i < n; i++) {
            int c = 4 * (corner + step * i);
            b.color(b.firstCorner(face) + at + i, k[c], k[c + 1], k[c + 2], k[c + 3]);
        }
    }

    /** Vertices that something still uses where it was. */
    private BitSet keptVertices(BitSet raised, boolean floor) {
        BitSet kept = new BitSet();
        BitSet used = new BitSet();
        for (int f = 0; f < mesh.faceCount(); f++) {
            boolean up = groupOf[f] >= 0 && raised.get(groupOf[f]);
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                used.set(mesh.corners()[c]);
                if (!up || floor) kept.set(mesh.corners()[c]);
                else if (rim.get(c)) {
                    kept.set(mesh.corners()[c]);
                    kept.set(mesh.corners()[adj.cornerNext()[c]]);
                }
            }
        }
        // What no face uses stays too.
        for (int v = 0; v < mesh.vertexCount(); v++) if (!used.get(v)) kept.set(v);
        return kept;
    }

    private int[] copyMap(MeshBuilder b, double[] places, BitSet raised, BitSet kept, long seed) {
        int[] copiesAt = new int[mesh.vertexCount()];
        for (int i = 0; i < copies(); i++) copiesAt[copyVertex.getInt(i)]++;
        long[] least = new long[copies()];
        Arrays.fill(least, Long.MAX_VALUE);
        for (int f : faces) {
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++)
                least[copyAt[c]] = Math.min(least[copyAt[c]], mesh.faceKeys()[f]);
        }
        int[] map = new int[copies()];
        Arrays.fill(map, -1);
        for (int i = 0; i < copies(); i++) {
            int v = copyVertex.getInt(i);
            if (!raised.get(copyGroup.getInt(i))) continue;
            long old = mesh.vertexKeys()[v];
            // A vertex that goes with its group stays the same vertex.
            long key = !kept.get(v)
                    ? old
                    : copiesAt[v] == 1 ? Keys.of(seed, VERTEX, old) : Keys.of(seed, VERTEX, old, least[i]);
            map[i] = b.vertex(places[3 * i], places[3 * i + 1], places[3 * i + 2], key);
        }
        return map;
    }

    /** Tags go with the caps; what stays where it was keeps them too. */
    private void carryTags(MeshBuilder b, int[] vertexMap, int[] copyMap, int[] cap, BitSet raised) {
        if (mesh.tags().isEmpty()) return;
        b.carryTags(mesh, vertexMap, cap);
        for (var entry : mesh.tags().entrySet()) {
            Tag tag = entry.getValue();
            if (tag.kind() == ElementKind.VERTEX) {
                for (int i = 0; i < copies(); i++) {
                    double w = tag.weightOf(copyVertex.getInt(i));
                    if (w > 0 && copyMap[i] >= 0) b.tag(entry.getKey(), ElementKind.VERTEX, copyMap[i], w);
                }
            } else if (tag.kind() == ElementKind.EDGE) {
                for (int f : faces) {
                    if (!raised.get(groupOf[f])) continue;
                    for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                        int d = adj.cornerNext()[c];
                        double w = tag.weightOf(Tag.edge(mesh.corners()[c], mesh.corners()[d]));
                        if (w > 0) {
                            long e = Tag.edge(copyMap[copyAt[c]], copyMap[copyAt[d]]);
                            b.tag(entry.getKey(), ElementKind.EDGE, e, w);
                        }
                    }
                }
            }
        }
    }
}
