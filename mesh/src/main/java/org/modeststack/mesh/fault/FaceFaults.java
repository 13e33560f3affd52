package org.modeststack.mesh.fault;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.Arrays;
import java.util.List;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.validity.FaceOutlines;
import org.modeststack.mesh.work.Work;

/** Faults of single faces, and faces that are there twice. In time linear in the corners. */
final class FaceFaults {
    private final Mesh mesh;
    private final FaultLimits limits;
    private final FaceFrames frames;
    private final IntArrayList many = new IntArrayList(),
            flat = new IntArrayList(),
            slender = new IntArrayList(),
            bent = new IntArrayList();
    private double farthest;

    private FaceFaults(Mesh mesh, FaultLimits limits) {
        this.mesh = mesh;
        this.limits = limits;
        frames = FaceFrames.of(mesh);
        for (int f = 0; f < mesh.faceCount(); f++) {
            Work.checkpoint(f);
            look(f);
        }
    }

    static void find(Mesh mesh, FaultLimits limits, List<FoundFault> to) {
        FaceFaults f = new FaceFaults(mesh, limits);
        Faults.add(to, FaultKind.DOUBLED, doubled(mesh), "", 0);
        Faults.add(
                to,
                FaultKind.OWN_OUTLINE,
                IntArrayList.wrap(FaceOutlines.meetingThemselves(mesh).stream().toArray()),
                "",
                0);
        Faults.add(to, FaultKind.NO_AREA, f.flat, "", 0);
        Faults.add(to, FaultKind.SLIVER, f.slender, "", 0);
        Faults.add(to, FaultKind.MANY_SIDES, f.many, "", 0);
        Faults.add(to, FaultKind.BENT, f.bent, "up to " + Faults.length(f.farthest) + " from flat", f.farthest);
    }

    private void look(int face) {
        int sides = mesh.sides(face);
        if (sides > 4) many.add(face);
        if (Health.isDegenerate(mesh, face)) {
            flat.add(face);
            return;
        }
        double longest = 0;
        int from = mesh.offsets()[face], to = mesh.offsets()[face + 1];
        int[] corners = mesh.corners();
        double[] p = mesh.xyz();
        for (int c = from; c < to; c++) {
            int a = 3 * corners[c], b = 3 * corners[c + 1 < to ? c + 1 : from];
            double x = p[a] - p[b], y = p[a + 1] - p[b + 1], z = p[a + 2] - p[b + 2];
            longest = Math.max(longest, x * x + y * y + z * z);
        }
        double area = Normals.area(mesh, face);
        // Half of side times height for a triangle, side times height for a strip of four sides.
        if (area * (sides == 3 ? 2 : 1) < limits.slender() * longest) slender.add(face);
        if (sides == 3) return;
        double off = 0;
        double nx = frames.normals()[3 * face],
                ny = frames.normals()[3 * face + 1],
                nz = frames.normals()[3 * face + 2];
        double mx = 0, my = 0, mz = 0;
        for (int c = from; c < to; c++) {
            int a = 3 * corners[c];
            mx += p[a] / sides;
            my += p[a + 1] / sides;
            mz += p[a + 2] / sides;
        }
        for (int c = from; c < to; c++) {
            int a = 3 * corners[c];
            off = Math.max(off, Math.abs((p[a] - mx) * nx + (p[a + 1] - my) * ny + (p[a + 2] - mz) * nz));
        }
        if (off <= limits.bend() * Math.sqrt(longest)) return;
        bent.add(face);
        farthest = Math.max(farthest, off);
    }

    /** Faces on the same vertices as one before them, whichever way round. */
    private static IntArrayList doubled(Mesh mesh) {
        IntArrayList out = new IntArrayList();
        Long2IntOpenHashMap known = new Long2IntOpenHashMap(mesh.faceCount());
        known.defaultReturnValue(-1);
        for (int f = 0; f < mesh.faceCount(); f++) {
            // The same whatever the order, and told apart by what is compared then.
            long key = 0;
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) key += Keys.of(mesh.corners()[c], 0);
            int before = known.putIfAbsent(key, f);
            if (before >= 0 && Arrays.equals(sorted(mesh, f), sorted(mesh, before))) out.add(f);
        }
        return out;
    }

    private static int[] sorted(Mesh mesh, int face) {
        int[] out = Arrays.copyOfRange(mesh.corners(), mesh.offsets()[face], mesh.offsets()[face + 1]);
        Arrays.sort(out);
        return out;
    }
}
