package org.modeststack.steps.combine.arrange;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.steps.surface.FaceNormals;

/**
 * What the corners of rings get from the faces they are parts of: the values there, mixed in between, and on a curved surface
 * its normal, which the faces do not tell any more once they are cut.
 */
final class RingValues {
    private final Fragments fragments;
    private final Soup soup;
    private final Points points;
    private final MeshBuilder builder;
    private final FaceNormals[] normals;
    private final int[] sources = new int[3];
    private final double[] shares = new double[3];

    RingValues(Fragments fragments, MeshBuilder builder) {
        this.fragments = fragments;
        this.builder = builder;
        soup = fragments.soup;
        points = fragments.points;
        normals = new FaceNormals[soup.solids.length];
    }

    /**
     * @param fragment of the face of the ring, at one of its corners
     * @param point where that corner is
     * @param to the corner written for it
     */
    void carry(Rings.Ring r, int fragment, int point, int to) {
        Mesh m = soup.solids[r.operand()].mesh;
        FaceNormals curved = normals[r.operand()];
        if (curved == null) curved = normals[r.operand()] = new FaceNormals(m);
        boolean isCurved = curved.isCurved(r.face());
        if (!isCurved && !m.hasCornerValues()) return;
        share(fragments.triangleOf(fragment), point);
        if (m.hasCornerValues()) builder.cornerMix(to, m, sources, shares);
        double @Nullable [] n = isCurved ? curved.between(sources, shares) : null;
        double side = r.turned() ? -1 : 1;
        if (n != null) builder.normal(to, side * n[0], side * n[1], side * n[2]);
    }

    /** By the areas that the point makes with the sides of the triangle. */
    private void share(int t, int p) {
        int k = soup.axis(t), u = (k + 1) % 3, v = (k + 2) % 3;
        double pu = points.coordinate(p, u), pv = points.coordinate(p, v), sum = 0;
        double[] c = soup.xyz;
        for (int i = 0; i < 3; i++) {
            int x = 3 * soup.vertex(t, (i + 1) % 3), y = 3 * soup.vertex(t, (i + 2) % 3);
            sources[i] = soup.meshCorner(t, i);
            shares[i] = Math.abs((c[x + u] - pu) * (c[y + v] - pv) - (c[x + v] - pv) * (c[y + u] - pu));
            sum += shares[i];
        }
        for (int i = 0; i < 3; i++) shares[i] /= sum;
    }
}
