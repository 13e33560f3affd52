package org.modeststack.steps.smooth;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2ObjectOpenHashMap;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;

/**
 * Some faces of a mesh subdivided, the others kept. Where the two meet, the edge stays the straight line that it was and its
 * vertices stay where they were; faces of the rest take up the vertices that have come onto their sides, so nothing tears.
 *
 * <pre>
 *      +-------+----         the faces on the left were picked: the one on the right has seven
 *      |---+---|             sides afterwards
 *      |---+---|
 *      +-------+----
 * </pre>
 */
final class PartSubdivision {
    /** Names of what is put into the picked part only to be found again; no user's tags have such names. */
    private static final String MEETING = "\0meeting", CREASES = "\0creases", CORNERS = "\0corners";

    /** Subdivides a mesh by creases and corners that are given for it. */
    @FunctionalInterface
    interface Whole {
        Mesh of(Mesh part, @Nullable Tag creases, @Nullable Tag corners);
    }

    private final Mesh in;
    private final Adjacency adj;
    private final BitSet picked;
    private final int[] partVertex;
    private final int[] partFace;
    private final BitSet widened = new BitSet();

    private PartSubdivision(Mesh in, BitSet picked) {
        this.in = in;
        this.picked = picked;
        adj = in.adjacency();
        partVertex = new int[in.vertexCount()];
        partFace = new int[in.faceCount()];
        Arrays.fill(partVertex, -1);
        Arrays.fill(partFace, -1);
    }

    /**
     * @param mesh what came of it
     * @param widened the faces of it that were not picked and have taken up vertices
     */
    record Result(Mesh mesh, BitSet widened) {}

    /**
     * @param creases edges of the mesh with their sharpness; null for none
     * @param corners vertices of the mesh with their sharpness; null for none
     */
    static Result of(Mesh in, BitSet picked, @Nullable Tag creases, @Nullable Tag corners, Whole whole) {
        PartSubdivision s = new PartSubdivision(in, picked);
        Mesh mesh = s.subdivided(creases, corners, whole);
        return new Result(mesh, s.widened);
    }

    private Mesh subdivided(@Nullable Tag creases, @Nullable Tag corners, Whole whole) {
        MeshBuilder b = new MeshBuilder(in.vertexCount(), picked.cardinality());
        b.appendFaces(in, picked::get, k -> k, partVertex, partFace);
        b.carryTags(in, partVertex, partFace);
        if (creases != null) carry(creases, CREASES, b);
        if (corners != null) carry(corners, CORNERS, b);
        b.emptyTag(CREASES, ElementKind.EDGE);
        b.emptyTag(CORNERS, ElementKind.VERTEX);
        b.emptyTag(MEETING, ElementKind.EDGE);
        markMeetings(b);
        Mesh part = b.build();
        Map<String, Tag> tags = new HashMap<>(part.tags());
        Tag sharpEdges = tags.remove(CREASES), sharpVertices = tags.remove(CORNERS);
        int old = part.vertexCount();
        Mesh fine = whole.of(part.withTags(tags), sharpEdges, sharpVertices);
        return joined(fine, chains(fine, old), old);
    }

    private void carry(Tag tag, String as, MeshBuilder to) {
        for (int i = 0; i < tag.size(); i++) {
            long e = tag.element(i);
            if (tag.kind() == ElementKind.VERTEX) {
                int v = partVertex[(int) e];
                if (v >= 0) to.tag(as, ElementKind.VERTEX, v, tag.weight(i));
            } else {
                int a = partVertex[Tag.edgeLow(e)], c = partVertex[Tag.edgeHigh(e)];
                if (a >= 0 && c >= 0) to.tag(as, ElementKind.EDGE, Tag.edge(a, c), tag.weight(i));
            }
        }
    }

