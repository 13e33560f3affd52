package org.modeststack.steps.smooth;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.CornerCarrier;
import org.modeststack.mesh.CornerLayer;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;
import org.modeststack.steps.StepContext;

/**
 * One level of Catmull–Clark subdivision of a polygon mesh.
 *
 * <p>Vertices come out in this order: the old vertices, one for each edge, one for each face. Each corner of an old face
 * becomes a quad, in corner order. A border follows the cubic B-spline of its own vertices; edges with more than two
 * faces are treated like borders. Vertex tags stay on the old vertices, edge tags go to both halves, face tags to all
 * parts.
 *
 * <p>Sources: E. Catmull, J. Clark, "Recursively generated B-spline surfaces on arbitrary topological meshes", CAD
 * 10(6), 1978; border rule after A. Nasri, ACM Transactions on Graphics 6(1), 1987.
 */
final class CatmullClark {
    private CatmullClark() {}

    static Mesh once(Mesh in, StepContext context) {
        Adjacency adj = in.adjacency();
        int nv = in.vertexCount(), ne = adj.edgeCount(), nf = in.faceCount(), nc = in.cornerCount();
        double[] p = in.xyz();
        int[] offsets = in.offsets(), corners = in.corners();
        int[] cornerEdge = adj.cornerEdge(), cornerFace = adj.cornerFace();
        double[] out = new double[3 * (nv + ne + nf)];
        int facePoint = 3 * (nv + ne);
        context.progress(0);
        for (int f = 0; f < nf; f++) {
            double x = 0, y = 0, z = 0;
            for (int c = offsets[f]; c < offsets[f + 1]; c++) {
                int v = 3 * corners[c];
                x += p[v];
                y += p[v + 1];
                z += p[v + 2];
            }
            int n = offsets[f + 1] - offsets[f], o = facePoint + 3 * f;
            out[o] = x / n;
            out[o + 1] = y / n;
            out[o + 2] = z / n;
        }
        context.progress(0.2);
        // Per vertex: sums of its edges' middles (border edges apart) and of its faces' points.
        double[] edgeSum = new double[3 * nv], faceSum = new double[3 * nv], borderSum = new double[3 * nv];
        int[] edges = new int[nv], faces = new int[nv], borders = new int[nv];
        for (int e = 0; e < ne; e++) {
            int a = adj.edgeLow(e), b = adj.edgeHigh(e), sides = adj.edgeSides(e), o = 3 * (nv + e);
            edges[a]++;
            edges[b]++;
            for (int k = 0; k < 3; k++) {
                double middle = (p[3 * a + k] + p[3 * b + k]) / 2;
                edgeSum[3 * a + k] += middle;
                edgeSum[3 * b + k] += middle;
                if (sides == 2) {
                    int f = cornerFace[adj.edgeCorner(e, 0)], g = cornerFace[adj.edgeCorner(e, 1)];
                    out[o + k] = (2 * middle + out[facePoint + 3 * f + k] + out[facePoint + 3 * g + k]) / 4;
                } else {
                    out[o + k] = middle;
                    borderSum[3 * a + k] += middle;
                    borderSum[3 * b + k] += middle;
                }
            }
            if (sides != 2) {
                borders[a]++;
                borders[b]++;
            }
        }
        context.progress(0.5);
        for (int c = 0; c < nc; c++) {
            int v = corners[c], f = facePoint + 3 * cornerFace[c];
            faces[v]++;
            for (int k = 0; k < 3; k++) faceSum[3 * v + k] += out[f + k];
        }
        for (int v = 0; v < nv; v++) {
            int n = edges[v];
            for (int k = 0; k < 3; k++) {
                double s = p[3 * v + k];
                if (n == 0) out[3 * v + k] = s;
                else if (borders[v] == 2) out[3 * v + k] = (borderSum[3 * v + k] + 2 * s) / 4;
                else if (borders[v] > 0) out[3 * v + k] = s;
                else out[3 * v + k] = (faceSum[3 * v + k] / faces[v] + 2 * edgeSum[3 * v + k] / n + (n - 3) * s) / n;
            }
        }
        context.progress(0.6);

        int[] quads = new int[4 * nc], quadOffsets = new int[nc + 1], materials = new int[nc];
        long[] vertexKeys = new long[nv + ne + nf], faceKeys = new long[nc];
        for (int f = 0; f < nf; f++) {
            int from = offsets[f], to = offsets[f + 1];
            for (int c = from; c < to; c++) {
                int before = c == from ? to - 1 : c - 1;
                quads[4 * c] = corners[c];
                quads[4 * c + 1] = nv + cornerEdge[c];
                quads[4 * c + 2] = nv + ne + f;
                quads[4 * c + 3] = nv + cornerEdge[before];
                quadOffsets[c + 1] = 4 * (c + 1);
                materials[c] = in.faceMaterials()[f];
                faceKeys[c] = Keys.of(in.faceKeys()[f], 0xCC, in.vertexKeys()[corners[c]]);
            }
            vertexKeys[nv + ne + f] = Keys.of(in.faceKeys()[f], 0xCF);
        }
        System.arraycopy(in.vertexKeys(), 0, vertexKeys, 0, nv);
        for (int e = 0; e < ne; e++) vertexKeys[nv + e] = Keys.of(in.edgeKey(adj.edgeLow(e), adj.edgeHigh(e)), 0xCE);
        context.progress(0.9);
        return Mesh.of(
                out,
                quadOffsets,
                quads,
                materials,
                in.materials(),
                in.hasCornerValues() ? cornerValues(in) : Map.of(),
                in.tags().isEmpty() ? Map.of() : tags(in, adj),
                vertexKeys,
                faceKeys);
    }

