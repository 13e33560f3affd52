package org.modeststack.steps.smooth;

import java.util.Arrays;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.work.Workers;

/**
 * Which elements touch which in a mesh whose faces are split into quads again and again. What comes of one split follows from
 * what was there, so nothing is searched: every step is linear and runs on all cores.
 *
 * <pre>
 *      e ---- h          A corner c of face f, at vertex v, with the edges e and h beside it, becomes the face c of the
 *      |  c   |          next level. Vertices of the next level are the old ones, then one an edge, then one a face.
 *      v ---- f          Its edges are the halves of the old edges (ordered by the old vertex they touch) and then
 *                        one for each side of a face, from the edge's vertex to the face's.
 * </pre>
 *
 * <p>Numbers are those that {@link Adjacency} gives, so that it makes no difference whether a mesh is split twice or the result of
 * a split is split again. Arrays are not to be written.
 */
final class SplitTopology implements Memory.Counted {
    final int vertices;
    final int faces;
    final int edges;
    /** Where the corners of each face begin; one more than there are faces. */
    final int[] offsets;

    final int[] corners;
    final int[] cornerFace;
    /** The edge along the side that leaves each corner. */
    final int[] cornerEdge;

    final int[] edgeLow;
    final int[] edgeHigh;
    /** The corners whose sides run along each edge, rising, and where those of an edge begin. */
    final int[] sideStart;

    final int[] sideCorner;
    /** The corners at each vertex, rising, and where those of a vertex begin. */
    final int[] cornerStart;

    final int[] vertexCorners;
    /** The edges at each vertex, rising, and where those of a vertex begin. */
    final int[] edgeStart;

    final int[] vertexEdges;

    private SplitTopology(
            int vertices,
            int[] offsets,
            int[] corners,
            int[] cornerFace,
            int[] cornerEdge,
            int[] edgeLow,
            int[] edgeHigh,
            int[] sideStart,
            int[] sideCorner,
            int[] cornerStart,
            int[] vertexCorners,
            int[] edgeStart,
            int[] vertexEdges) {
        this.vertices = vertices;
        faces = offsets.length - 1;
        edges = edgeLow.length;
        this.offsets = offsets;
        this.corners = corners;
        this.cornerFace = cornerFace;
        this.cornerEdge = cornerEdge;
        this.edgeLow = edgeLow;
        this.edgeHigh = edgeHigh;
        this.sideStart = sideStart;
        this.sideCorner = sideCorner;
        this.cornerStart = cornerStart;
        this.vertexCorners = vertexCorners;
        this.edgeStart = edgeStart;
        this.vertexEdges = vertexEdges;
    }

    static SplitTopology of(Mesh mesh) {
        return of(mesh.vertexCount(), mesh.offsets(), mesh.corners(), mesh.adjacency());
    }

    static SplitTopology of(int vertices, int[] offsets, int[] corners, Adjacency adj) {
        int nv = vertices, ne = adj.edgeCount(), nc = corners.length;
        int[] low = new int[ne], high = new int[ne], sideStart = new int[ne + 1], sideCorner = new int[nc];
        int[] edgeStart = new int[nv + 1];
        for (int e = 0, n = 0; e < ne; e++) {
            low[e] = adj.edgeLow(e);
            high[e] = adj.edgeHigh(e);
            edgeStart[low[e] + 1]++;
            edgeStart[high[e] + 1]++;
            for (int i = 0; i < adj.edgeSides(e); i++) sideCorner[n++] = adj.edgeCorner(e, i);
            sideStart[e + 1] = n;
        }
        for (int v = 0; v < nv; v++) edgeStart[v + 1] += edgeStart[v];
        int[] vertexEdges = new int[2 * ne], next = edgeStart.clone();
        for (int e = 0; e < ne; e++) {
            vertexEdges[next[low[e]]++] = e;
            vertexEdges[next[high[e]]++] = e;
        }
        return new SplitTopology(
                nv,
                offsets,
                corners,
                adj.cornerFace(),
                adj.cornerEdge(),
                low,
                high,
                sideStart,
                sideCorner,
                adj.vertexStart(),
                adj.vertexCorners(),
                edgeStart,
                vertexEdges);
    }

