package org.modeststack.mesh.fault;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.stream.IntStream;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Triangulation;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.search.WindingNumbers;
import org.modeststack.mesh.work.Work;

/**
 * Faces that lie inside the solid, and shells turned inside out. Faces that hang together over sound edges and run through
 * nothing have the same on their two sides everywhere, so each such patch is judged by the winding number at a few of its
 * faces: between both sides it is a half on a surface with solid behind it, and one and more with solid on both sides. A closed
 * shell of which the volume is negative looks inwards, unless it is a hollow: then there is solid behind all of it, also if
 * another shell runs through.
 */
public final class ShellFaults {
    /** Between a half, as on the outside, and one, as on a wall within. */
    private static final double WITHIN = 0.8;
    /** Between nothing, as on a sheet, and minus a half, as on a shell turned inside out. */
    private static final double TURNED = -0.3;

    private static final int SAMPLES = 5;
    /** On a shell that may be a hollow, or stick out of what it would be the hollow of. */
    private static final int MANY_SAMPLES = 100;
    /** After so many looks at triangles, a matter of seconds, the patches that are left are not judged any more. */
    private static final long MOST_LOOKS = 1L << 27;

    private final Mesh mesh;
    private final Adjacency adj;
    private final WindingNumbers winding;
    /** Of each face the patch that it is in. */
    private final int[] patchOf;

    private final List<int[]> patches = new ArrayList<>();

    /** @param apart faces that are in no patch */
    private ShellFaults(Mesh mesh, BitSet apart) {
        this.mesh = mesh;
        adj = mesh.adjacency();
        patchOf = new int[mesh.faceCount()];
        Arrays.fill(patchOf, -1);
        BitSet done = (BitSet) apart.clone();
        int[] patch = new int[mesh.faceCount()];
        for (int f = done.nextClearBit(0); f < mesh.faceCount(); f = done.nextClearBit(f + 1))
            patches.add(Arrays.copyOf(patch, gather(f, done, patch)));
        winding = new WindingNumbers(mesh, SAMPLES * patches.size());
    }

    /**
     * @param crossing faces that something runs through, which are on no one side of it
     * @return whether all faces were judged, which they are but where very many patches lie in one place
     */
    static boolean find(Mesh mesh, BitSet crossing, List<FoundFault> to) {
        if (mesh.faceCount() == 0) return true;
        ShellFaults shells = new ShellFaults(mesh, new BitSet());
        // Where nothing is run through, shells are the patches that have the same on their two sides.
        ShellFaults patches = crossing.isEmpty() ? shells : new ShellFaults(mesh, crossing);
        Faults.add(to, FaultKind.INSIDE, patches.inside(), "", 0);
        IntArrayList turned = new IntArrayList();
        int count = 0;
        for (int[] shell : shells.patches) {
            if (shells.isTooMuch()) break;
            if (!shells.isClosed(shell) || !shells.looksInwards(shell)) continue;
            count++;
            turned.addElements(turned.size(), shell);
        }
        turned.sort(null);
        if (count > 0) to.add(new FoundFault(FaultKind.INSIDE_OUT, count, turned.toIntArray(), "", 0));
        return !shells.isTooMuch() && !patches.isTooMuch();
    }

    private boolean isTooMuch() {
        return winding.looks() > MOST_LOOKS;
    }

    /** The faces of shells that look into the solid, closed or not, wherever they run through something. */
    public static BitSet lookingInwards(Mesh mesh) {
        BitSet out = new BitSet();
        if (mesh.faceCount() == 0) return out;
        ShellFaults shells = new ShellFaults(mesh, new BitSet());
        for (int[] shell : shells.patches) if (shells.looksInwards(shell)) for (int f : shell) out.set(f);
        return out;
    }

    private IntArrayList inside() {
        IntArrayList out = new IntArrayList();
        for (int[] patch : patches) {
            if (isTooMuch()) break;
            if (usualNumber(patch) > WITHIN) out.addElements(out.size(), patch);
        }
        out.sort(null);
        return out;
    }

