package org.modeststack.mesh.search;

import java.util.Arrays;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Triangulation;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.work.Work;

/**
 * How often a mesh winds round a place: 1 inside a closed one that looks outwards, 0 outside, and something between where
 * it has holes. Each triangle gives its solid angle; groups of triangles that are far away are taken as one dipole.
 *
 * <p>Sources: A. Jacobson, L. Kavan, O. Sorkine-Hornung, "Robust Inside-Outside Segmentation using Generalized Winding
 * Numbers", SIGGRAPH 2013; A. van Oosterom, J. Strackee, "The Solid Angle of a Plane Triangle", 1983; G. Barill, N.
 * Dickson, R. Schmidt, D. Levin, A. Jacobson, "Fast Winding Numbers for Soups and Clouds", SIGGRAPH 2018, for the groups.
 *
 * <p>Made in n log n; a place then takes about log n. Within about 0.01 of the exact value.
 */
public final class WindingNumbers {
    /** A group is taken as a dipole from this many of its radii on. */
    private static final double FAR = 5;

    private static final int LEAF = 8;
    /** Groups cost about as much as so many places without. */
    private static final int FEW = 20;
    /** Of a triangle's size cubed: places nearer to its plane than that are in it. */
    private static final double IN_PLANE = 1e-11;

    private final double[] xyz;
    private final int[] triangles;
    /** Triangles, so that each group's lie together. */
    private final int[] order;
    /** For each group its middle, its radius and the sum of its area vectors. */
    private double[] group = new double[7 * 64];
    /** For each group where its triangles begin and end, and its second half; the first follows it. 0 for leaves. */
    private int[] spans = new int[3 * 64];

    private final int leaf;
    private int groups;
    private final double[] middles;
    private final double[] areas;
    private long looks;

    /** @param places about how many will be asked for: for few, all triangles are added up instead of put in groups */
    public WindingNumbers(Mesh mesh, int places) {
        xyz = mesh.xyz();
        int[] corners = mesh.corners(), cut = Triangulation.of(mesh).triangleCorners();
        triangles = new int[cut.length];
        for (int i = 0; i < cut.length; i++) triangles[i] = 3 * corners[cut[i]];
        int n = triangles.length / 3;
        order = new int[n];
        Arrays.setAll(order, i -> i);
        middles = new double[3 * n];
        areas = new double[3 * n];
        for (int t = 0; t < n; t++) measure(t);
        leaf = places <= FEW ? n : LEAF;
        if (n > 0) build(0, n);
    }

    private void measure(int t) {
        int a = triangles[3 * t], b = triangles[3 * t + 1], c = triangles[3 * t + 2];
        for (int k = 0; k < 3; k++) middles[3 * t + k] = (xyz[a + k] + xyz[b + k] + xyz[c + k]) / 3;
        double ux = xyz[b] - xyz[a], uy = xyz[b + 1] - xyz[a + 1], uz = xyz[b + 2] - xyz[a + 2];
        double vx = xyz[c] - xyz[a], vy = xyz[c + 1] - xyz[a + 1], vz = xyz[c + 2] - xyz[a + 2];
        areas[3 * t] = (uy * vz - uz * vy) / 2;
        areas[3 * t + 1] = (uz * vx - ux * vz) / 2;
        areas[3 * t + 2] = (ux * vy - uy * vx) / 2;
    }

    private int build(int from, int to) {
        Work.checkpoint();
        int g = groups++;
        if (7 * groups > group.length) {
            group = Arrays.copyOf(group, 2 * group.length);
            spans = Arrays.copyOf(spans, 2 * spans.length);
        }
        int longest = describe(g, from, to);
        spans[3 * g] = from;
        spans[3 * g + 1] = to;
        spans[3 * g + 2] = 0;
        if (to - from <= leaf) return g;
        int half = (from + to) / 2;
        part(from, to - 1, half, longest);
        build(from, half);
        int second = build(half, to);
        spans[3 * g + 2] = second;
        return g;
    }