    /** Only the faces with their corners and edges, and not what lies at vertices and beside edges: half of it all. */
    SplitTopology facesOnly() {
        int[] none = {};
        return new SplitTopology(
                vertices,
                offsets,
                corners,
                cornerFace,
                cornerEdge,
                edgeLow,
                edgeHigh,
                none,
                none,
                none,
                none,
                none,
                none);
    }

    @Override
    public void count(Memory memory) {
        for (int[] array : new int[][] {
            offsets,
            corners,
            cornerFace,
            cornerEdge,
            edgeLow,
            edgeHigh,
            sideStart,
            sideCorner,
            cornerStart,
            vertexCorners,
            edgeStart,
            vertexEdges
        }) memory.addArray(array);
    }

    int sides(int edge) {
        return sideStart[edge + 1] - sideStart[edge];
    }

    /** The edge between two vertices, or -1. Time grows with the edges at the second. */
    int edgeBetween(int a, int b) {
        for (int i = edgeStart[b]; i < edgeStart[b + 1]; i++) {
            int e = vertexEdges[i];
            if (edgeLow[e] == a || edgeHigh[e] == a) return e;
        }
        return -1;
    }

    /** The vertex at the other end of an edge. */
    int otherEnd(int edge, int vertex) {
        return edgeLow[edge] + edgeHigh[edge] - vertex;
    }

    int before(int corner) {
        int f = cornerFace[corner];
        return corner == offsets[f] ? offsets[f + 1] - 1 : corner - 1;
    }

    int after(int corner) {
        int f = cornerFace[corner];
        return corner + 1 == offsets[f + 1] ? offsets[f] : corner + 1;
    }

    /** The vertices of the next level: the old ones, one an edge, one a face. */
    int splitVertices() {
        return vertices + edges + faces;
    }

    /** The faces of the next level by their vertices, four each: old, edge after it, face, edge before it. */
    int[] splitCorners() {
        int[] out = new int[4 * corners.length];
        int ofFaces = vertices + edges;
        Workers.ranges(0, faces, (from, to) -> {
            for (int f = from; f < to; f++) {
                int first = offsets[f], last = offsets[f + 1] - 1, before = cornerEdge[last];
                for (int c = first; c <= last; c++) {
                    out[4 * c] = corners[c];
                    out[4 * c + 1] = vertices + cornerEdge[c];
                    out[4 * c + 2] = ofFaces + f;
                    out[4 * c + 3] = vertices + before;
                    before = cornerEdge[c];
                }
            }
        });
        return out;
    }

    /** Where the corners of so many quads begin. */
    static int[] quadOffsets(int quads) {
        int[] out = new int[quads + 1];
        Workers.ranges(0, quads + 1, (from, to) -> {
            for (int f = from; f < to; f++) out[f] = 4 * f;
        });
        return out;
    }

    /**
     * The numbers of the halves of each edge in the next level: at 2 e that at its lower vertex, at 2 e + 1 that at its higher. An
     * old vertex is the lower one of all halves at it, so they follow one another, in the order of its corners.
     */
    private int[] halves() {
        int[] out = new int[2 * edges];
        Arrays.fill(out, -1);
        Workers.ranges(0, vertices, (from, to) -> {
            for (int v = from; v < to; v++) {
                int next = edgeStart[v];
                for (int i = cornerStart[v]; i < cornerStart[v + 1]; i++) {
                    int c = vertexCorners[i];
                    next = number(out, cornerEdge[c], v, next);
                    next = number(out, cornerEdge[before(c)], v, next);
                }
            }
        });
        return out;
    }

    private int number(int[] halves, int edge, int vertex, int next) {
        int at = 2 * edge + (edgeLow[edge] == vertex ? 0 : 1);
        if (halves[at] >= 0) return next;
        halves[at] = next;
        return next + 1;
    }