    /** Values at corners are divided linearly, so that painted borders stay where they are. */
    private static Map<String, CornerLayer> cornerValues(Mesh in) {
        CornerCarrier out = new CornerCarrier();
        int[] two = new int[2];
        double[] halves = {0.5, 0.5};
        for (int f = 0; f < in.faceCount(); f++) {
            int from = in.offsets()[f], to = in.offsets()[f + 1];
            int[] all = new int[to - from];
            double[] even = new double[to - from];
            Arrays.setAll(all, i -> from + i);
            Arrays.fill(even, 1.0 / (to - from));
            for (int c = from; c < to; c++) {
                out.like(4 * c, in, c);
                two[0] = c;
                two[1] = c + 1 == to ? from : c + 1;
                out.mix(4 * c + 1, in, two, halves, 2);
                out.mix(4 * c + 2, in, all, even, all.length);
                two[1] = c == from ? to - 1 : c - 1;
                out.mix(4 * c + 3, in, two, halves, 2);
            }
        }
        return out.layers(4 * in.cornerCount());
    }

    private static Map<String, Tag> tags(Mesh in, Adjacency adj) {
        MeshBuilder b = new MeshBuilder(0, 0);
        Map<String, Tag> kept = new HashMap<>();
        in.tags().forEach((name, tag) -> {
            switch (tag.kind()) {
                case VERTEX -> kept.put(name, tag);
                case EDGE -> {
                    b.emptyTag(name, tag);
                    for (int i = 0; i < tag.size(); i++) {
                        int low = Tag.edgeLow(tag.element(i)), high = Tag.edgeHigh(tag.element(i));
                        int e = adj.edgeBetween(low, high, in);
                        if (e < 0) continue;
                        int middle = in.vertexCount() + e;
                        b.tag(name, ElementKind.EDGE, Tag.edge(low, middle), tag.weight(i));
                        b.tag(name, ElementKind.EDGE, Tag.edge(middle, high), tag.weight(i));
                    }
                }
                case FACE -> {
                    b.emptyTag(name, tag);
                    for (int i = 0; i < tag.size(); i++) {
                        int f = (int) tag.element(i);
                        for (int c = in.offsets()[f]; c < in.offsets()[f + 1]; c++) {
                            b.tag(name, ElementKind.FACE, c, tag.weight(i));
                        }
                    }
                }
            }
        });
        kept.putAll(b.build().tags());
        return kept;
    }
}
