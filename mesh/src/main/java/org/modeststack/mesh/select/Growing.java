package org.modeststack.mesh.select;

import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;

/** Selections that grow and shrink by what touches them, and spread over what hangs together. */
public final class Growing {
    private Growing() {}

    /** Once larger: with everything that shares a vertex with it. Time follows the selection, but for edges. */
    public static Selection grown(Mesh mesh, Selection s) {
        Adjacency adj = mesh.adjacency();
        if (s.kind() == ElementKind.FACE) return s.touching(mesh, ElementKind.FACE);
        if (s.kind() == ElementKind.EDGE) return s.touching(mesh, ElementKind.EDGE);
        BitSet out = (BitSet) s.elements().clone();
        int[] start = adj.vertexStart(), at = adj.vertexCorners(), next = adj.cornerNext(), corners = mesh.corners();
        s.elements().stream().forEach(v -> {
            for (int i = start[v]; i < start[v + 1]; i++) {
                int c = at[i];
                out.set(corners[next[c]]);
                out.set(corners[adj.cornerBefore(c, mesh)]);
            }
        });
        return new Selection(s.kind(), out);
    }

    /** Once smaller: without everything that touches what is not selected, or an open border. */
    public static Selection shrunk(Mesh mesh, Selection s) {
        Selection outside = s.inverted(mesh);
        BitSet out = (BitSet) s.elements().clone();
        out.andNot(grown(mesh, outside).elements());
        Adjacency adj = mesh.adjacency();
        BitSet border = new BitSet();
        for (int e = 0; e < adj.edgeCount(); e++) {
            if (adj.edgeSides(e) != 1) continue;
            border.set(adj.edgeLow(e));
            border.set(adj.edgeHigh(e));
        }
        out.andNot(new Selection(ElementKind.VERTEX, border)
                .touching(mesh, s.kind())
                .elements());
        return new Selection(s.kind(), out);
    }

    /** Everything that hangs together with it through shared vertices. */
    public static Selection connected(Mesh mesh, Selection s) {
        Adjacency adj = mesh.adjacency();
        BitSet vertices = (BitSet) s.to(mesh, ElementKind.VERTEX).elements().clone();
        BitSet faces = new BitSet();
        int[] queue = new int[mesh.vertexCount()];
        int tail = 0;
        for (int v = vertices.nextSetBit(0); v >= 0; v = vertices.nextSetBit(v + 1)) queue[tail++] = v;
        for (int head = 0; head < tail; head++) {
            int v = queue[head];
            for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++) {
                int f = adj.cornerFace()[adj.vertexCorners()[i]];
                if (faces.get(f)) continue;
                faces.set(f);
                for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                    int w = mesh.corners()[c];
                    if (vertices.get(w)) continue;
                    vertices.set(w);
                    queue[tail++] = w;
                }
            }
        }
        return switch (s.kind()) {
            case VERTEX -> new Selection(ElementKind.VERTEX, vertices);
            case FACE -> new Selection(ElementKind.FACE, faces);
            case EDGE -> new Selection(ElementKind.FACE, faces).to(mesh, ElementKind.EDGE);
        };
    }

    /**
     * Faces that are reached from selected ones across edges flatter than an angle, such as all of a bent panel.
     *
     * @param degrees between the normals of neighbours
     */
    public static Selection flush(Mesh mesh, Selection s, double degrees) {
        Adjacency adj = mesh.adjacency();
        double[] normals = FaceFrames.of(mesh).normals();
        double limit = Math.cos(Math.toRadians(degrees)) - 1e-12;
        BitSet out = (BitSet) s.elements().clone();
        int[] queue = new int[mesh.faceCount()];
        int tail = 0;
        for (int f = out.nextSetBit(0); f >= 0; f = out.nextSetBit(f + 1)) queue[tail++] = f;
        for (int head = 0; head < tail; head++) {
            int f = queue[head];
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                int e = adj.cornerEdge()[c];
                for (int i = 0; i < adj.edgeSides(e); i++) {
                    int g = adj.cornerFace()[adj.edgeCorner(e, i)];
                    if (out.get(g)) continue;
                    double dot = normals[3 * f] * normals[3 * g]
                            + normals[3 * f + 1] * normals[3 * g + 1]
                            + normals[3 * f + 2] * normals[3 * g + 2];
                    if (dot < limit) continue;
                    out.set(g);
                    queue[tail++] = g;
                }
            }
        }
        return new Selection(ElementKind.FACE, out);
    }

    /** The edges with a selected face on one side only. */
    public static Selection rim(Mesh mesh, Selection faces) {
        Adjacency adj = mesh.adjacency();
        BitSet out = new BitSet();
        int[] edge = adj.cornerEdge();
        faces.elements().stream().forEach(f -> {
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                int e = edge[c], inside = 0;
                for (int i = 0; i < adj.edgeSides(e); i++)
                    if (faces.contains(adj.cornerFace()[adj.edgeCorner(e, i)])) inside++;
                if (inside == 1) out.set(e);
            }
        });
        return new Selection(ElementKind.EDGE, out);
    }
}
