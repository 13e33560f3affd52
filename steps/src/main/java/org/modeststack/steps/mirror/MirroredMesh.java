package org.modeststack.steps.mirror;

import java.util.Arrays;
import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.remove.Dissolve;

/** A mesh and its image in a plane, sharing the vertices that lie on it. Linear. */
final class MirroredMesh {
    /** How far faces beside the middle line may turn for it to be dissolved, degrees. */
    private static final double FLUSH = 1;

    private final Mesh in;
    private final MirrorPlane plane;
    private final double distance;
    private final long seed;
    private final boolean[] onPlane;
    private final int[] same;
    private final int[] image;
    private final MeshBuilder b;

    /**
     * @param distance vertices as close to the plane as this are put on it and shared, mm
     * @param seed of the keys of the image
     */
    MirroredMesh(Mesh in, MirrorPlane plane, double distance, long seed) {
        this.in = in;
        this.plane = plane;
        this.distance = distance;
        this.seed = seed;
        int n = in.vertexCount();
        onPlane = new boolean[n];
        same = new int[n];
        image = new int[n];
        b = new MeshBuilder(2 * n, 2 * in.faceCount());
    }

    /**
     * @param walls whether faces that lie in the plane go; they would be walls inside
     * @param dissolved whether the middle line goes where the faces beside it are flush
     * @param swapped whether the image's elements go to the tag of the other side, where one is named so
     */
    Mesh made(boolean walls, boolean dissolved, boolean swapped) {
        int[] materials = b.materialsOf(in);
        double[] p = new double[3];
        for (int v = 0; v < in.vertexCount(); v++) {
            System.arraycopy(in.xyz(), 3 * v, p, 0, 3);
            onPlane[v] = Math.abs(plane.height(p[0], p[1], p[2])) <= distance;
            if (onPlane[v]) plane.drop(p);
            same[v] = b.vertex(p[0], p[1], p[2], in.vertexKeys()[v]);
        }
        for (int v = 0; v < in.vertexCount(); v++) {
            if (onPlane[v]) {
                image[v] = same[v];
                continue;
            }
            System.arraycopy(in.xyz(), 3 * v, p, 0, 3);
            plane.reflect(p, 0, 3);
            image[v] = b.vertex(p[0], p[1], p[2], Keys.of(in.vertexKeys()[v], seed));
        }
        Mesh mirrored = in.cornerNormals() == null ? in : in.placed(in.xyz(), plane.reflection()::direction);
        int[] sameFace = new int[in.faceCount()], imageFace = new int[in.faceCount()];
        Arrays.fill(sameFace, -1);
        Arrays.fill(imageFace, -1);
        int inner = 0;
        for (int f = 0; f < in.faceCount(); f++) {
            boolean inPlane = liesInPlane(f);
            if (walls && inPlane) {
                inner++;
                continue;
            }
            sameFace[f] = face(in, f, same, false, in.faceKeys()[f], materials);
        }
        for (int f = 0; f < in.faceCount(); f++) {
            // A face in the plane is its own image.
            if (sameFace[f] >= 0 && !liesInPlane(f))
                imageFace[f] = face(mirrored, f, image, true, Keys.of(in.faceKeys()[f], seed), materials);
        }
        b.carryTags(in, same, sameFace);
        b.carryTags(swapped ? SideNames.swapped(in) : in, image, imageFace);
        Mesh out = b.build();
        if (inner > 0) out = withoutLooseVertices(out);
        return dissolved ? dissolved(out) : out;
    }

    private boolean liesInPlane(int f) {
        for (int c = in.offsets()[f]; c < in.offsets()[f + 1]; c++) if (!onPlane[in.corners()[c]]) return false;
        return true;
    }

    private int face(Mesh from, int f, int[] map, boolean reversed, long key, int[] materials) {
        int first = from.offsets()[f], sides = from.sides(f);
        int[] ring = new int[sides];
        int[] source = new int[sides];
        for (int i = 0; i < sides; i++) {
            source[i] = first + (reversed ? (sides - i) % sides : i);
            ring[i] = map[from.corners()[source[i]]];
        }
        int g = b.face(key, materials[from.faceMaterials()[f]], ring);
        for (int i = 0; from.hasCornerLayers() && i < sides; i++)
            b.cornerOnSurface(b.firstCorner(g) + i, from, source[i], false);
        return g;
    }

    /** Appending takes over only the vertices that faces use. */
    private static Mesh withoutLooseVertices(Mesh mesh) {
        MeshBuilder out = new MeshBuilder(mesh.vertexCount(), mesh.faceCount());
        out.append(mesh, key -> key);
        return out.build();
    }

    private Mesh dissolved(Mesh mesh) {
        BitSet middle = new BitSet();
        Adjacency adj = mesh.adjacency();
        for (int e = 0; e < adj.edgeCount(); e++)
            if (isOnPlane(mesh, adj.edgeLow(e)) && isOnPlane(mesh, adj.edgeHigh(e))) middle.set(e);
        return middle.isEmpty() ? mesh : Dissolve.dissolved(mesh, new Selection(ElementKind.EDGE, middle), FLUSH, seed);
    }

    private boolean isOnPlane(Mesh mesh, int v) {
        return Math.abs(plane.height(mesh.x(v), mesh.y(v), mesh.z(v))) <= distance;
    }
}
