package org.modeststack.mesh.fault;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.search.WindingNumbers;
import org.modeststack.mesh.work.Work;

/**
 * Faces that lie inside the solid, and shells turned inside out. Faces that hang together over sound edges and run through
 * nothing have the same on their two sides everywhere, so each such patch is judged by the winding number at a few of its
 * faces: between both sides it is a half on a surface with solid behind it, one and more with solid on both sides, and
 * below nothing where the solid is in front.
 */
public final class ShellFaults {
    /** Between a half, as on the outside, and one, as on a wall within. */
    private static final double WITHIN = 0.8;
    /** Between nothing, as on a sheet, and minus a half, as on a shell turned inside out. */
    private static final double TURNED = -0.3;

    private static final int SAMPLES = 5;

    private final Mesh mesh;
    private final Adjacency adj;
    private final WindingNumbers winding;
    private final IntArrayList inside = new IntArrayList(), insideOut = new IntArrayList();
    private int turnedShells;

    private final boolean openToo;

    /** @param openToo whether shells that are not closed can be inside out */
    private ShellFaults(Mesh mesh, BitSet crossing, boolean openToo) {
        this.openToo = openToo;
        this.mesh = mesh;
        adj = mesh.adjacency();
        List<int[]> patches = new ArrayList<>();
        BitSet done = (BitSet) crossing.clone();
        int[] patch = new int[mesh.faceCount()];
        for (int f = done.nextClearBit(0); f < mesh.faceCount(); f = done.nextClearBit(f + 1))
            patches.add(Arrays.copyOf(patch, gather(f, done, patch)));
        winding = new WindingNumbers(mesh, SAMPLES * patches.size());
        for (int[] p : patches) {
            Work.checkpoint();
            judge(p);
        }
    }

    /** @param crossing faces that something runs through, which are on no one side of it */
    static void find(Mesh mesh, BitSet crossing, List<FoundFault> to) {
        if (mesh.faceCount() == 0) return;
        ShellFaults f = new ShellFaults(mesh, crossing, false);
        f.inside.sort(null);
        f.insideOut.sort(null);
        Faults.add(to, FaultKind.INSIDE, f.inside, "", 0);
        if (f.turnedShells > 0)
            to.add(new FoundFault(FaultKind.INSIDE_OUT, f.turnedShells, f.insideOut.toIntArray(), "", 0));
    }

    /** The faces of shells that look into the solid, closed or not, wherever they run through something. */
    public static BitSet lookingInwards(Mesh mesh) {
        BitSet out = new BitSet();
        if (mesh.faceCount() > 0) new ShellFaults(mesh, new BitSet(), true).insideOut.forEach(out::set);
        return out;
    }

    private int gather(int first, BitSet done, int[] patch) {
        int n = 0;
        patch[n++] = first;
        done.set(first);
        for (int i = 0; i < n; i++) {
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

    private void judge(int[] patch) {
        int[] samples = samples(patch);
        double[] numbers = new double[samples.length];
        for (int i = 0; i < samples.length; i++) numbers[i] = winding.at(onFace(samples[i]));
        Arrays.sort(numbers);
        double number = numbers[numbers.length / 2];
        if (number > WITHIN) {
            for (int f : patch) inside.add(f);
        } else if (number < TURNED && (openToo || isClosed(patch))) {
            turnedShells++;
            for (int f : patch) insideOut.add(f);
        }
    }

    /** The largest face and some that are spread over the patch. */
    private int[] samples(int[] patch) {
        int largest = patch[0];
        double most = -1;
        for (int f : patch) {
            double area = Normals.area(mesh, f);
            if (area > most) {
                most = area;
                largest = f;
            }
        }
        int n = Math.min(SAMPLES, patch.length);
        int[] out = new int[n];
        for (int i = 0; i < n; i++) out[i] = patch[(int) ((long) i * patch.length / n)];
        out[0] = largest;
        return out;
    }

    /** A place on a face, also where that is bent or hollow: the middle of its first triangle. */
    private Vec3 onFace(int f) {
        int[] triangles = mesh.triangulation().triangleCorners();
        int t = firstTriangle(f);
        Vec3 sum = Vec3.ZERO;
        for (int k = 0; k < 3; k++) sum = sum.plus(mesh.point(mesh.corners()[triangles[3 * t + k]]));
        return sum.times(1.0 / 3);
    }

    /** Faces of n sides have n − 2 triangles, in the order of the faces. */
    private int firstTriangle(int f) {
        int[] of = mesh.triangulation().triangleFace();
        int t = Arrays.binarySearch(of, f);
        while (t > 0 && of[t - 1] == f) t--;
        return t;
    }

    private boolean isClosed(int[] patch) {
        for (int f : patch)
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) if (adj.twin(c) < 0) return false;
        return true;
    }
}