    /** Edges between picked faces and others stay straight, and what others touch stays where it is. */
    private void markMeetings(MeshBuilder b) {
        for (int e = 0; e < adj.edgeCount(); e++) {
            if (!isMeeting(e)) continue;
            long edge = Tag.edge(partVertex[adj.edgeLow(e)], partVertex[adj.edgeHigh(e)]);
            b.tag(MEETING, ElementKind.EDGE, edge, 1);
            b.tag(CREASES, ElementKind.EDGE, edge, Sharpness.MOST);
        }
        for (int f = picked.nextClearBit(0); f < in.faceCount(); f = picked.nextClearBit(f + 1)) {
            for (int c = in.offsets()[f]; c < in.offsets()[f + 1]; c++) {
                int v = partVertex[in.corners()[c]];
                if (v >= 0) b.tag(CORNERS, ElementKind.VERTEX, v, Sharpness.MOST);
            }
        }
    }

    private boolean isMeeting(int edge) {
        return isBesidePicked(edge) && hasSide(edge, false);
    }

    private boolean isBesidePicked(int edge) {
        return hasSide(edge, true);
    }

    private boolean hasSide(int edge, boolean ofPicked) {
        for (int i = 0; i < adj.edgeSides(edge); i++)
            if (picked.get(adj.cornerFace()[adj.edgeCorner(edge, i)]) == ofPicked) return true;
        return false;
    }

    /** For each edge where picked faces and others meet, by its vertices in the part, those that have come between, in order. */
    private static Long2ObjectOpenHashMap<int[]> chains(Mesh fine, int old) {
        Tag meeting = fine.tags().get(MEETING);
        Long2ObjectOpenHashMap<int[]> out = new Long2ObjectOpenHashMap<>();
        if (meeting == null) return out;
        Long2ObjectOpenHashMap<IntArrayList> beside = new Long2ObjectOpenHashMap<>();
        for (int i = 0; i < meeting.size(); i++) {
            int a = Tag.edgeLow(meeting.element(i)), b = Tag.edgeHigh(meeting.element(i));
            beside.computeIfAbsent(a, _ -> new IntArrayList()).add(b);
            beside.computeIfAbsent(b, _ -> new IntArrayList()).add(a);
        }
        for (long first : beside.keySet().toLongArray()) {
            if (first >= old) continue;
            for (int next : beside.get(first)) {
                IntArrayList between = new IntArrayList();
                int before = (int) first, at = next;
                while (at >= old) {
                    between.add(at);
                    IntArrayList both = beside.get(at);
                    int onwards = both.getInt(0) == before ? both.getInt(1) : both.getInt(0);
                    before = at;
                    at = onwards;
                }
                // From the lower end; the walk from the other end comes to the same.
                if (first < at) out.put(Tag.edge((int) first, at), between.toIntArray());
            }
        }
        return out;
    }

    private Mesh joined(Mesh fine, Long2ObjectOpenHashMap<int[]> chains, int old) {
        MeshBuilder out = new MeshBuilder(in.vertexCount() + fine.vertexCount(), in.faceCount() + fine.faceCount());
        int[] materials = out.materialsOf(in), fineMaterials = out.materialsOf(fine);
        int[] vertexMap = new int[in.vertexCount()], faceMap = new int[in.faceCount()];
        int[] fineVertices = new int[fine.vertexCount()], fineFaces = new int[fine.faceCount()];
        Arrays.fill(faceMap, -1);
        for (int v = 0; v < in.vertexCount(); v++) {
            int p = partVertex[v];
            vertexMap[v] = p < 0
                    ? out.vertex(in.x(v), in.y(v), in.z(v), in.vertexKeys()[v])
                    : out.vertex(fine.x(p), fine.y(p), fine.z(p), in.vertexKeys()[v]);
            if (p >= 0) fineVertices[p] = vertexMap[v];
        }
        for (int v = old; v < fine.vertexCount(); v++)
            fineVertices[v] = out.vertex(fine.x(v), fine.y(v), fine.z(v), fine.vertexKeys()[v]);
        for (int f = picked.nextClearBit(0); f < in.faceCount(); f = picked.nextClearBit(f + 1))
            faceMap[f] = rest(out, f, chains, vertexMap, fineVertices, materials);
        int[] ring = new int[4];
        for (int f = 0; f < fine.faceCount(); f++) {
            int from = fine.offsets()[f], n = fine.sides(f);
            for (int i = 0; i < n; i++) ring[i] = fineVertices[fine.corners()[from + i]];
            fineFaces[f] = out.face(fine.faceKeys()[f], fineMaterials[fine.faceMaterials()[f]], ring, 0, n);
            for (int i = 0; fine.hasCornerLayers() && i < n; i++)
                out.cornerOnSurface(out.firstCorner(fineFaces[f]) + i, fine, from + i, false);
        }
        Map<String, Tag> tags = new HashMap<>(fine.tags());
        tags.remove(MEETING);
        out.carryTags(fine.withTags(tags), fineVertices, fineFaces);
        out.carryTags(in.withTags(restTags()), vertexMap, faceMap);
        return out.build();
    }

