package org.modeststack.mesh.measure;

import java.util.Arrays;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Triangulation;
import org.modeststack.mesh.Vec3;

/**
 * Size of a mesh, in millimetres and their powers.
 *
 * @param volume signed: positive when faces look outwards; meaningful only for a closed mesh
 * @param area of all faces
 * @param centroid of the solid where the volume is not zero, else the middle of the bounds
 * @param shells pieces that hang together along edges
 * @param eulerCharacteristic V - E + F
 */
public record Measures(double volume, double area, Vec3 centroid, int shells, int eulerCharacteristic) {
    /**
     * Sums signed tetrahedra over the triangles, about the middle of the bounds so that bodies far from the origin keep
     * their digits.
     *
     * <p>Source: B. Mirtich, "Fast and Accurate Computation of Polyhedral Mass Properties", J. Graphics Tools 1(2), 1996.
     */
    public static Measures of(Mesh mesh) {
        Triangulation t = mesh.triangulation();
        int[] corners = mesh.corners();
        double[] xyz = mesh.xyz();
        Vec3 o = mesh.bounds().center();
        double volume = 0, area = 0, mx = 0, my = 0, mz = 0;
        int[] tri = t.triangleCorners();
        for (int i = 0; i < tri.length; i += 3) {
            int a = 3 * corners[tri[i]], b = 3 * corners[tri[i + 1]], c = 3 * corners[tri[i + 2]];
            double ax = xyz[a] - o.x(), ay = xyz[a + 1] - o.y(), az = xyz[a + 2] - o.z();
            double bx = xyz[b] - o.x(), by = xyz[b + 1] - o.y(), bz = xyz[b + 2] - o.z();
            double cx = xyz[c] - o.x(), cy = xyz[c + 1] - o.y(), cz = xyz[c + 2] - o.z();
            double v = ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx);
            volume += v;
            mx += v * (ax + bx + cx);
            my += v * (ay + by + cy);
            mz += v * (az + bz + cz);
            double ux = bx - ax, uy = by - ay, uz = bz - az, wx = cx - ax, wy = cy - ay, wz = cz - az;
            double nx = uy * wz - uz * wy, ny = uz * wx - ux * wz, nz = ux * wy - uy * wx;
            area += Math.sqrt(nx * nx + ny * ny + nz * nz);
        }
        Vec3 centroid = volume == 0 ? o : o.plus(new Vec3(mx, my, mz).times(1 / (4 * volume)));
        int euler = mesh.vertexCount() - mesh.edgeCount() + mesh.faceCount();
        return new Measures(volume / 6, area / 2, centroid, shells(mesh), euler);
    }

    private static int shells(Mesh mesh) {
        return shellOfFaces(mesh, new int[mesh.faceCount()]);
    }

    /**
     * Numbers the pieces that hang together along edges, from 0, in the order of their first face.
     *
     * @param shellOf receives the number for each face
     * @return how many there are
     */
    public static int shellOfFaces(Mesh mesh, int[] shellOf) {
        Adjacency adj = mesh.adjacency();
        int[] offsets = mesh.offsets(), cornerEdge = adj.cornerEdge(), cornerFace = adj.cornerFace();
        Arrays.fill(shellOf, -1);
        int[] stack = new int[mesh.faceCount()];
        // Any number of faces may lie at one edge, so each is looked at once.
        boolean[] seen = new boolean[adj.edgeCount()];
        int shells = 0;
        for (int start = 0; start < mesh.faceCount(); start++) {
            if (shellOf[start] >= 0) continue;
            int top = 0;
            stack[top++] = start;
            shellOf[start] = shells;
            while (top > 0) {
                int f = stack[--top];
                for (int c = offsets[f]; c < offsets[f + 1]; c++) {
                    int e = cornerEdge[c];
                    if (seen[e]) continue;
                    seen[e] = true;
                    for (int i = 0; i < adj.edgeSides(e); i++) {
                        int g = cornerFace[adj.edgeCorner(e, i)];
                        if (shellOf[g] < 0) {
                            shellOf[g] = shells;
                            stack[top++] = g;
                        }
                    }
                }
            }
            shells++;
        }
        return shells;
    }
}
