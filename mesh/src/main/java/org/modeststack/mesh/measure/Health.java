package org.modeststack.mesh.measure;

import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;

/**
 * What a mesh is made of and what is wrong with it, in counts.
 *
 * @param ngons faces with more than four sides
 * @param borderEdges edges with one face
 * @param nonManifoldEdges edges with three or more faces
 * @param flippedEdges edges whose two faces run along them in the same direction
 * @param degenerateFaces faces without area, or with the same vertex twice
 * @param twoEdgeVertices vertices that only join two edges and could be left out
 * @param looseVertices vertices without a face
 */
public record Health(
        long triangles,
        long quads,
        long ngons,
        long borderEdges,
        long nonManifoldEdges,
        long flippedEdges,
        long degenerateFaces,
        long twoEdgeVertices,
        long looseVertices) {

    public static Health of(Mesh mesh) {
        Adjacency adj = mesh.adjacency();
        int triangles = 0, quads = 0, ngons = 0, degenerate = 0;
        for (int f = 0; f < mesh.faceCount(); f++) {
            switch (mesh.sides(f)) {
                case 3 -> triangles++;
                case 4 -> quads++;
                default -> ngons++;
            }
            if (isDegenerate(mesh, f)) degenerate++;
        }
        int[] edgesAt = new int[mesh.vertexCount()];
        for (int e = 0; e < adj.edgeCount(); e++) {
            edgesAt[adj.edgeLow(e)]++;
            edgesAt[adj.edgeHigh(e)]++;
        }
        int two = 0, loose = 0;
        for (int n : edgesAt) {
            if (n == 2) two++;
            else if (n == 0) loose++;
        }
        // A corner of a lone open face also has two edges, but it holds the face's shape.
        two -= cornersOfBorders(mesh, edgesAt);
        Closure closure = Closure.of(mesh);
        return new Health(
                triangles, quads, ngons, closure.open(), closure.branching(), closure.turned(), degenerate, two, loose);
    }

    /** What so many meshes that touch nowhere come to together, each like this one. */
    public Health times(long n) {
        return new Health(
                n * triangles,
                n * quads,
                n * ngons,
                n * borderEdges,
                n * nonManifoldEdges,
                n * flippedEdges,
                n * degenerateFaces,
                n * twoEdgeVertices,
                n * looseVertices);
    }

    /** What two meshes that touch nowhere come to together. */
    public Health plus(Health o) {
        return new Health(
                triangles + o.triangles,
                quads + o.quads,
                ngons + o.ngons,
                borderEdges + o.borderEdges,
                nonManifoldEdges + o.nonManifoldEdges,
                flippedEdges + o.flippedEdges,
                degenerateFaces + o.degenerateFaces,
                twoEdgeVertices + o.twoEdgeVertices,
                looseVertices + o.looseVertices);
    }

    private static int cornersOfBorders(Mesh mesh, int[] edgesAt) {
        Adjacency adj = mesh.adjacency();
        int n = 0;
        for (int v = 0; v < edgesAt.length; v++) {
            if (edgesAt[v] == 2 && adj.vertexStart()[v + 1] - adj.vertexStart()[v] == 1) n++;
        }
        return n;
    }

    /** Whether a face has no area, or the same vertex twice. */
    public static boolean isDegenerate(Mesh mesh, int f) {
        int from = mesh.offsets()[f], to = mesh.offsets()[f + 1];
        int[] corners = mesh.corners();
        if (to - from <= 16) {
            for (int i = from; i < to; i++) for (int j = i + 1; j < to; j++) if (corners[i] == corners[j]) return true;
        }
        double[] n = new double[3];
        double scale = Normals.areaVector(mesh, f, n);
        return Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]) <= 1e-14 * scale;
    }

    /** Every edge has exactly two faces that run along it in opposite directions. */
    public boolean isClosed() {
        return borderEdges == 0 && nonManifoldEdges == 0 && flippedEdges == 0;
    }
}