    /** A face that was not picked, with what has come onto its sides. */
    private int rest(
            MeshBuilder out,
            int f,
            Long2ObjectOpenHashMap<int[]> chains,
            int[] vertexMap,
            int[] fineVertices,
            int[] materials) {
        int from = in.offsets()[f], n = in.sides(f);
        IntArrayList ring = new IntArrayList(n);
        for (int i = 0; i < n; i++) {
            int v = in.corners()[from + i], w = in.corners()[from + (i + 1) % n];
            ring.add(vertexMap[v]);
            int[] between = between(chains, v, w);
            boolean back = partVertex[v] > partVertex[w];
            for (int k = 0; k < between.length; k++) ring.add(fineVertices[between[back ? between.length - 1 - k : k]]);
        }
        int made = out.face(in.faceKeys()[f], materials[in.faceMaterials()[f]], ring.toIntArray());
        if (ring.size() > n) widened.set(made);
        if (!in.hasCornerLayers()) return made;
        int corner = out.firstCorner(made);
        for (int i = 0; i < n; i++) {
            int c = from + i, next = from + (i + 1) % n;
            out.cornerOnSurface(corner++, in, c, false);
            int between = between(chains, in.corners()[c], in.corners()[next]).length;
            for (int k = 1; k <= between; k++) {
                double share = (double) k / (between + 1);
                out.cornerMix(corner++, in, new int[] {c, next}, new double[] {1 - share, share});
            }
        }
        return made;
    }

    private int[] between(Long2ObjectOpenHashMap<int[]> chains, int v, int w) {
        int a = partVertex[v], b = partVertex[w];
        int[] found = a < 0 || b < 0 ? null : chains.get(Tag.edge(a, b));
        return found == null ? new int[0] : found;
    }

    /** Tags of edges beside no picked face, and of the vertices and faces that were not picked. */
    private Map<String, Tag> restTags() {
        Map<String, Tag> out = new HashMap<>();
        in.tags().forEach((name, tag) -> {
            int n = 0;
            long[] elements = new long[tag.size()];
            double[] weights = new double[tag.size()];
            for (int i = 0; i < tag.size(); i++) {
                long e = tag.element(i);
                boolean ofRest = switch (tag.kind()) {
                    case VERTEX -> partVertex[(int) e] < 0;
                    case FACE -> !picked.get((int) e);
                    case EDGE -> !isOfPart(e);
                };
                if (!ofRest) continue;
                elements[n] = e;
                weights[n++] = tag.weight(i);
            }
            out.put(name, tag.with(Arrays.copyOf(elements, n), Arrays.copyOf(weights, n)));
        });
        return out;
    }

    private boolean isOfPart(long edge) {
        int e = adj.edgeBetween(Tag.edgeLow(edge), Tag.edgeHigh(edge), in);
        return e >= 0 && isBesidePicked(e);
    }
}
