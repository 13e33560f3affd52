package org.modeststack.steps.round;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.objects.ObjectIntPair;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.profile.ProfileCurve;
import org.modeststack.steps.surface.CutLine;
import org.modeststack.steps.surface.ImprintMesh;
import org.modeststack.steps.surface.SurfacePath;

/** Puts strips between the rails that have been cut into a mesh. */
final class StripBuilder {
    private static final long VERTEX = 3;
    private static final long FACE = 4;

    private final ProfileCurve section;
    private final long seed;
    private final String madeTag;
    private final @Nullable String material;
    private final ImprintMesh rest;
    private final MeshBuilder out;
    /** For each face of a strip, in order, its rim and the station where it begins. */
    private final List<ObjectIntPair<Rim>> origins = new ArrayList<>();

    private final int firstFace;

    StripBuilder(ImprintMesh rest, ProfileCurve section, long seed, String madeTag, @Nullable String material) {
        this.rest = rest;
        this.section = section;
        this.seed = seed;
        this.madeTag = madeTag;
        this.material = material;
        out = rest.builder();
        firstFace = out.faceCount();
        out.emptyTag(madeTag, ElementKind.FACE);
    }

    /** The rim of a face of a strip, and the station where the face begins; null for a face that is in no strip. */
    @Nullable
    ObjectIntPair<Rim> origin(int face) {
        return face < firstFace ? null : origins.get(face - firstFace);
    }

    Mesh build() {
        return out.build();
    }

    /**
     * Adds the strip of a rim.
     *
     * @param left the line of its left rail, station by station
     * @param right that of its right one, which goes the other way
     */
    void strip(Rim rim, CutLine left, CutLine right) {
        int m = rim.stations().size(), segments = section.segments();
        int[][] on = new int[m][segments + 1];
        long[] keys = new long[m];
        Vec3[] across = new Vec3[segments + 1];
        for (int k = 0; k < m; k++) {
            int l = left.station(k), r = right.station(m - 1 - k);
            section(rim, k, rest.at(l), rest.at(r), across);
            keys[k] = Keys.of(seed, rest.key(l), rest.key(r));
            on[k][0] = rest.vertex(l);
            on[k][segments] = rest.vertex(r);
            for (int j = 1; j < segments; j++)
                on[k][j] = out.vertex(across[j].x(), across[j].y(), across[j].z(), Keys.of(keys[k], VERTEX, j));
        }
        int made = material == null
                ? rest.materialBeside(rim.vertices().getInt(0), rim.vertices().getInt(1))
                : out.material(material);
        for (int k = 0; k < m; k++) {
            int l = (k + 1) % m;
            for (int j = 0; j < segments; j++) {
                // Both lines run against the strip's faces, so that they are gone through backwards.
                IntArrayList there =
                        side(on[k][j + 1], j == segments - 1 ? right : null, Math.floorMod(m - 2 - k, m), on[l][j + 1]);
                IntArrayList back = side(on[l][j], j == 0 ? left : null, k, on[k][j]);
                long key = Keys.of(keys[k], FACE, j);
                if (rim.isDivided(k) && there.size() + back.size() > 4) triangles(there, back, key, made, rim, k);
                else {
                    there.addAll(back);
                    face(there, key, made, rim, k);
                }
            }
        }
    }

    /** @param line along which it goes, backwards; null for straight */
    private IntArrayList side(int from, @Nullable CutLine line, int part, int to) {
        IntArrayList out = new IntArrayList();
        out.add(from);
        if (line != null) {
            IntArrayList nodes = line.between(part);
            for (int i = nodes.size() - 1; i >= 0; i--) out.add(rest.vertex(nodes.getInt(i)));
        }
        out.add(to);
        return out;
    }

    private void face(IntArrayList ring, long key, int made, Rim rim, int k) {
        IntArrayList once = new IntArrayList();
        for (int v : ring) if (once.isEmpty() || once.getInt(once.size() - 1) != v) once.add(v);
        while (once.size() > 1 && once.getInt(0) == once.getInt(once.size() - 1)) once.removeInt(once.size() - 1);
        if (once.size() < 3) return;
        int f = out.face(key, made, once.elements(), 0, once.size());
        out.tag(madeTag, ElementKind.FACE, f, 1);
        origins.add(ObjectIntPair.of(rim, k));
    }

    /** Fills what is between two sides that run against each other, by the shorter diagonal each time. */
    private void triangles(IntArrayList there, IntArrayList back, long key, int made, Rim rim, int k) {
        int i = 0, j = back.size() - 1, count = 0;
        while (i < there.size() - 1 || j > 0) {
            int a = there.getInt(i), b = back.getInt(j);
            boolean onThere =
                    j == 0 || i < there.size() - 1 && apart(there.getInt(i + 1), b) <= apart(a, back.getInt(j - 1));
            int c = onThere ? there.getInt(++i) : back.getInt(--j);
            face(IntArrayList.of(a, c, b), Keys.of(key, count++), made, rim, k);
        }
    }

    private double apart(int a, int b) {
        double x = out.coordinate(a, 0) - out.coordinate(b, 0), y = out.coordinate(a, 1) - out.coordinate(b, 1);
        double z = out.coordinate(a, 2) - out.coordinate(b, 2);
        return x * x + y * y + z * z;
    }

    /** The places of a section between two rails, whose corner is where the surfaces would meet if they went on straight. */
    private void section(Rim rim, int k, Vec3 left, Vec3 right, Vec3[] places) {
        Station s = rim.stations().get(k);
        SurfacePath.Place l = s.left().rail(rim.scale(k)), r = s.right().rail(rim.scale(k));
        Vec3 corner = corner(s.place(), l, r), a = left.minus(corner), b = right.minus(corner);
        double turn = Math.PI - Math.atan2(a.cross(b).length(), a.dot(b));
        double[] ab = new double[2 * places.length];
        section.at(turn, ab);
        for (int j = 0; j < places.length; j++)
            places[j] = corner.plus(a.times(ab[2 * j])).plus(b.times(ab[2 * j + 1]));
    }

    /** The middle of where the tangents at the rails come nearest to each other; the rim itself where that is far off. */
    private static Vec3 corner(Vec3 rim, SurfacePath.Place l, SurfacePath.Place r) {
        Vec3 d = l.at().minus(r.at()), u = l.way(), v = r.way();
        double uv = u.dot(v), det = 1 - uv * uv;
        if (det < 1e-4) return rim;
        double s = (uv * v.dot(d) - u.dot(d)) / det, t = (v.dot(d) - uv * u.dot(d)) / det;
        Vec3 p = l.at().plus(u.times(s)).plus(r.at().plus(v.times(t))).times(0.5);
        double far = Math.min(l.at().minus(rim).length(), r.at().minus(rim).length());
        return s < 0 && t < 0 && p.minus(rim).length() < far / 2 ? p : rim;
    }
}
