package org.modeststack.steps.source;

import java.util.Arrays;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.steps.Limits;
import org.modeststack.steps.StepException;
import org.modeststack.steps.Trig;

/**
 * A surface of revolution round Z, of quads between the points of a profile; triangles at a point on the axis, a
 * polygon where an open profile ends off the axis. The profile runs upwards along the outside, so that faces look
 * outwards.
 */
final class Revolution {
    private final long seed;
    private final int sides;
    private double[] r = new double[16];
    private double[] z = new double[16];
    private long[] role = new long[16];
    private int count;
    private double phase;

    Revolution(long seed, int sides) {
        this.seed = seed;
        this.sides = sides;
    }

    /** Turns the first side by this part of one side: 0.5 puts flats instead of corners on X. */
    Revolution phase(double partOfSide) {
        phase = partOfSide;
        return this;
    }

    /** Adds a point of the profile, with a role that names it whatever the segment counts. */
    Revolution point(double radius, double height, long roleKey) {
        if (count == r.length) {
            r = Arrays.copyOf(r, 2 * count);
            z = Arrays.copyOf(z, 2 * count);
            role = Arrays.copyOf(role, 2 * count);
        }
        r[count] = radius;
        z[count] = height;
        role[count++] = roleKey;
        return this;
    }

    /** Adds the points after the last one up to (radius, height), in equal parts. */
    Revolution lineTo(double radius, double height, int segments, long roleKey) {
        double r0 = r[count - 1], z0 = z[count - 1];
        for (int i = 1; i <= segments; i++) {
            double t = (double) i / segments;
            boolean last = i == segments;
            point(
                    last ? radius : r0 + (radius - r0) * t,
                    last ? height : z0 + (height - z0) * t,
                    Keys.of(roleKey, Keys.fraction(i, segments)));
        }
        return this;
    }

    /** The surface of a profile that ends where it began, such as a torus. */
    Mesh closed() throws StepException {
        return build(true);
    }

    /** The surface of a profile from bottom to top; ends off the axis get a polygon. */
    Mesh open() throws StepException {
        return build(false);
    }

    private Mesh build(boolean closed) throws StepException {
        Limits.checkFaces((double) sides * count);
        MeshBuilder b = new MeshBuilder(sides * count, sides * count);
        int material = b.material(Material.DEFAULT.name());
        int[] first = new int[count];
        for (int j = 0; j < count; j++) {
            first[j] = b.vertexCount();
            long key = Keys.of(seed, role[j]);
            if (r[j] == 0) {
                b.vertex(0, 0, z[j], key);
                continue;
            }
            for (int i = 0; i < sides; i++) {
                double c = phase == 0.5 ? Trig.cos(2L * i + 1, 2L * sides) : Trig.cos(i, sides);
                double s = phase == 0.5 ? Trig.sin(2L * i + 1, 2L * sides) : Trig.sin(i, sides);
                b.vertex(r[j] * c, r[j] * s, z[j], Keys.of(key, Keys.fraction(i, sides)));
            }
        }
        int strips = closed ? count : count - 1;
        for (int j = 0; j < strips; j++) {
            int k = (j + 1) % count;
            for (int i = 0; i < sides; i++) {
                int n = i + 1 == sides ? 0 : i + 1;
                long key = Keys.of(seed, 0x5712, role[k], Keys.fraction(i, sides));
                if (r[j] == 0) b.face(key, material, first[j], first[k] + n, first[k] + i);
                else if (r[k] == 0) b.face(key, material, first[j] + i, first[j] + n, first[k]);
                else b.face(key, material, first[j] + i, first[j] + n, first[k] + n, first[k] + i);
            }
        }
        if (!closed) {
            if (r[0] != 0) cap(b, material, first[0], true);
            if (r[count - 1] != 0) cap(b, material, first[count - 1], false);
        }
        return b.build();
    }

    private void cap(MeshBuilder b, int material, int first, boolean down) {
        int[] ring = new int[sides];
        for (int i = 0; i < sides; i++) ring[i] = first + (down ? (sides - i) % sides : i);
        b.face(Keys.of(seed, 0xCA9, down ? 0 : 1), material, ring);
    }
}