    /** The next level. */
    SplitTopology split() {
        int nc = corners.length, inner = 2 * edges, ofFaces = vertices + edges;
        int[] halves = halves();
        int[] low = new int[inner + nc], high = new int[inner + nc], edge = new int[4 * nc];
        int[] nextSideStart = new int[inner + nc + 1], nextSideCorner = new int[4 * nc];
        int[] nextCornerStart = new int[splitVertices() + 1], nextVertexCorners = new int[4 * nc];
        int[] nextEdgeStart = new int[splitVertices() + 1], nextVertexEdges = new int[2 * (inner + nc)];
        int[] face = new int[4 * nc];

        for (int e = 0; e < edges; e++) {
            nextSideStart[halves[2 * e] + 1] = sides(e);
            nextSideStart[halves[2 * e + 1] + 1] = sides(e);
        }
        for (int h = 0; h < inner; h++) nextSideStart[h + 1] += nextSideStart[h];
        int halfSides = nextSideStart[inner];
        for (int v = 0; v < vertices; v++) {
            nextCornerStart[v + 1] = cornerStart[v + 1];
            nextEdgeStart[v + 1] = edgeStart[v + 1];
        }
        for (int e = 0; e < edges; e++) {
            int v = vertices + e;
            nextCornerStart[v + 1] = nextCornerStart[v] + 2 * sides(e);
            nextEdgeStart[v + 1] = nextEdgeStart[v] + 2 + sides(e);
        }
        for (int f = 0; f < faces; f++) {
            int v = ofFaces + f, n = offsets[f + 1] - offsets[f];
            nextCornerStart[v + 1] = nextCornerStart[v] + n;
            nextEdgeStart[v + 1] = nextEdgeStart[v] + n;
        }

        Workers.ranges(0, edges, (from, to) -> {
            for (int e = from; e < to; e++) {
                int v = vertices + e, a = edgeLow[e], ofLow = halves[2 * e], ofHigh = halves[2 * e + 1];
                low[ofLow] = a;
                high[ofLow] = v;
                low[ofHigh] = edgeHigh[e];
                high[ofHigh] = v;
                int atLow = nextSideStart[ofLow], atHigh = nextSideStart[ofHigh];
                int atCorner = nextCornerStart[v], atEdge = nextEdgeStart[v];
                nextVertexEdges[atEdge++] = Math.min(ofLow, ofHigh);
                nextVertexEdges[atEdge++] = Math.max(ofLow, ofHigh);
                for (int i = sideStart[e]; i < sideStart[e + 1]; i++) {
                    int c = sideCorner[i], d = after(c), within = inner + i;
                    low[within] = v;
                    high[within] = ofFaces + cornerFace[c];
                    edge[4 * c + 1] = within;
                    edge[4 * d + 2] = within;
                    nextVertexEdges[atEdge++] = within;
                    int lower = Math.min(4 * c + 1, 4 * d + 2), higher = Math.max(4 * c + 1, 4 * d + 2);
                    int at = halfSides + 2 * i;
                    nextSideStart[within + 1] = at + 2;
                    nextSideCorner[at] = lower;
                    nextSideCorner[at + 1] = higher;
                    nextVertexCorners[atCorner++] = Math.min(4 * c + 1, 4 * d + 3);
                    nextVertexCorners[atCorner++] = Math.max(4 * c + 1, 4 * d + 3);
                    boolean forth = corners[c] == a;
                    edge[4 * c] = forth ? ofLow : ofHigh;
                    edge[4 * d + 3] = forth ? ofHigh : ofLow;
                    nextSideCorner[forth ? atLow++ : atHigh++] = 4 * c;
                    nextSideCorner[forth ? atHigh++ : atLow++] = 4 * d + 3;
                }
            }
        });
        Workers.ranges(0, vertices, (from, to) -> {
            for (int v = from; v < to; v++) {
                for (int i = cornerStart[v]; i < cornerStart[v + 1]; i++) nextVertexCorners[i] = 4 * vertexCorners[i];
                for (int i = edgeStart[v]; i < edgeStart[v + 1]; i++) nextVertexEdges[i] = i;
            }
        });
        Workers.ranges(0, faces, (from, to) -> {
            for (int f = from; f < to; f++) {
                int v = ofFaces + f, atCorner = nextCornerStart[v], atEdge = nextEdgeStart[v];
                for (int c = offsets[f]; c < offsets[f + 1]; c++) {
                    for (int k = 0; k < 4; k++) face[4 * c + k] = c;
                    nextVertexCorners[atCorner++] = 4 * c + 2;
                    nextVertexEdges[atEdge++] = edge[4 * c + 1];
                }
                Arrays.sort(nextVertexEdges, nextEdgeStart[v], atEdge);
            }
        });
        return new SplitTopology(
                splitVertices(),
                quadOffsets(nc),
                splitCorners(),
                face,
                edge,
                low,
                high,
                nextSideStart,
                nextSideCorner,
                nextCornerStart,
                nextVertexCorners,
                nextEdgeStart,
                nextVertexEdges);
    }
}
