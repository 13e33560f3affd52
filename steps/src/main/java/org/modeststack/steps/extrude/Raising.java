package org.modeststack.steps.extrude;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.Map;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.CornerCarrier;
import org.modeststack.mesh.CornerLayer;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.TagBuilder;
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
    private final int[] twin;
    /** For each face its group, or -1 where it is not picked. */
    final int[] groupOf;

    final int groups;
    /** Faces of group g are {@code faces[groupStart[g]]} to {@code faces[groupStart[g + 1] - 1]}. */
    final int[] groupStart;

    final int[] faces;
    /** For each copy its old vertex and group. Copies of one group lie together. */
    final IntArrayList copyVertex;

    final IntArrayList copyGroup;
    final int[] copyStart;
    /** For each corner of the mesh the copy that its cap has there; -1 on faces that are not picked. */
    final int[] copyAt;
    /** Corners of picked faces whose side is on the rim of their group. */
    final BitSet rim = new BitSet();

    /** @param apart whether each face is a group of its own */
    Raising(Mesh mesh, Selection picked, boolean apart) {
        this.mesh = mesh;
        adj = mesh.adjacency();
        twin = adj.twins();
        groupOf = new int[mesh.faceCount()];
        int[] sizes = group(picked.elements(), apart);
        groups = sizes.length;
        groupStart = new int[groups + 1];
        for (int g = 0; g < groups; g++) groupStart[g + 1] = groupStart[g] + sizes[g];
        // By number within each group: what lies together in memory is then worked on together.
        faces = new int[groupStart[groups]];
        int[] at = groupStart.clone();
        for (int f = 0; f < groupOf.length; f++) if (groupOf[f] >= 0) faces[at[groupOf[f]]++] = f;
        // Inside a surface there are about as many vertices as faces.
        copyVertex = new IntArrayList(faces.length + faces.length / 4 + 8);
        copyGroup = new IntArrayList(faces.length + faces.length / 4 + 8);
        copyAt = new int[mesh.cornerCount()];
        Arrays.fill(copyAt, -1);
        copyStart = new int[groups + 1];
        int[] offsets = mesh.offsets(), corners = mesh.corners();
        if (apart || faces.length < mesh.faceCount() || isOpen()) {
            for (int f : faces) for (int c = offsets[f]; c < offsets[f + 1]; c++) if (isRim(c, groupOf[f])) rim.set(c);
        }
        int[] cornerNext = adj.cornerNext();
        boolean whole = rim.isEmpty();
        for (int g = 0; g < groups; g++) {
            for (int i = groupStart[g]; i < groupStart[g + 1]; i++) {
                for (int c = offsets[faces[i]]; c < offsets[faces[i] + 1]; c++) {
                    if (copyAt[c] >= 0) continue;
                    fan(c, copyVertex.size(), cornerNext, whole);
                    copyVertex.add(corners[c]);
                    copyGroup.add(g);
                }
            }
            copyStart[g + 1] = copyVertex.size();
        }
    }

    /**
     * Gives a copy to all corners at one vertex that are reached from each other inside the group. Where a group only
     * touches itself at a vertex it has two copies there, or the walls would share an edge by fours.
     */
    private void fan(int corner, int copy, int[] next, boolean whole) {
        copyAt[corner] = copy;
        for (int c = corner; whole || !rim.get(c); ) {
            c = next[twin[c]];
            if (copyAt[c] >= 0) return;
            copyAt[c] = copy;
        }
        for (int c = corner; ; ) {
            int before = adj.cornerBefore(c, mesh);
            if (rim.get(before)) return;
            c = twin[before];
            if (copyAt[c] >= 0) return;
            copyAt[c] = copy;
        }
    }

    /**
     * Gives each picked face its group; the others get -1. One pass in the order of the faces gives each the mark of a
     * neighbour that came before it and notes which marks turn out to be one group, another puts groups for marks (A.
     * Rosenfeld, J. Pfaltz, "Sequential Operations in Digital Picture Processing", Journal of the ACM 13, 1966).
     *
     * @return how many faces each group has
     */
    private int[] group(BitSet picked, boolean apart) {
        int[] offsets = mesh.offsets(), faceOf = adj.cornerFace();
        Arrays.fill(groupOf, -1);
        DisjointSets marks = new DisjointSets(0);
        for (int f = picked.nextSetBit(0); f >= 0; f = picked.nextSetBit(f + 1)) {
            int mark = -1;
            for (int c = offsets[f]; c < offsets[f + 1] && !apart; c++) {
                int o = anyAcross(c);
                // Faces behind this one have no mark yet, and are seen from their own side.
                int other = o < 0 ? -1 : groupOf[faceOf[o]];
                if (other < 0 || other == mark) continue;
                if (mark < 0) mark = other;
                else marks.join(mark, other);
            }
            groupOf[f] = mark < 0 ? marks.add() : mark;
        }
        // The first face of a group has its least mark, so that groups are numbered by their first faces.
        int[] root = marks.roots(), group = new int[root.length];
        int groups = 0;
        for (int m = 0; m < root.length; m++) group[m] = root[m] == m ? groups++ : group[root[m]];
        int[] sizes = new int[groups];
        for (int f = 0; f < groupOf.length; f++) {
            if (groupOf[f] < 0) continue;
            groupOf[f] = group[groupOf[f]];
            sizes[groupOf[f]]++;
        }
        return sizes;
    }

    /** Whether some side has no face across; else a whole solid's faces all have others of their group beside them. */
    private boolean isOpen() {
        for (int t : twin) if (t < 0) return true;
        return false;
    }

    /** Whether nothing of the same group lies across the side that leaves a corner. */
    private boolean isRim(int corner, int group) {
        int other = twin[corner];
        return other < 0 || groupOf[adj.cornerFace()[other]] != group;
    }

    /** The corner in the other of an edge's two faces, also where that one is turned the other way. */
    private int anyAcross(int corner) {
        if (twin[corner] >= 0) return twin[corner];
        int e = adj.cornerEdge()[corner];
        if (adj.edgeSides(e) != 2) return -1;
        return adj.edgeCorner(e, 0) == corner ? adj.edgeCorner(e, 1) : adj.edgeCorner(e, 0);
    }

    int copies() {
        return copyVertex.size();
    }

    /** The old places of all copies, three values each. */
    double[] places() {
        double[] out = new double[3 * copies()];
        for (int i = 0; i < copies(); i++) copyPoint(mesh.xyz(), copyVertex.getInt(i), out, i);
        return out;
    }

    private static void copyPoint(double[] from, int i, double[] to, int j) {
        to[3 * j] = from[3 * i];
        to[3 * j + 1] = from[3 * i + 1];
        to[3 * j + 2] = from[3 * i + 2];
    }

    /**
     * Makes the mesh. Old vertices and faces keep their numbers, and what is new follows them, so that arrays are copied
     * as a whole and only what changes is touched.
     *
     * @param places of the copies, three values each
     * @param raised which groups are raised; the others stay as they are
     * @param floor whether the picked faces also stay where they were, turned round where nothing lies behind them
     * @param seed the root of the keys of what is new
     * @param walls the name of a tag for the walls, and with ":caps" behind it for the caps
     */
    Mesh build(double[] places, BitSet raised, boolean floor, long seed, String walls) {
        int[] copyMap = copyMap(raised, floor);
        int old = mesh.vertexCount(), faceCount = mesh.faceCount(), vertices = old;
        for (int v : copyMap) vertices = Math.max(vertices, v + 1);
        double[] xyz = Arrays.copyOf(mesh.xyz(), 3 * vertices);
        long[] vertexKeys = Arrays.copyOf(mesh.vertexKeys(), vertices);
        for (int i = 0; i < copyMap.length; i++) if (copyMap[i] >= 0) copyPoint(places, i, xyz, copyMap[i]);
        keys(copyMap, vertexKeys, seed);

        int wallCount = 0, floorCount = 0, floorCorners = 0;
        for (int f : faces) {
            if (!raised.get(groupOf[f])) continue;
            if (!rim.isEmpty())
                for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) if (rim.get(c)) wallCount++;
            floorCount++;
            floorCorners += mesh.sides(f);
        }
        if (!floor) {
            floorCount = 0;
            floorCorners = 0;
        }
        int all = faceCount + wallCount + floorCount, cornerCount = mesh.cornerCount() + 4 * wallCount + floorCorners;
        int[] offsets = Arrays.copyOf(mesh.offsets(), all + 1), corners = Arrays.copyOf(mesh.corners(), cornerCount);
        int[] materials = Arrays.copyOf(mesh.faceMaterials(), all);
        long[] faceKeys = Arrays.copyOf(mesh.faceKeys(), all);
        // The corner of the old mesh that each new corner is painted like.
        int[] like = new int[cornerCount - mesh.cornerCount()];
        BitSet capped = new BitSet();
        long[] made = new long[wallCount];
        int wall = 0, next = faceCount, at = mesh.cornerCount();
        boolean bare = rim.isEmpty();
        for (int f : faces) {
            if (!raised.get(groupOf[f])) continue;
            capped.set(f);
            int from = mesh.offsets()[f], to = mesh.offsets()[f + 1];
            for (int c = from; c < to; c++) {
                corners[c] = copyMap[copyAt[c]];
                if (bare || !rim.get(c)) continue;
                int d = adj.cornerNext()[c], p = mesh.corners()[c], q = mesh.corners()[d];
                corners[at] = p;
                corners[at + 1] = q;
                corners[at + 2] = copyMap[copyAt[d]];
                corners[at + 3] = copyMap[copyAt[c]];
                like[at - mesh.cornerCount()] = c;
                like[at + 1 - mesh.cornerCount()] = d;
                like[at + 2 - mesh.cornerCount()] = d;
                like[at + 3 - mesh.cornerCount()] = c;
                faceKeys[next] = Keys.of(seed, WALL, mesh.edgeKey(p, q), mesh.faceKeys()[f]);
                materials[next] = materials[f];
                made[wall++] = next;
                at += 4;
                offsets[++next] = at;
            }
            if (!floor) continue;
            // Turned round, with the first corner kept first.
            for (int i = 0; i < to - from; i++) {
                int c = from + (to - from - i) % (to - from);
                corners[at] = mesh.corners()[c];
                like[at++ - mesh.cornerCount()] = c;
            }
            faceKeys[next] = Keys.of(seed, WALL, mesh.faceKeys()[f]);
            materials[next] = materials[f];
            offsets[++next] = at;
        }
        Map<String, Tag> tags = tags(copyMap, raised);
        tags.put(walls, Tag.whole(ElementKind.FACE, made));
        tags.put(walls + ":caps", Tag.faces(capped));
        return Mesh.of(
                xyz, offsets, corners, materials, mesh.materials(), cornerValues(like), tags, vertexKeys, faceKeys);
    }

    /** The group of a face of the mesh that was made without a floor, or -1; linear in the faces. */
    int[] groupOfMade(Mesh made, BitSet raised) {
        int[] out = Arrays.copyOf(groupOf, made.faceCount());
        int next = mesh.faceCount();
        for (int f : faces) {
            if (!raised.get(groupOf[f])) continue;
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) if (rim.get(c)) out[next++] = groupOf[f];
        }
        return out;
    }

    /** The old corners keep theirs; the new ones are like old ones. */
    private Map<String, CornerLayer> cornerValues(int[] like) {
        if (!mesh.hasCornerValues()) return Map.of();
        int old = mesh.cornerCount();
        int[] all = new int[old + like.length];
        Arrays.setAll(all, c -> c < old ? c : like[c - old]);
        return CornerCarrier.like(mesh, all);
    }

    /** Vertices that something still uses where it was. */
    private BitSet keptVertices(BitSet raised, boolean floor) {
        BitSet kept = new BitSet(mesh.vertexCount());
        // A whole solid that only grows leaves nothing behind.
        if (!floor && faces.length == mesh.faceCount() && rim.isEmpty() && raised.cardinality() == groups) return kept;
        // Only vertices with a copy can go; all corners at them are looked at.
        for (int i = 0; i < copies(); i++) {
            int v = copyVertex.getInt(i);
            for (int j = adj.vertexStart()[v]; j < adj.vertexStart()[v + 1]; j++) {
                int c = adj.vertexCorners()[j], f = adj.cornerFace()[c];
                boolean up = groupOf[f] >= 0 && raised.get(groupOf[f]);
                if (!up || floor || rim.get(c) || rim.get(adj.cornerBefore(c, mesh))) kept.set(v);
            }
        }
        return kept;
    }

    /** The number of each copy: a vertex that goes with its group keeps its own; -1 where the group stays. */
    private int[] copyMap(BitSet raised, boolean floor) {
        BitSet kept = keptVertices(raised, floor);
        int[] map = new int[copies()];
        int next = mesh.vertexCount();
        for (int i = 0; i < map.length; i++) {
            int v = copyVertex.getInt(i);
            if (!raised.get(copyGroup.getInt(i))) {
                map[i] = -1;
            } else if (kept.get(v)) {
                map[i] = next++;
            } else {
                map[i] = v;
                kept.set(v);
            }
        }
        return map;
    }

    private void keys(int[] copyMap, long[] vertexKeys, long seed) {
        // All only moved: none is new.
        if (vertexKeys.length == mesh.vertexCount()) return;
        int[] copiesAt = new int[mesh.vertexCount()];
        long[] least = new long[copies()];
        Arrays.fill(least, Long.MAX_VALUE);
        for (int i = 0; i < copies(); i++) copiesAt[copyVertex.getInt(i)]++;
        for (int f : faces) {
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++)
                least[copyAt[c]] = Math.min(least[copyAt[c]], mesh.faceKeys()[f]);
        }
        for (int i = 0; i < copyMap.length; i++) {
            if (copyMap[i] < mesh.vertexCount()) continue;
            int v = copyVertex.getInt(i);
            long key = mesh.vertexKeys()[v];
            vertexKeys[copyMap[i]] =
                    copiesAt[v] == 1 ? Keys.of(seed, VERTEX, key) : Keys.of(seed, VERTEX, key, least[i]);
        }
    }

    /** Tags go with the caps; what stays where it was keeps them too. */
    private Map<String, Tag> tags(int[] copyMap, BitSet raised) {
        Map<String, Tag> out = new HashMap<>();
        mesh.tags().forEach((name, tag) -> {
            TagBuilder more = new TagBuilder(tag.kind(), tag.rule());
            more.add(tag);
            if (tag.kind() == ElementKind.VERTEX) {
                for (int i = 0; i < copies(); i++) {
                    double w = tag.weightOf(copyVertex.getInt(i));
                    if (w > 0 && copyMap[i] >= 0) more.add(copyMap[i], w);
                }
            } else if (tag.kind() == ElementKind.EDGE) {
                for (int f : faces) {
                    if (!raised.get(groupOf[f])) continue;
                    for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                        int d = adj.cornerNext()[c];
                        double w = tag.weightOf(Tag.edge(mesh.corners()[c], mesh.corners()[d]));
                        if (w > 0) more.add(Tag.edge(copyMap[copyAt[c]], copyMap[copyAt[d]]), w);
                    }
                }
            }
            out.put(name, more.build());
        });
        return out;
    }
}