    /** @return the axis along which the middles are spread most */
    private int describe(int g, int from, int to) {
        double[] low = {Double.MAX_VALUE, Double.MAX_VALUE, Double.MAX_VALUE},
                high = {-Double.MAX_VALUE, -Double.MAX_VALUE, -Double.MAX_VALUE};
        double all = 0, x = 0, y = 0, z = 0, nx = 0, ny = 0, nz = 0;
        for (int i = from; i < to; i++) {
            int t = 3 * order[i];
            double area = Math.sqrt(areas[t] * areas[t] + areas[t + 1] * areas[t + 1] + areas[t + 2] * areas[t + 2]);
            // What has no area still has a place.
            double weight = area + Double.MIN_NORMAL;
            all += weight;
            x += weight * middles[t];
            y += weight * middles[t + 1];
            z += weight * middles[t + 2];
            nx += areas[t];
            ny += areas[t + 1];
            nz += areas[t + 2];
            for (int k = 0; k < 3; k++) {
                low[k] = Math.min(low[k], middles[t + k]);
                high[k] = Math.max(high[k], middles[t + k]);
            }
        }
        x /= all;
        y /= all;
        z /= all;
        double far = 0;
        for (int i = from; i < to; i++) {
            for (int k = 0; k < 3; k++) {
                int v = triangles[3 * order[i] + k];
                double dx = xyz[v] - x, dy = xyz[v + 1] - y, dz = xyz[v + 2] - z;
                far = Math.max(far, dx * dx + dy * dy + dz * dz);
            }
        }
        double[] d = {x, y, z, Math.sqrt(far), nx, ny, nz};
        System.arraycopy(d, 0, group, 7 * g, 7);
        double sx = high[0] - low[0], sy = high[1] - low[1], sz = high[2] - low[2];
        return sx >= sy && sx >= sz ? 0 : sy >= sz ? 1 : 2;
    }

    /** Puts the lower ones along an axis before a place and the higher ones behind it (C. A. R. Hoare, "Find", 1961). */
    private void part(int low, int high, int place, int axis) {
        while (low < high) {
            double pivot = middles[3 * order[(low + high) >>> 1] + axis];
            int i = low, j = high;
            while (i <= j) {
                while (middles[3 * order[i] + axis] < pivot) i++;
                while (middles[3 * order[j] + axis] > pivot) j--;
                if (i > j) break;
                int swap = order[i];
                order[i++] = order[j];
                order[j--] = swap;
            }
            if (place <= j) high = j;
            else if (place >= i) low = i;
            else return;
        }
    }

    /** How many triangles and groups have been looked at since this was made. */
    public long looks() {
        return looks;
    }

    /**
     * The winding number at a place. On a face it is the middle between those on its two sides: faces in whose plane the
     * place lies give nothing.
     */
    public double at(Vec3 place) {
        if (groups == 0) return 0;
        double sum = 0;
        int[] stack = new int[128];
        int top = 0;
        stack[top++] = 0;
        while (top > 0) {
            looks++;
            int g = stack[--top], d = 7 * g;
            double dx = group[d] - place.x(), dy = group[d + 1] - place.y(), dz = group[d + 2] - place.z();
            double l2 = dx * dx + dy * dy + dz * dz, r = FAR * group[d + 3];
            if (l2 > r * r) {
                sum += (dx * group[d + 4] + dy * group[d + 5] + dz * group[d + 6]) / (l2 * Math.sqrt(l2));
            } else if (spans[3 * g + 2] == 0) {
                looks += spans[3 * g + 1] - spans[3 * g];
                for (int i = spans[3 * g]; i < spans[3 * g + 1]; i++)
                    sum += solidAngle(order[i], place.x(), place.y(), place.z());
            } else {
                stack[top++] = spans[3 * g + 2];
                stack[top++] = g + 1;
            }
        }
        return sum / (4 * Math.PI);
    }

    private double solidAngle(int t, double x, double y, double z) {
        int a = triangles[3 * t], b = triangles[3 * t + 1], c = triangles[3 * t + 2];
        double ax = xyz[a] - x, ay = xyz[a + 1] - y, az = xyz[a + 2] - z;
        double bx = xyz[b] - x, by = xyz[b + 1] - y, bz = xyz[b + 2] - z;
        double cx = xyz[c] - x, cy = xyz[c + 1] - y, cz = xyz[c + 2] - z;
        double la = Math.sqrt(ax * ax + ay * ay + az * az);
        double lb = Math.sqrt(bx * bx + by * by + bz * bz);
        double lc = Math.sqrt(cx * cx + cy * cy + cz * cz);
        double volume = ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx);
        double size = Math.max(la, Math.max(lb, lc));
        if (Math.abs(volume) <= IN_PLANE * size * size * size) return 0;
        double below = la * lb * lc
                + (ax * bx + ay * by + az * bz) * lc
                + (bx * cx + by * cy + bz * cz) * la
                + (cx * ax + cy * ay + cz * az) * lb;
        return 2 * Math.atan2(volume, below);
    }
}