    private boolean looksInwards(int[] shell) {
        if (!isClosed(shell)) return usualNumber(shell) < TURNED;
        IntStream faces = IntStream.concat(Arrays.stream(samples(shell, MANY_SAMPLES)), Arrays.stream(farthest(shell)));
        // A hollow that was turned with the body round it has nothing behind any of its faces.
        return volume(shell) < 0
                ? faces.anyMatch(f -> winding.at(onFace(f)) < TURNED)
                : faces.allMatch(f -> winding.at(onFace(f)) < TURNED);
    }

    /** The middle one of the winding numbers at a few faces of a patch. */
    private double usualNumber(int[] patch) {
        Work.checkpoint();
        double[] rising = Arrays.stream(samples(patch, SAMPLES))
                .mapToDouble(f -> winding.at(onFace(f)))
                .sorted()
                .toArray();
        return rising[rising.length / 2];
    }

    private int gather(int first, BitSet done, int[] patch) {
        int n = 0, number = patches.size();
        patch[n++] = first;
        done.set(first);
        for (int i = 0; i < n; i++) {
            patchOf[patch[i]] = number;
            for (int c = mesh.offsets()[patch[i]]; c < mesh.offsets()[patch[i] + 1]; c++) {
                int across = adj.twin(c);
                if (across < 0) continue;
                int g = adj.cornerFace()[across];
                if (done.get(g)) continue;
                done.set(g);
                patch[n++] = g;
            }
        }
        return n;
    }

    /** What a closed patch encloses, mm³. */
    private double volume(int[] patch) {
        int[] triangles = mesh.triangulation().triangleCorners();
        Vec3 from = mesh.point(mesh.corners()[mesh.offsets()[patch[0]]]);
        double sum = 0;
        for (int f : patch) {
            int first = Triangulation.first(mesh, f);
            for (int t = first; t < first + mesh.sides(f) - 2; t++) {
                Vec3 a = mesh.point(mesh.corners()[triangles[3 * t]]).minus(from),
                        b = mesh.point(mesh.corners()[triangles[3 * t + 1]]).minus(from),
                        c = mesh.point(mesh.corners()[triangles[3 * t + 2]]).minus(from);
                sum += a.dot(b.cross(c)) / 6;
            }
        }
        return sum;
    }

    /** The largest face and some that are spread over the patch. */
    private int[] samples(int[] patch, int count) {
        int largest = patch[0];
        double most = -1;
        for (int f : patch) {
            double area = Normals.area(mesh, f);
            if (area > most) {
                most = area;
                largest = f;
            }
        }
        int n = Math.min(count, patch.length);
        int[] out = new int[n];
        for (int i = 0; i < n; i++) out[i] = patch[(int) ((long) i * patch.length / n)];
        out[0] = largest;
        return out;
    }

    /** The faces of a patch that reach farthest along each axis, which is where it sticks out of others first. */
    private int[] farthest(int[] patch) {
        int[] out = new int[6];
        double[] far = new double[6];
        Arrays.fill(far, Double.NEGATIVE_INFINITY);
        for (int f : patch) {
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                for (int k = 0; k < 6; k++) {
                    double at = (k < 3 ? 1 : -1) * mesh.xyz()[3 * mesh.corners()[c] + k % 3];
                    if (at <= far[k]) continue;
                    far[k] = at;
                    out[k] = f;
                }
            }
        }
        return out;
    }

    /** A place on a face, also where that is bent or hollow: the middle of its first triangle. */
    private Vec3 onFace(int f) {
        int[] triangles = mesh.triangulation().triangleCorners();
        int t = Triangulation.first(mesh, f);
        Vec3 sum = Vec3.ZERO;
        for (int k = 0; k < 3; k++) sum = sum.plus(mesh.point(mesh.corners()[triangles[3 * t + k]]));
        return sum.times(1.0 / 3);
    }

    private boolean isClosed(int[] patch) {
        for (int f : patch) {
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                int across = adj.twin(c);
                if (across < 0 || patchOf[adj.cornerFace()[across]] != patchOf[f]) return false;
            }
        }
        return true;
    }
}
